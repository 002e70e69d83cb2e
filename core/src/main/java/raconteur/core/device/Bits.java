package raconteur.core.device;

import java.util.ArrayList;
import java.util.List;

/** Arithmetic on words of expressions, lowest bit first, as gates would do it. */
final class Bits {
  private static final Expression LOW = new Expression.Constant(false);

  /** Also the enable of an output that has none. */
  static final Expression HIGH = new Expression.Constant(true);

  private Bits() {}

  static Expression not(Expression a) {
    return a instanceof Expression.Constant(boolean high)
        ? new Expression.Constant(!high)
        : new Expression.Not(a);
  }

  static Expression and(Expression a, Expression b) {
    if (a.equals(LOW) || b.equals(LOW)) {
      return LOW;
    }
    if (a.equals(HIGH)) {
      return b;
    }
    return b.equals(HIGH) ? a : new Expression.And(flattened(a, b, Expression.And.class));
  }

  static Expression or(Expression a, Expression b) {
    if (a.equals(HIGH) || b.equals(HIGH)) {
      return HIGH;
    }
    if (a.equals(LOW)) {
      return b;
    }
    return b.equals(LOW) ? a : new Expression.Or(flattened(a, b, Expression.Or.class));
  }

  static Expression exclusiveOr(Expression a, Expression b) {
    if (a.equals(LOW)) {
      return b;
    }
    if (b.equals(LOW)) {
      return a;
    }
    if (b.equals(HIGH)) {
      return not(a);
    }
    return a.equals(HIGH)
        ? not(b)
        : new Expression.ExclusiveOr(flattened(a, b, Expression.ExclusiveOr.class));
  }

  private static List<Expression> flattened(
      Expression a, Expression b, Class<? extends Expression> kind) {
    List<Expression> operands = new ArrayList<>();
    if (kind.isInstance(a)) {
      operands.addAll(
          switch (a) {
            case Expression.And x -> x.operands();
            case Expression.Or x -> x.operands();
            case Expression.ExclusiveOr x -> x.operands();
            default -> List.of(a);
          });
    } else {
      operands.add(a);
    }
    operands.add(b);
    return List.copyOf(operands);
  }

  static Expression choose(Expression condition, Expression whenHigh, Expression whenLow) {
    if (condition instanceof Expression.Constant(boolean high)) {
      return high ? whenHigh : whenLow;
    }
    return whenHigh.equals(whenLow)
        ? whenHigh
        : new Expression.Choose(condition, whenHigh, whenLow);
  }

  static Expression equal(List<Expression> left, List<Expression> right) {
    int width = Math.max(left.size(), right.size());
    List<Expression> a = WordParser.widened(left, width);
    List<Expression> b = WordParser.widened(right, width);
    Expression result = HIGH;
    for (int i = 0; i < width; i++) {
      result = and(result, not(exclusiveOr(a.get(i), b.get(i))));
    }
    return result;
  }

  /** Whether the left number is the smaller one. */
  static Expression less(List<Expression> left, List<Expression> right) {
    int width = Math.max(left.size(), right.size());
    List<Expression> a = WordParser.widened(left, width);
    List<Expression> b = WordParser.widened(right, width);
    Expression result = LOW;
    for (int i = 0; i < width; i++) {
      result = choose(exclusiveOr(a.get(i), b.get(i)), b.get(i), result);
    }
    return result;
  }

  /**
   * The sum, as wide as the wider of the two; what is carried out is lost, as in a counter. Widen
   * an operand to keep it.
   */
  static List<Expression> sum(List<Expression> left, List<Expression> right) {
    return added(left, right, LOW);
  }

  static List<Expression> difference(List<Expression> left, List<Expression> right) {
    int width = Math.max(left.size(), right.size());
    return added(left, WordParser.widened(right, width).stream().map(Bits::not).toList(), HIGH);
  }

  private static List<Expression> added(
      List<Expression> left, List<Expression> right, Expression carryIn) {
    int width = Math.max(left.size(), right.size());
    List<Expression> a = WordParser.widened(left, width);
    List<Expression> b = WordParser.widened(right, width);
    List<Expression> result = new ArrayList<>();
    Expression carry = carryIn;
    for (int i = 0; i < width; i++) {
      result.add(exclusiveOr(exclusiveOr(a.get(i), b.get(i)), carry));
      carry = or(and(a.get(i), b.get(i)), and(or(a.get(i), b.get(i)), carry));
    }
    return result;
  }

  /** The choice with the selector's number; numbers past the last give lows. */
  static List<Expression> pick(List<Expression> selector, List<List<Expression>> choices) {
    int width = choices.stream().mapToInt(List::size).max().orElse(1);
    List<Expression> result = new ArrayList<>();
    for (int bit = 0; bit < width; bit++) {
      List<Expression> column = new ArrayList<>();
      for (List<Expression> choice : choices) {
        column.add(bit < choice.size() ? choice.get(bit) : LOW);
      }
      result.add(picked(selector, column));
    }
    return result;
  }

  private static Expression picked(List<Expression> selector, List<Expression> column) {
    List<Expression> level = column;
    for (Expression select : selector) {
      List<Expression> next = new ArrayList<>();
      for (int i = 0; i < level.size(); i += 2) {
        Expression high = i + 1 < level.size() ? level.get(i + 1) : LOW;
        next.add(choose(select, high, level.get(i)));
      }
      level = next;
    }
    return level.getFirst();
  }
}
