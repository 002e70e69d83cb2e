package raconteur.desktop.odds;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import raconteur.casebook.report.OddsCsv;
import raconteur.core.board.Board;
import raconteur.core.odds.ClopperPearson;
import raconteur.core.odds.Tally;
import raconteur.desktop.app.Workshop;

/** What the closed cases have counted, per revision. Without the toolkit. */
public final class OddsPresenter {
  private final Workshop workshop;

  public OddsPresenter(Workshop workshop) {
    this.workshop = workshop;
  }

  public List<Board> boards() {
    return workshop.boards().boards();
  }

  public Tally tally(Board board) {
    return workshop.tally(board);
  }

  /** The interval of a row's share of boards. */
  public static ClopperPearson.Interval interval(Tally tally, Tally.Row row) {
    return ClopperPearson.interval(row.affected(), tally.boards(), OddsCsv.CONFIDENCE);
  }

  /** Writes a revision's counts as CSV; one sentence on how it went. */
  public String export(Tally tally, Path file) {
    try {
      Files.writeString(file, OddsCsv.write(tally), StandardCharsets.UTF_8);
      return "Written to " + file + ".";
    } catch (IOException e) {
      return file + " cannot be written; choose a folder that is yours to write in.";
    }
  }
}
