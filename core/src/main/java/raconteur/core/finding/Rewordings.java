package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;
import raconteur.core.device.PinRole;

/**
 * Other ways people say what a line says, from {@code rewordings.json}: {@code replaced U26} for
 * {@code mended U26 replaced}. Only lines that are not understood as they stand are held against
 * them; the story keeps the usual line.
 *
 * <p>Cost: every pattern once a line that is not understood, some dozens.
 *
 * @param spellings what is put right first, each wherever it stands
 * @param all in the order of the file: the first whose line is understood is taken
 */
public record Rewordings(List<Spelling> spellings, List<Rewording> all) {
  /** A designator, or the place in a grid that is one; 5V is none. */
  static final String PART =
      "(?:[A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?|[0-9]{1,2}/?[0-9]{0,2}[A-UW-Za-uw-z])";

  private static final Pattern SEPARATORS = Pattern.compile("[,;:!]+(\\s|$)");
  private static final Pattern FULL_STOPS = Pattern.compile("\\.(\\s|$)");
  private static final Pattern SPACES = Pattern.compile("\\s+");

  /** A pin of a part, something said of it, and a pin of nobody. */
  private static final Pattern PIN_ALONE =
      Pattern.compile(
          "\\b("
              + PART
              + ")(?:\\.| (?:pin|leg) ?#?)[0-9]{1,3}\\b((?:[,;]?"
              + " (?!(?:pin|leg|and|to|or|"
              + PART
              + ")\\b)[^\\s,;]+){1,4}[,;]?"
              + " (?:and |but )?)((?:pin|leg) ?#?[0-9])",
          Pattern.CASE_INSENSITIVE);

  private static final Map<String, String> STANDS_FOR =
      Map.of(
          "{place}", PART,
          "{part}", "(?<part>" + PART + "(?: ?- ?" + PART + "| (?:and )?" + PART + ")*)",
          "{pin}", "(?<pin>[A-Za-z0-9/]+\\.[^\\s]+)",
          "{pin2}", "(?<pin2>[A-Za-z0-9/]+\\.[^\\s]+)",
          "{state}", "(?<state>toggling|(?:stuck )?(?:high|low)|floating|between|noisy)",
          "{purpose}", "(?<purpose>[a-z][a-z0-9 /-]{1,40}?)",
          "{rail}", "(?<rail>[-+]?[0-9][0-9.]*V|V[A-Z]{2}|UNREG|VIN|VRAW)");

  /** The parts that are called by the purpose of the line. */
  private static final String CALLED = "{called}";

  /** Of the parts that are called so the only one, or the only one that is plugged in. */
  private static final String PLUG = "{plug}";

  /** The level of a processor's reset while it is let go. */
  private static final String RELEASED = "{released}";

  /** All electrolytic capacitors of the board. */
  private static final String ELECTROLYTICS = "{electrolytics}";

  private static final String PROCESSOR = "{processor}";

  /** The pins that go into the gate behind the pin of the line. */
  private static final String INPUTS = "{inputs}";

  /** The outputs of the part of the line. */
  private static final String OUTPUTS = "{outputs}";

  /** The rail of a board that has no other but what it is made from. */
  private static final String SUPPLY = "{supply}";

  /** The processor's pins of a bus, by their names. */
  private static final Map<String, Pattern> BUSES =
      Map.of(
          "{data}", Pattern.compile("(?i)A?D[0-9]{1,2}"),
          "{address}", Pattern.compile("(?i)AD?[0-9]{1,2}"));

  /** {@code U5 pins 1, 2 and 7}. */
  private static final Pattern PINS =
      Pattern.compile(
          "(?i)("
              + PART
              + ") (?:pin|leg)s? ([0-9]{1,3}(?:(?: and | & | ?- ?| )[0-9]{1,3})+)"
              + "(?= (?!(?:m?v|volts?|[km]?|[km]?ohms?|[km]?hz|m?a)(?:\\s|$))[a-z])");

  /** What is read at a chip's pins is nothing a board does. */
  private static final Pattern OF_PINS =
      Pattern.compile("(?i)\\b(?:outputs|inputs|pins?|legs?)\\b");

