package raconteur.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Stories;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.contest.Bench;
import raconteur.core.contest.SwitchedOn;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;

class SameDiceTest {
  private static final Board BOARD = Dealt.LANTERNFISH;
  private static final List<PlantedFault> FAULTS =
      List.of(PlantedFault.of(new Fault(new Place.OfPart("U15"), FaultMode.DEAD)));

  private static Telling told(String... lines) {
    return Telling.of(BOARD, Stories.of(lines));
  }

  private static Finding read(long seed, String asked, Telling told) {
    Finding sample = AskedTest.of(BOARD, BenchContext.FRESH, asked).orElseThrow();
    return new SameDice(Bench.ofModels(BOARD), seed).take(FAULTS, sample, told, 99).orElseThrow();
  }

  @Test
  void theSameTestReadsTheSameInWhateverOrder() {
    for (String asked : List.of("U15.5", "U15 tester", "U1", "swap U15")) {
      assertThat(read(4, asked, told())).isEqualTo(read(4, asked, told("U15.6 low", "U2 hot")));
    }
  }

  /** A bad reading is there to be found: taken again it falls anew, and another deal has others. */
  @Test
  void takenAgainItFallsAnew() {
    Set<String> seen = new HashSet<>();
    for (long seed = 0; seed < 40; seed++) {
      seen.add(read(seed, "U1", told()).line());
    }
    assertThat(seen).hasSizeGreaterThan(1);
    long differs = 0;
    for (long seed = 0; seed < 40; seed++) {
      Finding first = read(seed, "U1", told());
      differs += first.equals(read(seed, "U1", told(first.line()))) ? 0 : 1;
    }
    assertThat(differs).isBetween(1L, 39L);
  }

  /** There half of the time: within 4 standard errors of a half over 400 switchings-on. */
  @Test
  void whatComesAndGoesIsDrawnAtEverySwitchingOn() {
    List<PlantedFault> half = List.of(new PlantedFault(FAULTS.getFirst().wrong(), 0.5, 0));
    int there = 0;
    for (int seed = 0; seed < 400; seed++) {
      there += SwitchedOn.there(half, seed, told("screen tiles", "U15.5 low")).size();
      assertThat(SwitchedOn.there(half, seed, told("screen tiles", "U15.5 low")))
          .as("a probe switches nothing on")
          .isEqualTo(SwitchedOn.there(half, seed, told("screen tiles")));
    }
    assertThat(there).isBetween(160, 240);
    Set<Integer> sizes = new HashSet<>();
    for (int looks = 1; looks < 12; looks++) {
      String[] lines = new String[looks];
      Arrays.fill(lines, "screen tiles");
      sizes.add(SwitchedOn.there(half, 7, told(lines)).size());
    }
    assertThat(sizes).containsExactlyInAnyOrder(0, 1);
  }

  @ParameterizedTest
  @CsvSource({
    "U15.5, Probe",
    "5V, RailVolts",
    "5V gnd, RailOhms",
    "U15 tester, TesterVerdict",
    "swap U15, Swap",
    "cont U15.5 U16.5, Continuity",
    "U8 rom, RomCompare",
    "piggyback U15, Piggyback",
    "flash, DeadTestResult",
    "screen, Symptom",
    "U1, Heat",
    "U1.6 hz, Frequency",
    "5V amps, RailAmps",
    "U1 temperature, Temperature",
    "diag U15, DiagnosticResult",
    "U15.5 toggling, Probe"
  })
  void aTestIsAskedForAsItIsLogged(String asked, String kind) {
    assertThat(AskedTest.of(BOARD, BenchContext.FRESH, asked))
        .get()
        .extracting(f -> f.getClass().getSimpleName())
        .isEqualTo(kind);
  }

  @ParameterizedTest
  @CsvSource({"''", "note something", "U99.1", "mended U15 replaced", "xyz"})
  void whatIsNoTestIsNone(String asked) {
    assertThat(AskedTest.of(BOARD, BenchContext.FRESH, asked)).isEmpty();
  }
}
