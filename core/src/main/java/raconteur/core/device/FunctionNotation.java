package raconteur.core.device;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The notation of device functions, one statement a text; docs/formats/devices.md tells it whole.
 *
 * <pre>
 * 1: 1Y = !(1A & 1B)                                     a gate, with the name a tester gives it
 * {4Y..1Y} = pick(S, {4A..1A}, {4B..1B}) when !/OE       a selector with three-state outputs
 * c[4] := 0 while !/CLR, {D C B A} on rise CLK if !/LOAD, c + 1 on rise CLK if ENP & ENT
 * memory m 1024 x 4
 * m[{A9..A0}] := {D4..D1} while !/CS & !/WE
 * 1Y &lt;-&gt; 1Z when 1E                                     a switch
 * Q &lt;- CLK, D                                            remembers, how is not written down
 * </pre>
 */
final class FunctionNotation {
  private static final Pattern LABEL = Pattern.compile("^\\s*([^\\s:]+): ");
  private static final Pattern STATE =
      Pattern.compile("^\\s*([A-Za-z][A-Za-z0-9]*)(?:\\[([0-9]{1,2})])? := ");
  private static final Pattern MEMORY =
      Pattern.compile("^\\s*memory ([A-Za-z][A-Za-z0-9]*) ([0-9]{1,7}) x ([0-9]{1,2})\\s*$");
  private static final Pattern WIRE = Pattern.compile("^\\s*wire ([A-Za-z][A-Za-z0-9]*) = ");
  private static final int MOST_WORDS = 1 << 20;

  private final Optional<Map<String, PinKind>> pins;
  private final Map<String, List<Expression>> words = new LinkedHashMap<>();
  private final Map<String, Behaviour.Memory> memories = new LinkedHashMap<>();
  private final Map<String, List<Behaviour.Write>> writes = new LinkedHashMap<>();
  private final List<Behaviour.Drive> drives = new ArrayList<>();
  private final List<Behaviour.State> states = new ArrayList<>();
  private final List<Behaviour.Switch> switches = new ArrayList<>();
  private final List<Gate> opaque = new ArrayList<>();
  private final List<String> outputOrder = new ArrayList<>();

  /** What the statements of one device say. */
  record Function(Behaviour behaviour, List<Gate> gates) {}

  private FunctionNotation(Optional<Map<String, PinKind>> pins) {
    this.pins = pins;
  }

  /** A statement that is wrong. */
  @FunctionalInterface
  interface Refusal {
    void refuse(int statement, NotationException why);
  }

  /** Reads a function of pins alone. */
  static Expression expression(String text) {
    var parser = new WordParser(text, 0, WordParser.PINS_ONLY);
    Expression result = parser.bit();
    if (!parser.atEnd()) {
      throw parser.wrong("an operator & ^ | is expected");
    }
    return result;
  }

  /** Reads one statement that stands by itself. */
  static Gate gate(String text) {
    var notation = new FunctionNotation(Optional.empty());
    notation.statement(text);
    List<Gate> gates = notation.gates();
    if (gates.isEmpty()) {
      throw new NotationException("a gate is written Y = A & B or Q <- CLK, D: " + text, 0);
    }
    return gates.getFirst();
  }

  /**
   * Reads the statements of one device.
   *
   * @param pins its pins by name
   * @param refusal told of every statement that is wrong
   */
  static Function read(List<String> statements, Map<String, PinKind> pins, Refusal refusal) {
    var notation = new FunctionNotation(Optional.of(pins));
    boolean[] bad = new boolean[statements.size()];
    for (int i = 0; i < statements.size(); i++) {
      try {
        notation.declare(statements.get(i));
      } catch (NotationException e) {
        bad[i] = true;
        refusal.refuse(i, e);
      }
    }
    for (int i = 0; i < statements.size(); i++) {
      try {
        if (!bad[i]) {
          notation.statement(statements.get(i));
        }
      } catch (NotationException e) {
        refusal.refuse(i, e);
      }
    }
    return new Function(notation.behaviour(), notation.gates());
  }

  private Behaviour behaviour() {
    List<Behaviour.Memory> whole =
        memories.values().stream()
            .map(
                m ->
                    new Behaviour.Memory(
                        m.name(), m.words(), m.width(), writes.getOrDefault(m.name(), List.of())))
            .toList();
    return new Behaviour(drives, states, whole, switches);
  }

