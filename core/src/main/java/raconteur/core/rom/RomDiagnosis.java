package raconteur.core.rom;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.rom.RomCause.Line;

/**
 * Why a ROM reads otherwise than it should. Every way its address lines may be wrong, alone and two
 * at a time, is tried with the way each data line would then best be explained; what explains the
 * most differing bytes with the fewest causes comes first.
 *
 * <p>Cost: some thousand trials, each linear in at most {@value #MOST_SAMPLES} bytes; what leads is
 * counted over all of them.
 */
public final class RomDiagnosis {
  /** Of a larger image so many bytes are looked at while causes are sought. */
  static final int MOST_SAMPLES = 1 << 13;

  /** What is clearly worse by so many is not looked at more closely. */
  private static final int FEW_SAMPLES = 1 << 10;

  private static final int WIDTH = 8;
  private static final int MOST_EXPLANATIONS = 5;
  private static final int PAIRED = 6;
  private static final int LOOKED_AT_CLOSELY = 40;

  /** A further cause has to explain at least this share of what differs. */
  private static final double WORTH_A_CAUSE = 0.04;

  /** What a cause has to beat to be spoken of. */
  private static final double EXPLAINS = 0.5;

  private static final double FEW_BITS = 0.02;
  private static final double ONE_WAY = 0.9;

  private final byte[] wanted;
  private final byte[] read;
  private final int addressBits;
  private final Sample fine;
  private final Sample coarse;

  /**
   * One explanation.
   *
   * @param causes all of which are there at once; none where nothing is wrong
   * @param explained how many of the differing bytes they make
   * @param differing how many differ
   * @param spoilt how many bytes are right that they would make wrong
   */
  public record Explanation(List<RomCause> causes, int explained, int differing, int spoilt) {
    public Explanation {
      causes = List.copyOf(causes);
    }

    /** Of what differs, 1 for all of it. */
    public double share() {
      return differing == 0 ? 1 : Math.max(0, explained - spoilt) / (double) differing;
    }

    private double judged() {
      // Rot explains anything that is rare: a line that explains as much comes before it.
      boolean rot = causes.stream().anyMatch(c -> c instanceof RomCause.BitRot);
      return share() - WORTH_A_CAUSE * causes.size() - (rot ? 2 * WORTH_A_CAUSE : 0);
    }
  }

  /**
   * What came of it.
   *
   * @param differing bytes
   * @param flips how often each data bit reads high for low, then low for high
   * @param notes on sizes and halves, each a sentence
   * @param explanations the best first; one without causes where nothing differs
   */
  public record Result(
      int bytes,
      int differing,
      List<int[]> flips,
      List<String> notes,
      List<Explanation> explanations) {
    public Result {
      flips = flips.stream().map(int[]::clone).toList();
      notes = List.copyOf(notes);
      explanations = List.copyOf(explanations);
    }
  }

  private RomDiagnosis(byte[] wanted, byte[] read) {
    this.wanted = wanted;
    this.read = read;
    addressBits = 31 - Integer.numberOfLeadingZeros(Math.max(1, wanted.length));
    fine = sample(MOST_SAMPLES);
    coarse = sample(FEW_SAMPLES);
  }

  /** Explains a reading by what should be there; sizes may differ by a whole power of two. */
  public static Result of(byte[] wanted, byte[] read) {
    List<String> notes = new ArrayList<>();
    byte[] right = wanted;
    byte[] got = read;
    while (got.length >= 2 * right.length && got.length % 2 == 0) {
      byte[] low = Arrays.copyOf(got, got.length / 2);
      byte[] high = Arrays.copyOfRange(got, got.length / 2, got.length);
      notes.add(
          Arrays.equals(low, high)
              ? "The reading holds its first half twice; one half is compared."
              : "The reading is twice as long as what should be there; the half that is nearer to"
                  + " it is compared.");
      got = nearer(low, high, right);
    }
    while (right.length >= 2 * got.length && right.length % 2 == 0) {
      byte[] low = Arrays.copyOf(right, right.length / 2);
      byte[] high = Arrays.copyOfRange(right, right.length / 2, right.length);
      boolean upper = same(high, got) > same(low, got);
      notes.add(
          "The reading is half as long as what should be there; it is compared with the "
              + (upper ? "upper" : "lower")
              + " half. Was the programmer set to a smaller part?");
      right = upper ? high : low;
    }
    if (right.length != got.length) {
      int length = Math.min(right.length, got.length);
      notes.add("The sizes differ; the first " + length + " bytes are compared.");
      right = Arrays.copyOf(right, length);
      got = Arrays.copyOf(got, length);
    }
    return new RomDiagnosis(right, got).result(notes);
  }

  private static byte[] nearer(byte[] one, byte[] other, byte[] to) {
    return same(other, to) > same(one, to) ? other : one;
  }

