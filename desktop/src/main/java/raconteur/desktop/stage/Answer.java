package raconteur.desktop.stage;

/**
 * Something that can be answered on a pane with one key.
 *
 * @param word on its button
 * @param line entered at once, or begun where it ends with a space
 */
public record Answer(String word, String line) {}
