package raconteur.core.power;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.finding.Finding;
import raconteur.core.judge.PowerSafety;
import raconteur.core.story.Telling;

/**
 * The order in which a board's multi-rail parts go back: the negative rails first, then every other
 * rail, then the parts, those that passed a tester first, those that failed one never. Common
 * practice, no source.
 */
public record PowerUpOrder(List<Step> steps) {
  public PowerUpOrder {
    steps = List.copyOf(steps);
  }

  /**
   * One step.
   *
   * @param words what to do
   * @param line how the bench line that answers it begins
   */
  public record Step(String words, String line, boolean done) {}

  public static PowerUpOrder of(Board board, Telling telling) {
    Map<Part, List<Rail>> parts = new LinkedHashMap<>(PowerSafety.multiRailParts(board));
    if (parts.isEmpty()) {
      return new PowerUpOrder(List.of());
    }
    Board found = telling.condition().asFound(board);
    List<String> proven = PowerSafety.of(board, telling).provenRails();
    List<Step> steps = new ArrayList<>();
    for (Part part : parts.keySet()) {
      boolean out = telling.partsOut().contains(part.designator());
      boolean socketed = found.part(part.designator()).filter(Part::socketed).isPresent();
      if (!out && socketed && proven.size() < board.rails().size()) {
        steps.add(
            new Step(
                "Pull " + part.designator() + " (" + part.device().name() + "), power off",
                "pull " + part.designator(),
                false));
      }
    }
    boolean soldered =
        parts.keySet().stream()
            .anyMatch(p -> found.part(p.designator()).filter(Part::socketed).isEmpty());
    board.rails().stream()
        .sorted(Comparator.comparingDouble(PowerUpOrder::rank))
        .forEach(
            rail ->
                steps.add(
                    new Step(
                        "Prove "
                            + rail.name()
                            + (soldered
                                ? ", on its dummy load first"
                                : " on the board without them"),
                        rail.name() + " ",
                        proven.contains(rail.name()))));
    parts
        .keySet()
        .removeIf(
            p ->
                found.part(p.designator()).filter(Part::socketed).isEmpty()
                    && !telling.partsOut().contains(p.designator()));
    steps.addAll(back(telling, parts));
    return new PowerUpOrder(steps);
  }

  /** Negative rails first, the smallest voltage first among the others. */
  private static double rank(Rail rail) {
    return rail.volts() < 0 ? rail.volts() - 1000 : rail.volts();
  }

  private static List<Step> back(Telling telling, Map<Part, List<Rail>> parts) {
    Map<String, Boolean> tested = new java.util.HashMap<>();
    telling
        .said(Finding.TesterVerdict.class)
        .forEach(verdict -> tested.put(verdict.part(), verdict.passed()));
    List<Step> steps = new ArrayList<>();
    parts.keySet().stream()
        .sorted(Comparator.comparingInt(p -> tested.getOrDefault(p.designator(), false) ? 0 : 1))
        .forEach(
            part -> {
              String name = part.designator();
              boolean failed = !tested.getOrDefault(name, true);
              boolean out = telling.partsOut().contains(name);
              steps.add(
                  new Step(
                      failed
                          ? name + " failed the tester: it stays out, a good one goes in"
                          : "Power off, seat "
                              + name
                              + (tested.containsKey(name) ? ", tested good" : ", untested")
                              + "; then power on and read the rails again",
                      failed ? "mended " + name + " replaced" : "seat " + name,
                      !out && !failed));
            });
    return steps;
  }
}
