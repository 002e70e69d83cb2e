package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinNames;

/**
 * The words of one line, taken one after another by a phrase. A word that is missing or wrong ends
 * the reading with a {@link Halt}; on the way the last word's possible continuations are kept,
 * which is where completion comes from.
 */
final class Words {
  private final Board board;
  private static final Pattern BETWEEN = Pattern.compile("[\\s\\p{Z}\\p{Cntrl}]+");

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
    this.words = of(line);
    this.lastIsOpen = !line.isEmpty() && !Character.isWhitespace(line.charAt(line.length() - 1));
  }

  /** The words of a line, parted by whatever is not seen. */
  static List<String> of(String line) {
    return line.isBlank() ? List.of() : List.of(BETWEEN.split(line.strip()));
  }

  Board board() {
    return board;
  }

  boolean more() {
    return at < words.size();
  }

  /** How many words are still to come. */
  int left() {
    return words.size() - at;
  }

  /** The next word without taking it, empty at the end. */
  String peek() {
    return more() ? words.get(at) : "";
  }

  /** A word further on without taking it; there has to be one. */
  String next(int further) {
    return words.get(at + further);
  }

  /** Whether the next word is the last one. */
  boolean isLast() {
    return at == words.size() - 1;
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

  /** All words from here on without taking them. */
  String ahead() {
    return String.join(" ", words.subList(Math.min(at, words.size()), words.size()));
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
        board.supplies().stream().map(Rail::name).toList(),
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
        board
            .partCalled(designator)
            .orElseThrow(() -> unknown(designator, "a part of this board", designators()));
    String number = word.substring(dot + 1);
    List<DevicePin> pins = part.device().pins();
    Optional<DevicePin> pin = PinNames.find(part.device(), number).stream().findFirst();
    offer(pinsOf(part));
    if (pin.isEmpty()) {
      if (isOpen() && number.isEmpty()) {
        throw new Halt(new Understanding.Unfinished("Which pin of " + part.designator() + "?"));
      }
      if (pins.isEmpty()) {
        throw refuse(
            part.designator()
                + " is a "
                + part.device().name()
                + ", whose pins nobody has described yet: say it of the part, or describe it under"
                + " Devices.");
      }
      throw refuse(
          String.format(
              Locale.ROOT,
              "%s is %s %s in %s: its pins are %s.",
              part.designator(),
              part.device().name().matches("(?i)[aeiou].*") ? "an" : "a",
              part.device().name(),
              part.device().outline(),
              numbers(part)));
    }
    at++;
    return part.pin(pin.get().number());
  }

  /** The pins a part has, by their numbers: some cans leave most of them out. */
  private static String numbers(Part part) {
    List<String> numbers = part.device().pins().stream().map(DevicePin::number).toList();
    int last = numbers.size();
    return last > 1 && numbers.getLast().equals(String.valueOf(last))
        ? "1 to " + last
        : String.join(", ", numbers);
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

  /**
   * What the rest of the line calls, where it is one of some words whole: {@code wrong letters} for
   * {@code wrong-letters}. Offers nothing; takes nothing where it is none.
   */
  <T> Optional<T> inWordsOf(Map<String, T> meanings) {
    if (!more()) {
      return Optional.empty();
    }
    String said = String.join("-", words.subList(at, words.size())).toLowerCase(Locale.ROOT);
    Optional<T> meant = Optional.ofNullable(meanings.get(said));
    if (meant.isPresent()) {
      at = words.size();
    }
    return meant;
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
    double ohms = quantity(Unit.OHM).value();
    if (ohms < 0) {
      throw refuse(
          "A resistance is never below 0 Ω: a meter shows that while the board holds a charge;"
              + " switch off, wait, read again, and type ohms from 0 up or OL.");
    }
    return ohms;
  }

  double volts() {
    return plausibleVolts(quantity(Unit.VOLT).value());
  }

  /** Volts at a pin; the unit may be left out. */
  double pinVolts() {
    return quantity(Unit.VOLT).value();
  }

  double plausibleVolts(double volts) {
    if (Math.abs(volts) > 1000) {
      throw refuse("A rail of this board cannot have more than 1000 V: type volts, like 4.94.");
    }
    return volts;
  }

  /** Millimetres on the board, from 0 up. */
  double millimetres(String what, double largest) {
    double value = quantity(Unit.MILLIMETRE).value();
    if (value < 0 || value > largest) {
      throw refuse("The " + what + " of an area is 0 to " + Math.round(largest) + " mm.");
    }
    return value;
  }

  /** A number from 0 up of one kind. */
  double atLeastZero(Unit kind) {
    double value = quantity(kind).value();
    if (value < 0) {
      throw refuse("There are no " + kind.words() + " below 0 here: type " + kind.example() + ".");
    }
    return value;
  }

  /** Whether the board's parts have places. */
  boolean boardIsPlaced() {
    return board.parts().stream().anyMatch(p -> p.place().known());
  }

  /** A number in SI units and which kind it is. */
  record Measured(Unit kind, double value) {}

  /** A number with its unit, of one of a few kinds; where no unit is given, of the first. */
  Measured quantity(Unit usual, Unit... others) {
    List<Unit> kinds = new ArrayList<>(List.of(usual));
    kinds.addAll(List.of(others));
    String what =
        kinds.stream().map(Unit::words).collect(java.util.stream.Collectors.joining(" or "));
    if (!more()) {
      throw new Halt(
          new Understanding.Unfinished("How many " + what + "? For example " + examples(kinds)));
    }
    String word = peek();
    var split = Quantities.split(word);
    if (split.isEmpty()) {
      boolean sign = word.matches("[+\\-−]?[0-9]*[.,]?");
      if (isOpen() && sign) {
        throw new Halt(new Understanding.Unfinished("How many " + what + "?"));
      }
      throw refuse(
          "“" + clip(word) + "” is no number of " + what + ": type for example " + examples(kinds));
    }
    at++;
    String unit = split.get().unit();
    if (unit.isEmpty() && more() && kindOf(kinds, peek()).isPresent()) {
      unit = peek();
      at++;
    } else if (unit.isEmpty() && isOpen() && kinds.stream().anyMatch(kind -> kind.begins(peek()))) {
      throw new Halt(new Understanding.Unfinished("The unit of " + what + ", then Enter."));
    }
    return measured(split.get().number(), unit, kinds, what);
  }

  private Measured measured(double number, String unit, List<Unit> kinds, String what) {
    if (unit.isEmpty()) {
      return new Measured(kinds.getFirst(), number);
    }
    Unit kind =
        kindOf(kinds, unit)
            .orElseThrow(
                () ->
                    refuse(
                        "“"
                            + clip(unit)
                            + "” is no unit of "
                            + what
                            + ": type for example "
                            + examples(kinds)));
    // In decimal, so that 127 uF is 0.000127 F and not a neighbour of it.
    double value =
        java.math.BigDecimal.valueOf(number)
            .multiply(java.math.BigDecimal.valueOf(kind.factor(unit).orElseThrow()))
            .doubleValue();
    return new Measured(kind, value);
  }

  private static java.util.Optional<Unit> kindOf(List<Unit> kinds, String unit) {
    return kinds.stream().filter(kind -> kind.factor(unit).isPresent()).findFirst();
  }

  private static String examples(List<Unit> kinds) {
    return kinds.stream().map(Unit::example).collect(java.util.stream.Collectors.joining("; "))
        + ".";
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
