package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/** More faults than a hypothesis may have, against every subset of them all. */
class WideningTest {
  private static final int K = 3;

  /**
   * A test of some parts: bad with one chance where any of them is, else with another.
   *
   * @param parts which
   */
  private record AnyOf(BitSet parts, double ifAny, double ifNone) implements TestModel<Boolean> {
    private static final Finding BAD = new Finding.Symptom("bad");

    static AnyOf of(double ifAny, double ifNone, int... parts) {
      BitSet set = new BitSet();
      for (int part : parts) {
        set.set(part);
      }
      return new AnyOf(set, ifAny, ifNone);
    }

    @Override
    public Boolean none() {
      return false;
    }

    @Override
    public Boolean effectOf(Fault fault) {
      return parts.get(number(fault));
    }

    @Override
    public Boolean combine(Boolean one, Boolean other) {
      return one || other;
    }

    @Override
    public double probability(Finding found, Boolean effect) {
      return effect ? ifAny : ifNone;
    }

    @Override
    public List<Finding> outcomes() {
      return List.of(BAD);
    }
  }

  private static int number(Fault fault) {
    return Integer.parseInt(((Place.OfPart) fault.place()).part().substring(1));
  }

  /** Five that failed by themselves, two to one each: two to one whatever the others are. */
  @Test
  void fiveIndependentFailuresAreEachWhatTheyWouldBeAlone() {
    double[] odds = {0.01, 0.01, 0.01, 0.01, 0.01, 1e-4, 1e-4, 1e-4};
    List<AnyOf> tests = new ArrayList<>();
    for (int part = 0; part < 5; part++) {
      tests.add(AnyOf.of(0.8, 0.004, part));
    }
    double[] wide = weighed(odds, tests, true);
    double[] narrow = weighed(odds, tests, false);
    for (int part = 0; part < 5; part++) {
      assertThat(wide[part]).isCloseTo(2.0 / 3, within(0.005));
      assertThat(narrow[part]).isLessThan(0.6);
    }
  }

  /** Five that are settled take no room from three that are open and share a symptom. */
  @Test
  void whatIsSettledTakesNoRoom() {
    double[] odds = new double[14];
    Arrays.fill(odds, 0.01);
    List<AnyOf> tests = new ArrayList<>();
    for (int part = 0; part < 5; part++) {
      tests.add(AnyOf.of(0.95, 0.0005, part));
    }
    for (int part = 5; part < 8; part++) {
      tests.add(AnyOf.of(0.9, 0.004, part));
    }
    tests.add(AnyOf.of(0.9, 0.05, 5, 8, 9));
    assertLikeEverySubset(odds, tests, 0.02);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void equalsTheSumOverEverySubset(long seed) {
    Random dice = new Random(seed);
    double[] odds = new double[12];
    for (int i = 0; i < odds.length; i++) {
      odds[i] = Math.exp(-7 + 4 * dice.nextDouble());
    }
    List<AnyOf> tests = new ArrayList<>();
    for (int i = 0; i < 4 + dice.nextInt(4); i++) {
      tests.add(AnyOf.of(0.9, 0.002 + 0.02 * dice.nextDouble(), i));
    }
    tests.add(AnyOf.of(0.8, 0.1, 0, 1, 8, 9));
    tests.add(AnyOf.of(0.3, 0.9, 2, 7, 10));
    // Below a quarter at K nothing larger is looked for: that may leave two points.
    assertLikeEverySubset(odds, tests, 0.025);
  }

  private static void assertLikeEverySubset(double[] odds, List<AnyOf> tests, double off) {
    double[] wide = weighed(odds, tests, true);
    double[] exact = everySubset(odds, tests);
    for (int part = 0; part < odds.length; part++) {
      assertThat(wide[part]).as("part %d", part).isCloseTo(exact[part], within(off));
    }
  }

  private static double[] weighed(double[] odds, List<AnyOf> tests, boolean widening) {
    List<Fault> faults =
        IntStream.range(0, odds.length)
            .mapToObj(i -> new Fault(new Place.OfPart("U" + i), FaultMode.DEAD))
            .toList();
    List<Occurrence> occurrences =
        IntStream.range(0, odds.length)
            .mapToObj(i -> new Occurrence(i, 0, Integer.MAX_VALUE, odds[i], false))
            .toList();
    List<EvidenceColumn<?>> columns = new ArrayList<>();
    for (AnyOf test : tests) {
      columns.add(EvidenceColumn.of(test, List.of(AnyOf.BAD), faults));
    }
    var result =
        HypothesisSearch.run(
            occurrences,
            columns,
            new int[tests.size()],
            K,
            widening,
            IntStream.range(0, odds.length).toArray(),
            0,
            Patience.ENDLESS);
    return IntStream.range(0, odds.length).mapToDouble(result.marginals()::at).toArray();
  }

  private static double[] everySubset(double[] odds, List<AnyOf> tests) {
    double[] bad = new double[odds.length];
    double all = 0;
    for (int subset = 1; subset < 1 << odds.length; subset++) {
      double weight = 1;
      for (int part = 0; part < odds.length; part++) {
        weight *= (subset >> part & 1) == 1 ? odds[part] : 1;
      }
      for (AnyOf test : tests) {
        boolean any = false;
        for (int part = 0; part < odds.length; part++) {
          any |= (subset >> part & 1) == 1 && test.parts().get(part);
        }
        weight *= any ? test.ifAny() : test.ifNone();
      }
      all += weight;
      for (int part = 0; part < odds.length; part++) {
        bad[part] += (subset >> part & 1) == 1 ? weight : 0;
      }
    }
    for (int part = 0; part < odds.length; part++) {
      bad[part] /= all;
    }
    return bad;
  }
}