  /** Remembered words and memories may be used in statements before their own. */
  private void declare(String text) {
    Matcher memory = MEMORY.matcher(text);
    if (memory.find()) {
      int count = Integer.parseInt(memory.group(2));
      int width = Integer.parseInt(memory.group(3));
      if (count < 1 || count > MOST_WORDS || width < 1 || width > WordParser.WIDEST) {
        throw new NotationException(
            "a memory has 1 to " + MOST_WORDS + " words of 1 to 64 bits", memory.start(2));
      }
      fresh(memory.group(1), memory.start(1));
      memories.put(memory.group(1), new Behaviour.Memory(memory.group(1), count, width, List.of()));
      return;
    }
    Matcher state = STATE.matcher(text);
    if (state.find()) {
      int width = state.group(2) == null ? 1 : Integer.parseInt(state.group(2));
      if (width < 1 || width > WordParser.WIDEST) {
        throw new NotationException("a remembered word has 1 to 64 bits", state.start(2));
      }
      fresh(state.group(1), state.start(1));
      List<Expression> bits = new ArrayList<>();
      for (int i = 0; i < width; i++) {
        bits.add(new Expression.Pin(state.group(1) + "." + i));
        words.put(state.group(1) + "." + i, List.of(bits.get(i)));
      }
      words.put(state.group(1), bits);
    }
  }

  private void fresh(String name, int at) {
    if (words.containsKey(name) || memories.containsKey(name)) {
      throw new NotationException("\"" + name + "\" is written down twice", at);
    }
    if (pins.isPresent() && pins.get().containsKey(name)) {
      throw new NotationException(
          "\"" + name + "\" is a pin; a remembered word needs a name of its own", at);
    }
  }

  private void statement(String text) {
    if (MEMORY.matcher(text).find()) {
      return;
    }
    Matcher state = STATE.matcher(text);
    if (state.find()) {
      state(text, state.group(1), state.end());
      return;
    }
    Matcher wire = WIRE.matcher(text);
    if (wire.find()) {
      fresh(wire.group(1), wire.start(1));
      var parser = new WordParser(text, wire.end(), names());
      words.put(wire.group(1), parser.word());
      end(parser);
      return;
    }
    int write = text.indexOf("] := ");
    if (write >= 0) {
      write(text, write);
      return;
    }
    Matcher label = LABEL.matcher(text);
    boolean labelled = label.find();
    gate(text, labelled ? label.group(1) : "", labelled ? label.end() : 0);
  }

  private void gate(String text, String label, int start) {
    var parser = new WordParser(text, start, names());
    List<String> targets = parser.targets();
    int targetsEnd = parser.at();
    if (parser.takeWord("<->")) {
      switching(parser, targets);
    } else if (parser.takeWord("<-")) {
      remembering(parser, label, targets, start);
    } else if (parser.takeWord("=")) {
      driving(parser, label, targets, start);
    } else {
      throw new NotationException(
          "a gate is written Y = A & B or Q <- CLK, D: " + text, targetsEnd);
    }
  }

  private void driving(WordParser parser, String label, List<String> targets, int start) {
    List<Expression> value = parser.word(targets.size());
    Expression enable = parser.takeWord("when") ? parser.bit() : Bits.HIGH;
    end(parser);
    for (int i = 0; i < targets.size(); i++) {
      String output = output(targets.get(i), start);
      drives.add(
          new Behaviour.Drive(
              label.isEmpty() ? output : label, output, value.get(targets.size() - 1 - i), enable));
    }
  }

  private void remembering(WordParser parser, String label, List<String> targets, int start) {
    List<String> inputs = new ArrayList<>();
    do {
      inputs.add(pinName(parser.name(), parser.at()));
    } while (parser.take(','));
    Expression enable = parser.takeWord("when") ? parser.bit() : Bits.HIGH;
    end(parser);
    for (String target : targets) {
      String output = output(target, start);
      opaque.add(
          new Gate(label.isEmpty() ? output : label, output, new Gate.Remembering(inputs), enable));
    }
  }

