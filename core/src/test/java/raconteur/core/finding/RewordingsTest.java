package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.data.Loaded;

/** What people say in other words; the board is one whose pins and parts the examples have. */
class RewordingsTest {
  private static final BenchLine LINE = new BenchLine(Boards.KITTIWAKE_B);
  private static final BenchLine CALLED = new BenchLine(ToldStories.board("dunlin-1"));
  private static final BenchLine LISTED = new BenchLine(ToldStories.board("whimbrel-3"));
  private static final BenchLine ONE_RAIL = new BenchLine(ToldStories.board("gannet-1"));
  private static final BenchLine USUAL = new BenchLine(ToldStories.board("heron-1"));

  private static Understanding heard(String line) {
    return LINE.understand(line, BenchContext.FRESH);
  }

  private static String usual(String line) {
    return Heard.kept(heard(line));
  }

  /** The left is how it is said, the right how the story keeps it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "completely dead | screen blank",
        "The screen is black. | screen blank",
        "garbage on the screen | screen garbage",
        "U14.3 stuck low | U14.3 stuck low",
        "U14.3 is always high | U14.3 high",
        "u14.3 pulsing | U14.3 toggling",
        "U14.3 no pulses | U14.3 0 Hz",
        "U14.3 not moving | U14.3 0 Hz",
        "no -5V | -5V 0 V",
        "12V missing | +12V 0 V",
        "5V is 4.94 | +5V 4.94 V",
        "5V to ground 58 ohm | +5V gnd 58 ohm",
        "U26 very hot | U26 hot",
        "U26 runs really hot | U26 hot",
        "U26 stays cold | U26 cold",
        "removed U13 | pull U13",
        "swapped U15, no change | swap U15 good same",
        "swapped U15: fixed | swap U15 good cured",
        "replaced U26 | mended U26 replaced",
        "Replaced U26 with a new one | mended U26 replaced",
        "reseated U13 | mended U13 reseated",
        "resoldered U26.3 | mended U26.3 reflowed",
        "wired U15.3 to U16.3 | mended U15.3 U16.3 wired",
        "track cut between U15.3 and U16.3 | cont U15.3 U16.3 open",
        "U15.3 to U16.3 no beep | cont U15.3 U16.3 open",
        "U15.3 - U16.3 beeps | cont U15.3 U16.3 joined",
        "U5 tests good | U5 tester pass",
        "U5 fails in the tester | U5 tester fail",
        "U15 checksum wrong | U15 rom differs",
        "C9 leaking | found C9 leaky",
        "R1 open | R1 OL",
        "VR1 out 12.02 | +12V 12.02 V",
        "U14 pin 3 low | U14.3 low",
        "pin 3 of U14 is stuck low? | U14.3 stuck low",
        "U14.3 = 1.4 V | U14.3 1.4 V",
        "scope on U14.3: 4 MHz square wave | U14.3 4000000 Hz",
        "+5 = 4.98 | +5V 4.98 V",
        "5V rail is 4.2V | +5V 4.2 V",
        "5V on U14 4.72 | +5V at U14 4.72 V",
        "U14.3 half level | U14.3 between",
        "U13 pin 3 broken off | found U13.3 broken",
        "battery leak around U7 | damage corrosion U7",
        "dumped U15, matches | U15 rom good",
        "tried another U15, still dead | swap U15 good same",
        "piggybacked U22, better | piggyback U22 changed",
        "U26 was replaced | mended U26 replaced",
        "it works now | screen works",
        "nothing gets hot | nothing hot",
        "switched on | power on",
      })
  void otherWordsAreKeptAsTheUsualLine(String said, String kept) {
    assertThat(usual(said)).isEqualTo(kept);
    // What is kept says the same when it is read again.
    assertThat(usual(kept)).isEqualTo(kept);
    assertThat(usual(said.toUpperCase(Locale.ROOT))).isEqualTo(kept);
  }

  static Stream<Rewordings.Rewording> shipped() {
    return Rewordings.shipped().all().stream();
  }

  /**
   * Each example is what its pattern says, and comes to a line or to a question: on a board with
   * symptom cards of its own, or on one with the usual ones.
   */
  @ParameterizedTest
  @MethodSource("shipped")
  void everyExampleComesToSomething(Rewordings.Rewording way) {
    String plain = Rewordings.shipped().plain(way.example());
    assertThat(way.said().matcher(plain).matches()).as(way.example()).isTrue();
    boolean taken =
        (way.line().contains("{supply}")
                ? Stream.of(ONE_RAIL)
                // What is asked back on a board of several rails may be taken on one of a single.
                : way.ask().isEmpty()
                    ? Stream.of(LINE, USUAL, CALLED, LISTED)
                    : Stream.of(LINE, USUAL))
            .map(line -> line.understand(way.example(), BenchContext.FRESH))
            .anyMatch(
                u ->
                    u instanceof Understanding.Understood
                        || (u instanceof Understanding.InTurn
                            && way.line().contains(Rewordings.AND))
                        || u instanceof Understanding.Asked);
    // A step is worked out only where the rail was read before.
    assertThat(taken)
        .as(way.example())
        .isEqualTo(way.ask().isEmpty() && !way.line().startsWith("pull {part} {rest} on"));
  }

