package raconteur.core.bench.logic;

import java.util.List;
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

  /** Its level now: low, high or unknown. */
  int at(Machine m);

  /** What names in an expression stand for in one placed device. */
  interface Names {
    int node(String name);

    int memory(String name);

    Address address(List<Expression> bits);
  }

  /** Compiles an expression. */
  static Code of(Expression e, Names names) {
    return switch (e) {
      case Expression.Pin pin -> new Node(names.node(pin.name()));
      case Expression.Not not -> new Not(of(not.operand(), names));
      case Expression.And and -> new And(all(and.operands(), names));
      case Expression.Or or -> new Or(all(or.operands(), names));
      case Expression.ExclusiveOr xor -> new Xor(all(xor.operands(), names));
      case Expression.Constant c -> new Constant(c.high() ? Lines.HIGH : Lines.LOW);
      case Expression.Choose c ->
          new Choose(of(c.condition(), names), of(c.whenHigh(), names), of(c.whenLow(), names));
      case Expression.MemoryBit m ->
          new MemoryBit(names.memory(m.memory()), names.address(m.address()), m.bit());
    };
  }

  private static Code[] all(List<Expression> parts, Names names) {
    return parts.stream().map(p -> of(p, names)).toArray(Code[]::new);
  }

  record Node(int node) implements Code {
    @Override
    public int at(Machine m) {
      return m.seen[node];
    }
  }

  record Constant(int line) implements Code {
    @Override
    public int at(Machine m) {
      return line;
    }
  }

  record Not(Code operand) implements Code {
    @Override
    public int at(Machine m) {
      return Lines.not(operand.at(m));
    }
  }

  @SuppressWarnings("ArrayRecordComponent")
  record And(Code[] operands) implements Code {
    @Override
    public int at(Machine m) {
      int result = Lines.HIGH;
      for (Code operand : operands) {
        int line = operand.at(m);
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
    public int at(Machine m) {
      int result = Lines.LOW;
      for (Code operand : operands) {
        int line = operand.at(m);
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
    public int at(Machine m) {
      int result = Lines.LOW;
      for (Code operand : operands) {
        int line = operand.at(m);
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
    public int at(Machine m) {
      int chosen = condition.at(m);
      if (chosen != Lines.UNKNOWN) {
        return (chosen == Lines.HIGH ? whenHigh : whenLow).at(m);
      }
      int high = whenHigh.at(m);
      return high == whenLow.at(m) ? high : Lines.UNKNOWN;
    }
  }

  record MemoryBit(int memory, Address address, int bit) implements Code {
    @Override
    public int at(Machine m) {
      int word = address.at(m);
      return word < 0 ? Lines.UNKNOWN : m.memories[memory].bit(word, bit);
    }
  }
}
