package raconteur.core.finding;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.board.PinRef;

/** What on the board a finding speaks of. */
public sealed interface Subject {

  /** Its words in what makes two findings results of one test; empty where the test is enough. */
  String key();

  /** The part, as a designator; empty where it is of no part, or of many. */
  default String part() {
    return "";
  }

  /** The pins that were touched; none where none was. */
  default List<PinRef> pins() {
    return List.of();
  }

  /** The rail; empty where it is of none. */
  default String rail() {
    return "";
  }

  /** One pin, or two that were held against one another; the part is the first one's. */
  record OfPins(List<PinRef> pins) implements Subject {
    public OfPins {
      pins = List.copyOf(pins);
      if (pins.isEmpty()) {
        throw new IllegalArgumentException("a pin is expected");
      }
    }

    static OfPins of(PinRef... pins) {
      return new OfPins(List.of(pins));
    }

    @Override
    public String part() {
      return pins.getFirst().part();
    }

    @Override
    public String key() {
      return pins.size() == 1 ? pins.getFirst().toString() : pins.toString();
    }
  }

  /** A whole part. */
  record OfPart(String part) implements Subject {
    @Override
    public String key() {
      return part;
    }
  }

  /** A rail as a whole. */
  record OfRail(String rail) implements Subject {
    @Override
    public String key() {
      return rail;
    }
  }

  /** A rail where it feeds a part. */
  record OfRailAt(String rail, String part) implements Subject {
    @Override
    public String key() {
      return rail + " at " + part;
    }
  }

  /** A part by what it does to a rail. */
  record OfPartOnRail(String part, String rail) implements Subject {
    @Override
    public String key() {
      return part;
    }
  }

  /** Several parts, all those that a test happens to name. */
  record OfParts(Set<String> parts) implements Subject {
    public OfParts {
      parts = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(parts));
    }

    @Override
    public String key() {
      return "";
    }
  }

  /**
   * The board as it runs.
   *
   * @param about a word for what is looked at; empty for all of it
   */
  record OfBoard(String about) implements Subject {
    static final OfBoard WHOLE = new OfBoard("");

    @Override
    public String key() {
      return about;
    }
  }
}
