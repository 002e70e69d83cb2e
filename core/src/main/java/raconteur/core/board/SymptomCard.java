package raconteur.core.board;

import java.util.HashMap;
import java.util.Map;
import java.util.function.UnaryOperator;

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

  /**
   * The same with parts under other names.
   *
   * @param name the new name of a block or part; empty for one that is gone
   */
  public SymptomCard renamed(UnaryOperator<String> name) {
    Map<String, Double> renamed = new HashMap<>();
    chances.forEach(
        (at, chance) -> {
          if (!name.apply(at).isEmpty()) {
            renamed.put(name.apply(at), chance);
          }
        });
    return new SymptomCard(id, title, renamed, origin);
  }
}
