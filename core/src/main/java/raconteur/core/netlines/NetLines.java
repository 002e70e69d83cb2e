package raconteur.core.netlines;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.SupplyName;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Nets typed a line at a time onto a board that has its parts:
 *
 * <pre>
 * A0-A7: U1.9-16 U7.8-1 U12.A0-A7      a bus, ranges both ways, pins by number or by name
 * MA0-MA3: U38.4,7,9,12                pins one by one
 * D0-D7: U21-U28.DIN                   one pin of a row of parts
 * A0-A6: U21-U28.A0-A6                 the same pins of a row of parts
 * R5.2 J1.6                            a net without a name gets that of a pin
 * +5V: all VCC VR1.3                   every pin of that name, and one more; `GND: all` every ground pin
 * C10-C20 from +5V to GND              parts of two legs, pin 1 to the first net
 * D0..D7 through RN1: BD0..BD7         a row of series resistors, and what the far side is called
 * U7 as U8 but CE=U30.14               a whole device as another, but for some pins
 * RD = /RD                             two names of one net
 * nc U5.3                              meant to be unconnected
 * # a remark
 * </pre>
 *
 * <p>A line that cannot be taken changes nothing. A pin is in one net: a line that would join two
 * nets says so. Cost: linear in the pins a line names, and in the board's for {@code all}.
 */
public final class NetLines {
  private static final Pattern AS =
      Pattern.compile("(\\S+)\\s+as\\s+(\\S+?)(?:\\s+but\\s+(.+))?", Pattern.CASE_INSENSITIVE);
  private static final Pattern THROUGH =
      Pattern.compile("(\\S+)\\s+through\\s+(\\S+?)(?:\\s*:\\s*(\\S+))?", Pattern.CASE_INSENSITIVE);
  private static final Pattern SAME = Pattern.compile("([^\\s:=]+)\\s*=\\s*([^\\s:=]+)");
  private static final Pattern JOIN = Pattern.compile("([^\\s:]+)\\s*:\\s*(.*)");
  private static final Pattern FROM =
      Pattern.compile("(\\S+)\\s+from\\s+(\\S+)\\s+to\\s+(\\S+)", Pattern.CASE_INSENSITIVE);
  private static final Pattern NC = Pattern.compile("nc\\s+(.+)", Pattern.CASE_INSENSITIVE);
  private static final int LONGEST_LINE = 4000;

  /** What a file of these lines begins with where the program wrote it. */
  static final String HEAD = "# raconteur-nets/1\n";

  /** Said in this language and in no list a drawing program writes. */
  private static final Pattern ONLY_HERE =
      Pattern.compile(
          "\\S+\\s*:\\s*all(\\s.*)?|\\S+\\s+from\\s+\\S+\\s+to\\s+\\S+"
              + "|\\S+\\s+through\\s+[A-Z]+[0-9]+.*"
              + "|[A-Z]+[0-9]+\\s+as\\s+[A-Z]+[0-9]+(\\s+but\\s.*)?"
              + "|\\S*[0-9](-|\\.\\.)\\S*[0-9]\\s*:(.*\\s)?\\S+\\.[A-Z]*[0-9]+(-|\\.\\.)[A-Z]*[0-9]+(\\s.*)?"
              + "|\\S+\\s*:(.*\\s)?[A-Z]+[0-9]+(-|\\.\\.)[A-Z]+[0-9]+\\.[A-Z0-9]+(\\s.*)?",
          Pattern.CASE_INSENSITIVE);

  /** A range both ends of which are whole: {@code A0-A7}, {@code U1.A1-U1.A23}. */
  private static final Pattern WRITTEN_OUT =
      Pattern.compile("(.*?[A-Za-z.])[0-9]{1,4}(?:-|\\.\\.)\\1[0-9]{1,4}");

  private static final int LINES_LOOKED_AT = 500;

  private final DraftNets board;
  private final PinWords words;

  private NetLines(BoardContents base) {
    board = new DraftNets(base);
    words = new PinWords(board);
  }

