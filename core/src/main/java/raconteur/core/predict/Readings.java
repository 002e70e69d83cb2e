package raconteur.core.predict;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * How readings come out and how they err, from {@code readings.json}: for every test and every
 * condition of what is tested a distribution over outcomes. No outcome but a dead branch has chance
 * zero, so that no finding ever rules anything out for good.
 */
public final class Readings {
  private final String origin;
  private final Map<String, Map<String, Map<String, Double>>> tests;

  private Readings(String origin, Map<String, Map<String, Map<String, Double>>> tests) {
    this.origin = origin;
    this.tests = tests;
  }

  /** The numbers that ship with the application. */
  public static Readings shipped() {
    return DataFile.shipped(
        Readings.class, "/raconteur/core/data/readings.json", t -> read("readings.json", t));
  }

  /** Reads a readings file; every distribution has to add up to 1. */
  public static Loaded<Readings> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of("raconteur-readings/1", true));
          root.onlyKnows(Set.of("format", "origin", "notes", "tests"));
          Map<String, Map<String, Map<String, Double>>> tests = new HashMap<>();
          root.get("tests")
              .entries()
              .forEach(
                  (test, conditions) -> {
                    Map<String, Map<String, Double>> rows = new HashMap<>();
                    conditions.entries().forEach((c, row) -> rows.put(c, distribution(row)));
                    tests.put(test, rows);
                  });
          return new Readings(root.get("origin").text(), tests);
        });
  }

  private static Map<String, Double> distribution(Datum row) {
    Map<String, Double> chances = new HashMap<>();
    row.entries().forEach((outcome, chance) -> chances.put(outcome, chance.between(0, 1)));
    double sum = chances.values().stream().mapToDouble(Double::doubleValue).sum();
    if (Math.abs(sum - 1) > 1e-9) {
      throw row.wrong("the chances here must add up to 1, not " + sum);
    }
    return chances;
  }

  public String origin() {
    return origin;
  }

  /** The chance of an outcome of a test under a condition. */
  double chance(String test, String condition, String outcome) {
    Double chance =
        tests.getOrDefault(test, Map.of()).getOrDefault(condition, Map.of()).get(outcome);
    if (chance == null) {
      throw new IllegalStateException(
          "readings.json has no " + test + "/" + condition + "/" + outcome);
    }
    return chance;
  }
}