  private void switching(WordParser parser, List<String> targets) {
    String other = pinName(parser.name(), parser.at());
    Expression condition = parser.takeWord("when") ? parser.bit() : Bits.HIGH;
    end(parser);
    for (String one : targets) {
      switches.add(new Behaviour.Switch(pinName(one, 0), other, condition));
    }
  }

  private void state(String text, String name, int start) {
    int width = words.getOrDefault(name, List.of()).size();
    var parser = new WordParser(text, start, names());
    List<List<Behaviour.Clause>> clauses = new ArrayList<>();
    for (int i = 0; i < width; i++) {
      clauses.add(new ArrayList<>());
    }
    do {
      List<Expression> value = parser.word(width);
      Behaviour.Timing timing = timing(parser);
      for (int i = 0; i < width; i++) {
        clauses.get(i).add(new Behaviour.Clause(value.get(i), timing));
      }
    } while (parser.take(','));
    end(parser);
    for (int i = 0; i < width; i++) {
      states.add(new Behaviour.State(name + "." + i, clauses.get(i)));
    }
  }

  private void write(String text, int closing) {
    int opening = text.indexOf('[');
    String name = opening < 0 ? "" : text.substring(0, opening).strip();
    Behaviour.Memory memory = memories.get(name);
    if (memory == null) {
      throw new NotationException(
          "no memory is called \"" + name + "\"; declare it as memory m 1024 x 4", 0);
    }
    var addresses = new WordParser(text.substring(0, closing), opening + 1, names());
    List<Expression> address = addresses.word();
    end(addresses);
    if (address.size() > 24 || 1 << address.size() < memory.words()) {
      throw new NotationException(
          address.size() + " address bits do not fit " + memory.words() + " words", opening + 1);
    }
    var parser = new WordParser(text, closing + 5, names());
    do {
      List<Expression> data = parser.word(memory.width());
      writes
          .computeIfAbsent(name, _ -> new ArrayList<>())
          .add(new Behaviour.Write(address, data, timing(parser)));
    } while (parser.take(','));
    end(parser);
  }

  private static Behaviour.Timing timing(WordParser parser) {
    if (parser.takeWord("while")) {
      return new Behaviour.While(parser.bit());
    }
    if (parser.takeWord("on")) {
      boolean rising = parser.takeWord("rise");
      if (!rising && !parser.takeWord("fall")) {
        throw parser.wrong("\"rise\" or \"fall\" is expected");
      }
      Expression clock = parser.bit();
      return new Behaviour.OnEdge(rising, clock, parser.takeWord("if") ? parser.bit() : Bits.HIGH);
    }
    throw parser.wrong("\"while\" or \"on rise\" or \"on fall\" is expected");
  }

  private static void end(WordParser parser) {
    if (!parser.atEnd()) {
      throw parser.wrong("an operator & ^ | is expected");
    }
  }

  private String output(String name, int at) {
    if (pins.isPresent() && !pins.get().getOrDefault(name, PinKind.NONE).drives()) {
      throw new NotationException("\"" + name + "\" is not an output of this device", at);
    }
    if (outputOrder.contains(name) && !isBidirectional(name)) {
      throw new NotationException("\"" + name + "\" is written down twice", at);
    }
    outputOrder.add(name);
    return name;
  }

  private boolean isBidirectional(String name) {
    return pins.isPresent() && pins.get().get(name) == PinKind.BIDIRECTIONAL;
  }

  private String pinName(String name, int at) {
    names()
        .refusePin(name)
        .ifPresent(
            why -> {
              throw new NotationException(why, at);
            });
    return name;
  }

  private WordParser.Names names() {
    return new WordParser.Names() {
      @Override
      public Optional<List<Expression>> word(String name) {
        return Optional.ofNullable(words.get(name));
      }

      @Override
      public Optional<Integer> memoryWidth(String name) {
        return Optional.ofNullable(memories.get(name)).map(Behaviour.Memory::width);
      }

      @Override
      public Optional<String> refusePin(String name) {
        return pins.isEmpty() || pins.get().containsKey(name)
            ? Optional.empty()
            : Optional.of("\"" + name + "\" is not a pin of this device");
      }
    };
  }

