package raconteur.core.contest;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.IntConsumer;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.fault.History;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;

/**
 * One board's contest. Every case is a board with one to three faults drawn from the priors, each
 * of which would show by itself; every policy is told what the board shows, works until nothing is
 * wrong any more or its time is up, and pays for each action what the shop's table says. After a
 * mend everybody looks whether the board works now.
 *
 * <p>What is simplified: mends cure and break nothing, and a board without faults is seen to be so
 * at the first look.
 */
public final class Contest {
  private static final double MOST_MINUTES = 900;
  private static final int MOST_ACTIONS = 400;
  private static final int MOST_DRAWS = 200;

  private final Board board;
  private final SimulatedBoard healthy;
  private final int largest;
  private final Bench bench;

  /** How one case went for one policy. */
  public record Score(double minutes, int tests, int mends, int wrongMends, boolean solved) {}

  /**
   * A contest on a board.
   *
   * @param largest K of the engine
   * @param simulated whether readings come from the running board, else from the models
   */
  public Contest(Board board, int largest, boolean simulated) {
    this.board = board;
    this.largest = largest;
    this.healthy = new SimulatedBoard(board);
    this.bench =
        simulated ? new RunningBench(healthy) : new ModelBench(board, advisor().predictor());
  }

  /** The faults of a case, none of them invisible; the same for the same seed. */
  public List<PlantedFault> faults(long seed) {
    for (int i = 0; i < MOST_DRAWS; i++) {
      List<PlantedFault> drawn =
          FaultDraw.draw(board, FaultDraw.usualCount(seed), seed * MOST_DRAWS + i);
      if (drawn.stream().allMatch(f -> bench.shows(f))) {
        return drawn;
      }
    }
    throw new IllegalStateException("no fault of " + board.identity().id() + " shows");
  }

  private Advisor advisor() {
    return new Advisor(board, History.NONE, largest);
  }

  /** Lets a policy work on a case. */
  public Score play(Policies policies, long seed) {
    return play(policies, faults(seed), seed);
  }

  /** The same on a board with given faults. */
  public Score play(Policies policies, List<PlantedFault> faults, long seed) {
    return new Run(policies.make(board), faults, seed).play();
  }

  /**
   * Lets policies work on the same cases.
   *
   * @param told how many cases each has behind it, after every one
   * @param stop asked after every case
   * @return one standing for each policy that has at least two cases behind it
   */
  public List<Standing> run(
      List<Policies> policies, int cases, long seed, IntConsumer told, BooleanSupplier stop) {
    Map<Policies, List<Score>> scores = new EnumMap<>(Policies.class);
    for (int i = 0; i < cases && !stop.getAsBoolean(); i++) {
      for (Policies policy : policies) {
        scores.computeIfAbsent(policy, _ -> new ArrayList<>()).add(play(policy, seed + i));
      }
      told.accept(i + 1);
    }
    return scores.entrySet().stream()
        .filter(e -> e.getValue().size() > 1)
        .map(e -> Standing.of(e.getKey(), e.getValue()))
        .toList();
  }

  private final class Run {
    private final Policy policy;
    private final SplittableRandom dice;
    private final Advisor advisor = advisor();
    private final List<Entry> story = new ArrayList<>();
    private final Set<String> declined = new HashSet<>();
    private SimulatedBoard now;
    private double minutes;
    private int tests;
    private int mends;
    private int wrongMends;

    Run(Policy policy, List<PlantedFault> faults, long seed) {
      this.policy = policy;
      this.dice = new SplittableRandom(seed ^ 0x6A09E667F3BCC908L);
      this.now = healthy.with(faults);
    }

    Score play() {
      note(bench.symptom(now.faults(), dice.nextLong()).line());
      minutes += advisor.checkMinutes();
      while (minutes < MOST_MINUTES && tests + mends < MOST_ACTIONS) {
        Telling telling = Telling.of(board, story);
        Optional<Step.Action> action =
            policy.next(
                new Policy.Situation(
                    advisor,
                    telling,
                    () -> advisor.adviseUnexplained(story),
                    Set.copyOf(declined),
                    dice));
        if (action.isEmpty()) {
          break;
        }
        switch (action.get()) {
          case Step.Test test -> take(test, telling);
          case Step.Repair repair -> mend(repair);
        }
        if (now.faults().isEmpty()) {
          return score(true);
        }
      }
      return score(false);
    }

    private Score score(boolean solved) {
      return new Score(minutes, tests, mends, wrongMends, solved);
    }

    private void take(Step.Test test, Telling telling) {
      Optional<Finding> found = bench.take(now.faults(), test.sample(), telling, dice.nextLong());
      if (found.isEmpty()) {
        declined.add(test.name());
        return;
      }
      tests++;
      minutes += advisor.minutes(test);
      note(found.get().line());
      if (found.get() instanceof Finding.PullStep pull) {
        note(new Statement.Seating(pull.part()).line());
      }
    }

    private void mend(Step.Repair repair) {
      int before = now.faults().size();
      now = now.after(repair.mend());
      mends++;
      wrongMends += now.faults().size() == before ? 1 : 0;
      minutes += advisor.minutes(repair) + advisor.checkMinutes();
      note("mended " + repair.mend().line());
      if (!now.faults().isEmpty()) {
        note(bench.symptom(now.faults(), dice.nextLong()).line());
      }
    }

    private void note(String line) {
      int number = story.size() + 1;
      story.add(new Entry.Line(number, Instant.EPOCH.plusSeconds(60L * number), line));
    }
  }
}
