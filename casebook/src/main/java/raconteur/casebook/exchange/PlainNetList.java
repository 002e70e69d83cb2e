package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.Designator;

/**
 * Net lists as plain text, in the five shapes drawing programs write them, and as people type them
 * pin by pin (common practice, no source). Which one it is, is told by what stands in it:
 *
 * <pre>
 * A0: U1.9 U2-8            a net a line, what goes on is indented or follows a comma
 * [ U1 / DIP14 / 74LS00 ]  ( A0 / U1-9 / U2-8 )      parts and nets in brackets over several lines
 * *PART* …  *SIGNAL* A0 …  sections that begin with a star
 * $PACKAGES … $NETS …      sections that begin with a dollar sign, names before a semicolon
 * .ADD_COM U1 "74LS00"     .ADD_TER U1 9 "A0"  .TER U2 8     a command a line
 * U1 pin 9 -> U2 pin 8 (A0)   the name behind the pins
 * U1 / 9 A0 / 10 A1        a part, then its pins with their nets, a pin a line
 * </pre>
 */
final class PlainNetList {
  private static final Pattern PIN =
      Pattern.compile("[A-Za-z0-9/_]{1,16}[.\\-:](?:[A-Za-z0-9+_]{1,6}|-)");
  private static final Pattern NODE = Pattern.compile("(.+)[.\\-:]([A-Za-z0-9+_]{1,6}|-)");

  /** A net's name, then its pins behind a colon, an equals sign or a space. */
  private static final Pattern HEAD =
      Pattern.compile("([^\\s:=,;]{1,60})\\s*(?:[:=]|\\s)\\s*(.*)", Pattern.DOTALL);

  private static final Pattern PIN_IN_WORDS =
      Pattern.compile("(?i)\\b([A-Z]{1,4}[0-9]{1,4}[A-Z]?),? (?:pin|leg) ?#?([0-9]{1,3})\\b");

  /** Pins, then their net's name in brackets. */
  private static final Pattern NAME_BEHIND =
      Pattern.compile("(.{1,1000}?)\\s*[(\\[]([^()\\[\\]\\s]{1,60})[)\\]]");

  /** What only leads from one pin to the next. */
  private static final Pattern ARROW = Pattern.compile("[-–—=~]*[>→]?");

  private static final Pattern PART_ALONE =
      Pattern.compile("([A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?)(?:\\s*[:(].{0,60})?");
  private static final Pattern PIN_AND_NET =
      Pattern.compile("(?:pin ?)?([0-9]{1,3})\\s*[\\s:=.)-]\\s*([^\\s:=]{1,60})");
  private static final int FEWEST_PINS = 4;

  private static final int LONGEST_PIN = 24;
  private static final int LINES_LOOKED_AT = 500;
  private static final double A_THIRD = 1 / 3.0;
  private static final double MOST = 0.7;

  private final DraftBoard draft;
  private final Problems problems;
  private final List<String> lines;
  private int at;

  private PlainNetList(String text, DraftBoard draft, Problems problems) {
    this.draft = draft;
    this.problems = problems;
    this.lines = text.lines().map(l -> PIN_IN_WORDS.matcher(l).replaceAll("$1.$2")).toList();
  }

  /** The kind of list in words; empty where it is none of these, and nothing was then taken. */
  static Optional<String> read(String text, DraftBoard draft, Problems problems) {
    var reader = new PlainNetList(text, draft, problems);
    String upper = text.toUpperCase(Locale.ROOT);
    if (upper.contains("*SIGNAL*") || upper.contains("*NET*")) {
      reader.starred();
      return Optional.of("net list, sections with a star");
    }
    if (upper.contains("$NETS")) {
      reader.dollars();
      return Optional.of("net list, sections with a dollar sign");
    }
    if (reader.anyLine(l -> l.toUpperCase(Locale.ROOT).startsWith(".ADD_TER"))) {
      reader.commands();
      return Optional.of("net list, a command a line");
    }
    if (reader.anyLine(l -> l.equals("(")) && reader.anyLine(l -> l.equals(")"))) {
      reader.bracketed();
      return Optional.of("net list, a bracket a net");
    }
    if (reader.isNetALine()) {
      reader.netALine();
      return Optional.of("net list, a net a line");
    }
    if (reader.isPinALine()) {
      reader.pinALine();
      return Optional.of("net list, a pin a line");
    }
    return Optional.empty();
  }

