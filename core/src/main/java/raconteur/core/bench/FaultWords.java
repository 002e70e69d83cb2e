package raconteur.core.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Level;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * Reads a fault to plant from words, for a board:
 *
 * <pre>
 * U13 dead                     U17.6 stuck high         U17.6 stuck low
 * U17.6 floats                 U17.6 weak               U17.6 slow 200 ns
 * U15.8 reads low              U22 cell 0x12 stuck low  U48 cell 3 bit 2 stuck high
 * U22 leaks +5V 68 ohm         open U16.5 U19.5         short U38.5 U38.6
 * … at 30 %                    … after 10 min
 * </pre>
 */
public final class FaultWords {
  private static final String KINDS =
      "dead, stuck high, stuck low, floats, weak, slow 200 ns, reads low, cell 0x12 stuck low,"
          + " leaks +5V 68 ohm, open U16.5, open U16.5 U19.5 or short U38.5 U38.6";

  private final Board board;

  /** A fault, or one sentence that says why the words are none. */
  public sealed interface Read {}

  public record Planted(PlantedFault fault) implements Read {}

  public record Refused(String sentence) implements Read {}

  private static final class Wrong extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Wrong(String sentence) {
      super(sentence);
    }
  }

  public FaultWords(Board board) {
    this.board = board;
  }

  public Read read(String text) {
    try {
      List<String> words = new ArrayList<>(Arrays.asList(text.strip().split("\\s+", -1)));
      double minutes = suffix(words, "after", "min").orElse(0.0);
      double percent = suffix(words, "at", "%").orElse(100.0);
      if (!(percent > 0 && percent <= 100)) {
        throw new Wrong("a chance lies above 0 and up to 100 %, not at " + percent + " %");
      }
      return new Planted(new PlantedFault(wrong(words, text), percent / 100, minutes));
    } catch (Wrong e) {
      return new Refused(String.valueOf(e.getMessage()));
    }
  }

  /** Takes a trailing {@code word NUMBER unit} off. */
  private static Optional<Double> suffix(List<String> words, String word, String unit) {
    int at = words.size() - 3;
    if (at < 1 || !words.get(at).equals(word) || !words.get(at + 2).equals(unit)) {
      return Optional.empty();
    }
    double value = number(words.get(at + 1));
    words.subList(at, words.size()).clear();
    return Optional.of(value);
  }

  private static double number(String word) {
    try {
      double value = Double.parseDouble(word.replace(',', '.'));
      if (value >= 0 && value < 1e9) {
        return value;
      }
    } catch (NumberFormatException e) {
      throw new Wrong("\"" + word + "\" is no number");
    }
    throw new Wrong("\"" + word + "\" is too large or below 0");
  }

  private PlantedFault.Wrong wrong(List<String> words, String text) {
    String first = words.getFirst().toLowerCase(Locale.ROOT);
    if (first.equals("open") && words.size() == 3) {
      return new PlantedFault.Known(open(pin(words.get(1)), pin(words.get(2))));
    }
    if (first.equals("open") && words.size() == 2) {
      return new PlantedFault.Known(contact(pin(words.get(1))));
    }
    if (first.equals("short") && words.size() == 3) {
      return new PlantedFault.Known(bridge(pin(words.get(1)), pin(words.get(2))));
    }
    if (words.size() < 2) {
      throw new Wrong("\"" + text.strip() + "\" is no fault; say " + KINDS);
    }
    return words.getFirst().contains(".") ? ofPin(words, text) : ofPart(words, text);
  }

  private PlantedFault.Wrong ofPin(List<String> words, String text) {
    PinRef pin = pin(words.getFirst());
    String rest = String.join(" ", words.subList(1, words.size())).toLowerCase(Locale.ROOT);
    return switch (rest) {
      case "stuck low" -> output(pin, FaultMode.STUCK_LOW);
      case "stuck high" -> output(pin, FaultMode.STUCK_HIGH);
      case "floats" -> output(pin, FaultMode.FLOATS);
      case "address input stuck" ->
          new PlantedFault.Known(new Fault(new Place.Input(reading(pin)), FaultMode.ADDRESS_STUCK));
      case "weak" -> new PlantedFault.Weak(driving(pin));
      case "reads low" -> new PlantedFault.Reads(reading(pin), Level.LOW);
      case "reads high" -> new PlantedFault.Reads(reading(pin), Level.HIGH);
      default -> {
        if (words.size() == 4 && words.get(1).equals("slow") && words.get(3).equals("ns")) {
          yield new PlantedFault.Slow(driving(pin), (int) number(words.get(2)));
        }
        throw new Wrong("\"" + text.strip() + "\" is no fault of a pin; say " + KINDS);
      }
    };
  }

  private PlantedFault.Wrong ofPart(List<String> words, String text) {
    String part = part(words.getFirst());
    String kind = words.get(1).toLowerCase(Locale.ROOT);
    String rest = String.join(" ", words.subList(1, words.size())).toLowerCase(Locale.ROOT);
    if (rest.equals(FaultMode.BITS_LOST.words()) || rest.equals(FaultMode.UNSUITED.words())) {
      boolean lost = rest.equals(FaultMode.BITS_LOST.words());
      return new PlantedFault.Known(
          new Fault(new Place.OfPart(part), lost ? FaultMode.BITS_LOST : FaultMode.UNSUITED));
    }
    if (kind.equals("dead") && words.size() == 2) {
      return new PlantedFault.Known(new Fault(new Place.OfPart(part), FaultMode.DEAD));
    }
    if (kind.equals("leaks") && words.size() >= 4) {
      String rail = words.get(2);
      if (board.rail(rail).isEmpty()) {
        throw new Wrong("\"" + rail + "\" is no rail of this board; it has " + rails());
      }
      return new PlantedFault.Leak(part, rail, Math.max(0.1, number(words.get(3))));
    }
    boolean withBit = words.size() == 7 && words.get(3).equals("bit");
    if (kind.equals("cell") && (words.size() == 5 || withBit)) {
      return cell(part, words, withBit);
    }
    throw new Wrong("\"" + text.strip() + "\" is no fault of a part; say " + KINDS);
  }

  private String rails() {
    return String.join(", ", board.rails().stream().map(r -> r.name()).toList());
  }

  private PlantedFault.Wrong cell(String part, List<String> words, boolean withBit) {
    var memories = board.part(part).orElseThrow().device().behaviour().memories();
    if (memories.isEmpty()) {
      throw new Wrong(part + " has no memory cells");
    }
    int address = address(words.get(2));
    int bit = withBit ? (int) number(words.get(4)) : 0;
    var memory = memories.getFirst();
    if (address >= memory.words() || bit >= memory.width()) {
      throw new Wrong(
          part + " has cells 0 to " + (memory.words() - 1) + " of " + memory.width() + " bits");
    }
    return new PlantedFault.Cell(part, address, bit, level(words.getLast()));
  }

  private static int address(String word) {
    try {
      return Math.max(0, Integer.decode(word));
    } catch (NumberFormatException e) {
      throw new Wrong("\"" + word + "\" is no cell's address such as 18 or 0x12");
    }
  }

  private static Level level(String word) {
    return switch (word.toLowerCase(Locale.ROOT)) {
      case "low" -> Level.LOW;
      case "high" -> Level.HIGH;
      default -> throw new Wrong("\"" + word + "\" is no level; say low or high");
    };
  }

  private String part(String word) {
    return board.parts().stream()
        .map(p -> p.designator())
        .filter(d -> d.equalsIgnoreCase(word))
        .findFirst()
        .orElseThrow(() -> new Wrong("\"" + word + "\" is no part of this board"));
  }

  private PinRef pin(String word) {
    PinRef written;
    try {
      written = PinRef.parse(word);
    } catch (IllegalArgumentException e) {
      throw new Wrong(String.valueOf(e.getMessage()));
    }
    PinRef pin = new PinRef(part(written.part()), written.number());
    if (board.pin(pin).isEmpty()) {
      throw new Wrong(pin.part() + " has no pin " + pin.number());
    }
    return pin;
  }

  private PinRef driving(PinRef pin) {
    if (!board.kind(pin).drives()) {
      throw new Wrong(pin + " is no output");
    }
    return pin;
  }

  private PinRef reading(PinRef pin) {
    if (!board.kind(pin).reads()) {
      throw new Wrong(pin + " is no input");
    }
    return pin;
  }

  private PlantedFault.Wrong output(PinRef pin, FaultMode mode) {
    return new PlantedFault.Known(new Fault(new Place.Output(driving(pin)), mode));
  }

  private Fault contact(PinRef pin) {
    Optional<Net> net = board.netOf(pin);
    if (net.isEmpty() || board.isSupply(net.get().name())) {
      throw new Wrong(pin + " is on no signal net, so nothing opens there");
    }
    return new Fault(new Place.Contact(pin), FaultMode.OPEN);
  }

  private Fault open(PinRef one, PinRef other) {
    Optional<Net> net = board.netOf(one);
    if (net.isEmpty() || !net.get().path().contains(other)) {
      throw new Wrong(one + " and " + other + " are not on one net, so nothing opens between them");
    }
    if (board.isSupply(net.get().name())) {
      throw new Wrong("opens are planted on signal nets, and " + net.get().name() + " is a supply");
    }
    List<PinRef> path = net.get().path();
    int from = path.indexOf(one);
    int next = from + Integer.signum(path.indexOf(other) - from);
    PinRef earlier = path.get(Math.min(from, next));
    PinRef later = path.get(Math.max(from, next));
    return new Fault(new Place.Segment(net.get().name(), earlier, later), FaultMode.OPEN);
  }

  private Fault bridge(PinRef one, PinRef other) {
    Optional<Net> netOne = board.netOf(one);
    Optional<Net> netOther = board.netOf(other);
    if (netOne.isEmpty() || netOther.isEmpty() || netOne.equals(netOther)) {
      throw new Wrong(one + " and " + other + " are not on two different nets");
    }
    return new Fault(
        new Place.Bridge(one, other, netOne.get().name(), netOther.get().name()), FaultMode.SHORT);
  }
}
