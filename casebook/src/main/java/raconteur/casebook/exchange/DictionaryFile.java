package raconteur.casebook.exchange;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.test.DeadTest;
import raconteur.core.bench.test.FaultDictionary;
import raconteur.core.bench.test.StartUp;
import raconteur.core.board.BoardWriter;
import raconteur.core.finding.Finding.DeadTestEnd;

/**
 * A fault dictionary on the disk: a first line with the mark of what it was made for, then a line
 * an answer, written as it comes, so that a run that was broken off goes on where it was. A file
 * made for another board, or other programs, is begun anew. Written down in
 * docs/formats/simulate.md.
 */
public final class DictionaryFile {
  private static final String FORMAT = "raconteur-dictionary/1 ";

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
    String head = FORMAT + mark(board);
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

  /** What the answers depend on: the board's contents and what is in its ROMs and cartridges. */
  private static String mark(SimulatedBoard board) {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      digest.update(BoardWriter.write(board.board().contents()).getBytes(StandardCharsets.UTF_8));
      new TreeMap<>(board.setUp().roms())
          .forEach(
              (part, bytes) ->
                  digest.update((part + Arrays.toString(bytes)).getBytes(StandardCharsets.UTF_8)));
      board
          .setUp()
          .deadTest()
          .ifPresent(
              plug ->
                  digest.update(Arrays.toString(plug.contents()).getBytes(StandardCharsets.UTF_8)));
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every platform has SHA-256", e);
    }
  }

  /** The answers so far; a line broken off in the middle is passed over. */
  public Map<String, FaultDictionary.Answer> answers() throws IOException {
    Map<String, FaultDictionary.Answer> answers = new LinkedHashMap<>();
    List<String> lines = Files.readAllLines(file, StandardCharsets.UTF_8);
    for (String line : lines.subList(1, lines.size())) {
      String[] cells = line.split("\t", -1);
      if (cells.length == 4) {
        answer(cells).ifPresent(answer -> answers.put(cells[0], answer));
      }
    }
    return answers;
  }

  private static Optional<FaultDictionary.Answer> answer(String[] cells) {
    try {
      return Optional.of(
          new FaultDictionary.Answer(
              StartUp.Look.valueOf(cells[1].toUpperCase(Locale.ROOT)),
              new DeadTest.Result(
                  DeadTestEnd.valueOf(cells[2].toUpperCase(Locale.ROOT)),
                  Integer.parseInt(cells[3]))));
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** Adds one answer at the end. */
  public synchronized void add(String fault, FaultDictionary.Answer answer) throws IOException {
    String line =
        String.join(
            "\t",
            fault,
            answer.look().name().toLowerCase(Locale.ROOT),
            answer.deadTest().end().name().toLowerCase(Locale.ROOT),
            String.valueOf(answer.deadTest().count()));
    Files.writeString(file, line + "\n", StandardCharsets.UTF_8, StandardOpenOption.APPEND);
  }
}
