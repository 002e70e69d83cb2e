package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/** {@code mended U26 replaced}, {@code mended U3.5 U9.5 wired}: what was done to the board. */
final class MendedPhrase extends VerbPhrase {
  private static final Map<String, Mend.PartAction> PART_ACTIONS = new LinkedHashMap<>();

  static {
    PART_ACTIONS.put("replaced", Mend.PartAction.REPLACED);
    PART_ACTIONS.put("reseated", Mend.PartAction.RESEATED);
    PART_ACTIONS.put("cleaned", Mend.PartAction.CLEANED);
    PART_ACTIONS.put("reflowed", Mend.PartAction.REFLOWED);
  }

  MendedPhrase() {
    super("mended", "mended U26 replaced");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    if (words.peek().indexOf('.') > 0) {
      return copper(words);
    }
    Part part = words.part();
    Mend.PartAction action = words.oneOf("what was done", PART_ACTIONS);
    words.end();
    return mended(
        new Mend.OfPart(part.designator(), action),
        PartPhrase.named(part) + " " + action.name().toLowerCase(Locale.ROOT));
  }

  private static Understanding copper(Words words) {
    PinRef pin = words.pin();
    words.mayContinue(java.util.List.of("reflowed"));
    if (words.nextIs("reflowed")) {
      words.skip();
      words.end();
      return mended(new Mend.Reflowed(pin), "joint " + words.board().describe(pin) + " reflowed");
    }
    if (!words.more() || "reflowed".startsWith(words.peek().toLowerCase(Locale.ROOT))) {
      return new Understanding.Unfinished(
          "Next comes reflowed, or the second pin and wired or parted.");
    }
    PinRef other = words.pin();
    Map<String, Boolean> what = new LinkedHashMap<>();
    what.put("wired", true);
    what.put("parted", false);
    boolean wired = words.oneOf("what was done", what);
    words.end();
    Board board = words.board();
    boolean sameNet =
        board.netOf(pin).isPresent()
            && board.netOf(pin).map(Net::name).equals(board.netOf(other).map(Net::name));
    Mend mend = wired ? new Mend.Wired(pin, other) : new Mend.Parted(pin, other);
    String said = board.describe(pin) + " and " + board.describe(other);
    if (wired && !sameNet && !board.nets().isEmpty()) {
      return new Understanding.Asked(
          new Statement.Mended(mend),
          said + " are different nets: really joined by a wire? Enter keeps it.");
    }
    return mended(mend, said + (wired ? " joined by a wire" : " parted"));
  }

  private static Understanding mended(Mend mend, String what) {
    return new Understanding.Understood(
        new Statement.Mended(mend),
        "Mended: " + what + ". Readings from here on speak of the mended board.");
  }
}
