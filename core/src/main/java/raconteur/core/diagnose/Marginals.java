package raconteur.core.diagnose;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import raconteur.core.diagnose.FaultClass.PowerSums;

/**
 * What a posterior says of single places and faults: the chance that at least one fault is there
 * now.
 *
 * <p>With g(c, m, p) the chance that m members of class c taken together include a fault at place
 * p, a combination of classes has one there with chance 1 − Π(1 − g). The sum of the g of all
 * combinations is gathered once per class and count; only where two classes of one combination
 * share a place is the overlap taken off combination by combination.
 */
final class Marginals {
  private final double[] byPlace;
  private final double[] byFault;
  private final double sound;

  private Marginals(double[] byPlace, double[] byFault, double sound) {
    this.byPlace = byPlace;
    this.byFault = byFault;
    this.sound = sound;
  }

  /** The chance of a fault at a place, by its index in the catalogue. */
  double at(int place) {
    return Math.clamp(byPlace[place], 0, 1);
  }

  double of(int fault) {
    return byFault[fault];
  }

  /**
   * The same after some sets were weighed anew.
   *
   * @param byPlaceMore what to add at each place
   * @param byFaultMore what to add for each fault
   * @param all what everything weighs then, beside 1 before
   */
  Marginals plus(double[] byPlaceMore, double[] byFaultMore, double all) {
    double[] places = byPlace.clone();
    double[] faults = byFault.clone();
    for (int i = 0; i < places.length; i++) {
      places[i] = (places[i] + byPlaceMore[i]) / all;
    }
    for (int i = 0; i < faults.length; i++) {
      faults[i] = (faults[i] + byFaultMore[i]) / all;
    }
    return new Marginals(places, faults, sound / all);
  }

  /** The chance that nothing is wrong now. */
  double sound() {
    return sound;
  }

  /** Takes combinations of classes in, one by one, and keeps none of them. */
  static final class Gathering {
    private static final int MOST = 4;

    /** Overlaps of so many classes are taken off pair by pair, which is quicker. */
    private static final int MOST_IN_FULL = 3;

    private final FaultClass[] classes;
    private final int[] placeOf;
    private final int epoch;
    private final double[] byPlace;
    private final double[] mass;
    private final double[] none;

    /* Filled when first asked for, by whoever asks: what is in it never changes. */
    private final Present[] present;

    private final Meetings meets;
    private double sound;
    private double total;

    /* The combination that last classes are being added to, and the weight of all of those. */
    private int[] stem = {};
    private int[] stemCounts = {};
    private int stemDepth;
    private double stemNone;
    private boolean stemMeets;
    private double stemMass;

    /**
     * What m members of a class have at places now.
     *
     * @param places ascending
     * @param chances g at each of them
     */
    @SuppressWarnings("ArrayRecordComponent")
    private record Present(int[] places, double[] chances) {
      double at(int place) {
        int found = Arrays.binarySearch(places, place);
        return found < 0 ? 0 : chances[found];
      }
    }

    /**
     * @param placeOf the number of the place of every fault
     * @param epoch now: only faults there in this epoch count
     */
    Gathering(FaultClass[] classes, int[] placeOf, int epoch) {
      this.classes = classes;
      this.placeOf = placeOf;
      this.epoch = epoch;
      this.byPlace = new double[Arrays.stream(placeOf).max().orElse(-1) + 1];
      this.mass = new double[classes.length * MOST];
      this.none = new double[classes.length * MOST];
      this.present = new Present[classes.length * MOST];
      this.meets = new Meetings(classes, placeOf, epoch);
      for (int c = 0; c < classes.length; c++) {
        PowerSums there = PowerSums.ZERO;
        for (Occurrence member : classes[c].members()) {
          there = member.during(epoch) ? there.plus(member.odds()) : there;
        }
        PowerSums away = classes[c].sums().minus(there);
        for (int m = 1; m < MOST; m++) {
          none[c * MOST + m] = away.choose(m) / classes[c].sums().choose(m);
        }
      }
    }

