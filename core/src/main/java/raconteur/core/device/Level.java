package raconteur.core.device;

import java.util.Optional;

/** What stands at a pin at one moment: low, high, one of the two but unknown, or nothing. */
public enum Level {
  LOW('0'),
  HIGH('1'),
  UNKNOWN('x'),
  FLOATING('z');

  private final char letter;

  Level(char letter) {
    this.letter = letter;
  }

  public char letter() {
    return letter;
  }

  public static Level of(boolean high) {
    return high ? HIGH : LOW;
  }

  /** The level written {@code 0 1 z x}, in small or capital letters. */
  public static Optional<Level> parse(String text) {
    if (text.length() != 1) {
      return Optional.empty();
    }
    return switch (text.charAt(0)) {
      case '0' -> Optional.of(LOW);
      case '1' -> Optional.of(HIGH);
      case 'x', 'X' -> Optional.of(UNKNOWN);
      case 'z', 'Z' -> Optional.of(FLOATING);
      default -> Optional.empty();
    };
  }

  public boolean known() {
    return this == LOW || this == HIGH;
  }

  /** How an input takes it: an open one is not to be relied on. */
  Level asInput() {
    return this == FLOATING ? UNKNOWN : this;
  }

  Level inverted() {
    return switch (this) {
      case LOW -> HIGH;
      case HIGH -> LOW;
      case UNKNOWN, FLOATING -> UNKNOWN;
    };
  }

  Level and(Level other) {
    if (this == LOW || other == LOW) {
      return LOW;
    }
    return this == HIGH && other == HIGH ? HIGH : UNKNOWN;
  }

  Level or(Level other) {
    return inverted().and(other.inverted()).inverted();
  }

  Level exclusiveOr(Level other) {
    return known() && other.known() ? of(this != other) : UNKNOWN;
  }

  /** What is known where either of the two may be the case. */
  Level merge(Level other) {
    return this == other ? this : UNKNOWN;
  }

  /** What two drivers make of one pin. */
  Level joined(Level other) {
    if (this == FLOATING) {
      return other;
    }
    return other == FLOATING || other == this ? this : UNKNOWN;
  }
}
