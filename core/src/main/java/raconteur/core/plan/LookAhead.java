package raconteur.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntUnaryOperator;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.diagnose.Patience;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/**
 * Weighs tests against each other over the leading hypotheses: what each outcome would leave to
 * mend. One step deep; two where few hypotheses carry nearly all the weight.
 */
final class LookAhead {
  private static final int FEW = 24;
  private static final double NEARLY_ALL = 0.95;
  private static final int MOST_DEEP = 8;
  private static final double TELLS_NOTHING = 1e-4;

  /** Of so many tests, those that tell most a minute, it is worked out what they would save. */
  private static final int MOST_IN_FULL = 80;

  /**
   * So much dearer a bit is on the whole than by the best test at hand. A judgement;
   * docs/contest.md says what it did.
   */
  private static final double DEARER = 3;

  /** A judgement, no source: in one played case thirty such tests moved 48 percent to 51. */
  static final double TRIFLE_BITS_A_MINUTE = 0.05;

  /**
   * What a test tells changes what the ones after it are worth: so many ahead can be counted on.
   */
  private static final int LONGEST_STAY = 3;

  private final FaultCatalogue catalogue;
  private final MendInTurn mending;
  private final double[] weights;
  private final double[] sets;
  private final MendInTurn.Logs setEntropy;

  /** Every fault that is in a hypothesis, and the faults of each hypothesis by that numbering. */
  private final List<Fault> faults;

  private final int[][] faultsOf;

  /** What a bit costs to learn by tests such as those at hand; endless before any is weighed. */
  private double minutesPerBit = Double.POSITIVE_INFINITY;

  LookAhead(
      List<Hypothesis> hypotheses,
      FaultCatalogue catalogue,
      ToDoubleFunction<Place> mendMinutes,
      double checkMinutes) {
    this(hypotheses, catalogue, place -> place, mendMinutes, checkMinutes);
  }

  /**
   * @param together the place, by its index in the catalogue, by which all that one mend cures with
   *     it goes
   */
  LookAhead(
      List<Hypothesis> hypotheses,
      FaultCatalogue catalogue,
      IntUnaryOperator together,
      ToDoubleFunction<Place> mendMinutes,
      double checkMinutes) {
    this.catalogue = catalogue;
    this.mending = new MendInTurn(hypotheses, catalogue, together, mendMinutes, checkMinutes);
    double all = hypotheses.stream().mapToDouble(Hypothesis::probability).sum();
    this.weights = hypotheses.stream().mapToDouble(h -> h.probability() / all).toArray();
    this.sets = mending.ofSets(weights);
    this.setEntropy = MendInTurn.Logs.of(sets);
    Map<Integer, Integer> numbers = new LinkedHashMap<>();
    this.faultsOf =
        hypotheses.stream()
            .map(
                h ->
                    h.faults().stream()
                        .mapToInt(f -> numbers.computeIfAbsent(f, _ -> numbers.size()))
                        .toArray())
            .toArray(int[][]::new);
    this.faults = numbers.keySet().stream().map(catalogue.faults()::get).toList();
  }

  /** The place mending in turn begins with, by its index in the catalogue; negative for none. */
  int firstMend() {
    return mending.first(sets);
  }

  /**
   * A test ready to be weighed.
   *
   * @param likelihoods of each outcome under each hypothesis
   * @param touched the hypotheses that have anything to do with it
   * @param otherwise the likelihood of each outcome under all others
   */
  @SuppressWarnings("ArrayRecordComponent")
  record Test(
      Finding finding,
      List<Finding> outcomes,
      double[][] likelihoods,
      int[] touched,
      double[] otherwise,
      Price price) {
    /** A test that has to do with every hypothesis. */
    Test(Finding finding, List<Finding> outcomes, double[][] likelihoods, Price price) {
      this(
          finding,
          outcomes,
          likelihoods,
          IntStream.range(0, likelihoods.length == 0 ? 0 : likelihoods[0].length).toArray(),
          new double[outcomes.size()],
          price);
    }

    Test at(Price other) {
      return new Test(finding, outcomes, likelihoods, touched, otherwise, other);
    }
  }

