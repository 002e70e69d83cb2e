package raconteur.core.practice;

/**
 * How one practised case ended.
 *
 * @param caseNumber the case
 * @param minutes everything it cost, with risk and hints
 * @param inVain mends of what was good
 * @param solved whether nothing dealt was left
 * @param plannerMinutes what the planner needed on the same board with the same dice
 * @param plannerInVain its mends of what was good
 * @param plannerSolved whether it got there
 */
public record PracticeResult(
    int caseNumber,
    double minutes,
    int inVain,
    boolean solved,
    double plannerMinutes,
    int plannerInVain,
    boolean plannerSolved) {
  public PracticeResult {
    if (!(minutes >= 0) || !(plannerMinutes > 0) || inVain < 0 || plannerInVain < 0) {
      throw new IllegalArgumentException(minutes + ", " + plannerMinutes);
    }
  }

  /** How many times the planner's minutes it took; 1 is as good as the planner. */
  public double ratio() {
    return minutes / plannerMinutes;
  }
}
