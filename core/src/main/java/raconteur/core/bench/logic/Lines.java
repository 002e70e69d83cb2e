package raconteur.core.bench.logic;

import raconteur.core.device.Level;

/**
 * What stands on a line, as numbers small enough to index tables: {@value #LOW}, {@value #HIGH},
 * {@value #UNKNOWN}, {@value #FLOATING} and {@value #FIGHT}, two outputs against each other.
 */
public final class Lines {
  public static final int LOW = 0;
  public static final int HIGH = 1;
  public static final int UNKNOWN = 2;
  public static final int FLOATING = 3;
  public static final int FIGHT = 4;

  private Lines() {}

  /** The level a net shows; a fight has no plain level. */
  public static Level level(int line) {
    return switch (line) {
      case LOW -> Level.LOW;
      case HIGH -> Level.HIGH;
      case FLOATING -> Level.FLOATING;
      default -> Level.UNKNOWN;
    };
  }

  /** The number of a level. */
  public static int of(Level level) {
    return switch (level) {
      case LOW -> LOW;
      case HIGH -> HIGH;
      case UNKNOWN -> UNKNOWN;
      case FLOATING -> FLOATING;
    };
  }

  static int not(int line) {
    return line == UNKNOWN ? UNKNOWN : 1 - line;
  }
}