  /**
   * What a test takes, in minutes.
   *
   * @param minutes of the test itself, as the school weighs them
   * @param risk what it is expected to break
   * @param turning what it takes to switch and turn the board for it, 0 where it lies right
   * @param clockMinutes test and turning, as the clock on the wall shows them
   */
  record Price(double minutes, double risk, double turning, double clockMinutes) {
    double all() {
      return minutes + risk + turning;
    }

    /** The same with the turning shared among so many tests of one stay. */
    Price among(int tests) {
      return new Price(minutes, risk, turning / tests, clockMinutes);
    }
  }

  /** Asks a model about every hypothesis. */
  <E> Test test(Finding finding, TestModel<E> model, Price price) {
    EffectTable<E> effects = new EffectTable<>(model);
    int[] ofFault = new int[faults.size()];
    int asked = 0;
    for (E effect : model.effectsOf(faults, 0, faults.size())) {
      ofFault[asked++] = effects.number(effect);
    }
    List<Finding> outcomes = model.outcomes();
    double[][] likelihoods = new double[outcomes.size()][faultsOf.length];
    int[] touched = new int[faultsOf.length];
    int most = 0;
    for (int h = 0; h < faultsOf.length; h++) {
      int effect = EffectTable.NONE;
      for (int fault : faultsOf[h]) {
        effect = effects.combined(effect, ofFault[fault]);
      }
      if (effect != EffectTable.NONE) {
        touched[most++] = h;
      }
      double[] row = effects.chances(effect, outcomes);
      for (int o = 0; o < row.length; o++) {
        likelihoods[o][h] = row[o];
      }
    }
    return new Test(
        finding,
        outcomes,
        likelihoods,
        Arrays.copyOf(touched, most),
        effects.chances(EffectTable.NONE, outcomes),
        price);
  }

  /**
   * A test with what it is worth.
   *
   * @param saves minutes it is expected to take off the way, its own cost paid; below 0 for none
   * @param bits how much it is expected to tell about what to mend
   */
  record Scored(Test test, double saves, double bits) {
    Finding finding() {
      return test.finding();
    }

    double cost() {
      return test.price().all();
    }

    /** Whether it saves more than it costs. */
    boolean pays() {
      return saves > 0;
    }

    /**
     * What a minute of it saves: of two tests that pay, the quick one leaves room for the other.
     */
    double rate() {
      return (saves + cost()) / cost();
    }

    double bitsPerMinute() {
      return bits / cost();
    }

    Scored saving(double minutes) {
      return new Scored(test, minutes, bits);
    }

    Scored among(int tests) {
      Price shared = test.price().among(tests);
      return test.price().turning() == 0
          ? this
          : new Scored(test.at(shared), saves + cost() - shared.all(), bits);
    }
  }

  /** One outcome: its chance and the place it would accuse most. */
  record Told(Finding outcome, double chance, Place place, double probability) {}

  /**
   * All tests that tell anything: first those that pay, by what a minute of them saves. Of those
   * that tell least a minute it is taken that they save nothing. Turning the board is shared among
   * the tests that would be made before it is turned back.
   *
   * @param patience where it is over, the tests not weighed by then are left out
   */
  List<Scored> rank(List<Test> tests, Patience patience) {
    List<Scored> telling = new ArrayList<>();
    double unknown = MendInTurn.entropy(sets);
    for (Test test : tests) {
      if (patience.isOver()) {
        break;
      }
      double bits = unknown - expectedEntropy(test);
      if (bits > TELLS_NOTHING) {
        telling.add(new Scored(test, 0, bits));
      }
    }
    telling.stream()
        .mapToDouble(Scored::bitsPerMinute)
        .max()
        .ifPresent(most -> minutesPerBit = DEARER / most);
    double now = toGo(sets);
    telling.sort(Comparator.comparingDouble((Scored s) -> -s.bitsPerMinute()));
    List<Scored> alone = new ArrayList<>();
    for (Scored s : telling) {
      double all = s.test().price().all();
      alone.add(
          alone.size() < MOST_IN_FULL
              ? s.saving(now - expected(s.test(), weights) - all)
              : s.saving(-all));
    }
    int stay = stay(alone);
    List<Scored> scored = new ArrayList<>();
    alone.forEach(s -> scored.add(s.among(stay)));
    scored.sort(Comparator.comparing(Scored::pays).thenComparingDouble(Scored::rate).reversed());
    return few() && !patience.isOver() ? deeper(scored) : scored;
  }

