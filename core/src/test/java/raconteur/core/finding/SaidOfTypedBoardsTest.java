package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.story.Telling;

/** Lines as people type them on boards of which a parts list and the nets were typed. */
class SaidOfTypedBoardsTest {
  private static String kept(String board, String said) {
    return Heard.kept(new BenchLine(ToldStories.board(board)).understand(said, BenchContext.FRESH));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Pins by the two letters every data book has, and by the words for them.
        "smew-1 | U2 cs pulsing | U2.20 toggling",
        "smew-1 | U2 ce stuck high | U2.20 stuck high",
        "smew-1 | U2 oe pulsing | U2.22 toggling",
        "smew-1 | U2 output enable pulsing | U2.22 toggling",
        "smew-1 | U3 we pulsing | U3.27 toggling",
        "smew-1 | U3 write enable stuck high | U3.27 stuck high",
        "smew-1 | U6 cs stuck high | U6.6 stuck high",
        "smew-1 | U7 rd pulsing | U7.13 toggling",
        "smew-1 | 8255 cs never goes low | U6.6 stuck high",
        "smew-1 | U15 load ok | U15.15 toggling",
        "merlin-1 | sound cpu clock ok | 9A.6 toggling",
        "merlin-1 | sound cpu reset high | 9A.26 high",
        // What goes in does not hold, and is no clock.
        "merlin-1 | 9F inputs pulsing | 9F.3 9F.4 9F.7 9F.8 9F.13 9F.14 9F.17 9F.18 toggling",
        // Read at a pin, whatever it is called.
        "smew-1 | dot clock at U17.2 ok | U17.2 toggling",
        "curlew-1 | reset stuck low at IC1.40 | IC1.40 stuck low",
        "curlew-1 | phi2 missing at IC1.39 | IC1.39 0 Hz",
        "smew-1 | U1.12 38 ohm to ground | U1.12 gnd 38 ohm",
        // A supply does not move.
        "smew-1 | nothing at U26.1 | UNREG at U26 0 V",
        "smew-1 | ripple on UNREG 3V | UNREG ripple 3 V",
        // Nothing, and no beep either, is not good.
        "smew-1 | nothing on screen no beep | screen blank; function LS1.1 bad",
        "smew-1 | no picture no sound | screen blank; screen no-sound",
        // Sync that is there does not roll.
        "smew-1 | no video but sync | screen blank",
        "smew-1 | sync but no video | screen blank",
        "smew-1 | no activity on any address line | U1 stopped",
        "smew-1 | wrong letters in screen | screen wrong-letters",
        "smew-1 | only half a picture, garbled | screen garbage",
        "smew-1 | cannot clear screen | screen garbage",
        "smew-1 | every row repeats | screen garbage",
        "smew-1 | machine otherwise works | note otherwise it works",
        "smew-1 | keyboard works on another machine | note keyboard works on another machine",
        "smew-1 | U3 tester fail at bit 4 | U3 tester fail; note tester: bit 4",
        // Lines in small letters; what is in order moves, but for what waits to be pulled low.
        "siskin-1 | clk dead | U1.37 0 Hz",
        "siskin-1 | osc ok | U16.7 toggling",
        "siskin-1 | INT ok | U1.7 high",
        "siskin-1 | CLK ok at U7.3 | U7.3 toggling",
        // Volts by what the supply comes through.
        "siskin-1 | 9V at J5 | VIN 9 V",
        "siskin-1 | no power at the jack | VIN 0 V",
        "siskin-1 | nothing after the switch | VSW 0 V",
        "siskin-1 | 9.1V before the fuse | VSW 9.1 V",
        "siskin-1 | no voltage at all after D5 | VRAW 0 V",
        "siskin-1 | nothing comes out of the 7805 | +5V 0 V",
        "siskin-1 | 8.4V into the regulator | VRAW 8.4 V",
        "siskin-1 | +5V after the regulator is 1.2V | +5V 1.2 V",
        "siskin-1 | before the fuse there is only 3,2V | VSW 3.2 V",
        // Who hears it has a processor that works.
        "siskin-1 | screen blank, keys beep | screen blank; U1 runs",
        "siskin-1 | no picture but sound works | screen blank; U1 runs",
        "siskin-1 | no key response | screen dead-keys",
        "siskin-1 | no keys work | screen dead-keys",
        "siskin-1 | game frozen | screen hangs",
        "siskin-1 | nothing else gets warm | nothing hot",
        "siskin-1 | pressing the ribbon brings them back | moved J1 changes",
        "siskin-1 | reseated the ribbon | mended J1 reseated",
        // Places of a grid have pins as others have.
        "dotterel-1 | 8E pin 1 high | 8E.1 high",
        "dotterel-1 | pin 1 of 8E high | 8E.1 high",
        "dotterel-1 | 9B pin 15 high, pin 14 low | 9B.15 high; 9B.14 low",
        "dotterel-1 | 5V at pin 24 of 10C | 10C.24 5 V",
        "dotterel-1 | 4D.18 never changes | 4D.18 0 Hz",
        // Chips by just the words they are listed with.
        "dotterel-1 | sound cpu running | 10A runs",
        "dotterel-1 | sound cpu not running | 10A stopped",
        "dotterel-1 | sound latch clocking | 11B.11 toggling",
        "dotterel-1 | tile rom 1 differs from good set | 6C rom differs",
        "dotterel-1 | sprite rom 2 checksum differs | 7D rom differs",
        "dotterel-1 | priority prom swapped, fixed | swap 9A good cured",
        "dotterel-1 | pulling 12B stops it | without 12B cured",
        "dotterel-1 | pulling 12B makes no difference | without 12B same",
        // Pins of the processor by what they have in common.
        "dotterel-1 | ipl lines never change | 1A.23 1A.24 1A.25 0 Hz",
        "dotterel-1 | FC lines pulsing | 1A.26 1A.27 1A.28 toggling",
        // A row of lines by what their names have in common.
        "merlin-1 | TA lines all pulsing | TA0-TA10 pulsing",
        // Plugs by what comes through them.
        "curlew-1 | picture comes and goes when the video connector is touched | moved P2 changes",
        "merlin-1 | blue works when edge connector is wiggled | moved J1 changes",
      })
  void isTakenAsItIsMeant(String board, String said, String kept) {
    assertThat(kept(board, said)).isEqualTo(kept);
  }

  /** A line of the board is read before anything a part is listed for. */
  @Test
  void aLinesNameIsNoPurpose() {
    assertThat(kept("curlew-1", "RAS dead")).startsWith("IC24.5 0 Hz");
    // What a board does is what no part is there for, even one listed for the reset.
    assertThat(kept("merlin-1", "resets, stuck on first screen")).doesNotContain("function");
  }

  /** Of two pins of a name one is asked for, by name. */
  @Test
  void oneOfTwoSelectsIsAskedFor() {
    Board board = ToldStories.board("merlin-1");
    BenchContext ofTheSelector = Telling.of(board, Stories.of("11A.7 stuck high")).context();
    assertThat(new BenchLine(board).understand("select toggling", ofTheSelector).sentence())
        .contains("11A.2 (B)", "11A.14 (A)");
  }

  /** Pulled, and no change: what was read before is so still. */
  @Test
  void noChangeIsTheReadingBefore() {
    Board board = ToldStories.board("smew-1");
    BenchLine line = new BenchLine(board);
    BenchContext pulled = Telling.of(board, Stories.of("U1.12 stuck low", "pull U2")).context();
    assertThat(Heard.kept(line.understand("no change", pulled))).isEqualTo("U1.12 stuck low");
    // What the board shows is what people look at first.
    BenchContext shown =
        Telling.of(board, Stories.of("U1.12 stuck low", "screen blank", "pull U2")).context();
    assertThat(Heard.kept(line.understand("no change", shown))).isEqualTo("screen blank");
    BenchContext moving = Telling.of(board, Stories.of("U1.12 toggling", "pull U2")).context();
    assertThat(line.understand("no change", moving)).isInstanceOf(Understanding.Refused.class);
  }

  /** Lines of a board that are high are none on its screen. */
  @Test
  void linesThatStandAreNoPicture() {
    assertThat(kept("siskin-1", "ipl lines high")).startsWith("✗");
    assertThat(kept("siskin-1", "lines on the screen")).isEqualTo("screen lines");
  }
}
