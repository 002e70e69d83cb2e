package raconteur.core.buzz;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * How often guesses of a kind came true on this board: a mean of what was guessed beforehand and
 * what was met, in two levels, so that what holds between two parts counts most and what holds
 * between parts of their kinds helps where nothing was met yet. The means of a beta-binomial model
 * with the upper level as the lower one's prior.
 */
final class Learnt {
  /** How many touches a guess made beforehand is worth, on the upper and the lower level. */
  private static final double UPPER_WORTH = 4;

  private static final double LOWER_WORTH = 1.5;

  private final Map<String, Integer> numbers = new HashMap<>();
  private final List<Tally> tallies = new ArrayList<>();

  /** A kind of guess: its number, for {@link #chance} and {@link #met}. */
  private static final class Tally {
    private final int above;
    private final double before;
    private double joined;
    private double tried;

    Tally(int above, double before) {
      this.above = above;
      this.before = before;
    }
  }

  /** The number of a kind of guess by itself, with the chance it is given beforehand. */
  int kind(String name, double before) {
    return numbers.computeIfAbsent(name, _ -> added(new Tally(-1, before)));
  }

  /** The number of a kind of guess that is a case of another. */
  int kind(String name, int above) {
    return numbers.computeIfAbsent(name, _ -> added(new Tally(above, 0)));
  }

  private int added(Tally tally) {
    tallies.add(tally);
    return tallies.size() - 1;
  }

  /** The chance that a guess of this kind comes true. */
  double chance(int kind) {
    Tally tally = tallies.get(kind);
    return tally.above < 0
        ? (tally.before * UPPER_WORTH + tally.joined) / (UPPER_WORTH + tally.tried)
        : (chance(tally.above) * LOWER_WORTH + tally.joined) / (LOWER_WORTH + tally.tried);
  }

  /**
   * One touch told of guesses of these kinds: each of them, and each kind above one of them, has
   * met it once, however many pins hang on the two that were touched.
   */
  void met(Set<Integer> kinds, boolean joined) {
    Set<Integer> all = new HashSet<>();
    for (int kind : kinds) {
      for (int each = kind; each >= 0; each = tallies.get(each).above) {
        all.add(each);
      }
    }
    for (int kind : all) {
      Tally tally = tallies.get(kind);
      tally.tried++;
      tally.joined += joined ? 1 : 0;
    }
  }
}
