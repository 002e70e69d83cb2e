package raconteur.core.supply;

/**
 * A value that lies between two limits, both in the same unit.
 *
 * @param most may be infinite
 */
public record Interval(double least, double most) {
  public Interval {
    if (!(least <= most)) {
      throw new IllegalArgumentException("least " + least + " is above most " + most);
    }
  }

  public boolean holds(double value) {
    return value >= least && value <= most;
  }
}
