package raconteur.core.device;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/**
 * A Boolean function of named pins: {@code !} not, {@code &} and, {@code ^} exclusive or, {@code |}
 * or, in this order of binding, with brackets. A pin name may hold slashes and signs ({@code !/OE &
 * A}).
 */
public sealed interface Expression {

  record Pin(String name) implements Expression {}

  record Not(Expression operand) implements Expression {}

  record And(List<Expression> operands) implements Expression {}

  record Or(List<Expression> operands) implements Expression {}

  record ExclusiveOr(List<Expression> operands) implements Expression {}

  /** Always true: the enable of an output that has none. */
  record Always() implements Expression {}

  /** The names of the pins it reads. */
  default Set<String> pins() {
    Set<String> names = new HashSet<>();
    collect(this, names);
    return names;
  }

  /** Its value where every pin is plainly low or high. */
  default boolean test(java.util.function.Predicate<String> high) {
    return switch (this) {
      case Pin pin -> high.test(pin.name());
      case Not not -> !not.operand().test(high);
      case And and -> and.operands().stream().allMatch(e -> e.test(high));
      case Or or -> or.operands().stream().anyMatch(e -> e.test(high));
      case ExclusiveOr xor -> xor.operands().stream().filter(e -> e.test(high)).count() % 2 == 1;
      case Always _ -> true;
    };
  }

  /** What it does over time where the pins do what is given. */
  default Signal signal(Function<String, Signal> pins) {
    return switch (this) {
      case Pin pin -> pins.apply(pin.name()).asInput();
      case Not not -> not.operand().signal(pins).inverted();
      case And and ->
          and.operands().stream().map(e -> e.signal(pins)).reduce(Signal.HIGH, Signal::and);
      case Or or -> or.operands().stream().map(e -> e.signal(pins)).reduce(Signal.LOW, Signal::or);
      case ExclusiveOr xor ->
          xor.operands().stream().map(e -> e.signal(pins)).reduce(Signal.LOW, Signal::exclusiveOr);
      case Always _ -> Signal.HIGH;
    };
  }

  /**
   * Reads the notation.
   *
   * @throws IllegalArgumentException with one sentence, where it does not follow the notation
   */
  static Expression parse(String text) {
    return new Parser(text).whole();
  }

  private static void collect(Expression expression, Set<String> names) {
    switch (expression) {
      case Pin pin -> names.add(pin.name());
      case Not not -> collect(not.operand(), names);
      case And and -> and.operands().forEach(e -> collect(e, names));
      case Or or -> or.operands().forEach(e -> collect(e, names));
      case ExclusiveOr xor -> xor.operands().forEach(e -> collect(e, names));
      case Always _ -> {}
    }
  }

  /** Recursive descent, one method a level of binding. */
  final class Parser {
    private final String text;
    private int at;
    private int depth;

    private Parser(String text) {
      this.text = text;
    }

    private Expression whole() {
      Expression result = or();
      if (peek() != '\0') {
        throw wrong("an operator & ^ | is expected");
      }
      return result;
    }

    private Expression or() {
      List<Expression> operands = new ArrayList<>(List.of(exclusiveOr()));
      while (take('|')) {
        operands.add(exclusiveOr());
      }
      return operands.size() == 1 ? operands.getFirst() : new Or(List.copyOf(operands));
    }

    private Expression exclusiveOr() {
      List<Expression> operands = new ArrayList<>(List.of(and()));
      while (take('^')) {
        operands.add(and());
      }
      return operands.size() == 1 ? operands.getFirst() : new ExclusiveOr(List.copyOf(operands));
    }

    private Expression and() {
      List<Expression> operands = new ArrayList<>(List.of(factor()));
      while (take('&')) {
        operands.add(factor());
      }
      return operands.size() == 1 ? operands.getFirst() : new And(List.copyOf(operands));
    }

    private Expression factor() {
      if (++depth > 200) {
        throw wrong("the expression is nested too deeply");
      }
      try {
        if (take('!')) {
          return new Not(factor());
        }
        if (take('(')) {
          Expression inner = or();
          if (!take(')')) {
            throw wrong("a closing bracket is missing");
          }
          return inner;
        }
        return pin();
      } finally {
        depth--;
      }
    }

    private Expression pin() {
      peek();
      int start = at;
      while (at < text.length() && "!&^|() ".indexOf(text.charAt(at)) < 0) {
        at++;
      }
      if (start == at) {
        throw wrong("a pin name is expected");
      }
      return new Pin(text.substring(start, at));
    }

    private char peek() {
      while (at < text.length() && text.charAt(at) == ' ') {
        at++;
      }
      return at < text.length() ? text.charAt(at) : '\0';
    }

    private boolean take(char wanted) {
      if (peek() != wanted) {
        return false;
      }
      at++;
      return true;
    }

    private IllegalArgumentException wrong(String what) {
      return new IllegalArgumentException(what + " at character " + (at + 1) + " of " + text);
    }
  }
}
