package raconteur.core.diagnose;

import java.time.Duration;
import java.util.function.BooleanSupplier;
import java.util.function.LongSupplier;

/**
 * How long something may be worked out: until a time is up or somebody says stop. What is asked for
 * is then answered with what was weighed by then, and says how much that was. Thread safe.
 */
public final class Patience {
  /** Waits for everything. */
  public static final Patience ENDLESS = new Patience(() -> 0, 0, Long.MAX_VALUE, () -> false);

  private final LongSupplier nanoTime;
  private final long began;
  private final long nanos;
  private final BooleanSupplier stopped;

  private Patience(LongSupplier nanoTime, long began, long nanos, BooleanSupplier stopped) {
    this.nanoTime = nanoTime;
    this.began = began;
    this.nanos = nanos;
    this.stopped = stopped;
  }

  /**
   * Begins now.
   *
   * @param nanoTime the clock, as {@link System#nanoTime}
   * @param stopped asked as often as the clock is
   */
  public static Patience of(Duration most, LongSupplier nanoTime, BooleanSupplier stopped) {
    return new Patience(nanoTime, nanoTime.getAsLong(), most.toNanos(), stopped);
  }

  /** Whether it is over; asked often, it costs as much as looking at the clock. */
  public boolean isOver() {
    return stopped.getAsBoolean() || nanoTime.getAsLong() - began >= nanos;
  }

  /** The first part of it, begun when all of it was. */
  public Patience first(double share) {
    return nanos == Long.MAX_VALUE
        ? this
        : new Patience(nanoTime, began, Math.round(nanos * share), stopped);
  }
}
