package raconteur.core.board;

import java.util.Map;

/**
 * One thing the board can be seen to do.
 *
 * @param id the word used in the bench line
 * @param chances block, or part, to the chance that one fault there shows as this; a part's own
 *     goes before that of its block
 * @param origin where the chances come from
 */
public record SymptomCard(String id, String title, Map<String, Double> chances, String origin) {
  public SymptomCard {
    chances = Map.copyOf(chances);
  }
}
