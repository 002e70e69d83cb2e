package raconteur.core.memory;

import java.util.BitSet;
import java.util.List;
import java.util.Locale;

/** A part of a memory that one thing wrong would take with it. */
public sealed interface Region {

  /** The addresses in it. */
  BitSet addresses(MemoryShape shape);

  /** How many bits it takes to say which of its kind it is. */
  double nameBits(MemoryShape shape);

  /** What it means, without a full stop. */
  String words(MemoryShape shape);

  /** Everything. */
  record All() implements Region {
    @Override
    public BitSet addresses(MemoryShape shape) {
      BitSet all = new BitSet();
      all.set(0, shape.words());
      return all;
    }

    @Override
    public double nameBits(MemoryShape shape) {
      return 0;
    }

    @Override
    public String words(MemoryShape shape) {
      return "everywhere: an output or a data line, or it is never written or never selected";
    }
  }

  /** Half of it: where one address bit is so. */
  record Half(int bit, boolean one) implements Region {
    @Override
    public BitSet addresses(MemoryShape shape) {
      return fixed(shape, List.of(bit), one ? 1 << bit : 0);
    }

    @Override
    public double nameBits(MemoryShape shape) {
      return log2(2.0 * shape.addressBits());
    }

    @Override
    public String words(MemoryShape shape) {
      return "where A"
          + bit
          + " is "
          + (one ? "high" : "low")
          + ": that line, or what makes it of the processor's"
          + (shape.shared()
              ? " before the two halves of the address are put on the same pins"
              : "; its pin at the chip");
    }
  }

  /**
   * Everywhere but where row and column have one shared pin's bit alike: four places are then one,
   * and keep what was written last, whatever level the pin stands at.
   *
   * @param lastHigh the bit at which what was written stays: high where addresses go upwards
   */
  record FoldedPin(int pin, boolean lastHigh) implements Region {
    @Override
    public BitSet addresses(MemoryShape shape) {
      int lost = lastHigh ? 0 : 1;
      BitSet row = fixed(shape, List.of(pin), lost << pin);
      row.or(fixed(shape, List.of(pin + shape.rowBits()), lost << (pin + shape.rowBits())));
      return row;
    }

    @Override
    public double nameBits(MemoryShape shape) {
      return log2(2.0 * shape.rowBits());
    }

    @Override
    public String words(MemoryShape shape) {
      return "but where row and column both have A"
          + pin
          + " of the chip "
          + (lastHigh ? "high" : "low")
          + ": that address pin does not move; it stands, is open or joined to another";
    }
  }

  /** One row. */
  record Row(int number) implements Region {
    @Override
    public BitSet addresses(MemoryShape shape) {
      return fixed(shape, shape.rows(), number);
    }

    @Override
    public double nameBits(MemoryShape shape) {
      return shape.rowBits();
    }

    @Override
    public String words(MemoryShape shape) {
      return String.format(Locale.ROOT, "row %X: a row inside the chip", number);
    }
  }

  /** One column. */
  record Column(int number) implements Region {
    @Override
    public BitSet addresses(MemoryShape shape) {
      return fixed(shape, shape.columns(), number << shape.rowBits());
    }

    @Override
    public double nameBits(MemoryShape shape) {
      return shape.addressBits() - shape.rowBits();
    }

    @Override
    public String words(MemoryShape shape) {
      return String.format(
          Locale.ROOT, "column %X: a column or its amplifier inside the chip", number);
    }
  }

  /** One cell. */
  record Cell(int address) implements Region {
    @Override
    public BitSet addresses(MemoryShape shape) {
      BitSet one = new BitSet();
      one.set(address);
      return one;
    }

    @Override
    public double nameBits(MemoryShape shape) {
      return shape.addressBits();
    }

    @Override
    public String words(MemoryShape shape) {
      return String.format(Locale.ROOT, "%X: a cell inside the chip", address);
    }
  }

  private static BitSet fixed(MemoryShape shape, List<Integer> bits, int value) {
    int mask = 0;
    for (int bit : bits) {
      mask |= 1 << bit;
    }
    BitSet set = new BitSet(shape.words());
    for (int address = 0; address < shape.words(); address++) {
      if ((address & mask) == value) {
        set.set(address);
      }
    }
    return set;
  }

  private static double log2(double value) {
    return Math.log(value) / Math.log(2);
  }
}
