package raconteur.core.board;

/** One pin of one placed part, written {@code U14.3}. */
public record PinRef(String part, String number) implements Comparable<PinRef> {

  /**
   * Reads {@code U14.3}.
   *
   * @throws IllegalArgumentException where there is no dot with something on both sides
   */
  public static PinRef parse(String text) {
    int dot = text.lastIndexOf('.');
    if (dot <= 0 || dot == text.length() - 1) {
      throw new IllegalArgumentException("a pin is written U14.3, not " + text);
    }
    return new PinRef(text.substring(0, dot), text.substring(dot + 1));
  }

  @Override
  public int compareTo(PinRef other) {
    return toString().compareTo(other.toString());
  }

  @Override
  public String toString() {
    return part + "." + number;
  }
}
