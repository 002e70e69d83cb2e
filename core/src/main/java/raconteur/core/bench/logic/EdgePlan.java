package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import raconteur.core.device.Expression;

/**
 * What the remembered bits of one part become at one edge, with what they have in common worked out
 * once: a register of eight bits asks for its enable once and then copies eight lines.
 */
sealed interface EdgePlan {
  /** Where the new values are put until all of them are known. */
  final class Results {
    int[] states = new int[16];
    int[] lines = new int[16];
    int count;
    int[] registers = new int[4];
    int[] words = new int[4];
    int wordCount;

    void register(int register, int word) {
      if (wordCount == registers.length) {
        registers = java.util.Arrays.copyOf(registers, wordCount * 2);
        words = java.util.Arrays.copyOf(words, wordCount * 2);
      }
      registers[wordCount] = register;
      words[wordCount++] = word;
    }

    void put(int state, int line) {
      if (count == states.length) {
        states = java.util.Arrays.copyOf(states, count * 2);
        lines = java.util.Arrays.copyOf(lines, count * 2);
      }
      states[count] = state;
      lines[count++] = line;
    }
  }

  void work(Machine m, Results results);

  /** A plan of several. */
  @SuppressWarnings("ArrayRecordComponent")
  record All(EdgePlan[] parts) implements EdgePlan {
    @Override
    public void work(Machine m, Results results) {
      for (EdgePlan part : parts) {
        part.work(m, results);
      }
    }
  }

  /** Bits that take what stands at nodes. */
  @SuppressWarnings("ArrayRecordComponent")
  record Copy(int[] states, int[] sources) implements EdgePlan {
    @Override
    public void work(Machine m, Results results) {
      for (int i = 0; i < states.length; i++) {
        int line = m.seen[sources[i]];
        if (m.seen[states[i]] != line) {
          results.put(states[i], line);
        }
      }
    }
  }

  /** A word that takes what stands at a group of nets, as one number. */
  record Latch(int register, int gather) implements EdgePlan {
    @Override
    public void work(Machine m, Results results) {
      results.register(register, m.gather(gather));
    }
  }

  /** A word of which it is not known whether it took what stood there. */
  record Forget(int register) implements EdgePlan {
    @Override
    public void work(Machine m, Results results) {
      results.register(register, Machine.UNKNOWN_WORD);
    }
  }

  /** Where one part's packed words lie. */
  interface Packing {
    boolean packed(String word);

    EdgePlan latch(String word);

    EdgePlan forget(String word);
  }

  /** One bit that takes a function's value. */
  record Compute(int state, Code next) implements EdgePlan {
    @Override
    public void work(Machine m, Results results) {
      int line = next.at(m);
      if (m.seen[state] != line) {
        results.put(state, line);
      }
    }
  }

  /** Bits that do one thing or another by one condition; where it is unknown, each by itself. */
  record Split(Code condition, EdgePlan high, EdgePlan low, EdgePlan each) implements EdgePlan {
    @Override
    public void work(Machine m, Results results) {
      int line = condition.at(m);
      (line == Lines.HIGH ? high : line == Lines.LOW ? low : each).work(m, results);
    }
  }

  /** Makes the plan of the edges of one part. */
  static EdgePlan of(
      List<DeviceCode.Edge> edges,
      ToIntFunction<String> node,
      Function<Expression, Code> code,
      Packing packing) {
    Map<Expression, List<DeviceCode.Edge>> byCondition = new LinkedHashMap<>();
    List<DeviceCode.Edge> plain = new ArrayList<>();
    List<EdgePlan> parts = new ArrayList<>();
    for (DeviceCode.Edge edge : edges) {
      if (edge.next() instanceof Expression.Pin p
          && p.name().equals(PackedWord.taken(edge.state()))) {
        parts.add(packing.latch(edge.state()));
      } else if (edge.next() instanceof Expression.Choose choose) {
        byCondition.computeIfAbsent(choose.condition(), _ -> new ArrayList<>()).add(edge);
      } else {
        plain.add(edge);
      }
    }
    copies(plain, node).ifPresent(parts::add);
    for (DeviceCode.Edge edge : plain) {
      if (!(edge.next() instanceof Expression.Pin)) {
        parts.add(new Compute(node.applyAsInt(edge.state()), code.apply(edge.next())));
      }
    }
    byCondition.forEach(
        (condition, group) ->
            parts.add(
                new Split(
                    code.apply(condition),
                    of(branch(group, true), node, code, packing),
                    of(branch(group, false), node, code, packing),
                    new All(
                        group.stream()
                            .map(e -> byItself(e, node, code, packing))
                            .toArray(EdgePlan[]::new)))));
    return parts.size() == 1 ? parts.getFirst() : new All(parts.toArray(EdgePlan[]::new));
  }

  private static EdgePlan byItself(
      DeviceCode.Edge edge,
      ToIntFunction<String> node,
      Function<Expression, Code> code,
      Packing packing) {
    return packing.packed(edge.state())
        ? packing.forget(edge.state())
        : new Compute(node.applyAsInt(edge.state()), code.apply(edge.next()));
  }

  private static List<DeviceCode.Edge> branch(List<DeviceCode.Edge> group, boolean high) {
    return group.stream()
        .map(
            e -> {
              var choose = (Expression.Choose) e.next();
              return new DeviceCode.Edge(e.state(), high ? choose.whenHigh() : choose.whenLow());
            })
        .toList();
  }

  /** A bit that keeps itself is left out. */
  private static Optional<EdgePlan> copies(
      List<DeviceCode.Edge> edges, ToIntFunction<String> node) {
    List<DeviceCode.Edge> copied =
        edges.stream()
            .filter(e -> e.next() instanceof Expression.Pin p && !p.name().equals(e.state()))
            .toList();
    return copied.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Copy(
                copied.stream().mapToInt(e -> node.applyAsInt(e.state())).toArray(),
                copied.stream()
                    .mapToInt(e -> node.applyAsInt(((Expression.Pin) e.next()).name()))
                    .toArray()));
  }
}
