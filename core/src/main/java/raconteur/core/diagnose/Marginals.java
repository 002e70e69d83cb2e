package raconteur.core.diagnose;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.diagnose.FaultClass.PowerSums;
import raconteur.core.diagnose.HypothesisSearch.Leaf;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;

/**
 * What a posterior says of single places and faults: the chance that at least one fault is there
 * now. Exact up to leaves lighter than a billionth of all.
 */
final class Marginals {
  private static final double NEGLIGIBLE = 1e-9;

  private final List<Fault> faults;
  private final int epoch;
  private final Map<Place, Double> byPlace = new HashMap<>();
  private final Map<Integer, Double> byFault = new HashMap<>();
  private final Map<FaultClass, Members> members = new HashMap<>();
  private double sound;

  /** The members of a class that are there now: power sums by place, and of all. */
  private record Members(Map<Place, PowerSums> byPlace, PowerSums all) {}

  private Marginals(List<Fault> faults, int epoch) {
    this.faults = faults;
    this.epoch = epoch;
  }

  /**
   * @param epoch now: only faults there in this epoch count
   */
  static Marginals of(HypothesisSearch.Result result, List<Fault> faults, int epoch) {
    var marginals = new Marginals(faults, epoch);
    Map<FaultClass, double[]> massByCount = new HashMap<>();
    for (Leaf leaf : result.leaves()) {
      double share = result.share(leaf);
      for (int i = 0; i < leaf.classes().length; i++) {
        massByCount.computeIfAbsent(leaf.classes()[i], _ -> new double[4])[leaf.counts()[i]] +=
            share;
      }
      if (share > NEGLIGIBLE) {
        marginals.leaf(leaf, share);
      }
    }
    massByCount.forEach(marginals::faults);
    return marginals;
  }

  private Members members(FaultClass faultClass) {
    return members.computeIfAbsent(
        faultClass,
        c -> {
          Map<Place, PowerSums> byPlace = new HashMap<>();
          PowerSums all = PowerSums.ZERO;
          for (Occurrence member : c.members()) {
            if (member.during(epoch)) {
              Place place = faults.get(member.fault()).place().mendable();
              byPlace.merge(
                  place, PowerSums.ZERO.plus(member.odds()), (sums, _) -> sums.plus(member.odds()));
              all = all.plus(member.odds());
            }
          }
          return new Members(byPlace, all);
        });
  }

  private void leaf(Leaf leaf, double share) {
    Map<Place, Double> without = new HashMap<>();
    double noneNow = 1;
    for (int i = 0; i < leaf.classes().length; i++) {
      FaultClass c = leaf.classes()[i];
      int m = leaf.counts()[i];
      Members now = members(c);
      double all = c.sums().choose(m);
      for (var entry : now.byPlace().entrySet()) {
        double avoids = c.sums().minus(entry.getValue()).choose(m) / all;
        without.merge(entry.getKey(), avoids, (a, b) -> a * b);
      }
      noneNow *= c.sums().minus(now.all()).choose(m) / all;
    }
    without.forEach((place, avoids) -> byPlace.merge(place, share * (1 - avoids), Double::sum));
    sound += share * noneNow;
  }

  /** Shares a class's mass among its members: o · e(m−1) without it, over e(m). */
  private void faults(FaultClass c, double[] massByCount) {
    for (Occurrence member : c.members()) {
      if (!member.during(epoch)) {
        continue;
      }
      double share = 0;
      PowerSums others = c.sums().minus(PowerSums.ZERO.plus(member.odds()));
      for (int m = 1; m < massByCount.length; m++) {
        if (massByCount[m] > 0) {
          share += massByCount[m] * member.odds() * others.choose(m - 1) / c.sums().choose(m);
        }
      }
      byFault.merge(member.fault(), share, Double::sum);
    }
  }

  double at(Place place) {
    return Math.min(1, byPlace.getOrDefault(place, 0.0));
  }

  double of(int fault) {
    return byFault.getOrDefault(fault, 0.0);
  }

  /** The chance that nothing is wrong now. */
  double sound() {
    return sound;
  }
}
