package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.judge.CurrentBudget;
import raconteur.core.judge.PullLedger;
import raconteur.core.judge.RailRipple;
import raconteur.core.supply.Interval;

/** How measurements of rails, and of what loads them, come out. */
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

  /**
   * The voltage of a rail at one part: its own joints are on the way there as well.
   *
   * @param fed whether the rail is good where it is made, so that nothing else can be
   */
  TestModel<?> voltsAt(
      String railName, String part, boolean fed, Function<Double, Finding> reading) {
    Rail rail = board.rail(railName).orElseThrow();
    var conditions = new RailConditions(board, rail);
    return volts(
        rail,
        "rail volts",
        reading,
        fault ->
            isOnTheWay(fault, railName, part)
                ? "poor"
                : fed ? "good" : conditions.underVoltage(fault));
  }

  TestModel<?> volts(String railName, String test, Function<Double, Finding> reading) {
    Rail rail = board.rail(railName).orElseThrow();
    return volts(rail, test, reading, new RailConditions(board, rail)::underVoltage);
  }

  private boolean isOnTheWay(Fault fault, String railName, String part) {
    return switch (fault.place()) {
      case Place.Joints joints -> joints.part().equals(part);
      case Place.Contact contact ->
          contact.pin().part().equals(part)
              && board
                  .netOf(contact.pin())
                  .filter(
                      net ->
                          board.rail(railName).filter(r -> r.net().equals(net.name())).isPresent())
                  .isPresent();
      default -> false;
    };
  }

  private TestModel<?> volts(
      Rail rail,
      String test,
      Function<Double, Finding> reading,
      Function<Fault, String> condition) {
    var conditions = new RailConditions(board, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double v = rail.volts();
    outcomes.put("good", reading.apply(v));
    outcomes.put("sags", reading.apply(v * 0.9));
    outcomes.put("low", reading.apply(v * 0.7));
    outcomes.put("collapsed", reading.apply(v * 0.3));
    outcomes.put("high", reading.apply(v * 1.5));
    outcomes.put("absent", reading.apply(0.0));
    outcomes.put("wrong sign", reading.apply(-v / 2));
    return new ConditionModel(
        readings,
        test,
        List.of("good", "dry", "loaded", "poor", "pulled", "shorted", "gone"),
        condition,
        found -> conditions.voltageOutcome(RailConditions.volts(found)),
        outcomes);
  }

  /** A rail somebody calls good without a figure: what sags may be called so as well. */
  TestModel<?> calledGood(Finding.RailCalledGood said) {
    var conditions = new RailConditions(board, board.rail(said.rail()).orElseThrow());
    return new ConditionModel(
        readings,
        "rail called good",
        List.of("good", "dry", "loaded", "poor", "pulled", "shorted", "gone"),
        conditions::underVoltage,
        _ -> "good",
        Map.of("good", said));
  }

  TestModel<?> ohms(Finding.RailOhms test) {
    Rail rail = board.rail(test.rail()).orElseThrow();
    var conditions = new RailConditions(board, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    DoubleFunction<Finding> reads =
        ohms -> new Finding.RailOhms(rail.name(), ohms, test.reversed());
    outcomes.put("as expected", reads.apply(rail.expectedOhms()));
    outcomes.put("low", reads.apply(rail.expectedOhms() / 10));
    outcomes.put("open", reads.apply(Double.POSITIVE_INFINITY));
    return new ConditionModel(
        readings,
        "rail ohms",
        List.of("healthy", "loaded"),
        conditions::underResistance,
        found -> conditions.resistanceOutcome(((Finding.RailOhms) found).ohms()),
        outcomes);
  }

  TestModel<?> pull(Finding.PullStep pull, double ohmsBefore) {
    Place load = new Place.Load(pull.part(), pull.rail());
    // Where the rail reads very low, what the meter cannot tell may be more than a light leak.
    boolean lightShows = PullLedger.wouldShow(ohmsBefore, ohmsBefore);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("loads", new Finding.PullStep(pull.part(), pull.rail(), ohmsBefore * 3));
    outcomes.put("does not load", new Finding.PullStep(pull.part(), pull.rail(), ohmsBefore));
    boolean small =
        PullLedger.kind(ohmsBefore, pull.ohmsAfter()) == PullLedger.Kind.LEAKS
            && !PullLedger.isPlain(ohmsBefore, pull.ohmsAfter());
    return new ConditionModel(
        readings,
        small ? "small pull" : "pull",
        List.of("healthy", "perhaps leaky", "leaky"),
        fault -> {
          if (!fault.place().equals(load)) {
            return "healthy";
          }
          return lightShows || fault.mode().load() == FaultMode.Load.HEAVY
              ? "leaky"
              : "perhaps leaky";
        },
        found -> {
          double after = ((Finding.PullStep) found).ohmsAfter();
          return PullLedger.kind(ohmsBefore, after) == PullLedger.Kind.LEAKS
              ? "loads"
              : "does not load";
        },
        outcomes);
  }

  private static boolean dries(Fault fault, RailRipple ripple) {
    return fault.mode() == FaultMode.DEAD
        && fault.place() instanceof Place.OfPart(String part)
        && ripple.smoothedBy().contains(part);
  }
}
