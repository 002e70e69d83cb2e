package raconteur.casebook.exchange;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;

/**
 * What many simulated runs gave, on the disk: a first line with the mark of what they were made
 * for, then a line a run, written as it comes, so that what was broken off goes on where it was. A
 * file made for another board, or other programs, is left as it is. Written down in
 * docs/formats/simulate.md.
 */
public final class RunsFile {
  private final Path file;

  private RunsFile(Path file) {
    this.file = file;
  }

  /**
   * Opens a file.
   *
   * @param head the first line it has to have
   * @throws IOException where it can be neither read nor written, or is made for something else;
   *     the message says so
   */
  public static RunsFile open(Path file, String head) throws IOException {
    boolean begun = Files.exists(file) && Files.size(file) > 0;
    if (begun && !begins(file, head)) {
      throw new IOException(
          file
              + " was made for another board, or other programs, or is something else; it was left"
              + " as it is: name another file.");
    }
    if (!begun) {
      Files.writeString(file, head + "\n", StandardCharsets.UTF_8);
    } else if (!Files.readString(file, StandardCharsets.UTF_8).endsWith("\n")) {
      Files.writeString(file, "\n", StandardCharsets.UTF_8, StandardOpenOption.APPEND);
    }
    return new RunsFile(file);
  }

  private static boolean begins(Path file, String head) throws IOException {
    byte[] wanted = (head + "\n").getBytes(StandardCharsets.UTF_8);
    try (var in = Files.newInputStream(file)) {
      return Arrays.equals(in.readNBytes(wanted.length), wanted);
    }
  }

  /** The lines so far, the last perhaps broken off in the middle. */
  public List<String> lines() throws IOException {
    List<String> all = Files.readAllLines(file, StandardCharsets.UTF_8);
    return all.subList(1, all.size());
  }

  /** Adds one line at the end. */
  public synchronized void add(String line) throws IOException {
    Files.writeString(file, line + "\n", StandardCharsets.UTF_8, StandardOpenOption.APPEND);
  }
}
