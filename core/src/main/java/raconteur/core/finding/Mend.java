package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import raconteur.core.board.PinRef;

/** An action that changes the board. */
public sealed interface Mend {

  String line();

  /** The pins that were soldered at; none for a part as a whole. */
  List<PinRef> pins();

  /** What is done to a whole part. */
  enum PartAction {
    REPLACED,
    RESEATED,
    CLEANED,
    REFLOWED
  }

  /**
   * A part replaced by another, pressed back into its socket, its contacts cleaned or its joints
   * reflowed.
   */
  record OfPart(String part, PartAction action) implements Mend {
    @Override
    public String line() {
      return part + " " + action.name().toLowerCase(Locale.ROOT);
    }

    @Override
    public List<PinRef> pins() {
      return List.of();
    }
  }

  /** Parts of one kind replaced together by others that go together. */
  record OfSet(List<String> parts) implements Mend {
    public OfSet {
      parts = List.copyOf(parts);
    }

    @Override
    public String line() {
      return String.join(" ", parts) + " replaced";
    }

    @Override
    public List<PinRef> pins() {
      return List.of();
    }
  }

  /** One joint soldered again. */
  record Reflowed(PinRef pin) implements Mend {
    @Override
    public String line() {
      return pin + " reflowed";
    }

    @Override
    public List<PinRef> pins() {
      return List.of(pin);
    }
  }

  /** A wire, or a mended track, between two pins of one net. */
  record Wired(PinRef from, PinRef to) implements Mend {
    @Override
    public String line() {
      return from + " " + to + " wired";
    }

    @Override
    public List<PinRef> pins() {
      return List.of(from, to);
    }
  }

  /** A bridge between two pins taken away. */
  record Parted(PinRef one, PinRef other) implements Mend {
    @Override
    public String line() {
      return one + " " + other + " parted";
    }

    @Override
    public List<PinRef> pins() {
      return List.of(one, other);
    }
  }
}