  /** Parts are found by the words they are listed with, and by those alone. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "dunlin-1 | no ball | E1 E2 E3 E4 E5 E6 E7 | ball | false",
        "dunlin-1 | paddle 1 missing | D1 D3 RV1 | paddle 1 | false",
        "dunlin-1 | Paddle 2 works fine | D2 D4 RV2 | paddle 2 | true",
        "dunlin-1 | score decoder bad | F5 | score decoder | false",
        "dunlin-1 | function score decoder good | F5 | score decoder | true",
        "plover-1 | A button does not work | SW2 | a button | false",
        "plover-1 | the B button is dead | SW3 | b button | false",
        "plover-1 | start button works | SW4 | start button | true",
        "plover-1 | headphones ok | P4 | headphones | true",
        "plover-1 | volume pot is scratchy | VR1 | volume pot | false",
        "plover-1 | cartridge not recognised | P1 | cartridge | false",
      })
  void partsAreCalledByWhatTheyAreFor(
      String board, String said, String parts, String purpose, boolean works) {
    assertThat(new BenchLine(ToldStories.board(board)).understand(said, BenchContext.FRESH))
        .isInstanceOfSatisfying(
            Understanding.Understood.class,
            u ->
                assertThat(u.statement())
                    .isEqualTo(
                        new Finding.FunctionCheck(List.of(parts.split(" ", -1)), purpose, works)));
  }

  /** What is kept of it is read again as the same. */
  @Test
  void aPurposeIsKeptAsItsOwnLine() {
    Understanding said = CALLED.understand("no ball", BenchContext.FRESH);
    Statement kept = ((Understanding.Understood) said).statement();
    assertThat(kept.line()).isEqualTo("function ball bad");
    assertThat(CALLED.understand(kept.line(), BenchContext.FRESH)).isEqualTo(said);
  }

