package raconteur.core.plan;

import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;

/**
 * What it would cost to test nothing more: the suspected places are mended one after another, with
 * a check after each, until one mend does something: after that everything is weighed anew. The
 * order is that of chance over cost, which is the best one for single faults (the ratio rule of
 * sequencing; Smith 1956, doi:10.1002/nav.3800030106; for search among boxes see Blackwell in
 * Matula 1964, doi:10.2307/2312000 — both from memory). A test is worth what it takes off this
 * cost.
 *
 * <p>Deviation: of a set of faults the one that is mended first counts, and mends always cure.
 *
 * <p>Time O(h + p log p) for h hypotheses and p places among them, for every call of {@link
 * #minutes}.
 */
final class MendInTurn {
  private final int[][] placesOf;
  private final int[] setOf;
  private final int sets;
  private final double[] mendMinutes;
  private final int[] catalogueIndex;
  private final double checkMinutes;

  /**
   * @param mendMinutes of a place, risk counted
   * @param checkMinutes to see whether the board works now
   */
  MendInTurn(
      List<Hypothesis> hypotheses,
      FaultCatalogue catalogue,
      ToDoubleFunction<Place> mendMinutes,
      double checkMinutes) {
    Map<Integer, Integer> index = new HashMap<>();
    placesOf =
        hypotheses.stream()
            .map(
                h ->
                    h.faults().stream()
                        .mapToInt(catalogue::placeOf)
                        .distinct()
                        .map(p -> index.computeIfAbsent(p, _ -> index.size()))
                        .toArray())
            .toArray(int[][]::new);
    Map<Set<Integer>, Integer> seen = new HashMap<>();
    setOf =
        Arrays.stream(placesOf)
            .mapToInt(
                places ->
                    seen.computeIfAbsent(
                        Arrays.stream(places).boxed().collect(Collectors.toSet()),
                        _ -> seen.size()))
            .toArray();
    sets = seen.size();
    catalogueIndex = new int[index.size()];
    index.forEach((place, i) -> catalogueIndex[i] = place);
    this.mendMinutes =
        Arrays.stream(catalogueIndex)
            .mapToDouble(p -> mendMinutes.applyAsDouble(catalogue.places().get(p)))
            .toArray();
    this.checkMinutes = checkMinutes;
  }

  /** The chance that something is wrong at each place, by its own numbering, not normalised. */
  double[] suspicion(double[] weights) {
    double[] sums = new double[mendMinutes.length];
    for (int h = 0; h < weights.length; h++) {
      for (int place : placesOf[h]) {
        sums[place] += weights[h];
      }
    }
    return sums;
  }

  /** The chance of every set of places that may be to mend, not normalised; O(h). */
  double[] toMend(double[] weights) {
    double[] sums = new double[sets];
    for (int h = 0; h < weights.length; h++) {
      sums[setOf[h]] += weights[h];
    }
    return sums;
  }

  private int[] order(double[] suspicion) {
    double[] ratio = new double[suspicion.length];
    for (int i = 0; i < ratio.length; i++) {
      ratio[i] = suspicion[i] / (mendMinutes[i] + checkMinutes);
    }
    return IntStream.range(0, ratio.length)
        .boxed()
        .filter(i -> suspicion[i] > 0)
        .sorted(Comparator.comparingDouble(i -> -ratio[i]))
        .mapToInt(i -> i)
        .toArray();
  }

  /**
   * The expected minutes.
   *
   * @param weights of the hypotheses, in their order; they need not add up to 1
   */
  double minutes(double[] weights) {
    int[] order = order(suspicion(weights));
    double[] spent = new double[mendMinutes.length];
    double soFar = 0;
    for (int place : order) {
      soFar += mendMinutes[place] + checkMinutes;
      spent[place] = soFar;
    }
    double all = 0;
    double sum = 0;
    for (int h = 0; h < weights.length; h++) {
      double first = placesOf[h].length == 0 ? checkMinutes : Double.MAX_VALUE;
      for (int place : placesOf[h]) {
        first = Math.min(first, spent[place]);
      }
      sum += weights[h] * first;
      all += weights[h];
    }
    return all > 0 ? sum / all : 0;
  }

  /**
   * The minutes to mend the culprit if it were known, on average.
   *
   * @param weights of the hypotheses, in their order; they need not add up to 1
   */
  double known(double[] weights) {
    double sum = 0;
    double all = 0;
    for (int h = 0; h < weights.length; h++) {
      double first = placesOf[h].length == 0 ? checkMinutes : Double.MAX_VALUE;
      for (int place : placesOf[h]) {
        first = Math.min(first, mendMinutes[place] + checkMinutes);
      }
      sum += weights[h] * first;
      all += weights[h];
    }
    return all > 0 ? sum / all : 0;
  }

  /** The place most likely at fault, by its index in the catalogue, and how likely. */
  record Accused(int place, double share) {}

  /** What a reading would accuse most; there is at least one place. */
  Accused mostSuspected(double[] weights) {
    double[] suspicion = suspicion(weights);
    int most = 0;
    double all = 0;
    for (int i = 1; i < suspicion.length; i++) {
      most = suspicion[i] > suspicion[most] ? i : most;
    }
    for (double weight : weights) {
      all += weight;
    }
    return new Accused(catalogueIndex[most], all > 0 ? suspicion[most] / all : 0);
  }

  /** How likely something is wrong at one of some places, by their indices in the catalogue. */
  double share(double[] weights, Set<Integer> places) {
    double at = 0;
    double all = 0;
    for (int h = 0; h < weights.length; h++) {
      boolean hit = false;
      for (int place : placesOf[h]) {
        hit |= places.contains(catalogueIndex[place]);
      }
      at += hit ? weights[h] : 0;
      all += weights[h];
    }
    return all > 0 ? at / all : 0;
  }

  /** The place to mend first, by its index in the catalogue; negative where there is none. */
  int first(double[] weights) {
    int[] order = order(suspicion(weights));
    return order.length == 0 ? -1 : catalogueIndex[order[0]];
  }
}
