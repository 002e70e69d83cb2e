package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.Function;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.DevicePin;

/**
 * The words of one line, taken one after another by a phrase. A word that is missing or wrong ends
 * the reading with a {@link Halt}; on the way the last word's possible continuations are kept,
 * which is where completion comes from.
 */
final class Words {
  private final Board board;
  private final List<String> words;
  private final boolean lastIsOpen;
  private int at;
  private List<String> offers = List.of();

  /** Ends the reading of a line. */
  static final class Halt extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient Understanding understanding;

    Halt(Understanding understanding) {
      super(understanding.sentence(), null, false, false);
      this.understanding = understanding;
    }

    Understanding understanding() {
      return understanding;
    }
  }

  Words(Board board, String line) {
    this.board = board;
    this.words = line.isBlank() ? List.of() : List.of(line.strip().split("[\\s\\p{Z}\\p{Cntrl}]+"));
    this.lastIsOpen = !line.isEmpty() && !Character.isWhitespace(line.charAt(line.length() - 1));
  }

  Board board() {
    return board;
  }

  boolean more() {
    return at < words.size();
  }

  /** The next word without taking it, empty at the end. */
  String peek() {
    return more() ? words.get(at) : "";
  }

  boolean nextIs(String word) {
    return peek().equalsIgnoreCase(word);
  }

  void skip() {
    at++;
  }

  /** What could stand where the typing is now. */
  List<String> offers() {
    return offers;
  }

  /** Offers words for the place where the typing is, without requiring one. */
  void mayContinue(Collection<String> candidates) {
    offer(candidates);
  }

  String rest() {
    String rest = String.join(" ", words.subList(Math.min(at, words.size()), words.size()));
    at = words.size();
    return rest;
  }

  Halt refuse(String sentence) {
    return new Halt(new Understanding.Refused(sentence));
  }

  void end() {
    if (isOpen() && !offers.isEmpty()) {
      throw new Halt(new Understanding.Unfinished("Perhaps " + String.join(", ", offers) + "?"));
    }
    if (more()) {
      throw refuse("“" + clip(rest()) + "” is too much here; the line was complete before it.");
    }
  }

  Part part() {
    return choose(
        "a part of this board",
        board.parts().stream().map(Part::designator).toList(),
        word -> board.part(word).orElseThrow());
  }

  Rail rail() {
    return choose(
        "a rail of this board",
        board.rails().stream().map(Rail::name).toList(),
        word -> board.rail(word).orElseThrow());
  }

  PinRef pin() {
    String word = peek();
    int dot = word.lastIndexOf('.');
    if (dot < 0) {
      Part part = choosePartOfPin();
      offer(pinsOf(part));
      throw new Halt(new Understanding.Unfinished("Which pin of " + part.designator() + "?"));
    }
    String designator = word.substring(0, dot);
    Part part =
        board.parts().stream()
            .filter(p -> p.designator().equalsIgnoreCase(designator))
            .findFirst()
            .orElseThrow(() -> unknown(designator, "a part of this board", designators()));
    String number = word.substring(dot + 1);
    var pin =
        part.device().pins().stream()
            .filter(p -> p.number().equalsIgnoreCase(number) || p.name().equalsIgnoreCase(number))
            .findFirst();
    offer(pinsOf(part));
    if (pin.isEmpty()) {
      if (isOpen() && number.isEmpty()) {
        throw new Halt(new Understanding.Unfinished("Which pin of " + part.designator() + "?"));
      }
      throw refuse(
          "%s is a %s in %s: its pins are 1 to %d."
              .formatted(
                  part.designator(),
                  part.device().name(),
                  part.device().outline(),
                  part.device().pins().size()));
    }
    at++;
    return part.pin(pin.get().number());
  }

  private Part choosePartOfPin() {
    return choose(
        "a pin of this board, like U14.3", designators(), w -> board.part(w).orElseThrow());
  }

  private List<String> designators() {
    return board.parts().stream().map(Part::designator).toList();
  }

  private static List<String> pinsOf(Part part) {
    return part.device().pins().stream()
        .map(DevicePin::number)
        .map(n -> part.designator() + "." + n)
        .toList();
  }

  /** One of a few fixed words, several of which may mean the same. */
  <T> T oneOf(String what, Map<String, T> meanings) {
    return choose(what, meanings.keySet(), meanings::get);
  }

  /** Ohms, at least zero; {@code OL} is over range. */
  double ohms() {
    if (nextIs("OL")) {
      at++;
      return Double.POSITIVE_INFINITY;
    }
    double ohms = quantity("ohms", "58 ohm, 4.7k or OL", Quantities::ohmsUnit);
    if (ohms < 0) {
      throw refuse("A resistance cannot be below 0 Ω: type ohms from 0 up, or OL for over range.");
    }
    return ohms;
  }

  double volts() {
    double volts = quantity("volts", "4.94 or 4,94 V", Quantities::voltsUnit);
    if (Math.abs(volts) > 1000) {
      throw refuse("A rail of this board cannot have more than 1000 V: type volts, like 4.94.");
    }
    return volts;
  }

  /** Millimetres on the board, from 0 up. */
  double millimetres(String what, double largest) {
    double value =
        quantity(
            "millimetres (" + what + ")",
            "120",
            unit ->
                unit.isEmpty() || unit.equals("mm")
                    ? OptionalDouble.of(1)
                    : OptionalDouble.empty());
    if (value < 0 || value > largest) {
      throw refuse("The " + what + " of an area is 0 to " + Math.round(largest) + " mm.");
    }
    return value;
  }

  /** Whether the board's parts have places. */
  boolean boardIsPlaced() {
    return board.parts().stream().anyMatch(p -> p.place().known());
  }

  private double quantity(String what, String example, Function<String, OptionalDouble> units) {
    if (!more()) {
      throw new Halt(
          new Understanding.Unfinished("How many " + what + "? For example " + example + "."));
    }
    String word = peek();
    var split = Quantities.split(word);
    if (split.isEmpty()) {
      boolean sign = word.matches("[+\\-−]?[0-9]*[.,]?");
      if (isOpen() && sign) {
        throw new Halt(new Understanding.Unfinished("How many " + what + "?"));
      }
      throw refuse(
          "“" + clip(word) + "” is no number of " + what + ": type for example " + example + ".");
    }
    at++;
    String unit = split.get().unit();
    if (unit.isEmpty() && more() && units.apply(peek()).isPresent()) {
      unit = peek();
      at++;
    } else if (unit.isEmpty() && isOpen() && Quantities.beginsUnit(peek())) {
      throw new Halt(new Understanding.Unfinished("The unit of " + what + ", then Enter."));
    }
    String typed = unit;
    return split.get().number()
        * units
            .apply(unit)
            .orElseThrow(
                () ->
                    refuse(
                        "“"
                            + typed
                            + "” is no unit of "
                            + what
                            + ": type for example "
                            + example
                            + "."));
  }

  private boolean isOpen() {
    return at == words.size() - 1 && lastIsOpen;
  }

  private void offer(Collection<String> candidates) {
    boolean typingHere = at == words.size() - 1 && lastIsOpen;
    boolean startingHere = at >= words.size();
    if (typingHere) {
      String prefix = peek().toLowerCase(Locale.ROOT);
      offers = candidates.stream().filter(c -> begins(c, prefix)).toList();
    } else if (startingHere) {
      offers = List.copyOf(candidates);
    }
  }

  private <T> T choose(String what, Collection<String> accepted, Function<String, T> meaning) {
    // One-letter short forms are understood but not offered.
    offer(accepted.stream().filter(c -> c.length() > 1).toList());
    if (!more()) {
      throw new Halt(
          new Understanding.Unfinished("Next comes " + what + listIfShort(accepted) + "."));
    }
    String word = peek();
    for (String candidate : accepted) {
      if (candidate.equalsIgnoreCase(word) || candidate.equalsIgnoreCase("+" + word)) {
        at++;
        return meaning.apply(candidate);
      }
    }
    if (isOpen() && accepted.stream().anyMatch(c -> begins(c, word))) {
      throw new Halt(
          new Understanding.Unfinished("Next comes " + what + listIfShort(accepted) + "."));
    }
    throw unknown(word, what, accepted);
  }

  private Halt unknown(String word, String what, Collection<String> accepted) {
    String near =
        accepted.size() <= 12
            ? "; accepted are " + spelledOut(accepted)
            : "; near it are " + String.join(", ", nearest(word, accepted));
    return refuse("“" + clip(word) + "” is not " + what + near + ".");
  }

  private static String listIfShort(Collection<String> accepted) {
    return accepted.size() <= 12 ? ": " + spelledOut(accepted) : "";
  }

  private static String spelledOut(Collection<String> accepted) {
    boolean words = accepted.stream().anyMatch(c -> c.length() > 2);
    return String.join(", ", accepted.stream().filter(c -> !words || c.length() > 1).toList());
  }

  private static List<String> nearest(String word, Collection<String> accepted) {
    String wanted = clip(word).toLowerCase(Locale.ROOT);
    return accepted.stream()
        .sorted(Comparator.comparingInt(c -> -shared(wanted, c.toLowerCase(Locale.ROOT))))
        .limit(3)
        .toList();
  }

  /** How many characters two words share, counted from the front and, failing that, anywhere. */
  private static int shared(String one, String other) {
    int front = 0;
    while (front < Math.min(one.length(), other.length())
        && one.charAt(front) == other.charAt(front)) {
      front++;
    }
    int anywhere = (int) other.chars().filter(c -> one.indexOf(c) >= 0).count();
    return front * 4 + anywhere - Math.abs(one.length() - other.length());
  }

  /** Whether a word can become a candidate; the plus of a rail may be left out. */
  static boolean begins(String candidate, String typed) {
    return candidate.regionMatches(true, 0, typed, 0, typed.length())
        || candidate.regionMatches(true, 0, "+" + typed, 0, typed.length() + 1);
  }

  static String clip(String text) {
    List<String> shown = new ArrayList<>();
    text.codePoints()
        .limit(24)
        .forEach(c -> shown.add(Character.isISOControl(c) ? "·" : Character.toString(c)));
    return String.join("", shown) + (text.length() > 24 ? "…" : "");
  }
}
