package raconteur.core.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.IntConsumer;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * Goes through a practised story line by line with what was wrong known: what each line cost, how
 * far it led, what the planner would have done in its place. Weighs the story once a line and plans
 * once a line: seconds a line on a large board.
 */
public final class Debriefing {
  /** What one hint costs: as much as asking a colleague over. Judgement, no source. */
  public static final double HINT_MINUTES = 5;

  /** What nobody lists as a suspect. */
  private static final double UNSUSPECTED = 1e-4;

  private final Board board;
  private final Advisor advisor;
  private final Deal deal;

  public Debriefing(Board board, Advisor advisor, Deal deal) {
    this.board = board;
    this.advisor = advisor;
    this.deal = deal;
  }

  /** What is left of what was dealt after the mends of a story. */
  public static List<PlantedFault> left(Board board, Deal deal, Telling told) {
    SimulatedBoard now = new SimulatedBoard(board).with(deal.faults());
    for (Telling.DatedMend mend : told.mends()) {
      now = now.after(mend.mend());
    }
    return now.faults();
  }

  /**
   * Goes through a story.
   *
   * @param reached told how many lines are done, after each
   * @param stop asked before each line; what was done by then is given
   */
  public Debrief over(List<Entry> story, IntConsumer reached, BooleanSupplier stop) {
    Run run = new Run(story);
    for (int i = deal.opening(); i < story.size() && !stop.getAsBoolean(); i++) {
      run.take(i);
      reached.accept(i + 1);
    }
    return run.debrief();
  }

  private final class Run {
    private final List<Entry> story;
    private final List<Debrief.Step> steps = new ArrayList<>();
    private SimulatedBoard now = new SimulatedBoard(board).with(deal.faults());
    private Telling before;
    private Advisor.Advice advice;
    private Optional<Step> planned;
    private boolean powered = true;
    private double minutes;
    private double risk;
    private OptionalInt sufficed = OptionalInt.empty();
    private int done;
    private double suspected;

    Run(List<Entry> story) {
      this.story = List.copyOf(story);
      this.done = Math.min(deal.opening(), story.size());
      this.before = Telling.of(board, this.story.subList(0, done));
      this.advice = advisor.adviseUnexplained(this.story.subList(0, done));
      this.planned = plan();
      this.suspected = share();
      minutes = advisor.checkMinutes();
      if (plansACure()) {
        sufficed = OptionalInt.of(done == 0 ? 0 : this.story.get(done - 1).number());
      }
    }

    private Optional<Step> plan() {
      return now.faults().isEmpty()
          ? Optional.empty()
          : advisor.nextSteps(advice).stream().findFirst();
    }

    void take(int index) {
      done = index + 1;
      if (!(story.get(index) instanceof Entry.Line line)) {
        // A strike costs nothing and may turn everything that is suspected.
        before = Telling.of(board, story.subList(0, done));
        advice = advisor.adviseUnexplained(story.subList(0, done));
        planned = plan();
        suspected = now.faults().isEmpty() ? suspected : share();
        return;
      }
      Telling after = Telling.of(board, story.subList(0, done));
      List<Statement> said = said(after, line);
      List<Mend> mends =
          said.stream()
              .filter(Statement.Mended.class::isInstance)
              .map(s -> ((Statement.Mended) s).mend())
              .toList();
      List<Finding> findings =
          said.stream().filter(Finding.class::isInstance).map(s -> (Finding) s).toList();
      double shareBefore = suspected;
      String instead = planned.map(Step::title).orElse("");
      List<PlantedFault> ill = now.faults();
      double took = cost(mends, findings);
      mends.forEach(mend -> now = now.after(mend));
      List<PlantedFault> cured =
          ill.stream().filter(fault -> !now.faults().contains(fault)).toList();
      before = after;
      if (!ill.isEmpty() && !(mends.isEmpty() && findings.isEmpty())) {
        advice = advisor.adviseUnexplained(story.subList(0, done));
        planned = plan();
      }
      // Once all is mended there is nothing left that could be suspected rightly.
      suspected = now.faults().isEmpty() ? shareBefore : share();
      Debrief.Kind kind =
          !mends.isEmpty()
              ? Debrief.Kind.MEND
              : findings.isEmpty() || ill.isEmpty() ? Debrief.Kind.OTHER : Debrief.Kind.TEST;
      steps.add(
          new Debrief.Step(
              line.number(), line.line(), kind, took, shareBefore, suspected, cured, instead));
      if (sufficed.isEmpty() && kind == Debrief.Kind.TEST && plansACure()) {
        sufficed = OptionalInt.of(line.number());
      }
    }

    private static List<Statement> said(Telling telling, Entry.Line line) {
      return telling.lines().stream()
          .filter(told -> told.entry().number() == line.number())
          .flatMap(told -> told.counted().stream())
          .map(Told.Counts::statement)
          .toList();
    }

    /** Minutes of a line; what is looked at without power, and back, is turned for once. */
    private double cost(List<Mend> mends, List<Finding> findings) {
      double took = 0;
      for (Mend mend : mends) {
        took += advisor.minutes(new Step.Repair(mend), Set.of());
      }
      if (!mends.isEmpty()) {
        took += (powered ? advisor.turningMinutes() : 0) + advisor.checkMinutes();
        powered = true;
      }
      boolean looks = findings.stream().allMatch(Finding.Symptom.class::isInstance);
      for (Finding finding : findings) {
        Step.Test test = new Step.Test(finding);
        double here = advisor.minutes(test, before.partsOut());
        double danger = advisor.riskMinutes(test, before.partsOut());
        took += here - danger;
        risk += danger;
      }
      if (!findings.isEmpty() && !looks) {
        boolean needsPower = advisor.isPowered(new Step.Test(findings.getFirst()));
        took += needsPower == powered ? 0 : advisor.turningMinutes();
        powered = needsPower;
      }
      minutes += took;
      return took;
    }

    /** How much that is suspected most which is wrong now. */
    private double share() {
      double share = UNSUSPECTED;
      for (PlantedFault fault : now.faults()) {
        Place place = SimulatedBoard.placeOf(fault);
        share =
            Math.max(
                share, advice.diagnosis().at(place).map(Suspect::probability).orElse(UNSUSPECTED));
      }
      return share;
    }

    private boolean plansACure() {
      return planned
          .filter(step -> step.action() instanceof Step.Repair)
          .map(step -> ((Step.Repair) step.action()).mend())
          .filter(mend -> now.after(mend).faults().size() < now.faults().size())
          .isPresent();
    }

    Debrief debrief() {
      return new Debrief(
          deal.faults(),
          now.faults(),
          steps,
          minutes,
          risk,
          deal.hints() * HINT_MINUTES,
          sufficed,
          done == story.size());
    }
  }
}
