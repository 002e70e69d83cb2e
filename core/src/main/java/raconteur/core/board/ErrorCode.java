package raconteur.core.board;

import java.util.List;

/**
 * What the board's own firmware shows when it finds something wrong.
 *
 * @param code as it is shown, one word
 * @param means what the table of the machine says
 * @param parts what it accuses; none where it names no part
 */
public record ErrorCode(String code, String means, List<String> parts) {
  public ErrorCode {
    parts = List.copyOf(parts);
  }
}