  /**
   * How many tests would be made in a row once the board is turned: those that tell more a minute
   * than any does as it lies now.
   */
  private static int stay(List<Scored> scored) {
    double here =
        scored.stream()
            .filter(s -> s.test().price().turning() == 0)
            .mapToDouble(Scored::bitsPerMinute)
            .max()
            .orElse(0);
    long better =
        scored.stream()
            .filter(s -> s.test().price().turning() > 0)
            .filter(s -> s.bits() / (s.cost() - s.test().price().turning()) > here)
            .count();
    return Math.clamp(better, 1, LONGEST_STAY);
  }

  /**
   * The test that is worth making before a mend: what a mend in vain wastes, less what it still
   * wastes where the test lets the mend stand, less the test. After a mend in vain all tests are
   * still there, so no more than that waste is at stake (the value of information on one decision;
   * Howard 1966, doi:10.1109/TSSC.1966.300074).
   *
   * @param places what the mend would cure, by their indices in the catalogue
   * @param wasteMinutes what the mend costs where it is in vain
   * @param mendFrom the least suspicion it would be mended at
   * @return empty where the mend had better come first
   */
  Optional<Scored> beforeMending(
      List<Scored> scored, Set<Integer> places, double wasteMinutes, double mendFrom) {
    double without = (1 - mending.share(sets, places)) * wasteMinutes;
    Optional<Scored> best = Optional.empty();
    double most = 0;
    for (Scored s : scored) {
      double gain = s.cost() < without ? without - s.cost() : 0;
      if (gain > most) {
        gain -= stillWasted(s.test(), places, mendFrom) * wasteMinutes;
      }
      if (gain > most) {
        most = gain;
        best = Optional.of(s);
      }
    }
    return best;
  }

  /**
   * What is at stake with a mend: where, what it wastes in vain, and whether it may be proposed.
   */
  record Mending(Set<Integer> places, double wasteMinutes, double mendFrom, boolean allowed) {}

  /** The test to make now; empty where the mend comes first. */
  Optional<Scored> choose(List<Scored> scored, Mending mend) {
    if (mend.allowed()) {
      return beforeMending(scored, mend.places(), mend.wasteMinutes(), mend.mendFrom());
    }
    return scored.isEmpty() || scored.getFirst().saves() > 0
        ? scored.stream().findFirst()
        : scored.stream().max(Comparator.comparingDouble(Scored::bitsPerMinute));
  }

  /** The share of what is not known that the best test takes off in a minute. */
  double workPerMinute(List<Scored> scored) {
    double unknown = MendInTurn.entropy(sets);
    double most = scored.stream().mapToDouble(Scored::bitsPerMinute).max().orElse(0);
    return unknown > 0 ? most / unknown : 0;
  }

  /** Whether no test is worth its minutes and none tells more than a trifle either. */
  boolean hardlyTells(List<Scored> scored) {
    return scored.stream().noneMatch(s -> s.pays() || s.bitsPerMinute() > TRIFLE_BITS_A_MINUTE);
  }

  /** The chance that a test lets a mend stand that is in vain. */
  private double stillWasted(Test test, Set<Integer> places, double mendFrom) {
    double wasted = 0;
    for (double[] likelihood : test.likelihoods()) {
      double[] posterior = mending.ofSets(weights, likelihood);
      double share = mending.share(posterior, places);
      wasted += share >= mendFrom ? sum(posterior) * (1 - share) : 0;
    }
    return wasted;
  }

