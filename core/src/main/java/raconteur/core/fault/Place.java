package raconteur.core.fault;

import java.util.List;
import raconteur.core.board.PinRef;

/** Where something is wrong. */
public sealed interface Place {

  /** The place as the thing one would mend: outputs are mended with their part. */
  Place mendable();

  /** The whole part. */
  record OfPart(String part) implements Place {
    @Override
    public Place mendable() {
      return this;
    }

    @Override
    public String toString() {
      return part;
    }
  }

  /** A part's load on one of its rails. */
  record Load(String part, String rail) implements Place {
    @Override
    public Place mendable() {
      return new OfPart(part);
    }

    @Override
    public String toString() {
      return part + " on " + rail;
    }
  }

  /** One output of a part. */
  record Output(PinRef pin) implements Place {
    @Override
    public Place mendable() {
      return new OfPart(pin.part());
    }

    @Override
    public String toString() {
      return pin.toString();
    }
  }

  /** The joint or socket contact of one pin, away from the track it sits on. */
  record Contact(PinRef pin) implements Place {
    @Override
    public Place mendable() {
      return this;
    }

    @Override
    public String toString() {
      return "contact of " + pin;
    }
  }

  /**
   * All joints of a part and the contacts of its socket together, where no net says which of them
   * matters.
   */
  record Joints(String part) implements Place {
    @Override
    public Place mendable() {
      return this;
    }

    @Override
    public String toString() {
      return "joints of " + part;
    }
  }

  /**
   * Parts of one kind that were fitted together: each good by itself, and not with this board.
   *
   * @param parts designators, in order
   */
  record FittedSet(List<String> parts) implements Place {
    private static final int MOST_NAMED = 3;

    public FittedSet {
      parts = List.copyOf(parts);
      if (parts.size() < 2) {
        throw new IllegalArgumentException("a set is more than one part: " + parts);
      }
    }

    @Override
    public Place mendable() {
      return this;
    }

    @Override
    public String toString() {
      return "set "
          + (parts.size() > MOST_NAMED
              ? parts.getFirst() + "–" + parts.getLast()
              : String.join(", ", parts));
    }
  }

  /** Two pins of one part that are joined inside it. */
  record Inside(PinRef one, PinRef other, String netOne, String netOther) implements Place {
    @Override
    public Place mendable() {
      return new OfPart(one.part());
    }

    /** The same as if it were on the copper: it does the same to both lines. */
    public Bridge asBridge() {
      return new Bridge(one, other, netOne, netOther);
    }

    @Override
    public String toString() {
      return one + " to " + other + " inside " + one.part();
    }
  }

  /** One input of a part, inside the part. */
  record Input(PinRef pin) implements Place {
    @Override
    public Place mendable() {
      return new OfPart(pin.part());
    }

    @Override
    public String toString() {
      return pin.toString();
    }
  }

  /** The copper, joints and contacts between two pins that follow each other on a net's path. */
  record Segment(String net, PinRef from, PinRef to) implements Place {
    @Override
    public Place mendable() {
      return this;
    }

    @Override
    public String toString() {
      return net + " between " + from + " and " + to;
    }
  }

  /** Two neighbouring pins of different nets. */
  record Bridge(PinRef one, PinRef other, String netOne, String netOther) implements Place {
    @Override
    public Place mendable() {
      return this;
    }

    @Override
    public String toString() {
      return netOne + " to " + netOther + " at " + one + ", " + other;
    }
  }
}
