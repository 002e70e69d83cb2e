package raconteur.core.odds;

import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** How many boards came in each quarter of a year, and how much was wrong with them. */
public record Trend(List<Quarter> quarters) {
  public Trend {
    quarters = List.copyOf(quarters);
  }

  /**
   * A quarter.
   *
   * @param name for example {@code 2026 Q1}
   * @param faults positions at fault, all boards together
   * @param hours said in all
   */
  public record Quarter(String name, int boards, int faults, double hours) {}

  public static Trend of(List<CountedCase> cases) {
    Map<String, List<CountedCase>> byQuarter = new TreeMap<>();
    for (CountedCase one : cases) {
      var date = one.opened().atZone(ZoneOffset.UTC);
      String name = date.getYear() + " Q" + ((date.getMonthValue() + 2) / 3);
      byQuarter.computeIfAbsent(name, _ -> new ArrayList<>()).add(one);
    }
    List<Quarter> quarters = new ArrayList<>();
    byQuarter.forEach(
        (name, these) ->
            quarters.add(
                new Quarter(
                    name,
                    these.size(),
                    these.stream().mapToInt(c -> c.positions().size()).sum(),
                    these.stream().mapToDouble(CountedCase::hours).sum())));
    return new Trend(quarters);
  }
}
