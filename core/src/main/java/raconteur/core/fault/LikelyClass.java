package raconteur.core.fault;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Part;

/**
 * The class a part's base rate is looked up by. One that nobody has named has that of its package
 * and of where it stands: a fourteen-pin part is most likely a gate, a forty-pin one beside the
 * ports a port (common practice, no source).
 */
final class LikelyClass {
  /** What is turned by hand wears like a contact, whatever it is made of. */
  private static final String WEARS = "connector";

  private static final int MOST_PINS_OF_A_GATE = 20;
  private static final int LARGE = 40;
  private static final Map<String, String> SMALL_BY_LETTER =
      Map.of(
          "C", "ceramic capacitor",
          "R", "resistor",
          "Q", "analogue",
          "D", "analogue",
          "L", "resistor",
          "J", "connector",
          "Y", "crystal");
  private static final Map<String, String> BY_BLOCK =
      Map.of("rom", "mask rom", "ram", "dram", "video", "custom video", "cpu", "cpu");

  private static final int MOST_LETTERS_OF_SMALL = 2;

  private LikelyClass() {}

  /** The class a list's own words say, the first of the table that fits. */
  private static Optional<String> byWords(Priors priors, Part part) {
    String words =
        " "
            + (part.device().name() + " " + part.device().title() + " " + part.called())
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", " ")
            + " ";
    return priors.called().stream()
        .filter(c -> c.words().stream().anyMatch(w -> words.contains(" " + w + " ")))
        .map(Priors.Called::deviceClass)
        .findFirst();
  }

  static String of(Priors priors, Part part) {
    if (part.device().isTrimmer()) {
      return WEARS;
    }
    if (!part.device().isUnknown()) {
      return part.device().deviceClass();
    }
    int pins = part.device().pins().size();
    String letters = part.designator().replaceAll("[^A-Za-z].*", "").toUpperCase(Locale.ROOT);
    String letter = part.designator().substring(0, 1).toUpperCase(Locale.ROOT);
    Optional<String> told = byWords(priors, part);
    if (letters.length() > MOST_LETTERS_OF_SMALL && told.isPresent()) {
      // An LCD is no coil.
      return told.get();
    }
    if (SMALL_BY_LETTER.containsKey(letter)) {
      return SMALL_BY_LETTER.get(letter);
    }
    if (told.isPresent()) {
      return told.get();
    }
    if (pins <= MOST_PINS_OF_A_GATE) {
      return "small logic";
    }
    return BY_BLOCK.getOrDefault(part.block(), pins >= LARGE ? "custom io" : "peripheral");
  }
}
