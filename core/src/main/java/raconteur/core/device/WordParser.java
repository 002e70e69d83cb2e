package raconteur.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Reads the expressions of the function notation by recursive descent, one method a level of
 * binding, straight into one {@link Expression} a bit, lowest bit first.
 */
final class WordParser {
  static final int WIDEST = 64;
  private static final String PUNCTUATION = "!&^|(){}[],";
  private static final int DEEPEST = 200;

  private final String text;
  private final Names names;
  private int at;
  private int depth;

  /** What a name may stand for beside a pin. */
  interface Names {
    /** The bits of a wire or a remembered word. */
    Optional<List<Expression>> word(String name);

    /** The width of a memory's words. */
    Optional<Integer> memoryWidth(String name);

    /** Refuses what is not a pin, by the reason. */
    Optional<String> refusePin(String name);
  }

  /** Every name is a pin. */
  static final Names PINS_ONLY =
      new Names() {
        @Override
        public Optional<List<Expression>> word(String name) {
          return Optional.empty();
        }

        @Override
        public Optional<Integer> memoryWidth(String name) {
          return Optional.empty();
        }

        @Override
        public Optional<String> refusePin(String name) {
          return Optional.empty();
        }
      };

  WordParser(String text, int at, Names names) {
    this.text = text;
    this.at = at;
    this.names = names;
  }

  int at() {
    return at;
  }

  boolean atEnd() {
    return peek() == '\0';
  }

  NotationException wrong(String what) {
    return new NotationException(what + " at character " + (at + 1) + " of " + text, at);
  }

  /** One bit. */
  Expression bit() {
    int start = at;
    List<Expression> word = word();
    if (word.size() != 1) {
      at = start;
      throw wrong("one bit is expected, not a word of " + word.size());
    }
    return word.getFirst();
  }

  /** A word whose width is the given one; numbers and narrower words are filled up with lows. */
  List<Expression> word(int width) {
    int start = at;
    List<Expression> word = word();
    if (word.size() > width) {
      at = start;
      throw wrong("a word of " + width + " bits is expected, not of " + word.size());
    }
    return widened(word, width);
  }

  /** Takes a word of letters, if it is the next one. */
  boolean takeWord(String wanted) {
    peek();
    if (text.startsWith(wanted, at)
        && (at + wanted.length() == text.length() || text.charAt(at + wanted.length()) == ' ')) {
      at += wanted.length();
      return true;
    }
    return false;
  }

  boolean take(char wanted) {
    if (peek() != wanted) {
      return false;
    }
    at++;
    return true;
  }

  void need(char wanted) {
    if (!take(wanted)) {
      throw wrong("\"" + wanted + "\" is expected");
    }
  }

  /** A name, a number or an operator in letters. */
  String name() {
    peek();
    int start = at;
    while (at < text.length()
        && text.charAt(at) != ' '
        && PUNCTUATION.indexOf(text.charAt(at)) < 0) {
      at++;
    }
    if (start == at) {
      throw wrong("a pin name is expected");
    }
    return text.substring(start, at);
  }

  /** A list of names in braces or one name, highest bit first; ranges are written out. */
  List<String> targets() {
    if (!take('{')) {
      return List.of(name());
    }
    List<String> result = new ArrayList<>();
    while (!take('}')) {
      result.addAll(range(name()));
    }
    if (result.isEmpty()) {
      throw wrong("a name is expected between the braces");
    }
    return result;
  }

  List<Expression> word() {
    if (++depth > DEEPEST) {
      throw wrong("the expression is nested too deeply");
    }
    try {
      List<Expression> left = exclusiveOr();
      while (take('|')) {
        left = pairs(left, exclusiveOr(), Bits::or);
      }
      return left;
    } finally {
      depth--;
    }
  }

  private List<Expression> exclusiveOr() {
    List<Expression> left = and();
    while (take('^')) {
      left = pairs(left, and(), Bits::exclusiveOr);
    }
    return left;
  }

  private List<Expression> and() {
    List<Expression> left = compared();
    while (take('&')) {
      left = pairs(left, compared(), Bits::and);
    }
    return left;
  }

  private List<Expression> compared() {
    List<Expression> left = sum();
    if (takeWord("==")) {
      return List.of(Bits.equal(left, sum()));
    }
    if (takeWord("<")) {
      return List.of(Bits.less(left, sum()));
    }
    return left;
  }

  private List<Expression> sum() {
    List<Expression> left = factor();
    while (true) {
      if (takeWord("+")) {
        left = checkedWidth(Bits.sum(left, factor()));
      } else if (takeWord("-")) {
        left = checkedWidth(Bits.difference(left, factor()));
      } else {
        return left;
      }
    }
  }