  private static final int MOST_PINS = 64;

  /** All parts in sockets. */
  private static final String SOCKETED = "{socketed}";

  private static final List<String> CARRIED =
      List.of("part", "pin", "pin2", "purpose", "rail", "state", "rest", "ohms", "other");

  /** Between the lines of a rewording that comes to several. */
  static final String AND = " ; ";

  /** Other letters for the same: {@code U1 pin 26} for {@code U1.26}. */
  public record Spelling(Pattern said, String line) {}

  /**
   * One other way.
   *
   * @param said the whole line, capitals aside
   * @param line what it is taken for, several parted by {@value #AND}; empty where it is only asked
   *     back
   * @param ask why it is not taken, and what would be; empty where it is taken
   * @param example of what is said
   */
  public record Rewording(Pattern said, String line, String ask, String example) {
    private Optional<String> filled(String text, String spoken, Board board) {
      Matcher matcher = said.matcher(spoken);
      if (!matcher.matches()) {
        return Optional.empty();
      }
      String filled = text;
      if (text.contains(ELECTROLYTICS)) {
        String all = electrolytics(board);
        if (all.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(ELECTROLYTICS, all);
      }
      if (text.contains(SOCKETED)) {
        String all = socketed(board);
        if (all.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(SOCKETED, all);
      }
      if (text.contains(CALLED)) {
        List<String> called = Purposes.parts(board, matcher.group("purpose"));
        if (called.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(CALLED, String.join(" ", called));
      }
      if (text.contains(PLUG)) {
        Optional<String> plug = plug(board, matcher.group("purpose"));
        if (plug.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(PLUG, plug.get());
      }
      if (text.contains("{purpose}")
          && (Purposes.parts(board, matcher.group("purpose")).isEmpty()
              || OF_PINS.matcher(matcher.group("purpose")).find()
              || isALine(board, matcher.group("purpose")))) {
        return Optional.empty();
      }
      for (String name : CARRIED) {
        String place = "{" + name + "}";
        if (filled.contains(place)) {
          filled = filled.replace(place, Optional.ofNullable(matcher.group(name)).orElse(""));
        }
      }
      for (Map.Entry<String, Pattern> bus : BUSES.entrySet()) {
        if (filled.contains(bus.getKey())) {
          String all = bus(board, bus.getValue());
          if (all.isEmpty()) {
            return Optional.empty();
          }
          filled = filled.replace(bus.getKey(), all);
        }
      }
      if (text.contains(INPUTS)) {
        List<String> inputs = inputs(board, matcher.group("pin"));
        if (inputs.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(INPUTS, String.join(" ", inputs));
      }
      if (text.contains(OUTPUTS)) {
        List<String> outputs = outputs(board, matcher.group("part"));
        if (outputs.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(OUTPUTS, String.join(" ", outputs));
      }
      if (filled.contains(PROCESSOR)) {
        Optional<Part> processor = processor(board);
        if (processor.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(PROCESSOR, processor.get().designator());
      }
      if (filled.contains(SUPPLY)) {
        Optional<String> supply = supply(board);
        if (supply.isEmpty()) {
          return Optional.empty();
        }
        filled = filled.replace(SUPPLY, supply.get());
      }
      for (PinRole role : List.of(PinRole.RESET, PinRole.CLOCK)) {
        String place = "{" + role.name().toLowerCase(Locale.ROOT) + "}";
        if (filled.contains(place)) {
          Optional<String> pin =
              ofProcessor(board, role)
                  .or(() -> role == PinRole.CLOCK ? ofOscillator(board) : Optional.empty());
          if (pin.isEmpty()) {
            return Optional.empty();
          }
          filled = filled.replace(place, pin.get());
        }
      }
      if (filled.contains(RELEASED)) {
        boolean low =
            processor(board).stream()
                .flatMap(p -> p.device().pins().stream())
                .anyMatch(p -> PinRole.RESET.fits(p.name()) && p.name().matches("[/~].*"));
        filled = filled.replace(RELEASED, low ? "high" : "low");
      }
      return Optional.of(filled);
    }

    /** A line by its name, in capitals as names of lines are. */
    private static boolean isALine(Board board, String word) {
      return word.matches("[/~]?[A-Z][A-Z0-9/]+") && board.net(word).isPresent();
    }

    private static List<String> inputs(Board board, String pin) {
      return board.parts().stream()
          .flatMap(p -> p.pins().stream())
          .filter(p -> p.toString().equalsIgnoreCase(pin))
          .flatMap(p -> board.part(p.part()).stream().map(part -> PinTask.inputsOf(part, p)))
          .flatMap(List::stream)
          .toList();
    }

    private static Optional<String> plug(Board board, String purpose) {
      List<Part> called =
          Purposes.parts(board, purpose).stream().flatMap(p -> board.part(p).stream()).toList();
      List<Part> plugged = called.stream().filter(p -> p.device().isContact()).toList();
      List<Part> meant = called.size() == 1 ? called : plugged;
      return meant.size() == 1 ? Optional.of(meant.getFirst().designator()) : Optional.empty();
    }

    private static List<String> outputs(Board board, String part) {
      return board.partCalled(part).map(p -> PinTask.pins(p, "outputs")).orElse(List.of());
    }

    /** The only rail of a board that none is made from; of several none is meant. */
    private static Optional<String> supply(Board board) {
      Set<String> raw = board.rails().stream().map(Rail::from).collect(Collectors.toSet());
      List<String> supplies =
          board.rails().stream().map(Rail::name).filter(name -> !raw.contains(name)).toList();
      return supplies.size() == 1 ? Optional.of(supplies.getFirst()) : Optional.empty();
    }

    private static String socketed(Board board) {
      return board.parts().stream()
          .filter(p -> p.fitted() && p.socketed())
          .map(Part::designator)
          .collect(Collectors.joining(" "));
    }

    private static String electrolytics(Board board) {
      return board.parts().stream()
          .filter(p -> p.device().isElectrolytic() && !p.device().isCell())
          .map(Part::designator)
          .collect(Collectors.joining(" "));
    }

    /** What a line may be taken for on a board; empty where this does not fit it. */
    Optional<String> line(String spoken, Board board) {
      return line.isEmpty() ? Optional.empty() : filled(line, spoken, board);
    }

    /** What is asked back instead; empty where this does not fit the line. */
    Optional<String> ask(String spoken, Board board) {
      return ask.isEmpty() ? Optional.empty() : filled(ask, spoken, board);
    }
  }

  private static final class Holder {
    static final Rewordings SHIPPED =
        DataFile.shipped(
            Rewordings.class,
            "/raconteur/core/data/rewordings.json",
            t -> read("rewordings.json", t));
  }

  public Rewordings {
    spellings = List.copyOf(spellings);
    all = List.copyOf(all);
  }

  /** Those that ship with the application. */
  public static Rewordings shipped() {
    return Holder.SHIPPED;
  }

  /** Reads a file of rewordings. */
  public static Loaded<Rewordings> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> rewordings(root));
  }

  private static Rewordings rewordings(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-rewordings/1", true));
    root.onlyKnows(Set.of("format", "origin", "notes", "spellings", "rewordings"));
    List<Spelling> spellings = new ArrayList<>();
    for (Datum row : root.itemsOrNone("spellings")) {
      row.onlyKnows(Set.of("said", "line"));
      spellings.add(new Spelling(pattern(row.get("said")), row.get("line").text()));
    }
    List<Rewording> all = new ArrayList<>();
    for (Datum row : root.get("rewordings").items()) {
      row.onlyKnows(Set.of("said", "line", "ask", "example"));
      if (row.has("line") == row.has("ask")) {
        throw row.wrong("a rewording has either a line or a question to ask");
      }
      Pattern said = pattern(row.get("said"));
      Datum other = row.has("line") ? row.get("line") : row.get("ask");
      for (String name : CARRIED) {
        if (other.text().contains("{" + name + "}") && !said.namedGroups().containsKey(name)) {
          throw other.wrong("{" + name + "} is not in what is said");
        }
      }
      all.add(
          new Rewording(
              said, row.textOr("line", ""), row.textOr("ask", ""), row.get("example").text()));
    }
    return new Rewordings(spellings, all);
  }

  private static Pattern pattern(Datum said) {
    String text = said.text();
    for (Map.Entry<String, String> entry : new LinkedHashMap<>(STANDS_FOR).entrySet()) {
      text = text.replace(entry.getKey(), entry.getValue());
    }
    try {
      return Pattern.compile(text, Pattern.CASE_INSENSITIVE);
    } catch (PatternSyntaxException e) {
      throw said.wrong("not a regular expression: " + e.getDescription());
    }
  }

  /**
   * A line in plain spelling, without what only separates: commas, full stops and colons at words'
   * ends, spaces.
   */
  String plain(String line) {
    String plain =
        SPACES
            .matcher(
                FULL_STOPS
                    .matcher(SEPARATORS.matcher(line).replaceAll(" "))
                    .replaceAll(" ")
                    .strip())
            .replaceAll(" ");
    plain = ofTheSamePart(plain);
    plain = PINS.matcher(plain).replaceAll(each -> pins(each.group(1), each.group(2)));
    for (Spelling spelling : spellings) {
      plain = spelling.said().matcher(plain).replaceAll(spelling.line());
    }
    // Put right, a line may name pins in a row that it did not before.
    plain = PINS.matcher(plain).replaceAll(each -> pins(each.group(1), each.group(2)));
    return plain.strip();
  }

  /** A pin without its part is of the one named before: {@code U16 pin 1 high, pin 2 low}. */
  static String ofTheSamePart(String line) {
    Matcher matcher = PIN_ALONE.matcher(line);
    String now = line;
    while (matcher.find()) {
      now =
          now.substring(0, matcher.start(3))
              + matcher.group(1)
              + " "
              + now.substring(matcher.start(3));
      matcher = PIN_ALONE.matcher(now);
    }
    return now;
  }

  /** Every pin with its part, a range taken apart. */
  private static String pins(String part, String said) {
    List<String> pins = new ArrayList<>();
    for (String word : said.replaceAll(" ?- ?", "-").split("(?: and | & | )", -1)) {
      String[] ends = word.split("-", -1);
      int from = Integer.parseInt(ends[0]);
      int to = Integer.parseInt(ends[ends.length - 1]);
      int step = from <= to ? 1 : -1;
      IntStream.iterate(from, pin -> pin + step)
          .limit(Math.min(Math.abs(to - from) + 1, MOST_PINS))
          .forEach(pin -> pins.add(part + "." + pin));
    }
    return String.join(" ", pins);
  }

  static Optional<Part> processor(Board board) {
    return board.parts().stream()
        .filter(part -> part.fitted() && part.device().isProcessor())
        .findFirst();
  }

  private static String bus(Board board, Pattern names) {
    return processor(board).stream()
        .flatMap(
            part ->
                part.device().pins().stream()
                    .filter(pin -> names.matcher(pin.name()).matches())
                    .map(pin -> part.pin(pin.number()).toString()))
        .collect(Collectors.joining(" "));
  }

  /** What comes out of the one oscillator of a board on which no processor takes it in. */
  private static Optional<String> ofOscillator(Board board) {
    List<String> outputs =
        board.parts().stream()
            .filter(part -> part.fitted() && part.device().isCrystal())
            .flatMap(
                part ->
                    part.device().pins().stream()
                        .filter(pin -> pin.kind().drives())
                        .map(pin -> part.pin(pin.number()).toString()))
            .toList();
    return outputs.size() == 1 && processor(board).isEmpty()
        ? Optional.of(outputs.getFirst())
        : Optional.empty();
  }

  /** Clocks of processors that take them in two phases. */
  private static final Set<String> FROM_OUTSIDE = Set.of("E", "PHI1", "PHI2");

  private static Optional<String> ofProcessor(Board board, PinRole role) {
    return processor(board).stream()
        .flatMap(
            part ->
                part.device().pins().stream()
                    .filter(
                        pin ->
                            !pin.kind().drives()
                                && (role.fits(pin.name())
                                    || (role == PinRole.CLOCK
                                        && FROM_OUTSIDE.contains(pin.name()))))
                    .map(pin -> part.pin(pin.number()).toString()))
        .findFirst();
  }
}
