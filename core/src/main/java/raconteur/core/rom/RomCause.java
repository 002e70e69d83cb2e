package raconteur.core.rom;

import java.util.Optional;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;

/** One thing that makes a ROM read otherwise than it should. */
public sealed interface RomCause {

  /** In a sentence without its full stop, pins by the device's own numbers where it is known. */
  String words(Optional<Device> device);

  /** A line that stands. */
  record Stuck(Line line, boolean high) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return line.words(device)
          + (high ? " stands high" : " stands low")
          + (line.address() ? ": what lies at the other half of it is never read" : "");
    }
  }

  /** Two lines that are one. */
  record Joined(Line one, Line other, boolean lowWins) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return one.words(device)
          + " and "
          + other.words(device)
          + " are joined, "
          + (lowWins ? "low wins" : "high wins");
    }
  }

  /** Two lines that change places. */
  record Exchanged(Line one, Line other) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return one.words(device) + " and " + other.words(device) + " are exchanged";
    }
  }

  /** A line that is turned round. */
  record Inverted(Line line) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return line.words(device) + " is inverted";
    }
  }

  /** Every data line that is turned round. */
  record AllInverted() implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return "every bit is inverted: an inverting buffer, or contents meant for one";
    }
  }

  /** Nothing but one byte comes out. */
  record Silent(int value) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return value == 0xFF
          ? "nothing but FF comes: it is never selected or enabled, has no supply, or is empty"
          : String.format(
              java.util.Locale.ROOT,
              "nothing but %02X comes: it is never selected, and the bus keeps what it had",
              value);
    }
  }

  /** Single cells that changed, nearly all one way. */
  record BitRot(int bits, boolean toHigh) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return bits
          + (bits == 1 ? " bit has gone " : " bits have gone ")
          + (toHigh ? "high" : "low")
          + (toHigh
              ? ": cells that lose their charge, as in an old EPROM"
              : ": cells that read too slowly or too weakly");
    }
  }

  /** Something else altogether. */
  record OtherContents(double same) implements RomCause {
    @Override
    public String words(Optional<Device> device) {
      return String.format(
          java.util.Locale.ROOT,
          same > 0.5
              ? "another version: %.0f %% of the bytes are the same"
              : "something else: only %.0f %% of the bytes are the same",
          same * 100);
    }
  }

  /**
   * A line of a ROM.
   *
   * @param address else it is a data line
   */
  record Line(boolean address, int number) {
    String words(Optional<Device> device) {
      String name = (address ? "A" : "D") + number;
      return pin(device).map(p -> name + " (pin " + p.number() + ")").orElse(name);
    }

    /** The device's pin; data outputs are called D, O, Q, DQ or IO, from 0. */
    public Optional<DevicePin> pin(Optional<Device> device) {
      return device.flatMap(
          d ->
              d.pins().stream()
                  .filter(
                      p ->
                          address
                              ? p.name().equals("A" + number)
                              : p.name().matches("(D|O|Q|DQ|IO)" + number))
                  .findFirst());
    }
  }
}
