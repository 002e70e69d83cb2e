package raconteur.core.rom;

/** Images of several chips that make up one, and back. All parts have one length. */
public final class Parallel {
  private Parallel() {}

  /** How the bytes of one image lie in several chips. */
  public enum Way {
    /** The first chip the first bytes, the next one the next. */
    ONE_AFTER_ANOTHER,
    /** Byte by byte in turn: even and odd addresses of a sixteen bit bus. */
    BYTES_IN_TURN,
    /** Two chips of four bits: the first the low ones. */
    NIBBLES
  }

  /**
   * One image of several chips.
   *
   * @throws IllegalArgumentException where the lengths differ, or nibbles are not of two chips
   */
  public static byte[] join(byte[][] chips, Way way) {
    int length = chips[0].length;
    for (byte[] chip : chips) {
      if (chip.length != length) {
        throw new IllegalArgumentException("chips that make one image have one length");
      }
    }
    if (way == Way.NIBBLES) {
      if (chips.length != 2) {
        throw new IllegalArgumentException("two chips make bytes of nibbles");
      }
      byte[] image = new byte[length];
      for (int i = 0; i < length; i++) {
        image[i] = (byte) ((chips[1][i] << 4) | (chips[0][i] & 0xF));
      }
      return image;
    }
    byte[] image = new byte[length * chips.length];
    for (int c = 0; c < chips.length; c++) {
      for (int i = 0; i < length; i++) {
        image[way == Way.BYTES_IN_TURN ? i * chips.length + c : c * length + i] = chips[c][i];
      }
    }
    return image;
  }

  /**
   * The chips an image goes into.
   *
   * @throws IllegalArgumentException where it cannot be divided so
   */
  public static byte[][] split(byte[] image, int chips, Way way) {
    if (chips < 1 || (way == Way.NIBBLES ? chips != 2 : image.length % chips != 0)) {
      throw new IllegalArgumentException(
          image.length + " bytes cannot be divided among " + chips + " chips so");
    }
    int length = way == Way.NIBBLES ? image.length : image.length / chips;
    byte[][] parts = new byte[chips][length];
    for (int c = 0; c < chips; c++) {
      for (int i = 0; i < length; i++) {
        parts[c][i] =
            switch (way) {
              case NIBBLES -> (byte) (c == 0 ? image[i] & 0xF : (image[i] >> 4) & 0xF);
              case BYTES_IN_TURN -> image[i * chips + c];
              case ONE_AFTER_ANOTHER -> image[c * length + i];
            };
      }
    }
    return parts;
  }
}
