package raconteur.casebook.exchange;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * A list of words and lists in round brackets, read without recursion. The first word of a list is
 * its head.
 */
final class SymbolicExpression {
  private static final int DEEPEST = 60;
  private static final int MOST_ITEMS = 3_000_000;

  private final int line;
  private final String word;
  private final List<SymbolicExpression> items = new ArrayList<>(0);

  private SymbolicExpression(int line, String word) {
    this.line = line;
    this.word = word;
  }

  /** Reads one expression; a problem and what could be read where the brackets do not match. */
  static Optional<SymbolicExpression> read(String text, Problems problems) {
    Deque<SymbolicExpression> open = new ArrayDeque<>();
    SymbolicExpression root = null;
    int line = 1;
    int count = 0;
    int at = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      if (c == '\n') {
        Stopping.check();
        line++;
        at++;
      } else if (c <= ' ' || c == '\uFEFF') {
        at++;
      } else if (c == '(') {
        if (open.size() >= DEEPEST || ++count > MOST_ITEMS) {
          problems.add(
              line, "the file is nested too deeply or too large here; the rest was passed over");
          return Optional.ofNullable(root);
        }
        var list = new SymbolicExpression(line, "");
        if (!open.isEmpty()) {
          open.peek().items.add(list);
        } else if (root == null) {
          root = list;
        }
        open.push(list);
        at++;
      } else if (c == ')') {
        if (open.isEmpty()) {
          problems.add(line, "a bracket is closed that was not opened");
          return Optional.ofNullable(root);
        }
        open.pop();
        at++;
      } else {
        int end = c == '"' ? quoted(text, at) : bare(text, at);
        String word =
            c == '"'
                ? unquoted(text.substring(at + 1, Math.max(at + 1, end - 1)))
                : text.substring(at, end);
        if (!open.isEmpty() && ++count <= MOST_ITEMS) {
          open.peek().items.add(new SymbolicExpression(line, word));
        }
        for (int i = at; i < end; i++) {
          line += text.charAt(i) == '\n' ? 1 : 0;
        }
        at = end;
      }
    }
    if (!open.isEmpty()) {
      problems.add(line, "the file ends with " + open.size() + " brackets open: it may be cut off");
    }
    return Optional.ofNullable(root);
  }

  private static int quoted(String text, int start) {
    int at = start + 1;
    while (at < text.length() && text.charAt(at) != '"') {
      at += text.charAt(at) == '\\' ? 2 : 1;
    }
    return Math.min(at + 1, text.length());
  }

  private static String unquoted(String text) {
    return text.indexOf('\\') < 0 ? text : text.replaceAll("\\\\(.)", "$1");
  }

  private static int bare(String text, int start) {
    int at = start;
    while (at < text.length() && text.charAt(at) > ' ' && "()\"".indexOf(text.charAt(at)) < 0) {
      at++;
    }
    return at;
  }

  int line() {
    return line;
  }

  /** The first word of a list, empty for none. */
  String head() {
    return items.isEmpty() ? "" : items.getFirst().word;
  }

  /** The n-th word after the head, empty where there is none or it is a list. */
  String word(int n) {
    return n < items.size() ? items.get(n).word : "";
  }

  /** The number at the n-th place after the head. */
  Optional<Double> number(int n) {
    return CsvTable.number(word(n));
  }

  /** The lists inside with this head. */
  List<SymbolicExpression> all(String head) {
    return items.stream().filter(i -> i.head().equals(head)).toList();
  }

  Optional<SymbolicExpression> first(String head) {
    return items.stream().filter(i -> i.head().equals(head)).findFirst();
  }

  /** The word of the first list with this head, empty for none. */
  String valueOf(String head) {
    return first(head).map(e -> e.word(1)).orElse("");
  }

  List<SymbolicExpression> items() {
    return items;
  }

  boolean says(String wanted) {
    return items.stream().anyMatch(i -> i.word.equals(wanted));
  }
}