    private Gathering(Gathering other) {
      this.classes = other.classes;
      this.placeOf = other.placeOf;
      this.epoch = other.epoch;
      this.byPlace = new double[other.byPlace.length];
      this.mass = new double[other.mass.length];
      this.none = other.none;
      this.present = other.present;
      this.meets = other.meets;
    }

    /** Another one for the same classes, empty; both may be added to at the same time. */
    Gathering beside() {
      return new Gathering(this);
    }

    /** Adds all that another was given, that many times. */
    void take(Gathering other, double factor) {
      for (int i = 0; i < byPlace.length; i++) {
        byPlace[i] += factor * other.byPlace[i];
      }
      for (int i = 0; i < mass.length; i++) {
        mass[i] += factor * other.mass[i];
      }
      sound += factor * other.sound;
      total += factor * other.total;
    }

    /** The weight of all that was added. */
    double total() {
      return total;
    }

    /** The share of every class in the weight of all that was added. */
    double[] shares() {
      double[] shares = new double[classes.length];
      for (int c = 0; c < shares.length && total > 0; c++) {
        for (int m = 1; m < MOST; m++) {
          shares[c] += mass[c * MOST + m] / total;
        }
      }
      return shares;
    }

    /** Makes all that was added so far weigh that many times as much. */
    void scale(double factor) {
      for (double[] weights : new double[][] {byPlace, mass}) {
        for (int i = 0; i < weights.length; i++) {
          weights[i] *= factor;
        }
      }
      sound *= factor;
      total *= factor;
      stemMass *= factor;
    }

    /**
     * Adds one combination.
     *
     * @param chosen its classes
     * @param counts how many members of each
     * @param depth how many classes it has
     */
    void add(int[] chosen, int[] counts, int depth, double weight) {
      total += weight;
      double healthy = weight;
      for (int d = 0; d < depth; d++) {
        int at = chosen[d] * MOST + counts[d];
        mass[at] += weight;
        healthy *= none[at];
      }
      sound += healthy;
      if (depth > 1) {
        takeOffOverlap(chosen, counts, depth, weight);
      }
    }

    /**
     * Begins with combinations that differ in their last class only: every {@link #last} adds one,
     * until {@link #shut}.
     *
     * @param chosen the classes all have, with room for one more
     */
    void open(int[] chosen, int[] counts, int depth) {
      stem = chosen;
      stemCounts = counts;
      stemDepth = depth;
      stemMass = 0;
      stemNone = 1;
      stemMeets = false;
      for (int d = 0; d < depth; d++) {
        stemNone *= none[chosen[d] * MOST + counts[d]];
        for (int e = 0; e < d; e++) {
          stemMeets |= meets.meet(chosen[d], chosen[e]);
        }
      }
    }

    /** Adds the stem with one member of one more class. */
    void last(int c, double weight) {
      stemMass += weight;
      mass[c * MOST + 1] += weight;
      sound += weight * stemNone * none[c * MOST + 1];
      boolean meeting = stemMeets;
      for (int d = 0; d < stemDepth; d++) {
        meeting |= meets.meet(stem[d], c);
      }
      if (meeting) {
        stem[stemDepth] = c;
        stemCounts[stemDepth] = 1;
        takeOffOverlap(stem, stemCounts, stemDepth + 1, weight);
      }
    }

    void shut() {
      total += stemMass;
      for (int d = 0; d < stemDepth; d++) {
        mass[stem[d] * MOST + stemCounts[d]] += stemMass;
      }
      stemMass = 0;
    }

    /** What all that was added says together. */
    Marginals marginals() {
      double[] places = byPlace.clone();
      double[] faults = new double[placeOf.length];
      for (int c = 0; c < classes.length; c++) {
        for (int m = 1; m < MOST; m++) {
          if (mass[c * MOST + m] > 0) {
            spread(c, m, mass[c * MOST + m], places, faults);
          }
        }
      }
      double all = total > 0 ? total : 1;
      for (double[] sums : new double[][] {places, faults}) {
        for (int i = 0; i < sums.length; i++) {
          sums[i] /= all;
        }
      }
      return new Marginals(places, faults, sound / all);
    }

