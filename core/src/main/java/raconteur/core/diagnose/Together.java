package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/**
 * The leading sets of faults weighed once more, every set spread through the nets as one: the
 * search takes what each fault does alone and joins it, which misses the fault that hides another.
 */
record Together(List<Hypothesis> hypotheses, Marginals marginals) {

  /** Findings, their model, and what faults alone do to them. */
  record Asked<E>(TestModel<E> model, List<Finding> found, EvidenceColumn<?> column) {

    /** Whether any of some faults has to do with the findings. */
    boolean touchedBy(List<Integer> faults) {
      for (int fault : faults) {
        if (column.effectOf(fault) != 0) {
          return true;
        }
      }
      return false;
    }

    /** How much likelier the findings are with the faults spread as one. */
    double factor(List<Fault> faults, Map<E, Double> known) {
      E joined = model.none();
      for (Fault fault : faults) {
        joined = model.combine(joined, model.effectOf(fault));
      }
      E exact = model.effectOf(faults);
      return exact.equals(joined) ? 1 : chance(exact, known) / chance(joined, known);
    }

    private double chance(E effect, Map<E, Double> known) {
      return known.computeIfAbsent(effect, e -> model.joint(found, e));
    }
  }

  static Together of(
      List<Hypothesis> joined,
      Marginals marginals,
      FaultCatalogue catalogue,
      List<Asked<?>> asked) {
    double[] places = new double[catalogue.places().size()];
    double[] faults = new double[catalogue.faults().size()];
    double[] factors = new double[joined.size()];
    Arrays.fill(factors, 1);
    for (Asked<?> each : asked) {
      multiply(each, joined, catalogue, factors);
    }
    double all = 1;
    for (int h = 0; h < factors.length; h++) {
      double more = joined.get(h).probability() * (factors[h] - 1);
      if (more != 0) {
        all += more;
        Set<Integer> at =
            joined.get(h).faults().stream().map(catalogue::placeOf).collect(Collectors.toSet());
        at.forEach(place -> places[place] += more);
        joined.get(h).faults().forEach(fault -> faults[fault] += more);
      }
    }
    if (all == 1) {
      return new Together(joined, marginals);
    }
    List<Hypothesis> exact = new ArrayList<>();
    for (int h = 0; h < factors.length; h++) {
      double probability = joined.get(h).probability() * factors[h] / all;
      exact.add(new Hypothesis(joined.get(h).faults(), probability));
    }
    exact.sort(Comparator.comparingDouble(h -> -h.probability()));
    return new Together(List.copyOf(exact), marginals.plus(places, faults, all));
  }

  private static <E> void multiply(
      Asked<E> asked, List<Hypothesis> joined, FaultCatalogue catalogue, double[] factors) {
    Map<E, Double> known = new HashMap<>();
    for (int h = 0; h < factors.length; h++) {
      List<Integer> set = joined.get(h).faults();
      if (set.size() > 1 && asked.touchedBy(set)) {
        factors[h] *= asked.factor(set.stream().map(catalogue.faults()::get).toList(), known);
      }
    }
  }
}
