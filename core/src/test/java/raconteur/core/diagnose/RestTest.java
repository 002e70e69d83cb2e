package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.plan.Advisor;

/** The sets the planner works with leave nothing out that weighs. */
class RestTest {
  private static final Board HERON = ToldStories.board("heron-1");

  private static Diagnosis diagnosis(String... lines) {
    return new Advisor(HERON, History.NONE, 2).advise(Stories.of(lines)).diagnosis();
  }

  /**
   * Where nothing leads a thousand faults of half a per mille are half of it all: 0.41 of the whole
   * was in the leading 1,500 sets.
   */
  @Test
  void whereNothingLeadsTheRareFaultsAreThereAsWell() {
    Diagnosis diagnosis = diagnosis("free run on", "screen garbage", "+5V 5 V");
    Set<Integer> faults = new HashSet<>();
    double all = 0;
    for (Hypothesis hypothesis : diagnosis.hypotheses()) {
      faults.addAll(hypothesis.faults());
      all += hypothesis.probability();
    }
    assertThat(all).isCloseTo(1, within(0.02));
    assertThat(faults).hasSizeGreaterThan(1500);
  }

  /** A fault that is as good as certain is in every set that weighs. */
  @Test
  void whatIsCertainIsInAllOfThem() {
    Diagnosis diagnosis =
        diagnosis(
            "U15.10 toggling",
            "U27.19 floating",
            "cont U14.13 U27.19 open",
            "cont U14.13 U27.19 open");
    double without =
        diagnosis.hypotheses().stream()
            .filter(
                h -> h.faults().stream().map(RestTest::fault).noneMatch(f -> f.contains("U27.19")))
            .mapToDouble(Hypothesis::probability)
            .sum();
    assertThat(without).isLessThan(0.03);
  }

  private static final List<Fault> CATALOGUE =
      FaultCatalogue.of(HERON, Priors.shipped(), History.NONE).faults();

  private static String fault(int index) {
    return CATALOGUE.get(index).toString();
  }
}
