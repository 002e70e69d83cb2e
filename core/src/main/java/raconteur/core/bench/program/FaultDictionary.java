package raconteur.core.bench.program;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.SupplySide;
import raconteur.core.bench.screen.Picture;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding.DeadTestEnd;

/**
 * What every fault by itself does to a board's start-up and to its dead test. Each fault is one
 * run; runs are spread over threads, told as they come, and not repeated where an earlier answer is
 * given.
 *
 * <p>A fault that cannot change the logic (a leak that leaves its rail good, a dead bypass
 * capacitor) has the healthy board's answer without a run.
 */
public final class FaultDictionary {
  private static final long SEED = 1;

  private final SimulatedBoard board;

  /** The answer of one fault. */
  public record Answer(StartUp.Look look, DeadTest.Result deadTest) {

    /** As it is kept in a file. */
    public String words() {
      String test =
          deadTest.end() == DeadTestEnd.FLASHES
              ? "flash " + deadTest.count()
              : "flash " + deadTest.end().name().toLowerCase(Locale.ROOT);
      return look.name().toLowerCase(Locale.ROOT) + ", " + test;
    }
  }

  /**
   * A dictionary to be made.
   *
   * @param board its own faults are left out
   */
  public FaultDictionary(SimulatedBoard board) {
    if (!DeadTest.fits(board.setUp())) {
      throw new IllegalArgumentException("no dead test for " + board.board().identity().id());
    }
    this.board = board.with(List.of());
  }

  /**
   * Runs faults.
   *
   * @param known answers of an earlier run, by the fault's words
   * @param answered told of each answer as it comes, from any of the threads
   * @param stop asked before each run
   * @return all answers by the fault's words; fewer than faults where it was stopped
   */
  public Map<String, Answer> run(
      Collection<Fault> faults,
      Map<String, Answer> known,
      int threads,
      BiConsumer<String, Answer> answered,
      BooleanSupplier stop) {
    Map<String, Answer> answers = new ConcurrentHashMap<>(known);
    List<Fault> open = faults.stream().filter(f -> !known.containsKey(f.toString())).toList();
    if (open.isEmpty()) {
      return answers;
    }
    Picture healthy = StartUp.healthy(board);
    Answer good = answer(board, healthy);
    FaultRuns.of(
        open,
        threads,
        fault -> {
          Answer answer =
              changesLogic(fault) ? answer(board.with(PlantedFault.of(fault)), healthy) : good;
          answers.put(fault.toString(), answer);
          answered.accept(fault.toString(), answer);
        },
        stop);
    return answers;
  }

  private static Answer answer(SimulatedBoard faulty, Picture healthy) {
    return new Answer(
        StartUp.run(faulty, PluggedIn.NOTHING, 0, SEED, healthy).look(),
        DeadTest.run(faulty, PluggedIn.NOTHING, 0, SEED));
  }

  private boolean changesLogic(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS || fault.mode() == FaultMode.SHORTED) {
      var supply =
          new SupplySide(board.board(), List.of(PlantedFault.of(fault)), java.util.Set.of());
      return !board.board().rails().stream().allMatch(supply::good);
    }
    return !(fault.place() instanceof Place.OfPart(String part))
        || board.board().part(part).filter(p -> !p.device().isCapacitor()).isPresent();
  }
}
