package raconteur.core.letters;

/** One thing that turns the letters that should be there into others. */
public sealed interface LetterFault {

  /**
   * The code it makes stand at a place.
   *
   * @return −1 where nobody can say
   */
  int at(Letters letters, int place);

  /** One bit of the codes is always low, or high. */
  record BitStuck(int bit, boolean high) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      int code = letters.wantedAt(place);
      return code < 0 ? -1 : high ? code | 1 << bit : code & ~(1 << bit);
    }
  }

  /** Some bits beside each other are all low, or high: a chip that makes several. */
  record BitsStuck(int from, int to, boolean high) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      int mask = (1 << (to + 1)) - (1 << from);
      int code = letters.wantedAt(place);
      return code < 0
          ? -1
          : high ? (code | mask) & ((1 << letters.codes().bits()) - 1) : code & ~mask;
    }
  }

  /** One bit stands upside down. */
  record BitInverted(int bit) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      int code = letters.wantedAt(place);
      return code < 0 ? -1 : code ^ 1 << bit;
    }
  }

  /** Two bits have changed places. */
  record BitsExchanged(int one, int other) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      int code = letters.wantedAt(place);
      return code < 0 ? -1 : exchanged(code, one, other);
    }
  }

  /** Two bits are joined: both are what the stronger level makes of them, low with TTL. */
  record BitsJoined(int one, int other, boolean lowWins) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      int code = letters.wantedAt(place);
      if (code < 0) {
        return -1;
      }
      boolean a = (code >> one & 1) == 1;
      boolean b = (code >> other & 1) == 1;
      boolean both = lowWins ? a && b : a || b;
      int mask = 1 << one | 1 << other;
      return both ? code | mask : code & ~mask;
    }
  }

  /**
   * An address line of the screen's memory stands: two places are one, and both show what was
   * written to the one it stands at, or last.
   */
  record LineStuck(int line, boolean high) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      return letters.wantedAt(high ? place | 1 << line : place & ~(1 << line));
    }
  }

  /** Two address lines have changed places. */
  record LinesExchanged(int one, int other) implements LetterFault {
    @Override
    public int at(Letters letters, int place) {
      return letters.wantedAt(exchanged(place, one, other));
    }
  }

  private static int exchanged(int word, int one, int other) {
    boolean differ = (word >> one & 1) != (word >> other & 1);
    return differ ? word ^ (1 << one | 1 << other) : word;
  }
}
