package raconteur.core.finding;

import java.util.List;
import java.util.stream.Collectors;

/** What a line came to, as one text to compare with. */
final class Heard {
  private Heard() {}

  /** The lines that are kept, ? before what is only offered, … and ✗ before what is not taken. */
  static String kept(Understanding heard) {
    return switch (heard) {
      case Understanding.Understood(Statement statement, String _) -> statement.line();
      case Understanding.Asked(Statement statement, String _) -> statement.line();
      case Understanding.InTurn(List<Understanding.Understood> lines) ->
          lines.stream().map(l -> l.statement().line()).collect(Collectors.joining("; "));
      // Of a note alone nothing was understood.
      case Understanding.Proposed(List<Understanding.Understood> lines, var _, String why)
          when lines.size() == 1 ->
          "✗ " + why;
      case Understanding.Proposed(List<Understanding.Understood> lines, var _, String _) ->
          lines.stream().map(l -> l.statement().line()).collect(Collectors.joining("; ", "? ", ""));
      case Understanding.Unfinished(String why) -> "… " + why;
      case Understanding.Refused(String why) -> "✗ " + why;
    };
  }
}
