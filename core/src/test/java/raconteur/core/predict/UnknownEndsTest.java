package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Place;

/** Pins whose nets nobody has written down, on boards known by a parts list and by some nets. */
class UnknownEndsTest {
  private static final String COUNTER =
      """
      {"format": "raconteur-board/1", "id": "listed", "machine": "Listed", "revision": "A",
       "title": "A parts list", "copper": {"layers": 2, "order known": false},
       "blocks": ["clock", "video"],
       "parts": [
         {"part": "Y1", "device": "oscillator", "block": "clock"},
         {"part": "U1", "device": "74LS161", "block": "video"},
         {"part": "U2", "device": "74LS138", "block": "video"}]}
      """;

  @Test
  void aPinWithoutANetLeadsSomewhereWhereMostOfItsPartHaveNone() {
    UnknownEnds listed = new UnknownEnds(Boards.parse(COUNTER));
    assertThat(listed.contains(PinRef.parse("U1.14"))).isTrue();
    assertThat(listed.contains(PinRef.parse("U1.16"))).as("a supply").isFalse();
    // On a board that was drawn out it is joined to nothing.
    Board drawn = Boards.KITTIWAKE_B;
    UnknownEnds none = new UnknownEnds(drawn);
    assertThat(drawn.parts().stream().flatMap(p -> p.pins().stream()).filter(none::contains))
        .isEmpty();
  }

  @Test
  void anOscillatorMovesWhereverItLeads() {
    NetPropagation nets = new NetPropagation(Boards.parse(COUNTER));
    assertThat(nets.healthy(PinRef.parse("Y1.8"))).isEqualTo(Optional.of(Signal.TOGGLING));
    assertThat(nets.isSaid(PinRef.parse("Y1.8"))).as("only usual").isFalse();
    assertThat(nets.healthy(PinRef.parse("U2.15"))).isEmpty();
  }

  /** A counter counts, unless something nobody told of holds it (common practice, no source). */
  @Test
  void aCounterWhoseClockMovesIsSuspectedWhenItStands() {
    Board board = Boards.parse(COUNTER);
    double stands = suspicion(board, "U1.2 toggling", "U1.14 0 Hz");
    assertThat(stands).isGreaterThan(0.4);
    assertThat(suspicion(board, "U1.2 toggling", "U1.14 toggling")).isLessThan(stands / 2);
    // Seen to be held, it stands for that; seen to be let go, for nothing but itself.
    assertThat(suspicion(board, "U1.1 low", "U1.2 toggling", "U1.14 0 Hz"))
        .isLessThan(stands / 1.5);
    assertThat(suspicion(board, "U1.1 high", "U1.2 toggling", "U1.14 0 Hz"))
        .isGreaterThan(stands / 1.5);
    // Its clock standing, it has nothing to count.
    assertThat(suspicion(board, "U1.2 0 Hz", "U1.14 0 Hz")).isLessThan(stands);
  }

  private static final String BUFFER =
      """
      {"format": "raconteur-board/1", "id": "buffered", "machine": "Buffered", "revision": "A",
       "title": "A parts list", "copper": {"layers": 2, "order known": false},
       "blocks": ["video"],
       "parts": [
         {"part": "U1", "device": "74LS244", "block": "video"},
         {"part": "U2", "device": "74LS138", "block": "video"}]}
      """;

  /** Let through now and then, what moves moves (common practice, no source). */
  @Test
  void whatIsLetThroughNowAndThenIsStillExpectedToMove() {
    Board board = Boards.parse(BUFFER);
    double stands = suspicion(board, "U1.1 toggling", "U1.2 toggling", "U1.18 low");
    // Never let through, or with nothing to pass on, it has a reason to stand.
    assertThat(stands)
        .isGreaterThan(suspicion(board, "U1.1 high", "U1.2 toggling", "U1.18 low"))
        .isGreaterThan(suspicion(board, "U1.1 toggling", "U1.2 low", "U1.18 low"));
  }

  /** One contact of the plug is bad where its other rail is there. */
  @Test
  void theOneContactByWhichARailComesMayBeOpen() {
    Board board = ToldStories.board("gadwall-6");
    Place contact = new Place.Contact(PinRef.parse("CN9.5"));
    var both = Stories.advise(board, 2, "-12V 0.3 V", "+12V 0.2 V", "+5V 0.1 V").diagnosis();
    var one = Stories.advise(board, 2, "-12V 0.3 V", "+12V 12 V", "+5V 5 V").diagnosis();
    assertThat(one.suspects().getFirst().place()).isEqualTo(contact);
    assertThat(both.suspects().getFirst().place()).isEqualTo(new Place.OfPart("CN9"));
  }

  private static final String COMPUTER =
      """
      {"format": "raconteur-board/1", "id": "small", "machine": "Small", "revision": "A",
       "title": "A parts list", "copper": {"layers": 2, "order known": false},
       "blocks": ["cpu", "rom", "ram", "video"],
       "parts": [
         {"part": "U1", "device": "Z80", "block": "cpu"},
         {"part": "U2", "device": "2764", "block": "rom"},
         {"part": "U3", "device": "6116", "block": "ram"},
         {"part": "U4", "device": "2732", "block": "video", "for": "character shapes"}]}
      """;

