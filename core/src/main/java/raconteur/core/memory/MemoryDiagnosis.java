package raconteur.core.memory;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The shortest way to say which addresses of a memory fail: everything, where an address line is
 * so, a row, a column, cells. A region is taken where naming it and saying which of its places fail
 * needs fewer bits than saying where they are among all that were tested (minimum description
 * length; Rissanen 1978, doi:10.1016/0005-1098(78)90005-5, from memory): k places among m take
 * about m times the entropy of k/m. So a row of which a pattern shows a third is a row.
 *
 * <p>What fails alike in several bits is said once, of what they share.
 *
 * <p>Cost: for each bit O(r · w / 64) for r rows, columns and lines and w words, once for every
 * region that is taken.
 */
public final class MemoryDiagnosis {
  private static final int MOST_REGIONS = 12;

  /** Kinds of regions to choose from. */
  private static final double KIND_BITS = Math.log(6) / Math.log(2);

  private final MemoryFails fails;
  private final Map<Region, BitSet> addresses = new HashMap<>();

  /**
   * What fails together.
   *
   * @param bits the bits of the word it is true of; all of them where it is shared
   * @param explained how many failing words it says, counted once
   * @param spoilt how many good ones it would take wrongly
   */
  public record Part(List<Integer> bits, Region region, int explained, int spoilt) {
    public Part {
      bits = List.copyOf(bits);
    }

    /** In a sentence without its full stop. */
    public String words(MemoryShape shape) {
      boolean shared = bits.size() > 1;
      String what =
          shared
              ? bits.size() == shape.bits() ? "every bit" : "bits " + joined()
              : "bit " + bits.getFirst();
      return what
          + " fails "
          + region.words(shape)
          + (shared ? "; what these bits share, before any one chip" : "");
    }

    private String joined() {
      return String.join(" ", bits.stream().map(String::valueOf).toList());
    }
  }

  /**
   * What it comes to.
   *
   * @param parts what explains most first
   * @param left failing places nothing short says: single cells beyond {@value #MOST_REGIONS}
   */
  public record Result(List<Part> parts, int left) {
    public Result {
      parts = List.copyOf(parts);
    }
  }

  private MemoryDiagnosis(MemoryFails fails) {
    this.fails = fails;
  }

  /** What the fails of a memory come to. */
  public static Result of(MemoryFails fails) {
    return new MemoryDiagnosis(fails).result();
  }

  private Result result() {
    Map<BitSet, List<Integer>> alike = new LinkedHashMap<>();
    for (int bit = 0; bit < fails.failing().size(); bit++) {
      BitSet failing = fails.failing().get(bit);
      if (!failing.isEmpty()) {
        alike.computeIfAbsent(failing, _ -> new ArrayList<>()).add(bit);
      }
    }
    List<Part> parts = new ArrayList<>();
    int left = 0;
    for (Map.Entry<BitSet, List<Integer>> group : alike.entrySet()) {
      BitSet open = (BitSet) group.getKey().clone();
      BitSet told = new BitSet();
      for (int taken = 0; taken < MOST_REGIONS && !open.isEmpty(); taken++) {
        Part best = best(group.getValue(), open, told);
        parts.add(best);
        told.or(in(best.region()));
        open.andNot(told);
      }
      left += open.cardinality() * group.getValue().size();
    }
    parts.sort(
        Comparator.comparingInt((Part p) -> -p.explained() * p.bits().size())
            .thenComparing(p -> p.bits().getFirst()));
    return new Result(parts, left);
  }

  /** What says most of what is still open in fewest bits; a single cell where nothing does. */
  private Part best(List<Integer> bits, BitSet open, BitSet told) {
    BitSet looked = (BitSet) fails.tested().clone();
    looked.andNot(told);
    int all = looked.cardinality();
    int failing = open.cardinality();
    Part everywhere = new Part(bits, new Region.All(), failing, all - failing);
    if (failing == all) {
      return everywhere;
    }
    Part best =
        2 * failing > all ? everywhere : new Part(bits, new Region.Cell(open.nextSetBit(0)), 1, 0);
    double most = 0;
    for (Region region : candidates(open)) {
      BitSet here = (BitSet) in(region).clone();
      here.and(looked);
      int places = here.cardinality();
      here.and(open);
      int explained = here.cardinality();
      double saved =
          bitsToSay(failing, all)
              - bitsToSay(explained, places)
              - bitsToSay(failing - explained, all - places)
              - region.nameBits(fails.shape())
              - KIND_BITS;
      // Half a memory in which little fails is no line; a row of which little shows is a row.
      boolean line = region instanceof Region.Half || region instanceof Region.FoldedPin;
      if (saved > most && (!line || 4 * explained > places)) {
        most = saved;
        best = new Part(bits, region, explained, places - explained);
      }
    }
    return best;
  }

  /** About how many bits say which of some places it is; and how many of them there are. */
  private static double bitsToSay(int chosen, int places) {
    if (chosen == 0 || chosen == places) {
      return 1;
    }
    double p = (double) chosen / places;
    return places * -(p * log2(p) + (1 - p) * log2(1 - p)) + log2(places);
  }

  private static double log2(double value) {
    return Math.log(value) / Math.log(2);
  }

  private BitSet in(Region region) {
    return addresses.computeIfAbsent(region, r -> r.addresses(fails.shape()));
  }

  /** Every line, and the row and the column that fail most. */
  private List<Region> candidates(BitSet open) {
    MemoryShape shape = fails.shape();
    List<Region> all = new ArrayList<>();
    for (boolean one : new boolean[] {false, true}) {
      for (int bit = 0; bit < shape.addressBits(); bit++) {
        all.add(new Region.Half(bit, one));
      }
      for (int pin = 0; shape.shared() && pin < shape.rowBits(); pin++) {
        all.add(new Region.FoldedPin(pin, one));
      }
    }
    if (shape.rowBits() > 0) {
      int[] rows = new int[1 << shape.rowBits()];
      int[] columns = new int[1 << (shape.addressBits() - shape.rowBits())];
      open.stream()
          .forEach(
              a -> {
                rows[a & (rows.length - 1)]++;
                columns[a >> shape.rowBits()]++;
              });
      most(rows).ifPresent(row -> all.add(new Region.Row(row)));
      most(columns).ifPresent(column -> all.add(new Region.Column(column)));
    }
    return all;
  }

  private static Optional<Integer> most(int[] counts) {
    int most = 0;
    for (int i = 1; i < counts.length; i++) {
      most = counts[i] > counts[most] ? i : most;
    }
    return counts[most] > 1 ? Optional.of(most) : Optional.empty();
  }
}
