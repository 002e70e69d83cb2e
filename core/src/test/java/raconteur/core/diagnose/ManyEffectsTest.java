package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/**
 * A finding that every fault does something else to, and any set of them whatever it likes: what
 * two faults make of it says nothing of what a third may. Against the sum over every set of up to
 * three, written here without anything of the search.
 */
class ManyEffectsTest {
  private static final int FAULTS = 22;
  private static final Finding BAD = new Finding.Symptom("bad");

  private record AnySet(long seed, BitSet only) implements TestModel<BitSet> {

    @Override
    public BitSet none() {
      return new BitSet();
    }

    @Override
    public BitSet effectOf(Fault fault) {
      BitSet one = new BitSet();
      one.set(Integer.parseInt(((Place.OfPart) fault.place()).part().substring(1)));
      return one;
    }

    @Override
    public BitSet combine(BitSet one, BitSet other) {
      BitSet both = (BitSet) one.clone();
      both.or(other);
      return both;
    }

    /** Next to nothing, as the dice fall; certain for one set of three. */
    @Override
    public double probability(Finding found, BitSet effect) {
      return effect.equals(only)
          ? 1
          : Math.exp(-22 - 8 * new Random(seed * 31 + effect.hashCode()).nextDouble());
    }

    @Override
    public List<Finding> outcomes() {
      return List.of(BAD);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void whatIsLeftOutIsAllThatMayLieBetweenTheSearchAndTheSumOverEverySet(long seed) {
    Random dice = new Random(seed);
    BitSet only = new BitSet();
    dice.ints(0, FAULTS).distinct().limit(3).forEach(only::set);
    AnySet model = new AnySet(seed, only);
    // Rare each by itself: whoever goes by what two of them explain leaves them out.
    double[] odds =
        IntStream.range(0, FAULTS)
            .mapToDouble(i -> Math.exp((only.get(i) ? -7 : -3) + dice.nextDouble()))
            .toArray();
    List<Fault> faults =
        IntStream.range(0, FAULTS)
            .mapToObj(i -> new Fault(new Place.OfPart("U" + i), FaultMode.DEAD))
            .toList();
    List<Occurrence> occurrences =
        IntStream.range(0, FAULTS)
            .mapToObj(i -> new Occurrence(i, 0, Integer.MAX_VALUE, odds[i], false))
            .toList();
    var result =
        HypothesisSearch.run(
            occurrences,
            List.of(EvidenceColumn.of(model, List.of(BAD), faults)),
            new int[] {0},
            3,
            IntStream.range(0, FAULTS).toArray(),
            0);
    double[] brute = everySet(model, odds);
    double leftOut = 1 - result.weighed();
    assertThat(leftOut).isLessThan(0.05);
    for (int fault = 0; fault < FAULTS; fault++) {
      assertThat(result.marginals().at(fault))
          .as("U%d", fault)
          .isCloseTo(brute[fault], within(leftOut + 1e-9));
    }
    // The set of three that alone explains it is no trifle here.
    assertThat(only.stream().mapToDouble(fault -> brute[fault]).min().orElseThrow())
        .isGreaterThan(0.05);
  }

  /** The share of each fault in all sets of one, two and three. */
  private static double[] everySet(AnySet model, double[] odds) {
    double[] mass = new double[FAULTS];
    double total = 0;
    for (int a = 0; a < FAULTS; a++) {
      for (int b = a; b < FAULTS; b++) {
        for (int c = b; c < FAULTS; c++) {
          if (a == b && b != c) {
            continue; // Two of them are told as a, c, c.
          }
          BitSet set = new BitSet();
          set.set(a);
          set.set(b);
          set.set(c);
          double weight = model.probability(BAD, set);
          weight *= set.stream().mapToDouble(fault -> odds[fault]).reduce(1, (x, y) -> x * y);
          total += weight;
          for (int fault : set.stream().toArray()) {
            mass[fault] += weight;
          }
        }
      }
    }
    double all = total;
    return Arrays.stream(mass).map(m -> m / all).toArray();
  }
}