  /** A line that was not taken, and why. */
  public record Problem(int line, String says) {
    @Override
    public String toString() {
      return "line " + line + ": " + says;
    }
  }

  /**
   * What lines came to.
   *
   * @param contents the board with the nets of all lines that could be taken
   * @param says what each line that was taken did, in words, in order
   */
  public record Read(BoardContents contents, List<String> says, List<Problem> problems) {
    public Read {
      says = List.copyOf(says);
      problems = List.copyOf(problems);
    }
  }

  /**
   * Whether a text is lines of this language: it says so in its first line, or has a line that only
   * this language has. Lists of nets as drawing programs write them may be both; those need no
   * board that has its parts. Cost: the first lines of the text.
   */
  public static boolean isTyped(String text) {
    return text.stripLeading().startsWith(HEAD.substring(0, HEAD.indexOf('/') + 1))
        || text.lines()
            .limit(LINES_LOOKED_AT)
            .filter(line -> line.length() <= LONGEST_LINE)
            .map(NetLines::withoutRemark)
            .anyMatch(line -> ONLY_HERE.matcher(line).matches() || isBus(line));
  }

  /**
   * A bus from its first net to its last, both written out, with as many pins or a range of them:
   * nobody calls one net so.
   */
  private static boolean isBus(String line) {
    Matcher join = JOIN.matcher(line);
    if (!join.matches() || !WRITTEN_OUT.matcher(join.group(1)).matches()) {
      return false;
    }
    List<String> items = PinWords.items(join.group(2));
    return !items.isEmpty()
        && items.stream().allMatch(item -> PinWords.dot(item) > 0)
        && (items.stream().anyMatch(item -> WRITTEN_OUT.matcher(item).matches())
            || items.size() % Math.max(1, sizeOf(join.group(1))) == 0);
  }

  private static int sizeOf(String names) {
    try {
      return Ranges.of(names).size();
    } catch (Refusal tooLong) {
      return 0;
    }
  }

  private static String withoutRemark(String line) {
    return line.replaceFirst("(^|\\s)#.*$", "").strip();
  }