  private boolean few() {
    double carried = 0;
    for (int h = 0; h < Math.min(FEW, weights.length); h++) {
      carried += weights[h];
    }
    return carried > NEARLY_ALL;
  }

  /** Two steps: the leading tests again, each followed by the best of them or by mending. */
  private List<Scored> deeper(List<Scored> scored) {
    List<Scored> leading = scored.subList(0, Math.min(MOST_DEEP, scored.size()));
    List<Scored> deep = new ArrayList<>();
    double now = toGo(sets);
    for (Scored first : leading) {
      double after = 0;
      for (double[] likelihood : first.test().likelihoods()) {
        double[] posterior = times(weights, likelihood);
        double chance = sum(posterior);
        if (chance > 0) {
          after += chance * bestFrom(posterior, first, leading);
        }
      }
      deep.add(first.saving(now - after - first.cost()));
    }
    deep.sort(Comparator.comparingDouble((Scored s) -> -s.saves()));
    deep.addAll(scored.subList(leading.size(), scored.size()));
    return deep;
  }

  private double bestFrom(double[] posterior, Scored done, List<Scored> leading) {
    double best = toGo(mending.ofSets(posterior));
    double all = sum(posterior);
    double[] normalised = posterior.clone();
    for (int h = 0; h < normalised.length; h++) {
      normalised[h] /= all;
    }
    for (Scored next : leading) {
      if (!next.finding().equals(done.finding())) {
        best = Math.min(best, next.cost() + expected(next.test(), normalised));
      }
    }
    return best;
  }

  /** What is left to do after a test, on average over its outcomes. */
  private double expected(Test test, double[] prior) {
    double sum = 0;
    for (double[] likelihood : test.likelihoods()) {
      double[] posterior = mending.ofSets(prior, likelihood);
      double chance = sum(posterior);
      sum += chance > 0 ? chance * toGo(posterior) : 0;
    }
    return sum;
  }

  /**
   * What is still to do: mending in turn, or going on to test until the culprit is known and
   * mending that, whichever takes less. What is not known is taken to cost as much a bit as the
   * best tests at hand, and more, since those are used up (the information heuristic of Pattipati
   * and Alexandridis 1990, doi:10.1109/21.57289).
   */
  private double toGo(double[] sets) {
    double inTurn = mending.minutes(sets);
    return minutesPerBit == Double.POSITIVE_INFINITY
        ? inTurn
        : Math.min(inTurn, mending.known(sets) + minutesPerBit * MendInTurn.entropy(sets));
  }

  /**
   * What is still not known after a test, on average over its outcomes. Only the sets that have to
   * do with it are added up anew; all others keep their proportions.
   */
  private double expectedEntropy(Test test) {
    double sum = 0;
    for (int o = 0; o < test.likelihoods().length; o++) {
      sum +=
          mending.expectedEntropy(
              setEntropy, weights, test.touched(), test.likelihoods()[o], test.otherwise()[o]);
    }
    return sum;
  }

  private static double[] times(double[] weights, double[] likelihood) {
    double[] product = new double[weights.length];
    for (int h = 0; h < product.length; h++) {
      product[h] = weights[h] * likelihood[h];
    }
    return product;
  }

  private static double sum(double[] values) {
    double sum = 0;
    for (double value : values) {
      sum += value;
    }
    return sum;
  }

  /** What each outcome would say. */
  List<Told> told(Test test) {
    List<Told> told = new ArrayList<>();
    for (int o = 0; o < test.outcomes().size(); o++) {
      double[] posterior = mending.ofSets(weights, test.likelihoods()[o]);
      double chance = sum(posterior);
      MendInTurn.Accused accused = mending.mostSuspected(posterior);
      told.add(
          new Told(
              test.outcomes().get(o),
              chance,
              catalogue.places().get(accused.place()),
              accused.share()));
    }
    return told;
  }
}
