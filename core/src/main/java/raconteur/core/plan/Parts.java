package raconteur.core.plan;

import java.util.Set;
import raconteur.core.board.Part;

/** Which tests a part lends itself to, by its class. */
final class Parts {
  private static final Set<String> IN_LOGIC_TESTERS = Set.of("small logic");

  private Parts() {}

  static boolean isMemory(Part part) {
    return part.device().isRam();
  }

  static boolean isRom(Part part) {
    return part.device().isRom();
  }

  /** Chip testers know standard logic and memories, not customs. */
  static boolean isTestable(Part part) {
    return isMemory(part) || IN_LOGIC_TESTERS.contains(part.device().deviceClass());
  }

  /** What is cleaned before it is replaced. */
  static boolean isContact(Part part) {
    return part.device().deviceClass().equals("connector");
  }

  /** What a full diagnostic gives a verdict on. */
  static boolean isDiagnosed(Part part) {
    return isMemory(part) || isRom(part) || part.device().deviceClass().equals("custom io");
  }

  /** What may be left out while the board still shows life. */
  static boolean isDispensable(Part part) {
    String kind = part.device().deviceClass();
    return part.socketed()
        && (kind.equals("custom io") || kind.equals("line driver") || isMemory(part));
  }
}
