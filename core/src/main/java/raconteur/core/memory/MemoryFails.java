package raconteur.core.memory;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * Where a memory failed: for each bit the addresses, and which way it read.
 *
 * <p>Read from what people copy from a screen or a tester, a line each, addresses in hex:
 *
 * <pre>
 * 4A3F bit 3                 bit 3 fails there
 * 4A3F 55 5D                 55 was wanted, 5D was read
 * 4A3F wrote 55 read 5D      the same
 * 4000-7FFF bit 6            everywhere in between
 * tested 0000-3FFF           no more than that was looked at
 * </pre>
 *
 * @param tested the addresses that were looked at
 * @param failing for each bit of the word
 * @param highForLow how often each bit read high where low was wanted, where that was told
 * @param lowForHigh the other way
 */
public record MemoryFails(
    MemoryShape shape, BitSet tested, List<BitSet> failing, int[] highForLow, int[] lowForHigh) {
  private static final int MOST_LINES = 200_000;
  private static final int MOST_PROBLEMS = 20;
  private static final String HEX = "(?:0x|\\$)?([0-9a-f]{1,6})h?";
  private static final Pattern WHERE =
      Pattern.compile(HEX + "(?:\\s*(?:-|to|\\.\\.)\\s*" + HEX + ")?");
  private static final Pattern BITS =
      Pattern.compile("(?:bits?|d|data)\\s*([0-9]{1,2}(?:[\\s,]+[0-9]{1,2})*)");
  private static final Pattern WANTED =
      Pattern.compile(
          "(?:wrote|expected|exp|wanted)?\\s*[:=]?\\s*"
              + HEX
              + "[\\s,;]+(?:read|got|actual|act|is)?\\s*[:=]?\\s*"
              + HEX);

  public MemoryFails {
    tested = (BitSet) tested.clone();
    failing = failing.stream().map(b -> (BitSet) b.clone()).toList();
    highForLow = highForLow.clone();
    lowForHigh = lowForHigh.clone();
  }

  /** How many words fail in any bit. */
  public int failingWords() {
    BitSet any = new BitSet();
    failing.forEach(any::or);
    return any.cardinality();
  }

  /** Reads a list of fails; every line that says nothing is named. */
  public static Loaded<MemoryFails> read(String name, String text, MemoryShape shape) {
    return new Reader(name, shape).read(text);
  }

  private static final class Reader {
    private final String name;
    private final MemoryShape shape;
    private final List<Issue> issues = new ArrayList<>();
    private final BitSet tested = new BitSet();
    private final List<BitSet> failing = new ArrayList<>();
    private final int[] highForLow;
    private final int[] lowForHigh;

    Reader(String name, MemoryShape shape) {
      this.name = name;
      this.shape = shape;
      highForLow = new int[shape.bits()];
      lowForHigh = new int[shape.bits()];
      for (int b = 0; b < shape.bits(); b++) {
        failing.add(new BitSet());
      }
    }

    Loaded<MemoryFails> read(String text) {
      List<String> lines = text.lines().limit(MOST_LINES + 1L).toList();
      if (lines.size() > MOST_LINES) {
        wrong(MOST_LINES, "the list has more than " + MOST_LINES + " lines");
      }
      for (int i = 0; i < lines.size() && issues.size() < MOST_PROBLEMS; i++) {
        String line = lines.get(i).replaceAll("#.*", "").strip().toLowerCase(Locale.ROOT);
        if (!line.isEmpty()) {
          line(i + 1, line);
        }
      }
      if (issues.isEmpty() && failing.stream().allMatch(BitSet::isEmpty)) {
        wrong(1, "no line says where it failed: 4A3F bit 3, or 4A3F 55 5D");
      }
      if (!issues.isEmpty()) {
        return new Loaded.Refused<>(issues);
      }
      if (tested.isEmpty()) {
        tested.set(0, shape.words());
      }
      failing.forEach(tested::or);
      return new Loaded.Ok<>(new MemoryFails(shape, tested, failing, highForLow, lowForHigh));
    }

    private void wrong(int line, String why) {
      issues.add(new Issue(name, line, 1, "", why));
    }

    private void line(int number, String line) {
      boolean range = line.startsWith("tested");
      String rest = range ? line.substring("tested".length()).strip() : line;
      Matcher where = WHERE.matcher(rest);
      if (!where.lookingAt()) {
        wrong(number, "begins with no address: 4A3F bit 3, 4A3F 55 5D or tested 0000-3FFF");
        return;
      }
      int first = Integer.parseInt(where.group(1), 16);
      int last = where.group(2) == null ? first : Integer.parseInt(where.group(2), 16);
      if (last < first || last >= shape.words()) {
        wrong(
            number,
            String.format(
                Locale.ROOT, "addresses go from 0 to %X, the lower one first", shape.words() - 1));
        return;
      }
      if (range) {
        tested.set(first, last + 1);
        return;
      }
      String said = rest.substring(where.end()).replaceAll("^[\\s,;:]+", "");
      Matcher bits = BITS.matcher(said);
      Matcher wanted = WANTED.matcher(said);
      // Two words in hex come before bits: D3 40 is what was wanted and read, and no data line 3.
      if (wanted.matches()) {
        differ(
            number,
            first,
            last,
            Integer.parseInt(wanted.group(1), 16),
            Integer.parseInt(wanted.group(2), 16));
      } else if (bits.matches()) {
        for (String bit : bits.group(1).split("[\\s,]+", -1)) {
          fails(number, Integer.parseInt(bit), first, last);
        }
      } else if (said.isEmpty() && shape.bits() == 1) {
        fails(number, 0, first, last);
      } else {
        wrong(number, "after the address comes bit 3, or what was wanted and what was read");
      }
    }

    private void fails(int number, int bit, int first, int last) {
      if (bit >= shape.bits()) {
        wrong(number, "bits go from 0 to " + (shape.bits() - 1));
      } else {
        failing.get(bit).set(first, last + 1);
      }
    }

    private void differ(int number, int first, int last, int wrote, int read) {
      int differing = wrote ^ read;
      if (differing >>> shape.bits() != 0 && shape.bits() < Integer.SIZE) {
        wrong(number, "a word has " + shape.bits() + " bits");
        return;
      }
      for (int bit = 0; bit < shape.bits(); bit++) {
        if ((differing >>> bit & 1) == 1) {
          failing.get(bit).set(first, last + 1);
          int[] way = (read >>> bit & 1) == 1 ? highForLow : lowForHigh;
          way[bit] += last - first + 1;
        }
      }
    }
  }
}
