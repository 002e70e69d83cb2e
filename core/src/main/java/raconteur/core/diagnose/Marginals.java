package raconteur.core.diagnose;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import raconteur.core.diagnose.FaultClass.PowerSums;
import raconteur.core.fault.FaultCatalogue;

/**
 * What a posterior says of single places and faults: the chance that at least one fault is there
 * now.
 *
 * <p>With g(c, m, p) the chance that m members of class c taken together include a fault at place
 * p, a combination of classes has one there with chance 1 − Π(1 − g). The sum of the g of all
 * leaves is gathered once per class and count; only where two classes of one leaf share a place is
 * the overlap taken off leaf by leaf.
 */
final class Marginals {
  private final double[] byPlace;
  private final double[] byFault;
  private final double sound;

  private Marginals(Gathering gathered) {
    byPlace = gathered.byPlace;
    byFault = gathered.byFault;
    sound = gathered.sound;
  }

  /**
   * @param epoch now: only faults there in this epoch count
   */
  static Marginals of(HypothesisSearch.Result result, FaultCatalogue catalogue, int epoch) {
    var gathering = new Gathering(result, catalogue, epoch);
    gathering.gather();
    return new Marginals(gathering);
  }

  /** The chance of a fault at a place, by its index in the catalogue. */
  double at(int place) {
    return Math.clamp(byPlace[place], 0, 1);
  }

  double of(int fault) {
    return byFault[fault];
  }

  /** The chance that nothing is wrong now. */
  double sound() {
    return sound;
  }

  /** What is needed while they are worked out, and not kept. */
  private static final class Gathering {
    private static final double NEGLIGIBLE = 1e-10;
    private static final int MOST = 4;

    private final FaultCatalogue catalogue;
    private final int epoch;
    private final HypothesisSearch.Result result;
    private final double[] byPlace;
    private final double[] byFault;
    private final Present[][] present;

    /* For two classes whether they have a place in common: 0 where nobody asked yet. */
    private final byte[] meets;
    private double sound;

    /**
     * What m members of a class have at places now.
     *
     * @param places ascending
     * @param chances g at each of them
     * @param none the chance that none of the m is there now
     */
    private record Present(int[] places, double[] chances, double none) {
      double at(int place) {
        int found = Arrays.binarySearch(places, place);
        return found < 0 ? 0 : chances[found];
      }
    }

    Gathering(HypothesisSearch.Result result, FaultCatalogue catalogue, int epoch) {
      this.result = result;
      this.catalogue = catalogue;
      this.epoch = epoch;
      this.byPlace = new double[catalogue.places().size()];
      this.byFault = new double[catalogue.faults().size()];
      this.present = new Present[result.classes().length][MOST];
      this.meets = new byte[result.classes().length * result.classes().length];
    }

    private void gather() {
      double[][] mass = new double[result.classes().length][MOST];
      Leaves leaves = result.leaves();
      for (int leaf = 0; leaf < leaves.size(); leaf++) {
        double share = result.share(leaf);
        int depth = leaves.depth(leaf);
        double none = 1;
        for (int d = 0; d < depth; d++) {
          mass[leaves.classAt(leaf, d)][leaves.countAt(leaf, d)] += share;
          none *= present(leaves.classAt(leaf, d), leaves.countAt(leaf, d)).none();
        }
        sound += share * none;
        if (depth > 1 && share > NEGLIGIBLE) {
          takeOffOverlap(leaf, depth, share);
        }
      }
      for (int c = 0; c < mass.length; c++) {
        for (int m = 1; m < MOST; m++) {
          if (mass[c][m] > 0) {
            spread(c, m, mass[c][m]);
          }
        }
      }
    }

    private Present present(int c, int m) {
      Present known = present[c][m];
      if (known == null) {
        known = makePresent(result.classes()[c], m);
        present[c][m] = known;
      }
      return known;
    }

    private Present makePresent(FaultClass c, int m) {
      Map<Integer, PowerSums> sums = new HashMap<>();
      PowerSums all = PowerSums.ZERO;
      for (Occurrence member : c.members()) {
        if (member.during(epoch)) {
          int place = catalogue.placeOf(member.fault());
          sums.put(place, sums.getOrDefault(place, PowerSums.ZERO).plus(member.odds()));
          all = all.plus(member.odds());
        }
      }
      double choices = c.sums().choose(m);
      int[] places = sums.keySet().stream().mapToInt(Integer::intValue).sorted().toArray();
      double[] chances = new double[places.length];
      for (int i = 0; i < places.length; i++) {
        chances[i] = 1 - c.sums().minus(sums.get(places[i])).choose(m) / choices;
      }
      return new Present(places, chances, c.sums().minus(all).choose(m) / choices);
    }

    /** Where classes of one leaf share a place: 1 − Π(1 − g) in place of the sum of the g. */
    private void takeOffOverlap(int leaf, int depth, double share) {
      Leaves leaves = result.leaves();
      int meeting = 0;
      for (int d = 1; d < depth; d++) {
        Present later = present(leaves.classAt(leaf, d), leaves.countAt(leaf, d));
        for (int e = 0; e < d; e++) {
          if (meet(leaves.classAt(leaf, d), leaves.classAt(leaf, e))) {
            Present earlier = present(leaves.classAt(leaf, e), leaves.countAt(leaf, e));
            overlap(later, earlier, share);
            meeting++;
          }
        }
      }
      if (meeting == 3) {
        overlapOfThree(leaf, share);
      }
    }

    /** Whether two classes have a place in common; most have none. */
    private boolean meet(int one, int other) {
      int at = one * present.length + other;
      if (meets[at] == 0) {
        int[] places = present(one, 1).places();
        Present many = present(other, 1);
        boolean any = Arrays.stream(places).anyMatch(p -> many.at(p) > 0);
        meets[at] = (byte) (any ? 1 : -1);
      }
      return meets[at] > 0;
    }

    private void overlap(Present one, Present other, double share) {
      Present few = one.places().length <= other.places().length ? one : other;
      Present many = few.equals(one) ? other : one;
      for (int i = 0; i < few.places().length; i++) {
        byPlace[few.places()[i]] -= share * few.chances()[i] * many.at(few.places()[i]);
      }
    }

    private void overlapOfThree(int leaf, double share) {
      Leaves leaves = result.leaves();
      Present a = present(leaves.classAt(leaf, 0), leaves.countAt(leaf, 0));
      Present b = present(leaves.classAt(leaf, 1), leaves.countAt(leaf, 1));
      Present c = present(leaves.classAt(leaf, 2), leaves.countAt(leaf, 2));
      for (int i = 0; i < c.places().length; i++) {
        int place = c.places()[i];
        byPlace[place] += share * c.chances()[i] * b.at(place) * a.at(place);
      }
    }

    /**
     * Shares a class's mass among its places, and among its members: o · e(m−1) without it, over
     * e(m).
     */
    private void spread(int c, int m, double mass) {
      Present here = present(c, m);
      for (int i = 0; i < here.places().length; i++) {
        byPlace[here.places()[i]] += mass * here.chances()[i];
      }
      FaultClass faultClass = result.classes()[c];
      double choices = faultClass.sums().choose(m);
      for (Occurrence member : faultClass.members()) {
        if (member.during(epoch)) {
          PowerSums others = faultClass.sums().minus(PowerSums.ZERO.plus(member.odds()));
          byFault[member.fault()] += mass * member.odds() * others.choose(m - 1) / choices;
        }
      }
    }
  }
}
