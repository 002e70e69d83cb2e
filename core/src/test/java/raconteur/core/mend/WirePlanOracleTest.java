package raconteur.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Place;

/**
 * Wires for nets cut at random places, held against every tree there is: all labelled trees of the
 * pieces by their Prüfer sequences (Prüfer 1918; there are n to the n − 2, Cayley 1889), and
 * against Prim's algorithm (1957), which is not the one the plan uses.
 */
class WirePlanOracleTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  /** A pin that has a wire already is preferred up to this much more length. */
  private static final double SLACK = 1.25;

  private static double apart(PinRef a, PinRef b) {
    Outline.Point p = Outline.pinOnBoard(BOARD.part(a.part()).orElseThrow(), a.number());
    Outline.Point q = Outline.pinOnBoard(BOARD.part(b.part()).orElseThrow(), b.number());
    return Math.hypot(p.x() - q.x(), p.y() - q.y());
  }

  private static double[][] distances(List<List<PinRef>> pieces) {
    double[][] apart = new double[pieces.size()][pieces.size()];
    for (int i = 0; i < pieces.size(); i++) {
      for (int j = 0; j < pieces.size(); j++) {
        double nearest = Double.MAX_VALUE;
        for (PinRef a : pieces.get(i)) {
          for (PinRef b : pieces.get(j)) {
            nearest = Math.min(nearest, apart(a, b));
          }
        }
        apart[i][j] = nearest;
      }
    }
    return apart;
  }

  /** The length of the tree that a Prüfer sequence stands for. */
  private static double length(int[] sequence, double[][] apart) {
    int n = sequence.length + 2;
    int[] degree = new int[n];
    Arrays.fill(degree, 1);
    for (int label : sequence) {
      degree[label]++;
    }
    double sum = 0;
    for (int label : sequence) {
      int leaf = 0;
      while (degree[leaf] != 1) {
        leaf++;
      }
      sum += apart[leaf][label];
      degree[leaf] = 0;
      degree[label]--;
    }
    List<Integer> last = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      if (degree[i] == 1) {
        last.add(i);
      }
    }
    return sum + apart[last.get(0)][last.get(1)];
  }

  private static double shortestOfAll(double[][] apart) {
    int n = apart.length;
    int[] sequence = new int[n - 2];
    double shortest = Double.MAX_VALUE;
    for (long code = 0; code < Math.round(Math.pow(n, n - 2)); code++) {
      long rest = code;
      for (int i = 0; i < sequence.length; i++) {
        sequence[i] = (int) (rest % n);
        rest /= n;
      }
      shortest = Math.min(shortest, length(sequence, apart));
    }
    return shortest;
  }

  private static double prim(double[][] apart) {
    int n = apart.length;
    boolean[] in = new boolean[n];
    double[] reach = new double[n];
    Arrays.fill(reach, Double.MAX_VALUE);
    reach[0] = 0;
    double sum = 0;
    for (int step = 0; step < n; step++) {
      int next = -1;
      for (int i = 0; i < n; i++) {
        if (!in[i] && (next < 0 || reach[i] < reach[next])) {
          next = i;
        }
      }
      in[next] = true;
      sum += reach[next];
      for (int i = 0; i < n; i++) {
        reach[i] = Math.min(reach[i], apart[next][i]);
      }
    }
    return sum;
  }

  /** How many pieces are left once the wires are in. */
  private static int left(List<List<PinRef>> pieces, List<WirePlan.Wire> wires) {
    int[] at = new int[pieces.size()];
    for (int i = 0; i < at.length; i++) {
      at[i] = i;
    }
    for (WirePlan.Wire wire : wires) {
      int one = at[piece(pieces, wire.from())];
      int other = at[piece(pieces, wire.to())];
      for (int i = 0; i < at.length; i++) {
        at[i] = at[i] == one ? other : at[i];
      }
    }
    return (int) Arrays.stream(at).distinct().count();
  }

  private static int piece(List<List<PinRef>> pieces, PinRef pin) {
    for (int i = 0; i < pieces.size(); i++) {
      if (pieces.get(i).contains(pin)) {
        return i;
      }
    }
    throw new AssertionError(pin + " is in no piece");
  }

  @Test
  void noTreeOfThePiecesIsShorter() {
    SplittableRandom dice = new SplittableRandom(11);
    List<Net> nets = BOARD.nets().stream().filter(n -> n.path().size() >= 5).toList();
    int tried = 0;
    for (int round = 0; round < 300; round++) {
      Net net = nets.get(dice.nextInt(nets.size()));
      TreeSet<Integer> at = new TreeSet<>();
      int cuts = 2 + dice.nextInt(3);
      while (at.size() < cuts) {
        at.add(1 + dice.nextInt(net.path().size() - 1));
      }
      List<Place.Segment> segments =
          at.stream()
              .map(i -> new Place.Segment(net.name(), net.path().get(i - 1), net.path().get(i)))
              .toList();
      List<List<PinRef>> pieces = WirePlan.pieces(net, segments);
      WirePlan plan = WirePlan.of(BOARD, segments);
      if (!plan.unplaced().isEmpty()) {
        continue;
      }
      tried++;
      double[][] apart = distances(pieces);
      double shortest = shortestOfAll(apart);
      assertThat(prim(apart)).as("two oracles").isCloseTo(shortest, within(1e-6));
      assertThat(plan.wires()).as(net.name()).hasSize(pieces.size() - 1);
      assertThat(left(pieces, plan.wires())).as(net.name()).isEqualTo(1);
      assertThat(plan.millimetres())
          .as(net.name())
          .isGreaterThanOrEqualTo(shortest - 1e-6)
          .isLessThanOrEqualTo(SLACK * shortest + 1e-6);
    }
    assertThat(tried).isGreaterThan(200);
  }
}
