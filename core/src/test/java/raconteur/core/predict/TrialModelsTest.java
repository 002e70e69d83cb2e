package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.finding.Understanding;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Moment;

class TrialModelsTest {
  private static final Moment NOW = new Moment(0, Set.of(), Optional.empty());

  private static Finding finding(String line) {
    Understanding read = new BenchLine(Boards.KITTIWAKE_B).understand(line, BenchContext.FRESH);
    return (Finding) ((Understanding.Understood) read).statement();
  }

  private static double suspicion(String part, String... lines) {
    Advisor.Advice advice = Stories.advise(Boards.KITTIWAKE_B, lines);
    return advice.diagnosis().at(new Place.OfPart(part)).map(Suspect::probability).orElse(0.0);
  }

  /** Whatever is wrong, a test comes out somehow: the chances of its outcomes add up to 1. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "U15 rom differs",
        "U10 elsewhere good",
        "piggyback U22 changed",
        "without U56 same",
        "diag U15 bad U16 good",
        "diag U56 bad harness",
        "function J4 bad"
      })
  void outcomesAddUpToOneUnderEveryFault(String line) {
    var predictor = new Predictor(Boards.KITTIWAKE_B, Readings.shipped());
    addsUp(predictor.model(finding(line), NOW, List.of()));
  }

  private static <E> void addsUp(TestModel<E> model) {
    var faults =
        raconteur.core.fault.FaultCatalogue.of(
                Boards.KITTIWAKE_B,
                raconteur.core.fault.Priors.shipped(),
                raconteur.core.fault.History.NONE)
            .faults();
    for (int i = 0; i < faults.size(); i += 37) {
      E effect = model.effectOf(faults.get(i));
      double sum = model.outcomes().stream().mapToDouble(o -> model.probability(o, effect)).sum();
      assertThat(sum).isCloseTo(1, within(1e-9));
    }
  }

  /** 74 and 74LS data books, from memory: V_IL 0.8 V, V_IH 2.0 V. */
  @ParameterizedTest
  @CsvSource({
    "0.2, 0.2, LOW",
    "0.8, 0.8, LOW",
    "1.4, 1.4, BETWEEN",
    "2.0, 2.0, HIGH",
    "0.3, 3.4, TOGGLING",
    "0.3, 1.6, BETWEEN"
  })
  void levelsAreJudgedByTheDataBook(double low, double high, String shown) {
    assertThat(LogicLevels.of(low, high)).hasToString(shown);
  }

  /**
   * Common practice, no source: bad together, convict what their paths share. The ROMs are needed
   * to run the test at all, so that one of them alone called bad is a poor example; the colour
   * memory is not.
   */
  @Test
  void severalPartsCalledBadAccuseWhatTheyShare() {
    String[] all = {"screen garbage", "diag U48 bad U56 bad U15 bad harness"};
    String[] alone = {"screen garbage", "diag U48 bad U56 good U15 good harness"};
    assertThat(suspicion("U48", alone)).isGreaterThan(3 * suspicion("U48", all));
    assertThat(suspicion("U13", all)).isGreaterThan(2 * suspicion("U15", all));
  }

  /** Common practice, no source: without the loop-back harness good ports are called bad. */
  @Test
  void aPortCalledBadWithoutItsHarnessSaysNothing() {
    double with = suspicion("U56", "screen characters", "diag U56 bad harness");
    double without = suspicion("U56", "screen characters", "diag U56 bad");
    double before = suspicion("U56", "screen characters");
    assertThat(without).isCloseTo(before, within(0.02));
    assertThat(with).isGreaterThan(2 * before);
  }

  @Test
  void aRomThatDiffersIsConvictedAndOneThatReadsWellIsCleared() {
    assertThat(suspicion("U15", "screen blank", "U15 rom differs")).isGreaterThan(0.8);
    assertThat(suspicion("U15", "screen blank", "U15 rom good"))
        .isLessThan(suspicion("U15", "screen blank"));
  }

  private static double listed(String part, String... lines) {
    return Stories.suspicion(ToldStories.board("pintail-1"), part, lines);
  }

  /** Out of the board a switch is not missed: what works without it was held by it. */
  @Test
  void whatWorksWithoutASwitchWasHeldByIt() {
    double before = listed("SW1", "U1.18 low");
    assertThat(listed("SW1", "U1.18 low", "without SW1 cured")).isGreaterThan(2 * before);
    assertThat(listed("SW1", "U1.18 low", "without SW1 same")).isLessThan(before);
  }

