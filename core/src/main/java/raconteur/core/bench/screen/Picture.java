package raconteur.core.bench.screen;

/**
 * One picture on the monitor. A dot is four bits: 1 red, 2 green, 4 blue, 8 bright.
 *
 * @param margin how many dots around the text area are shown
 */
@SuppressWarnings("ArrayRecordComponent")
public record Picture(int width, int height, int margin, byte[] dots) {
  public Picture {
    if (dots.length != width * height) {
      throw new IllegalArgumentException(width + " x " + height + " is not " + dots.length);
    }
    dots = dots.clone();
  }

  public int dot(int x, int y) {
    return dots[y * width + x];
  }

  /** A dot's colour as 0xRRGGBB. */
  public static int rgb(int dot) {
    int level = (dot & 8) != 0 ? 0xDC : 0x96;
    int floor = (dot & 8) != 0 ? 0x3C : 0x10;
    int red = (dot & 1) != 0 ? level : floor;
    int green = (dot & 2) != 0 ? level : floor;
    int blue = (dot & 4) != 0 ? level : floor;
    return red << 16 | green << 8 | blue;
  }
}
