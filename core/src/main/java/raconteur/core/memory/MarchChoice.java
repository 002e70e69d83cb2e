package raconteur.core.memory;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.bench.march.FaultyMemory;
import raconteur.core.bench.march.MarchTest;
import raconteur.core.bench.march.MemoryFault;

/**
 * Which march test finds which kind of fault: worked out by planting every fault of a kind in a
 * memory of {@value #CELLS} cells that may hold anything at first. Which of them a test finds all
 * of is published (van de Goor 1991 and 1993, see {@link raconteur.core.bench.march}).
 */
public final class MarchChoice {
  private static final int CELLS = 5;
  private static final boolean[] BOTH = {false, true};

  private static final List<MarchTest> TESTS =
      List.of(
          MarchTest.SCAN,
          MarchTest.MATS,
          MarchTest.MATS_PLUS,
          MarchTest.MATS_PLUS_PLUS,
          MarchTest.MARCH_X,
          MarchTest.MARCH_Y,
          MarchTest.MARCH_C_MINUS,
          MarchTest.MARCH_A,
          MarchTest.MARCH_B,
          MarchTest.MARCH_G);

  /** Kinds of faults, by van de Goor's names. */
  public enum Kind {
    STUCK("a cell holds one level"),
    TRANSITION("a cell cannot rise, or cannot fall"),
    ADDRESS("an address reaches no cell, another or several"),
    INVERSION("a change of one cell turns another over"),
    SETTING("a change of one cell sets another"),
    HOLDING("while one cell is at a level another is held"),
    RETENTION("a cell loses what it holds when it is left alone");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * What a test finds.
   *
   * @param share of the faults of each kind that it finds whatever the memory held
   */
  public record Row(MarchTest test, Map<Kind, Double> share) {
    public Row {
      share = Map.copyOf(share);
    }

    /** Whether no fault of a kind escapes it. */
    public boolean findsAll(Kind kind) {
      return share.getOrDefault(kind, 0.0) == 1;
    }

    /** What it takes, in seconds, with a pause of so many at each wait. */
    public double seconds(long words, double nanosPerAccess, double pauseSeconds) {
      return words * (double) test.operationsPerAddress() * nanosPerAccess * 1e-9
          + test.waits() * pauseSeconds;
    }
  }

  private static final class Holder {
    static final List<Row> ROWS = TESTS.stream().map(MarchChoice::row).toList();
  }

  private MarchChoice() {}

  /** Every test, the shortest first. */
  public static List<Row> rows() {
    return Holder.ROWS;
  }

  private static Row row(MarchTest test) {
    Map<Kind, Double> share = new EnumMap<>(Kind.class);
    for (Kind kind : Kind.values()) {
      List<MemoryFault> faults = faults(kind);
      share.put(kind, faults.stream().filter(f -> finds(test, f)).count() / (double) faults.size());
    }
    return new Row(test, share);
  }

  private static boolean finds(MarchTest test, MemoryFault fault) {
    for (long held = 0; held < 1 << CELLS; held++) {
      BitSet contents = BitSet.valueOf(new long[] {held});
      if (!test.finds(new FaultyMemory(CELLS, contents, Optional.of(fault)))) {
        return false;
      }
    }
    return true;
  }

  /** All faults of a kind. */
  static List<MemoryFault> faults(Kind kind) {
    List<MemoryFault> all = new ArrayList<>();
    for (int i = 0; i < CELLS; i++) {
      if (kind == Kind.ADDRESS) {
        all.add(new MemoryFault.Address(i, List.of()));
      }
      for (boolean one : BOTH) {
        switch (kind) {
          case STUCK -> all.add(new MemoryFault.StuckAt(i, one));
          case TRANSITION -> all.add(new MemoryFault.Transition(i, one));
          case RETENTION -> all.add(new MemoryFault.Leaks(i, one));
          case ADDRESS, INVERSION, SETTING, HOLDING -> pairs(kind, i, one, all);
        }
      }
    }
    return all;
  }

