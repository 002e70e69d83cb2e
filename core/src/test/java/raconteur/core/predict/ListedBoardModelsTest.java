package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.plan.Advisor;

/**
 * What readings weigh where nothing but a list of parts is known. All by common practice, no
 * source.
 */
class ListedBoardModelsTest {
  private static double suspicion(String part, String... lines) {
    Advisor.Advice advice = Stories.advise(ToldStories.board("ruff-1"), lines);
    return advice.diagnosis().at(new Place.OfPart(part)).map(Suspect::probability).orElse(0.0);
  }

  /** What moves has its supply: a fuse that is open, and a short, are not what is wrong. */
  @Test
  void aSignOfLifeClearsTheSupply() {
    double unread = suspicion("F1", "screen blank", "U1.6 0 Hz");
    assertThat(suspicion("F1", "screen blank", "U1.6 0 Hz", "U43.2 toggling"))
        .isLessThan(unread / 5);
    assertThat(suspicion("F1", "screen blank", "U1.6 0 Hz", "U50.3 high")).isLessThan(unread / 10);
    // In front of the fuse the supply stands high whether it is open or not.
    assertThat(suspicion("F1", "screen blank", "U1.6 0 Hz", "F1.1 high")).isGreaterThan(unread / 2);
    // Who reads a still line has mostly seen to the supply before.
    assertThat(suspicion("F1", "screen blank", "U1.6 0 Hz", "U50.3 low"))
        .isBetween(unread / 2, unread * 2);
  }

  /** A short on 12 V is of whoever hangs on it, and a hot one that is pulled tells. */
  @Test
  void aPartIsAccusedOfTheRailItLoads() {
    assertThat(suspicion("U10", "+12V 3", "U10 hot", "pull U10", "+12V 11.8"))
        .isGreaterThan(0.25)
        .isGreaterThan(10 * suspicion("U43", "+12V 3", "U10 hot", "pull U10", "+12V 11.8"));
  }

  /** A capacitor that dried out leaves more than half of the volts. */
  @Test
  void aDryCapacitorDoesNotBringARailDown() {
    assertThat(suspicion("C22", "+12V 9")).isGreaterThan(2 * suspicion("C22", "+12V 3"));
  }

  /** Things are called by their plugs: what drives the plug may as well be what fails. */
  @Test
  void aComplaintOfAPlugIsOfWhatDrivesItToo() {
    double before = suspicion("U52", "screen works");
    assertThat(suspicion("U52", "screen works", "function serial port bad"))
        .isGreaterThan(1.5 * before);
    assertThat(suspicion("U52", "function serial port bad", "U52.2 toggling", "U52.3 0 V"))
        .isGreaterThan(suspicion("J3", "function serial port bad", "U52.2 toggling", "U52.3 0 V"));
  }

  /** One bit is of one memory of the row, and not of what serves all of them. */
  @Test
  void oneBitAccusesWhatHoldsIt() {
    double one = suspicion("U13", "says RAM BIT 3 BAD");
    assertThat(one).isGreaterThan(5 * suspicion("U46", "says RAM BIT 3 BAD"));
    // What serves the screen's memory serves no other.
    assertThat(suspicion("U40", "says MEMORY ERROR U13"))
        .isLessThan(suspicion("U46", "says MEMORY ERROR U13"));
  }

  /** Nobody drew what strobes and selects come from: it is what is listed for them. */
  @Test
  void whatIsListedForAStrobeIsAccusedByIt() {
    double before = suspicion("U50", "screen garbage");
    assertThat(suspicion("U50", "screen garbage", "U10.3 stuck high")).isGreaterThan(1.5 * before);
    assertThat(suspicion("U34", "screen garbage", "U29.3 stuck high"))
        .isGreaterThan(1.5 * suspicion("U34", "screen garbage"));
    // Who decodes the memories selects no port.
    assertThat(suspicion("U35", "screen garbage", "U29.3 stuck high"))
        .isLessThan(suspicion("U34", "screen garbage", "U29.3 stuck high"));
  }
}
