package raconteur.core.memory;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import raconteur.core.device.Device;

/**
 * How a memory is addressed.
 *
 * @param addressBits of a whole address
 * @param bits of a word, one a chip or one a data pin
 * @param rowBits how many of the lowest address bits choose a row; 0 where that is not known
 * @param shared whether row and column come over the same pins, one after the other
 */
public record MemoryShape(int addressBits, int bits, int rowBits, boolean shared) {
  /** Larger ones are no memory of such boards. */
  public static final int MOST_ADDRESS_BITS = 20;

  public static final int MOST_BITS = 32;

  public MemoryShape {
    if (addressBits < 1
        || addressBits > MOST_ADDRESS_BITS
        || bits < 1
        || bits > MOST_BITS
        || rowBits < 0
        || rowBits > addressBits) {
      throw new IllegalArgumentException(
          addressBits + " address bits, " + bits + " bits, " + rowBits + " of a row");
    }
  }

  public int words() {
    return 1 << addressBits;
  }

  /**
   * The shape of so many words made of one type of chip, rows first as most boards have it (common
   * practice, no source); empty where the device is no memory with numbered address pins.
   */
  public static Optional<MemoryShape> of(Device device, int bits) {
    int pins = device.addressPins().size();
    if (pins == 0 || !device.isRam()) {
      return Optional.empty();
    }
    boolean shared = device.deviceClass().startsWith("dram");
    int all = shared ? 2 * pins : pins;
    return all > MOST_ADDRESS_BITS
        ? Optional.empty()
        : Optional.of(new MemoryShape(all, bits, shared ? pins : 0, shared));
  }

  /** The address bits that choose a column. */
  List<Integer> columns() {
    return IntStream.range(rowBits, addressBits).boxed().toList();
  }

  /** The address bits that choose a row; none where that is not known. */
  List<Integer> rows() {
    return IntStream.range(0, rowBits).boxed().toList();
  }
}