    private Present present(int c, int m) {
      Present known = present[c * MOST + m];
      if (known == null) {
        known = makePresent(classes[c], m);
        present[c * MOST + m] = known;
      }
      return known;
    }

    private Present makePresent(FaultClass c, int m) {
      Map<Integer, PowerSums> sums = new HashMap<>();
      for (Occurrence member : c.members()) {
        if (member.during(epoch)) {
          int place = placeOf[member.fault()];
          sums.put(place, sums.getOrDefault(place, PowerSums.ZERO).plus(member.odds()));
        }
      }
      double choices = c.sums().choose(m);
      int[] places = sums.keySet().stream().mapToInt(Integer::intValue).sorted().toArray();
      double[] chances = new double[places.length];
      for (int i = 0; i < places.length; i++) {
        chances[i] = 1 - c.sums().minus(sums.get(places[i])).choose(m) / choices;
      }
      return new Present(places, chances);
    }

    /**
     * Where classes of one combination share a place: 1 − Π(1 − g) in place of the sum of the g.
     */
    private void takeOffOverlap(int[] chosen, int[] counts, int depth, double weight) {
      if (depth > MOST_IN_FULL) {
        overlapOfMany(chosen, counts, depth, weight);
        return;
      }
      int meeting = 0;
      for (int d = 1; d < depth; d++) {
        for (int e = 0; e < d; e++) {
          if (meets.meet(chosen[d], chosen[e])) {
            overlap(present(chosen[d], counts[d]), present(chosen[e], counts[e]), weight);
            meeting++;
          }
        }
      }
      if (meeting == 3) {
        overlapOfThree(
            present(chosen[0], counts[0]),
            present(chosen[1], counts[1]),
            present(chosen[2], counts[2]),
            weight);
      }
    }

    private void overlap(Present one, Present other, double weight) {
      boolean fewer = one.places().length <= other.places().length;
      Present few = fewer ? one : other;
      Present many = fewer ? other : one;
      for (int i = 0; i < few.places().length; i++) {
        byPlace[few.places()[i]] -= weight * few.chances()[i] * many.at(few.places()[i]);
      }
    }

    private void overlapOfThree(Present a, Present b, Present c, double weight) {
      for (int i = 0; i < c.places().length; i++) {
        int place = c.places()[i];
        byPlace[place] += weight * c.chances()[i] * b.at(place) * a.at(place);
      }
    }

    private void overlapOfMany(int[] chosen, int[] counts, int depth, double weight) {
      for (int d = 0; d < depth; d++) {
        Present here = present(chosen[d], counts[d]);
        for (int i = 0; i < here.places().length; i++) {
          overlapAt(here.places()[i], d, chosen, counts, depth, weight);
        }
      }
    }

    /** Counted at the first class that has the place. */
    private void overlapAt(
        int place, int first, int[] chosen, int[] counts, int depth, double weight) {
      double sum = 0;
      double none = 1;
      for (int d = 0; d < depth; d++) {
        double g = present(chosen[d], counts[d]).at(place);
        if (g > 0 && d < first) {
          return;
        }
        sum += g;
        none *= 1 - g;
      }
      byPlace[place] -= weight * (sum - (1 - none));
    }

    /**
     * Shares a class's mass among its places, and among its members: o · e(m−1) without it, over
     * e(m).
     */
    private void spread(int c, int m, double share, double[] places, double[] faults) {
      Present here = present(c, m);
      for (int i = 0; i < here.places().length; i++) {
        places[here.places()[i]] += share * here.chances()[i];
      }
      FaultClass faultClass = classes[c];
      double choices = faultClass.sums().choose(m);
      for (Occurrence member : faultClass.members()) {
        if (member.during(epoch)) {
          PowerSums others = faultClass.sums().minus(PowerSums.ZERO.plus(member.odds()));
          faults[member.fault()] += share * member.odds() * others.choose(m - 1) / choices;
        }
      }
    }
  }
}
