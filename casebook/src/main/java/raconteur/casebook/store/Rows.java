package raconteur.casebook.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.StatementContext;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;

/**
 * Makes cases and entries of a casebook's rows. A time or a state that cannot be read does not keep
 * the rest from being shown: it is put right as well as can be, and named.
 */
final class Rows {
  private static final int MOST_TROUBLES = 100;

  /** Times as they are written; the seconds may have a fraction. */
  private static final String TIME =
      "[0-9][0-9][0-9][0-9]-[0-1][0-9]-[0-3][0-9]T[0-2][0-9]:[0-5][0-9]:[0-5][0-9]*Z";

  private final TreeSet<String> troubles = new TreeSet<>();
  private Instant last = Instant.EPOCH;

  /** What in a casebook cannot be read, a sentence each, at most {@value #MOST_TROUBLES}. */
  List<String> troubles(Handle handle) {
    handle.createQuery("SELECT * FROM cases").map(this::header).forEach(header -> {});
    handle
        .createQuery(
            "SELECT * FROM entries WHERE at NOT GLOB '" + TIME + "' ORDER BY 1, 2 LIMIT 100")
        .map((row, context) -> entry(row.getInt("case_number"), row))
        .forEach(entry -> {});
    return new ArrayList<>(troubles);
  }

  CaseHeader header(ResultSet row, StatementContext context) throws SQLException {
    int number = row.getInt("number");
    String state = row.getString("state");
    if (!CaseState.byWords().containsKey(state)) {
      trouble(
          "Case "
              + number
              + " stands “"
              + state
              + "”, which is not known: it is shown on the bench.");
    }
    return new CaseHeader(
        number,
        row.getString("board_id"),
        row.getString("owner"),
        row.getString("complaint"),
        time(row.getString("opened"), "Case " + number + " was opened", Instant.EPOCH),
        CaseState.byWords().getOrDefault(state, CaseState.ON_BENCH));
  }

  Shelved shelved(ResultSet row, StatementContext context) throws SQLException {
    CaseHeader header = header(row, context);
    String line = row.getString("line");
    return line == null
        ? new Shelved(header, "", header.opened())
        : new Shelved(
            header,
            line,
            time(
                row.getString("at"),
                "Case " + header.number() + ", line " + row.getInt("line_number") + " was told",
                header.opened()));
  }

  Entry entry(int caseNumber, ResultSet row) throws SQLException {
    int number = row.getInt("number");
    String place = "Case " + caseNumber + ", line " + number + " was told";
    last = time(row.getString("at"), place, number == 1 ? Instant.EPOCH : last);
    String line = row.getString("line");
    return line == null
        ? new Entry.Strike(number, last, row.getInt("strikes"), row.getString("why"))
        : new Entry.Line(number, last, line);
  }

  private Instant time(String text, String what, Instant instead) {
    return parsed(text)
        .orElseGet(
            () -> {
              trouble(what + " at “" + text + "”, which is no time: " + instead + " is shown.");
              return instead;
            });
  }

  private static Optional<Instant> parsed(String text) {
    try {
      return Optional.of(Instant.parse(text));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  private void trouble(String sentence) {
    if (troubles.size() < MOST_TROUBLES) {
      troubles.add(sentence);
    }
  }
}
