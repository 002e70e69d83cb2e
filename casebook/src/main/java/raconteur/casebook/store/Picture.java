package raconteur.casebook.store;

import java.util.Arrays;

/** A picture as it came, and its thumbnail. Equal where the content is. */
public final class Picture {
  /** How many digits of its content's hash name it in a story. */
  public static final int NAME_DIGITS = 12;

  private final String content;
  private final String media;
  private final int width;
  private final int height;
  private final byte[] bytes;
  private final byte[] thumbnail;

  /**
   * @param content SHA-256 of the bytes, in hexadecimal
   * @param media {@code image/jpeg} or {@code image/png}
   * @param width in pixels, as stored
   * @param bytes of the file
   * @param thumbnail a small JPEG
   */
  public Picture(
      String content, String media, int width, int height, byte[] bytes, byte[] thumbnail) {
    this.content = content;
    this.media = media;
    this.width = width;
    this.height = height;
    this.bytes = Arrays.copyOf(bytes, bytes.length);
    this.thumbnail = Arrays.copyOf(thumbnail, thumbnail.length);
  }

  public String content() {
    return content;
  }

  /** What the story calls it. */
  public String name() {
    return content.substring(0, NAME_DIGITS);
  }

  public String media() {
    return media;
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  public byte[] bytes() {
    return Arrays.copyOf(bytes, bytes.length);
  }

  public byte[] thumbnail() {
    return Arrays.copyOf(thumbnail, thumbnail.length);
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Picture picture && picture.content.equals(content);
  }

  @Override
  public int hashCode() {
    return content.hashCode();
  }
}
