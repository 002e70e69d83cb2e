package raconteur.core.bench.program;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
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
import java.util.function.Function;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardWriter;
import raconteur.core.board.Part;
import raconteur.core.finding.Finding.DeadTestEnd;

/**
 * A fault dictionary as text: a first line with the mark of what it was made for, then one line an
 * answer with tabs between fault, look, end and count. Written down in docs/formats/simulate.md.
 */
public final class DictionaryText {
  private static final String FORMAT = "raconteur-dictionary/1 ";
  private static final int CELLS = 4;

  private DictionaryText() {}

  /** The first line of a dictionary for a board with what is in its ROMs and cartridges. */
  public static String head(SimulatedBoard board) {
    return FORMAT + mark(board);
  }

  /** A mark of all that decides how a board runs, other than its faults. */
  static String mark(SimulatedBoard board) {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      BoardContents contents = board.board().contents();
      // What parts are called changes nothing of what they do.
      List<Part> uncalled = contents.parts().stream().map(p -> p.thereFor("")).toList();
      digest.update(
          BoardWriter.write(contents.withParts(uncalled)).getBytes(StandardCharsets.UTF_8));
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

  /** One answer as a line, without its end. */
  public static String line(String fault, FaultDictionary.Answer answer) {
    return String.join(
        "\t",
        fault,
        answer.look().name().toLowerCase(Locale.ROOT),
        answer.deadTest().end().name().toLowerCase(Locale.ROOT),
        String.valueOf(answer.deadTest().count()));
  }

  /** The answers by the fault's words; what is no answer, as a line broken off, is passed over. */
  public static Map<String, FaultDictionary.Answer> answers(List<String> lines) {
    Map<String, FaultDictionary.Answer> answers = new LinkedHashMap<>();
    for (String line : lines) {
      String[] cells = line.split("\t", -1);
      if (cells.length == CELLS) {
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

  /**
   * The dictionary that ships for a board; empty where there is none, or where the board is not the
   * one it was made for.
   */
  public static Map<String, FaultDictionary.Answer> shipped(Board board) {
    return answers(shippedLines(board, ".dictionary", DictionaryText::head));
  }

  /** The lines behind the first of a file that ships for a board; none where its head is wrong. */
  static List<String> shippedLines(
      Board board, String ending, Function<SimulatedBoard, String> head) {
    BenchSetUp setUp = BenchSetUp.of(board);
    if (!DeadTest.fits(setUp)) {
      return List.of();
    }
    String name = "/raconteur/core/bench/" + board.identity().id() + ending;
    try (InputStream in = DictionaryText.class.getResourceAsStream(name)) {
      if (in == null) {
        return List.of();
      }
      List<String> lines = new String(in.readAllBytes(), StandardCharsets.UTF_8).lines().toList();
      return lines.isEmpty()
              || !lines.getFirst().equals(head.apply(new SimulatedBoard(board, setUp)))
          ? List.of()
          : lines.subList(1, lines.size());
    } catch (IOException e) {
      throw new IllegalStateException("what ships can be read", e);
    }
  }
}
