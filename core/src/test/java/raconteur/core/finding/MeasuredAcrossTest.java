package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;

/** What is said of parts with two ends, of the processor and by the board itself. */
class MeasuredAcrossTest {
  private static final Board BOARD = board();

  private static Board board() {
    String text =
        """
        {"format": "raconteur-board/1", "id": "oyster-1", "machine": "Oyster", "revision": "1", "title": "for tests", "copper": {"layers": 2, "order known": false},
         "blocks": ["power", "clock", "cpu", "rom", "ram", "video", "io"],
         "parts": [
          {"part": "U1", "device": "Z80", "block": "cpu"},
          {"part": "U2", "device": "2764", "block": "rom", "for": "program rom 1"},
          {"part": "U3", "device": "2764", "block": "rom", "for": "program rom 2"},
          {"part": "U4", "device": "6116", "block": "ram"},
          {"part": "U5", "device": "6116", "block": "ram"},
          {"part": "R14", "device": "resistor", "block": "io", "value": "4k7"},
          {"part": "C7", "device": "capacitor", "block": "power"},
          {"part": "F1", "device": "fuse", "block": "power"},
          {"part": "BT1", "device": "back-up-cell", "block": "power", "value": "3.6V NiCd"},
          {"part": "D3", "device": "diode", "block": "power"},
          {"part": "J1", "device": "connector-3", "block": "power"}],
         "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5, "expected ohms": 300}],
         "ground": "GND",
         "nets": [
          {"net": "+5V", "path": ["U1.11", "U2.28", "U3.28"]},
          {"net": "GND", "path": ["U1.29", "U2.14", "U3.14"]},
          {"net": "D0", "path": ["U1.14", "U2.11", "U3.11"]},
          {"net": "D1", "path": ["U1.15", "U2.12", "U3.12"]},
          {"net": "D2", "path": ["U1.12", "U2.13", "U3.13"]}]}
        """;
    return Boards.parse(text);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "R14 4k7 | R14 4700 ohm",
        "r14 measures 1.2M | R14 1200000 ohm",
        "R14 reads open | R14 OL",
        "R14 is shorted | R14 0 ohm",
        "the fuse is open | F1 OL",
        "F1 blown | found F1 dead",
        "battery 2.1V | BT1 2.1 V",
        "the battery reads 0.4 volts | BT1 0.4 V",
        "battery flat | found BT1 dead",
        "BT1 90 uF 2 ohm | BT1 90 uF 2 ohm",
        "D3 0.62V forward drop | D3 0.62 V",
        "9VAC at J1 | J1 9 Vac",
        "no AC at J1 | J1 0 Vac",
        "J1 gets 9.1 V AC | J1 9.1 Vac",
        "cpu not running | U1 stopped",
        "no activity on the bus | U1 stopped",
        "address lines all toggling | U1 runs",
        "U1 is halted | U1 stopped",
        "U1 gets no 5V | +5V at U1 0 V",
        "U1 pins 14, 15 and 12 low | U1.14 U1.15 U1.12 low",
        "U1 pins 30-32 toggling | U1.30 U1.31 U1.32 toggling",
        "U1 pins 32-30 low | U1.32 U1.31 U1.30 low",
        "D0-D1 low at U2 and U3 | D0-D1 low at U2 and U3",
        "shows RAM BAD | says RAM BAD",
        "error message ROM 2 ERROR | says ROM 2 ERROR",
        "memory error | says memory error",
        "screen upside down | screen flipped",
        "the picture is mirrored | screen flipped",
        "U1 31 C | U1 31 C"
      })
  void isKeptAs(String said, String kept) {
    assertThat(Heard.kept(new BenchLine(BOARD).understand(said, BenchContext.FRESH)))
        .isEqualTo(kept);
  }

  /** Where the tip stood was not said: it is offered, and asked about. */
  @Test
  void aRangeOfLinesIsTakenAtTheProcessor() {
    Understanding taken = new BenchLine(BOARD).understand("D0 to D2 floating", BenchContext.FRESH);

    assertThat(taken).isInstanceOf(Understanding.Asked.class);
    assertThat(((Understanding.Asked) taken).statement())
        .isInstanceOfSatisfying(
            Statement.Several.class,
            all ->
                assertThat(all.parts())
                    .extracting(Statement::line)
                    .containsExactly("U1.14 floating", "U1.15 floating", "U1.12 floating"));
    assertThat(new BenchLine(BOARD).understand("D0-D2 floating at U2", BenchContext.FRESH))
        .isInstanceOf(Understanding.Understood.class);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "U2 stopped | no processor",
        "C7 is shorted | take it out",
        "all voltages good | its own figure",
        "DIP 3 on | proves nothing",
        "8.9 VAC comes in | At which part",
        "R14 -3 ohm | never below 0",
        "U2 300 ohm | more than two ends"
      })
  void isAskedBack(String said, String why) {
    assertThat(Heard.kept(new BenchLine(BOARD).understand(said, BenchContext.FRESH)))
        .startsWith("✗")
        .contains(why);
  }

  @ParameterizedTest
  @CsvSource({
    "RAM BAD, U4 U5, true",
    "RAM OK ROM BAD, U2 U3, true",
    "ROM 2 ERROR, U3, true",
    "BAD RAM U5, U5, true",
    "ROM OK, U2 U3, false",
    "NO ERROR IN ROM, U2 U3, false",
    "CHECKSUM ERROR, U2 U3, true",
    "ERROR IN SECTOR 5, '', true"
  })
  void aMessageIsTakenByItsWords(String text, String parts, boolean bad) {
    MessageWords meant = MessageWords.of(BOARD, text);

    assertThat(meant.parts()).isEqualTo(parts.isEmpty() ? Set.of() : Set.of(parts.split(" ", -1)));
    assertThat(meant.bad()).isEqualTo(bad);
  }
}
