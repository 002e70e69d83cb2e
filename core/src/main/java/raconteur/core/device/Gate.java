package raconteur.core.device;

import java.util.List;

/**
 * One output of a device and what decides it, as far as a probe can tell: what a single look over a
 * fraction of a second shows. What the device does step by step is its {@link Behaviour}.
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
   * Reads one statement of the notation that needs no others.
   *
   * @throws NotationException with one sentence, where it does not follow the notation
   */
  static Gate parse(String text) {
    return FunctionNotation.gate(text);
  }
}
