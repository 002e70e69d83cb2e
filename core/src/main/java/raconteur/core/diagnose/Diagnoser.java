package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.predict.Expectation;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Moment;
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
  private static final double DOUBTFUL_FIT = 0.07;
  private static final double WORTH_COUNTING = 1e-5;
  private static final int MOST_PAIRS = 200;
  private static final int SPARE_COLUMNS = 60;

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
  private final Map<ColumnKey, EvidenceColumn<?>> columns = new HashMap<>();
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

  /** A finding with all its model depends on. */
  private record ColumnKey(Finding finding, Moment moment, Expectation expectation) {}

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
    List<DatedFinding> told =
        telling.findings().stream().filter(f -> stillCounts(f, telling)).toList();
    if (!telling.mends().equals(mendsBefore)) {
      mendsBefore = telling.mends();
      occurrences = Occurrence.all(board, catalogue, priors, mendsBefore);
      chain.clear();
      before = search(List.of(), telling.epoch(), largest, patience.first(BEFORE)).marginals();
    }
    List<DatedFinding> findings = asked(told, patience.first(ASKING));
    HypothesisSearch.Result result =
        search(keys(findings, told), telling.epoch(), largest, patience.first(SEARCHING));
    now = result.marginals();
    if (explained) {
      follow(findings, telling.epoch(), patience);
    }
    forgetColumns(findings, told);
    List<DatedFinding> weighed = explained ? findings.subList(0, chain.size() - 1) : List.of();
    List<Stretch> stretches = Stretch.all(catalogue, columnsOf(findings, told));
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
        doubts(findings, columnsOf(findings, told), result),
        now.sound(),
        largest,
        result.weighed(),
        result.classes().length,
        new Effort(told.size(), findings.size(), weighed.size()),
        Expansion.of(result, telling.epoch()));
  }

  /**
   * The findings whose models were asked about every fault, the latest first while patience lasts;
   * in the order of the story.
   */
  private List<DatedFinding> asked(List<DatedFinding> told, Patience patience) {
    List<DatedFinding> asked = new ArrayList<>();
    for (DatedFinding finding : told.reversed()) {
      ColumnKey key = key(finding, told);
      if (!columns.containsKey(key)) {
        Optional<? extends EvidenceColumn<?>> column = column(key, patience);
        if (column.isEmpty()) {
          break;
        }
        columns.put(key, column.get());
      }
      asked.add(finding);
    }
    return asked.reversed();
  }

  /**
   * What earlier stories needed is let go: a reading changes what later ones lean on, and every
   * column of every story there was would be kept.
   */
  private void forgetColumns(List<DatedFinding> findings, List<DatedFinding> told) {
    if (columns.size() > findings.size() + SPARE_COLUMNS) {
      columns.keySet().retainAll(new HashSet<>(keys(findings, told)));
    }
  }

  /**
   * Whether a finding still says something of what is left. Before the last mend but one the board
   * had faults that are mended since, and a hypothesis would spend its few faults on explaining
   * those; so of that time only counts what speaks of one part or one track alone, and even that no
   * longer once it was mended.
   */
  private boolean stillCounts(DatedFinding told, Telling telling) {
    if (told.moment().epoch() >= telling.epoch() - 1) {
      return true;
    }
    return switch (told.finding()) {
      case Finding.TesterVerdict verdict -> untouched(verdict.part(), told, telling);
      case Finding.RomCompare compare -> untouched(compare.part(), told, telling);
      case Finding.Elsewhere elsewhere -> untouched(elsewhere.part(), told, telling);
      case Finding.CapacitorReading capacitor -> untouched(capacitor.part(), told, telling);
      case Finding.PullStep pull -> untouched(pull.part(), told, telling);
      case Finding.Continuity way -> untouched(way, told, telling);
      case Finding.DummyVolts _ -> true;
      case Finding _ -> false;
    };
  }

  private static boolean untouched(String part, DatedFinding told, Telling telling) {
    return later(told, telling)
        .noneMatch(mend -> mend instanceof Mend.OfPart whole && whole.part().equals(part));
  }

  /** What was joined still is; what was wrong about a line is settled by any mend on that line. */
  private boolean untouched(Finding.Continuity way, DatedFinding told, Telling telling) {
    Optional<Net> one = board.netOf(way.one());
    Optional<Net> other = board.netOf(way.other());
    if (way.joined() && one.equals(other)) {
      return true;
    }
    return later(told, telling)
        .flatMap(Diagnoser::soldered)
        .map(board::netOf)
        .noneMatch(net -> net.equals(one) || net.equals(other));
  }

  private static Stream<PinRef> soldered(Mend mend) {
    return switch (mend) {
      case Mend.OfPart _ -> Stream.empty();
      case Mend.Reflowed joint -> Stream.of(joint.pin());
      case Mend.Wired wire -> Stream.of(wire.from(), wire.to());
      case Mend.Parted bridge -> Stream.of(bridge.one(), bridge.other());
    };
  }

  private static Stream<Mend> later(DatedFinding told, Telling telling) {
    return telling.mends().stream()
        .filter(mend -> mend.epoch() > told.moment().epoch())
        .map(DatedMend::mend);
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
          search(
                  keys(findings.subList(0, n), findings.subList(0, n)),
                  epoch,
                  most,
                  Patience.ENDLESS)
              .marginals());
    }
  }

  /** What a later reading changes about an earlier one is what the earlier one leans on. */
  private List<ColumnKey> keys(List<DatedFinding> findings, List<DatedFinding> told) {
    return findings.stream().map(f -> key(f, told)).toList();
  }

  private ColumnKey key(DatedFinding f, List<DatedFinding> told) {
    return new ColumnKey(
        f.finding(), f.moment(), predictor.expectation(f.finding(), f.moment(), told));
  }

  private HypothesisSearch.Result search(
      List<ColumnKey> keys, int epoch, int most, Patience patience) {
    List<EvidenceColumn<?>> used = new ArrayList<>();
    int[] epochs = new int[keys.size()];
    for (int i = 0; i < keys.size(); i++) {
      used.add(
          columns.computeIfAbsent(keys.get(i), key -> column(key, Patience.ENDLESS).orElseThrow()));
      epochs[i] = keys.get(i).moment().epoch();
    }
    return HypothesisSearch.run(
        occurrences, used, epochs, most, catalogue.placeOfFaults(), epoch, patience);
  }

  private List<EvidenceColumn<?>> columnsOf(List<DatedFinding> findings, List<DatedFinding> told) {
    List<EvidenceColumn<?>> used = new ArrayList<>();
    keys(findings, told).forEach(key -> used.add(columns.get(key)));
    return used;
  }

  private Optional<? extends EvidenceColumn<?>> column(ColumnKey key, Patience patience) {
    return column(
        predictor.model(key.finding(), key.moment(), key.expectation()), key.finding(), patience);
  }

  private <E> Optional<EvidenceColumn<E>> column(
      TestModel<E> model, Finding finding, Patience patience) {
    return EvidenceColumn.of(model, finding, catalogue.faults(), patience);
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

  /**
   * How well each finding fits what is believed now: its mean chance over all hypotheses, as a
   * share of the chance its best explanation would give it. Two results of one test may each fit
   * one half of what is believed and still contradict each other: they are judged together too.
   */
  private static List<Doubt> doubts(
      List<DatedFinding> findings, List<EvidenceColumn<?>> used, HypothesisSearch.Result result) {
    List<int[]> pairs = pairs(findings, used);
    double[] fit = new double[findings.size()];
    double[] together = new double[pairs.size()];
    Leaves leaves = result.leaves();
    for (int leaf = 0; leaf < leaves.size(); leaf++) {
      double share = result.share(leaf);
      if (share > WORTH_COUNTING) {
        int[] effects = effects(result, leaf, used);
        for (int i = 0; i < fit.length; i++) {
          fit[i] += share * Math.exp(used.get(i).logLikelihood(effects[i]));
        }
        for (int i = 0; i < together.length; i++) {
          int[] pair = pairs.get(i);
          together[i] +=
              share
                  * Math.exp(
                      used.get(pair[0]).logLikelihood(effects[pair[0]])
                          + used.get(pair[1]).logLikelihood(effects[pair[1]]));
        }
      }
    }
    List<Doubt> doubts = new ArrayList<>();
    for (int i = 0; i < fit.length; i++) {
      double relative = fit[i] / Math.exp(used.get(i).best());
      for (int p = 0; p < together.length; p++) {
        int[] pair = pairs.get(p);
        if (pair[0] == i || pair[1] == i) {
          double best = used.get(pair[0]).best() + used.get(pair[1]).best();
          relative = Math.min(relative, together[p] / Math.exp(best));
        }
      }
      if (relative < DOUBTFUL_FIT) {
        doubts.add(new Doubt(findings.get(i), relative));
      }
    }
    doubts.sort(Comparator.comparingDouble(Doubt::fit));
    return doubts;
  }

  /** Findings of one test in one state of the board that came out differently, two by two. */
  private static List<int[]> pairs(List<DatedFinding> findings, List<EvidenceColumn<?>> used) {
    List<int[]> pairs = new ArrayList<>();
    for (int i = 0; i < findings.size() && pairs.size() < MOST_PAIRS; i++) {
      for (int j = i + 1; j < findings.size(); j++) {
        boolean contradict =
            findings.get(i).moment().epoch() == findings.get(j).moment().epoch()
                && !findings.get(i).finding().equals(findings.get(j).finding())
                && used.get(i).sameTest(used.get(j));
        if (contradict) {
          pairs.add(new int[] {i, j});
        }
      }
    }
    return pairs;
  }

  /** What the faults of one leaf do together to every finding. */
  private static int[] effects(
      HypothesisSearch.Result result, int leaf, List<EvidenceColumn<?>> used) {
    int[] effects = new int[used.size()];
    for (int d = 0; d < result.leaves().depth(leaf); d++) {
      FaultClass c = result.classes()[result.leaves().classAt(leaf, d)];
      for (int i = 0; i < c.columns().length; i++) {
        int at = c.columns()[i];
        effects[at] = used.get(at).combine(effects[at], c.effects()[i]);
      }
    }
    return effects;
  }
}
