package raconteur.core.practice;

import java.util.List;
import java.util.OptionalInt;
import raconteur.core.bench.PlantedFault;

/**
 * A practised story seen again, with what was wrong known.
 *
 * @param planted what was wrong
 * @param left what is wrong still
 * @param steps every line after the opening ones, in order
 * @param minutes what the tests and mends took, without risk and hints
 * @param risk what they were expected to break, in minutes
 * @param hintMinutes what hints cost
 * @param sufficed the entry after which the planner would have mended what was wrong, the last of
 *     the opening where that was enough; empty for never
 * @param complete false where the going-through was stopped
 */
public record Debrief(
    List<PlantedFault> planted,
    List<PlantedFault> left,
    List<Step> steps,
    double minutes,
    double risk,
    double hintMinutes,
    OptionalInt sufficed,
    boolean complete) {
  public Debrief {
    planted = List.copyOf(planted);
    left = List.copyOf(left);
    steps = List.copyOf(steps);
  }

  /** What kind of line it was. */
  public enum Kind {
    TEST,
    MEND,
    /** A note, a part put back: told, and free. */
    OTHER
  }

  /**
   * One line.
   *
   * @param entry its number in the story
   * @param minutes it took, with switching and turning
   * @param before how much what was wrong was suspected before, 0 to 1
   * @param after the same after it
   * @param cured what a mend cured; empty for a test
   * @param instead what the planner would have done in its place, empty where it had nothing
   */
  public record Step(
      int entry,
      String line,
      Kind kind,
      double minutes,
      double before,
      double after,
      List<PlantedFault> cured,
      String instead) {
    private static final double NEXT_TO_NOTHING = 0.05;

    public Step {
      cured = List.copyOf(cured);
    }

    /**
     * How much nearer it led to what was wrong: the binary logarithm of how many times more it is
     * suspected now, below 0 where it led away. What is still missing is −log2 of the share.
     */
    public double bits() {
      return kind == Kind.TEST ? Math.log(after / before) / Math.log(2) : 0;
    }

    /** A test that moved what was wrong neither way. */
    public boolean idle() {
      return kind == Kind.TEST && Math.abs(bits()) < NEXT_TO_NOTHING;
    }

    /** A mend of what was good. */
    public boolean inVain() {
      return kind == Kind.MEND && cured.isEmpty();
    }
  }

  public boolean solved() {
    return left.isEmpty();
  }

  /** Everything it cost, in minutes. */
  public double cost() {
    return minutes + risk + hintMinutes;
  }

  public long tests() {
    return steps.stream().filter(s -> s.kind() == Kind.TEST).count();
  }

  public long mends() {
    return steps.stream().filter(s -> s.kind() == Kind.MEND).count();
  }

  public long mendsInVain() {
    return steps.stream().filter(Step::inVain).count();
  }

  public long idleTests() {
    return steps.stream().filter(Step::idle).count();
  }

  /** Minutes spent after the evidence sufficed, before the first mend that cured. */
  public double minutesTooLong() {
    if (sufficed.isEmpty()) {
      return 0;
    }
    return steps.stream()
        .filter(s -> s.entry() > sufficed.getAsInt())
        .takeWhile(s -> s.kind() != Kind.MEND)
        .mapToDouble(Step::minutes)
        .sum();
  }
}
