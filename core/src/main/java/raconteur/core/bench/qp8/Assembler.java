package raconteur.core.bench.qp8;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * Turns a program's text into bytes. A line holds a label with a colon, an instruction or one of
 * {@code at}, {@code byte}, {@code word}, {@code text}, {@code name =}, and a comment behind a
 * semicolon:
 *
 * <pre>
 * screen = 0x0400        ; a name for a number
 *         at 0xE000      ; what follows lies here
 * start:  lda 0x20       ; an instruction and its operand
 *         jnz start
 * banner: text "KITTIWAKE"
 *         byte 1, 2
 *         word start
 * </pre>
 *
 * Numbers are decimal or 0x; an operand may be a name, with + or - a number behind it. The sum byte
 * of a stretch is made by {@code total FROM TO}: it makes the bytes from FROM to TO add up to 0.
 */
public final class Assembler {
  private static final int TOP = 0x10000;

  private final String file;
  private final List<Issue> issues = new ArrayList<>();
  private final Map<String, Integer> names = new HashMap<>();
  private final Map<Integer, Integer> bytes = new HashMap<>();
  private final List<Sum> sums = new ArrayList<>();
  private int at;
  private boolean placing;

  private record Sum(int at, String from, String to, int line) {}

  private Assembler(String file) {
    this.file = file;
  }

  /** Assembles a program; every wrong line is an issue with its number. */
  public static Loaded<Image> assemble(String file, String text) {
    var assembler = new Assembler(file);
    List<String> lines = text.lines().toList();
    assembler.pass(lines);
    assembler.issues.clear();
    assembler.placing = true;
    assembler.pass(lines);
    assembler.sums.forEach(assembler::close);
    return assembler.issues.isEmpty()
        ? new Loaded.Ok<>(new Image(assembler.bytes, assembler.names))
        : new Loaded.Refused<>(assembler.issues);
  }

  private void pass(List<String> lines) {
    at = 0;
    for (int i = 0; i < lines.size(); i++) {
      line(lines.get(i), i + 1);
    }
  }

  private void wrong(int line, String reason) {
    issues.add(new Issue(file, line, 1, "", reason));
  }

  private void line(String whole, int number) {
    String text = withoutComment(whole).strip();
    int colon = text.indexOf(':');
    if (colon > 0 && text.substring(0, colon).matches("[A-Za-z_][A-Za-z0-9_]*")) {
      name(text.substring(0, colon), at, number);
      text = text.substring(colon + 1).strip();
    }
    if (text.isEmpty()) {
      return;
    }
    int equals = text.indexOf('=');
    if (equals > 0 && text.substring(0, equals).strip().matches("[A-Za-z_][A-Za-z0-9_]*")) {
      name(text.substring(0, equals).strip(), value(text.substring(equals + 1), number), number);
      return;
    }
    int space = text.indexOf(' ');
    String word = (space < 0 ? text : text.substring(0, space)).toLowerCase(Locale.ROOT);
    statement(word, space < 0 ? "" : text.substring(space + 1).strip(), number);
  }

  private static String withoutComment(String line) {
    boolean quoted = false;
    for (int i = 0; i < line.length(); i++) {
      if (line.charAt(i) == '"') {
        quoted = !quoted;
      } else if (line.charAt(i) == ';' && !quoted) {
        return line.substring(0, i);
      }
    }
    return line;
  }

  private void name(String name, int value, int line) {
    if (!placing && names.containsKey(name)) {
      wrong(line, "\"" + name + "\" stands there twice");
    }
    names.put(name, value);
  }

  private void statement(String word, String rest, int line) {
    switch (word) {
      case "at" -> at = value(rest, line);
      case "byte" -> each(rest).forEach(part -> put(value(part, line), line));
      case "word" ->
          each(rest)
              .forEach(
                  part -> {
                    int value = value(part, line);
                    put(value & 0xFF, line);
                    put(value >> 8, line);
                  });
      case "text" -> text(rest, line);
      case "total" -> total(rest, line);
      default -> {
        Optional<Instruction> instruction = Instruction.named(word);
        if (instruction.isPresent()) {
          instruction(instruction.get(), rest, line);
        } else {
          wrong(
              line, "\"" + word + "\" is no instruction; one such as lda, jmp or byte is expected");
        }
      }
    }
  }

  private static List<String> each(String rest) {
    return List.of(rest.split(",", -1));
  }

  private void text(String rest, int line) {
    if (rest.length() < 2 || !rest.startsWith("\"") || !rest.endsWith("\"")) {
      wrong(line, "text stands between two \"");
      return;
    }
    rest.substring(1, rest.length() - 1).chars().forEach(c -> put(c & 0xFF, line));
  }

  private void total(String rest, int line) {
    String[] ends = rest.split(" ", -1);
    if (ends.length != 2) {
      wrong(line, "total wants two addresses, for example total 0xC000 0xDFFF");
      return;
    }
    if (placing) {
      sums.add(new Sum(at, ends[0], ends[1], line));
    }
    put(0, line);
  }

  /** Fills in a sum byte once everything else lies. */
  private void close(Sum sum) {
    int total = 0;
    int to = value(sum.to(), sum.line());
    for (int i = value(sum.from(), sum.line()); i <= to; i++) {
      total += i == sum.at() ? 0 : bytes.getOrDefault(i, Image.ERASED);
    }
    bytes.put(sum.at(), -total & 0xFF);
  }

  private void instruction(Instruction instruction, String operand, int line) {
    put(instruction.code(), line);
    if (instruction.operandBytes() == 0) {
      if (!operand.isEmpty()) {
        wrong(line, instruction.word() + " takes no operand, not \"" + operand + "\"");
      }
      return;
    }
    int value = value(operand, line);
    if (instruction.operandBytes() == 1 && (value < -128 || value > 0xFF)) {
      wrong(line, instruction.word() + " takes a number from 0 to 255, not " + value);
    }
    for (int i = 0; i < instruction.operandBytes(); i++) {
      put(value >> (8 * i), line);
    }
  }

  private void put(int value, int line) {
    if (at < 0 || at >= TOP) {
      wrong(line, "the address " + at + " lies outside 0 to 0xFFFF");
      return;
    }
    if (placing && bytes.put(at, value & 0xFF) != null) {
      wrong(line, String.format(Locale.ROOT, "0x%04X is written twice", at));
    }
    at++;
  }

  private int value(String text, int line) {
    String bare = text.strip();
    int operator = Math.max(bare.lastIndexOf('+'), bare.lastIndexOf('-'));
    if (operator > 0) {
      int right = value(bare.substring(operator + 1), line);
      int left = value(bare.substring(0, operator), line);
      return bare.charAt(operator) == '+' ? left + right : left - right;
    }
    OptionalInt number = number(bare);
    if (number.isPresent()) {
      return number.getAsInt();
    }
    Integer named = names.get(bare);
    if (named == null) {
      if (placing) {
        wrong(line, "\"" + bare + "\" is no number and no name of this program");
      }
      return 0;
    }
    return named;
  }

  private static OptionalInt number(String text) {
    try {
      return OptionalInt.of(Integer.decode(text));
    } catch (NumberFormatException e) {
      return OptionalInt.empty();
    }
  }
}
