package raconteur.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/**
 * The few effects all faults have on one test, numbered: what two do together and how the test
 * comes out with each is worked out once, however many hypotheses come to it.
 */
final class EffectTable<E> {
  /** The number of no effect at all. */
  static final int NONE = 0;

  private static final int UNKNOWN = -1;

  private final TestModel<E> model;
  private final E none;
  private final Map<E, Integer> numbers = new HashMap<>();
  private final List<E> effects = new ArrayList<>();
  private final List<double[]> chances = new ArrayList<>();
  private int[][] together = new int[0][];

  EffectTable(TestModel<E> model) {
    this.model = model;
    this.none = model.none();
    number(none);
  }

  @SuppressWarnings("ReferenceEquality")
  int number(E effect) {
    if (effect == none && !effects.isEmpty()) {
      // Nearly all are that very one; it need not be hashed.
      return NONE;
    }
    Integer known = numbers.putIfAbsent(effect, effects.size());
    if (known != null) {
      return known;
    }
    effects.add(effect);
    return effects.size() - 1;
  }

  /** What two do together. */
  int combined(int one, int other) {
    if (one == other || other == NONE) {
      return one;
    }
    if (one == NONE) {
      return other;
    }
    int known = row(one)[other];
    if (known == UNKNOWN) {
      known = number(model.combine(effects.get(one), effects.get(other)));
      row(one)[other] = known;
    }
    return known;
  }

  private int[] row(int one) {
    int from = together.length;
    if (from < effects.size()) {
      int to = Math.max(effects.size(), 2 * from);
      together = Arrays.copyOf(together, to);
      for (int r = 0; r < to; r++) {
        int[] row = r < from ? Arrays.copyOf(together[r], to) : new int[to];
        Arrays.fill(row, r < from ? from : 0, to, UNKNOWN);
        together[r] = row;
      }
    }
    return together[one];
  }

  /** The chance of each outcome with an effect. */
  double[] chances(int effect, List<Finding> outcomes) {
    while (chances.size() <= effect) {
      E next = effects.get(chances.size());
      chances.add(outcomes.stream().mapToDouble(o -> model.probability(o, next)).toArray());
    }
    return chances.get(effect);
  }
}
