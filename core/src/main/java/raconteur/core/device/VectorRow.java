package raconteur.core.device;

import java.util.Map;

/**
 * One row of a test: what is driven, and what every signal pin then shows.
 *
 * @param driven pin number to level
 * @param shown pin number to level, all signal pins
 */
public record VectorRow(Map<String, Level> driven, Map<String, Level> shown) {
  public VectorRow {
    driven = Map.copyOf(driven);
    shown = Map.copyOf(shown);
  }
}
