package raconteur.desktop.shelf;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Shelved;
import raconteur.casebook.store.StorySearch;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.desktop.workshop.Workshop;

/** The shelf's state: all cases, those being worked on first. Without the toolkit. */
public final class ShelfPresenter {
  private static final List<CaseState> ORDER =
      List.of(
          CaseState.ON_BENCH, CaseState.WAITING_FOR_PARTS, CaseState.WAITING, CaseState.GONE_HOME);

  /** Shorter words are in nearly every story. */
  private static final int LEAST_SEARCHED = 3;

  private static final int LINES_LOOKED_UP = 2_000;

  private final Workshop workshop;
  private final AtomicLong asked = new AtomicLong();
  private volatile Optional<List<Said>> said = Optional.empty();

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

  /** A row with all that it says, in small letters, to be looked through. */
  private record Said(Row row, String text) {}

  /**
   * Finds the rows away from the window; only what was asked last is handed over.
   *
   * @param again whether the casebook is read again, or what was read last is looked through
   */
  public void find(String filter, boolean again, Consumer<List<Row>> then) {
    long mine = asked.incrementAndGet();
    workshop
        .files()
        .execute(
            () -> {
              List<Row> rows = again ? rows(filter) : filtered(filter, said());
              workshop
                  .window()
                  .execute(
                      () -> {
                        if (mine == asked.get()) {
                          then.accept(rows);
                        }
                      });
            });
  }

  /**
   * The rows that hold all the words of the filter, in themselves or in a line of their stories,
   * read anew.
   */
  public List<Row> rows(String filter) {
    said = Optional.of(read());
    return filtered(filter, said());
  }

  private List<Said> said() {
    List<Said> read = said.orElseGet(this::read);
    said = Optional.of(read);
    return read;
  }

  private List<Said> read() {
    // Cases of practice stand beside the real ones, in a place of their own.
    Set<Integer> practised = workshop.settings().simulatedCases();
    return workshop.casebook().shelf().stream()
        .filter(shelved -> !practised.contains(shelved.header().number()))
        .map(this::row)
        .sorted(
            Comparator.comparingInt((Row r) -> ORDER.indexOf(r.header().state()))
                .thenComparing(Comparator.comparing(Row::lastTold).reversed()))
        .map(row -> new Said(row, text(row)))
        .toList();
  }

  private Row row(Shelved shelved) {
    return new Row(
        shelved.header(),
        workshop.boardName(shelved.header().boardId()),
        shelved.last(),
        shelved.lastTold());
  }

  private List<Row> filtered(String filter, List<Said> rows) {
    String[] words = filter.strip().toLowerCase(Locale.ROOT).split("\\s+", -1);
    Set<Integer> told =
        filter.strip().length() < LEAST_SEARCHED
            ? Set.of()
            : new StorySearch(workshop.casebook()).cases(filter, LINES_LOOKED_UP);
    return rows.stream()
        .filter(said -> holds(said.text(), words) || told.contains(said.row().header().number()))
        .map(Said::row)
        .toList();
  }

  private static String text(Row row) {
    return String.join(
            " ",
            String.valueOf(row.header().number()),
            row.board(),
            row.header().owner(),
            row.header().complaint(),
            row.header().state().words(),
            row.last())
        .toLowerCase(Locale.ROOT);
  }

  private static boolean holds(String text, String[] words) {
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
