package raconteur.core.predict;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/** A known-good part tried: it cures the part's own faults for as long as it is in. */
final class SwapModel implements TestModel<SwapModel.State> {
  private static final State NOTHING = new State(false, false);

  private final Readings readings;
  private final String part;

  /** Whether the part is bad, and whether anything else is. */
  record State(boolean thisPart, boolean more) {}

  SwapModel(Readings readings, String part) {
    this.readings = readings;
    this.part = part;
  }

  @Override
  public State none() {
    return NOTHING;
  }

  @Override
  public State effectOf(Fault fault) {
    // Its joints or contacts are made anew as well for as long as the other one is in.
    boolean mine =
        fault.place().mendable().equals(new Place.OfPart(part))
            || fault.place().equals(new Place.Joints(part));
    return new State(mine, !mine);
  }

  @Override
  public State combine(State one, State other) {
    return new State(one.thisPart() || other.thisPart(), one.more() || other.more());
  }

  @Override
  public double probability(Finding found, State state) {
    String condition =
        !state.thisPart()
            ? "not this part"
            : state.more() ? "this part and more" : "only this part";
    var effect = ((Finding.Swap) found).effect();
    return readings.chance("swap", condition, effect.name().toLowerCase(Locale.ROOT));
  }

  @Override
  public List<Finding> outcomes() {
    return Arrays.stream(Finding.SwapEffect.values())
        .<Finding>map(e -> new Finding.Swap(part, e))
        .toList();
  }
}