  /** Reads lines onto a board; each stands or falls by itself. */
  public static Read read(String text, BoardContents board) {
    NetLines lines = new NetLines(board);
    List<String> says = new ArrayList<>();
    List<Problem> problems = new ArrayList<>();
    int number = 0;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      number++;
      String plain = withoutRemark(line);
      if (plain.isEmpty()) {
        continue;
      }
      Map<String, Part> asTheyWere = lines.board.asTheyAre();
      try {
        says.add(lines.line(plain));
      } catch (Refusal refusal) {
        lines.board.goBackTo(asTheyWere);
        problems.add(new Problem(number, refusal.sentence()));
      }
    }
    return new Read(lines.board.contents(), says, problems);
  }

  private String line(String line) {
    if (line.length() > LONGEST_LINE) {
      throw new Refusal("This line has more than " + LONGEST_LINE + " characters.");
    }
    Matcher as = AS.matcher(line);
    Matcher through = THROUGH.matcher(line);
    Matcher from = FROM.matcher(line);
    Matcher nc = NC.matcher(line);
    Matcher same = SAME.matcher(line);
    Matcher join = JOIN.matcher(line);
    if (nc.matches()) {
      return unconnected(nc.group(1));
    }
    if (as.matches()) {
      return as(as.group(1), as.group(2), Optional.ofNullable(as.group(3)).orElse(""));
    }
    if (through.matches()) {
      return through(through.group(1), through.group(2), Optional.ofNullable(through.group(3)));
    }
    if (from.matches()) {
      return from(from.group(1), from.group(2), from.group(3));
    }
    if (same.matches()) {
      return same(same.group(1), same.group(2));
    }
    if (join.matches()) {
      return join(join.group(1), join.group(2).strip());
    }
    if (isPins(line)) {
      return nameless(line);
    }
    throw new Refusal(
        "“"
            + shortened(line)
            + "” is no line of nets; A0-A7: U1.9-16 U7.8-1, U7 as U8 but CE=U30.14, D0-D7 through"
            + " RN1, C1 from +5V to GND, RD = /RD and nc U5.3 would be taken.");
  }

  /** Whether a line is nothing but pins of parts there are. */
  private boolean isPins(String line) {
    List<String> items = PinWords.items(line);
    return items.stream()
        .allMatch(
            item ->
                PinWords.dot(item) > 0
                    && Ranges.of(item.substring(0, PinWords.dot(item))).stream()
                        .allMatch(board::hasPart));
  }

  // R5.2 J1.6

  /** Pins joined without a name: in the net that one of them has, else in one named after a pin. */
  private String nameless(String line) {
    List<PinRef> pins = new ArrayList<>();
    PinWords.items(line).forEach(item -> words.pins(item).forEach(pins::addAll));
    Set<String> named =
        pins.stream().flatMap(pin -> board.netOf(pin).stream()).collect(Collectors.toSet());
    if (pins.size() < 2) {
      throw new Refusal(
          "“" + shortened(line) + "” is one pin; a net joins two: “" + line + " U2.3”.");
    }
    if (named.size() > 1) {
      throw new Refusal(
          "These pins are in "
              + String.join(" and ", new TreeSet<>(named))
              + " already; “=” makes"
              + " two nets one.");
    }
    String net = named.stream().findFirst().orElseGet(() -> board.nameFor(driving(pins)));
    board.put(Map.of(net, pins));
    return net + " has " + board.size(net) + " pins";
  }

  private PinRef driving(List<PinRef> pins) {
    return pins.stream()
        .filter(
            p ->
                board
                    .part(p.part())
                    .device()
                    .pin(p.number())
                    .filter(d -> d.kind().drives())
                    .isPresent())
        .findFirst()
        .orElseGet(pins::getFirst);
  }

  private static String shortened(String text) {
    return text.length() <= 40 ? text : text.substring(0, 40) + "…";
  }

  // A0-A7: U1.9-16

  private String join(String names, String items) {
    List<String> here = Ranges.of(names);
    if (items.isEmpty()) {
      throw new Refusal("Which pins? A pin is written U14.3 or U14.A0.");
    }
    if (items.toLowerCase(Locale.ROOT).matches("all(\\s.*)?")) {
      if (here.size() > 1) {
        throw new Refusal("“all” joins one net, not " + here.size() + ".");
      }
      return all(names, items.substring(3).strip());
    }
    Map<String, List<PinRef>> coming = new LinkedHashMap<>();
    for (Row row : inRows(PinWords.items(items), here.size())) {
      List<List<PinRef>> pins = row.pins();
      if (here.size() == 1) {
        pins.forEach(p -> coming.computeIfAbsent(names, _ -> new ArrayList<>()).addAll(p));
      } else if (pins.size() == here.size()) {
        for (int i = 0; i < pins.size(); i++) {
          coming.computeIfAbsent(here.get(i), _ -> new ArrayList<>()).addAll(pins.get(i));
        }
      } else {
        throw new Refusal(
            "“"
                + row.words()
                + "” is "
                + pins.size()
                + (pins.size() == 1 ? " pin" : " pins")
                + ", but "
                + names
                + " is "
                + here.size()
                + " nets.");
      }
    }
    int joined = board.put(coming);
    return here.size() == 1
        ? names + " has " + board.size(names) + " pins"
        : names + ": " + joined + " pins joined in " + here.size() + " nets";
  }

  /**
   * What each item gives a bus of so many nets. Items one behind another that come to as many pins
   * as it has nets are one row: {@code U38.4 U38.7 U38.9 U38.12}, {@code U6.14-11 U7.14-11}.
   */
  private List<Row> inRows(List<String> items, int nets) {
    List<Row> rows = new ArrayList<>();
    Row open = Row.EMPTY;
    for (String item : items) {
      Row one = new Row(item, words.pins(item));
      boolean whole = nets == 1 || one.pins().size() >= nets;
      if (whole && !open.pins().isEmpty()) {
        rows.add(open);
        open = Row.EMPTY;
      }
      open = open.and(one);
      if (whole || open.pins().size() == nets) {
        rows.add(open);
        open = Row.EMPTY;
      }
    }
    if (!open.pins().isEmpty()) {
      rows.add(open);
    }
    return rows;
  }

  /**
   * Items that give a bus its pins.
   *
   * @param pins a group for each net
   */
  private record Row(String words, List<List<PinRef>> pins) {
    static final Row EMPTY = new Row("", List.of());

    Row and(Row next) {
      return new Row(
          (words + " " + next.words).strip(),
          Stream.concat(pins.stream(), next.pins.stream()).toList());
    }
  }

  // all

  private String all(String net, String words) {
    List<String> further = PinWords.items(words).stream().filter(w -> PinWords.dot(w) > 0).toList();
    String names =
        PinWords.items(words).stream()
            .filter(w -> PinWords.dot(w) <= 0)
            .collect(Collectors.joining(" "));
    Set<String> wanted = Set.of(names.split(" ", -1));
    List<PinRef> pins = new ArrayList<>();
    further.forEach(item -> this.words.pins(item).forEach(pins::addAll));
    int given = pins.size();
    for (Part part : board.parts()) {
      for (DevicePin pin : part.device().pins()) {
        PinRef ref = new PinRef(part.designator(), pin.number());
        boolean meant =
            names.isEmpty() ? takes(part.device(), pin, net) : wanted.contains(pin.name());
        if (meant && board.netOf(ref).orElse(net).equals(net)) {
          pins.add(ref);
        }
      }
    }
    if (pins.size() == given) {
      throw new Refusal(
          names.isEmpty()
              ? "No supply pin wants " + net + "; name the pins, as in “" + net + ": all VCC”."
              : "No pin that is free is called " + names + ".");
    }
    board.put(Map.of(net, pins));
    return net + " has " + board.size(net) + " pins";
  }

  /** Whether a supply pin wants this net: what its device says, else what its name says. */
  private static boolean takes(Device device, DevicePin pin, String net) {
    if (pin.kind() != PinKind.SUPPLY || device.isRegulator()) {
      return false;
    }
    String rail = Optional.ofNullable(device.supplies().get(pin.name())).orElse(usual(pin.name()));
    if (SupplyName.isGround(net)) {
      return SupplyName.isGround(rail);
    }
    return SupplyName.volts(net).isPresent()
        && SupplyName.volts(net).equals(SupplyName.volts(rail));
  }

  private static String usual(String pin) {
    return pin.matches("(GND|VSS)[0-9]?") ? "GND" : pin.matches("VCC[0-9]?|VDD") ? "+5V" : pin;
  }

  // through

  private String through(String names, String resistors, Optional<String> far) {
    Part row = board.part(resistors);
    List<String> here = Ranges.of(names);
    int count = row.device().pins().size();
    if (count % 2 != 0 || count / 2 < here.size()) {
      throw new Refusal(
          row.designator()
              + " has "
              + count
              + " pins; "
              + here.size()
              + " lines through it want "
              + 2 * here.size()
              + ".");
    }
    List<String> there =
        far.map(Ranges::of).orElse(here.stream().map(n -> n + "@" + resistors).toList());
    if (there.size() != here.size()) {
      throw new Refusal(
          "“"
              + far.orElse("")
              + "” is "
              + there.size()
              + " nets, but "
              + names
              + " is "
              + here.size()
              + ".");
    }
    Map<String, List<PinRef>> coming = new LinkedHashMap<>();
    for (int i = 0; i < here.size(); i++) {
      coming.put(here.get(i), List.of(new PinRef(resistors, String.valueOf(i + 1))));
      coming.put(there.get(i), List.of(new PinRef(resistors, String.valueOf(count - i))));
    }
    board.put(coming);
    return names
        + " goes on as "
        + there.getFirst()
        + (there.size() > 1 ? " to " + there.getLast() : "")
        + " behind "
        + resistors;
  }

  // from

  /** Parts of two legs, one end on each net: {@code C10-C20 from +5V to GND}. */
  private String from(String names, String one, String other) {
    List<Part> row = Ranges.of(names).stream().map(board::part).toList();
    List<String> ends = Stream.of(one, other).map(words::netMeant).toList();
    Map<String, List<PinRef>> coming = new LinkedHashMap<>();
    for (Part part : row) {
      if (part.device().pins().size() != 2) {
        throw new Refusal(
            DraftNets.whatIs(part)
                + " and has "
                + part.device().pins().size()
                + " pins; from … to is for parts of two.");
      }
      for (int i = 0; i < 2; i++) {
        coming
            .computeIfAbsent(ends.get(i), _ -> new ArrayList<>())
            .add(new PinRef(part.designator(), part.device().pins().get(i).number()));
      }
    }
    board.put(coming);
    return names + (row.size() == 1 ? " lies" : " lie") + " between " + one + " and " + other;
  }

  // as

  private String as(String names, String model, String but) {
    List<Part> row = Ranges.of(names).stream().map(board::part).toList();
    Part other = board.part(model);
    Map<String, List<String>> exceptions = exceptions(row.getFirst(), but, row.size());
    Map<String, List<PinRef>> coming = new LinkedHashMap<>();
    for (int i = 0; i < row.size(); i++) {
      Part part = row.get(i);
      for (DevicePin pin : part.device().pins()) {
        List<String> own = exceptions.getOrDefault(pin.number(), List.of());
        Optional<String> net =
            own.isEmpty()
                ? netOfModel(part, other, pin)
                : Optional.of(own.size() == 1 ? own.getFirst() : own.get(i));
        PinRef ref = new PinRef(part.designator(), pin.number());
        net.filter(n -> !n.isEmpty())
            .ifPresent(n -> coming.computeIfAbsent(n, _ -> new ArrayList<>()).add(ref));
      }
    }
    int joined = board.put(coming);
    return names + " as " + model + ": " + joined + " pins joined";
  }

  private Optional<String> netOfModel(Part part, Part model, DevicePin pin) {
    if (model.device().pins().size() != part.device().pins().size()) {
      throw new Refusal(
          part.designator()
              + " has "
              + part.device().pins().size()
              + " pins and "
              + model.designator()
              + " "
              + model.device().pins().size()
              + "; one is not as the other.");
    }
    return board.netOf(new PinRef(model.designator(), pin.number()));
  }

  /** Pin number to the net or nets it has instead; an empty one for {@code CE=nc}. */
  private Map<String, List<String>> exceptions(Part first, String but, int count) {
    Map<String, List<String>> exceptions = new HashMap<>();
    for (String word : but.strip().split("[,;\\s]+", -1)) {
      if (word.isEmpty()) {
        continue;
      }
      int equals = word.indexOf('=');
      if (equals <= 0 || equals == word.length() - 1) {
        throw new Refusal("“" + word + "” will not do: but is followed by CE=U30.14 or CE=A11.");
      }
      List<String> nets = words.netsMeant(word.substring(equals + 1));
      if (nets.size() != 1 && nets.size() != count) {
        throw new Refusal("“" + word + "” is " + nets.size() + " nets for " + count + " parts.");
      }
      board.pinsOf(first, word.substring(0, equals)).forEach(p -> exceptions.put(p.number(), nets));
    }
    return exceptions;
  }

  // =, nc

  private String same(String one, String other) {
    String here = words.netNamed(one);
    String there = words.netNamed(other);
    if (here.equals(there)) {
      return one + " and " + other + " are one net already";
    }
    if (DraftNets.isSupply(here) && DraftNets.isSupply(there)) {
      throw new Refusal(here + " and " + there + " are two supplies; they are not joined.");
    }
    board.join(here, there);
    return there + " is now part of " + here + ", which has " + board.size(here) + " pins";
  }

  private String unconnected(String items) {
    List<PinRef> pins = new ArrayList<>();
    PinWords.items(items).forEach(item -> words.pins(item).forEach(pins::addAll));
    board.leaveUnconnected(pins);
    return pins.stream().map(PinRef::toString).collect(Collectors.joining(", "))
        + (pins.size() == 1 ? " is" : " are")
        + " meant to be unconnected";
  }
}
