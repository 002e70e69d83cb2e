package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The board's own edge: figures on one side, letters on the other (from memory). */
class EdgeConnectorTest {
  private static Device edge(int count) {
    return DeviceLibrary.shipped().find("edge-" + count).orElseThrow();
  }

  /** Twenty-two a side use every letter but G, I, O and Q. */
  @Test
  void twentyTwoASideUseTheWholeRow() {
    Device edge = edge(44);
    assertThat(edge.pins()).hasSize(44);
    assertThat(edge.pins().stream().map(DevicePin::number))
        .contains("1", "22", "A", "F", "H", "Z")
        .doesNotContain("23", "G", "I", "O", "Q")
        .doesNotHaveDuplicates();
    assertThat(edge.isContact()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({"36, V", "20, L", "56, FF", "50, CC"})
  void theLastLetterFollowsFromTheSize(int count, String last) {
    assertThat(edge(count).pins().getLast().number()).isEqualTo(last);
  }
}
