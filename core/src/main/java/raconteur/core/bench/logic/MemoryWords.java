package raconteur.core.bench.logic;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.random.RandomGenerator;

/**
 * The words of one memory in a run, up to 32 bits each, with a mark on every bit that is unknown.
 */
public final class MemoryWords {
  private final int[] values;
  private final int[] unknown;
  private final int width;
  private final Map<Integer, int[]> stuck = new HashMap<>();

  MemoryWords(int words, int width) {
    this.values = new int[words];
    this.unknown = new int[words];
    this.width = width;
  }

  public int size() {
    return values.length;
  }

  public int width() {
    return width;
  }

  private int mask() {
    return width == 32 ? -1 : (1 << width) - 1;
  }

  /** What a memory happens to hold when it is switched on. */
  void scatter(RandomGenerator dice) {
    for (int i = 0; i < values.length; i++) {
      values[i] = dice.nextInt() & mask();
    }
  }

  void forget() {
    Arrays.fill(unknown, mask());
  }

  /** Puts contents in, as from a ROM image; what lies beyond the image keeps. */
  void load(int[] contents) {
    int count = Math.min(contents.length, values.length);
    System.arraycopy(contents, 0, values, 0, count);
    Arrays.fill(unknown, 0, count, 0);
  }

  int bit(int address, int bit) {
    if (address >= values.length || (unknown[address] >>> bit & 1) == 1) {
      return Lines.UNKNOWN;
    }
    return values[address] >>> bit & 1;
  }

  /** A word's value; unknown bits read as they happen to lie. */
  public int word(int address) {
    return values[address];
  }

  /** Makes one cell hold one level for good. */
  public void stick(int address, int bit, int line) {
    int[] masks = stuck.computeIfAbsent(address, _ -> new int[2]);
    masks[line == Lines.HIGH ? 1 : 0] |= 1 << bit;
    set(address, values[address], unknown[address]);
  }

  /** Whether the word changed. */
  boolean set(int address, int given, int givenUnknown) {
    if (address >= values.length) {
      return false;
    }
    int value = given;
    int unknownBits = givenUnknown;
    int[] masks = stuck.isEmpty() ? null : stuck.get(address);
    if (masks != null) {
      value = (value | masks[1]) & ~masks[0];
      unknownBits &= ~(masks[0] | masks[1]);
    }
    boolean moved = values[address] != value || unknown[address] != unknownBits;
    values[address] = value;
    unknown[address] = unknownBits;
    return moved;
  }
}
