package raconteur.core.device;

import java.util.List;
import java.util.Optional;

/**
 * What a device does, step by step: driven outputs, remembered bits and memories. Read from device
 * files by {@link FunctionNotation}, run by {@link DeviceRun}.
 *
 * @param drives one a driven output whose function is written down
 * @param states one a remembered bit, named {@code word.bit}
 * @param memories arrays of words
 * @param switches pairs of pins joined while a condition holds
 */
public record Behaviour(
    List<Drive> drives, List<State> states, List<Memory> memories, List<Switch> switches) {
  static final Behaviour UNKNOWN = new Behaviour(List.of(), List.of(), List.of(), List.of());

  public Behaviour {
    drives = List.copyOf(drives);
    states = List.copyOf(states);
    memories = List.copyOf(memories);
    switches = List.copyOf(switches);
  }

  /** Whether anything is written down. */
  public boolean known() {
    return !drives.isEmpty() || !switches.isEmpty();
  }

  /** What an output drives, while its enable holds. */
  public record Drive(String gate, String output, Expression value, Expression enable) {}

  /** A remembered bit; of the clauses that apply, the first wins. */
  public record State(String name, List<Clause> clauses) {
    public State {
      clauses = List.copyOf(clauses);
    }
  }

  /** What a remembered bit, or a bit of a memory's word, becomes, and when. */
  public record Clause(Expression value, Timing timing) {}

  /** When a clause applies. */
  public sealed interface Timing {
    Expression condition();
  }

  /** As long as a condition holds. */
  public record While(Expression condition) implements Timing {}

  /** At the moment a clock rises or falls, if a condition holds. */
  public record OnEdge(boolean rising, Expression clock, Expression condition) implements Timing {}

  /**
   * Words that are written by the writes and read by {@link Expression.MemoryBit}. One without
   * writes is a read-only memory, whose contents are unknown here.
   */
  public record Memory(String name, int words, int width, List<Write> writes) {
    public Memory {
      writes = List.copyOf(writes);
    }
  }

  /** A write; address and data have their lowest bit first. */
  public record Write(List<Expression> address, List<Expression> data, Timing timing) {
    public Write {
      address = List.copyOf(address);
      data = List.copyOf(data);
    }
  }

  /** Two pins that are joined while a condition holds. */
  public record Switch(String one, String other, Expression condition) {}

  Optional<State> state(String name) {
    return states.stream().filter(s -> s.name().equals(name)).findFirst();
  }

  Optional<Memory> memory(String name) {
    return memories.stream().filter(m -> m.name().equals(name)).findFirst();
  }
}
