package raconteur.core.contest;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;

/**
 * Readings drawn from the same models the engine reasons with: what is measured so is how well it
 * plans, not how well its models fit a board. For boards that cannot be simulated, and for many
 * cases in little time.
 */
final class ModelBench implements Bench {
  private final Board board;
  private final Predictor predictor;

  ModelBench(Board board, Predictor predictor) {
    this.board = board;
    this.predictor = predictor;
  }

  @Override
  public Optional<Finding> take(
      List<PlantedFault> faults, Finding sample, Telling told, long salt) {
    Moment now = told.momentOf(sample);
    TestModel<?> model = predictor.model(sample, now, told.findings());
    return Optional.of(draw(model, faults, new SplittableRandom(salt)));
  }

  @Override
  public Finding.Symptom symptom(List<PlantedFault> faults, long salt) {
    String any = board.symptoms().stream().findFirst().orElseThrow().id();
    Moment now = new Moment(0, Set.of(), Optional.empty());
    Finding.Symptom sample = new Finding.Symptom(any);
    TestModel<?> model = predictor.model(sample, now, List.of());
    return (Finding.Symptom) draw(model, faults, new SplittableRandom(salt));
  }

  @Override
  public boolean shows(PlantedFault planted) {
    String any = board.symptoms().stream().findFirst().orElseThrow().id();
    Moment now = new Moment(0, Set.of(), Optional.empty());
    return planted.wrong() instanceof PlantedFault.Known(Fault fault)
        && changes(predictor.model(new Finding.Symptom(any), now, List.of()), fault);
  }

  @Override
  public boolean masks(PlantedFault first, PlantedFault second) {
    String any = board.symptoms().stream().findFirst().orElseThrow().id();
    Moment now = new Moment(0, Set.of(), Optional.empty());
    return first.wrong() instanceof PlantedFault.Known(Fault one)
        && second.wrong() instanceof PlantedFault.Known(Fault other)
        && hides(predictor.model(new Finding.Symptom(any), now, List.of()), one, other);
  }

  private static <E> boolean hides(TestModel<E> model, Fault one, Fault other) {
    E alone = model.effectOf(one);
    return model.combine(alone, model.effectOf(other)).equals(alone)
        && !model.effectOf(other).equals(alone);
  }

  private static <E> boolean changes(TestModel<E> model, Fault fault) {
    return !model.effectOf(fault).equals(model.none());
  }

  private static <E> Finding draw(
      TestModel<E> model, List<PlantedFault> faults, SplittableRandom dice) {
    E effect = model.none();
    for (PlantedFault planted : faults) {
      // What is there at times is there at this reading, or not.
      boolean there = planted.chance() >= 1 || dice.nextDouble() < planted.chance();
      if (there && planted.wrong() instanceof PlantedFault.Known(Fault fault)) {
        effect = model.combine(effect, model.effectOf(fault));
      }
    }
    List<Finding> outcomes = model.outcomes();
    double all = 0;
    for (Finding outcome : outcomes) {
      all += model.probability(outcome, effect);
    }
    double at = dice.nextDouble() * all;
    for (Finding outcome : outcomes) {
      at -= model.probability(outcome, effect);
      if (at < 0) {
        return outcome;
      }
    }
    return outcomes.getLast();
  }
}
