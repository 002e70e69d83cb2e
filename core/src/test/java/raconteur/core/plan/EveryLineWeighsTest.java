package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.story.Telling;

/** Whatever may be said of a board is weighed, or weighs nothing; it never stops the rest. */
class EveryLineWeighsTest {

  /** All kinds of lines about a few parts of every kind of device a board has. */
  private static List<String> lines(Board board) {
    List<String> lines = new ArrayList<>();
    List<String> kinds = new ArrayList<>();
    for (Part part : board.parts()) {
      if (part.fitted() && !kinds.contains(part.device().deviceClass())) {
        kinds.add(part.device().deviceClass());
        about(part, board, lines);
      }
    }
    for (var rail : board.rails()) {
      for (String value : List.of("0", "2.1", "5", "-4", "17")) {
        lines.add(rail.name().replace("+", "") + " " + value);
      }
      lines.add(rail.name().replace("+", "") + " gnd 3 ohm");
      lines.add(rail.name().replace("+", "") + " gnd open");
    }
    lines.addAll(
        List.of(
            "tap changes",
            "runs cartridge",
            "runs cartridge not",
            "runs game",
            "nothing hot",
            "settings lost",
            "settings kept",
            "flash picture right",
            "flash picture nothing",
            "shows 2 in 5 runs"));
    lines.addAll(List.of("flash 1", "flash none", "flash pass", "flash 3 7 99", "diag pass"));
    board.symptoms().forEach(card -> lines.add("screen " + card.id()));
    board.errorCodes().forEach(error -> lines.add("error " + error.code()));
    return lines;
  }

  private static void about(Part part, Board board, List<String> lines) {
    String name = part.designator();
    for (String said :
        List.of(
            "hot",
            "cold",
            "hot 71 C",
            "tester pass",
            "tester fail",
            "rom good",
            "rom differs",
            "rom unsteady",
            "rom silent",
            "elsewhere bad",
            "elsewhere changed",
            "old tester pass",
            "old tester fail",
            "was dead, another of the type, old one to the dead box",
            "pins t h l f b n -",
            "piggyback changed",
            "0.8 ohm",
            "100n",
            "1.2 uF",
            "0.1 ohm ESR",
            "esr 4")) {
      lines.add(name + " " + said);
    }
    for (String fault : List.of("dead", "stuck", "leaky", "slow", "dirty")) {
      lines.add("found " + name + " " + fault);
    }
    for (String action : List.of("replaced", "reseated", "cleaned")) {
      lines.add("mended " + name + " " + action);
    }
    lines.add("swap " + name + " good cured");
    lines.add("pull " + name);
    lines.add("pull " + name + " 90 ohm");
    lines.add("missing " + name);
    for (String how : List.of("tap", "flex", "moved", "warm", "cold")) {
      lines.add(how + " " + name + " changes");
      lines.add(how + " " + name + " same");
    }
    lines.add("backwards " + name);
    lines.add("damage corrosion " + name);
    lines.add("polls " + name);
    lines.add("function " + name + " bad");
    for (var pin : part.pins().stream().limit(3).toList()) {
      for (String shown :
          List.of("toggling", "low", "high", "floating", "between", "noisy", "1.4 V")) {
        lines.add(pin + " " + shown);
      }
      lines.add(pin + " 1 MHz");
      lines.add("leg " + pin + " broken");
      lines.add("function " + pin + " bad");
      lines.add(pin + " gnd 400 ohm");
      board.nets().stream()
          .limit(2)
          .map(net -> net.path().getLast())
          .forEach(
              other -> {
                lines.add("cont " + pin + " " + other + " joined");
                lines.add("cont " + pin + " " + other + " open");
              });
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"lanternfish-l1", "marram-310", "petrel-1", "quillon-kittiwake-d"})
  void someLinesOfEveryBoardLeaveChancesThatAreChances(String id) {
    // On boards of nets every weighing takes its time.
    weighed(id, Boards.parse(Boards.text(id)).nets().isEmpty() ? 3 : 19);
  }

  @Tag("long")
  @ParameterizedTest
  @ValueSource(strings = {"lanternfish-l1", "marram-310", "petrel-1", "quillon-kittiwake-d"})
  void everyLineOfEveryBoardLeavesChancesThatAreChances(String id) {
    weighed(id, 1);
  }

