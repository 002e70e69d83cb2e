package raconteur.core.keys;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * What explains all that was seen of a keyboard. Every set of up to three faults of lines is
 * weighed by Bayes' rule; what a single key may have of its own is added up inside, key by key, so
 * that any number of keys may be bad by themselves. With n faults of lines and k keys tried it
 * takes n³k/6 steps: about a second for the largest keyboards.
 *
 * @param sets the likeliest sets of faults of lines, in words; the empty one means keys by
 *     themselves
 * @param lines how likely each fault of a line is, those worth naming, the likeliest first
 * @param keys how likely each key has a fault of its own, those worth naming, the likeliest first
 */
public record KeyDiagnosis(List<Explanation> sets, List<Suspected> lines, List<OwnFault> keys) {
  private static final int MOST_SETS = 8;
  private static final double WORTH_NAMING = 0.01;

  /** What a set must weigh at least beside all so far; a million lighter ones are a millionth. */
  private static final double NEGLIGIBLE = 1e-12;

  /** A key that was seen to work keeps about a hundredth: below this nothing speaks against it. */
  private static final double KEY_WORTH_NAMING = 0.05;

  public KeyDiagnosis {
    sets = List.copyOf(sets);
    lines = List.copyOf(lines);
    keys = List.copyOf(keys);
  }

  /** One set of faults of lines, with its share of all possibilities. */
  public record Explanation(List<String> faults, double probability) {
    public Explanation {
      faults = List.copyOf(faults);
    }
  }

  /** One fault of a line. */
  public record Suspected(KeyCause cause, String words, double probability) {}

  /** One key with a fault of its own. */
  public record OwnFault(KeyMatrix.Key key, double probability) {}

  /** Weighs what was seen. */
  public static KeyDiagnosis of(KeyMatrix matrix, KeysSeen seen) {
    return of(matrix, seen, KeyFigures.shipped());
  }

  /** The same with other figures. */
  static KeyDiagnosis of(KeyMatrix matrix, KeysSeen seen, KeyFigures figures) {
    return new Weighing(matrix, seen, figures).diagnosis();
  }

  private static final class Weighing {
    private static final int STATES = KeyState.values().length;

    private final KeyMatrix matrix;
    private final List<KeyCause> causes = new ArrayList<>();
    private final List<KeyMatrix.Key> tried = new ArrayList<>();

    /** By cause and tried key: what the cause makes of it. */
    private final int[][] makes;

    /** By tried key and what lines make of it: the chance of what was seen. */
    private final double[][] likely;

    /** The same, but with a fault of the key's own. */
    private final double[][] own;

    private final double[] ownShare;
    private final double[] causeShare;
    private final List<Weighed> heaviest = new ArrayList<>();
    private double all;

    private record Weighed(int[] set, double weight) {}

    Weighing(KeyMatrix matrix, KeysSeen seen, KeyFigures figures) {
      this.matrix = matrix;
      for (KeyMatrix.Key key : matrix.keys()) {
        if (seen.states().containsKey(key)) {
          tried.add(key);
        }
      }
      for (KeyCause cause : KeyCause.all(matrix, figures)) {
        if (worthWeighing(cause, seen)) {
          causes.add(cause);
        }
      }
      makes = new int[causes.size()][tried.size()];
      for (int c = 0; c < causes.size(); c++) {
        for (int k = 0; k < tried.size(); k++) {
          makes[c][k] = causes.get(c).makes().get(matrix.keys().indexOf(tried.get(k))).ordinal();
        }
      }
      likely = new double[tried.size()][STATES];
      own = new double[tried.size()][STATES];
      ownShare = new double[tried.size()];
      causeShare = new double[causes.size()];
      for (int k = 0; k < tried.size(); k++) {
        likelihood(k, Objects.requireNonNull(seen.states().get(tried.get(k))), figures);
      }
    }

    /** What touches keys that were tried and nothing but keys that work explains nothing. */
    private boolean worthWeighing(KeyCause cause, KeysSeen seen) {
      boolean touchesTried = false;
      for (int i = 0; i < matrix.keys().size(); i++) {
        KeyState state = seen.states().get(matrix.keys().get(i));
        if (state != null && cause.makes().get(i) != KeyState.WORKS) {
          touchesTried = true;
          if (state != KeyState.WORKS) {
            return true;
          }
        }
      }
      return !touchesTried && !tried.isEmpty();
    }

