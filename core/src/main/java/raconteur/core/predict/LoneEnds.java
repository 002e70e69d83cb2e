package raconteur.core.predict;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.PinRole;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * Readings at a crystal or at a transistor where nobody wrote down what its pins are joined to:
 * they drive nothing by the data book, and yet who probes there expects to see it swing. A crystal
 * stands where it, or the gate that keeps it going, is dead; what leaves a transistor stands where
 * that is (common practice, no source).
 */
final class LoneEnds {
  private final Board board;
  private final Readings readings;

  /** A divider takes what a crystal makes, and does not make it. */
  private static final Pattern KEEPS =
      Pattern.compile("(?i)\\b(?:osc|oscillator|clock gen(?:erator)?|master clock)\\b");

  LoneEnds(Board board, Readings readings) {
    this.board = board;
    this.readings = readings;
  }

  /**
   * The model of a reading, where it is one of these.
   *
   * @param before what was read beside it
   */
  Optional<TestModel<?>> model(Finding reading, List<Finding> before) {
    PinRef pin = reading.subject().pins().getFirst();
    Optional<Part> part = board.part(pin.part()).filter(_ -> board.netOf(pin).isEmpty());
    Optional<Boolean> moves = Lines.shown(reading).flatMap(LoneEnds::moves);
    if (part.isEmpty() || moves.isEmpty() || board.kind(pin).drives()) {
      return Optional.empty();
    }
    if (isClockOfItsOwn(part.get(), pin)) {
      return Optional.of(
          swings("crystal", reading, moves.get(), fault -> stopsCrystal(fault, part.get())));
    }
    return part.get().device().isCrystal()
        ? Optional.of(swings("crystal", reading, moves.get(), fault -> keeps(fault, part.get())))
        : part.get().device().isTransistor() && leaves(pin)
            ? Optional.of(
                swings(
                    isDriven(part.get(), before) ? "driven transistor" : "transistor",
                    reading,
                    moves.get(),
                    fault -> isDead(fault, part.get())))
            : Optional.empty();
  }

  private TestModel<?> swings(
      String test, Finding reading, boolean moves, Predicate<Fault> stopped) {
    return new ConditionModel(
        readings,
        test,
        List.of("swings", "stands"),
        fault -> stopped.test(fault) ? "stands" : "swings",
        _ -> moves ? "moves" : "still",
        Map.of(moves ? "moves" : "still", reading));
  }

  /** Standing at a level may be how it should be; that nothing comes is what was missed. */
  private static Optional<Boolean> moves(Signal shown) {
    return switch (shown) {
      case TOGGLING -> Optional.of(true);
      case STILL -> Optional.of(false);
      case DOUBTFUL, LOW, HIGH, BETWEEN, FLOATING -> Optional.empty();
    };
  }

  /**
   * Where a processor's crystal is joined to it: by the data book it neither takes in nor drives.
   */
  private boolean isClockOfItsOwn(Part part, PinRef pin) {
    return part.device().isProcessor()
        && !board.kind(pin).reads()
        && board.pin(pin).filter(p -> PinRole.CLOCK.fits(p.name())).isPresent();
  }

  /** The crystal that is listed for it, or for nothing; or the processor that swings it. */
  private boolean stopsCrystal(Fault fault, Part processor) {
    return isDead(fault, processor)
        || board.parts().stream()
            .filter(p -> p.fitted() && p.device().isCrystal() && isDead(fault, p))
            .anyMatch(p -> isForSound(p) == isForSound(processor));
  }

  private static boolean isForSound(Part part) {
    return SOUND.matcher(part.called()).find();
  }

  private static final Pattern SOUND = Pattern.compile("(?i)\\b(?:sound|audio|music|speech)\\b");

  private boolean isDriven(Part part, List<Finding> before) {
    return before.stream()
        .filter(f -> Lines.shown(f).filter(s -> s == Signal.TOGGLING).isPresent())
        .flatMap(f -> f.subject().pins().stream())
        .anyMatch(
            pin ->
                pin.part().equals(part.designator())
                    && board.pin(pin).filter(p -> p.name().matches("[BG]")).isPresent());
  }

  private boolean leaves(PinRef pin) {
    return board.pin(pin).filter(p -> p.name().matches("[CEDS]")).isPresent();
  }

  private static boolean isDead(Fault fault, Part part) {
    return fault.place().mendable().equals(new Place.OfPart(part.designator()))
        && fault.mode() == FaultMode.DEAD;
  }

  /** Whether a fault stops a crystal: its own, or that of a chip that is there for the clock. */
  private boolean keeps(Fault fault, Part crystal) {
    return isDead(fault, crystal)
        || (fault.place().mendable() instanceof Place.OfPart(String name)
            && fault.mode().function() == FaultMode.Function.LOST
            && board
                .part(name)
                .filter(p -> p.device().isChip() && KEEPS.matcher(p.called()).find())
                .isPresent());
  }
}