  /** The gates as a probe sees them. */
  private List<Gate> gates() {
    Behaviour behaviour = behaviour();
    List<Gate> gates = new ArrayList<>();
    for (Behaviour.Drive drive : behaviour.drives()) {
      Support support = new Support(behaviour);
      support.follow(drive.value());
      Gate.Function function =
          support.remembers()
              ? new Gate.Remembering(support.inputs())
              : new Gate.Combinational(drive.value());
      gates.add(
          new Gate(drive.gate(), drive.output(), function, byPins(drive.enable(), behaviour)));
    }
    for (Behaviour.Switch joined : behaviour.switches()) {
      gates.add(switched(joined.one(), joined.other(), joined.condition()));
      gates.add(switched(joined.other(), joined.one(), joined.condition()));
    }
    gates.addAll(opaque);
    return List.copyOf(gates);
  }

  /** What must hold at the pins for an enable to hold, whatever is remembered. */
  private static Expression byPins(Expression enable, Behaviour behaviour) {
    Support support = new Support(behaviour);
    support.follow(enable);
    if (!support.remembers()) {
      return enable;
    }
    Expression result = Bits.HIGH;
    if (enable instanceof Expression.And and) {
      for (Expression operand : and.operands()) {
        result = Bits.and(result, byPins(operand, behaviour));
      }
    }
    return result;
  }

  private static Gate switched(String to, String from, Expression condition) {
    return new Gate(to, to, new Gate.Combinational(new Expression.Pin(from)), condition);
  }

  /** The pins an expression depends on in the end, those that clock it first. */
  private static final class Support {
    private final Behaviour behaviour;
    private final Set<String> clocks = new LinkedHashSet<>();
    private final Set<String> others = new LinkedHashSet<>();
    private final Set<String> seen = new LinkedHashSet<>();

    Support(Behaviour behaviour) {
      this.behaviour = behaviour;
    }

    boolean remembers() {
      return !clocks.isEmpty();
    }

    List<String> inputs() {
      Set<String> all = new LinkedHashSet<>(clocks);
      all.addAll(others);
      return List.copyOf(all);
    }

    void follow(Expression expression) {
      switch (expression) {
        case Expression.Pin pin ->
            behaviour.state(pin.name()).ifPresentOrElse(this::follow, () -> others.add(pin.name()));
        case Expression.Not not -> follow(not.operand());
        case Expression.And and -> and.operands().forEach(this::follow);
        case Expression.Or or -> or.operands().forEach(this::follow);
        case Expression.ExclusiveOr xor -> xor.operands().forEach(this::follow);
        case Expression.Constant _ -> {}
        case Expression.Choose choose -> {
          follow(choose.condition());
          follow(choose.whenHigh());
          follow(choose.whenLow());
        }
        case Expression.MemoryBit bit -> follow(bit);
      }
    }

    private void follow(Behaviour.State state) {
      if (seen.add(state.name())) {
        state.clauses().stream()
            .filter(c -> !(c.value() instanceof Expression.Constant))
            .findFirst()
            .ifPresent(c -> clock(c.timing()));
        for (Behaviour.Clause clause : state.clauses()) {
          follow(clause.value());
          follow(clause.timing());
        }
      }
    }

    private void clock(Behaviour.Timing timing) {
      Set<String> names =
          switch (timing) {
            case Behaviour.While level -> level.condition().pins();
            case Behaviour.OnEdge edge -> edge.clock().pins();
          };
      names.stream().filter(n -> behaviour.state(n).isEmpty()).findFirst().ifPresent(clocks::add);
    }

    private void follow(Behaviour.Timing timing) {
      follow(timing.condition());
      if (timing instanceof Behaviour.OnEdge edge) {
        follow(edge.clock());
      }
    }

    /** A memory's word moves while its lowest address line does. */
    private void follow(Expression.MemoryBit bit) {
      bit.address().getFirst().pins().stream()
          .filter(n -> behaviour.state(n).isEmpty())
          .findFirst()
          .ifPresent(clocks::add);
      bit.address().forEach(this::follow);
      if (seen.add("memory " + bit.memory())) {
        for (Behaviour.Write write :
            behaviour.memory(bit.memory()).map(Behaviour.Memory::writes).orElse(List.of())) {
          follow(write.timing());
          follow(write.data().get(bit.bit()));
        }
      }
    }
  }
}
