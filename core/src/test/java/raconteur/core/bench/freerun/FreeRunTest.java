package raconteur.core.bench.freerun;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.OptionalDouble;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.judge.Verdict;

/**
 * A counting processor on boards made for it. A Z80 fetches in four periods of its clock and puts
 * the refresh address out in the last two, a 6502 takes two periods for its instruction that does
 * nothing: their data books, from memory.
 */
class FreeRunTest {
  private static final double MEGAHERTZ = 1e6;

  private static FreeRun.Outcome.Ran ran(Board board) {
    return switch (FreeRun.of(board, OptionalDouble.empty(), _ -> {}, () -> false)) {
      case FreeRun.Outcome.Ran ran -> ran;
      case FreeRun.Outcome.Refused(String why) -> throw new AssertionError(why);
    };
  }

  private static FreeRunLine line(FreeRun.Outcome.Ran ran, String net) {
    return ran.lines().stream().filter(l -> l.net().equals(net)).findFirst().orElseThrow();
  }

  /** 8 MHz halved: a fetch a microsecond, so that A0 goes up half a million times a second. */
  @Test
  void aZ80CountsAtAnEighthOfItsClockAndItsSelectsFollow() {
    FreeRun.Outcome.Ran ran = ran(CountingBoard.z80());
    assertThat(ran.hertz()).isCloseTo(4 * MEGAHERTZ, within(0.05 * MEGAHERTZ));
    assertThat(ran.general()).isFalse();
    assertThat(line(ran, "CLK").hertz()).isCloseTo(4 * MEGAHERTZ, within(0.01 * MEGAHERTZ));
    assertThat(line(ran, "A0").hertz()).isCloseTo(0.5 * MEGAHERTZ, within(2000.0));
    assertThat(line(ran, "A1").hertz()).isCloseTo(0.25 * MEGAHERTZ, within(2000.0));
    assertThat(line(ran, "/MREQ").hertz()).isCloseTo(2 * MEGAHERTZ, within(5000.0));
    assertThat(line(ran, "/RD").hertz()).isCloseTo(MEGAHERTZ, within(2000.0));
    assertThat(line(ran, "/RD").highShare()).isCloseTo(0.625, within(0.01));
    assertThat(line(ran, "/WR").shows()).isEqualTo(FreeRunLine.Shows.HIGH);
    FreeRunLine select = line(ran, "/Y5");
    assertThat(select.lowAt()).containsExactly(new FreeRunLine.Stretch(0x280, 0x2FF));
    assertThat(FreeRunWords.where(select)).isEqualTo("low at 0280–02FF");
    // Low for three of eight halves in one of eight stretches, and through no refresh.
    assertThat(select.highShare()).isCloseTo(1 - 0.375 / 8, within(0.005));
  }

  @Test
  void whatAMemoryHoldsIsNotKnown() {
    assertThat(line(ran(CountingBoard.z80()), "Q").shows()).isEqualTo(FreeRunLine.Shows.NOT_KNOWN);
  }

  @Test
  void a6502TakesTwoPeriodsAnAddress() {
    FreeRun.Outcome.Ran ran = ran(CountingBoard.of("6502", "37", CountingBoard.SIX));
    assertThat(line(ran, "A0").hertz()).isCloseTo(MEGAHERTZ, within(3000.0));
    assertThat(line(ran, "PHI2").hertz()).isCloseTo(4 * MEGAHERTZ, within(0.01 * MEGAHERTZ));
    assertThat(line(ran, "R/W").shows()).isEqualTo(FreeRunLine.Shows.HIGH);
    assertThat(line(ran, "/Y0").lowAt()).containsExactly(new FreeRunLine.Stretch(0, 0x7F));
    assertThat(FreeRunWords.setUp(ran).getFirst()).contains("tie them to EA hex");
  }

