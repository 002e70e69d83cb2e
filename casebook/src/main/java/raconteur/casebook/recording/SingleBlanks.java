package raconteur.casebook.recording;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/** Columns set apart by any number of blanks, as if by one: none begins a line. */
final class SingleBlanks extends FilterReader {
  private boolean afterBlank = true;

  SingleBlanks(Reader in) {
    super(in);
  }

  /** The same of one line. */
  static String of(String line) {
    return line.strip().replaceAll("[ \\t]+", " ");
  }

  @Override
  public int read() throws IOException {
    char[] one = new char[1];
    return read(one, 0, 1) < 0 ? -1 : one[0];
  }

  @Override
  public int read(char[] into, int from, int most) throws IOException {
    int kept = 0;
    while (kept == 0 && most > 0) {
      int read = super.read(into, from, most);
      if (read < 0) {
        return -1;
      }
      for (int i = from; i < from + read; i++) {
        boolean blank = into[i] == ' ' || into[i] == '\t';
        if (!(blank && afterBlank)) {
          into[from + kept++] = blank ? ' ' : into[i];
        }
        afterBlank = blank || into[i] == '\n' || into[i] == '\r';
      }
    }
    return kept;
  }
}
