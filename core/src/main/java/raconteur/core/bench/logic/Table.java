package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import raconteur.core.device.Expression;

/**
 * A function of a few inputs as a table: entry i is what it gives where the inputs that are high
 * are the ones of i. {@link Lines#FLOATING} is "does not drive".
 *
 * @param inputs the names of its inputs, the lowest bit of the index first
 */
@SuppressWarnings("ArrayRecordComponent")
record Table(List<String> inputs, byte[] entries) {
  static final int MOST_INPUTS = 14;

  /** Whether a function fits a table. */
  static boolean fits(Expression... parts) {
    Set<String> names = new LinkedHashSet<>();
    for (Expression part : parts) {
      if (readsMemory(part)) {
        return false;
      }
      names.addAll(part.pins());
    }
    return names.size() <= MOST_INPUTS;
  }

  static boolean readsMemory(Expression e) {
    return switch (e) {
      case Expression.Pin _, Expression.Constant _ -> false;
      case Expression.Not not -> readsMemory(not.operand());
      case Expression.And and -> and.operands().stream().anyMatch(Table::readsMemory);
      case Expression.Or or -> or.operands().stream().anyMatch(Table::readsMemory);
      case Expression.ExclusiveOr xor -> xor.operands().stream().anyMatch(Table::readsMemory);
      case Expression.Choose c ->
          readsMemory(c.condition()) || readsMemory(c.whenHigh()) || readsMemory(c.whenLow());
      case Expression.MemoryBit _ -> true;
    };
  }

  /** Tabulates a driven output; an open collector does not drive high. */
  static Table driven(Expression value, Expression enable, boolean openCollector) {
    Set<String> names = new LinkedHashSet<>(value.pins());
    names.addAll(enable.pins());
    List<String> inputs = new ArrayList<>(names);
    byte[] entries = new byte[1 << inputs.size()];
    for (int i = 0; i < entries.length; i++) {
      int row = i;
      java.util.function.Predicate<String> high = n -> (row >>> inputs.indexOf(n) & 1) == 1;
      entries[i] =
          (byte)
              (enable.test(high)
                  ? value.test(high) ? (openCollector ? Lines.FLOATING : Lines.HIGH) : Lines.LOW
                  : Lines.FLOATING);
    }
    return new Table(List.copyOf(inputs), entries);
  }
}
