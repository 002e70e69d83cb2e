package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class FaultClassTest {

  /** Newton's identities against the definition: the sum over all choices of m members. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 7})
  void symmetricSumsEqualTheSumOverAllChoices(int size) {
    Random random = new Random(size);
    List<Occurrence> members = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      members.add(new Occurrence(i, 0, Integer.MAX_VALUE, random.nextDouble() / 10, false));
    }
    FaultClass faultClass = new FaultClass(members, new int[] {0, 2, 0, 1});
    for (int m = 1; m <= 3; m++) {
      assertThat(faultClass.sums().choose(m)).isCloseTo(choices(members, 0, m), within(1e-12));
    }
    assertThat(faultClass.columns()).containsExactly(1, 3);
    assertThat(faultClass.effects()).containsExactly(2, 1);
    assertThat(faultClass.most()).isEqualTo(Math.min(3, size));
  }

  private static double choices(List<Occurrence> members, int from, int m) {
    if (m == 0) {
      return 1;
    }
    double sum = 0;
    for (int i = from; i < members.size(); i++) {
      sum += members.get(i).odds() * choices(members, i + 1, m - 1);
    }
    return sum;
  }

  @Test
  void twoOccurrencesOfOneFaultExcludeEachOther() {
    FaultClass cured = one(new Occurrence(4, 0, 1, 0.1, true));
    FaultClass survived = one(new Occurrence(4, 0, Integer.MAX_VALUE, 0.01, true));
    FaultClass other = one(new Occurrence(5, 0, Integer.MAX_VALUE, 0.01, true));
    assertThat(cured.excludes(survived)).isTrue();
    assertThat(cured.excludes(other)).isFalse();
    assertThat(cured.most()).isEqualTo(1);
  }

  private static FaultClass one(Occurrence occurrence) {
    return new FaultClass(List.of(occurrence), new int[] {1});
  }

  @Test
  void leavesArePackedAndReadBack() {
    Leaves leaves = new Leaves(3);
    for (int i = 0; i < 5000; i++) {
      leaves.add(new int[] {i, i + 7, 0}, new int[] {1, 2, 0}, 1 + i % 2, -i);
    }
    assertThat(leaves.size()).isEqualTo(5000);
    assertThat(leaves.depth(4321)).isEqualTo(2);
    assertThat(leaves.classAt(4321, 1)).isEqualTo(4328);
    assertThat(leaves.countAt(4321, 1)).isEqualTo(2);
    assertThat(leaves.depth(4320)).isEqualTo(1);
    assertThat(leaves.logWeight(4321)).isEqualTo(-4321);
  }
}