  @Test
  void aWordThatPartsAreListedForIsOfferedWhereTheRestIsNotKnown() {
    assertThat(CALLED.understand("ball gears whirr loudly wrong", BenchContext.FRESH).sentence())
        .isEqualTo(
            "“gears whirr loudly” is not taken in: Enter keeps function ball bad, and what you said"
                + " as a note.");
    assertThat(CALLED.understand("gears of the ball", BenchContext.FRESH).sentence())
        .isEqualTo(
            "“ball” is what E1, E2, E3, E4 and others are listed for: Enter keeps function ball"
                + " bad, and what you said as a note.");
    assertThat(CALLED.understand("right gears of the ball", BenchContext.FRESH).sentence())
        .isEqualTo(
            "“ball” is what E1, E2, E3, E4 and others are listed for: say function ball bad, or"
                + " good.");
    assertThat(CALLED.understand("function gearbox bad", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
    assertThat(CALLED.understand("function ball gearbox bad", BenchContext.FRESH).sentence())
        .startsWith("No part is there for “ball gearbox”");
    assertThat(USUAL.understand("no ball", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
  }

  @Test
  void whatMayMeanTwoThingsIsAskedBack() {
    assertThat(usual("U26 warm"))
        .isEqualTo(
            "✗ Say hot where it is warmer than its twins, normal where it is not: U26 hot, U26"
                + " normal.");
    assertThat(usual("swapped U15")).startsWith("✗ Say what a good one did: swap U15 good same");
    assertThat(usual("C9 shorted")).startsWith("✗ In the board everything beside it reads along");
    assertThat(usual("U14.3 shorted to ground"))
        .isEqualTo("✗ Say what the meter reads, power off: U14.3 gnd 0.8 ohm.");
    // Without a figure it is worth something all the same.
    assertThat(usual("5V ok")).isEqualTo("+5V good");
    assertThat(usual("pulled U13, 12V 12.0 V")).isEqualTo("pull U13; +12V 12 V");
  }

  /** While a usual line is being typed it is not taken for something else. */
  @Test
  void aLineThatIsBeingTypedIsLeftAlone() {
    for (Sayings.Saying saying : Sayings.shipped().all()) {
      String[] words = saying.line().split(" ", -1);
      for (int n = 1; n < words.length; n++) {
        String begun = String.join(" ", List.of(words).subList(0, n));
        if (LINE.asSaid(begun, BenchContext.FRESH) instanceof Understanding.Unfinished) {
          assertThat(heard(begun)).as(begun).isNotInstanceOf(Understanding.Understood.class);
        }
      }
    }
  }

  /** A reset or a clock is that of the processor; a board without one is not guessed at. */
  @Test
  void resetAndClockAreTheProcessors() {
    assertThat(usual("reset stays low")).matches("U8\\.[0-9]+ low");
    assertThat(usual("no clock")).matches("U8\\.[0-9]+ 0 Hz");
  }

  @Test
  void aLineWithoutItsPlaceIsAskedForIt() {
    String net =
        Boards.KITTIWAKE_B.nets().stream()
            .filter(n -> !Boards.KITTIWAKE_B.isSupply(n.name()) && n.path().size() > 2)
            .findFirst()
            .orElseThrow()
            .name();
    Understanding asked =
        new BenchLine(Boards.KITTIWAKE_B).understand(net + " low", BenchContext.FRESH);
    assertThat(asked)
        .isInstanceOfSatisfying(
            Understanding.Asked.class,
            a ->
                assertThat(a.sentence())
                    .startsWith("Where on it stood the tip? Enter keeps " + net + " low at "));
  }

  /** What is wrong in a file is found when it is read, not at the bench. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "(replaced {part} | \"line\": \"mended {part} replaced\" | not a regular expression",
        "replaced {part} | \"line\": \"mended {pin} replaced\" | {pin} is not in what is said",
        "replaced {part} | \"lines\": \"mended {part} replaced\" | lines",
        "replaced {part} | \"line\": \"x\", \"ask\": \"y\" | either a line or a question to ask",
      })
  void aWrongFileIsRefusedByItsPlace(String said, String other, String why) {
    String text =
        """
        {"format": "raconteur-rewordings/1", "origin": "x", "notes": "", "rewordings": [
          {"said": "%s", %s, "example": "x"}]}
        """
            .formatted(said, other);
    assertThat(Rewordings.read("mine.json", text))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("mine.json:2", why));
  }

  /**
   * However long and strange, a line is answered at once: no pattern goes back over it for ever.
   */
  @Test
  void noPatternRunsAway() {
    for (String piece :
        List.of("U1 ", "U1-U2 and ", "a ", "screen ", "U1.1 ", "5V 5V ", "and it is ", "1/1A ")) {
      String line = piece.repeat(1 + BenchLine.LONGEST / piece.length());
      assertTimeoutPreemptively(
          Duration.ofSeconds(20), () -> heard(line.substring(0, BenchLine.LONGEST)), piece);
    }
  }

  @Test
  void junkStaysJunk() {
    for (String line :
        List.of("", "   ", "ßß ????", "{part} hot", "U999 very hot", "a".repeat(400))) {
      assertThat(heard(line))
          .as(line)
          .isInstanceOfAny(Understanding.Refused.class, Understanding.Unfinished.class);
    }
  }
}