  /** A crystal whose frequency nobody wrote down leaves what hangs on it unknown, not still. */
  @Test
  void anOscillatorNobodyCanReckonIsSaid() {
    Board board =
        Boards.parse(
            raconteur.core.board.BoardWriter.write(CountingBoard.z80().contents())
                .replace("8 MHz", ""));
    FreeRun.Outcome.Ran ran = ran(board);
    assertThat(ran.notes()).anyMatch(n -> n.startsWith("The board's own oscillator cannot be"));
    assertThat(line(ran, "OSC").shows()).isEqualTo(FreeRunLine.Shows.NOT_KNOWN);
    assertThat(line(ran, "A0").hertz()).isCloseTo(0.125 * MEGAHERTZ, within(1000.0));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "A0 500 kHz | GOOD |",
        "A0 toggling at U3 | GOOD |",
        "U3.30 toggling | GOOD |",
        "U3.30 1 MHz | BAD | It runs at 2 times that.",
        "U4.10 high | BAD | on a good board 125 kHz, high 95 %, low at 0280–02FF.",
        "U3.22 high | GOOD |",
        "U3.22 low | BAD | on a good board high.",
        "U5.14 low | UNJUDGED | hangs on what memories hold",
        "U4.10 nonsense | UNJUDGED |",
        "U5 hot | UNJUDGED | What a line shows is held against",
      })
  void aReadingIsHeldAgainstAGoodBoard(String typed, Verdict.Level level, String says) {
    Board board = CountingBoard.z80();
    Verdict verdict =
        new FreeRunJudge(board, ran(board).lines())
            .of(
                typed
                    .replace("A0 500", "U3.30 500")
                    .replace("A0 toggling at U3", "U3.30 toggling"));
    assertThat(verdict.level()).isEqualTo(level);
    if (says != null) {
      assertThat(verdict.sentence()).contains(says);
    }
  }

  @Test
  void whatCannotRunFreeSaysWhy() {
    assertThat(refused(ToldStories.board("dunlin-1"))).startsWith("No processor of this board");
    assertThat(refused(ToldStories.board("plover-1"))).startsWith("Nobody typed this board's nets");
    String shared =
        """
        {"net": "A8", "path": ["U3.8", "U5.5"]}, {"net": "A9", "path": ["U3.7", "U5.6"]},
        {"net": "A10", "path": ["U3.6", "U5.7"]}, {"net": "A11", "path": ["U3.5", "U5.4"]}
        """;
    assertThat(refused(CountingBoard.of("8088", "19", shared)))
        .contains("puts addresses and data out on the same pins");
  }

  private static String refused(Board board) {
    return FreeRun.of(board, OptionalDouble.empty(), _ -> {}, () -> false)
            instanceof FreeRun.Outcome.Refused(String why)
        ? why
        : "ran";
  }

  @Test
  void itIsStoppedOnTheWay() {
    assertThatThrownBy(
            () -> FreeRun.of(CountingBoard.z80(), OptionalDouble.empty(), _ -> {}, () -> true))
        .isInstanceOf(CancellationException.class);
  }

  /** The whole address space of a board that somebody typed, with the picture's clock beside it. */
  @Tag("long")
  @Test
  void everySelectOfATypedBoardIsAtItsAddresses() {
    FreeRun.Outcome.Ran ran = ran(ToldStories.board("heron-1"));
    assertThat(line(ran, "/ROM0").lowAt()).containsExactly(new FreeRunLine.Stretch(0, 0x1FFF));
    assertThat(line(ran, "/RAM").lowAt()).containsExactly(new FreeRunLine.Stretch(0xE000, 0xFFFF));
    assertThat(line(ran, "CLK4").hertz()).isCloseTo(4 * MEGAHERTZ, within(1000.0));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "raconteur-freerun/1 | raconteur-freerun/9 | format",
        "\"devices\": [\"6800\"] | \"devices\": [\"Z80\"] | two cycles are written down for the"
            + " Z80",
        "{\"address\": \"count\"}, {}, {}, {} | {}, {}, {}, {} | the address has to count",
        "{\"address\": \"count\"}, {}, {}, {} | {\"address\": \"count\"}, {}, {} | an even number",
        "\"BA\": 0} | \"BA\": 7} | a number from 0.0 to 1.0",
        "\"first half\": \"high\" | \"first half\": \"up\" | high",
      })
  void aWrongFileOfCyclesSaysWhere(String from, String to, String says) {
    String text = DataFile.shippedText(BusCycle.class, "/raconteur/core/data/freerun.json");
    assertThat(text).contains(from.strip());
    assertThat(
            BusCycle.read(
                "freerun.json",
                text.replaceFirst(
                    java.util.regex.Pattern.quote(from.strip()),
                    java.util.regex.Matcher.quoteReplacement(to.strip()))))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains(says.strip(), "freerun.json:"));
  }

  @Test
  void theProcessorsOfTheFileAreInTheLibraryWithTheirPins() {
    var library = raconteur.core.device.DeviceLibrary.shipped();
    for (String name :
        List.of("Z80", "6502", "6507", "6800", "6802", "6809", "6809E", "8080", "68000", "68008")) {
      var device = library.find(name).orElseThrow();
      BusCycle cycle = BusCycle.of(device).orElseThrow();
      assertThat(cycle.isGeneral()).as(name).isFalse();
      assertThat(device.pinNamed(cycle.clock())).as(name).isPresent();
      List<String> missing =
          cycle.rest().keySet().stream().filter(p -> device.pinNamed(p).isEmpty()).toList();
      assertThat(missing).as(name).isEmpty();
    }
  }
}
