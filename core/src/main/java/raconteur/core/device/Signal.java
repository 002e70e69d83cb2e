package raconteur.core.device;

/**
 * What a logic probe would show at a pin, seen over a fraction of a second. {@link #DOUBTFUL}
 * stands for "moves or not, hard to say" and {@link #STILL} for "steady, at either level".
 */
public enum Signal {
  TOGGLING,
  DOUBTFUL,
  STILL,
  LOW,
  HIGH,
  BETWEEN,
  FLOATING;

  public boolean steady() {
    return this == LOW || this == HIGH || this == STILL;
  }

  /** How a TTL input takes this: an open input reads as high. */
  Signal asInput() {
    return switch (this) {
      case FLOATING -> HIGH;
      case BETWEEN -> DOUBTFUL;
      case TOGGLING, DOUBTFUL, STILL, LOW, HIGH -> this;
    };
  }

  Signal inverted() {
    return switch (this) {
      case LOW -> HIGH;
      case HIGH -> LOW;
      case TOGGLING, DOUBTFUL, STILL, BETWEEN, FLOATING -> this;
    };
  }

  /** The AND of two inputs: low wins, high yields, and a moving one passes a high one. */
  Signal and(Signal other) {
    if (this == LOW || other == LOW) {
      return LOW;
    }
    if (this == HIGH) {
      return other;
    }
    if (other == HIGH) {
      return this;
    }
    if (this == other) {
      return this;
    }
    return DOUBTFUL;
  }

  Signal or(Signal other) {
    return inverted().and(other.inverted()).inverted();
  }

  Signal exclusiveOr(Signal other) {
    if (this == LOW || this == HIGH) {
      return this == LOW ? other : other.inverted();
    }
    if (other == LOW || other == HIGH) {
      return other.exclusiveOr(this);
    }
    if (this == STILL && other == STILL) {
      return STILL;
    }
    return this == TOGGLING || other == TOGGLING ? TOGGLING : DOUBTFUL;
  }
}
