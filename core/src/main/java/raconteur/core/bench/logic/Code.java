package raconteur.core.bench.logic;

import java.util.List;
import java.util.function.ToIntFunction;
import raconteur.core.device.Expression;

/**
 * A function of a placed device as a tree of small objects: reads nodes by number, gives low, high
 * or unknown. What it says of unknown inputs is what {@link Expression#level} says.
 */
sealed interface Code
    permits Code.Node,
        Code.Constant,
        Code.Not,
        Code.And,
        Code.Or,
        Code.Xor,
        Code.Choose,
        Code.MemoryBit,
        TableCode {

  /**
   * @param seen what the inputs see, by node: low, high or unknown
   */
  int at(byte[] seen, Words[] memories);

  /** Compiles an expression whose names and memories are numbered. */
  static Code of(Expression e, ToIntFunction<String> node, ToIntFunction<String> memory) {
    return switch (e) {
      case Expression.Pin pin -> new Node(node.applyAsInt(pin.name()));
      case Expression.Not not -> new Not(of(not.operand(), node, memory));
      case Expression.And and -> new And(all(and.operands(), node, memory));
      case Expression.Or or -> new Or(all(or.operands(), node, memory));
      case Expression.ExclusiveOr xor -> new Xor(all(xor.operands(), node, memory));
      case Expression.Constant c -> new Constant(c.high() ? Lines.HIGH : Lines.LOW);
      case Expression.Choose c ->
          new Choose(
              of(c.condition(), node, memory),
              of(c.whenHigh(), node, memory),
              of(c.whenLow(), node, memory));
      case Expression.MemoryBit m ->
          new MemoryBit(memory.applyAsInt(m.memory()), all(m.address(), node, memory), m.bit());
    };
  }

  private static Code[] all(
      List<Expression> parts, ToIntFunction<String> node, ToIntFunction<String> memory) {
    return parts.stream().map(p -> of(p, node, memory)).toArray(Code[]::new);
  }

  /** The number the codes of its bits make, lowest first; negative where one is unknown. */
  static int number(Code[] bits, byte[] seen, Words[] memories) {
    int number = 0;
    for (int i = 0; i < bits.length; i++) {
      int bit = bits[i].at(seen, memories);
      if (bit == Lines.UNKNOWN) {
        return -1;
      }
      number |= bit << i;
    }
    return number;
  }

  record Node(int node) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      return seen[node];
    }
  }

  record Constant(int line) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      return line;
    }
  }

  record Not(Code operand) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      return Lines.not(operand.at(seen, memories));
    }
  }

  @SuppressWarnings("ArrayRecordComponent")
  record And(Code[] operands) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      int result = Lines.HIGH;
      for (Code operand : operands) {
        int line = operand.at(seen, memories);
        if (line == Lines.LOW) {
          return Lines.LOW;
        }
        result = line == Lines.HIGH ? result : Lines.UNKNOWN;
      }
      return result;
    }
  }

  @SuppressWarnings("ArrayRecordComponent")
  record Or(Code[] operands) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      int result = Lines.LOW;
      for (Code operand : operands) {
        int line = operand.at(seen, memories);
        if (line == Lines.HIGH) {
          return Lines.HIGH;
        }
        result = line == Lines.LOW ? result : Lines.UNKNOWN;
      }
      return result;
    }
  }

  @SuppressWarnings("ArrayRecordComponent")
  record Xor(Code[] operands) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      int result = Lines.LOW;
      for (Code operand : operands) {
        int line = operand.at(seen, memories);
        if (line == Lines.UNKNOWN) {
          return Lines.UNKNOWN;
        }
        result ^= line;
      }
      return result;
    }
  }

  record Choose(Code condition, Code whenHigh, Code whenLow) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      int chosen = condition.at(seen, memories);
      if (chosen != Lines.UNKNOWN) {
        return (chosen == Lines.HIGH ? whenHigh : whenLow).at(seen, memories);
      }
      int high = whenHigh.at(seen, memories);
      return high == whenLow.at(seen, memories) ? high : Lines.UNKNOWN;
    }
  }

  @SuppressWarnings("ArrayRecordComponent")
  record MemoryBit(int memory, Code[] address, int bit) implements Code {
    @Override
    public int at(byte[] seen, Words[] memories) {
      int word = number(address, seen, memories);
      return word < 0 ? Lines.UNKNOWN : memories[memory].bit(word, bit);
    }
  }
}
