package raconteur.core.finding;

import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;

/**
 * A row of a board's lines by what their names have in common: {@code TA lines all pulsing} is of
 * TA0 to TA10. Cost: every name of a line, where a line of the story speaks of lines.
 */
final class RowOfLines {
  private static final Pattern LINES =
      Pattern.compile(
          "(?<![A-Za-z0-9/])(?:(?:all|the|both) )*([/~]?[A-Z][A-Z0-9/]*) (?:lines|bus|pins)(?:"
              + " (?:are|all))*(?= )");

  /** The same in small letters, of two and more. */
  private static final Pattern PINS =
      Pattern.compile(
          "(?<![A-Za-z0-9/])(?:(?:all|the|both) )*([A-Za-z]{2,4}) (?:lines|bus|pins)(?:"
              + " (?:are|all))*(?= )");

  private static final int FEWEST = 2;

  private RowOfLines() {}

  /**
   * The line with the row's first and last in place of that; as it is where there is no such row.
   */
  static String named(Board board, String line) {
    Matcher said = LINES.matcher(line);
    if (!said.find()) {
      return ofAProcessor(board, line);
    }
    String row = said.group(1);
    List<String> names =
        board.nets().stream()
            .map(Net::name)
            .filter(
                name -> name.startsWith(row) && name.substring(row.length()).matches("[0-9]{1,2}"))
            .sorted(Comparator.comparingInt(name -> Integer.parseInt(name.substring(row.length()))))
            .toList();
    return names.size() < FEWEST
        ? ofAProcessor(board, line)
        : line.substring(0, said.start())
            + names.getFirst()
            + "-"
            + names.getLast()
            + line.substring(said.end());
  }

  /** A row of the main processor's pins, where no line of the board is called so. */
  private static String ofAProcessor(Board board, String line) {
    Matcher said = PINS.matcher(line);
    List<Part> processors = PartsByKind.only(board, "cpu");
    if (!said.find() || processors.isEmpty()) {
      return line;
    }
    Part processor = processors.getFirst();
    Pattern name =
        Pattern.compile(
            "[/~_]?" + Pattern.quote(said.group(1)) + "[0-9/]{1,4}", Pattern.CASE_INSENSITIVE);
    List<String> pins =
        processor.device().pins().stream()
            .filter(pin -> name.matcher(pin.name()).matches())
            .filter(pin -> board.netOf(processor.pin(pin.number())).isEmpty())
            .map(pin -> processor.pin(pin.number()).toString())
            .toList();
    return pins.size() < FEWEST
        ? line
        : line.substring(0, said.start()) + String.join(" ", pins) + line.substring(said.end());
  }
}
