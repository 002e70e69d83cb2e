package raconteur.casebook.recording;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.LongConsumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.signal.Track;

/**
 * Reads a value change dump (IEEE Std 1364-2001 clause 18, from memory) as it comes, without
 * holding it: wires are told, those of a bus one by one; reals are passed over. A dump of a
 * gigabyte takes no more memory than its lines have names.
 */
public final class VcdStream {
  private static final int BUFFER = 1 << 16;
  private static final int LONGEST_WORD = 10_000;
  private static final int WIDEST_BUS = 64;
  private static final Pattern RANGE = Pattern.compile("(.*)\\[([0-9]{1,4}):([0-9]{1,4})\\]");
  private static final Pattern BIT = Pattern.compile("(.*)\\[([0-9]{1,4})\\]");
  private static final int MOST_SAID = 5;
  private static final int MOST_WIRES = 10_000;
  private static final long TOLD_EVERY_BYTES = 1 << 20;

  private final InputStream in;
  private final LongConsumer progress;
  private final BooleanSupplier stop;
  private final byte[] buffer = new byte[BUFFER];
  private int filled;
  private int at;
  private long bytes;
  private double picosPerStep = 1;
  private final Map<String, Wires> wires = new HashMap<>();
  private final List<String> names = new ArrayList<>();
  private final Set<String> taken = new HashSet<>();
  private final Deque<String> scopes = new ArrayDeque<>();
  private final List<String> passedOver = new ArrayList<>();

  /** Where the lines of a wire or bus begin, the highest first. */
  private record Wires(int first, int width) {}

  /** Who is told. */
  public interface Sink {
    /** All wires, those of a bus one by one, before the first change. */
    void wires(List<String> names);

    /** A wire changes. */
    void change(int wire, long picos, Track.State to);

    /** The time of the last line. */
    void end(long picos);
  }

  /** What is wrong with a dump, in a few words. */
  public static final class Broken extends IOException {
    private static final long serialVersionUID = 1;

    Broken(String reason) {
      super(reason);
    }
  }

  /**
   * @param progress told now and then how many bytes were read
   * @param stop asked as often; a dump that is stopped ends where it is
   */
  public VcdStream(InputStream in, LongConsumer progress, BooleanSupplier stop) {
    this.in = in;
    this.progress = progress;
    this.stop = stop;
  }

  /**
   * Reads to the end.
   *
   * @throws Broken where it is no such dump
   */
  public void read(Sink sink) throws IOException {
    boolean begun = false;
    long now = 0;
    long told = 0;
    for (String word = word(); !word.isEmpty(); word = word()) {
      char first = word.charAt(0);
      if (first == '$' && !word.equals("$dumpvars") && !word.equals("$end")) {
        section(word, begun);
      } else if (first == '#') {
        long then = time(word);
        if (then < now) {
          throw new Broken("the time goes back from " + now + " to " + then);
        }
        now = then;
        if (bytes - told > TOLD_EVERY_BYTES) {
          told = bytes;
          progress.accept(bytes);
          if (stop.getAsBoolean()) {
            break;
          }
        }
      } else if (first != '$') {
        if (!begun) {
          begun = true;
          sink.wires(List.copyOf(names));
        }
        value(word, sink, Math.round(now * picosPerStep));
      }
    }
    if (!begun) {
      throw new Broken("there is no wire of one bit with a value in it");
    }
    sink.end(Math.round(now * picosPerStep));
  }

  /** What was declared and is no line, a sentence each; known once it is read. */
  public List<String> passedOver() {
    return List.copyOf(passedOver);
  }

  private static long time(String word) throws Broken {
    if (!word.matches("#[0-9]{1,18}")) {
      throw new Broken("\"" + word + "\" is no time: one is written #1200 and never below #0");
    }
    return Long.parseLong(word.substring(1));
  }

  private void section(String name, boolean begun) throws IOException {
    List<String> words = new ArrayList<>();
    for (String word = word(); !word.equals("$end"); word = word()) {
      if (word.isEmpty()) {
        throw new Broken(name + " is not closed by $end");
      }
      if (words.size() < 8) {
        words.add(word);
      }
    }
    if (name.equals("$timescale")) {
      picosPerStep = timescale(String.join("", words));
    } else if (name.equals("$scope")) {
      scopes.push(words.size() > 1 ? words.get(1) : "");
    } else if (name.equals("$upscope")) {
      scopes.poll();
    } else if (name.equals("$var")) {
      if (begun) {
        throw new Broken(
            "a wire is declared ($var) after the first value: all of them have to stand before it");
      }
      if (words.size() < 4) {
        throw new Broken("\"$var " + String.join(" ", words) + "\" is not understood");
      }
      declare(words);
    }
  }

