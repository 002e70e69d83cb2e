package raconteur.core.contest;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.freerun.Exerciser;
import raconteur.core.board.Board;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Readings;
import raconteur.core.story.Telling;

/**
 * Takes readings on a board with known faults: on the running board where it can be simulated, else
 * as the models of the engine let them fall.
 */
public interface Bench {

  /** Why a board is not run free: a bench on which half the board's lines are guessed is none. */
  String UNCLOCKED =
      "Its own oscillator cannot be reckoned: a crystal says its frequency, such as 12 MHz, and the"
          + " nets lead from it to the processor's clock pin.";

  /** Whether a board's processor can count on the simulated bench; the sentence why not, else. */
  static Optional<String> whyNotCounting(Board board) {
    return switch (Exerciser.of(board, OptionalDouble.empty())) {
      case Exerciser.Made.Ready(Exerciser exerciser) when exerciser.isClockedByItself() ->
          Optional.empty();
      case Exerciser.Made.Ready _ -> Optional.of(UNCLOCKED);
      case Exerciser.Made.Refused(String why) -> Optional.of(why);
    };
  }

  /**
   * Takes a reading.
   *
   * @param faults what is wrong with the board now
   * @param sample one finding of the test
   * @param told what was found before
   * @param salt makes the same test err differently when it is taken again
   * @return empty where this bench cannot make the test
   */
  Optional<Finding> take(List<PlantedFault> faults, Finding sample, Telling told, long salt);

  /** Whether a fault by itself makes the board show anything but that it works. */
  boolean shows(PlantedFault fault);

  /** Whether a board with both faults shows what it shows with the first alone. */
  default boolean masks(PlantedFault first, PlantedFault second) {
    Finding.Symptom alone = symptom(List.of(first), 0);
    return symptom(List.of(first, second), 0).equals(alone)
        && !symptom(List.of(second), 0).equals(alone);
  }

  /** What the board shows by itself, as one of its symptom cards. */
  Finding.Symptom symptom(List<PlantedFault> faults, long salt);

  /**
   * Readings from where they are said to come.
   *
   * @param seed the dice of power-ups and instruments
   * @throws IllegalArgumentException where the board cannot do that
   */
  static Bench of(SimulatedBoard healthy, Contest.From from, long seed) {
    return switch (from) {
      case MODELS -> ofModels(healthy.board());
      case RUNNING -> running(healthy, seed);
      case COUNTING ->
          switch (Exerciser.of(healthy, OptionalDouble.empty())) {
            case Exerciser.Made.Ready(Exerciser exerciser) when exerciser.isClockedByItself() ->
                new CountingBench(exerciser, seed);
            case Exerciser.Made.Ready _ -> throw new IllegalArgumentException(UNCLOCKED);
            case Exerciser.Made.Refused(String why) -> throw new IllegalArgumentException(why);
          };
    };
  }

  /** Readings as the engine's own models let them fall: for a board that cannot be run. */
  static Bench ofModels(Board board) {
    return new ModelBench(board, new Predictor(board, Readings.shipped()));
  }

  /**
   * Readings on the running board.
   *
   * @param seed the dice of power-ups and instruments
   */
  static Bench running(SimulatedBoard healthy, long seed) {
    return new RunningBench(healthy, seed);
  }
}
