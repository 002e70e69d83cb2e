package raconteur.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.story.Telling;

/**
 * Parts that a full diagnostic called bad together, with what would make just these bad by itself:
 * what the ways to all of them share and the ways to those called good do not. A way is that of the
 * transaction that tests a part: master, glue, selects and data, as far as the nets tell.
 *
 * @param bad called bad, two or more
 * @param good called good by the same run
 * @param alone places one fault at which does just that, those most suspected first
 */
public record CalledBad(List<String> bad, List<String> good, List<Place> alone) {
  private static final int MOST_TOLD = 5;

  public CalledBad {
    bad = List.copyOf(bad);
    good = List.copyOf(good);
    alone = List.copyOf(alone);
  }

  /**
   * One for every run since the last mend that called two parts bad or more. Time O(faults) for
   * each.
   */
  static List<CalledBad> all(
      Telling telling, Diagnosis diagnosis, FaultCatalogue catalogue, Predictor predictor) {
    List<CalledBad> all = new ArrayList<>();
    for (Telling.DatedFinding told : telling.findings()) {
      if (told.moment().epoch() == telling.epoch()
          && told.finding() instanceof Finding.DiagnosticResult result
          && named(result, true).size() > 1) {
        List<Place> alone =
            catalogue.faults().stream()
                .filter(fault -> predictor.makesJustThese(result, fault))
                .map(fault -> fault.place().mendable())
                .distinct()
                .toList();
        List<Place> suspected =
            diagnosis.suspects().stream()
                .map(Suspect::place)
                .map(Place::mendable)
                .distinct()
                .filter(alone::contains)
                .toList();
        all.add(new CalledBad(named(result, true), named(result, false), suspected));
      }
    }
    return all;
  }

  private static List<String> named(Finding.DiagnosticResult result, boolean bad) {
    return result.bad().entrySet().stream()
        .filter(verdict -> verdict.getValue() == bad)
        .map(Map.Entry::getKey)
        .toList();
  }

  /** In one sentence. */
  public String words() {
    String these =
        String.format(
            Locale.ROOT,
            "%s are called bad together%s: ",
            listed(bad),
            good.isEmpty()
                ? ""
                : String.format(Locale.ROOT, ", %s %s not", listed(good), isOrAre()));
    if (alone.isEmpty()) {
      return these + "nothing that is still suspected would do that by itself.";
    }
    String places =
        alone.stream().limit(MOST_TOLD).map(PlaceWords::shortly).collect(Collectors.joining(", "));
    String more =
        alone.size() > MOST_TOLD
            ? String.format(Locale.ROOT, " and %d places more", alone.size() - MOST_TOLD)
            : "";
    return these + "one fault that does just that may sit at " + places + more + ".";
  }

  private String isOrAre() {
    return good.size() == 1 ? "is" : "are";
  }

  private static String listed(List<String> parts) {
    return parts.size() < 2
        ? String.join("", parts)
        : String.join(", ", parts.subList(0, parts.size() - 1)) + " and " + parts.getLast();
  }
}
