package raconteur.core.memory;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * The shortest way to say which addresses of a memory fail: everything, where an address line is
 * so, a row, a column, cells. A region is taken where naming it and saying which of its places fail
 * needs fewer bits than saying where they are among all that were tested (minimum description
 * length; Rissanen 1978, doi:10.1016/0005-1098(78)90005-5, from memory): k places among m take
 * about m times the entropy of k/m. So a row of which a pattern shows a third is a row.
 *
 * <p>A region that fails in several bits is said once, of what they share.
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
   * @param explained how many failing places it says, in all its bits
   * @param spoilt how many places of it failed in none of them
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
    List<BitSet> open = fails.failing().stream().map(b -> (BitSet) b.clone()).toList();
    Set<Region> found = new LinkedHashSet<>();
    Map<Region, Set<Integer>> bitsOf = new HashMap<>();
    BitSet told = new BitSet();
    for (Region line : sharedLines(open)) {
      for (int bit = 0; bit < open.size(); bit++) {
        if (open.get(bit).intersects(in(line))) {
          add(found, bitsOf, line, bit);
        }
      }
      told.or(in(line));
    }
    int left = 0;
    for (int bit = 0; bit < open.size(); bit++) {
      BitSet here = open.get(bit);
      BitSet toldHere = (BitSet) told.clone();
      here.andNot(toldHere);
      for (int taken = 0; taken < MOST_REGIONS && !here.isEmpty(); taken++) {
        Region best = best(here, toldHere);
        add(found, bitsOf, best, bit);
        toldHere.or(in(best));
        here.andNot(toldHere);
      }
      left += here.cardinality();
    }
    List<Part> parts =
        found.stream()
            .map(region -> part(region, Objects.requireNonNull(bitsOf.get(region))))
            .sorted(
                Comparator.comparingInt((Part p) -> -p.explained())
                    .thenComparing(p -> p.bits().getFirst()))
            .toList();
    return new Result(parts, left);
  }

  private static void add(
      Set<Region> found, Map<Region, Set<Integer>> bitsOf, Region region, int bit) {
    found.add(region);
    bitsOf.computeIfAbsent(region, _ -> new TreeSet<>()).add(bit);
  }

  private Part part(Region region, Set<Integer> bits) {
    BitSet places = (BitSet) in(region).clone();
    places.and(fails.tested());
    BitSet good = (BitSet) places.clone();
    int explained = 0;
    for (int bit : bits) {
      BitSet failing = (BitSet) fails.failing().get(bit).clone();
      failing.and(places);
      explained += failing.cardinality();
      good.andNot(failing);
    }
    return new Part(List.copyOf(bits), region, explained, good.cardinality());
  }

  /**
   * Lines that take a word with all its bits: a pattern shows each bit other places of them, but
   * hardly a word of them reads right. Sought before any bit is looked at by itself.
   */
  private List<Region> sharedLines(List<BitSet> failing) {
    List<Region> lines = new ArrayList<>();
    BitSet open = new BitSet();
    failing.forEach(open::or);
    BitSet told = new BitSet();
    while (lines.size() < MOST_REGIONS) {
      Optional<Saving> line =
          savings(open, told)
              .filter(s -> isLine(s.region()) && 4 * s.explained() > 3 * s.places())
              .filter(s -> failing.stream().filter(b -> b.intersects(in(s.region()))).count() > 1)
              .max(Comparator.comparingDouble(Saving::bits));
      if (line.isEmpty()) {
        break;
      }
      lines.add(line.get().region());
      told.or(in(line.get().region()));
      open.andNot(told);
    }
    return lines;
  }

  private static boolean isLine(Region region) {
    return region instanceof Region.Half || region instanceof Region.FoldedPin;
  }

  /** What says most of what is still open in fewest bits; a single cell where nothing does. */
  private Region best(BitSet open, BitSet told) {
    BitSet looked = looked(told);
    if (open.cardinality() == looked.cardinality()) {
      return new Region.All();
    }
    // Half a memory in which little fails is no line; a row of which little shows is a row.
    return savings(open, told)
        .filter(s -> !isLine(s.region()) || 4 * s.explained() > s.places())
        .max(Comparator.comparingDouble(Saving::bits))
        .map(Saving::region)
        .orElseGet(
            () ->
                2 * open.cardinality() > looked.cardinality()
                    ? new Region.All()
                    : new Region.Cell(open.nextSetBit(0)));
  }

  private BitSet looked(BitSet told) {
    BitSet looked = (BitSet) fails.tested().clone();
    looked.andNot(told);
    return looked;
  }

  /** How many bits a region saves, and how many of its places fail. */
  private record Saving(Region region, double bits, int explained, int places) {}

  private Stream<Saving> savings(BitSet open, BitSet told) {
    if (open.isEmpty()) {
      return Stream.empty();
    }
    BitSet looked = looked(told);
    int all = looked.cardinality();
    int failing = open.cardinality();
    return candidates(open).stream()
        .map(
            region -> {
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
              return new Saving(region, saved, explained, places);
            })
        .filter(saving -> saving.bits() > 0);
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