  /** Whether the lines are parts alone, and pins with their nets behind them. */
  private boolean isPinALine() {
    List<String> told = lines.stream().map(String::strip).filter(l -> !l.isBlank()).toList();
    long pins = told.stream().filter(l -> PIN_AND_NET.matcher(l).matches()).count();
    long parts = told.stream().filter(l -> PART_ALONE.matcher(l).matches()).count();
    return !told.isEmpty()
        && PART_ALONE.matcher(told.getFirst()).matches()
        && pins >= FEWEST_PINS
        && pins + parts >= MOST * told.size();
  }

  private void pinALine() {
    String part = "";
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at).strip();
      Matcher pin = PIN_AND_NET.matcher(line);
      Matcher alone = PART_ALONE.matcher(line);
      if (line.isEmpty() || isRemark(line)) {
        continue;
      }
      if (pin.matches() && !part.isEmpty()) {
        pin(pin.group(2), part, pin.group(1));
      } else if (alone.matches()) {
        part = alone.group(1);
      } else {
        problems.add(
            line(),
            "\"" + DraftBoard.shortened(line) + "\" is neither a part nor a pin with its net");
      }
    }
  }

  private boolean anyLine(Predicate<String> fits) {
    return lines.stream().map(String::strip).anyMatch(fits);
  }

  /**
   * Whether most lines are a net with its pins, and lines join pins: one word behind a place is
   * what is printed there.
   */
  private boolean isNetALine() {
    List<String> told =
        lines.stream().filter(l -> !l.isBlank() && !isRemark(l)).limit(LINES_LOOKED_AT).toList();
    List<NetLine> nets =
        told.stream().map(PlainNetList::netLine).flatMap(Optional::stream).toList();
    long going = told.stream().filter(PlainNetList::goesOn).count();
    long joining = nets.stream().filter(n -> n.pins().size() > 1).count();
    return !nets.isEmpty()
        && nets.size() + going >= MOST * told.size()
        && (going > 0 || joining >= told.size() * A_THIRD);
  }

  /** A line that begins a net. */
  private record NetLine(String net, List<String> pins) {}

  private static Optional<NetLine> netLine(String line) {
    Matcher behind = NAME_BEHIND.matcher(line.strip());
    if (behind.matches()) {
      List<String> before = words(behind.group(1));
      if (before.size() > 1 && before.stream().allMatch(PlainNetList::isPin)) {
        return Optional.of(new NetLine(behind.group(2), before));
      }
    }
    Matcher head = HEAD.matcher(line.strip());
    if (!head.matches()) {
      return Optional.empty();
    }
    List<String> pins = words(head.group(2));
    return !pins.isEmpty() && pins.stream().allMatch(PlainNetList::isPin)
        ? Optional.of(new NetLine(head.group(1), pins))
        : Optional.empty();
  }

  /** An indented line of pins goes on with the net before it. */
  private static boolean goesOn(String line) {
    List<String> pins = words(line);
    return !line.isEmpty()
        && Character.isWhitespace(line.charAt(0))
        && !pins.isEmpty()
        && pins.stream().allMatch(PlainNetList::isPin);
  }

  private static boolean isPin(String word) {
    return word.length() <= LONGEST_PIN && PIN.matcher(word).matches();
  }

  private static List<String> words(String text) {
    return Arrays.stream(text.split("[,;\\s]+", -1))
        .filter(w -> !ARROW.matcher(w).matches())
        .toList();
  }

  private int line() {
    return at + 1;
  }

  private void join(String net, List<String> words) {
    for (String word : words) {
      Matcher node = NODE.matcher(word.substring(0, Math.min(word.length(), LONGEST_PIN)));
      if (!node.matches() || !Designator.fits(node.group(1))) {
        problems.add(
            line(), "\"" + DraftBoard.shortened(word) + "\" is no pin; a pin is written U14.3");
        continue;
      }
      pin(net, node.group(1), node.group(2));
    }
  }

  private void pin(String net, String designator, String number) {
    draft
        .part(designator, line())
        .flatMap(p -> draft.pin(p, number, Optional.empty(), line()))
        .ifPresent(p -> draft.join(net, p, line()));
  }

  private void part(String designator, List<String> texts) {
    draft
        .part(designator, line())
        .ifPresent(
            p ->
                texts.stream()
                    .filter(t -> !t.isBlank())
                    .map(DraftBoard::clean)
                    .forEach(p.texts::add));
  }

  private void netALine() {
    String net = "";
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at);
      if (line.isBlank() || isRemark(line)) {
        continue;
      }
      Optional<NetLine> begins = netLine(line);
      if (goesOn(line) && !net.isEmpty()) {
        join(net, words(line));
      } else if (begins.isPresent()) {
        net = begins.get().net();
        join(net, begins.get().pins());
      } else {
        problems.add(line(), "\"" + DraftBoard.shortened(line) + "\" is no net with its pins");
      }
    }
  }

  private void bracketed() {
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at).strip();
      if (line.equals("[") || line.equals("(")) {
        String end = line.equals("[") ? "]" : ")";
        List<String> inside = new ArrayList<>();
        for (at++; at < lines.size() && !lines.get(at).strip().equals(end); at++) {
          inside.add(lines.get(at).strip());
        }
        if (at == lines.size()) {
          problems.add(at, "the bracket is never closed: the file may be cut off");
        }
        take(end, inside);
      }
    }
  }

  /** What stood between brackets: a designator with package and type, or a net with its pins. */
  private void take(String end, List<String> inside) {
    if (inside.isEmpty()) {
      return;
    }
    if (end.equals("]")) {
      List<String> texts = inside.subList(1, inside.size());
      part(inside.getFirst(), texts.size() > 1 ? List.of(texts.get(1), texts.get(0)) : texts);
    } else {
      inside.subList(1, inside.size()).forEach(pins -> join(inside.getFirst(), words(pins)));
    }
  }

  private void starred() {
    String section = "";
    String net = "";
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at).strip();
      String upper = line.toUpperCase(Locale.ROOT);
      Optional<String> begun = Stream.of("*SIGNAL*", "*NET*").filter(upper::startsWith).findFirst();
      String named = begun.map(word -> line.substring(word.length()).strip()).orElse("");
      if (!named.isEmpty()) {
        section = "net";
        net = named.split("\\s+", -1)[0];
      } else if (upper.startsWith("*")) {
        section = upper.startsWith("*PART*") ? "part" : "";
      } else if (section.equals("part") && !line.isEmpty()) {
        String[] words = line.split("\\s+", -1);
        part(words[0], words.length > 1 ? List.of(words[1].split("@", -1)) : List.of());
      } else if (section.equals("net") && !line.isEmpty()) {
        join(net, words(line));
      }
    }
  }

  private void dollars() {
    String section = "";
    String open = "";
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at).strip();
      if (line.startsWith("$")) {
        section = line.toUpperCase(Locale.ROOT);
        open = "";
      } else if (!line.isEmpty()) {
        int semicolon = line.indexOf(';');
        String head = semicolon < 0 ? open : line.substring(0, semicolon).strip();
        String tail = line.substring(semicolon + 1).strip();
        if (section.equals("$NETS")) {
          join(head.replaceAll("^'|'$", ""), words(tail));
        } else if (section.equals("$PACKAGES")) {
          List<String> texts = List.of(head.replace("'", "").split("\\s*!\\s*", -1));
          for (String designator : tail.split("[,\\s]+", -1)) {
            if (!designator.isEmpty()) {
              part(designator, texts.reversed());
            }
          }
        }
        open = head;
      }
    }
  }

  private void commands() {
    String net = "";
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at).strip();
      String[] words = line.replace('"', ' ').strip().split("\\s+", -1);
      switch (words[0].toUpperCase(Locale.ROOT)) {
        case ".ADD_COM" -> {
          if (words.length > 1) {
            part(words[1], List.of(words).subList(2, words.length));
          }
        }
        case ".ADD_TER" -> {
          if (words.length >= 4) {
            net = words[3];
            pin(net, words[1], words[2]);
          } else {
            problems.add(
                line(),
                "a net's first pin has a part, a pin and a net: " + DraftBoard.shortened(line));
          }
        }
        case ".TER" -> pins(net, words);
        default -> {
          if (!net.isEmpty() && !line.startsWith(".") && words.length == 2) {
            pin(net, words[0], words[1]);
          }
        }
      }
    }
  }

  private void pins(String net, String[] words) {
    for (int i = 1; i + 1 < words.length; i += 2) {
      pin(net, words[i], words[i + 1]);
    }
  }

  private static boolean isRemark(String line) {
    return line.strip().startsWith("#") || line.strip().startsWith(";");
  }
}
