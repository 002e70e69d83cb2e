package raconteur.core.odds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What each symptom turned out to be: of the boards that came with it, on how many each position
 * was at fault. A board with several faults counts for each of them.
 */
public record SymptomCauses(List<Symptom> symptoms) {
  public SymptomCauses {
    symptoms = List.copyOf(symptoms);
  }

  /** One symptom card with what it turned out to be, most boards first. */
  public record Symptom(String card, int boards, List<Cause> causes) {
    public Symptom {
      causes = List.copyOf(causes);
    }
  }

  /** A position with the boards it was at fault on. */
  public record Cause(String position, int boards) {}

  public static SymptomCauses of(List<CountedCase> cases) {
    Map<String, Map<String, Integer>> causes = new TreeMap<>();
    Map<String, Integer> boards = new HashMap<>();
    for (CountedCase one : cases) {
      for (String card : one.symptoms()) {
        boards.merge(card, 1, Integer::sum);
        Map<String, Integer> here = causes.computeIfAbsent(card, _ -> new TreeMap<>());
        one.positions().keySet().forEach(p -> here.merge(p, 1, Integer::sum));
      }
    }
    List<Symptom> symptoms = new ArrayList<>();
    causes.forEach(
        (card, positions) ->
            symptoms.add(
                new Symptom(
                    card,
                    boards.get(card),
                    positions.entrySet().stream()
                        .map(e -> new Cause(e.getKey(), e.getValue()))
                        .sorted(
                            Comparator.comparingInt((Cause c) -> -c.boards())
                                .thenComparing(Cause::position))
                        .toList())));
    symptoms.sort(Comparator.comparingInt((Symptom s) -> -s.boards()).thenComparing(Symptom::card));
    return new SymptomCauses(symptoms);
  }
}
