package raconteur.core.prove;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * One stretch of use as the story has it.
 *
 * @param amount runs, or hours
 * @param counts whether it counts to what is wanted: nothing failed and nothing was mended since
 */
public record SoakStretch(Instant at, double amount, boolean hours, boolean clean, boolean counts) {

  /** All of them, the earliest first. */
  public static List<SoakStretch> of(Telling telling) {
    List<DatedFinding> all =
        telling.findings().stream()
            .filter(
                told ->
                    told.finding() instanceof Finding.ProofRun run
                        && run.check().equals(Soak.CHECK))
            .toList();
    List<SoakStretch> stretches = new ArrayList<>();
    boolean counts = true;
    for (DatedFinding told : all.reversed()) {
      if (told.finding() instanceof Finding.ProofRun run) {
        counts &= run.clean() && told.moment().epoch() == telling.epoch();
        stretches.add(
            new SoakStretch(told.entry().at(), run.amount(), run.hours(), run.clean(), counts));
      }
    }
    return stretches.reversed();
  }
}
