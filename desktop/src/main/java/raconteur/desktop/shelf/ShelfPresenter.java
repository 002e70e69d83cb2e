package raconteur.desktop.shelf;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import raconteur.casebook.store.Outcome;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.desktop.app.Workshop;

/** The shelf's state: all cases, those being worked on first. Without the toolkit. */
public final class ShelfPresenter {
  private static final List<CaseState> ORDER =
      List.of(
          CaseState.ON_BENCH, CaseState.WAITING_FOR_PARTS, CaseState.WAITING, CaseState.GONE_HOME);

  private final Workshop workshop;

  public ShelfPresenter(Workshop workshop) {
    this.workshop = workshop;
  }

  /**
   * One board on the shelf.
   *
   * @param last the last line of its story, empty where there is none
   * @param lastTold when it was told, or when the case was opened
   */
  public record Row(CaseHeader header, String board, String last, Instant lastTold) {}

  /** The rows that hold all the words of the filter. */
  public List<Row> rows(String filter) {
    String[] words = filter.strip().toLowerCase(Locale.ROOT).split("\\s+", -1);
    return workshop.casebook().all().stream()
        .map(this::row)
        .filter(row -> holds(row, words))
        .sorted(
            Comparator.comparingInt((Row r) -> ORDER.indexOf(r.header().state()))
                .thenComparing(Comparator.comparing(Row::lastTold).reversed()))
        .toList();
  }

  private Row row(Case told) {
    List<Entry.Line> lines =
        told.entries().stream()
            .filter(Entry.Line.class::isInstance)
            .map(Entry.Line.class::cast)
            .toList();
    String board = workshop.boardName(told.header().boardId());
    return lines.isEmpty()
        ? new Row(told.header(), board, "", told.header().opened())
        : new Row(told.header(), board, lines.getLast().line(), lines.getLast().at());
  }

  private static boolean holds(Row row, String[] words) {
    String text =
        String.join(
                " ",
                String.valueOf(row.header().number()),
                row.board(),
                row.header().owner(),
                row.header().complaint(),
                row.header().state().words(),
                row.last())
            .toLowerCase(Locale.ROOT);
    for (String word : words) {
      if (!text.contains(word)) {
        return false;
      }
    }
    return true;
  }

  /** Moves a board on the shelf; a sentence where that failed, else empty. */
  public String move(int number, CaseState to) {
    return switch (workshop.casebook().move(number, to)) {
      case Outcome.Failed<CaseState> failed -> failed.sentence();
      case Outcome.Done<CaseState> _ -> "";
    };
  }
}
