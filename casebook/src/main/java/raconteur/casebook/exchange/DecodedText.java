package raconteur.casebook.exchange;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/**
 * A file's text and the encoding it was read in: what a byte order mark says, else UTF-8 if the
 * bytes are that, else Windows-1252, in which every byte means something.
 */
public record DecodedText(String text, String encoding) {
  private static final Charset WESTERN = Charset.forName("windows-1252");

  public static DecodedText of(byte[] bytes) {
    if (startsWith(bytes, 0xEF, 0xBB, 0xBF)) {
      return new DecodedText(
          new String(bytes, 3, bytes.length - 3, StandardCharsets.UTF_8), "UTF-8");
    }
    if (startsWith(bytes, 0xFF, 0xFE)) {
      return new DecodedText(
          new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16LE), "UTF-16");
    }
    if (startsWith(bytes, 0xFE, 0xFF)) {
      return new DecodedText(
          new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16BE), "UTF-16");
    }
    try {
      String text =
          StandardCharsets.UTF_8
              .newDecoder()
              .onMalformedInput(CodingErrorAction.REPORT)
              .decode(ByteBuffer.wrap(bytes))
              .toString();
      return new DecodedText(text, "UTF-8");
    } catch (CharacterCodingException e) {
      return new DecodedText(new String(bytes, WESTERN), "Windows-1252");
    }
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
