package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Designator;

/**
 * Net lists as plain text, in the five shapes drawing programs write them (common practice, no
 * source). Which one it is, is told by what stands in it:
 *
 * <pre>
 * A0: U1.9 U2-8            a net a line, what goes on is indented or follows a comma
 * [ U1 / DIP14 / 74LS00 ]  ( A0 / U1-9 / U2-8 )      parts and nets in brackets over several lines
 * *PART* …  *SIGNAL* A0 …  sections that begin with a star
 * $PACKAGES … $NETS …      sections that begin with a dollar sign, names before a semicolon
 * .ADD_COM U1 "74LS00"     .ADD_TER U1 9 "A0"  .TER U2 8     a command a line
 * </pre>
 */
final class PlainNetList {
  private static final String PIN = "[A-Za-z0-9/_]{1,16}[.\\-:][A-Za-z0-9+_]{1,6}";
  private static final Pattern NODE = Pattern.compile("(.+)[.\\-:]([A-Za-z0-9+_]{1,6})");
  private static final Pattern NET_LINE =
      Pattern.compile("(\\S{1,60}?)\\s*(?::|=|\\s)\\s*(" + PIN + "(?:[,;\\s]+" + PIN + ")*)[,;]?");
  private static final Pattern PINS_LINE =
      Pattern.compile("\\s+" + PIN + "(?:[,;\\s]+" + PIN + ")*[,;]?\\s*");
  private static final double MOST = 0.7;

  private final DraftBoard draft;
  private final Problems problems;
  private final List<String> lines;
  private int at;

  private PlainNetList(String text, DraftBoard draft, Problems problems) {
    this.draft = draft;
    this.problems = problems;
    this.lines = text.lines().toList();
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
    if (Pattern.compile("(?m)^\\.ADD_TER\\b").matcher(upper).find()) {
      reader.commands();
      return Optional.of("net list, a command a line");
    }
    if (Pattern.compile("(?m)^\\s*\\(\\s*$").matcher(text).find()
        && Pattern.compile("(?m)^\\s*\\)\\s*$").matcher(text).find()) {
      reader.bracketed();
      return Optional.of("net list, a bracket a net");
    }
    List<String> told =
        reader.lines.stream().filter(l -> !l.isBlank() && !l.strip().startsWith("#")).toList();
    long nets =
        told.stream()
            .limit(500)
            .filter(l -> NET_LINE.matcher(l.strip()).matches() || PINS_LINE.matcher(l).matches())
            .count();
    if (!told.isEmpty()
        && nets >= MOST * Math.min(500, told.size())
        && joinsPins(told)
        && told.stream().anyMatch(l -> NET_LINE.matcher(l.strip()).matches())) {
      reader.netALine();
      return Optional.of("net list, a net a line");
    }
    return Optional.empty();
  }

  /** Whether the lines join pins: one word behind a place is what is printed there. */
  private static boolean joinsPins(List<String> lines) {
    return lines.stream().anyMatch(l -> PINS_LINE.matcher(l).matches())
        || lines.stream()
                .map(l -> NET_LINE.matcher(l.strip()))
                .filter(Matcher::matches)
                .filter(m -> m.group(2).split("[,;\\s]+", -1).length > 1)
                .count()
            >= lines.size() / 3.0;
  }

  private int line() {
    return at + 1;
  }

  private void join(String net, String words) {
    for (String word : words.split("[,;\\s]+", -1)) {
      Matcher node = NODE.matcher(word);
      if (word.isEmpty()) {
        continue;
      }
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
      if (line.isBlank() || line.strip().startsWith("#")) {
        continue;
      }
      Matcher whole = NET_LINE.matcher(line.strip());
      if (PINS_LINE.matcher(line).matches() && !net.isEmpty()) {
        join(net, line.strip());
      } else if (whole.matches()) {
        net = whole.group(1);
        join(net, whole.group(2));
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
      inside.subList(1, inside.size()).forEach(pins -> join(inside.getFirst(), pins));
    }
  }

  private void starred() {
    String section = "";
    String net = "";
    for (at = 0; at < lines.size(); at++) {
      Stopping.check();
      String line = lines.get(at).strip();
      String upper = line.toUpperCase(Locale.ROOT);
      if (upper.startsWith("*SIGNAL*")) {
        section = "net";
        net = line.substring("*SIGNAL*".length()).strip().split("\\s+", -1)[0];
      } else if (upper.startsWith("*")) {
        section = upper.startsWith("*PART*") ? "part" : "";
      } else if (section.equals("part") && !line.isEmpty()) {
        String[] words = line.split("\\s+", -1);
        part(words[0], words.length > 1 ? List.of(words[1].split("@", -1)) : List.of());
      } else if (section.equals("net") && !line.isEmpty()) {
        join(net, line);
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
          join(head.replaceAll("^'|'$", ""), tail);
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
}
