package raconteur.core.bench;

import java.util.Locale;
import raconteur.core.board.PinRef;
import raconteur.core.device.Level;
import raconteur.core.fault.Fault;

/**
 * A fault a simulated board has.
 *
 * @param chance that it is there when the board is switched on, 1 for always
 * @param afterMinutes how long the board must have been on before it shows, 0 for at once
 */
public record PlantedFault(Wrong wrong, double chance, double afterMinutes) {
  public PlantedFault {
    if (!(chance > 0 && chance <= 1) || !(afterMinutes >= 0)) {
      throw new IllegalArgumentException("chance " + chance + ", minutes " + afterMinutes);
    }
  }

  /** A fault that is always there. */
  public static PlantedFault of(Fault fault) {
    return new PlantedFault(new Known(fault), 1, 0);
  }

  public static PlantedFault of(Wrong wrong) {
    return new PlantedFault(wrong, 1, 0);
  }

  /** What is wrong. */
  public sealed interface Wrong {}

  /** One of the faults the engine reasons about. */
  public record Known(Fault fault) implements Wrong {
    @Override
    public String toString() {
      return fault.toString();
    }
  }

  /** An input that takes its line for one level whatever stands there, inside the part. */
  public record Reads(PinRef pin, Level level) implements Wrong {
    @Override
    public String toString() {
      return pin + " reads " + level.name().toLowerCase(Locale.ROOT);
    }
  }

  /** An output too weak to hold its line against any other. */
  public record Weak(PinRef pin) implements Wrong {
    @Override
    public String toString() {
      return pin + " weak";
    }
  }

  /** An output that comes late. */
  public record Slow(PinRef pin, int nanos) implements Wrong {
    @Override
    public String toString() {
      return pin + " slow " + nanos + " ns";
    }
  }

  /** One cell of a memory that holds one level. */
  public record Cell(String part, int address, int bit, Level level) implements Wrong {
    @Override
    public String toString() {
      return String.format(
          Locale.ROOT,
          "%s cell 0x%X bit %d stuck %s",
          part,
          address,
          bit,
          level.name().toLowerCase(Locale.ROOT));
    }
  }

  /** A part that loads a rail with so many ohms. */
  public record Leak(String part, String rail, double ohms) implements Wrong {
    @Override
    public String toString() {
      return part + " leaks " + rail + " " + Math.round(ohms) + " ohm";
    }
  }

  @Override
  public String toString() {
    String text = wrong.toString();
    text += chance < 1 ? " at " + Math.round(chance * 100) + " %" : "";
    return afterMinutes > 0 ? text + " after " + Math.round(afterMinutes) + " min" : text;
  }
}
