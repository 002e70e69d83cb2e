package raconteur.casebook.exchange;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A file's text and the encoding it was read in: what a byte order mark says, else UTF-8 if the
 * bytes are that, else Windows-1252, in which every byte means something.
 */
public record DecodedText(String text, String encoding) {
  private static final Charset WESTERN = Charset.forName("windows-1252");
  private static final char BYTE_ORDER_MARK = '\uFEFF';
  private static final int LOOKED_AT = 1 << 16;

  public static DecodedText of(byte[] bytes) {
    Charset charset = charset(bytes, true);
    String text = new String(bytes, charset);
    return new DecodedText(
        text.startsWith(String.valueOf(BYTE_ORDER_MARK)) ? text.substring(1) : text,
        charset.equals(WESTERN)
            ? "Windows-1252"
            : charset.equals(StandardCharsets.UTF_8) ? "UTF-8" : "UTF-16");
  }

  /**
   * Reads a file too long to be held, in the encoding its first {@value #LOOKED_AT} bytes are in. A
   * byte further on that is none of that encoding is read as a mark of replacement.
   */
  public static BufferedReader reader(Path file) throws IOException {
    Charset charset;
    try (InputStream in = Files.newInputStream(file)) {
      byte[] head = in.readNBytes(LOOKED_AT);
      charset = charset(head, head.length < LOOKED_AT);
    }
    BufferedReader text =
        new BufferedReader(
            new java.io.InputStreamReader(
                Files.newInputStream(file),
                charset
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPLACE)
                    .onUnmappableCharacter(CodingErrorAction.REPLACE)));
    text.mark(1);
    if (text.read() != BYTE_ORDER_MARK) {
      text.reset();
    }
    return text;
  }

  /**
   * @param whole whether these are all bytes, so that a letter broken off at their end counts
   */
  private static Charset charset(byte[] bytes, boolean whole) {
    if (startsWith(bytes, 0xFF, 0xFE)) {
      return StandardCharsets.UTF_16LE;
    }
    if (startsWith(bytes, 0xFE, 0xFF)) {
      return StandardCharsets.UTF_16BE;
    }
    boolean utf8 =
        !StandardCharsets.UTF_8
            .newDecoder()
            .onMalformedInput(CodingErrorAction.REPORT)
            .decode(ByteBuffer.wrap(bytes), CharBuffer.allocate(bytes.length + 1), whole)
            .isError();
    return utf8 ? StandardCharsets.UTF_8 : WESTERN;
  }

  private static boolean startsWith(byte[] bytes, int... mark) {
    if (bytes.length < mark.length) {
      return false;
    }
    for (int i = 0; i < mark.length; i++) {
      if ((bytes[i] & 0xFF) != mark[i]) {
        return false;
      }
    }
    return true;
  }
}
