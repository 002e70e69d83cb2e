package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import raconteur.core.device.Behaviour;
import raconteur.core.device.Expression;

/**
 * A remembered word that is only ever latched whole from pins and only used to address a memory, as
 * the row and the column of a dynamic RAM: it can be kept as one number.
 *
 * @param sources the pins it takes, lowest first
 */
record PackedWord(String name, List<String> sources, Behaviour.OnEdge timing) {

  /** How "what the pins show" is written in the word's own clause. */
  static String taken(String word) {
    return "{" + word + "}";
  }

  /** The words of a function that can be kept so, by name. */
  static Map<String, PackedWord> of(Behaviour behaviour) {
    Map<String, List<Behaviour.State>> byName = new LinkedHashMap<>();
    for (Behaviour.State state : behaviour.states()) {
      String name = state.name().substring(0, state.name().lastIndexOf('.'));
      byName.computeIfAbsent(name, _ -> new ArrayList<>()).add(state);
    }
    Map<String, PackedWord> found = new LinkedHashMap<>();
    byName.forEach(
        (name, bits) ->
            latched(name, bits, behaviour)
                .filter(_ -> onlyAddresses(name, bits.size(), behaviour))
                .ifPresent(word -> found.put(name, word)));
    return found;
  }

  private static Optional<PackedWord> latched(
      String name, List<Behaviour.State> bits, Behaviour behaviour) {
    List<String> sources = new ArrayList<>();
    for (Behaviour.State bit : bits) {
      if (bit.clauses().size() != 1
          || !(bit.clauses().getFirst().timing() instanceof Behaviour.OnEdge edge)
          || !edge.equals(bits.getFirst().clauses().getFirst().timing())
          || !(bit.clauses().getFirst().value() instanceof Expression.Pin pin)
          || isState(pin.name(), behaviour)) {
        return Optional.empty();
      }
      sources.add(pin.name());
    }
    var timing = (Behaviour.OnEdge) bits.getFirst().clauses().getFirst().timing();
    return bits.size() < 2
        ? Optional.empty()
        : Optional.of(new PackedWord(name, List.copyOf(sources), timing));
  }

  private static boolean isState(String name, Behaviour behaviour) {
    return behaviour.states().stream().anyMatch(s -> s.name().equals(name));
  }

  private static boolean onlyAddresses(String name, int bits, Behaviour behaviour) {
    List<Expression> functions = new ArrayList<>();
    List<List<Expression>> addresses = new ArrayList<>();
    for (Behaviour.Drive drive : behaviour.drives()) {
      boolean used =
          Stream.of(drive.value(), drive.enable())
              .flatMap(e -> e.pins().stream())
              .anyMatch(pin -> pin.startsWith(name + "."));
      if (used) {
        return false;
      }
    }
    for (Behaviour.State state : behaviour.states()) {
      for (Behaviour.Clause clause : state.clauses()) {
        functions.add(clause.value());
        timing(clause.timing(), functions);
      }
    }
    for (Behaviour.Memory memory : behaviour.memories()) {
      for (Behaviour.Write write : memory.writes()) {
        functions.addAll(write.data());
        timing(write.timing(), functions);
        addresses.add(write.address());
      }
    }
    return functions.stream().noneMatch(f -> usesBare(f, name, addresses))
        && addresses.stream().allMatch(a -> inOrder(a, name, bits));
  }

  private static void timing(Behaviour.Timing timing, List<Expression> functions) {
    functions.add(timing.condition());
    if (timing instanceof Behaviour.OnEdge edge) {
      functions.add(edge.clock());
    }
  }

  /** Whether a function uses one of the bits outside an address; addresses are set aside. */
  private static boolean usesBare(Expression e, String name, List<List<Expression>> addresses) {
    return switch (e) {
      case Expression.Pin pin -> pin.name().startsWith(name + ".");
      case Expression.Not not -> usesBare(not.operand(), name, addresses);
      case Expression.And and ->
          and.operands().stream().anyMatch(o -> usesBare(o, name, addresses));
      case Expression.Or or -> or.operands().stream().anyMatch(o -> usesBare(o, name, addresses));
      case Expression.ExclusiveOr xor ->
          xor.operands().stream().anyMatch(o -> usesBare(o, name, addresses));
      case Expression.Constant _ -> false;
      case Expression.Choose c ->
          usesBare(c.condition(), name, addresses)
              || usesBare(c.whenHigh(), name, addresses)
              || usesBare(c.whenLow(), name, addresses);
      case Expression.MemoryBit m -> {
        addresses.add(m.address());
        yield false;
      }
    };
  }

  /** Whether the word's bits stand in an address all and in order, or not at all. */
  private static boolean inOrder(List<Expression> address, String name, int bits) {
    int first = address.indexOf(new Expression.Pin(name + ".0"));
    for (int i = 0; i < address.size(); i++) {
      if (usesBare(address.get(i), name, new ArrayList<>())) {
        boolean inside = first >= 0 && i >= first && i < first + bits;
        if (!inside || !address.get(i).equals(new Expression.Pin(name + "." + (i - first)))) {
          return false;
        }
      }
    }
    return first < 0 || first + bits <= address.size();
  }
}
