package raconteur.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Bookkeeping.Choice;
import raconteur.core.finding.Bookkeeping.LabelKind;
import raconteur.core.intake.RevisionQuestions.Question;
import raconteur.core.judge.Verdict;
import raconteur.core.plan.Costs;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Telling;

class IntakeTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Telling told(String... lines) {
    return Telling.of(BOARD, Stories.of(lines));
  }

  /** Eight revisions that differ in three parts, two ways each: three questions are the fewest. */
  private static List<Board> eight() {
    List<Board> boards = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      boards.add(
          Boards.parse(
              """
              {"format": "raconteur-board/1", "id": "r%d", "machine": "M", "revision": "%d",
               "title": "M", "copper": {"layers": 2, "order known": false}, "blocks": ["ram"],
               "parts": [
                 {"part": "U1", "device": "%s", "block": "ram"},
                 {"part": "U2", "device": "%s", "block": "ram"},
                 {"part": "U3", "device": "%s", "block": "ram"},
                 {"part": "U4", "device": "%s", "block": "ram"}]}
              """
                  .formatted(
                      i,
                      i,
                      (i & 1) == 0 ? "74LS00" : "74LS08",
                      (i & 2) == 0 ? "74LS00" : "74LS08",
                      (i & 4) == 0 ? "74LS00" : "74LS08",
                      i == 0 ? "74LS00" : "74LS08")));
    }
    return boards;
  }

  private static int asked(
      RevisionQuestions questions, List<Board> boards, Board truth, Set<String> unanswerable) {
    Set<String> left = new TreeSet<>();
    boards.forEach(b -> left.add(b.identity().id()));
    Set<String> candidates = left;
    int asked = 0;
    Optional<Question> next = questions.next(candidates, unanswerable);
    while (next.isPresent()) {
      asked++;
      Question question = next.get();
      String answer =
          question.answers().entrySet().stream()
              .filter(e -> e.getValue().contains(truth.identity().id()))
              .findFirst()
              .orElseThrow()
              .getKey();
      candidates = RevisionQuestions.after(candidates, question, answer);
      next = questions.next(candidates, unanswerable);
    }
    assertThat(candidates).containsExactly(truth.identity().id());
    return asked;
  }

  @Test
  void eightRevisionsAreToldApartByThreeQuestions() {
    List<Board> boards = eight();
    RevisionQuestions questions = new RevisionQuestions(boards);
    for (Board truth : boards) {
      assertThat(asked(questions, boards, truth, Set.of())).isEqualTo(3);
    }
  }

  @Test
  void thePrintedNumberIsAskedFirstAndPartsWhereItCannotBeRead() {
    List<Board> boards = List.of(BOARD, Boards.KITTIWAKE_D);
    RevisionQuestions questions = new RevisionQuestions(boards);
    Set<String> ids = Set.of(BOARD.identity().id(), Boards.KITTIWAKE_D.identity().id());
    assertThat(questions.next(ids, Set.of()).orElseThrow().id()).isEqualTo("assembly");
    Question part = questions.next(ids, Set.of("assembly")).orElseThrow();
    assertThat(part.words()).startsWith("What is at ");
    assertThat(asked(questions, boards, BOARD, Set.of("assembly"))).isEqualTo(1);
    assertThat(questions.next(Set.of(BOARD.identity().id()), Set.of())).isEmpty();
  }

  @Test
  void aChipYoungerThanTheRestWasPutInLater() {
    PartsFound found =
        PartsFound.of(
            BOARD,
            told(
                "date U8 8402",
                "date U13 8407",
                "date U15 8349",
                "date U16 8350",
                "date U44 8406",
                "date U30 8731"));
    assertThat(found.odd()).hasSize(1);
    assertThat(found.odd().getFirst().part().designator()).isEqualTo("U30");
    assertThat(found.odd().getFirst().notes().getFirst()).contains("younger", "put in later");
    assertThat(found.madeWords()).contains("week 7 of 1984");
    assertThat(PartsFound.of(BOARD, told("date U8 8402", "date U30 8731")).odd()).isEmpty();
  }

  @Test
  void missingForeignAndOtherSocketsAreHeldAgainstTheList() {
    PartsFound found =
        PartsFound.of(
            BOARD, told("missing U16", "foreign U30 a 200 ns part", "socket U22 single wipe"));
    assertThat(found.odd().stream().map(r -> r.part().designator()))
        .containsExactlyInAnyOrder("U16", "U30", "U22");
    assertThat(PartsFound.of(BOARD, told("missing U16", "seat U16")).odd()).isEmpty();
  }

  /** A socket found in poor quality raises its contacts' odds, a foreign part its joints'. */
  @Test
  void whatWasFoundMovesTheOdds() {
    Priors priors = Priors.shipped();
    FaultCatalogue plain = FaultCatalogue.of(BOARD, priors, History.NONE);
    var condition = told("socket U22 single wipe", "foreign U30").condition();
    FaultCatalogue found =
        FaultCatalogue.of(
            condition.asFound(BOARD), priors, History.NONE, condition.allDamage(BOARD));
    assertThat(opens(found, "U22")).isGreaterThan(1.5 * opens(plain, "U22"));
    assertThat(opens(found, "U30")).isGreaterThan(3 * opens(plain, "U30"));
    assertThat(condition.asFound(BOARD).part("U22").orElseThrow().socketed()).isTrue();
  }

  private static double opens(FaultCatalogue catalogue, String part) {
    double odds = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      if (catalogue.faults().get(i).place() instanceof Place.Segment segment
          && segment.to().part().equals(part)) {
        odds += catalogue.odds(i);
      }
    }
    return odds;
  }

  @Test
  void whatCameOffLastGoesBackFirst() {
    TakingApart apart =
        TakingApart.of(
            told(
                "undone screw M3 x 8, four to the rear edge",
                "undone connector ribbon, stripe left to J3",
                "undone wire speaker",
                "refitted 2"));
    assertThat(apart.reassembly().stream().map(TakingApart.Item::number)).containsExactly(3, 1);
    assertThat(apart.unmarked()).isEqualTo(1);
    assertThat(apart.items().getFirst().undone().where()).isEqualTo("the rear edge");
  }

  private static SetMatch.Member member(int number, String owner, String set) {
    return new SetMatch.Member(
        new CaseHeader(number, "b", owner, "", Instant.EPOCH, CaseState.ON_BENCH), "Lantern", set);
  }

  @Test
  void boardsOfOneSetCarryTheSameNumber() {
    SetMatch.Member board = member(3, "Museum", "LF-7");
    assertThat(SetMatch.check(board, List.of(board, member(4, "Museum", "LF-7"))).level())
        .isEqualTo(Verdict.Level.GOOD);
    assertThat(SetMatch.check(board, List.of(member(4, "Museum", "LF-9"))).sentence())
        .contains("does not match case 4 (LF-9)");
    assertThat(SetMatch.check(board, List.of(member(4, "School", "LF-9"))).level())
        .isEqualTo(Verdict.Level.UNJUDGED);
    assertThat(SetMatch.label(told("set A", "set B"), LabelKind.SET)).contains("B");
  }

  /** Two independent faults of 0.5 and 0.1: 0.6 faults; minutes and variance add up by hand. */
  @Test
  void expectedHoursAreTheSumOverWhatMayFail() {
    Costs costs = Costs.shipped();
    var part = BOARD.part("U13").orElseThrow();
    double each = costs.takeOut(part) + costs.putIn(part) + 40;
    Worth worth =
        Worth.of(
            BOARD,
            List.of(
                new Worth.Chance(new Place.OfPart("U13"), 0.5),
                new Worth.Chance(new Place.OfPart("U8"), 0.1)),
            costs,
            new Worth.Rates(30, 1),
            Optional.of(250.0));
    double other =
        costs.takeOut(BOARD.part("U8").orElseThrow())
            + costs.putIn(BOARD.part("U8").orElseThrow())
            + 40;
    assertThat(worth.minutes()).isCloseTo(135 + 0.5 * each + 0.1 * other, within(1e-9));
    assertThat(worth.sigmaMinutes())
        .isCloseTo(Math.sqrt(0.25 * each * each + 0.09 * other * other), within(1e-9));
    assertThat(worth.partsMoney()).isCloseTo(0.5 * 35 + 0.1 * 15, within(1e-9));
    assertThat(worth.choice()).contains(Choice.REPAIR);
    assertThat(worth.lines()).anyMatch(l -> l.contains("0.6 expected faults"));
  }

  @Test
  void aBoardThatCostsMoreThanItIsWorthIsADonorOrAnEnd() {
    List<Worth.Chance> chances =
        Worth.before(FaultCatalogue.of(BOARD, Priors.shipped(), History.NONE));
    Worth.Rates dear = new Worth.Rates(80, 1);
    Set<Choice> seen = new HashSet<>();
    for (double value : new double[] {5, 330, 2000}) {
      Worth worth = Worth.of(BOARD, chances, Costs.shipped(), dear, Optional.of(value));
      seen.add(worth.choice().orElseThrow());
      assertThat(worth.why()).isNotBlank();
    }
    assertThat(seen).contains(Choice.REPAIR, Choice.STOP);
    assertThat(Worth.of(BOARD, chances, Costs.shipped(), dear, Optional.empty()).choice())
        .isEmpty();
    double faults = chances.stream().mapToDouble(Worth.Chance::probability).sum();
    assertThat(faults).isBetween(1.2, 2.8);
  }
}
