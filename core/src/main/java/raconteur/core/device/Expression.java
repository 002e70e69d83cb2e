package raconteur.core.device;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/**
 * A Boolean function of named pins and remembered bits. {@link FunctionNotation} reads it; its
 * words (numbers, selections, sums) come out of there as one expression a bit.
 */
public sealed interface Expression {

  record Pin(String name) implements Expression {}

  record Not(Expression operand) implements Expression {}

  record And(List<Expression> operands) implements Expression {}

  record Or(List<Expression> operands) implements Expression {}

  record ExclusiveOr(List<Expression> operands) implements Expression {}

  /** Always high or always low. */
  record Constant(boolean high) implements Expression {}

  /** One of two, as a selector input says. */
  record Choose(Expression condition, Expression whenHigh, Expression whenLow)
      implements Expression {}

  /** One bit of a memory's word; the address has its lowest bit first. */
  record MemoryBit(String memory, List<Expression> address, int bit) implements Expression {}

  /** Looks up a memory's bit at an address that may be partly unknown. */
  @FunctionalInterface
  interface MemoryReader {
    Level read(String memory, List<Level> addressLowestFirst, int bit);
  }

  /** The names of the pins it reads. */
  default Set<String> pins() {
    Set<String> names = new LinkedHashSet<>();
    collect(this, names);
    return names;
  }

  /** Its value where every pin is plainly low or high. */
  default boolean test(java.util.function.Predicate<String> high) {
    return switch (this) {
      case Pin pin -> high.test(pin.name());
      case Not not -> !not.operand().test(high);
      case And and -> and.operands().stream().allMatch(e -> e.test(high));
      case Or or -> or.operands().stream().anyMatch(e -> e.test(high));
      case ExclusiveOr xor -> xor.operands().stream().filter(e -> e.test(high)).count() % 2 == 1;
      case Constant constant -> constant.high();
      case Choose c -> (c.condition().test(high) ? c.whenHigh() : c.whenLow()).test(high);
      case MemoryBit _ -> throw new IllegalStateException("a memory has no function of pins alone");
    };
  }

  /**
   * Its level where pins may be unknown or open: low or high where every completion agrees gate by
   * gate, else unknown. An open input counts as unknown.
   */
  default Level level(Function<String, Level> pins, MemoryReader memories) {
    return switch (this) {
      case Pin pin -> pins.apply(pin.name()).asInput();
      case Not not -> not.operand().level(pins, memories).inverted();
      case And and -> {
        Level result = Level.HIGH;
        for (Expression operand : and.operands()) {
          result = result.and(operand.level(pins, memories));
          if (result == Level.LOW) {
            break;
          }
        }
        yield result;
      }
      case Or or -> {
        Level result = Level.LOW;
        for (Expression operand : or.operands()) {
          result = result.or(operand.level(pins, memories));
          if (result == Level.HIGH) {
            break;
          }
        }
        yield result;
      }
      case ExclusiveOr xor -> {
        Level result = Level.LOW;
        for (Expression operand : xor.operands()) {
          result = result.exclusiveOr(operand.level(pins, memories));
        }
        yield result;
      }
      case Constant constant -> Level.of(constant.high());
      case Choose c ->
          switch (c.condition().level(pins, memories)) {
            case HIGH -> c.whenHigh().level(pins, memories);
            case LOW -> c.whenLow().level(pins, memories);
            case UNKNOWN, FLOATING ->
                c.whenHigh().level(pins, memories).merge(c.whenLow().level(pins, memories));
          };
      case MemoryBit m ->
          memories.read(
              m.memory(), m.address().stream().map(e -> e.level(pins, memories)).toList(), m.bit());
    };
  }

  /** What it does over time where the pins do what is given. */
  default Signal signal(Function<String, Signal> pins) {
    return switch (this) {
      case Pin pin -> pins.apply(pin.name()).asInput();
      case Not not -> not.operand().signal(pins).inverted();
      case And and ->
          and.operands().stream().map(e -> e.signal(pins)).reduce(Signal.HIGH, Signal::and);
      case Or or -> or.operands().stream().map(e -> e.signal(pins)).reduce(Signal.LOW, Signal::or);
      case ExclusiveOr xor ->
          xor.operands().stream().map(e -> e.signal(pins)).reduce(Signal.LOW, Signal::exclusiveOr);
      case Constant constant -> constant.high() ? Signal.HIGH : Signal.LOW;
      case Choose c -> {
        Signal selector = c.condition().signal(pins);
        yield selector
            .and(c.whenHigh().signal(pins))
            .or(selector.inverted().and(c.whenLow().signal(pins)));
      }
      case MemoryBit _ -> Signal.DOUBTFUL;
    };
  }

  /**
   * Reads a function of pins alone, whatever they are called.
   *
   * @throws NotationException with one sentence, where it does not follow the notation
   */
  static Expression parse(String text) {
    return FunctionNotation.expression(text);
  }

  private static void collect(Expression expression, Set<String> names) {
    switch (expression) {
      case Pin pin -> names.add(pin.name());
      case Not not -> collect(not.operand(), names);
      case And and -> and.operands().forEach(e -> collect(e, names));
      case Or or -> or.operands().forEach(e -> collect(e, names));
      case ExclusiveOr xor -> xor.operands().forEach(e -> collect(e, names));
      case Constant _ -> {}
      case Choose c -> {
        collect(c.condition(), names);
        collect(c.whenHigh(), names);
        collect(c.whenLow(), names);
      }
      case MemoryBit m -> m.address().forEach(e -> collect(e, names));
    }
  }
}
