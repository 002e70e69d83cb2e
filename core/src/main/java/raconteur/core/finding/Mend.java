package raconteur.core.finding;

import java.util.Locale;
import raconteur.core.board.PinRef;

/** An action that changes the board. */
public sealed interface Mend {

  String line();

  /** What is done to a whole part. */
  enum PartAction {
    REPLACED,
    RESEATED,
    CLEANED
  }

  /** A part replaced by another, pressed back into its socket, or its contacts cleaned. */
  record OfPart(String part, PartAction action) implements Mend {
    @Override
    public String line() {
      return part + " " + action.name().toLowerCase(Locale.ROOT);
    }
  }

  /** One joint soldered again. */
  record Reflowed(PinRef pin) implements Mend {
    @Override
    public String line() {
      return pin + " reflowed";
    }
  }

  /** A wire, or a mended track, between two pins of one net. */
  record Wired(PinRef from, PinRef to) implements Mend {
    @Override
    public String line() {
      return from + " " + to + " wired";
    }
  }

  /** A bridge between two pins taken away. */
  record Parted(PinRef one, PinRef other) implements Mend {
    @Override
    public String line() {
      return one + " " + other + " parted";
    }
  }
}
