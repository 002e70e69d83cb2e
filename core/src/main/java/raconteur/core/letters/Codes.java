package raconteur.core.letters;

import java.util.Optional;
import java.util.OptionalInt;

/** Which code a letter has in the screen's memory. */
public enum Codes {
  /** As the letters are numbered in ASCII (ANSI X3.4). */
  ASCII("ascii", 7),
  /** The lowest six bits of that: @ is 0, A is 1, a space 32; capitals alone (common practice). */
  SIX_BITS("six", 6);

  private static final int SIX = 0x3F;

  private final String word;
  private final int bits;

  Codes(String word, int bits) {
    this.word = word;
    this.bits = bits;
  }

  public String word() {
    return word;
  }

  /** How many bits a code has. */
  public int bits() {
    return bits;
  }

  /** The codes called so; empty for none. */
  public static Optional<Codes> of(String word) {
    for (Codes codes : values()) {
      if (codes.word.equals(word)) {
        return Optional.of(codes);
      }
    }
    return Optional.empty();
  }

  /** A letter's code; empty where it has none. */
  public OptionalInt of(char letter) {
    return switch (this) {
      case ASCII -> letter >= ' ' && letter < 0x7F ? OptionalInt.of(letter) : OptionalInt.empty();
      case SIX_BITS -> {
        char capital = letter >= 'a' && letter <= 'z' ? (char) (letter - 'a' + 'A') : letter;
        yield capital >= ' ' && capital <= '_'
            ? OptionalInt.of(capital & SIX)
            : OptionalInt.empty();
      }
    };
  }
}
