package raconteur.core.board;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * What any board can be seen to do, for those that come without symptom cards of their own: most
 * boards that somebody typed in themselves. {@code data/usual.json} has them.
 */
public final class UsualSymptoms {
  private UsualSymptoms() {}

  public static List<SymptomCard> shipped() {
    return Holder.SHIPPED.cards();
  }

  /** The same, of these blocks alone. */
  public static List<SymptomCard> of(List<String> blocks) {
    return shipped().stream()
        .map(card -> card.renamed(block -> blocks.contains(block) ? block : ""))
        .toList();
  }

  /** What else people call a symptom, by what they say. */
  public static Map<String, String> otherWords() {
    return Holder.SHIPPED.otherWords();
  }

  /**
   * What the file says.
   *
   * @param otherWords the word of a card by what else it is called
   */
  record Read(List<SymptomCard> cards, Map<String, String> otherWords) {
    Read {
      cards = List.copyOf(cards);
      otherWords = Map.copyOf(otherWords);
    }
  }

  static Loaded<Read> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, _) -> cards(root));
  }

  private static Read cards(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-usual/1", true));
    root.onlyKnows(Set.of("format", "origin", "symptoms"));
    String origin = root.get("origin").text();
    Set<String> blocks =
        new HashSet<>(
            BoardContents.empty(new BoardIdentity("", "", "", "", "", 0, 0, false, true)).blocks());
    blocks.add(UsualBlocks.UNSORTED);
    List<SymptomCard> cards = new ArrayList<>();
    Map<String, String> otherWords = new LinkedHashMap<>();
    for (Datum item : root.get("symptoms").items()) {
      item.onlyKnows(Set.of("symptom", "also", "title", "chances"));
      String id = item.get("symptom").text();
      for (Datum word : item.get("also").items()) {
        if (otherWords.put(word.text(), id) != null) {
          throw word.wrong("\"" + word.text() + "\" is said of two symptoms");
        }
      }
      Map<String, Double> chances = new LinkedHashMap<>();
      item.get("chances")
          .entries()
          .forEach(
              (block, chance) -> {
                if (!blocks.contains(block)) {
                  throw chance.wrong("a board begins without a block called \"" + block + "\"");
                }
                chances.put(block, chance.between(0, 1));
              });
      cards.add(new SymptomCard(id, item.get("title").text(), chances, origin));
    }
    return new Read(cards, otherWords);
  }

  private static final class Holder {
    static final Read SHIPPED =
        DataFile.shipped(
            UsualSymptoms.class,
            "/raconteur/core/data/usual.json",
            text -> read("usual.json", text));
  }
}
