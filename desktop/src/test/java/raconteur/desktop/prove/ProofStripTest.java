package raconteur.desktop.prove;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.prove.ProvingPlan;

/** What the strip says in words, for whoever cannot see its marks. */
class ProofStripTest {
  private static List<ProvingPlan.Proof> of(ProvingPlan.Standing... standings) {
    List<ProvingPlan.Proof> proofs = new ArrayList<>();
    Arrays.stream(standings)
        .forEach(
            s ->
                proofs.add(
                    new ProvingPlan.Proof("p" + proofs.size(), "Soak", "", "", "", "", s, "")));
    return proofs;
  }

  @Test
  void whatFailedIsSaidFirstAndWhatThereIsNoneOfIsLeftOut() {
    assertThat(
            ProofStrip.words(
                of(
                    ProvingPlan.Standing.OPEN,
                    ProvingPlan.Standing.HELD,
                    ProvingPlan.Standing.FAILED,
                    ProvingPlan.Standing.HELD)))
        .isEqualTo("failed 1 · held 2 · open 1");
    assertThat(ProofStrip.words(of(ProvingPlan.Standing.SKIPPED))).isEqualTo("not shown 1");
    assertThat(ProofStrip.words(List.of())).isEmpty();
  }
}
