package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;

class TestKindsTest {
  private static final String TEXT =
      DataFile.shippedText(TestKinds.class, "/raconteur/core/data/tests.json");

  private static Finding said(String line) {
    var context = new BenchContext(Set.of(), Map.of("5V", 58.0, "+5V", 58.0), "+5V");
    return switch (new BenchLine(Boards.KITTIWAKE_B).understand(line, context)) {
      case Understanding.Understood(Statement statement, String _) -> (Finding) statement;
      case Understanding.Asked(Statement statement, String _) -> (Finding) statement;
      case Understanding other -> throw new AssertionError(line + ": " + other.sentence());
    };
  }

  /** A step that was declined stands in stories under this name, so that it must stay as it was. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          U39.7 low | U39.7
          cont U15.8 U18.8 open | [U15.8, U18.8]
          5V 4.94 | volts +5V
          5V at U8 4.71 | volts +5V at U8
          5V gnd 58 ohm | ohms +5V
          5V dummy 5.0 | dummy +5V
          5V 1.1 A | amps +5V
          5V ripple 12 mV | ripple +5V
          pull U13 92 ohm | pull U13
          U26 tester pass | tester U26
          U15 rom good | rom U15
          U15 elsewhere bad | elsewhere U15
          flash 3 3 5 | dead test
          screen blank | screen
          swap U13 good same | swap U13
          piggyback U26 same | piggyback U26
          without U44 same | without U44
          U26 hot | heat U26
          U26 61 C | heat U26
          U39.7 gnd 4.7 kohm | ohms U39.7
          U39.7 1 MHz | frequency U39.7
          U39.7 0.2 V | scope U39.7
          U8.18 released 120 ms | reset U8.18
          diag U15 bad U16 good | diagnostic
          diag U15 bad harness | diagnostic
          function J4 bad | function J4
          proof soak 3 runs clean | proof soak
          """)
  void theNameOfATestNeverChanges(String line, String identity) {
    assertThat(said(line).identity()).isEqualTo(identity);
  }

  @ParameterizedTest
  @CsvSource({
    "U39.7 low, true",
    "5V gnd 58 ohm, false",
    "U26 tester pass, false",
    "swap U13 good same, true",
    "U15 elsewhere bad, false",
    "5V dummy 5.0, false"
  })
  void powerIsAskedOfTheFinding(String line, boolean powered) {
    assertThat(said(line).kind().powered()).isEqualTo(powered);
    assertThat(said(line).power() == TestKind.Power.ON).isEqualTo(powered);
  }

  @Test
  void aPartInASocketNeedsNoIron() {
    TestKind tester = TestKind.of("tester");
    assertThat(tester.setUp(true)).contains("out of its socket");
    assertThat(tester.caution(true)).doesNotContain("iron");
    assertThat(tester.setUp(false)).contains("desoldered");
    assertThat(tester.caution(false)).contains("iron");
    assertThat(TestKind.of("probe").caution(false)).isEqualTo(TestKind.of("probe").caution(true));
  }

  @Test
  void whatAShopLacksItCannotUse() {
    assertThat(TestKind.of("scope").possible(Set.of())).isFalse();
    assertThat(TestKind.of("scope").possible(Set.of("oscilloscope"))).isTrue();
    assertThat(TestKind.of("continuity").possible(Set.of())).isTrue();
    assertThat(TestKinds.shipped().instruments()).contains("oscilloscope", "RAM tester");
  }

  /** Each slip of somebody who edits the file is refused, by its place and its reason. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          Probe {pin} | Probe {pint} | {pint} stands for nothing
          "caution": "live" | "caution": "lively" | no caution above
          "power": "off" | "power": "of" | on
          "of a memory": "ram tester" | "of a memory": "rum tester" | no test above
          "weighed as": "scope" | "weighed as": "scoop" | no test above
          "minutes": 0.5 | "minutes": -1 | -1
          "part out": true | "part aout": true | part aout
          raconteur-tests/1 | raconteur-tests/9 | raconteur-tests/9
          """)
  void aSlipIsRefusedWithItsPlaceAndReason(String right, String wrong, String reason) {
    assertThat(TEXT).contains(right);
    assertThat(TestKinds.read("tests.json", TEXT.replace(right, wrong)))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("tests.json").contains(reason));
  }
}
