package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;

/** Parts said by what a list of parts has them for, on a game board of nobody's making. */
class ListedPartsTest {
  private static final Board BOARD =
      Boards.parse(
          """
          {"format": "raconteur-board/1", "id": "game", "machine": "Game", "revision": "1",
           "title": "A parts list", "copper": {"layers": 2, "order known": false},
           "blocks": ["power", "clock", "reset", "cpu", "decode", "rom", "ram", "video", "io",
                      "unsorted"],
           "parts": [
             {"part": "U1", "device": "Z80", "block": "cpu", "for": "main CPU"},
             {"part": "U2", "device": "Z80", "block": "cpu", "for": "sound CPU"},
             {"part": "U3", "device": "2764", "block": "rom", "for": "program"},
             {"part": "U4", "device": "2764", "block": "rom", "for": "sound program"},
             {"part": "U5", "device": "2764", "block": "rom", "for": "sprite graphics 1"},
             {"part": "U6", "device": "2764", "block": "rom", "for": "sprite graphics 2"},
             {"part": "U7", "device": "6116", "block": "ram", "for": "work RAM"},
             {"part": "U8", "device": "6116", "block": "ram", "for": "tile RAM"},
             {"part": "U9", "device": "74LS138", "block": "unsorted", "for": "rom decoder"},
             {"part": "U10", "device": "74LS139", "block": "unsorted", "for": "ram decoder"},
             {"part": "U11", "device": "74LS273", "block": "unsorted", "for": "palette latch"},
             {"part": "U12", "device": "74LS74", "block": "unsorted", "for": "clock divider"},
             {"part": "U13", "device": "74LS157", "block": "unsorted", "for": "tile address mux"},
             {"part": "U14", "device": "74LS153", "block": "unsorted", "for": "colour mux"},
             {"part": "Y1", "device": "oscillator", "block": "clock", "value": "24 MHz"},
             {"part": "Y2", "device": "crystal", "block": "clock", "value": "3.579545 MHz"},
             {"part": "VR1", "device": "trimmer", "block": "io", "for": "volume"}]}
          """);

  private static String kept(String said, String partBefore) {
    return Heard.kept(
        new BenchLine(BOARD)
            .understand(said, new BenchContext(Set.of(), Map.of(), "").speakingOf(partBefore)));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sound program rom reads bad | U4 rom differs",
        "sprite roms read good | U5 U6 rom good",
        "sprite graphics 2 rom reads bad | U6 rom differs",
        "work ram pin 11 stuck low | U7.11 stuck low",
        "rom decoder output pin 15 never goes low | U9.15 stuck high",
        "palette latch pin 5 stuck high | U11.5 stuck high",
        "swapped cpu, no change | swap U1 good same",
        "24 MHz oscillator output dead | Y1.8 0 Hz",
        "3.58 crystal dead | found Y2 dead",
        "lines in the sprites | function sprites bad",
        "backgrounds garbage, sprites fine | function backgrounds bad; function sprites good",
        "sound crackles when turning the volume | function volume bad",
        "U13.7 stuck low with both inputs pulsing | U13.7 stuck low; U13.6 U13.5 toggling",
        "U14.7 stuck low with all inputs pulsing | U14.7 stuck low; U14.3 U14.4 U14.5 U14.6"
            + " toggling",
        "U12.5 low with pins 2 and 3 high | U12.5 low; U12.2 U12.3 high",
        "D3 ok now | U1.8 toggling",
        "all chips cool | nothing hot",
        "everything else works | note everything else works",
      })
  void partsAreKnownByWhatTheyAreListedFor(String said, String kept) {
    assertThat(kept(said, "")).isEqualTo(kept);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "U12 | clear and preset high | U12.1 U12.13 U12.4 U12.10 high",
        "U13 | select toggling | U13.1 toggling",
        "U14 | selects toggling | U14.2 U14.14 toggling",
        "U13 | output pin 4 stuck high | U13.4 stuck high",
        "U2 | M1 stuck high | U2.27 stuck high",
        "U9 | inputs toggling | U9.1 U9.2 U9.3 toggling",
      })
  void aPinByItsTaskIsOfThePartBefore(String before, String said, String kept) {
    assertThat(kept(said, before)).isEqualTo(kept);
  }

  /** Which ROMs a word nobody listed means is asked: all of them would be cleared else. */
  @Test
  void aKindWithAWordNobodyKnowsIsNotAllOfTheKind() {
    assertThat(kept("bonus roms read good", "")).startsWith("✗ “roms” is U3, U4");
    assertThat(kept("all roms read good", "")).isEqualTo("U3 U4 U5 U6 rom good");
  }

  /** One ROM that happens to be listed with the word is not the ROM that is spoken of. */
  @Test
  void aKindByItsWordAloneIsAsked() {
    for (String said : new String[] {"rom reads bad", "ram tests bad", "the ram is hot"}) {
      assertThat(kept(said, "")).doesNotContainPattern("^U[0-9]");
    }
  }

  /** Neither a level nor a chip is what a board does. */
  @ParameterizedTest
  @CsvSource({"output stays high", "data out toggling", "all outputs dead"})
  void whatIsReadIsNoFunction(String said) {
    assertThat(kept(said, "")).doesNotContain("function");
  }
}
