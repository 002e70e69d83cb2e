package raconteur.core.finding;

import java.util.Locale;
import raconteur.core.board.PinRef;

/** What a fault turned out to be. */
public sealed interface Conclusion {

  String line();

  /** How a part was found to be bad. */
  enum PartFault {
    DEAD,
    STUCK,
    LEAKY,
    SLOW,
    DIRTY,
    BACKWARDS
  }

  record BadPart(String part, PartFault fault) implements Conclusion {
    @Override
    public String line() {
      return part + " " + fault.name().toLowerCase(Locale.ROOT);
    }
  }

  /** A leg of a part that is broken or was never there. */
  record BadLeg(PinRef pin) implements Conclusion {
    @Override
    public String line() {
      return pin + " broken";
    }
  }

  /** How two pins were found to be joined wrongly. */
  enum CopperFault {
    OPEN,
    SHORT
  }

  record BadCopper(PinRef one, PinRef other, CopperFault fault) implements Conclusion {
    @Override
    public String line() {
      return one + " " + other + " " + fault.name().toLowerCase(Locale.ROOT);
    }
  }
}
