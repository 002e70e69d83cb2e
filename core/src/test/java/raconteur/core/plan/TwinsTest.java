package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;
import raconteur.core.diagnose.Suspect;

/**
 * What moves beside a line that stands, and in front of it, tells where the fault is. Common
 * practice, no source; on boards of nobody's making.
 */
class TwinsTest {
  private static double of(String board, String told, String place) {
    return new Bench(ToldStories.board(board))
        .told(told).diagnosis().suspects().stream()
            .filter(s -> s.place().toString().equals(place))
            .mapToDouble(Suspect::probability)
            .findFirst()
            .orElse(0);
  }

  /** A counter one output of which moves is clocked: what stands behind it is its own. */
  @Test
  void aTwinThatMovesClearsWhatIsInFrontOfBoth() {
    String alone = "picture rolls; H64 flat; IC19.11 flat";
    String beside = "picture rolls; H64 flat; H32 toggling; IC19.11 flat";
    assertThat(of("gannet-1", beside, "IC18")).isLessThan(of("gannet-1", alone, "IC18") / 2);
    assertThat(of("gannet-1", beside, "IC19")).isGreaterThan(of("gannet-1", alone, "IC19"));
  }

  /** A line of other drivers is no twin. */
  @Test
  void aLineOfOthersIsNoTwin() {
    String alone = "picture rolls; H64 flat";
    String beside = "picture rolls; H64 flat; V1 toggling";
    double change = of("gannet-1", beside, "IC19") - of("gannet-1", alone, "IC19");
    assertThat(change).isBetween(-0.2, 0.35);
  }

  /** Every input that moves makes an output that stands more its chip's own. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "skua-3 | no picture; U14.13 0 Hz | ; U14.2 toggling; U14.7 toggling | U14",
        "whimbrel-3 | dead; IC7.12 high | ; IC7.1 toggling; IC7.2 toggling; IC7.4 toggling | IC7",
        "heron-1 | wrong letters; CH2 low | ; VD2 toggling; U26.11 toggling | U26"
      })
  void inputsThatMoveAccuseTheChip(String board, String told, String more, String chip) {
    assertThat(of(board, told + more, chip)).isGreaterThan(1.5 * of(board, told, chip));
  }

  /** With its clock standing a register says nothing against itself. */
  @Test
  void aClockThatStandsExcusesIt() {
    String told = "no picture; U14.13 0 Hz; U14.2 toggling";
    assertThat(of("skua-3", told + "; U14.7 0 Hz", "U14"))
        .isLessThan(of("skua-3", told + "; U14.7 toggling", "U14"));
  }

  /** What holds a chip at rest is no input that moves it: an enable may rest for good. */
  @Test
  void anEnableIsNoSuchInput() {
    String told = "no red; RED flat";
    double change = of("gannet-1", told + "; IC17.1 low", "IC17") - of("gannet-1", told, "IC17");
    assertThat(change).isBetween(-0.15, 0.15);
  }

  /** Nought ohms across a capacitor are a short through it, or beside it; a few are its series. */
  @Test
  void aCapacitorOfNoOhmsIsShorted() {
    String told = "completely dead; 5V 5.0; reset low; U12.5 0.2 V";
    double before = of("skua-3", told, "C2");
    assertThat(of("skua-3", told + "; C2 0 ohm", "C2")).isGreaterThan(0.5).isGreaterThan(before);
    assertThat(of("skua-3", told + "; C2 0.4 ohm", "C2")).isLessThan(0.5);
    String bridge = "RC to GND at C2.1, C2.2";
    assertThat(of("skua-3", told + "; C2 0 ohm", bridge))
        .isLessThan(of("skua-3", told + "; C2 0 ohm", "C2"));
  }

  /** Out of the board there is nothing beside it that might be shorted instead. */
  @Test
  void aCapacitorThatIsOutAccusesNothingBesideIt() {
    String told = "completely dead; 5V 5.0; reset low; U12.5 0.2 V";
    String bridge = "RC to GND at C2.1, C2.2";
    assertThat(of("skua-3", told + "; pull C2; C2 0 ohm", "C2")).isGreaterThan(0.5);
    assertThat(of("skua-3", told + "; pull C2; C2 0 ohm", bridge))
        .isLessThan(of("skua-3", told + "; C2 0 ohm", bridge));
  }
}
