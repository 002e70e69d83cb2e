package raconteur.desktop.arrive;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.story.Case;
import raconteur.core.story.Entry;
import raconteur.desktop.workshop.Photographs;
import raconteur.desktop.workshop.Workshop;

/** What it takes to open a case. Without the toolkit. */
public final class ArrivePresenter {
  private static final int LONGEST_TEXT = 300;

  private final Workshop workshop;

  public ArrivePresenter(Workshop workshop) {
    this.workshop = workshop;
  }

  /** The boards' photographs, for the map. */
  Photographs photographs() {
    return workshop.photographs();
  }

  /** What was made of an intake. */
  public sealed interface Intake {}

  public record Opened(int number) implements Intake {}

  /** Nothing was kept; the sentence says what would be accepted. */
  public record Refused(String sentence) implements Intake {}

  public int nextNumber() {
    return workshop.casebook().nextNumber();
  }

  public List<Board> boards() {
    return workshop.boards().boards();
  }

  /** What was wrong with board files in the user's folder, one a line. */
  public String boardIssues() {
    return String.join(
        "\n", workshop.boards().issues().stream().limit(5).map(Object::toString).toList());
  }

  /** Adds a board file to those at hand; a report where it is refused, else empty. */
  public String addBoard(Path file) {
    return switch (workshop.boards().add(file)) {
      case Loaded.Ok<Board> _ -> "";
      case Loaded.Refused<Board> refused -> refused.summary();
    };
  }

  /**
   * Opens a case.
   *
   * @param number as typed
   * @param lines bench lines to begin the story with
   */
  public Intake open(
      String number, Optional<Board> board, String owner, String complaint, List<String> lines) {
    if (!number.strip().matches("[0-9]{1,7}") || Integer.parseInt(number.strip()) < 1) {
      return new Refused("A case number is a whole number from 1 to 9999999.");
    }
    if (board.isEmpty()) {
      return new Refused("Choose the board and revision first.");
    }
    if (owner.length() > LONGEST_TEXT || complaint.length() > LONGEST_TEXT) {
      return new Refused("Owner and complaint have at most " + LONGEST_TEXT + " characters each.");
    }
    int wanted = Integer.parseInt(number.strip());
    Outcome<Case> made =
        workshop
            .casebook()
            .create(wanted, board.get().identity().id(), owner.strip(), complaint.strip());
    return switch (made) {
      case Outcome.Failed<Case> failed -> new Refused(failed.sentence());
      case Outcome.Done<Case> _ -> began(wanted, lines);
    };
  }

  private Intake began(int number, List<String> lines) {
    for (String line : lines) {
      if (workshop.casebook().append(number, line) instanceof Outcome.Failed<Entry> failed) {
        return new Refused(failed.sentence());
      }
    }
    return new Opened(number);
  }
}