  /** Weighs every so many lines of a board by themselves. */
  private static void weighed(String id, int stride) {
    Board board = Boards.parse(Boards.text(id));
    var advisor = new Advisor(board, History.NONE, 1);
    int understood = 0;
    List<String> lines = lines(board);
    for (int n = id.length() % stride; n < lines.size(); n += stride) {
      String line = lines.get(n);
      Telling telling = Telling.of(board, Stories.of("screen garbage", line));
      if (!telling.findings().isEmpty() || !telling.mends().isEmpty()) {
        understood++;
        Diagnosis diagnosis =
            advisor.adviseUnexplained(Stories.of("screen garbage", line)).diagnosis();
        for (Suspect suspect : diagnosis.suspects()) {
          assertThat(suspect.probability())
              .as("%s: %s of %s", id, line, suspect.place())
              .isBetween(0.0, 1.0);
        }
        assertThat(diagnosis.soundness()).as("%s: %s", id, line).isBetween(0.0, 1.0);
      }
    }
    assertThat(understood).as("lines of %s that are findings or mends", id).isGreaterThan(12);
  }

  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static double at(String part, String... story) {
    return new Advisor(BOARD, History.NONE, 2)
        .advise(Stories.of(story))
        .diagnosis()
        .at(new Place.OfPart(part))
        .map(Suspect::probability)
        .orElse(0.0);
  }

  /** What is wrong with a part in the hand is no less wrong for its being out. */
  @ParameterizedTest
  @ValueSource(strings = {"U15 rom differs", "U15 tester fail", "U15 elsewhere bad"})
  void aPulledPartIsJudgedByItsOwnTest(String line) {
    double before = at("U15", "screen garbage", "pull U15");
    assertThat(at("U15", "screen garbage", "pull U15", line))
        .as(line)
        .isGreaterThan(Math.min(0.5, 3 * before));
  }

  @Test
  void whatThePractitionerFoundWeighsLikeTheStrongestTest() {
    double before = at("U24", "screen garbage");
    assertThat(at("U24", "screen garbage", "found U24 dead")).isGreaterThan(10 * before);
    assertThat(at("U24", "screen garbage", "found U24 dead")).isGreaterThan(0.6);
  }

  /** Said after the exchange it is said of the old part. */
  @Test
  void whatWasFoundAfterAnExchangeIsOfTheOldPart() {
    double found =
        at("U24", "screen garbage", "mended U24 replaced", "found U24 dead", "screen garbage");
    assertThat(found).isLessThan(0.1);
  }

  /** A wire elsewhere says nothing of when a cut was found. */
  @Test
  void aCutFoundAfterAWireOnAnotherLineIsStillThere() {
    String found = "found U15.5 U16.5 open";
    double there = cut("screen garbage", "mended U44.38 U56.38 wired", found);
    double mended = cut("screen garbage", "mended U15.5 U16.5 wired", found);
    assertThat(there).isGreaterThan(0.9);
    assertThat(mended).isLessThan(0.2);
  }

  /** The track from pin to pin, or a joint at an end of it. */
  private static boolean isOnTheWay(Place place) {
    return switch (place) {
      case Place.Segment(String net, _, _) -> net.equals("BA3");
      case Place.Contact(PinRef pin) -> List.of("U15.5", "U16.5").contains(pin.toString());
      case Place _ -> false;
    };
  }

  private static double cut(String... story) {
    return new Advisor(BOARD, History.NONE, 2)
        .advise(Stories.of(story)).diagnosis().suspects().stream()
            .filter(s -> isOnTheWay(s.place()))
            .mapToDouble(Suspect::probability)
            .sum();
  }

  @Test
  void examplesOfTheHelpAreWeighedToo() {
    for (String example : raconteur.core.finding.BenchLine.exampleLines()) {
      var diagnosis =
          new Advisor(BOARD, History.NONE, 1).adviseUnexplained(Stories.of(example)).diagnosis();
      assertThat(diagnosis.suspects()).as(example.toLowerCase(Locale.ROOT)).isNotEmpty();
    }
  }
}
