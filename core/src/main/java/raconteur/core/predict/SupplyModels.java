package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.judge.CurrentBudget;
import raconteur.core.judge.RailRipple;
import raconteur.core.supply.Interval;

/** How currents and ripple come out. */
record SupplyModels(Board board, Readings readings) {

  TestModel<?> amps(String railName, Set<String> partsOut) {
    Rail rail = board.rail(railName).orElseThrow();
    var conditions = new RailConditions(board, rail);
    Interval good = CurrentBudget.of(board, rail, partsOut).expected();
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double middle = (good.least() + good.most()) / 2;
    outcomes.put("as expected", new Finding.RailAmps(railName, middle));
    outcomes.put("high", new Finding.RailAmps(railName, good.most() * 1.5));
    outcomes.put("low", new Finding.RailAmps(railName, 0));
    return new ConditionModel(
        readings,
        "rail amps",
        List.of("healthy", "loaded", "gone"),
        conditions::underCurrent,
        found -> {
          double amps = ((Finding.RailAmps) found).amps();
          return good.holds(amps) ? "as expected" : amps > good.most() ? "high" : "low";
        },
        outcomes);
  }

  TestModel<?> ripple(String railName) {
    Rail rail = board.rail(railName).orElseThrow();
    RailRipple ripple = RailRipple.of(board, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("small", new Finding.Ripple(railName, ripple.mostGoodVolts() / 2));
    outcomes.put("large", new Finding.Ripple(railName, ripple.mostGoodVolts() * 3));
    return new ConditionModel(
        readings,
        "ripple",
        List.of("healthy", "dry"),
        fault -> dries(fault, ripple) ? "dry" : "healthy",
        found -> ((Finding.Ripple) found).volts() > ripple.mostGoodVolts() ? "large" : "small",
        outcomes);
  }

  private static boolean dries(Fault fault, RailRipple ripple) {
    return fault.mode() == FaultMode.DEAD
        && fault.place() instanceof Place.OfPart(String part)
        && ripple.smoothedBy().contains(part);
  }
}
