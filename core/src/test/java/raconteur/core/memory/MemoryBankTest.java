package raconteur.core.memory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.ToldStories;

class MemoryBankTest {
  /** The chips in the order of the data lines they drive, each board's as it is wired. */
  @Test
  void aBankIsItsChipsByTheirDataLines() {
    assertThat(MemoryBank.of(ToldStories.board("heron-1")))
        .extracting(MemoryBank::name, MemoryBank::chips)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(
                "U4 to U11, 4116", List.of("U4", "U5", "U6", "U7", "U8", "U9", "U10", "U11")),
            org.assertj.core.groups.Tuple.tuple(
                "U19 to U20, 2114",
                List.of("U19", "U19", "U19", "U19", "U20", "U20", "U20", "U20")));
  }

  /** Two banks on the same lines are two banks; every chip is in one. */
  @Test
  void twoBanksOnTheSameLinesAreTwo() {
    List<MemoryBank> banks =
        MemoryBank.of(Boards.KITTIWAKE_B).stream()
            .filter(b -> b.device().name().startsWith("4116"))
            .toList();
    assertThat(banks).hasSize(2).allMatch(b -> b.chips().size() == 8);
    assertThat(banks.stream().flatMap(b -> b.chips().stream())).doesNotHaveDuplicates();
    assertThat(banks.getFirst().shape()).isEqualTo(new MemoryShape(14, 8, 7, true));
  }
}
