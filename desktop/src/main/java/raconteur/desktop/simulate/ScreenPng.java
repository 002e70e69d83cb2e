package raconteur.desktop.simulate;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import javax.imageio.ImageIO;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.core.bench.screen.Picture;

/** The screen camera: one picture of a simulated screen as a PNG file. */
public final class ScreenPng {
  /** Dots are taller than wide, and few: each becomes so many of the file's. */
  private static final int WIDE = 2;

  private static final int HIGH = 2;

  private ScreenPng() {}

  /**
   * Writes a picture, each of its dots {@value #WIDE} by {@value #HIGH}.
   *
   * @return why it was not written; empty where it was
   */
  public static Optional<String> write(Picture picture, Path file) {
    int width = picture.width() * WIDE;
    int height = picture.height() * HIGH;
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        image.setRGB(x, y, Picture.rgb(picture.dot(x / WIDE, y / HIGH)));
      }
    }
    return WholeFile.write(
        file,
        FileKind.PNG,
        out -> {
          if (!ImageIO.write(image, "png", out)) {
            throw new IOException("this platform writes no PNG");
          }
        });
  }
}
