package raconteur.core.finding;

import java.util.List;
import java.util.stream.Collectors;

/** What a line came to, as one text to compare with. */
final class Heard {
  private Heard() {}

  /** The lines that are kept, or … and ✗ before what is asked or refused. */
  static String kept(Understanding heard) {
    return switch (heard) {
      case Understanding.Understood(Statement statement, String _) -> statement.line();
      case Understanding.Asked(Statement statement, String _) -> statement.line();
      case Understanding.InTurn(List<Understanding.Understood> lines) ->
          lines.stream().map(l -> l.statement().line()).collect(Collectors.joining("; "));
      case Understanding.Unfinished(String why) -> "… " + why;
      case Understanding.Refused(String why) -> "✗ " + why;
    };
  }
}
