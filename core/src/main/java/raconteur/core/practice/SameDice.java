package raconteur.core.practice;

import java.util.List;
import java.util.Optional;
import raconteur.core.bench.PlantedFault;
import raconteur.core.contest.Bench;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;

/**
 * A bench whose dice follow from the deal, the test and how often it was made before: whoever makes
 * the same test at the same board reads the same, in whatever order, and a second reading may
 * differ from the first.
 */
public record SameDice(Bench bench, long seed) implements Bench {

  @Override
  public Optional<Finding> take(
      List<PlantedFault> faults, Finding sample, Telling told, long salt) {
    String test = sample.identity();
    long before = told.findings().stream().filter(f -> f.finding().identity().equals(test)).count();
    return bench.take(faults, sample, told, mixed(mixed(seed, test.hashCode()), before));
  }

  @Override
  public boolean shows(PlantedFault fault) {
    return bench.shows(fault);
  }

  @Override
  public boolean masks(PlantedFault first, PlantedFault second) {
    return bench.masks(first, second);
  }

  @Override
  public Finding.Symptom symptom(List<PlantedFault> faults, long salt) {
    return bench.symptom(faults, mixed(seed, salt));
  }

  /** Multiplies and shifts as SplittableRandom's own mixer does (Steele, Lea and Flood 2014). */
  private static long mixed(long one, long other) {
    long z = one + 0x9E3779B97F4A7C15L * (other + 1);
    z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
    z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
    return z ^ (z >>> 31);
  }
}
