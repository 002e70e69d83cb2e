package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Predictor.Evidence;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;
import raconteur.core.story.Telling.DatedMend;

/**
 * Weighs a story on one board. Keeps what a new finding does not touch: the effects of every
 * finding on every fault, and the posterior after every finding before it. Not thread safe; one per
 * case.
 */
public final class Diagnoser {
  private static final int MOST_SUSPECTS = 150;
  private static final double SUSPECT_ABOVE = 0.001;
  private static final double CLEARED_DECIBANS = -6;

  /** A mended fault explains a finding it gave this chance, and so many times that without it. */
  private static final double EXPLAINS = 0.25;

  private static final double EXPLAINS_BETTER = 3;

  /** A mend that had less of a share in what explains a finding leaves the finding as it was. */
  private static final double MAY_WELL_BE = 0.02;

  private static final int SPARE_COLUMNS = 60;
  private static final int MOST_COLUMNS = 500;

  /** The share of patience for what was to be expected before any reading. */
  private static final double BEFORE = 0.2;

  /** The share of patience in which models are asked about faults. */
  private static final double ASKING = 0.5;

  /** The share of patience by which sets have been weighed. */
  private static final double SEARCHING = 0.8;

  /**
   * What single findings weigh is told from sets of so many: for every finding there is a search.
   */
  private static final int LARGEST_IN_A_LINK = 2;

  private final Board board;
  private final FaultCatalogue catalogue;
  private final Priors priors;
  private final Predictor predictor;
  private final int largest;
  private final Map<Evidence, EvidenceColumn<?>> columns = new HashMap<>();
  private final Map<DatedFinding, Map<Fault, Double>> explained = new HashMap<>();
  private final Map<Mend, List<Fault>> touched = new HashMap<>();
  private List<DatedMend> mendsBefore = List.of();
  private List<Occurrence> occurrences;

  /**
   * The posteriors after none, one, two … of the findings of {@link #chained}, over sets of up to
   * {@link #LARGEST_IN_A_LINK}.
   */
  private final List<Marginals> chain = new ArrayList<>();

  private List<DatedFinding> chained = List.of();
  private Marginals before;
  private Marginals now;

  /**
   * @param largest K: how many faults a hypothesis may have, 1 to 3
   */
  public Diagnoser(
      Board board, FaultCatalogue catalogue, Priors priors, Predictor predictor, int largest) {
    this.board = board;
    this.catalogue = catalogue;
    this.priors = priors;
    this.predictor = predictor;
    this.largest = largest;
    this.occurrences = Occurrence.all(board, catalogue, priors, List.of());
    this.before = search(List.of(), 0, largest, Patience.ENDLESS).marginals();
    this.now = before;
  }

  /**
   * Weighs the whole story so far, and every finding of it for every suspect.
   *
   * @param patience where it is over, the answer rests on what was weighed by then
   */
  public Diagnosis diagnose(Telling telling, Patience patience) {
    return diagnose(telling, true, patience);
  }

  /** The same without what single findings weigh, for planning: no search for every finding. */
  public Diagnosis diagnoseUnexplained(Telling telling, Patience patience) {
    return diagnose(telling, false, patience);
  }

  private Diagnosis diagnose(Telling telling, boolean explained, Patience patience) {
    List<DatedFinding> told = stillCounting(telling);
    if (!telling.mends().equals(mendsBefore)) {
      mendsBefore = telling.mends();
      occurrences = Occurrence.all(board, catalogue, priors, mendsBefore);
      chain.clear();
      before = search(List.of(), telling.epoch(), largest, patience.first(BEFORE)).marginals();
    }
    List<Evidence> asked = asked(told, patience.first(ASKING));
    Set<DatedFinding> known = new HashSet<>();
    asked.forEach(e -> known.addAll(e.findings()));
    List<DatedFinding> findings = told.stream().filter(known::contains).toList();
    HypothesisSearch.Result result =
        search(asked, telling.epoch(), largest, patience.first(SEARCHING));
    Together together =
        Together.of(
            Expansion.of(result, telling.epoch()),
            result.marginals(),
            catalogue,
            exact(asked, telling));
    now = together.marginals();
    if (explained) {
      follow(findings, telling.epoch(), patience);
    }
    forgetColumns(asked);
    List<DatedFinding> weighed = explained ? findings.subList(0, chain.size() - 1) : List.of();
    List<Stretch> stretches =
        Stretch.bySocket(Stretch.all(catalogue, columnsOf(asked)), board, this::now);
    List<Suspect> suspects =
        stretches.stream()
            .filter(s -> now(s) > SUSPECT_ABOVE)
            .sorted(Comparator.comparingDouble(s -> -now(s)))
            .limit(MOST_SUSPECTS)
            .map(s -> suspect(s, weighed))
            .toList();
    List<Suspect> cleared =
        stretches.stream()
            .filter(s -> s.place() instanceof Place.OfPart)
            .filter(s -> moved(s) < CLEARED_DECIBANS)
            .sorted(Comparator.comparingDouble(this::moved))
            .map(s -> suspect(s, weighed))
            .toList();
    return new Diagnosis(
        suspects,
        cleared,
        Misfits.of(asked, columnsOf(asked), result),
        now.sound(),
        largest,
        result.weighed(),
        result.beyond(),
        result.classes().length,
        new Effort(told.size(), findings.size(), weighed.size()),
        Rest.added(together, catalogue.faults().size()));
  }

