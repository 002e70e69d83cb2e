package raconteur.casebook.exchange;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.test.DictionaryText;
import raconteur.core.bench.test.FaultDictionary;

/**
 * A fault dictionary on the disk: a first line with the mark of what it was made for, then a line
 * an answer, written as it comes, so that a run that was broken off goes on where it was. A file
 * made for another board, or other programs, is begun anew. Written down in
 * docs/formats/simulate.md.
 */
public final class DictionaryFile {
  private final Path file;

  private DictionaryFile(Path file) {
    this.file = file;
  }

  /**
   * Opens a file for a board.
   *
   * @throws IOException where it can be neither read nor written
   */
  public static DictionaryFile open(Path file, SimulatedBoard board) throws IOException {
    String head = DictionaryText.head(board);
    boolean fits = false;
    if (Files.isRegularFile(file)) {
      try (var lines = Files.lines(file, StandardCharsets.UTF_8)) {
        fits = lines.findFirst().filter(head::equals).isPresent();
      }
    }
    if (!fits) {
      Files.writeString(file, head + "\n", StandardCharsets.UTF_8);
    } else if (!Files.readString(file, StandardCharsets.UTF_8).endsWith("\n")) {
      Files.writeString(file, "\n", StandardCharsets.UTF_8, StandardOpenOption.APPEND);
    }
    return new DictionaryFile(file);
  }

  /** The answers so far; a line broken off in the middle is passed over. */
  public Map<String, FaultDictionary.Answer> answers() throws IOException {
    return DictionaryText.answers(Files.readAllLines(file, StandardCharsets.UTF_8));
  }

  /** Adds one answer at the end. */
  public synchronized void add(String fault, FaultDictionary.Answer answer) throws IOException {
    Files.writeString(
        file,
        DictionaryText.line(fault, answer) + "\n",
        StandardCharsets.UTF_8,
        StandardOpenOption.APPEND);
  }
}
