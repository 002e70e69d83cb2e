package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;
import raconteur.core.board.Part;

/** {@code U17 tester fail gates 2 4} and {@code U26 hot}: what is said of a whole part. */
final class PartPhrase implements Phrase {
  private enum About {
    TESTER,
    HOT,
    NORMAL,
    COLD
  }

  private static final Map<String, About> ABOUT = new LinkedHashMap<>();
  private static final Map<String, Boolean> VERDICT = new LinkedHashMap<>();

  static {
    ABOUT.put("tester", About.TESTER);
    ABOUT.put("hot", About.HOT);
    ABOUT.put("normal", About.NORMAL);
    ABOUT.put("cold", About.COLD);
    VERDICT.put("pass", true);
    VERDICT.put("fail", false);
  }

  @Override
  public boolean begins(Words words) {
    return words.board().parts().stream().anyMatch(p -> words.nextIs(p.designator()));
  }

  @Override
  public Understanding read(Words words, BenchContext context) {
    Part part = words.part();
    About about = words.oneOf("what is said of " + part.designator(), ABOUT);
    if (about == About.TESTER) {
      return tester(words, part);
    }
    words.end();
    Finding.Warmth warmth = Finding.Warmth.valueOf(about.name());
    if (context.partsOut().contains(part.designator())) {
      return new Understanding.Asked(
          new Finding.Heat(part.designator(), warmth),
          part.designator() + " is logged as pulled: is it back in? Enter keeps it.");
    }
    return new Understanding.Understood(
        new Finding.Heat(part.designator(), warmth),
        named(part) + " feels " + warmth.name().toLowerCase(Locale.ROOT) + " beside its twins.");
  }

  private static Understanding tester(Words words, Part part) {
    boolean passed = words.oneOf("the tester's verdict", VERDICT);
    SortedSet<String> gates = new TreeSet<>();
    if (!passed) {
      words.mayContinue(List.of("gates"));
      if (words.nextIs("gates") || words.nextIs("gate")) {
        words.skip();
        List<String> known = List.copyOf(part.device().gateOutputs().keySet());
        if (known.isEmpty()) {
          throw words.refuse(
              "The gates of a " + part.device().name() + " are not described: leave “gates” out.");
        }
        Map<String, String> names = new LinkedHashMap<>();
        known.forEach(g -> names.put(g, g));
        do {
          gates.add(words.oneOf("a gate of " + part.device().name(), names));
        } while (words.more());
      }
    }
    words.end();
    String sentence =
        "Chip tester on "
            + named(part)
            + ": "
            + (passed
                ? "pass"
                : gates.isEmpty() ? "fail" : "fail at gate " + String.join(", ", gates))
            + ".";
    return new Understanding.Understood(
        new Finding.TesterVerdict(part.designator(), passed, gates), sentence);
  }

  static String named(Part part) {
    return part.designator() + " (" + part.device().name() + ")";
  }

  @Override
  public List<String> beginnings(Words words) {
    return List.of();
  }

  @Override
  public String example() {
    return "U5 tester fail gates 2 4";
  }
}
