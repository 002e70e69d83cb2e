package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;

class UsualSeriesTest {

  /** An inverter, a resistor of some value, and a plug behind it. */
  private static Board board(String value, String farSide) {
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "series", "machine": "Series", "revision": "1",
         "title": "One resistor", "copper": {"layers": 2, "order known": true},
         "blocks": ["power", "clock", "video", "io"],
         "parts": [
           {"part": "X1", "device": "oscillator", "block": "clock"},
           {"part": "U1", "device": "74LS04", "block": "video"},
           {"part": "R1", "device": "resistor", "block": "video", "value": "%s"},
           {"part": "J1", "device": "connector-4", "block": "io"}],
         "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                    "expected ohms": 300}],
         "ground": "GND",
         "nets": [
           {"net": "OSC", "path": ["X1.8", "U1.1"]},
           {"net": "NEAR", "path": ["U1.2", "R1.1"]},
           {"net": "FAR", "path": ["R1.2", %s]},
           {"net": "+5V", "path": ["J1.3", "X1.14", "U1.14"]},
           {"net": "GND", "path": ["J1.4", "X1.7", "U1.7"]}]}
        """
            .formatted(value, farSide));
  }

  private static boolean goesThrough(Board board) {
    return board.kind(PinRef.parse("R1.2")).drives();
  }

  @ParameterizedTest
  @ValueSource(strings = {"33", "33R", "470", "470R", "1k", "2k2", "2.2k", "220 ohm"})
  void aSmallResistorPassesASignalOn(String value) {
    Board board = board(value, "\"J1.1\"");
    assertThat(goesThrough(board)).isTrue();
    assertThat(board.kind(PinRef.parse("R1.1")).reads()).isTrue();
  }

  @ParameterizedTest
  @ValueSource(strings = {"10k", "4k7", "100k", "1M", "", "fusible"})
  void aLargeOrUnknownOneHoldsALine(String value) {
    assertThat(goesThrough(board(value, "\"J1.1\""))).isFalse();
  }

  /** Feedback from an output to an input of the same part is no way out. */
  @Test
  void whatLeadsBackToItsDriverIsNoWayOut() {
    assertThat(goesThrough(board("1k", "\"U1.3\""))).isFalse();
  }

  @Test
  void whatDrivesBothSidesIsNoWay() {
    assertThat(goesThrough(board("1k", "\"U1.4\""))).isFalse();
  }

  /** Nothing of it is written back: the file keeps the resistor it had. */
  @Test
  void theFileKeepsWhatItHad() {
    Board board = board("470R", "\"J1.1\"");
    assertThat(BoardWriter.write(board.contents()))
        .isEqualTo(BoardWriter.write(Boards.parse(BoardWriter.write(board.contents())).contents()));
    assertThat(
            board.contents().parts().stream()
                .filter(p -> p.designator().equals("R1"))
                .flatMap(p -> p.device().pins().stream())
                .noneMatch(p -> p.kind().drives()))
        .isTrue();
  }

  /** The signal in front, nothing behind: the resistor or the copper to it. */
  @Test
  void aResistorThatIsOpenIsFoundBehindIt() {
    Advisor advisor = new Advisor(board("470R", "\"J1.1\""), History.NONE, 2);
    var suspects =
        advisor
            .advise(Stories.of("R1.1 toggling", "R1.2 floating", "J1.1 floating"))
            .diagnosis()
            .suspects();
    assertThat(suspects.getFirst().place()).hasToString("R1");
  }

  /** A transistor passes on what comes to its base, upside down at the collector. */
  @ParameterizedTest
  @CsvSource({
    "'\"Q1.1\"', '\"Q1.3\"', Q1.1, true",
    "'\"Q1.3\"', '\"Q1.1\"', Q1.3, true",
    "'\"Q1.1\", \"U1.4\"', '\"Q1.3\"', Q1.1, false",
  })
  void aTransistorPassesOnWhatMovesItsBase(
      String out, String supplied, String pin, boolean passes) {
    Board board = withTransistor(out, supplied);
    assertThat(board.kind(PinRef.parse(pin)).drives()).isEqualTo(passes);
  }

  @Test
  void aDeadTransistorIsFoundBehindALineThatMoves() {
    Board board = withTransistor("\"Q1.1\"", "\"Q1.3\"");
    Advisor advisor = new Advisor(board, History.NONE, 2);
    var suspects = advisor.advise(Stories.of("Q1.2 toggling", "J1.1 still")).diagnosis().suspects();
    assertThat(suspects.getFirst().place()).hasToString("Q1");
  }

  /** The inverter drives the base; one leg goes to the plug, the other to the supply. */
  private static Board withTransistor(String out, String supplied) {
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "follower", "machine": "Follower", "revision": "1",
         "title": "One transistor", "copper": {"layers": 2, "order known": true},
         "blocks": ["power", "clock", "video", "io"],
         "parts": [
           {"part": "X1", "device": "oscillator", "block": "clock"},
           {"part": "U1", "device": "74LS04", "block": "video"},
           {"part": "Q1", "device": "transistor-ebc", "block": "video"},
           {"part": "J1", "device": "connector-4", "block": "io"}],
         "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                    "expected ohms": 300}],
         "ground": "GND",
         "nets": [
           {"net": "OSC", "path": ["X1.8", "U1.1", "U1.3"]},
           {"net": "BASE", "path": ["U1.2", "Q1.2"]},
           {"net": "OUT", "path": [%s, "J1.1"]},
           {"net": "+5V", "path": ["J1.3", "X1.14", "U1.14", %s]},
           {"net": "GND", "path": ["J1.4", "X1.7", "U1.7"]}]}
        """
            .formatted(out, supplied));
  }

  /** Resistors that are summed on purpose are no outputs that fight. */
  @Test
  void resistorsThatMeetAreNoFight() {
    Board board = ToldStories.board("dunlin-1");
    assertThat(BoardCheck.of(board))
        .filteredOn(p -> p.kind() == BoardCheck.Kind.FIGHT)
        .extracting(BoardCheck.Problem::place)
        .doesNotContain("COMP");
  }

  @ParameterizedTest
  @CsvSource({
    "470, 470",
    "470R, 470",
    "4R7, 4.7",
    "4k7, 4700",
    "4.7k, 4700",
    "1M, 1000000",
    "8 x 33, 33",
    "33 ohm, 33",
    "2k2 5%, 2200"
  })
  void valuesAreReadAsTheyArePrinted(String value, double ohms) {
    assertThat(UsualSeries.ohms(value)).isEqualTo(OptionalDouble.of(ohms));
  }

  @Test
  void whatIsNoValueSaysNothing() {
    assertThat(UsualSeries.ohms("fusible")).isEmpty();
    assertThat(UsualSeries.ohms("")).isEmpty();
  }
}
