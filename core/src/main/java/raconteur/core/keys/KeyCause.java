package raconteur.core.keys;

import java.util.List;
import java.util.stream.Collectors;
import raconteur.core.board.PinRef;

/**
 * What may be wrong with a keyboard beyond a single key, with what it makes of each key. A key's
 * own faults are not among them: they are added up key by key.
 *
 * @param kind what it is
 * @param line the line it is of, −1 for all
 * @param other the line it is joined to, or after how many keys it is broken; −1 for neither
 * @param odds how likely it is before anything was tried, as odds
 * @param makes what becomes of each key of the matrix, in order
 */
public record KeyCause(Kind kind, int line, int other, double odds, List<KeyState> makes) {
  public KeyCause {
    makes = List.copyOf(makes);
  }

  /** What it is. */
  public enum Kind {
    /** Nothing comes through: contact of the plug, wire, track or the pin of the port. */
    LINE_DEAD,
    /** A contact or wire that comes and goes. */
    LINE_DOUBTFUL,
    /** Held to the level that means pressed. */
    LINE_HELD,
    PULL_UP,
    JOINED,
    BROKEN_ON_THE_WAY,
    /** Everything: the plug off, or what reads and drives all lines. */
    ALL
  }

  /** The cause in words. */
  public String words(KeyMatrix matrix) {
    String name = line < 0 ? "" : matrix.lineAt(line).name();
    return switch (kind) {
      case LINE_DEAD -> name + " does not come through" + between(matrix.lineAt(line));
      case LINE_DOUBTFUL -> name + " comes and goes" + between(matrix.lineAt(line));
      case LINE_HELD ->
          name
              + " is held"
              + matrix.lineAt(line).chip().map(p -> ": " + p + " stuck, or a short").orElse("");
      case PULL_UP -> "the pull-up of " + name + " is missing";
      case JOINED -> name + " and " + matrix.lineAt(other).name() + " are joined";
      case BROKEN_ON_THE_WAY ->
          name
              + " is broken on its way, behind "
              + matrix.on(line).get(other - 1).name()
              + " (as the table is ordered)";
      case ALL -> "nothing comes through at all: the plug is off, or what reads the keys is dead";
    };
  }

  private static String between(KeyMatrix.Line line) {
    return line.path().isEmpty()
        ? ""
        : " ("
            + line.path().stream().map(PinRef::toString).collect(Collectors.joining(", "))
            + " or its wire)";
  }

  /** All causes of a matrix, what each makes of the keys worked out. */
  static List<KeyCause> all(KeyMatrix matrix, KeyFigures figures) {
    return new KeyCauses(matrix, figures).all();
  }
}
