package raconteur.core.bench.march;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class MarchTestTest {
  private static final int SIZE = 6;
  private static final boolean[] BOTH = {false, true};

  private static List<MemoryFault> stuckAt() {
    List<MemoryFault> all = new ArrayList<>();
    for (int i = 0; i < SIZE; i++) {
      for (boolean one : BOTH) {
        all.add(new MemoryFault.StuckAt(i, one));
      }
    }
    return all;
  }

  private static List<MemoryFault> transitions() {
    List<MemoryFault> all = new ArrayList<>();
    for (int i = 0; i < SIZE; i++) {
      for (boolean rises : BOTH) {
        all.add(new MemoryFault.Transition(i, rises));
      }
    }
    return all;
  }

  /** Pairs of address faults as they come: one address loses its cell, reaches another, or both. */
  private static List<MemoryFault> decoders() {
    List<MemoryFault> all = new ArrayList<>();
    for (int i = 0; i < SIZE; i++) {
      all.add(new MemoryFault.Address(i, List.of()));
      for (int j = 0; j < SIZE; j++) {
        if (i != j) {
          all.add(new MemoryFault.Address(i, List.of(j)));
          all.add(new MemoryFault.Address(i, List.of(i, j)));
        }
      }
    }
    return all;
  }

  private interface Coupling {
    MemoryFault of(int from, boolean rises, int to, boolean one);
  }

  private static List<MemoryFault> coupled(Coupling coupling) {
    List<MemoryFault> all = new ArrayList<>();
    for (int i = 0; i < SIZE; i++) {
      for (int j = 0; j < SIZE; j++) {
        for (int k = 0; k < 4 && i != j; k++) {
          all.add(coupling.of(i, BOTH[k % 2], j, BOTH[k / 2]));
        }
      }
    }
    return all;
  }

  /** van de Goor, IEEE Design and Test of Computers 10(1), 1993, table of coverage; from memory. */
  static Stream<Arguments> published() {
    List<MemoryFault> saf = stuckAt();
    List<MemoryFault> tf = transitions();
    List<MemoryFault> af = decoders();
    List<MemoryFault> cfin =
        coupled((from, rises, to, _) -> new MemoryFault.Inverts(from, rises, to));
    List<MemoryFault> cfid = coupled(MemoryFault.Sets::new);
    List<MemoryFault> cfst = coupled(MemoryFault.Holds::new);
    return Stream.of(
        Arguments.of(MarchTest.SCAN, saf, List.of(tf, af, cfin, cfid)),
        Arguments.of(MarchTest.MATS_PLUS, join(List.of(saf, af)), List.of(tf, cfin, cfid)),
        Arguments.of(MarchTest.MATS_PLUS_PLUS, join(List.of(saf, af, tf)), List.of(cfin, cfid)),
        Arguments.of(MarchTest.MARCH_X, join(List.of(saf, af, tf, cfin)), List.of(cfid)),
        Arguments.of(MarchTest.MARCH_Y, join(List.of(saf, af, tf, cfin)), List.of(cfid)),
        Arguments.of(
            MarchTest.MARCH_C_MINUS, join(List.of(saf, af, tf, cfin, cfid, cfst)), List.of()));
  }

  private static List<MemoryFault> join(List<List<MemoryFault>> lists) {
    return lists.stream().flatMap(List::stream).toList();
  }

  private static boolean findsWhateverItHeld(MarchTest test, MemoryFault fault) {
    for (long contents = 0; contents < 1 << SIZE; contents++) {
      BitSet held = BitSet.valueOf(new long[] {contents});
      if (!test.finds(new FaultyMemory(SIZE, held, Optional.of(fault)))) {
        return false;
      }
    }
    return true;
  }

  @ParameterizedTest
  @MethodSource("published")
  void aTestFindsTheKindsItIsPublishedToFindAndNotTheOthers(
      MarchTest test, List<MemoryFault> found, List<List<MemoryFault>> notAll) {
    assertThat(found).allMatch(f -> findsWhateverItHeld(test, f));
    for (List<MemoryFault> kind : notAll) {
      assertThat(kind).anyMatch(f -> !findsWhateverItHeld(test, f));
    }
    BitSet held = BitSet.valueOf(new long[] {0b101101});
    assertThat(test.finds(new FaultyMemory(SIZE, held, Optional.empty()))).isFalse();
  }

  @Test
  void lengthsAreThePublishedOnes() {
    assertThat(MarchTest.MATS_PLUS.operationsPerAddress()).isEqualTo(5);
    assertThat(MarchTest.MARCH_X.operationsPerAddress()).isEqualTo(6);
    assertThat(MarchTest.MARCH_C_MINUS.operationsPerAddress()).isEqualTo(10);
    assertThat(MarchTest.MARCH_B.operationsPerAddress()).isEqualTo(17);
  }

  @Test
  void aTestThatIsWrittenWronglySaysHow() {
    assertThatThrownBy(() -> MarchTest.of("x", "up(r0,w2)")).hasMessageContaining("w2");
    assertThatThrownBy(() -> MarchTest.of("x", "w0")).hasMessageContaining("up(r0,w1)");
  }
}