  private static int same(byte[] one, byte[] other) {
    int same = 0;
    for (int i = 0; i < Math.min(one.length, other.length); i++) {
      if (one[i] == other[i]) {
        same++;
      }
    }
    return same;
  }

  private Result result(List<String> notes) {
    List<int[]> flips = new ArrayList<>();
    for (int bit = 0; bit < WIDTH; bit++) {
      int[] ways = new int[2];
      for (int a = 0; a < read.length; a++) {
        int should = (wanted[a] >> bit) & 1;
        if (((read[a] >> bit) & 1) != should) {
          ways[should]++;
        }
      }
      flips.add(ways);
    }
    int differing = read.length - same(wanted, read);
    return new Result(read.length, differing, flips, notes, explanations(differing, flips));
  }

  private List<Explanation> explanations(int differing, List<int[]> flips) {
    if (differing == 0) {
      return List.of(new Explanation(List.of(), 0, 0, 0));
    }
    List<Explanation> all = new ArrayList<>();
    if (isConstant(read) && !isConstant(wanted)) {
      all.add(
          new Explanation(List.of(new RomCause.Silent(read[0] & 0xFF)), differing, differing, 0));
    } else {
      all.addAll(byLines(differing));
    }
    rot(differing, flips, all);
    all.sort(Comparator.comparingDouble(Explanation::judged).reversed());
    List<Explanation> told =
        new ArrayList<>(
            all.stream().filter(e -> e.share() >= EXPLAINS).limit(MOST_EXPLANATIONS).toList());
    if (told.isEmpty()) {
      double same = (read.length - differing) / (double) read.length;
      told.add(new Explanation(List.of(new RomCause.OtherContents(same)), differing, differing, 0));
    }
    return told;
  }

  private static boolean isConstant(byte[] image) {
    for (byte b : image) {
      if (b != image[0]) {
        return false;
      }
    }
    return true;
  }

  /** Few bits, nearly all gone one way: cells. */
  private void rot(int differing, List<int[]> flips, List<Explanation> all) {
    int toHigh = flips.stream().mapToInt(f -> f[0]).sum();
    int toLow = flips.stream().mapToInt(f -> f[1]).sum();
    int bits = toHigh + toLow;
    if (bits <= FEW_BITS * WIDTH * read.length && Math.max(toHigh, toLow) >= ONE_WAY * bits) {
      boolean high = toHigh > toLow;
      int explained = 0;
      for (int a = 0; a < read.length; a++) {
        int gone = high ? wanted[a] & ~read[a] : read[a] & ~wanted[a];
        explained += wanted[a] != read[a] && (gone & 0xFF) == 0 ? 1 : 0;
      }
      all.add(
          new Explanation(
              List.of(new RomCause.BitRot(Math.max(toHigh, toLow), high)),
              explained,
              differing,
              0));
    }
  }

  // Lines

  /** A change of the address lines. */
  private sealed interface Bend {
    int at(int address);

    RomCause cause();
  }

  private record Stuck(int bit, boolean high) implements Bend {
    @Override
    public int at(int address) {
      return high ? address | (1 << bit) : address & ~(1 << bit);
    }

    @Override
    public RomCause cause() {
      return new RomCause.Stuck(new Line(true, bit), high);
    }
  }

  private record Joined(int one, int other, boolean lowWins) implements Bend {
    @Override
    public int at(int address) {
      int both = (1 << one) | (1 << other);
      int set = address & both;
      boolean high = lowWins ? set == both : set != 0;
      return high ? address | both : address & ~both;
    }

    @Override
    public RomCause cause() {
      return new RomCause.Joined(new Line(true, one), new Line(true, other), lowWins);
    }
  }

  private record Exchanged(int one, int other) implements Bend {
    @Override
    public int at(int address) {
      int a = (address >> one) & 1;
      int b = (address >> other) & 1;
      return a == b ? address : address ^ ((1 << one) | (1 << other));
    }

    @Override
    public RomCause cause() {
      return new RomCause.Exchanged(new Line(true, one), new Line(true, other));
    }
  }

  private record Inverted(int bit) implements Bend {
    @Override
    public int at(int address) {
      return address ^ (1 << bit);
    }

    @Override
    public RomCause cause() {
      return new RomCause.Inverted(new Line(true, bit));
    }
  }

  private List<Bend> bends() {
    List<Bend> bends = new ArrayList<>();
    for (int i = 0; i < addressBits; i++) {
      bends.add(new Stuck(i, false));
      bends.add(new Stuck(i, true));
      bends.add(new Inverted(i));
      for (int j = i + 1; j < addressBits; j++) {
        bends.add(new Exchanged(i, j));
        bends.add(new Joined(i, j, true));
        bends.add(new Joined(i, j, false));
      }
    }
    return bends;
  }