  private List<Expression> factor() {
    if (take('!')) {
      if (++depth > DEEPEST) {
        throw wrong("the expression is nested too deeply");
      }
      try {
        return factor().stream().map(Bits::not).toList();
      } finally {
        depth--;
      }
    }
    if (take('(')) {
      List<Expression> inner = word();
      need(')');
      return inner;
    }
    if (take('{')) {
      return joined();
    }
    int start = at;
    peek();
    String name = name();
    if (name.chars().allMatch(c -> c >= '0' && c <= '9')) {
      return number(name, start);
    }
    if (peek() == '(' && FUNCTIONS.containsKey(name)) {
      return call(name);
    }
    if (names.memoryWidth(name).isPresent() && take('[')) {
      List<Expression> address = word();
      need(']');
      List<Expression> bits = new ArrayList<>();
      for (int i = 0; i < names.memoryWidth(name).get(); i++) {
        bits.add(new Expression.MemoryBit(name, List.copyOf(address), i));
      }
      return bits;
    }
    return named(name, start);
  }

  private List<Expression> named(String name, int start) {
    Optional<List<Expression>> word = names.word(name);
    if (word.isPresent()) {
      return word.get();
    }
    Optional<String> refused = names.refusePin(name);
    if (refused.isPresent()) {
      at = start;
      throw wrong(refused.get());
    }
    return List.of(new Expression.Pin(name));
  }

  /** The items in braces side by side, the first one highest. */
  private List<Expression> joined() {
    List<Expression> bits = new ArrayList<>();
    while (!take('}')) {
      if (atEnd()) {
        throw wrong("\"}\" is expected");
      }
      int start = at;
      String ahead = PUNCTUATION.indexOf(peek()) < 0 ? name() : "";
      if (ahead.contains("..")) {
        for (String one : range(ahead)) {
          bits.addAll(0, named(one, start));
        }
      } else {
        at = start;
        bits.addAll(0, word());
      }
      checkedWidth(bits);
    }
    return bits;
  }

  /** {@code A9..A0} as ten names, in either direction. */
  private List<String> range(String name) {
    int dots = name.indexOf("..");
    if (dots < 0) {
      return List.of(name);
    }
    String first = name.substring(0, dots);
    String last = name.substring(dots + 2);
    String stem = first.replaceAll("[0-9]+$", "");
    if (!last.startsWith(stem)
        || !last.substring(stem.length()).matches("[0-9]{1,3}")
        || !first.substring(stem.length()).matches("[0-9]{1,3}")) {
      throw wrong("a range is written A7..A0");
    }
    int from = Integer.parseInt(first.substring(stem.length()));
    int to = Integer.parseInt(last.substring(stem.length()));
    List<String> result = new ArrayList<>();
    for (int i = from; from < to ? i <= to : i >= to; i += from < to ? 1 : -1) {
      result.add(stem + i);
    }
    return result;
  }

  private List<Expression> number(String digits, int start) {
    if (digits.length() > 9) {
      at = start;
      throw wrong("this number is too large");
    }
    int value = Integer.parseInt(digits);
    List<Expression> bits = new ArrayList<>();
    do {
      bits.add(new Expression.Constant((value & 1) == 1));
      value >>= 1;
    } while (value != 0);
    return bits;
  }

  /** The functions with a name, and how many words they take: at least, at most. */
  private static final Map<String, int[]> FUNCTIONS =
      Map.of(
          "pick", new int[] {2, WIDEST + 1},
          "all", new int[] {1, 1},
          "any", new int[] {1, 1},
          "odd", new int[] {1, 1});

  private List<Expression> call(String function) {
    int start = at;
    need('(');
    List<List<Expression>> words = new ArrayList<>();
    do {
      words.add(word());
    } while (take(','));
    need(')');
    int[] count = FUNCTIONS.getOrDefault(function, new int[] {0, 0});
    if (words.size() < count[0] || words.size() > count[1]) {
      at = start;
      throw wrong(function + " takes " + (count[0] == count[1] ? count[0] : "more") + " words");
    }
    List<Expression> first = words.getFirst();
    return switch (function) {
      case "all" -> List.of(new Expression.And(List.copyOf(first)));
      case "any" -> List.of(new Expression.Or(List.copyOf(first)));
      case "odd" -> List.of(new Expression.ExclusiveOr(List.copyOf(first)));
      default -> {
        if (words.size() - 1 > 1 << Math.min(first.size(), 10)) {
          at = start;
          throw wrong("the selector has too few bits for " + (words.size() - 1) + " choices");
        }
        yield Bits.pick(first, words.subList(1, words.size()));
      }
    };
  }

  private List<Expression> checkedWidth(List<Expression> word) {
    if (word.size() > WIDEST) {
      throw wrong("a word has at most " + WIDEST + " bits");
    }
    return word;
  }

  private static List<Expression> pairs(
      List<Expression> left,
      List<Expression> right,
      java.util.function.BinaryOperator<Expression> operator) {
    int width = Math.max(left.size(), right.size());
    List<Expression> a = widened(left, width);
    List<Expression> b = widened(right, width);
    List<Expression> result = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      result.add(operator.apply(a.get(i), b.get(i)));
    }
    return result;
  }

  static List<Expression> widened(List<Expression> word, int width) {
    List<Expression> result = new ArrayList<>(word);
    while (result.size() < width) {
      result.add(new Expression.Constant(false));
    }
    return result;
  }

  private char peek() {
    while (at < text.length() && text.charAt(at) == ' ') {
      at++;
    }
    return at < text.length() ? text.charAt(at) : '\0';
  }
}
