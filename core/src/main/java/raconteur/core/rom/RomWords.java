package raconteur.core.rom;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import raconteur.core.device.Device;
import raconteur.core.finding.Finding;

/** What readings of a ROM come to, in sentences, the same ones wherever they are shown. */
public final class RomWords {
  private RomWords() {}

  /** An explanation, with how much of what differs it makes. */
  public static String of(RomDiagnosis.Explanation explanation, Optional<Device> device) {
    if (explanation.causes().isEmpty()) {
      return "It is what it should be, in every bit.";
    }
    String causes =
        explanation.causes().stream().map(c -> c.words(device)).collect(Collectors.joining("; "));
    return String.format(
        Locale.ROOT,
        "%s. That makes %d of the %d bytes that differ%s",
        causes.substring(0, 1).toUpperCase(Locale.ROOT) + causes.substring(1),
        explanation.explained(),
        explanation.differing(),
        explanation.spoilt() == 0
            ? "."
            : ", but would spoil " + explanation.spoilt() + " that are right.");
  }

  /** All that is said of a reading, the likeliest explanation first. */
  public static List<String> of(RomDiagnosis.Result result, Optional<Device> device) {
    List<String> words = new ArrayList<>(result.notes());
    if (result.differing() > 0) {
      words.add(
          String.format(Locale.ROOT, "%d of %d bytes differ.", result.differing(), result.bytes()));
    }
    result.explanations().forEach(e -> words.add(of(e, device)));
    if (isLine(result.explanations().getFirst())) {
      words.add(
          "Read in a programmer, only the chip, its legs or the adapter can do that; read on the"
              + " board, joints, socket and tracks can too.");
    }
    return words;
  }

  private static boolean isLine(RomDiagnosis.Explanation explanation) {
    return explanation.causes().stream()
        .anyMatch(
            c ->
                c instanceof RomCause.Stuck
                    || c instanceof RomCause.Joined
                    || c instanceof RomCause.Exchanged
                    || c instanceof RomCause.Inverted);
  }

  /**
   * The lines that say it in a story: the verdict the engine weighs, and what it was as a note.
   *
   * @param readings the readings against one another, none where there was one
   */
  public static List<String> lines(
      String part,
      Optional<TwoReadings> readings,
      Optional<RomDiagnosis.Result> result,
      Optional<Device> device) {
    List<String> lines = new ArrayList<>();
    if (readings.filter(r -> !r.steady()).isPresent()) {
      lines.add(new Finding.RomCompare(part, Finding.RomEnd.UNSTEADY).line());
      lines.add("note " + part + ": " + readings.get().words());
      return lines;
    }
    result.ifPresent(
        r -> {
          RomDiagnosis.Explanation first = r.explanations().getFirst();
          boolean silent = first.causes().stream().anyMatch(c -> c instanceof RomCause.Silent);
          lines.add(
              new Finding.RomCompare(
                      part,
                      silent
                          ? Finding.RomEnd.SILENT
                          : r.differing() == 0 ? Finding.RomEnd.GOOD : Finding.RomEnd.DIFFERS)
                  .line());
          if (r.differing() > 0 && !silent) {
            lines.add("note " + part + ": " + of(first, device));
          }
        });
    return lines;
  }
}
