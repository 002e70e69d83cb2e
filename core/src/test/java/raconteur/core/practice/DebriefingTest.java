package raconteur.core.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import raconteur.core.Stories;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.contest.Bench;
import raconteur.core.contest.Contest;
import raconteur.core.contest.Policies;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Entry;

class DebriefingTest {
  private static final Board BOARD = Dealt.LANTERNFISH;
  private static final PlantedFault DEAD_RAM =
      PlantedFault.of(new Fault(new Place.OfPart("U15"), FaultMode.DEAD));

  private static Deal deal(int hints) {
    return new Deal("", Level.DEAD_PART, "", OddsShown.HIDDEN, 1, List.of(DEAD_RAM), 1, hints);
  }

  private static Debrief debrief(int hints, String... lines) {
    return debriefing(hints).over(Stories.of(lines), _ -> {}, () -> false);
  }

  private static Debriefing debriefing(int hints) {
    return new Debriefing(BOARD, new Advisor(BOARD, History.NONE, 2), deal(hints));
  }

  @Test
  void whatLedThereHasBitsAndWhatDidNotHasNone() {
    Debrief debrief =
        debrief(
            0,
            "screen tiles",
            "nothing hot",
            "U15 tester fail",
            "mended U30 replaced",
            "mended U15 replaced",
            "screen works");
    assertThat(debrief.solved()).isTrue();
    assertThat(debrief.steps()).hasSize(5);
    Debrief.Step tester = debrief.steps().get(1);
    assertThat(tester.bits()).isGreaterThan(1);
    assertThat(tester.after()).isGreaterThan(0.6);
    assertThat(debrief.steps().get(2).inVain()).isTrue();
    assertThat(debrief.steps().get(3).cured()).containsExactly(DEAD_RAM);
    assertThat(debrief.mendsInVain()).isEqualTo(1);
    assertThat(debrief.tests()).isEqualTo(2);
    assertThat(debrief.sufficed()).hasValue(3);
  }

  /** The bits of tests between two mends add up to what they did together. */
  @Test
  void bitsAddUp() {
    Debrief debrief =
        debrief(
            0, "screen tiles", "U15.5 low", "U16 tester pass", "nothing hot", "U15 tester fail");
    double sum = debrief.steps().stream().mapToDouble(Debrief.Step::bits).sum();
    double all = debrief.steps().getLast().after() / debrief.steps().getFirst().before();
    assertThat(sum).isCloseTo(Math.log(all) / Math.log(2), within(1e-9));
    assertThat(debrief.left()).containsExactly(DEAD_RAM);
  }

  /** Whoever plays as the planner does is reckoned the planner's minutes, by another count. */
  @Test
  void thePlannersOwnStoryCostsWhatTheContestCounted() {
    costsWhatTheContestCounted("warm-rom");
  }

  @Tag("long")
  @Test
  void thePlannersOwnStoryOfKeysDoesToo() {
    costsWhatTheContestCounted("key-row");
  }

  private static void costsWhatTheContestCounted(String id) {
    Lesson lesson = Dealt.lessons().find(id).orElseThrow();
    Board board = lesson.board();
    Contest.Played played =
        new Contest(
                board,
                new Contest.Rules(2, Contest.From.MODELS, false, 0),
                new SameDice(Bench.ofModels(board), Lesson.SEED))
            .play(Policies.RACONTEUR, lesson.faults(), Lesson.SEED);
    List<Entry> story = new ArrayList<>(played.story());
    Deal dealt = new Deal("", lesson.level(), id, OddsShown.SHOWN, 1, lesson.faults(), 1, 0);
    Debrief debrief =
        new Debriefing(board, new Advisor(board, History.NONE, 2), dealt)
            .over(story, _ -> {}, () -> false);
    // The contest looks for nothing after a mend that failed: the story says so in a line.
    double looks =
        debrief.steps().stream()
            .filter(s -> s.line().startsWith("screen "))
            .mapToDouble(Debrief.Step::minutes)
            .sum();
    assertThat(debrief.minutes() + debrief.risk() - looks)
        .isCloseTo(played.score().minutes(), within(0.01));
    assertThat(debrief.mendsInVain()).isEqualTo(played.score().wrongMends());
    assertThat(debrief.solved()).isTrue();
  }

  /** A row of dead keys on a foil: its contacts are cleaned before anything is measured. */
  @Test
  void whatWasEnoughAtTheDoorIsSaidToBe() {
    Lesson lesson = Dealt.lessons().find("key-row").orElseThrow();
    Debrief debrief =
        new Debriefing(
                lesson.board(),
                new Advisor(lesson.board(), History.NONE, 2),
                lesson.dealtTo("", OddsShown.HIDDEN))
            .over(
                Stories.of(lesson.opening().getFirst(), "U2 normal", "mended J1 cleaned"),
                _ -> {},
                () -> false);
    assertThat(debrief.sufficed()).hasValue(1);
    assertThat(debrief.minutesTooLong())
        .as("the finger on U2 told nothing that was needed")
        .isEqualTo(debrief.steps().getFirst().minutes());
  }

  @Test
  void hintsCostAndAStoppedGoingThroughSaysSo() {
    String[] lines = {"screen tiles", "nothing hot", "U15 tester fail"};
    assertThat(debrief(3, lines).cost() - debrief(0, lines).cost())
        .isCloseTo(3 * Debriefing.HINT_MINUTES, within(1e-9));
    AtomicInteger done = new AtomicInteger();
    Debrief stopped = debriefing(0).over(Stories.of(lines), done::set, () -> done.get() >= 2);
    assertThat(stopped.complete()).isFalse();
    assertThat(stopped.steps()).hasSize(1);
  }

  @Test
  void aStruckLineIsPaidForAndTurnsWhatIsSuspected() {
    List<Entry> story = new ArrayList<>(Stories.of("screen tiles", "U15 tester fail"));
    story.add(new Entry.Strike(3, story.getLast().at(), 2, "wrong chip in the tester"));
    Debrief debrief = debriefing(0).over(story, _ -> {}, () -> false);
    assertThat(debrief.steps()).hasSize(1);
    assertThat(debrief.minutes()).isGreaterThan(debrief.steps().getFirst().minutes());
    assertThat(debrief.complete()).isTrue();
  }

  @Test
  void aStoryOfItsOpeningAloneIsGoneThroughToo() {
    Debrief debrief = debrief(0, "screen tiles");
    assertThat(debrief.steps()).isEmpty();
    assertThat(debrief.solved()).isFalse();
    assertThat(debrief.sufficed()).isEmpty();
  }
}
