package raconteur.desktop.stage;

/**
 * One reading among others that should be like it.
 *
 * @param at where it lies on the scale
 * @param words its value, shown at the end of its row; empty where it was not read yet
 */
public record Dot(String name, double at, String words, boolean odd) {
  public boolean read() {
    return !words.isEmpty();
  }
}
