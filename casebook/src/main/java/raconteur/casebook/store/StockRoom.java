package raconteur.casebook.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.StatementContext;
import raconteur.core.stock.Stock;
import raconteur.core.stock.StockItem;

/** The stock in the casebook's file. Every change is one transaction. */
public final class StockRoom {
  private static final String CONFLICT =
      "A stock is counted from 0, and every item says what it is.";

  private final Casebook casebook;

  public StockRoom(Casebook casebook) {
    this.casebook = casebook;
  }

  /** All that is there, by number. */
  public Stock stock() {
    return casebook.reading(
        h ->
            new Stock(
                h.createQuery("SELECT * FROM stock ORDER BY number").map(StockRoom::item).list()));
  }

  /** Takes an item in under the next number. */
  public Outcome<StockItem> add(StockItem item) {
    return addAll(List.of(item)) instanceof Outcome.Failed<List<StockItem>>(String sentence)
        ? new Outcome.Failed<>(sentence)
        : new Outcome.Done<>(stock().items().getLast());
  }

  /** Takes items in under the next numbers: all or none. */
  public Outcome<List<StockItem>> addAll(List<StockItem> items) {
    return casebook.writing(
        h -> {
          int next =
              h.createQuery("SELECT coalesce(max(number), 0) + 1 FROM stock")
                  .mapTo(Integer.class)
                  .one();
          List<StockItem> numbered = new java.util.ArrayList<>();
          for (StockItem item : items) {
            StockItem kept = item.numbered(next++);
            write(h, kept, false);
            numbered.add(kept);
          }
          Limits.checkStock(h);
          return numbered;
        },
        CONFLICT);
  }

  /** Keeps an item in the place of the one with its number. */
  public Outcome<StockItem> keep(StockItem item) {
    return casebook.writing(
        h -> {
          write(h, item, true);
          return item;
        },
        CONFLICT);
  }

  /**
   * Takes one of an item for a case, as the stock stands in the file at that moment.
   *
   * @param anyway takes what is marked bad, or another's, all the same
   */
  public Outcome<StockItem> take(int number, int forCase, boolean anyway) {
    Outcome<Stock.Taken> taken =
        casebook.writing(
            h -> {
              Stock now =
                  new Stock(h.createQuery("SELECT * FROM stock").map(StockRoom::item).list());
              Stock.Taken left = now.take(number, forCase, anyway);
              if (left instanceof Stock.Taken.Done(StockItem item)) {
                write(h, item, true);
              }
              return left;
            },
            CONFLICT);
    return switch (taken) {
      case Outcome.Failed<Stock.Taken>(String sentence) -> new Outcome.Failed<>(sentence);
      case Outcome.Done<Stock.Taken>(Stock.Taken.Refused(String sentence)) ->
          new Outcome.Failed<>(sentence);
      case Outcome.Done<Stock.Taken>(Stock.Taken.Done(StockItem item)) -> new Outcome.Done<>(item);
    };
  }

  static void write(Handle handle, StockItem item, boolean replaces) {
    Limits.check(item);
    handle
        .createUpdate(
            (replaces ? "INSERT OR REPLACE" : "INSERT")
                + " INTO stock"
                + " (number, kind, grade, count, state, origin, note, for_case, lead_days)"
                + " VALUES (:number, :kind, :grade, :count, :state, :origin, :note, :case, :lead)")
        .bind("number", item.number())
        .bind("kind", plain(item.kind()))
        .bind("grade", plain(item.grade()))
        .bind("count", item.count())
        .bind("state", item.state().words())
        .bind("origin", plain(item.from()))
        .bind("note", plain(item.note()))
        .bind("case", item.forCase().orElse(null))
        .bind("lead", item.leadDays().orElse(null))
        .execute();
  }

  /** As a table gives it back: on one line, without blanks around it. */
  private static String plain(String text) {
    return Limits.plain(text).replace('\n', ' ').strip();
  }

  private static StockItem item(ResultSet row, StatementContext context) throws SQLException {
    return new StockItem(
        row.getInt("number"),
        row.getString("kind"),
        row.getString("grade"),
        row.getInt("count"),
        StockItem.State.byWords().getOrDefault(row.getString("state"), StockItem.State.SPARE),
        row.getString("origin"),
        row.getString("note"),
        whole(row, "for_case"),
        whole(row, "lead_days"));
  }

  private static Optional<Integer> whole(ResultSet row, String column) throws SQLException {
    int value = row.getInt(column);
    return row.wasNull() ? Optional.empty() : Optional.of(value);
  }
}
