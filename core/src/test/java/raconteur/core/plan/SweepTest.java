package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.story.Telling;

/** What is touched and buzzed where nothing leads, on a board the planner was not made for. */
class SweepTest {
  private static final Board SKUA = ToldStories.board("skua-3");
  private static final FaultCatalogue CATALOGUE =
      FaultCatalogue.of(SKUA, Priors.shipped(), History.NONE);

  /** The tests where one fault is all that is suspected, after some lines. */
  private static List<String> tests(String fault, String... told) {
    int at = CATALOGUE.faults().stream().map(Fault::toString).toList().indexOf(fault);
    assertThat(at).as(fault).isNotNegative();
    return new Sweep(SKUA, CATALOGUE)
        .of(List.of(new Hypothesis(List.of(at), 1)), Telling.of(SKUA, Stories.of(told))).stream()
            .map(finding -> finding.line())
            .toList();
  }

  /**
   * Only at its own pin does a contact of an input show; a pin farther along tells nothing of it.
   */
  @Test
  void aContactIsTouchedWhereItIs() {
    assertThat(tests("contact of U2.5 open")).containsExactly("U2.5 toggling");
    assertThat(tests("contact of U2.5 open", "U9.5 toggling")).containsExactly("U2.5 toggling");
    assertThat(tests("contact of U2.5 open", "U2.5 toggling")).isEmpty();
  }

  /** A break shows at the end of its line, and between both ends. */
  @Test
  void aLineIsBuzzedFromEndToEndOnce() {
    String open = "A5 between U2.5 and U3.5 open";
    assertThat(tests(open)).containsExactly("U9.5 toggling", "cont U1.35 U9.5 joined");
    assertThat(tests(open, "cont U9.5 U1.35 joined")).containsExactly("U9.5 toggling");
    assertThat(tests(open, "cont U1.35 U9.5 joined", "mended U2 reseated"))
        .as("who mends elsewhere parts no line")
        .containsExactly("U9.5 toggling");
    assertThat(tests(open, "cont U1.35 U3.5 joined"))
        .as("a part of the line is not all of it")
        .contains("cont U1.35 U9.5 joined");
  }

  /** What was well before a mend is well after it; what stood is looked at again. */
  @Test
  void whatStoodIsTouchedAgainAfterAMend() {
    String open = "A5 between U2.5 and U3.5 open";
    assertThat(tests(open, "U9.5 toggling", "mended U2 reseated")).doesNotContain("U9.5 toggling");
    assertThat(tests(open, "U9.5 high", "mended U2 reseated")).contains("U9.5 toggling");
  }
}
