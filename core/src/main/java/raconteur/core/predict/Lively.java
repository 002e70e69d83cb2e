package raconteur.core.predict;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;

/**
 * A sign of life on a board of which no net is known: what moves or stands high has its supply, and
 * whatever would take that away is not what is wrong. A still line says nothing by itself here: who
 * reads it has mostly seen to the supply before (common practice, no source).
 *
 * <p>For findings that were told, whose chances need not add up to 1.
 */
final class Lively<E> implements TestModel<Lively.Effect<E>> {
  /** A probe that was misread, or a clip on the pin beside (judgement, no source). */
  private static final double ALL_THE_SAME = 0.02;

  private static final double LEAST_LOGIC_VOLTS = 3;
  private static final double MOST_LOGIC_VOLTS = 6;

  private static final Set<String> WITHOUT = Set.of("gone", "shorted");

  private final TestModel<E> model;
  private final RailConditions supply;

  /**
   * @param unfed whether nothing on the logic's rail can work
   */
  record Effect<E>(E inner, boolean unfed) {}

  private Lively(TestModel<E> model, RailConditions supply) {
    this.model = model;
    this.supply = supply;
  }

  /** The rail that the logic of a board works from, where no net says who works from what. */
  static Optional<RailConditions> supply(Board board) {
    return board.nets().isEmpty()
        ? board.rails().stream()
            .filter(rail -> rail.volts() >= LEAST_LOGIC_VOLTS && rail.volts() <= MOST_LOGIC_VOLTS)
            .findFirst()
            .map(rail -> new RailConditions(board, rail))
        : Optional.empty();
  }

  /** The model of what was found, with that in it if it is a sign of life. */
  static TestModel<?> of(
      TestModel<?> model, List<Finding> found, Board board, Optional<RailConditions> supply) {
    return supply.isPresent()
            && found.stream().anyMatch(f -> isSignOfLife(f) && isOfTheLogic(board, f))
        ? new Lively<>(model, supply.get())
        : model;
  }

  private static boolean isSignOfLife(Finding finding) {
    return switch (finding) {
      case Finding.Probe probe -> isAlive(probe.shown());
      case Finding.Frequency count -> count.hertz() > 0;
      case Finding.PinVolts volts -> isAlive(LogicLevels.of(volts.lowest(), volts.highest()));
      case Finding _ -> false;
    };
  }

  /** In front of a fuse or at a plug the supply itself stands high. */
  private static boolean isOfTheLogic(Board board, Finding reading) {
    return reading.subject().pins().stream()
        .flatMap(pin -> board.part(pin.part()).stream())
        .map(Part::device)
        .anyMatch(d -> d.isCrystal() || (d.isChip() && !d.isRegulator()));
  }

  private static boolean isAlive(Signal shown) {
    return shown == Signal.TOGGLING || shown == Signal.HIGH;
  }

  private boolean isUnfed(Fault fault) {
    return WITHOUT.contains(supply.underVoltage(fault));
  }

  @Override
  public Effect<E> none() {
    return new Effect<>(model.none(), false);
  }

  @Override
  public Effect<E> effectOf(Fault fault) {
    return new Effect<>(model.effectOf(fault), isUnfed(fault));
  }

  @Override
  public Effect<E> effectOf(List<Fault> faults) {
    return new Effect<>(model.effectOf(faults), faults.stream().anyMatch(this::isUnfed));
  }

  @Override
  public List<Effect<E>> effectsOf(List<Fault> faults, int from, int to) {
    List<E> inner = model.effectsOf(faults, from, to);
    List<Effect<E>> effects = new ArrayList<>(to - from);
    for (int f = from; f < to; f++) {
      effects.add(new Effect<>(inner.get(f - from), isUnfed(faults.get(f))));
    }
    return effects;
  }

  @Override
  public Effect<E> combine(Effect<E> one, Effect<E> other) {
    return new Effect<>(model.combine(one.inner(), other.inner()), one.unfed() || other.unfed());
  }

  @Override
  public double probability(Finding found, Effect<E> effect) {
    return model.probability(found, effect.inner()) * (effect.unfed() ? ALL_THE_SAME : 1);
  }

  @Override
  public double joint(List<Finding> found, Effect<E> effect) {
    return model.joint(found, effect.inner()) * (effect.unfed() ? ALL_THE_SAME : 1);
  }

  @Override
  public List<Finding> outcomes() {
    return model.outcomes();
  }
}
