package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Level;

/**
 * What drives a board from outside, row by row: a header of net names, values {@code 0 1 z x}.
 * Written down in docs/formats/simulate.md.
 */
public final class StimulusCsv {
  private StimulusCsv() {}

  /** Reads rows for a board; a net it does not have, or a supply, is refused by name. */
  public static Loaded<List<Map<String, Level>>> read(String file, String text, Board board) {
    List<Issue> issues = new ArrayList<>();
    Loaded<List<Map<String, Level>>> rows =
        LevelRows.read(
            file,
            text,
            word -> {
              if (board.net(word).isEmpty()) {
                issues.add(new Issue(file, 1, 1, "", "\"" + word + "\" is no net of this board"));
              } else if (board.isSupply(word)) {
                issues.add(
                    new Issue(file, 1, 1, "", word + " is a supply, which is not driven by rows"));
              }
              return Optional.of(word);
            },
            "NETA,NETB,…");
    return issues.isEmpty() ? rows : new Loaded.Refused<>(issues);
  }
}