  /** Who is on the data lines is known by what they are; who only makes the picture is not. */
  @Test
  void aHeldDataLineAccusesWhoeverCanHoldIt() {
    Board board = Boards.parse(COMPUTER);
    String[] held = {"screen garbage", "U1.27 toggling", "U1.14 low"};
    String[] moves = {"screen garbage", "U1.27 toggling", "U1.14 toggling"};
    double rom = Stories.suspicion(board, "U2", held) / Stories.suspicion(board, "U2", moves);
    double shapes = Stories.suspicion(board, "U4", held) / Stories.suspicion(board, "U4", moves);
    assertThat(rom).isGreaterThan(shapes);
    var pulled =
        Stories.advise(board, 2, "screen garbage", "U1.14 low", "pull U2", "U1.14 toggling")
            .diagnosis();
    assertThat(pulled.suspects().getFirst().place()).isEqualTo(new Place.OfPart("U2"));
  }

  private static final String TERMINAL =
      """
      {"format": "raconteur-board/1", "id": "terminal", "machine": "Terminal", "revision": "A",
       "title": "A parts list", "copper": {"layers": 2, "order known": false},
       "blocks": ["cpu", "io", "video"],
       "parts": [
         {"part": "U1", "device": "6502", "block": "cpu"},
         {"part": "U2", "device": "6522", "block": "io"},
         {"part": "U3", "device": "6850", "block": "io"},
         {"part": "U4", "device": "6845", "block": "video"},
         {"part": "U5", "device": "74LS166", "block": "video"}]}
      """;

  /** What asks the processor pulls one line down, each for itself. */
  @Test
  void whoHoldsTheRequestIsAccusedWhenTheLineLetsGoWithoutIt() {
    Board board = Boards.parse(TERMINAL);
    String[] letsGo = {"U1.4 low", "pull U2", "U1.4 high"};
    String[] staysLow = {"U1.4 low", "pull U2", "U1.4 low"};
    assertThat(Stories.suspicion(board, "U2", letsGo))
        .isGreaterThan(2 * Stories.suspicion(board, "U2", staysLow))
        .isGreaterThan(2 * Stories.suspicion(board, "U3", letsGo));
  }

  /** Without nets who makes a sync is known by its pins. */
  @Test
  void aPictureThatRollsIsOfWhoeverHasASyncToGive() {
    Board board = Boards.parse(TERMINAL);
    double timing = Stories.suspicion(board, "U4", "screen rolling");
    double shifter = Stories.suspicion(board, "U5", "screen rolling");
    double before = Stories.suspicion(board, "U4") / Stories.suspicion(board, "U5");
    assertThat(timing / shifter).isGreaterThan(2 * before);
  }

  private static final String LOGIC =
      """
      {"format": "raconteur-board/1", "id": "logic", "machine": "Logic", "revision": "A",
       "title": "A parts list", "copper": {"layers": 2, "order known": false},
       "blocks": ["power", "cpu", "clock", "video"],
       "parts": [
         {"part": "U1", "device": "74LS157", "block": "video"},
         {"part": "U2", "device": "74LS166", "block": "video"},
         {"part": "U3", "device": "6502", "block": "cpu"},
         {"part": "VR1", "device": "7805", "block": "power"},
         {"part": "F1", "device": "fuse", "block": "power"},
         {"part": "Y1", "device": "oscillator", "block": "clock"}]}
      """;

  /** Who calls a level stuck expects the line to move, and mostly rightly (judgement). */
  @Test
  void aStuckLevelSaysMoreThanALevel() {
    Board board = Boards.parse(LOGIC);
    double level = Stories.suspicion(board, "U1", "U1.7 low");
    double stuck = Stories.suspicion(board, "U1", "U1.7 stuck low");
    double withReason =
        Stories.suspicion(
            board, "U1", "U1.7 stuck low", "U1.5 toggling", "U1.6 toggling", "U1.1 toggling");
    assertThat(stuck).isGreaterThan(1.5 * level);
    assertThat(withReason).isGreaterThan(stuck);
    // A reason that stands takes it back.
    assertThat(Stories.suspicion(board, "U1", "U1.7 stuck low", "U1.5 low", "U1.6 low"))
        .isLessThan(withReason);
  }

  /** What comes out of a regulator, and what goes in, is read at its own pins. */
  @Test
  void aRegulatorOfAListIsReadAtItsPins() {
    Board board = Boards.parse(LOGIC);
    String[] fed = {"VR1.1 9 V", "VR1.3 0.3 V"};
    String[] starved = {"VR1.1 0.1 V", "VR1.3 0.1 V"};
    assertThat(Stories.suspicion(board, "VR1", fed))
        .isGreaterThan(Stories.suspicion(board, "F1", fed));
    assertThat(Stories.suspicion(board, "F1", starved))
        .isGreaterThan(Stories.suspicion(board, "VR1", starved));
  }

  /** A clock that runs is one of a board that has its supply. */
  @Test
  void aRunningClockClearsWhatFeedsTheBoard() {
    Board board = Boards.parse(LOGIC);
    double dark = Stories.suspicion(board, "F1", "screen blank");
    assertThat(Stories.suspicion(board, "F1", "screen blank", "U3.37 toggling"))
        .isLessThan(dark / 3);
    assertThat(Stories.suspicion(board, "F1", "screen blank", "U3.37 0 Hz")).isGreaterThan(dark);
  }

  private static double suspicion(Board board, String... lines) {
    return Stories.suspicion(board, "U1", lines);
  }
}
