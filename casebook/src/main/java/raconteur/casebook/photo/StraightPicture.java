package raconteur.casebook.photo;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import raconteur.core.board.Outline.Point;
import raconteur.core.photo.PlaneMap;

/**
 * A photograph of a board as if seen straight from above: one pixel is the same share of a
 * millimetre everywhere. The underside lies as the top does, left at left, so that both can be laid
 * over one another.
 */
public final class StraightPicture {
  private static final int FEWEST_PIXELS = 16;

  private final int width;
  private final int height;
  private final int[] colours;

  private StraightPicture(int width, int height, int[] colours) {
    this.width = width;
    this.height = height;
    this.colours = colours;
  }

  /**
   * Straightens a picture; between pixels it is bilinear. Cost: linear in the pixels made.
   *
   * @param encoded a JPEG or PNG
   * @param longestPixels of the longer side of what is made
   * @return empty where the picture cannot be read
   */
  public static Optional<StraightPicture> of(
      byte[] encoded,
      PlaneMap map,
      double widthMillimetres,
      double heightMillimetres,
      int longestPixels) {
    try {
      return Optional.ofNullable(ImageIO.read(new ByteArrayInputStream(encoded)))
          .map(photo -> of(photo, map, widthMillimetres, heightMillimetres, longestPixels));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  static StraightPicture of(
      BufferedImage photo, PlaneMap map, double wide, double high, int longestPixels) {
    double scale = longestPixels / Math.max(wide, high);
    int width = Math.max(FEWEST_PIXELS, (int) Math.round(wide * scale));
    int height = Math.max(FEWEST_PIXELS, (int) Math.round(high * scale));
    int[] from = photo.getRGB(0, 0, photo.getWidth(), photo.getHeight(), null, 0, photo.getWidth());
    int[] colours = new int[width * height];
    IntStream.range(0, height)
        .parallel()
        .forEach(
            y -> {
              for (int x = 0; x < width; x++) {
                Point at =
                    map.pixel(new Point((x + 0.5) * wide / width, (y + 0.5) * high / height));
                colours[y * width + x] =
                    between(from, photo.getWidth(), photo.getHeight(), at.x(), at.y());
              }
            });
    return new StraightPicture(width, height, colours);
  }

  /** The colour at a point of the photograph; see-through beside it. */
  private static int between(int[] from, int width, int height, double x, double y) {
    double left = x - 0.5;
    double top = y - 0.5;
    if (!(x >= 0 && y >= 0 && x < width && y < height)) {
      return 0;
    }
    int x0 = Math.clamp((long) Math.floor(left), 0, width - 1);
    int y0 = Math.clamp((long) Math.floor(top), 0, height - 1);
    int x1 = Math.min(x0 + 1, width - 1);
    int y1 = Math.min(y0 + 1, height - 1);
    double fx = Math.clamp(left - x0, 0, 1);
    double fy = Math.clamp(top - y0, 0, 1);
    int colour = 0xFF;
    for (int shift = 16; shift >= 0; shift -= 8) {
      double upper =
          (1 - fx) * channel(from[y0 * width + x0], shift)
              + fx * channel(from[y0 * width + x1], shift);
      double lower =
          (1 - fx) * channel(from[y1 * width + x0], shift)
              + fx * channel(from[y1 * width + x1], shift);
      colour = (colour << 8) | (int) Math.round((1 - fy) * upper + fy * lower);
    }
    return colour;
  }

  private static int channel(int colour, int shift) {
    return (colour >> shift) & 0xFF;
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  /** Row by row, alpha, red, green, blue a byte each. */
  public int[] colours() {
    return Arrays.copyOf(colours, colours.length);
  }
}