  /** Sixteen memories at once are hardly all bad; what strobes them is in front of them all. */
  @Test
  void allMemoriesAtOnceAccuseWhatTheyHaveInCommon() {
    double memory = listed("U17", "says all memory bad");
    double driver = listed("U33", "says all memory bad");
    assertThat(driver / listed("U33")).isGreaterThan(5 * (memory / listed("U17")));
    // One complaint of memory may be either.
    assertThat(listed("U17", "says memory error")).isGreaterThan(2 * listed("U17"));
    assertThat(listed("U33", "says memory error")).isGreaterThan(2 * listed("U33"));
  }

  /** Memories of one bit hold the bits in the order of the list, or the other way round. */
  @Test
  void aBitIsOneOfTwoMemoriesOfItsByte() {
    double third = listed("U20", "says bit 3 bad");
    assertThat(third).isGreaterThan(3 * listed("U20"));
    assertThat(listed("U21", "says bit 3 bad")).isEqualTo(third, within(1e-9));
    assertThat(listed("U18", "says bit 3 bad")).isLessThan(third / 3);
    assertThat(listed("U28", "says bit 11 bad")).isGreaterThan(3 * listed("U28"));
    assertThat(listed("U28", "says bit 3 bad")).isLessThan(third / 3);
  }

  /**
   * 74148, function table of its data book: with all inputs high all outputs are high. 74138: let
   * through with its address at nought, its first output is low.
   */
  @Test
  void inputsThatDecideAnOutputOfManyAreFollowed() {
    String inputs = "U9.1 U9.2 U9.3 U9.4 U9.5 U9.10 U9.11 U9.12 U9.13 high";
    double low = listed("U9", "U9.7 low");
    assertThat(listed("U9", "U9.7 low", inputs)).isGreaterThan(10 * low);
    assertThat(listed("U9", "U9.7 high", inputs)).isLessThan(low);
    double high = listed("U7", "U7.15 high");
    assertThat(listed("U7", "U7.15 high", "U7.6 high", "U7.4 U7.5 U7.1 U7.2 U7.3 low"))
        .isGreaterThan(3 * high);
    assertThat(listed("U7", "U7.15 low", "U7.6 high", "U7.4 U7.5 U7.1 U7.2 U7.3 low"))
        .isLessThan(high);
    // Where the enable holds it, nothing that comes of the address matters.
    assertThat(listed("U7", "U7.15 low", "U7.6 low")).isGreaterThan(10 * listed("U7"));
  }

  /** That a decoder is let through makes an output that never comes no less suspect. */
  @Test
  void whatLetsAChipWorkExcusesNothing() {
    double alone = listed("U7", "U7.15 stuck high");
    assertThat(listed("U7", "U7.15 stuck high", "U7.6 high", "U7.4 low", "U7.5 low"))
        .isEqualTo(alone, within(0.1 * alone));
  }

  private static double ofKnot(String part, String... lines) {
    return Stories.suspicion(ToldStories.board("knot-1"), part, lines);
  }

  /** The crystal of the sound drives the processor of the sound, and the main one the other. */
  @Test
  void eachProcessorHasItsOwnClock() {
    assertThat(ofKnot("Y2", "F1.39 0 Hz")).isGreaterThan(5 * ofKnot("Y2"));
    assertThat(ofKnot("Y1", "F1.39 0 Hz")).isLessThan(2 * ofKnot("Y1"));
    assertThat(ofKnot("Y1", "A1.34 0 Hz")).isGreaterThan(5 * ofKnot("Y1"));
    assertThat(ofKnot("Y2", "A1.34 0 Hz")).isLessThan(2 * ofKnot("Y2"));
  }

  /** What goes into a transistor and does not come out of it: twice as much as one of the two. */
  @Test
  void aTransistorThatIsDrivenAndShowsNothingIsDead() {
    double before = ofKnot("Q1");
    double nothing = ofKnot("Q1", "Q1.1 0 Hz");
    assertThat(nothing).isGreaterThan(2 * before);
    assertThat(ofKnot("Q1", "Q1.2 toggling", "Q1.1 0 Hz")).isGreaterThan(2 * nothing);
    assertThat(ofKnot("Q1", "Q1.2 toggling", "Q1.1 toggling")).isLessThan(before);
  }

  /** A rail called good is less than a figure, and more than nothing. */
  @Test
  void aRailCalledGoodClearsItsMakersALittleLess() {
    Board scaup = ToldStories.board("scaup-1");
    double before = Stories.suspicion(scaup, "IC35", "screen blank");
    double said = Stories.suspicion(scaup, "IC35", "screen blank", "5V good");
    double read = Stories.suspicion(scaup, "IC35", "screen blank", "5V 5.0 V");
    assertThat(said).isLessThan(before / 5);
    assertThat(read).isLessThanOrEqualTo(said);
    // It takes back a low reading that came before it.
    assertThat(Stories.suspicion(scaup, "IC35", "5V 0 V", "5V good"))
        .isLessThan(Stories.suspicion(scaup, "IC35", "5V 0 V") / 3);
  }
}
