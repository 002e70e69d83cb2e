package raconteur.core.predict;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/** The pins where one fault alone changes what a probe sees, with what it sees there. */
final class Consequences {
  private static final Signal[] SIGNALS = Signal.values();

  private final List<PinRef> pinsById;
  private final int[] ids;
  private final byte[] signals;
  private final long mark;

  /**
   * @param pinsById all pins of the board
   * @param ids the changed ones, ascending
   * @param signals the ordinal of what each shows
   */
  Consequences(List<PinRef> pinsById, int[] ids, byte[] signals) {
    this.pinsById = pinsById;
    this.ids = ids;
    this.signals = signals;
    this.mark = mark(ids);
  }

  /** A mark of some pins by which others can be told apart from them at a glance. */
  static long mark(int[] ids) {
    long mark = 0;
    for (int id : ids) {
      mark |= id < 0 ? 0 : 1L << (id & 63);
    }
    return mark;
  }

  /** False only where none of the pins of a mark is changed. */
  boolean mayChange(long ofPins) {
    return (mark & ofPins) != 0;
  }

  /** How many pins are changed. */
  int size() {
    return ids.length;
  }

  Optional<Signal> at(int pinId) {
    int found = Arrays.binarySearch(ids, pinId);
    return found < 0 ? Optional.empty() : Optional.of(SIGNALS[signals[found]]);
  }

  void forEach(BiConsumer<PinRef, Signal> visitor) {
    for (int i = 0; i < ids.length; i++) {
      visitor.accept(pinsById.get(ids[i]), SIGNALS[signals[i]]);
    }
  }
}