  private static void pairs(Kind kind, int from, boolean rises, List<MemoryFault> all) {
    for (int to = 0; to < CELLS; to++) {
      if (to == from) {
        continue;
      }
      if (kind == Kind.ADDRESS) {
        all.add(new MemoryFault.Address(from, rises ? List.of(to) : List.of(from, to)));
      } else if (kind == Kind.INVERSION) {
        all.add(new MemoryFault.Inverts(from, rises, to));
      } else {
        for (boolean one : BOTH) {
          all.add(
              kind == Kind.SETTING
                  ? new MemoryFault.Sets(from, rises, to, one)
                  : new MemoryFault.Holds(from, rises, to, one));
        }
      }
    }
  }

  /** The test with the fewest operations that no fault of these kinds escapes; empty for none. */
  public static Optional<Row> shortestFor(Set<Kind> kinds) {
    return rows().stream()
        .filter(row -> kinds.stream().allMatch(row::findsAll))
        .min(
            Comparator.comparingInt((Row r) -> r.test().operationsPerAddress())
                .thenComparingInt(r -> r.test().waits()));
  }

  /**
   * Tests to make in turn.
   *
   * @param rows the shortest first; the first that fails leaves the kinds those before it do not
   *     find for certain
   * @param alike kinds these tests cannot tell apart, each group named once
   */
  public record Telling(List<Row> rows, List<Set<Kind>> alike) {
    public Telling {
      rows = List.copyOf(rows);
      alike = List.copyOf(alike);
    }

    /** Reads and writes an address, all tests together. */
    public int operationsPerAddress() {
      return rows.stream().mapToInt(r -> r.test().operationsPerAddress()).sum();
    }
  }

  /**
   * The shortest sequence of tests that tells kinds apart as far as any do: of two kinds some test
   * finds all of the one and not all of the other. All subsets are tried.
   */
  public static Telling telling(Set<Kind> kinds) {
    List<Row> best = List.of();
    int mostPairs = -1;
    int least = Integer.MAX_VALUE;
    for (int chosen = 0; chosen < 1 << rows().size(); chosen++) {
      List<Row> subset = new ArrayList<>();
      for (int i = 0; i < rows().size(); i++) {
        if ((chosen >> i & 1) == 1) {
          subset.add(rows().get(i));
        }
      }
      int told = pairsTold(subset, kinds);
      int cost = subset.stream().mapToInt(r -> r.test().operationsPerAddress()).sum();
      if (told > mostPairs || (told == mostPairs && cost < least)) {
        mostPairs = told;
        least = cost;
        best = subset;
      }
    }
    List<Row> inOrder =
        best.stream()
            .sorted(Comparator.comparingInt(r -> r.test().operationsPerAddress()))
            .toList();
    return new Telling(inOrder, alike(inOrder, kinds));
  }

  private static int pairsTold(List<Row> rows, Set<Kind> kinds) {
    int told = 0;
    for (Kind one : kinds) {
      for (Kind other : kinds) {
        if (one.compareTo(other) < 0
            && rows.stream().anyMatch(r -> r.findsAll(one) != r.findsAll(other))) {
          told++;
        }
      }
    }
    return told;
  }

  private static List<Set<Kind>> alike(List<Row> rows, Set<Kind> kinds) {
    List<Set<Kind>> groups = new ArrayList<>();
    Set<Kind> seen = EnumSet.noneOf(Kind.class);
    for (Kind one : kinds) {
      if (seen.add(one)) {
        Set<Kind> same = EnumSet.of(one);
        for (Kind other : kinds) {
          if (rows.stream().allMatch(r -> r.findsAll(one) == r.findsAll(other))) {
            same.add(other);
          }
        }
        seen.addAll(same);
        if (same.size() > 1) {
          groups.add(same);
        }
      }
    }
    return groups;
  }
}
