package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;

/** {@code cont U3.5 U9.5 open}: the meter on two pins, power off. */
final class ContinuityPhrase extends VerbPhrase {
  private static final Map<String, Boolean> SEEN = new LinkedHashMap<>();

  static {
    SEEN.put("joined", true);
    SEEN.put("open", false);
  }

  ContinuityPhrase() {
    super("cont", "cont U15.3 U16.3 open");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    PinRef one = words.pin();
    PinRef other = words.pin();
    if (one.equals(other)) {
      throw words.refuse("Continuity needs two different pins.");
    }
    boolean joined = words.oneOf("what the meter says", SEEN);
    words.end();
    Board board = words.board();
    String sentence =
        "Continuity "
            + board.describe(one)
            + " to "
            + board.describe(other)
            + ": "
            + (joined ? "joined" : "open");
    return new Understanding.Understood(
        new Finding.Continuity(one, other, joined),
        sentence + expectation(board, one, other, joined));
  }

  private static String expectation(Board board, PinRef one, PinRef other, boolean joined) {
    if (board.nets().isEmpty()) {
      return ".";
    }
    boolean same =
        board.netOf(one).map(Net::name).equals(board.netOf(other).map(Net::name))
            && board.netOf(one).isPresent();
    if (same) {
      return joined ? ", as it should be." : ": the copper between them is broken.";
    }
    return joined ? ": a short, they are different nets." : ", as it should be: different nets.";
  }
}
