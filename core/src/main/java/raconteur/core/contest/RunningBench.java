package raconteur.core.contest;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.instrument.SimulatedBench;
import raconteur.core.bench.instrument.Taker;
import raconteur.core.bench.program.StartUp;
import raconteur.core.bench.screen.Picture;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;

/** Readings on the simulated board; the boards of the last few states are kept switched on. */
final class RunningBench implements Bench {
  private static final int MOST_KEPT = 12;

  private final SimulatedBoard healthy;
  private final long seed;
  private final Picture picture;
  private final Map<List<PlantedFault>, Taker> takers =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<List<PlantedFault>, Taker> eldest) {
          return size() > MOST_KEPT;
        }
      };

  RunningBench(SimulatedBoard healthy, long seed) {
    this.healthy = healthy;
    this.seed = seed;
    this.picture = StartUp.healthy(healthy);
  }

  private Taker taker(List<PlantedFault> faults) {
    return takers.computeIfAbsent(
        faults,
        f -> new Taker(new SimulatedBench(healthy.with(f), PluggedIn.NOTHING, 0, seed), picture));
  }

  @Override
  public Optional<Finding> take(
      List<PlantedFault> faults, Finding sample, Telling told, long salt) {
    return taker(SwitchedOn.there(faults, seed, told)).take(sample).map(f -> f);
  }

  @Override
  public boolean shows(PlantedFault fault) {
    return taker(List.of(fault)).look() != StartUp.Look.WORKS;
  }

  @Override
  public Finding.Symptom symptom(List<PlantedFault> faults, long salt) {
    return new Finding.Symptom(taker(SwitchedOn.there(faults, seed, salt)).look().card());
  }
}
