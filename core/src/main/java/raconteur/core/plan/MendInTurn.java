package raconteur.core.plan;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntUnaryOperator;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
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
 * <p>All that counts of a hypothesis here is which places are to be mended: weights are added up by
 * that ({@link #ofSets}) and everything is asked of the sums. Time O(s + p log p) for s sets of p
 * places, for every call of {@link #minutes}.
 */
final class MendInTurn {
  private final int[] setOf;
  private final int[][] placesOf;
  private final double[] minutesOf;
  private final double[] knownMinutes;
  private final int[] catalogueIndex;
  private final int indexBits;
  private final IntUnaryOperator together;

  /**
   * @param together the place, by its index in the catalogue, by which all that one mend cures with
   *     it goes
   * @param mendMinutes of a place, risk counted
   * @param checkMinutes to see whether the board works now
   */
  MendInTurn(
      List<Hypothesis> hypotheses,
      FaultCatalogue catalogue,
      IntUnaryOperator together,
      ToDoubleFunction<Place> mendMinutes,
      double checkMinutes) {
    this.together = together;
    Map<Integer, Integer> index = new HashMap<>();
    Map<Set<Integer>, Integer> seen = new LinkedHashMap<>();
    setOf =
        hypotheses.stream()
            .map(
                h ->
                    h.faults().stream()
                        .map(fault -> together.applyAsInt(catalogue.placeOf(fault)))
                        .map(p -> index.computeIfAbsent(p, _ -> index.size()))
                        .collect(Collectors.toSet()))
            .mapToInt(places -> seen.computeIfAbsent(places, _ -> seen.size()))
            .toArray();
    placesOf =
        seen.keySet().stream()
            .map(places -> places.stream().mapToInt(p -> p).sorted().toArray())
            .toArray(int[][]::new);
    catalogueIndex = new int[index.size()];
    index.forEach((place, i) -> catalogueIndex[i] = place);
    minutesOf =
        Arrays.stream(catalogueIndex)
            .mapToDouble(p -> mendMinutes.applyAsDouble(catalogue.places().get(p)) + checkMinutes)
            .toArray();
    knownMinutes =
        Arrays.stream(placesOf)
            .mapToDouble(
                places ->
                    Arrays.stream(places).mapToDouble(p -> minutesOf[p]).min().orElse(checkMinutes))
            .toArray();
    indexBits = Integer.SIZE - Integer.numberOfLeadingZeros(Math.max(1, index.size() - 1));
  }

  /** The weights of the hypotheses added up by what is to be mended, O(h). */
  double[] ofSets(double[] weights) {
    double[] sums = new double[placesOf.length];
    for (int h = 0; h < weights.length; h++) {
      sums[setOf[h]] += weights[h];
    }
    return sums;
  }

  /** The same once an outcome of these likelihoods was seen. */
  double[] ofSets(double[] weights, double[] likelihood) {
    double[] sums = new double[placesOf.length];
    for (int h = 0; h < weights.length; h++) {
      sums[setOf[h]] += weights[h] * likelihood[h];
    }
    return sums;
  }

  /** The chance that something is wrong at each place, by its own numbering, not normalised. */
  private double[] suspicion(double[] sets) {
    double[] sums = new double[minutesOf.length];
    for (int s = 0; s < sets.length; s++) {
      for (int place : placesOf[s]) {
        sums[place] += sets[s];
      }
    }
    return sums;
  }

  /**
   * The suspected places, the most suspected for its minutes first. Sorted as whole numbers: those
   * of positive doubles are in the order of the doubles, and the last bits make room for the place,
   * so that ratios closer than about one in 10¹² keep the order of the places.
   */
  private int[] order(double[] suspicion) {
    long[] keys = new long[suspicion.length];
    long mask = (1L << indexBits) - 1;
    int n = 0;
    for (int i = 0; i < suspicion.length; i++) {
      if (suspicion[i] > 0) {
        keys[n++] = (Double.doubleToRawLongBits(suspicion[i] / minutesOf[i]) & ~mask) | (mask - i);
      }
    }
    Arrays.sort(keys, 0, n);
    int[] order = new int[n];
    for (int i = 0; i < n; i++) {
      order[i] = (int) (mask - (keys[n - 1 - i] & mask));
    }
    return order;
  }

  /**
   * The expected minutes.
   *
   * @param sets as {@link #ofSets} adds them up; they need not add up to 1
   */
  double minutes(double[] sets) {
    double[] spent = new double[minutesOf.length];
    double soFar = 0;
    for (int place : order(suspicion(sets))) {
      soFar += minutesOf[place];
      spent[place] = soFar;
    }
    double all = 0;
    double sum = 0;
    for (int s = 0; s < sets.length; s++) {
      if (sets[s] > 0) {
        double first = placesOf[s].length == 0 ? knownMinutes[s] : Double.MAX_VALUE;
        for (int place : placesOf[s]) {
          first = Math.min(first, spent[place]);
        }
        sum += sets[s] * first;
        all += sets[s];
      }
    }
    return all > 0 ? sum / all : 0;
  }

  /**
   * The minutes to mend the culprit if it were known, on average.
   *
   * @param sets as {@link #ofSets} adds them up; they need not add up to 1
   */
  double known(double[] sets) {
    double sum = 0;
    double all = 0;
    for (int s = 0; s < sets.length; s++) {
      sum += sets[s] * knownMinutes[s];
      all += sets[s];
    }
    return all > 0 ? sum / all : 0;
  }

  /**
   * Sums that many tests share.
   *
   * @param sets as {@link #ofSets} adds them up
   * @param all their sum
   * @param logs the sum of each times its logarithm
   */
  @SuppressWarnings("ArrayRecordComponent")
  record Logs(double[] sets, double all, double logs) {
    static Logs of(double[] sets) {
      double all = 0;
      double logs = 0;
      for (double set : sets) {
        all += set;
        logs += timesLog(set);
      }
      return new Logs(sets, all, logs);
    }
  }

  private static double timesLog(double value) {
    return value > 0 ? value * Math.log(value) : 0;
  }

  /**
   * How little is known after an outcome, times its chance; O(t log t) for t touched hypotheses.
   *
   * @param touched the hypotheses under which the outcome has another likelihood than otherwise
   * @param likelihood of the outcome under each hypothesis
   */
  double expectedEntropy(
      Logs before, double[] weights, int[] touched, double[] likelihood, double otherwise) {
    Map<Integer, Double> more = new HashMap<>();
    for (int h : touched) {
      more.merge(setOf[h], weights[h] * (likelihood[h] - otherwise), Double::sum);
    }
    double all = otherwise * before.all();
    double logs = otherwise * before.logs() + timesLog(otherwise) * before.all();
    for (Map.Entry<Integer, Double> set : more.entrySet()) {
      double was = otherwise * before.sets()[set.getKey()];
      // What is taken off may leave less than nothing by the last digits.
      double is = Math.max(0, was + set.getValue());
      all += is - was;
      logs += timesLog(is) - timesLog(was);
    }
    return all > 0 ? (timesLog(all) - logs) / Math.log(2) : 0;
  }

  /** How little is known of what is to be mended, in bits (Shannon 1948). */
  static double entropy(double[] sets) {
    double all = 0;
    double sum = 0;
    for (double weight : sets) {
      if (weight > 0) {
        all += weight;
        sum += weight * Math.log(weight);
      }
    }
    return all > 0 ? (Math.log(all) - sum / all) / Math.log(2) : 0;
  }

  /** The place most likely at fault, by its index in the catalogue, and how likely. */
  record Accused(int place, double share) {}

  /** What a reading would accuse most; there is at least one place. */
  Accused mostSuspected(double[] sets) {
    double[] suspicion = suspicion(sets);
    int most = 0;
    for (int i = 1; i < suspicion.length; i++) {
      most = suspicion[i] > suspicion[most] ? i : most;
    }
    double all = Arrays.stream(sets).sum();
    return new Accused(catalogueIndex[most], all > 0 ? suspicion[most] / all : 0);
  }

  /** How likely something is wrong at one of some places, by their indices in the catalogue. */
  double share(double[] sets, Set<Integer> places) {
    Set<Integer> mended = new HashSet<>();
    places.forEach(place -> mended.add(together.applyAsInt(place)));
    boolean[] asked = new boolean[catalogueIndex.length];
    for (int i = 0; i < asked.length; i++) {
      asked[i] = mended.contains(catalogueIndex[i]);
    }
    double at = 0;
    double all = 0;
    for (int s = 0; s < sets.length; s++) {
      boolean hit = false;
      for (int place : placesOf[s]) {
        hit |= asked[place];
      }
      at += hit ? sets[s] : 0;
      all += sets[s];
    }
    return all > 0 ? at / all : 0;
  }

  /** The place to mend first, by its index in the catalogue; negative where there is none. */
  int first(double[] sets) {
    int[] order = order(suspicion(sets));
    return order.length == 0 ? -1 : catalogueIndex[order[0]];
  }
}
