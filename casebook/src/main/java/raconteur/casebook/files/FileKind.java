package raconteur.casebook.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;

/**
 * A kind of file the program writes, and how one that is there already is known to be of it.
 *
 * @param words what a sentence calls it, for example {@code stock list}
 * @param known whether the beginning of a file is of this kind; at most {@link #LOOKED_AT} bytes
 */
public record FileKind(String words, Predicate<byte[]> known) {
  /** How much of a file is looked at to know its kind. */
  static final int LOOKED_AT = 64 * 1024;

  /** A portable document (ISO 32000: the file begins with {@code %PDF-}). */
  public static final FileKind PDF = beginning("PDF", "%PDF-");

  /** A picture (PNG, ISO/IEC 15948 clause 5.2: its eight first bytes). */
  public static final FileKind PNG =
      new FileKind(
          "PNG picture",
          head -> startsWith(head, new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10}));

  /** A photograph (JPEG, ISO/IEC 10918-1 annex B: start of image, then another marker). */
  public static final FileKind JPEG =
      new FileKind(
          "JPEG picture",
          head -> startsWith(head, new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF}));

  /** A page for a browser. */
  public static final FileKind HTML =
      new FileKind(
          "HTML page", head -> text(head).toLowerCase(Locale.ROOT).startsWith("<!doctype"));

  /** A file that begins with these letters. */
  public static FileKind beginning(String words, String letters) {
    return new FileKind(
        words, head -> startsWith(head, letters.getBytes(StandardCharsets.US_ASCII)));
  }

  /** A JSON file of one of our formats, by the beginning of its format's name. */
  public static FileKind json(String words, String format) {
    return new FileKind(
        words,
        head -> {
          String text = text(head);
          return text.startsWith("{")
              && text.replaceAll("\\s", "").contains("\"format\":\"" + format);
        });
  }

  /** A table whose first line begins so. */
  public static FileKind table(String words, String firstLine) {
    return new FileKind(words, head -> text(head).startsWith(firstLine));
  }

  /** A zip whose first part has this name. */
  public static FileKind zip(String words, String firstPart) {
    return new FileKind(
        words,
        head -> {
          try (ZipInputStream zip =
              new ZipInputStream(new java.io.ByteArrayInputStream(head), StandardCharsets.UTF_8)) {
            return Optional.ofNullable(zip.getNextEntry())
                .map(ZipEntry::getName)
                .filter(firstPart::equals)
                .isPresent();
          } catch (IOException e) {
            return false;
          }
        });
  }

  /** Whether what is there may be written over: it is empty, or of this kind. */
  boolean fits(Path there) throws IOException {
    byte[] head;
    try (InputStream in = Files.newInputStream(there)) {
      head = in.readNBytes(LOOKED_AT);
    }
    return head.length == 0 || known.test(head);
  }

  private static boolean startsWith(byte[] head, byte[] wanted) {
    return head.length >= wanted.length
        && Arrays.equals(Arrays.copyOf(head, wanted.length), wanted);
  }

  private static String text(byte[] head) {
    String text = new String(head, StandardCharsets.UTF_8);
    return (text.startsWith("\uFEFF") ? text.substring(1) : text).stripLeading();
  }
}