  /**
   * A wire, or each of a bus's: {@code D [7:0]} is told as D7 to D0, one bit of it ({@code D [3]})
   * as D3. A name that another scope has as well is told with its own. Reals and what is wider than
   * a bus are passed over.
   */
  private void declare(List<String> words) throws Broken {
    String kind = words.get(0);
    String id = words.get(2);
    String reference = String.join("", words.subList(3, words.size())).replaceFirst("^\\\\", "");
    if (!words.get(1).matches("[0-9]{1,4}") || wires.containsKey(id)) {
      return;
    }
    int width = Integer.parseInt(words.get(1));
    if (kind.equals("real") || kind.equals("string") || width < 1 || width > WIDEST_BUS) {
      if (passedOver.size() < MOST_SAID) {
        passedOver.add(
            kind.matches("real|string")
                ? reference + " is a " + kind + ", not a line, and was passed over."
                : reference + " is a bus of " + width + " lines and was passed over.");
      }
      return;
    }
    if (names.size() + width > MOST_WIRES) {
      throw new Broken("there are more than " + MOST_WIRES + " wires");
    }
    wires.put(id, new Wires(names.size(), width));
    String scoped = taken.contains(reference) ? scopes.peek() + "." + reference : reference;
    taken.add(reference);
    Matcher range = RANGE.matcher(scoped);
    Matcher bit = BIT.matcher(scoped);
    if (width == 1) {
      names.add(bit.matches() ? bit.group(1) + bit.group(2) : scoped);
      return;
    }
    boolean ranged = range.matches();
    String stem = ranged ? range.group(1) : scoped;
    int high = ranged ? Integer.parseInt(range.group(2)) : width - 1;
    int low = ranged ? Integer.parseInt(range.group(3)) : 0;
    for (int i = 0; i < width; i++) {
      names.add(stem + (high >= low ? high - i : high + i));
    }
  }

  private static double timescale(String text) throws Broken {
    String number = text.replaceAll("[^0-9]", "");
    double picos =
        switch (text.replaceAll("[0-9]", "").toLowerCase(Locale.ROOT)) {
          case "s" -> 1e12;
          case "ms" -> 1e9;
          case "us" -> 1e6;
          case "ns" -> 1e3;
          case "ps" -> 1;
          case "fs" -> 1e-3;
          default -> 0;
        };
    if (picos == 0 || number.isEmpty() || number.length() > 3) {
      throw new Broken("\"" + text + "\" is no timescale such as 10 ns");
    }
    return picos * Integer.parseInt(number);
  }

  private void value(String word, Sink sink, long picos) throws IOException {
    char first = word.charAt(0);
    if (first == 'b' || first == 'B' || first == 'r' || first == 'R') {
      String id = word();
      if (id.isEmpty()) {
        throw new Broken("\"" + word + "\" is the value of no wire");
      }
      Wires bus = wires.get(id);
      if (bus != null && (first == 'b' || first == 'B')) {
        bus(word.substring(1), bus, sink, picos);
      }
      return;
    }
    Wires wire = wires.get(word.substring(1));
    Track.State state = state(first, word);
    if (wire != null) {
      sink.change(wire.first(), picos, state);
    }
  }

  /**
   * The bits of a bus, the highest first. A short value is filled up at its high end: with noughts,
   * or with x or z where it begins with that.
   */
  private static void bus(String bits, Wires bus, Sink sink, long picos) throws Broken {
    if (bits.isEmpty() || bits.length() > bus.width()) {
      throw new Broken("\"b" + bits + "\" is no value of " + bus.width() + " bits");
    }
    char fill = "xXzZ".indexOf(bits.charAt(0)) >= 0 ? bits.charAt(0) : '0';
    int missing = bus.width() - bits.length();
    for (int i = 0; i < bus.width(); i++) {
      char bit = i < missing ? fill : bits.charAt(i - missing);
      sink.change(bus.first() + i, picos, state(bit, bits));
    }
  }

  private static Track.State state(char bit, String word) throws Broken {
    return switch (bit) {
      case '0' -> Track.State.LOW;
      case '1' -> Track.State.HIGH;
      case 'z', 'Z' -> Track.State.FLOATING;
      case 'x', 'X' -> Track.State.UNKNOWN;
      default -> throw new Broken("\"" + word + "\" is no change of a wire");
    };
  }

  /** The next word, empty at the end. */
  private String word() throws IOException {
    int next = next();
    while (next == ' ' || next == '\n' || next == '\t' || next == '\r') {
      next = next();
    }
    StringBuilder word = new StringBuilder();
    if (next >= 0 && next < ' ') {
      throw new Broken("there is a byte " + next + " in it, which no dump has: it is no text");
    }
    while (next > ' ') {
      if (word.length() == LONGEST_WORD) {
        throw new Broken("a word has more than " + LONGEST_WORD + " characters");
      }
      word.append((char) next);
      next = next();
    }
    return word.toString();
  }

  private int next() throws IOException {
    if (at == filled) {
      filled = in.read(buffer);
      at = 0;
      if (filled <= 0) {
        filled = 0;
        return -1;
      }
    }
    bytes++;
    return buffer[at++] & 0xFF;
  }
}