    private void likelihood(int k, KeyState shown, KeyFigures figures) {
      double dead = figures.chance("key dead");
      double dirty = figures.chance("key dirty");
      double held = figures.chance("key held");
      for (KeyState made : KeyState.values()) {
        double sound = (1 - dead - dirty - held) * shown(made, shown, figures);
        double bad =
            dead * shown(later(made, KeyState.DEAD), shown, figures)
                + dirty * shown(later(made, KeyState.DOUBTFUL), shown, figures)
                + held * shown(later(made, KeyState.ALWAYS), shown, figures);
        likely[k][made.ordinal()] = sound + bad;
        own[k][made.ordinal()] = bad;
      }
    }

    private static KeyState later(KeyState one, KeyState other) {
      return one.compareTo(other) >= 0 ? one : other;
    }

    private static double shown(KeyState is, KeyState seems, KeyFigures figures) {
      return figures.shown().getOrDefault(is, Map.of()).getOrDefault(seems, 0.0);
    }

    KeyDiagnosis diagnosis() {
      int[] none = new int[tried.size()];
      weigh(new int[0], none, 1);
      for (int a = 0; a < causes.size(); a++) {
        int[] withA = combined(none, a);
        double oddsA = causes.get(a).odds();
        weigh(new int[] {a}, withA, oddsA);
        for (int b = a + 1; b < causes.size(); b++) {
          int[] withB = combined(withA, b);
          double oddsB = oddsA * causes.get(b).odds();
          weigh(new int[] {a, b}, withB, oddsB);
          for (int c = b + 1; c < causes.size(); c++) {
            weighThird(a, b, c, withB, oddsB * causes.get(c).odds());
          }
        }
      }
      return told();
    }

    private int[] combined(int[] states, int cause) {
      int[] next = new int[states.length];
      for (int k = 0; k < next.length; k++) {
        next[k] = Math.max(states[k], makes[cause][k]);
      }
      return next;
    }

    private void weighThird(int a, int b, int c, int[] withB, double odds) {
      double weight = odds;
      double least = all * NEGLIGIBLE;
      int[] made = makes[c];
      for (int k = 0; k < made.length; k++) {
        weight *= likely[k][Math.max(withB[k], made[k])];
        if (weight < least) {
          // Too light to matter in any sum that is told.
          return;
        }
      }
      weigh(new int[] {a, b, c}, combined(withB, c), odds);
    }

    private void weigh(int[] set, int[] states, double odds) {
      double weight = odds;
      for (int k = 0; k < states.length; k++) {
        weight *= likely[k][states[k]];
      }
      all += weight;
      for (int cause : set) {
        causeShare[cause] += weight;
      }
      for (int k = 0; k < states.length; k++) {
        ownShare[k] += weight * own[k][states[k]] / likely[k][states[k]];
      }
      boolean heavy = heaviest.size() < MOST_SETS || weight > heaviest.getLast().weight();
      if (heavy && isLeast(set, states)) {
        heaviest.add(new Weighed(set, weight));
        heaviest.sort(Comparator.comparingDouble((Weighed w) -> -w.weight()));
        if (heaviest.size() > MOST_SETS) {
          heaviest.removeLast();
        }
      }
    }

    /** Whether every fault of a set makes something of some key that the others do not. */
    private boolean isLeast(int[] set, int[] states) {
      for (int left : set) {
        int[] others = new int[states.length];
        for (int cause : set) {
          others = cause == left ? others : combined(others, cause);
        }
        if (Arrays.equals(others, states)) {
          return false;
        }
      }
      return true;
    }

    private KeyDiagnosis told() {
      List<Explanation> sets = new ArrayList<>();
      for (Weighed w : heaviest) {
        if (w.weight() < WORTH_NAMING / 2 * all) {
          continue;
        }
        List<String> words = new ArrayList<>();
        for (int cause : w.set()) {
          words.add(causes.get(cause).words(matrix));
        }
        sets.add(new Explanation(words, w.weight() / all));
      }
      List<Suspected> lines = new ArrayList<>();
      for (int c = 0; c < causes.size(); c++) {
        double share = causeShare[c] / all;
        if (share >= WORTH_NAMING) {
          lines.add(new Suspected(causes.get(c), causes.get(c).words(matrix), share));
        }
      }
      lines.sort(Comparator.comparingDouble((Suspected s) -> -s.probability()));
      List<OwnFault> keys = new ArrayList<>();
      for (int k = 0; k < tried.size(); k++) {
        double share = ownShare[k] / all;
        if (share >= KEY_WORTH_NAMING) {
          keys.add(new OwnFault(tried.get(k), share));
        }
      }
      keys.sort(Comparator.comparingDouble((OwnFault o) -> -o.probability()));
      return new KeyDiagnosis(sets, lines, keys);
    }
  }
}
