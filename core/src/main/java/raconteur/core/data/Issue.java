package raconteur.core.data;

/**
 * One thing that is wrong in a file.
 *
 * @param file the name the user knows the file by
 * @param line counted from 1; 0 where the whole file is meant
 * @param column counted from 1; 0 where the whole line is meant
 * @param place the path inside the file, for example {@code nets[3].path[2]}
 * @param reason one sentence that says what is wrong and what would be accepted
 */
public record Issue(String file, int line, int column, String place, String reason) {

  /** The issue as one line, the way compilers print them. */
  @Override
  public String toString() {
    String where = line == 0 ? file : file + ":" + line + ":" + column;
    return where + ": " + (place.isEmpty() ? "" : place + ": ") + reason;
  }
}
