package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;

/** What readings mean on a controller of lamps and coils that nobody described. */
class ControllerBoardTest {
  private static final Board SISKIN = ToldStories.board("siskin-2");
  private static final Bench BENCH = new Bench(SISKIN);
  private static final List<Fault> FAULTS =
      FaultCatalogue.of(SISKIN, Priors.shipped(), History.NONE).faults();

  private static double suspicion(String lines, String place) {
    return BENCH.told(lines).diagnosis().suspects().stream()
        .filter(s -> s.place().toString().equals(place))
        .mapToDouble(Suspect::probability)
        .sum();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // One output of a port stands as none of its row does.
        "function J3.3 bad; IC3.11 low; IC3.13 low; IC3.12 high | IC3",
        // A comparator follows what moves at an input that nobody drew.
        "function zero crossing bad; IC15.3 5.0 V; IC15.5 toggling; IC15.2 0 Hz | IC15",
        // The supply of a chip that hangs on no rail.
        "screen forgets; B1 4.4 V; IC6.22 0.3 V | D1",
        // What frees a line by coming out held it.
        "screen blank; +5V 5.0 V; IC1.40 high; IC1.4 low; pull IC2; IC1.4 low; pull IC3; IC1.4 high"
            + " | IC3",
        "function J1.5 bad; IC3.6 toggling; J1.5 floating | LAMP4 between IC3.6 and J1.5",
        "screen blank; IC1.11 toggling; IC7.21 toggling; IC6.2 floating"
            + " | A2 between IC7.21 and IC6.2",
      })
  void itLeadsWhereTheReadingsLead(String lines, String leader) {
    assertThat(BENCH.leaders(lines, 1)).containsExactly(leader);
  }

  /** Where the others of a row move as well, the one that stands is the port's, not the plug's. */
  @Test
  void whatTheOthersOfARowDoSpeaksForAPortsPin() {
    double alone = suspicion("IC3.12 high", "IC3");
    double besideItsRow = suspicion("IC3.11 low; IC3.13 low; IC3.12 high", "IC3");
    assertThat(besideItsRow).isGreaterThan(2 * alone);
  }

  /**
   * A line that an open address may disturb moves, as its twins did: it speaks as little against
   * that open after a mend elsewhere as before it.
   */
  @Test
  void whatMovedBeforeAMendStillCounts() {
    String open = "A8 between IC1.17 and IC4.23 open";
    String read = "IC1.33 toggling; IC1.32 toggling; IC1.31 toggling";
    double before = chance(read + "; IC4.13 toggling", open) / chance(read, open);
    String mended = read + "; mended J4 cleaned";
    double after = chance(mended + "; IC4.13 toggling", open) / chance(mended, open);
    assertThat(before).isBetween(0.8, 1.2);
    assertThat(after).isCloseTo(before, within(0.05));
  }

  private static double chance(String lines, String fault) {
    return BENCH.told(lines).diagnosis().hypotheses().stream()
        .filter(h -> h.faults().stream().anyMatch(f -> FAULTS.get(f).toString().equals(fault)))
        .mapToDouble(Hypothesis::probability)
        .sum();
  }
}
