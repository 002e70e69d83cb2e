package raconteur.core.plan;

import raconteur.core.board.Part;

/** Which tests a part lends itself to. */
final class Parts {
  private Parts() {}

  static boolean isMemory(Part part) {
    return part.device().isRam();
  }

  static boolean isRom(Part part) {
    return part.device().isRom();
  }

  /** Chip testers know standard logic and memories, not customs. */
  static boolean isTestable(Part part) {
    return isMemory(part) || part.device().isSmallLogic();
  }

  /** What a full diagnostic gives a verdict on. */
  static boolean isDiagnosed(Part part) {
    return isMemory(part) || isRom(part) || part.device().isCustomPort();
  }

  /** What may be left out while the board still shows life. */
  static boolean isDispensable(Part part) {
    return part.socketed()
        && (part.device().isCustomPort() || part.device().isLineDriver() || isMemory(part));
  }
}
