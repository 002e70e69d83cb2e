package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;

class SmallProblemTest {
  private static final FaultCatalogue CATALOGUE =
      FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE);

  /** So dear that nobody mends before only one is left. */
  private static final double MEND = 1000;

  private static List<Hypothesis> hypotheses(double... chances) {
    List<Integer> places = new ArrayList<>();
    List<Hypothesis> hypotheses = new ArrayList<>();
    for (int f = 0; hypotheses.size() < chances.length; f++) {
      if (!places.contains(CATALOGUE.placeOf(f))) {
        places.add(CATALOGUE.placeOf(f));
        hypotheses.add(new Hypothesis(List.of(f), chances[hypotheses.size()]));
      }
    }
    return hypotheses;
  }

  /** A test of one minute that fails exactly under the faults marked 1. */
  private static LookAhead.Test test(int number, String fails) {
    PinRef pin = new PinRef("U1", "" + (number + 1));
    double[][] rows = new double[2][fails.length()];
    IntStream.range(0, fails.length()).forEach(h -> rows[fails.charAt(h) - '0'][h] = 1);
    Finding passes = new Finding.Probe(pin, Signal.HIGH);
    return new LookAhead.Test(
        passes,
        List.of(passes, new Finding.Probe(pin, Signal.LOW)),
        rows,
        new LookAhead.Price(1, 0, 0, 1));
  }

  private static SmallProblem problem(
      List<Hypothesis> hypotheses, List<LookAhead.Test> tests, double... mendMinutes) {
    return new SmallProblem(
        hypotheses,
        tests,
        mendMinutes,
        CATALOGUE,
        left -> new LookAhead(left, CATALOGUE, _ -> mendMinutes[0], 0),
        0.999);
  }

  /**
   * The worked example of K. R. Pattipati and M. G. Alexandridis, "Application of heuristic search
   * and information theory to sequential fault diagnosis", IEEE Transactions on Systems, Man and
   * Cybernetics 20 (1990), doi:10.1109/21.57289: no fault with 0.70 and five faults, five tests of
   * cost 1, each seeing some of the faults; the least expected cost is 2.18. Chances, test matrix
   * and result from memory; that they fit together was reckoned apart.
   */
  @Test
  void theWorkedExampleOfTestSequencingComesOut() {
    List<Hypothesis> states = hypotheses(0.70, 0.01, 0.02, 0.10, 0.05, 0.12);
    List<LookAhead.Test> tests =
        List.of(
            test(0, "000111"),
            test(1, "010011"),
            test(2, "001001"),
            test(3, "001101"),
            test(4, "010100"));
    double[] mends = {MEND, MEND, MEND, MEND, MEND, MEND};
    SmallProblem problem = problem(states, tests, mends);
    assertThat(problem.minutes(SmallProblem.Chooser.BEST) - MEND).isCloseTo(2.18, within(1e-9));
    assertThat(problem.minutes(SmallProblem.Chooser.PLANNER) - MEND).isBetween(2.18, 1.03 * 2.18);
    // What is told of each place by itself is no measure of what parts all of them: dearer.
    assertThat(problem.minutes(SmallProblem.Chooser.MOST_BITS) - MEND).isGreaterThan(2.18);
  }

  /** Without tests: one after another by chance over cost, reckoned by hand. */
  @Test
  void withoutTestsTheBestIsToMendByChanceOverCost() {
    SmallProblem problem = problem(hypotheses(0.5, 0.3, 0.2), List.of(), 10, 3, 8);
    // 0.3/3, 0.5/10, 0.2/8: 3, then 13 in all, then 21.
    double byHand = 0.3 * 3 + 0.5 * 13 + 0.2 * 21;
    assertThat(problem.minutes(SmallProblem.Chooser.BEST)).isCloseTo(byHand, within(1e-9));
    assertThat(problem.minutes(SmallProblem.Chooser.NEVER_TESTING)).isCloseTo(byHand, within(1e-9));
  }

  /** A look of a minute against mends of ten: it is made; against mends of one it is not. */
  @Test
  void aTestIsMadeWhereItIsWorthIt() {
    List<LookAhead.Test> one = List.of(test(0, "01"));
    List<Hypothesis> even = hypotheses(0.5, 0.5);
    assertThat(problem(even, one, 10, 10).minutes(SmallProblem.Chooser.BEST))
        .isCloseTo(11, within(1e-9));
    assertThat(problem(even, one, 1, 1).minutes(SmallProblem.Chooser.BEST))
        .isCloseTo(1.5, within(1e-9));
  }

  @Test
  void whatIsTooLargeToBeTriedOutIsRefused() {
    List<LookAhead.Test> many = IntStream.range(0, 16).mapToObj(t -> test(t, "01")).toList();
    assertThatThrownBy(() -> problem(hypotheses(0.5, 0.5), many, 1, 1))
        .hasMessageContaining("states");
  }
}
