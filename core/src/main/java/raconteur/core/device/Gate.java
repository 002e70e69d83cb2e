package raconteur.core.device;

import java.util.List;

/**
 * One output of a device and what decides it.
 *
 * <p>Notation in device files, after an optional {@code name:}: {@code Y = A & B} for a function,
 * {@code Q <- CLK, D} for an output that remembers (its clock or strobe is named first), each with
 * an optional {@code when EXPRESSION} that says when the output drives at all.
 *
 * @param name what a chip tester calls it; outputs of one gate share a name
 * @param output the name of the output pin
 */
public record Gate(String name, String output, Function function, Expression enable) {

  /** How the output follows from the inputs. */
  public sealed interface Function {}

  /** A Boolean function of the inputs. */
  public record Combinational(Expression expression) implements Function {}

  /** Depends on these inputs; moves only while the first of them does. */
  public record Remembering(List<String> inputs) implements Function {
    public Remembering {
      inputs = List.copyOf(inputs);
    }

    public String clock() {
      return inputs.getFirst();
    }
  }

  /** The names of all pins that have a say in the output. */
  public List<String> inputs() {
    var names = new java.util.LinkedHashSet<String>();
    switch (function) {
      case Combinational c -> names.addAll(c.expression().pins());
      case Remembering r -> names.addAll(r.inputs());
    }
    names.addAll(enable.pins());
    return List.copyOf(names);
  }

  /**
   * Reads the notation.
   *
   * @throws IllegalArgumentException with one sentence, where it does not follow the notation
   */
  static Gate parse(String text) {
    String rest = text;
    String name = "";
    int colon = text.indexOf(": ");
    if (colon >= 0) {
      name = text.substring(0, colon).strip();
      rest = text.substring(colon + 2);
    }
    Expression enable = new Expression.Always();
    int when = rest.indexOf(" when ");
    if (when >= 0) {
      enable = Expression.parse(rest.substring(when + 6));
      rest = rest.substring(0, when);
    }
    int arrow = rest.indexOf(" <- ");
    int equals = rest.indexOf(" = ");
    if (arrow < 0 && equals < 0) {
      throw new IllegalArgumentException("a gate is written Y = A & B or Q <- CLK, D: " + text);
    }
    int split = arrow >= 0 ? arrow : equals;
    String output = rest.substring(0, split).strip();
    String right = rest.substring(split + (arrow >= 0 ? 4 : 3));
    Function function =
        arrow >= 0
            ? new Remembering(List.of(right.strip().split("\\s*,\\s*")))
            : new Combinational(Expression.parse(right));
    return new Gate(name.isEmpty() ? output : name, output, function, enable);
  }
}