  /**
   * The evidence whose models were asked about every fault, the latest first while patience lasts.
   */
  private List<Evidence> asked(List<DatedFinding> told, Patience patience) {
    Map<DatedFinding, Integer> order = new HashMap<>();
    told.forEach(f -> order.put(f, order.size()));
    List<Evidence> all =
        predictor.evidence(told).stream()
            .sorted(Comparator.comparingInt((Evidence e) -> latest(e, order)).reversed())
            .toList();
    List<Evidence> asked = new ArrayList<>();
    for (Evidence evidence : all) {
      if (!columns.containsKey(evidence)) {
        Optional<? extends EvidenceColumn<?>> column = column(evidence, patience);
        if (column.isEmpty()) {
          break;
        }
        columns.put(evidence, column.get());
      }
      asked.add(evidence);
    }
    return asked.reversed();
  }

  private static int latest(Evidence evidence, Map<DatedFinding, Integer> order) {
    return evidence.findings().stream().mapToInt(f -> order.getOrDefault(f, 0)).max().orElse(0);
  }

  /**
   * What earlier stories needed is let go: a reading changes what later ones lean on, and every
   * column of every story there was would be kept.
   */
  private void forgetColumns(List<Evidence> asked) {
    if (columns.size() > asked.size() + SPARE_COLUMNS) {
      columns.keySet().retainAll(new HashSet<>(asked));
    }
  }

  /**
   * The findings that still say something of what is left: what was found since the last mend but
   * one, and of what was found before that all that no mend touched since. Before that mend the
   * board had faults that are mended now, and a hypothesis would spend its few faults on explaining
   * those. What was read the same again after a mend counts once: whatever keeps a line as it is
   * did so both times.
   */
  private List<DatedFinding> stillCounting(Telling telling) {
    Map<Object, Integer> readLast = new HashMap<>();
    for (DatedFinding told : telling.findings()) {
      readLast.merge(again(told), told.moment().epoch(), Math::max);
    }
    return telling.findings().stream()
        .filter(
            told ->
                !Predictor.comesAgain(told.finding())
                    || readLast.getOrDefault(again(told), 0) == told.moment().epoch())
        .filter(
            told ->
                told.moment().epoch() >= telling.epoch() - 1
                    || telling.mends().stream()
                        .filter(mend -> mend.epoch() > told.moment().epoch())
                        .noneMatch(mend -> touches(mend.mend(), told)))
        .toList();
  }

  /** What is the same of a reading taken in the same way after a mend. */
  private static Object again(DatedFinding told) {
    return List.of(told.finding(), told.moment().partsOut(), told.moment().freeRun());
  }

  /**
   * Whether what a mend may have taken away may well have been what explained a finding, going by
   * the prior odds of all that would explain it.
   */
  private boolean touches(Mend mend, DatedFinding told) {
    Map<Fault, Double> explanations = explained.computeIfAbsent(told, this::explanations);
    double all = explanations.values().stream().mapToDouble(Double::doubleValue).sum();
    double away =
        touched.computeIfAbsent(mend, this::cured).stream()
            .mapToDouble(f -> explanations.getOrDefault(f, 0.0))
            .sum();
    return away > MAY_WELL_BE * all;
  }

  /** The faults that would explain a finding, with their odds. */
  private Map<Fault, Double> explanations(DatedFinding told) {
    return explanations(predictor.model(told.finding(), told.moment(), List.of()), told.finding());
  }

  private <E> Map<Fault, Double> explanations(TestModel<E> model, Finding found) {
    Map<Fault, Double> explanations = new HashMap<>();
    double without = model.probability(found, model.none());
    for (int i = 0; i < catalogue.faults().size(); i++) {
      Fault fault = catalogue.faults().get(i);
      double with = model.probability(found, model.effectOf(fault));
      if (with > EXPLAINS && with > EXPLAINS_BETTER * without) {
        explanations.put(fault, catalogue.odds(i));
      }
    }
    return explanations;
  }

