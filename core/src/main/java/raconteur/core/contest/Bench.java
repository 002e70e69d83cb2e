package raconteur.core.contest;

import java.util.List;
import java.util.Optional;
import raconteur.core.bench.PlantedFault;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;

/** Takes readings on a board with known faults. */
interface Bench {

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

  /** What the board shows by itself, as one of its symptom cards. */
  Finding.Symptom symptom(List<PlantedFault> faults, long salt);
}
