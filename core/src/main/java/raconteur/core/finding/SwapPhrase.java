package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.Map;
import raconteur.core.board.Part;

/** {@code swap U17 good changed}: a known-good part tried in this board. */
final class SwapPhrase extends VerbPhrase {
  private static final Map<String, Finding.SwapEffect> EFFECTS = new LinkedHashMap<>();

  static {
    EFFECTS.put("same", Finding.SwapEffect.SAME);
    EFFECTS.put("changed", Finding.SwapEffect.CHANGED);
    EFFECTS.put("cured", Finding.SwapEffect.CURED);
  }

  SwapPhrase() {
    super("swap", "swap U15 good changed");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Part part = words.part();
    words.oneOf("the word good, for a known-good part", Map.of("good", true));
    Finding.SwapEffect effect = words.oneOf("what it did", EFFECTS);
    words.end();
    String did =
        switch (effect) {
          case SAME -> "nothing changes";
          case CHANGED -> "something changes";
          case CURED -> "the board works";
        };
    return new Understanding.Understood(
        new Finding.Swap(part.designator(), effect),
        "With a known-good part in place of " + PartPhrase.named(part) + " " + did + ".");
  }
}
