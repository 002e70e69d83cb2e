package raconteur.casebook.store;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Iterator;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import net.coobird.thumbnailator.Thumbnails;
import net.coobird.thumbnailator.util.exif.ExifFilterUtils;
import net.coobird.thumbnailator.util.exif.ExifUtils;
import net.coobird.thumbnailator.util.exif.Orientation;

/**
 * Reads a picture file. Its size in pixels is looked at before anything is decoded, so that a small
 * file that claims to be enormous costs nothing; the thumbnail is turned as the camera says (Exif
 * orientation).
 */
public final class PictureReader {
  private static final long MOST_BYTES = 30L * 1024 * 1024;
  private static final long MOST_PIXELS = 80_000_000;
  private static final int THUMBNAIL_PIXELS = 320;
  private static final int PIXELS_FOR_ONE = 4;
  private static final long MOST_BYTES_OF_A_PHOTOGRAPH = 200L * 1024 * 1024;
  private static final long MOST_PIXELS_OF_A_PHOTOGRAPH = 400_000_000;
  private static final int FEWEST_PIXELS_OF_A_PHOTOGRAPH = 100;
  private static final int PHOTOGRAPH_PIXELS = 3200;
  private static final double PHOTOGRAPH_QUALITY = 0.88;
  private static final Map<String, String> MEDIA = Map.of("jpeg", "image/jpeg", "png", "image/png");

  private PictureReader() {}

  /** Reads a file, or says in one sentence what would be accepted. */
  public static Outcome<Picture> read(Path file) {
    String name = String.valueOf(file.getFileName());
    try {
      if (Files.size(file) > MOST_BYTES) {
        return new Outcome.Failed<>(
            name + " is larger than 30 MB: save it smaller, as JPEG or PNG.");
      }
      return read(name, Files.readAllBytes(file));
    } catch (IOException e) {
      return new Outcome.Failed<>(name + " cannot be read; is it still there?");
    }
  }

  /**
   * Reads a photograph to work on: turned as the camera was held and scaled down to what a board
   * needs, as a JPEG. A picture of 400 million pixels takes some 100 MB while it is read.
   */
  public static Outcome<Picture> readPhotograph(Path file) {
    String name = String.valueOf(file.getFileName());
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      if (in == null || in.length() > MOST_BYTES_OF_A_PHOTOGRAPH) {
        return new Outcome.Failed<>(
            name
                + (in == null ? " cannot be read; is it still there?" : " is larger than 200 MB."));
      }
      Optional<ImageReader> reader = reader(in).filter(r -> MEDIA.containsKey(format(r)));
      if (reader.isEmpty()) {
        return new Outcome.Failed<>(name + " is no JPEG or PNG picture; those two are read.");
      }
      reader.get().setInput(in);
      try {
        return photograph(name, reader.get());
      } finally {
        reader.get().dispose();
      }
    } catch (IOException | RuntimeException e) {
      return new Outcome.Failed<>(name + " is damaged and cannot be shown; save it again.");
    }
  }

  private static Outcome<Picture> photograph(String name, ImageReader reader) throws IOException {
    int width = reader.getWidth(0);
    int height = reader.getHeight(0);
    if ((long) width * height > MOST_PIXELS_OF_A_PHOTOGRAPH) {
      return new Outcome.Failed<>(name + " has more than 400 million pixels: save it smaller.");
    }
    if (Math.min(width, height) < FEWEST_PIXELS_OF_A_PHOTOGRAPH) {
      return new Outcome.Failed<>(
          name + " is " + width + " x " + height + " pixels; a board needs at least 100 each way.");
    }
    int longest = Math.min(PHOTOGRAPH_PIXELS, Math.max(width, height));
    ImageReadParam some = reader.getDefaultReadParam();
    int step = Math.max(1, Math.max(width, height) / (2 * longest));
    some.setSourceSubsampling(step, step, 0, 0);
    ByteArrayOutputStream scaled = new ByteArrayOutputStream();
    Thumbnails.of(reader.read(0, some))
        .size(longest, longest)
        .addFilter(ExifFilterUtils.getFilterForOrientation(turned(reader)))
        .imageType(BufferedImage.TYPE_INT_RGB)
        .outputQuality(PHOTOGRAPH_QUALITY)
        .outputFormat("jpg")
        .toOutputStream(scaled);
    return read(name, scaled.toByteArray());
  }

  /** Reads the bytes of a file; the name is for what is said of them. */
  public static Outcome<Picture> read(String name, byte[] bytes) {
    try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(bytes))) {
      Optional<ImageReader> reader = reader(in);
      String media = reader.map(r -> MEDIA.getOrDefault(format(r), "")).orElse("");
      if (media.isEmpty()) {
        return new Outcome.Failed<>(name + " is no JPEG or PNG picture; those two are kept.");
      }
      reader.get().setInput(in);
      try {
        int width = reader.get().getWidth(0);
        int height = reader.get().getHeight(0);
        if ((long) width * height > MOST_PIXELS) {
          return new Outcome.Failed<>(name + " has more than 80 million pixels: save it smaller.");
        }
        byte[] thumbnail = thumbnail(reader.get(), Math.max(width, height));
        return new Outcome.Done<>(new Picture(hash(bytes), media, width, height, bytes, thumbnail));
      } finally {
        reader.get().dispose();
      }
    } catch (IOException | RuntimeException e) {
      return new Outcome.Failed<>(name + " is damaged and cannot be shown; save it again.");
    }
  }

  private static Optional<ImageReader> reader(ImageInputStream in) {
    Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
    return readers.hasNext() ? Optional.of(readers.next()) : Optional.empty();
  }

  private static String format(ImageReader reader) throws IllegalArgumentException {
    try {
      return reader.getFormatName().toLowerCase(Locale.ROOT);
    } catch (IOException e) {
      return "";
    }
  }

  /**
   * Only as many pixels are read as the thumbnail needs a few of each: a picture of 80 million
   * pixels takes a few megabytes.
   */
  private static byte[] thumbnail(ImageReader reader, int longSide) throws IOException {
    ImageReadParam some = reader.getDefaultReadParam();
    int step = Math.max(1, longSide / (THUMBNAIL_PIXELS * PIXELS_FOR_ONE));
    some.setSourceSubsampling(step, step, 0, 0);
    var filter = ExifFilterUtils.getFilterForOrientation(turned(reader));
    ByteArrayOutputStream small = new ByteArrayOutputStream();
    Thumbnails.of(reader.read(0, some))
        .size(THUMBNAIL_PIXELS, THUMBNAIL_PIXELS)
        .addFilter(filter)
        .imageType(BufferedImage.TYPE_INT_RGB)
        .outputFormat("jpg")
        .toOutputStream(small);
    return small.toByteArray();
  }

  /** How the camera was held; as it lies where it does not say. */
  private static Orientation turned(ImageReader reader) {
    try {
      return Optional.ofNullable(ExifUtils.getExifOrientation(reader, 0))
          .orElse(Orientation.TOP_LEFT);
    } catch (IOException | RuntimeException e) {
      return Orientation.TOP_LEFT;
    }
  }

  static String hash(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