  /** A trial: how the address lines are bent, and what the data lines then do. */
  private record Trial(List<Bend> bends, List<Turn> turns, double share, double judged) {}

  private List<Explanation> byLines(int differing) {
    boolean whole = wanted.length == 1 << addressBits;
    List<Bend> bends = whole ? bends() : List.of();
    List<List<Bend>> ways = new ArrayList<>(List.of(List.of()));
    bends.forEach(b -> ways.add(List.of(b)));
    List<Trial> trials = closely(ways);
    if (trials.getFirst().share() < 1) {
      List<List<Bend>> pairs = new ArrayList<>();
      trials.stream()
          .filter(t -> t.bends().size() == 1)
          .limit(PAIRED)
          .map(t -> t.bends().getFirst())
          .forEach(
              lead ->
                  bends.stream()
                      .filter(more -> !more.equals(lead))
                      .forEach(more -> pairs.add(List.of(lead, more))));
      trials.addAll(closely(pairs));
      trials.sort(Comparator.comparingDouble(Trial::judged).reversed());
    }
    List<Explanation> all = new ArrayList<>();
    Set<Set<RomCause>> told = new LinkedHashSet<>();
    for (Trial trial : trials) {
      if (all.size() < 2 * MOST_EXPLANATIONS) {
        Explanation e = counted(trial, differing);
        if (!e.causes().isEmpty() && told.add(Set.copyOf(e.causes()))) {
          all.add(e);
        }
      }
    }
    return all;
  }

  /** What one data line does. */
  private sealed interface Turn {
    int cost();
  }

  private record Same() implements Turn {
    @Override
    public int cost() {
      return 0;
    }
  }

  private record Level(boolean high) implements Turn {
    @Override
    public int cost() {
      return 1;
    }
  }

  private record Not() implements Turn {
    @Override
    public int cost() {
      return 1;
    }
  }

  private record Of(int bit) implements Turn {
    @Override
    public int cost() {
      return 1;
    }
  }

  private record With(int bit, boolean lowWins) implements Turn {
    @Override
    public int cost() {
      return 1;
    }
  }

  /** The ways that look best at few addresses, tried at many; the best first. */
  private List<Trial> closely(List<List<Bend>> ways) {
    return ways.stream()
        .map(w -> trial(w, coarse))
        .sorted(Comparator.comparingDouble(Trial::judged).reversed())
        .limit(LOOKED_AT_CLOSELY)
        .map(t -> trial(t.bends(), fine))
        .sorted(Comparator.comparingDouble(Trial::judged).reversed())
        .collect(Collectors.toCollection(ArrayList::new));
  }

  private Trial trial(List<Bend> bends, Sample sample) {
    long[][] should = bits(sample.at(), a -> wanted[bent(bends, a)]);
    List<Turn> turns = new ArrayList<>();
    long[] wrong = new long[sample.words()];
    for (int bit = 0; bit < WIDTH; bit++) {
      Turn turn = bestTurn(should, sample, bit);
      turns.add(turn);
      for (int w = 0; w < wrong.length; w++) {
        wrong[w] |= value(should, bit, turn, w) ^ sample.read()[bit][w];
      }
    }
    int explained = 0;
    int spoilt = 0;
    for (int w = 0; w < wrong.length; w++) {
      explained += Long.bitCount(sample.off()[w] & ~wrong[w] & sample.mask(w));
      spoilt += Long.bitCount(~sample.off()[w] & wrong[w] & sample.mask(w));
    }
    double share = sample.differing() == 0 ? 0 : (explained - spoilt) / (double) sample.differing();
    return new Trial(
        bends, turns, share, share - WORTH_A_CAUSE * (bends.size() + causes(turns).size()));
  }

  private static int bent(List<Bend> bends, int address) {
    int at = address;
    for (Bend bend : bends) {
      at = bend.at(at);
    }
    return at;
  }

  private static Turn bestTurn(long[][] should, Sample sample, int bit) {
    Turn best = new Same();
    int fewest = misses(should, sample, bit, best);
    if (fewest == 0) {
      return best;
    }
    // A turn has to do clearly better than the one that is cheaper.
    double worth = WORTH_A_CAUSE * fewest;
    for (Turn turn : turns(bit)) {
      int misses = misses(should, sample, bit, turn);
      if (misses < fewest - (best.cost() == 0 ? worth : 0)) {
        fewest = misses;
        best = turn;
      }
    }
    return best;
  }

  private static List<Turn> turns(int bit) {
    List<Turn> turns = new ArrayList<>(List.of(new Level(false), new Level(true), new Not()));
    for (int other = 0; other < WIDTH; other++) {
      if (other != bit) {
        turns.add(new Of(other));
        turns.add(new With(other, true));
        turns.add(new With(other, false));
      }
    }
    return turns;
  }

