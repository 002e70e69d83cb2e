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
import java.util.function.Consumer;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardIdentity;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.fault.History;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;

/**
 * One board's contest. Every case is a board with one to three faults, each of which would show by
 * itself; every policy is told what the board shows, works until nothing is wrong any more or its
 * time is up, and pays for each action what the shop's table says, and for switching and turning
 * the board between tests under power and without. After a mend everybody looks whether the board
 * works now.
 *
 * <p>What is simplified: mends cure and break nothing, and a board without faults is seen to be so
 * at the first look.
 */
public final class Contest {
  private static final double MOST_MINUTES = 900;
  private static final int MOST_ACTIONS = 400;
  private static final int MOST_DRAWS = 200;
  private static final long SEED = 1;

  private final Board board;
  private final SimulatedBoard healthy;
  private final Rules rules;
  private final Bench bench;

  /** How one case went for one policy. */
  public record Score(double minutes, int tests, int mends, int wrongMends, boolean solved) {}

  /**
   * What a contest is played by.
   *
   * @param largest K of the engine
   * @param from where readings come from
   * @param withoutFiles whether what was simulated beforehand for the board is withheld
   * @param outside the share of faults of kinds or at places the engine does not reason about
   */
  public record Rules(int largest, From from, boolean withoutFiles, double outside) {}

  /** Where readings come from. */
  public enum From {
    /** The models the engine itself reasons with. */
    MODELS,
    /** The simulated board, running its program. */
    RUNNING,
    /** The simulated board while its processor only counts, as any board of nets can. */
    COUNTING
  }

  /** One case as one policy played it. */
  public record Played(
      Policies policy, long seed, List<PlantedFault> planted, Score score, List<Entry> story) {
    public Played {
      planted = List.copyOf(planted);
      story = List.copyOf(story);
    }
  }

  /** A contest on a board. */
  public Contest(Board board, Rules rules) {
    this.board = rules.withoutFiles() ? withoutFiles(board) : board;
    this.rules = rules;
    this.healthy = new SimulatedBoard(board);
    this.bench =
        rules.from() == From.MODELS
            ? new ModelBench(this.board, advisor().predictor())
            : Bench.of(healthy, rules.from(), SEED);
  }

  /** The same with a bench of one's own, which then decides where readings come from. */
  public Contest(Board board, Rules rules, Bench bench) {
    this.board = board;
    this.rules = rules;
    this.healthy = new SimulatedBoard(board);
    this.bench = bench;
  }

  /** The same board by a name nothing was simulated for. */
  private static Board withoutFiles(Board board) {
    BoardIdentity known = board.identity();
    BoardIdentity other =
        known.revised(known.id() + "-without-files", known.revision(), known.title());
    return switch (BoardFiles.check(board.contents().with(other), DeviceLibrary.shipped())) {
      case Loaded.Ok<Board>(Board same) -> same;
      case Loaded.Refused<Board> refused -> throw new IllegalStateException(refused.summary());
    };
  }

  /** The faults of a case, none of them invisible; the same for the same seed. */
  public List<PlantedFault> faults(long seed) {
    for (int i = 0; i < MOST_DRAWS; i++) {
      List<PlantedFault> drawn =
          FaultDraw.draw(board, FaultDraw.usualCount(seed), rules.outside(), seed * MOST_DRAWS + i);
      if (drawn.stream().allMatch(f -> bench.shows(f))) {
        return drawn;
      }
    }
    throw new IllegalStateException("no fault of " + board.identity().id() + " shows");
  }

  private Advisor advisor() {
    return new Advisor(board, History.NONE, rules.largest());
  }

  /** Lets a policy work on a case. */
  public Played play(Policies policies, long seed) {
    return play(policies, faults(seed), seed);
  }

  /** The same on a board with given faults. */
  public Played play(Policies policies, List<PlantedFault> faults, long seed) {
    return play(policies, faults, seed, () -> false);
  }

  /**
   * The same, given up when asked to.
   *
   * @param stop asked before every action; the case is then unsolved
   */
  public Played play(
      Policies policies, List<PlantedFault> faults, long seed, BooleanSupplier stop) {
    var run = new Run(policies.make(board), faults, seed);
    Score score = run.play(stop);
    return new Played(policies, seed, faults, score, run.story);
  }

  /**
   * Lets policies work on the same cases.
   *
   * @param played gets every case of every policy as it ends
   * @param stop asked after every case
   * @return one standing for each policy that has at least two cases behind it
   */
  public List<Standing> run(
      List<Policies> policies,
      int cases,
      long seed,
      Consumer<Played> played,
      BooleanSupplier stop) {
    Map<Policies, List<Score>> scores = new EnumMap<>(Policies.class);
    for (int i = 0; i < cases && !stop.getAsBoolean(); i++) {
      for (Policies policy : policies) {
        Played one = play(policy, seed + i);
        scores.computeIfAbsent(policy, _ -> new ArrayList<>()).add(one.score());
        played.accept(one);
      }
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
    private boolean powered = true;
    private double minutes;
    private int tests;
    private int mends;
    private int wrongMends;

    Run(Policy policy, List<PlantedFault> faults, long seed) {
      this.policy = policy;
      this.dice = new SplittableRandom(seed ^ 0x6A09E667F3BCC908L);
      this.now = healthy.with(faults);
    }

    Score play(BooleanSupplier stop) {
      if (rules.from() == From.COUNTING) {
        note(new Bookkeeping.FreeRun(true).line());
      }
      look();
      minutes += advisor.checkMinutes();
      while (minutes < MOST_MINUTES && tests + mends < MOST_ACTIONS && !stop.getAsBoolean()) {
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
      boolean needsPower = advisor.isPowered(test);
      minutes +=
          advisor.minutes(test, telling.partsOut())
              + (needsPower == powered ? 0 : advisor.turningMinutes());
      powered = needsPower;
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
      minutes +=
          advisor.minutes(repair, Set.of())
              + (powered ? advisor.turningMinutes() : 0)
              + advisor.checkMinutes();
      powered = true;
      note("mended " + repair.mend().line());
      if (!now.faults().isEmpty()) {
        look();
      }
    }

    private void look() {
      note(bench.symptom(now.faults(), dice.nextLong()).line());
    }

    private void note(String line) {
      int number = story.size() + 1;
      story.add(new Entry.Line(number, Instant.EPOCH.plusSeconds(60L * number), line));
    }
  }
}
