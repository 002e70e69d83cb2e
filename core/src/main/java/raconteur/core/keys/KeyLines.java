package raconteur.core.keys;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** What a keyboard's diagnosis comes to as lines of a story. */
public final class KeyLines {
  private static final double SURE = 0.5;
  private static final double CLEAR = 0.05;

  private KeyLines() {}

  /**
   * How likely a line's pin is bad; a line that is broken further on, or joined, has a good one.
   */
  private static Map<Integer, Double> ofWholeLines(KeyDiagnosis diagnosis) {
    Map<Integer, Double> shares = new HashMap<>();
    for (KeyDiagnosis.Suspected suspected : diagnosis.lines()) {
      switch (suspected.cause().kind()) {
        case LINE_DEAD, LINE_HELD, PULL_UP, LINE_DOUBTFUL ->
            shares.merge(
                suspected.cause().line(), suspected.probability(), (a, b) -> Math.min(1, a + b));
        case JOINED, BROKEN_ON_THE_WAY, ALL -> {}
      }
    }
    return shares;
  }

  /**
   * Plug pins that are bad or good, and a note of what explains it. A line is good where a key on
   * it works and the line itself is hardly suspected.
   */
  public static List<String> of(KeyMatrix matrix, KeysSeen seen, KeyDiagnosis diagnosis) {
    List<String> lines = new ArrayList<>();
    Map<Integer, Double> shares = ofWholeLines(diagnosis);
    Set<Boolean> told = new HashSet<>();
    for (int line = 0; line < matrix.lines(); line++) {
      double share = shares.getOrDefault(line, 0.0);
      boolean works =
          matrix.on(line).stream().anyMatch(k -> seen.states().get(k) == KeyState.WORKS);
      boolean good = works && share < CLEAR && told.add(matrix.isRow(line));
      String verdict = share >= SURE ? "bad" : good ? "good" : "";
      if (!verdict.isEmpty()) {
        matrix.lineAt(line).plug().ifPresent(pin -> lines.add("function " + pin + " " + verdict));
      }
    }
    diagnosis.sets().stream()
        .findFirst()
        .ifPresent(
            best ->
                lines.add(
                    String.format(
                        Locale.ROOT,
                        "note keys: %s (%.0f %%)",
                        best.faults().isEmpty()
                            ? "keys by themselves"
                            : String.join("; ", best.faults()),
                        best.probability() * 100)));
    return lines;
  }
}
