package raconteur.core.fault;

/** One thing wrong: a mode at a place. */
public record Fault(Place place, FaultMode mode) {

  @Override
  public String toString() {
    return place + " " + mode.words();
  }
}
