package raconteur.core.contest;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import raconteur.core.bench.PlantedFault;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;

/**
 * Which faults are there this time. A fault that comes and goes is drawn once for every time the
 * board is switched on; readings in between find it as it was then.
 */
public final class SwitchedOn {
  private SwitchedOn() {}

  /**
   * The faults that are there since the board was last switched on in a story, all of them lasting.
   */
  public static List<PlantedFault> there(List<PlantedFault> faults, long seed, Telling told) {
    return there(faults, seed, times(told));
  }

  /** The same for one switching-on, by its number. */
  static List<PlantedFault> there(List<PlantedFault> faults, long seed, long time) {
    List<PlantedFault> there = new ArrayList<>();
    for (PlantedFault fault : faults) {
      long dice = seed + 0x9E3779B97F4A7C15L * (31 * time + fault.wrong().toString().hashCode());
      if (fault.chance() >= 1 || new SplittableRandom(dice).nextDouble() < fault.chance()) {
        there.add(new PlantedFault(fault.wrong(), 1, fault.afterMinutes()));
      }
    }
    return there;
  }

  /**
   * How often a story has switched its board on: for every look, every test program, every mend.
   */
  static long times(Telling told) {
    return told.epoch()
        + told.findings().stream()
            .filter(
                f ->
                    f.finding() instanceof Finding.Symptom
                        || f.finding() instanceof Finding.DeadTestResult
                        || f.finding() instanceof Finding.DiagnosticResult
                        || f.finding() instanceof Finding.ComesAndGoes)
            .count();
  }
}