  private static int misses(long[][] should, Sample sample, int bit, Turn turn) {
    int misses = 0;
    for (int w = 0; w < sample.words(); w++) {
      misses +=
          Long.bitCount((value(should, bit, turn, w) ^ sample.read()[bit][w]) & sample.mask(w));
    }
    return misses;
  }

  private static long value(long[][] should, int bit, Turn turn, int word) {
    return switch (turn) {
      case Same _ -> should[bit][word];
      case Level level -> level.high() ? -1L : 0;
      case Not _ -> ~should[bit][word];
      case Of of -> should[of.bit()][word];
      case With with ->
          with.lowWins()
              ? should[bit][word] & should[with.bit()][word]
              : should[bit][word] | should[with.bit()][word];
    };
  }

  /** One cause for what two data lines do together. */
  private static List<RomCause> causes(List<Turn> turns) {
    if (turns.stream().allMatch(t -> t instanceof Not)) {
      return List.of(new RomCause.AllInverted());
    }
    Set<RomCause> causes = new LinkedHashSet<>();
    for (int bit = 0; bit < turns.size(); bit++) {
      Line line = new Line(false, bit);
      switch (turns.get(bit)) {
        case Same _ -> {}
        case Level level -> causes.add(new RomCause.Stuck(line, level.high()));
        case Not _ -> causes.add(new RomCause.Inverted(line));
        case Of of ->
            causes.add(
                new RomCause.Exchanged(
                    new Line(false, Math.min(bit, of.bit())),
                    new Line(false, Math.max(bit, of.bit()))));
        case With with ->
            causes.add(
                new RomCause.Joined(
                    new Line(false, Math.min(bit, with.bit())),
                    new Line(false, Math.max(bit, with.bit())),
                    with.lowWins()));
      }
    }
    return List.copyOf(causes);
  }

  /** A trial over every byte. */
  private Explanation counted(Trial trial, int differing) {
    int explained = 0;
    int spoilt = 0;
    for (int a = 0; a < read.length; a++) {
      boolean right = turned(wanted[bent(trial.bends(), a)], trial.turns()) == read[a];
      boolean off = wanted[a] != read[a];
      explained += off && right ? 1 : 0;
      spoilt += !off && !right ? 1 : 0;
    }
    List<RomCause> causes = new ArrayList<>();
    trial.bends().forEach(b -> causes.add(b.cause()));
    causes.addAll(causes(trial.turns()));
    return new Explanation(causes, explained, differing, spoilt);
  }

  private static byte turned(byte should, List<Turn> turns) {
    int value = 0;
    for (int bit = 0; bit < WIDTH; bit++) {
      int own = (should >> bit) & 1;
      int out =
          switch (turns.get(bit)) {
            case Same _ -> own;
            case Level level -> level.high() ? 1 : 0;
            case Not _ -> 1 - own;
            case Of of -> (should >> of.bit()) & 1;
            case With with ->
                with.lowWins()
                    ? own & ((should >> with.bit()) & 1)
                    : own | ((should >> with.bit()) & 1);
          };
      value |= out << bit;
    }
    return (byte) value;
  }

  // Bits

  /**
   * Addresses that are looked at, sixty-four a word.
   *
   * @param read the bytes read there, a data bit a row
   * @param off where what was read differs
   */
  private record Sample(int[] at, long[][] read, long[] off, int differing) {
    int words() {
      return off.length;
    }

    /** The last word may be shorter. */
    long mask(int word) {
      return word == off.length - 1 && (at.length & 63) != 0 ? (1L << (at.length & 63)) - 1 : -1L;
    }
  }

  /** All addresses, or so many spread over them. */
  private Sample sample(int most) {
    int length = wanted.length;
    int[] at = new int[Math.min(length, most)];
    if (length <= most) {
      Arrays.setAll(at, i -> i);
    } else {
      // A Weyl sequence by the golden ratio is even in every address bit.
      Arrays.setAll(at, i -> (int) ((((i * 0x9E3779B97F4A7C15L) >>> 32) * length) >>> 32));
    }
    long[] off = new long[(at.length + 63) / 64];
    int differing = 0;
    for (int i = 0; i < at.length; i++) {
      if (wanted[at[i]] != read[at[i]]) {
        off[i >> 6] |= 1L << (i & 63);
        differing++;
      }
    }
    return new Sample(at, bits(at, a -> read[a]), off, differing);
  }

  @FunctionalInterface
  private interface Bytes {
    byte at(int address);
  }

  private static long[][] bits(int[] at, Bytes bytes) {
    long[][] rows = new long[WIDTH][(at.length + 63) / 64];
    for (int i = 0; i < at.length; i++) {
      byte b = bytes.at(at[i]);
      for (int bit = 0; bit < WIDTH; bit++) {
        rows[bit][i >> 6] |= (long) ((b >> bit) & 1) << (i & 63);
      }
    }
    return rows;
  }
}
