package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.fault.Place;

/**
 * Who shares a data line on boards of which only the parts are known: common practice, no source.
 */
class UsualBusesTest {
  private static Board listed(String parts) {
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "listed", "machine": "Listed", "revision": "A",
         "title": "A parts list", "copper": {"layers": 2, "order known": false},
         "blocks": ["cpu", "rom", "ram", "io", "video", "power", "clock", "reset", "decode", "unsorted"],
         "parts": [%s]}
        """
            .formatted(parts));
  }

  /** The parts on each line with any of these pins. */
  private static List<String> partsWith(Board board, String pin) {
    return new UsualBuses(board)
        .dataLines().stream()
            .filter(line -> line.contains(PinRef.parse(pin)))
            .flatMap(line -> line.stream().map(PinRef::part))
            .collect(Collectors.toList());
  }

  private static final Board BUFFERED =
      listed(
          """
          {"part": "U1", "device": "6502", "block": "cpu"},
          {"part": "U2", "device": "2764", "block": "rom"},
          {"part": "U3", "device": "74LS245", "block": "unsorted", "for": "data bus buffer"},
          {"part": "U4", "device": "74LS245", "block": "unsorted", "for": "screen data buffer"},
          {"part": "U5", "device": "2732", "block": "rom", "for": "character ROM"}
          """);

  @Test
  void aBufferPartsTheProcessorFromTheOthers() {
    // D5 of a 6502 is pin 28 (data book, from memory).
    assertThat(partsWith(BUFFERED, "U1.28")).containsExactlyInAnyOrder("U1", "U3");
    assertThat(partsWith(BUFFERED, "U2.16")).containsExactlyInAnyOrder("U2", "U3");
  }

  @Test
  void ofTwoProcessorsEachHasWhatTheListGivesIt() {
    Board two =
        listed(
            """
            {"part": "U1", "device": "Z80", "block": "cpu", "for": "main CPU"},
            {"part": "U2", "device": "Z80", "block": "cpu", "for": "sound CPU"},
            {"part": "U3", "device": "2764", "block": "rom", "for": "program"},
            {"part": "U4", "device": "2764", "block": "rom", "for": "sound program"},
            {"part": "U5", "device": "6116", "block": "ram", "for": "tile RAM"}
            """);
    // D0 of a Z80 is pin 14 (data book, from memory).
    assertThat(partsWith(two, "U1.14")).containsExactlyInAnyOrder("U1", "U3");
    assertThat(partsWith(two, "U2.14")).containsExactlyInAnyOrder("U2", "U4");
  }

  @Test
  void onSixteenLinesPartsOfEightAreOnTheHalfTheListSays() {
    Board board =
        listed(
            """
            {"part": "U1", "device": "68000", "block": "cpu"},
            {"part": "U2", "device": "27512", "block": "rom", "for": "program even"},
            {"part": "U3", "device": "27512", "block": "rom", "for": "program odd"},
            {"part": "U4", "device": "6264", "block": "ram", "for": "work RAM"}
            """);
    String d0 = board.part("U1").orElseThrow().device().pinNamed("D0").orElseThrow().number();
    String d8 = board.part("U1").orElseThrow().device().pinNamed("D8").orElseThrow().number();
    assertThat(partsWith(board, "U1." + d0)).containsExactlyInAnyOrder("U1", "U3");
    assertThat(partsWith(board, "U1." + d8)).containsExactlyInAnyOrder("U1", "U2");
  }

  /** With the buffer out the line is free: it held it, and no memory did. */
  @Test
  void whoHeldALineIsWhoeverIsOutWhenItLetsGo() {
    var told =
        Stories.advise(
                BUFFERED, 2, "pull U1", "U2.16 low", "pull U3", "U2.16 floating", "U2.15 floating")
            .diagnosis();
    assertThat(chance(told, "U3")).isGreaterThan(2 * chance(told, "U2"));
  }

  private static double chance(Diagnosis told, String part) {
    return told.at(new Place.OfPart(part)).map(s -> s.probability()).orElse(0.0);
  }
}
