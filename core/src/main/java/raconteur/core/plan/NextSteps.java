package raconteur.core.plan;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;

/**
 * Ranks what could be done next by what it is expected to tell about <em>what to mend</em> per
 * minute of work and risk: one-step look-ahead on the expected entropy of the places at fault (the
 * measure of de Kleer and Williams 1987, doi:10.1016/0004-3702(87)90063-4, taken over mends in
 * place of components). Where mending at once wastes less than the best test costs, mending comes
 * first.
 *
 * <p>Time O(tests × (hypotheses + outcomes × places)).
 */
public final class NextSteps {
  private static final int MOST_TOLD = 3;

  private final Board board;
  private final FaultCatalogue catalogue;
  private final Predictor predictor;
  private final Costs costs;
  private final List<Place> places;

  public NextSteps(Board board, FaultCatalogue catalogue, Predictor predictor, Costs costs) {
    this.board = board;
    this.catalogue = catalogue;
    this.predictor = predictor;
    this.costs = costs;
    this.places = catalogue.places();
  }

  /** A test with what it is worth. */
  private record Scored(Finding test, double bits, double minutes, double risk, List<Told> told) {
    double worth() {
      return bits / (minutes + risk);
    }
  }

  /** One outcome: its chance and the place it would accuse most. */
  private record Told(Finding outcome, double chance, Place place, double probability) {}

  /** The next steps, best first, at most three; none where nothing is suspected. */
  public List<Step> suggest(Diagnosis diagnosis, Telling telling) {
    if (diagnosis.suspects().isEmpty()) {
      return List.of();
    }
    Moment now = new Moment(telling.epoch(), telling.partsOut(), Optional.empty());
    Set<Object> done = done(telling);
    List<Scored> scored =
        Candidates.of(board, diagnosis.suspects(), telling.partsOut()).stream()
            .filter(test -> !done.contains(StepWords.identity(test)))
            .map(
                test ->
                    score(
                        test,
                        predictor.model(
                            test, now, predictor.expectation(test, now, telling.findings())),
                        diagnosis))
            .filter(s -> s.bits() > 1e-4)
            .sorted(Comparator.comparingDouble((Scored s) -> -s.worth()))
            .toList();
    Set<Object> taken = new HashSet<>();
    telling.findings().forEach(f -> taken.add(StepWords.identity(f.finding())));
    return steps(diagnosis, scored, taken);
  }

  private List<Step> steps(Diagnosis diagnosis, List<Scored> scored, Set<Object> taken) {
    List<Step> steps = new ArrayList<>();
    Suspect leader = diagnosis.suspects().getFirst();
    double nextTest = scored.isEmpty() ? Double.MAX_VALUE : scored.getFirst().minutes();
    StepWords words = new StepWords(board, costs);
    double mend = words.mendMinutes(leader.place());
    boolean likely = leader.probability() >= costs.single("mend from probability");
    boolean cheap =
        (1 - leader.probability()) * mend
            < costs.single("mend when waste is below times the next test") * nextTest;
    if (likely && cheap) {
      steps.add(words.mend(leader, nextTest));
    }
    Set<String> places = new HashSet<>();
    for (Scored s : scored) {
      // Three pins of one part, or three rails, say nearly the same: one is enough to choose from.
      Set<String> about = words.about(s.test());
      if (steps.size() < MOST_TOLD && Collections.disjoint(places, about)) {
        places.addAll(about);
        steps.add(step(words, s, taken.contains(StepWords.identity(s.test()))));
      }
    }
    if (likely && !cheap && steps.size() == MOST_TOLD) {
      steps.set(MOST_TOLD - 1, words.mend(leader, nextTest));
    }
    return steps;
  }

  private Step step(StepWords words, Scored scored, boolean again) {
    List<Step.Outcome> outcomes = new ArrayList<>();
    for (Told told : scored.told()) {
      outcomes.add(words.outcome(told.outcome(), told.chance(), told.place(), told.probability()));
    }
    return words.test(
        scored.test(), scored.bits(), scored.minutes(), scored.risk(), outcomes, again);
  }

  /** What was tested enough in this state of the board: a quick reading may be taken twice. */
  private static Set<Object> done(Telling telling) {
    Map<Object, Integer> times = new HashMap<>();
    for (Telling.DatedFinding finding : telling.findings()) {
      if (finding.moment().epoch() == telling.epoch()
          && finding.moment().partsOut().equals(telling.partsOut())) {
        boolean quick =
            finding.finding() instanceof Finding.Probe
                || finding.finding() instanceof Finding.Continuity;
        times.merge(StepWords.identity(finding.finding()), quick ? 1 : 2, Integer::sum);
      }
    }
    Set<Object> done = new HashSet<>();
    times.forEach(
        (test, count) -> {
          if (count >= 2) {
            done.add(test);
          }
        });
    return done;
  }

  private <E> Scored score(Finding test, TestModel<E> model, Diagnosis diagnosis) {
    Map<Integer, E> effects = new HashMap<>();
    Map<E, Group> groups = new LinkedHashMap<>();
    for (Hypothesis hypothesis : diagnosis.hypotheses()) {
      E effect = model.none();
      for (int fault : hypothesis.faults()) {
        E alone = effects.computeIfAbsent(fault, f -> model.effectOf(catalogue.faults().get(f)));
        effect = model.combine(effect, alone);
      }
      groups.computeIfAbsent(effect, _ -> new Group()).add(hypothesis);
    }
    Group all = new Group();
    groups.values().forEach(group -> all.add(group, 1));
    double expected = 0;
    List<Told> told = new ArrayList<>();
    for (Finding outcome : model.outcomes()) {
      Group after = new Group();
      groups.forEach((effect, group) -> after.add(group, model.probability(outcome, effect)));
      double chance = after.weight / all.weight;
      expected += chance * after.entropyBits();
      int leader = after.leader();
      told.add(new Told(outcome, chance, places.get(leader), after.share(leader)));
    }
    double bits = all.entropyBits() - expected;
    return new Scored(
        test,
        bits,
        StepWords.minutes(test, board, costs),
        StepWords.risk(test, board, costs),
        told);
  }

  /** Hypotheses taken together: their weight, and how much of it accuses each place. */
  private final class Group {
    private final double[] byPlace = new double[places.size()];
    private double weight;

    void add(Hypothesis hypothesis) {
      weight += hypothesis.probability();
      for (int i = 0; i < hypothesis.faults().size(); i++) {
        int place = catalogue.placeOf(hypothesis.faults().get(i));
        boolean counted = i > 0 && catalogue.placeOf(hypothesis.faults().get(0)) == place;
        if (!counted) {
          byPlace[place] += hypothesis.probability();
        }
      }
    }

    void add(Group other, double factor) {
      weight += factor * other.weight;
      for (int i = 0; i < byPlace.length; i++) {
        byPlace[i] += factor * other.byPlace[i];
      }
    }

    /** The sum of the binary entropies of all places. */
    double entropyBits() {
      double sum = 0;
      for (double w : byPlace) {
        double p = w / weight;
        if (p > 0 && p < 1) {
          sum -= (p * Math.log(p) + (1 - p) * Math.log(1 - p)) / Math.log(2);
        }
      }
      return sum;
    }

    int leader() {
      int leader = 0;
      for (int i = 1; i < byPlace.length; i++) {
        leader = byPlace[i] > byPlace[leader] ? i : leader;
      }
      return leader;
    }

    double share(int place) {
      return byPlace[place] / weight;
    }
  }
}
