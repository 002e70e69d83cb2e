package raconteur.casebook.exchange;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/**
 * Reads text whose lines are no longer than any table's: what has no line end would else become one
 * row of millions of cells before anybody can look at it.
 */
public final class BoundedLines extends FilterReader {
  static final int LONGEST = 1_000_000;

  private int line = 1;
  private int length;

  public BoundedLines(Reader in) {
    super(in);
  }

  /** Says which line is too long. */
  static final class TooLong extends IOException {
    private static final long serialVersionUID = 1;

    TooLong(int line) {
      super("line " + line + " has more than " + LONGEST + " characters: this is no table");
    }
  }

  /** The sentence of a line that is too long, wherever in the chain of causes it stands. */
  public static String reason(Throwable e, String otherwise) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof TooLong) {
        return String.valueOf(t.getMessage());
      }
    }
    return otherwise;
  }

  @Override
  public int read() throws IOException {
    int one = super.read();
    if (one >= 0) {
      count((char) one);
    }
    return one;
  }

  @Override
  public int read(char[] into, int from, int most) throws IOException {
    int read = super.read(into, from, most);
    for (int i = 0; i < read; i++) {
      count(into[from + i]);
    }
    return read;
  }

  private void count(char one) throws TooLong {
    if (one == '\n' || one == '\r') {
      line += one == '\n' ? 1 : 0;
      length = 0;
    } else if (++length > LONGEST) {
      throw new TooLong(line);
    }
  }
}