  /**
   * What a mend may have taken away: of a part seated again or cleaned, its contacts pin by pin.
   */
  private List<Fault> cured(Mend mend) {
    boolean contactsOnly =
        mend instanceof Mend.OfPart(_, Mend.PartAction action)
            && action != Mend.PartAction.REPLACED;
    return catalogue.faults().stream()
        .filter(f -> !(contactsOnly && f.place() instanceof Place.OfPart))
        .filter(f -> Occurrence.cureChance(f, mend, board, priors.mends()) > 0)
        .toList();
  }

  /** What is asked once more of the leading sets: readings of lines as the board is now. */
  private List<Together.Asked<?>> exact(List<Evidence> asked, Telling telling) {
    List<Together.Asked<?>> exact = new ArrayList<>();
    for (Evidence evidence : asked) {
      if (evidence.moment().epoch() == telling.epoch() && evidence.isOfLines()) {
        exact.add(
            new Together.Asked<>(
                predictor.model(evidence),
                evidence.found(),
                columnsOf(List.of(evidence)).getFirst()));
      }
    }
    return exact;
  }

  private double now(Stretch stretch) {
    return chance(now, stretch);
  }

  private double prior(Stretch stretch) {
    return chance(before, stretch);
  }

  private double moved(Stretch stretch) {
    return Suspect.decibans(now(stretch)) - Suspect.decibans(prior(stretch));
  }

  /** Extends the chain of posteriors to all findings. */
  private void follow(List<DatedFinding> findings, int epoch, Patience patience) {
    int shared = 0;
    while (shared < Math.min(chained.size(), findings.size())
        && chained.get(shared).equals(findings.get(shared))) {
      shared++;
    }
    // A link leans on nothing but the findings up to it.
    while (chain.size() > shared + 1) {
      chain.removeLast();
    }
    chained = findings;
    int most = Math.min(largest, LARGEST_IN_A_LINK);
    for (int n = chain.size(); n <= findings.size(); n++) {
      if (n > 0 && patience.isOver()) {
        return;
      }
      chain.add(
          search(predictor.evidence(findings.subList(0, n)), epoch, most, Patience.ENDLESS)
              .marginals());
      if (columns.size() > MOST_COLUMNS) {
        Set<Evidence> kept = new HashSet<>(predictor.evidence(findings));
        kept.addAll(predictor.evidence(findings.subList(0, n)));
        columns.keySet().retainAll(kept);
      }
    }
  }

  private HypothesisSearch.Result search(
      List<Evidence> evidence, int epoch, int most, Patience patience) {
    List<EvidenceColumn<?>> used = new ArrayList<>();
    int[] epochs = new int[evidence.size()];
    for (int i = 0; i < evidence.size(); i++) {
      used.add(
          columns.computeIfAbsent(evidence.get(i), e -> column(e, Patience.ENDLESS).orElseThrow()));
      epochs[i] = evidence.get(i).moment().epoch();
    }
    return HypothesisSearch.run(
        occurrences, used, epochs, most, true, catalogue.placeOfFaults(), epoch, patience);
  }

  private List<EvidenceColumn<?>> columnsOf(List<Evidence> evidence) {
    List<EvidenceColumn<?>> used = new ArrayList<>();
    evidence.forEach(e -> used.add(columns.get(e)));
    return used;
  }

  private Optional<? extends EvidenceColumn<?>> column(Evidence evidence, Patience patience) {
    return column(predictor.model(evidence), evidence.found(), patience);
  }

  private <E> Optional<EvidenceColumn<E>> column(
      TestModel<E> model, List<Finding> found, Patience patience) {
    return EvidenceColumn.of(model, found, catalogue.faults(), patience);
  }

  private Suspect suspect(Stretch stretch, List<DatedFinding> findings) {
    return new Suspect(
        stretch.place(),
        now(stretch),
        prior(stretch),
        shares(stretch.faults()),
        weights(stretch, findings));
  }

  /** Neighbouring breaks count as one; that both are there is too rare to be taken off. */
  private static double chance(Marginals marginals, Stretch stretch) {
    return Math.min(1, stretch.places().stream().mapToDouble(marginals::at).sum());
  }

  private List<Suspect.Share> shares(List<Integer> faults) {
    List<Suspect.Share> shares = new ArrayList<>();
    for (int fault : faults) {
      Fault known = catalogue.faults().get(fault);
      shares.add(new Suspect.Share(known, now.of(fault)));
    }
    shares.sort(Comparator.comparingDouble(s -> -s.probability()));
    return shares.stream().limit(4).toList();
  }

  private List<Weight> weights(Stretch stretch, List<DatedFinding> findings) {
    List<Weight> weights = new ArrayList<>();
    for (int i = 0; i < findings.size(); i++) {
      double before = Suspect.decibans(chance(chain.get(i), stretch));
      double after = Suspect.decibans(chance(chain.get(i + 1), stretch));
      weights.add(new Weight(findings.get(i), after - before));
    }
    return weights;
  }
}
