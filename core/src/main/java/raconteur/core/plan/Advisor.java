package raconteur.core.plan;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.BiFunction;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Diagnoser;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Patience;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.predict.GoodBoard;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Predictors;
import raconteur.core.predict.Readings;
import raconteur.core.story.Condition;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;

/**
 * Everything that reasons about one case, put together: told a story, it says what is suspected and
 * what to do next. Keeps what it has worked out, so that one more line is cheap. Not thread safe.
 */
public final class Advisor {
  /** How many faults a hypothesis may have at most, and has unless told otherwise. */
  public static final int MOST_IN_A_HYPOTHESIS = 3;

  private final Board board;
  private final History history;
  private final int largest;
  private final Priors priors = Priors.shipped();
  private final Costs costs = Costs.shipped();
  private final Shop shop;
  private final Predictor predictor;
  private final String origins;
  private Reasoning reasoning;

  /** What depends on how the board was found. */
  private record Reasoning(
      Condition condition, FaultCatalogue catalogue, Diagnoser diagnoser, NextSteps nextSteps) {}

  /**
   * What a story says so far.
   *
   * @param calledBad what parts called bad together have in common
   * @param origins where the numbers behind it come from, in one sentence
   * @param good what the lines of a good board do
   */
  public record Advice(
      Telling telling,
      Diagnosis diagnosis,
      List<CalledBad> calledBad,
      String origins,
      GoodBoard good) {}

  /**
   * @param history what closed cases of this revision have counted
   * @param largest K: how many faults a hypothesis may have, 1 to 3
   */
  public Advisor(Board board, History history, int largest) {
    this(board, history, largest, Shop.usual());
  }

  /** The same for a shop with its own school and instruments. */
  public Advisor(Board board, History history, int largest, Shop shop) {
    this.shop = shop;
    Readings readings = Readings.shipped();
    this.board = board;
    this.history = history;
    this.largest = largest;
    this.predictor = Predictors.of(board);
    this.origins =
        String.format(
            Locale.ROOT,
            "Shares of faults: %s. Reading errors: %s. Minutes: %s. Counted: %s.",
            priors.origin(),
            readings.origin(),
            costs.origin(),
            history.words());
    this.reasoning = reasoning(Condition.UNMARKED);
  }

  private Reasoning reasoning(Condition condition) {
    Board found = condition.asFound(board);
    FaultCatalogue catalogue =
        FaultCatalogue.of(found, priors, history, condition.asFoundFaults(board));
    return new Reasoning(
        condition,
        catalogue,
        new Diagnoser(found, catalogue, priors, predictor, largest),
        new NextSteps(found, catalogue, predictor, costs, shop));
  }

  public Board board() {
    return board;
  }

  /** How many faults are weighed. */
  public int faults() {
    return reasoning.catalogue().faults().size();
  }

  /** Weighs the story, however long it takes. */
  public Advice advise(List<Entry> entries) {
    return advise(entries, Patience.ENDLESS);
  }

  /**
   * Weighs as much of the story as there is patience for; {@link Diagnosis#effort} says how much.
   */
  public Advice advise(List<Entry> entries, Patience patience) {
    return advise(Telling.of(board, entries), patience);
  }

  /** The same of a story that was read already. */
  public Advice advise(Telling told, Patience patience) {
    return advise(told, (diagnoser, telling) -> diagnoser.diagnose(telling, patience));
  }

  /** The same without what single findings weigh: enough to plan by, and quicker after a mend. */
  public Advice adviseUnexplained(List<Entry> entries) {
    return adviseUnexplained(entries, Patience.ENDLESS);
  }

  public Advice adviseUnexplained(List<Entry> entries, Patience patience) {
    return adviseUnexplained(Telling.of(board, entries), patience);
  }

  /** The same of a story that was read already. */
  public Advice adviseUnexplained(Telling told, Patience patience) {
    return advise(told, (diagnoser, telling) -> diagnoser.diagnoseUnexplained(telling, patience));
  }

  private Advice advise(Telling telling, BiFunction<Diagnoser, Telling, Diagnosis> diagnose) {
    Condition condition = telling.conditionOf(board);
    if (!condition.equals(reasoning.condition())) {
      reasoning = reasoning(condition);
    }
    Diagnosis diagnosis = diagnose.apply(reasoning.diagnoser(), telling);
    List<CalledBad> calledBad = CalledBad.all(telling, diagnosis, reasoning.catalogue(), predictor);
    return new Advice(telling, diagnosis, calledBad, origins, predictor.good());
  }

  /** What to do next; takes longer than {@link #advise}. */
  public List<Step> nextSteps(Advice advice) {
    return nextSteps(advice, Set.of(), Patience.ENDLESS);
  }

  /**
   * Minutes an action takes, with those its risk is worth; the school's likings left out.
   *
   * @param partsOut the parts that are out of the board
   */
  public double minutes(Step.Action action, Set<String> partsOut) {
    TestFacts facts = new TestFacts(board, costs, partsOut);
    return switch (action) {
      case Step.Test(Finding sample) -> facts.minutes(sample) + facts.risk(sample);
      case Step.Repair(Mend mend) -> new StepWords(board, costs, shop.school()).minutes(mend);
    };
  }

  /** Of these minutes, what a test is expected to break. */
  public double riskMinutes(Step.Test test, Set<String> partsOut) {
    return new TestFacts(board, costs, partsOut).risk(test.sample());
  }

  /** Whether a test is made under power. */
  public boolean isPowered(Step.Test test) {
    return new TestFacts(board, costs).kind(test.sample()).powered();
  }

  /** Minutes to switch the board on or off, and turn it, between tests. */
  public double turningMinutes() {
    return costs.single("power or turn");
  }

  /** Minutes to see whether the board works now. */
  public double checkMinutes() {
    return costs.single("check");
  }

  /** Every test that meets a suspect, and the mends of the leading suspects. */
  public List<Step.Action> everyAction(Advice advice, Set<String> declined) {
    return reasoning.nextSteps().every(advice.diagnosis(), advice.telling(), declined);
  }

  /** How readings on this board come out. */
  public Predictor predictor() {
    return predictor;
  }

  /**
   * The same without what was declined.
   *
   * @param declined the {@link Step.Action#name} of those steps
   */
  public List<Step> nextSteps(Advice advice, Set<String> declined) {
    return nextSteps(advice, declined, Patience.ENDLESS);
  }

  /** The same; where patience is over, the best of the tests weighed by then. */
  public List<Step> nextSteps(Advice advice, Set<String> declined, Patience patience) {
    return reasoning.nextSteps().suggest(advice.diagnosis(), advice.telling(), declined, patience);
  }
}
