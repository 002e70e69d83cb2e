package raconteur.core.contest;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.freerun.Exerciser;
import raconteur.core.bench.freerun.ShortRun;
import raconteur.core.bench.instrument.SimulatedBench;
import raconteur.core.bench.instrument.Taker;
import raconteur.core.bench.program.StartUp;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;
import raconteur.core.judge.RailVoltage;
import raconteur.core.story.Telling;

/**
 * Readings on a board whose processor only counts: for any board of nets, whatever its program. It
 * works where every rail and every line is as on the healthy board; a real one would show a picture
 * then.
 */
final class CountingBench implements Bench {
  private static final int MOST_KEPT = 64;

  private final Exerciser exerciser;
  private final long seed;
  private final Map<PinRef, Signal> well;
  private final Map<List<PlantedFault>, Ran> ran =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<List<PlantedFault>, Ran> eldest) {
          return size() > MOST_KEPT;
        }
      };

  /** What a board with some faults did. */
  private record Ran(Map<PinRef, Signal> known, StartUp.Look look) {}

  CountingBench(Exerciser exerciser, long seed) {
    this.exerciser = exerciser;
    this.seed = seed;
    this.well = ShortRun.always(exerciser, exerciser.healthy());
  }

  /**
   * What the lines show as far as that is known: of a line that hangs on what nobody wrote down, or
   * on what a memory happens to hold, the simulation can tell where a fault keeps it, and nothing
   * else.
   */
  private Map<PinRef, Signal> known(SimulatedBoard board) {
    Map<PinRef, Signal> shown =
        new HashMap<>(ShortRun.of(exerciser, board, PluggedIn.NOTHING, 0, seed).shown());
    Map<PinRef, Signal> always = ShortRun.always(exerciser, board);
    shown
        .keySet()
        .removeIf(
            pin -> !well.containsKey(pin) && !always.getOrDefault(pin, Signal.DOUBTFUL).steady());
    return shown;
  }

  private Ran ran(SimulatedBoard board) {
    return ran.computeIfAbsent(
        board.faults(),
        _ -> {
          Map<PinRef, Signal> known = known(board);
          return new Ran(known, look(board, known));
        });
  }

  private StartUp.Look look(SimulatedBoard board, Map<PinRef, Signal> known) {
    Board file = board.board();
    for (Rail rail : file.rails()) {
      double volts = board.supply(board.faults(), PluggedIn.NOTHING).volts(rail);
      if (RailVoltage.of(rail, volts) != RailVoltage.Standing.GOOD) {
        return StartUp.Look.BLANK;
      }
    }
    if (known.equals(well)) {
      return StartUp.Look.WORKS;
    }
    boolean counts = exerciser.switchOn(board, PluggedIn.NOTHING, 0, seed).counts();
    return counts ? StartUp.Look.GARBAGE : StartUp.Look.BLANK;
  }

  @Override
  public Optional<Finding> take(
      List<PlantedFault> faults, Finding sample, Telling told, long salt) {
    SimulatedBoard now = exerciser.healthy().with(SwitchedOn.there(faults, seed, told));
    SimulatedBench bench = SimulatedBench.counting(now, ran(now).known(), salt);
    return sample instanceof Finding.RomCompare(String part, _)
        ? bench.romAgainstItsFile(part).map(f -> f)
        : new Taker(bench, other -> ran(other).look()).take(sample).map(f -> f);
  }

  @Override
  public boolean shows(PlantedFault fault) {
    return ran(exerciser.healthy().with(List.of(fault))).look() != StartUp.Look.WORKS;
  }

  @Override
  public Finding.Symptom symptom(List<PlantedFault> faults, long salt) {
    return new Finding.Symptom(
        ran(exerciser.healthy().with(SwitchedOn.there(faults, seed, salt))).look().card());
  }
}
