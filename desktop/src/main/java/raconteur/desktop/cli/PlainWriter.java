package raconteur.desktop.cli;

import java.io.FilterWriter;
import java.io.IOException;
import java.io.Writer;

/**
 * Writes to a terminal what may come from anybody's file: characters that move the cursor, colour,
 * ring or turn the order of letters round are shown as a dot. A carriage return counts as one of
 * them, but for one at the beginning of what is printed, by which progress is told.
 */
final class PlainWriter extends FilterWriter {
  private static final char INSTEAD = '·';

  private String trouble = "";

  PlainWriter(Writer out) {
    super(out);
  }

  /** Why not all could be written; empty where it could, or where nobody reads on. */
  String trouble() {
    return trouble.contains("Broken pipe") ? "" : trouble;
  }

  @Override
  public void write(int one) throws IOException {
    write(new char[] {(char) one}, 0, 1);
  }

  @Override
  public void write(String text, int from, int count) throws IOException {
    write(text.toCharArray(), from, count);
  }

  @Override
  public void write(char[] text, int from, int count) throws IOException {
    char[] plain = new char[count];
    for (int i = 0; i < count; i++) {
      char c = text[from + i];
      plain[i] = moves(c) && !(c == '\r' && i == 0) ? INSTEAD : c;
    }
    try {
      out.write(plain, 0, count);
    } catch (IOException e) {
      throw told(e);
    }
  }

  @Override
  public void flush() throws IOException {
    try {
      super.flush();
    } catch (IOException e) {
      throw told(e);
    }
  }

  private IOException told(IOException e) {
    trouble = String.valueOf(e.getMessage());
    return e;
  }

  private static boolean moves(char c) {
    return (Character.isISOControl(c) && c != '\n' && c != '\t')
        || (c >= '\u202A' && c <= '\u202E')
        || (c >= '\u2066' && c <= '\u2069');
  }
}
