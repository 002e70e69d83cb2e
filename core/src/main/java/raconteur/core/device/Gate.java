package raconteur.core.device;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

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

    /** What a register takes in: its one input beside the clock, clears and presets. */
    public Optional<String> data() {
      List<String> taken =
          inputs.stream().skip(1).filter(name -> !CLEARS.matcher(name).matches()).toList();
      return taken.size() == 1 ? Optional.of(taken.getFirst()) : Optional.empty();
    }

    /** Names of The TTL Data Book and its like, from memory. */
    private static final Pattern CLEARS =
        Pattern.compile("/?[1-8]?(CLR|PR|PRE|MR|R|S|RD|SD|CD|RST|RESET|SET)[1-8]?");
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
