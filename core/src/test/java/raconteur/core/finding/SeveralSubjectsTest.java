package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Suspect;
import raconteur.core.story.Told;

/** One line that says the same of several things. */
class SeveralSubjectsTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Understanding understand(String line) {
    return new BenchLine(BOARD).understand(line, BenchContext.FRESH);
  }

  /** What the line says, as the lines it could have been said in. */
  private static List<String> says(String line) {
    Understanding understood = understand(line);
    assertThat(understood)
        .as("%s: %s", line, understood.sentence())
        .isInstanceOf(Understanding.Understood.class);
    Statement statement = ((Understanding.Understood) understood).statement();
    return statement instanceof Statement.Several several
        ? several.parts().stream().map(Statement::line).toList()
        : List.of(statement.line());
  }

  @ParameterizedTest
  @CsvSource({
    "U24 U25 U26 tester pass, U24 tester pass|U25 tester pass|U26 tester pass",
    "u24 u25 TESTER FAIL, U24 tester fail|U25 tester fail",
    "'U24, U25 and U26 normal', U24 normal|U25 normal|U26 normal",
    "'U24,U25 hot', U24 hot|U25 hot",
    "U24-U27 normal, U24 normal|U25 normal|U26 normal|U27 normal",
    "U27-24 normal, U27 normal|U26 normal|U25 normal|U24 normal",
    "U24.14 U25.14 low, U24.14 low|U25.14 low",
    "U24 U25 good, U24 tester pass|U25 tester pass",
    "U15 U16 bad, U15 rom differs|U16 rom differs",
    "U24 good, U24 tester pass",
    "tester U24 pass, U24 tester pass",
    "tester U24 U25 fail, U24 tester fail|U25 tester fail",
    "rom U15 good, U15 rom good",
    "BA0 toggling at U15 U16, U15.8 toggling|U16.8 toggling",
    "ba0 TOGGLING AT u15 u16, U15.8 toggling|U16.8 toggling",
    "U24 U25 GOOD, U24 tester pass|U25 tester pass",
    "U24 U25 U24 hot, U24 hot|U25 hot",
    "mended U24 U25 replaced, mended U24 replaced|mended U25 replaced",
    "found U24 U25 dead, found U24 dead|found U25 dead",
    "pull U15 U16, pull U15|pull U16",
    "U22 piggyback changed, piggyback U22 changed",
    "u13 swap good same, swap U13 good same",
    "U26 found dead, found U26 dead",
    "J4 function good, function J4 good"
  })
  void isTakenApart(String line, String parts) {
    assertThat(says(line)).containsExactly(parts.split("\\|"));
  }

  /** Two pins belong together where a phrase says so. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "found U15.8 U18.8 open",
        "mended U15.8 U18.8 wired",
        "cont U15.8 U18.8 open",
        "mended U24 replaced",
        "found U24 dead",
        "diag U15 bad U16 good",
        "5V at U14 4.72"
      })
  void whatSpeaksOfOneThingStaysOne(String line) {
    assertThat(says(line)).hasSize(1);
    Understanding understood = understand(line);
    assertThat(((Understanding.Understood) understood).statement())
        .isNotInstanceOf(Statement.Several.class);
  }

  @Test
  void anUnknownNameAmongKnownOnesIsNamedAndTheOthersAreNotThrownAway() {
    Understanding refused = understand("U24 U999 U25 tester pass");
    assertThat(refused).isInstanceOf(Understanding.Refused.class);
    assertThat(understand("BA0 toggling at U999").sentence()).contains("U999 has no pin on this");
    assertThat(understand("u24 U25 hot").sentence()).contains("each of U24, U25");
    assertThat(refused.sentence()).contains("U999 is not on this board").contains("U24, U25");
    assertThat(understand("U24-U999 normal")).isNotInstanceOf(Understanding.Understood.class);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "U24 U25", "U24 U25 ", "U24 U25 te", "U24, ,, U25", "mended U24 U25", "U24 U25 purple",
        "pull U24 U25 92 ohm", "at at at", "BA0 at U15", "BA0 toggling at", "tester", "tester U24",
        "-U24 U25 hot", "U24- U25- hot", "U24 and and U25 sideways"
      })
  void whatIsCutShortOrOddIsAnsweredInOneSentence(String line) {
    Understanding answer = understand(line);
    assertThat(answer).isInstanceOfAny(Understanding.Unfinished.class, Understanding.Refused.class);
    assertThat(answer.sentence()).isNotBlank().doesNotContain("\n");
  }

  @Test
  void theLineIsKeptAsTypedAndWeighsAsItsPartsDo() {
    var one =
        Stories.advise(BOARD, 2, "screen garbage", "U24 U25 U26 tester pass", "U15.8 U16.8 low");
    var apart =
        Stories.advise(
            BOARD,
            2,
            "screen garbage",
            "U24 tester pass",
            "U25 tester pass",
            "U26 tester pass",
            "U15.8 low",
            "U16.8 low");
    assertThat(one.telling().lines()).hasSize(3);
    assertThat(one.telling().findings()).hasSize(6);
    for (int i = 0; i < 8; i++) {
      Suspect suspect = apart.diagnosis().suspects().get(i);
      assertThat(one.diagnosis().at(suspect.place()).map(Suspect::probability).orElse(0.0))
          .isCloseTo(suspect.probability(), within(1e-6));
    }
    assertThat(one.telling().lines().get(1).entry().line()).isEqualTo("U24 U25 U26 tester pass");
  }

  /** As many as a line holds; none is dropped without a word. */
  @Test
  void asManyPinsAsALineHoldsAreAllTaken() {
    List<String> pins =
        BOARD.nets().stream()
            .filter(n -> !BOARD.isSupply(n.name()))
            .flatMap(n -> n.path().stream())
            .map(PinRef::toString)
            .distinct()
            .limit(64)
            .toList();
    assertThat(says(String.join(" ", pins) + " low")).hasSize(64);
    assertThat(says("U1-U66 normal").size()).isGreaterThan(50);
  }

  /** A set fitted together is one look at the board later. */
  @Test
  void severalMendsOfOneLineAreOneEpoch() {
    var told =
        Stories.advise(BOARD, 1, "screen garbage", "mended U21-U24 replaced", "screen garbage")
            .telling();
    assertThat(told.epoch()).isEqualTo(1);
    assertThat(told.mends()).hasSize(4).allMatch(m -> m.epoch() == 1);
    assertThat(told.lines().getFirst().meaning()).isInstanceOf(Told.Counts.class);
  }

  @Test
  void completionGoesOnFromTheLastOfThem() {
    BenchLine bench = new BenchLine(BOARD);
    assertThat(bench.complete("U24 U25 tes", BenchContext.FRESH))
        .isEqualTo(bench.complete("U25 tes", BenchContext.FRESH))
        .isNotEmpty();
  }
}
