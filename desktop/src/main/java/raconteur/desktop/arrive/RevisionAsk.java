package raconteur.desktop.arrive;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.intake.RevisionQuestions;
import raconteur.core.intake.RevisionQuestions.Question;

/** Asks its way to a board's revision, one question at a time. Without the toolkit. */
final class RevisionAsk {
  private final List<Board> boards;
  private final RevisionQuestions questions;
  private final Set<String> unanswerable = new HashSet<>();
  private Set<String> candidates = new TreeSet<>();
  private String assembly = "";

  RevisionAsk(Collection<Board> boards) {
    this.boards = List.copyOf(boards);
    this.questions = new RevisionQuestions(boards);
    boards.forEach(b -> candidates.add(b.identity().id()));
  }

  /** What to ask next; empty where it is known, or cannot be told apart further. */
  Optional<Question> question() {
    return questions.next(candidates, unanswerable);
  }

  void answer(Question question, String answer) {
    candidates = RevisionQuestions.after(candidates, question, answer);
    if (question.id().equals("assembly")) {
      assembly = answer;
    }
  }

  void cannotTell(Question question) {
    unanswerable.add(question.id());
  }

  /** The boards it may still be. */
  List<Board> left() {
    return boards.stream().filter(b -> candidates.contains(b.identity().id())).toList();
  }

  /** The assembly number, where that was answered. */
  String assembly() {
    return assembly;
  }

  /** What is known so far, in one sentence. */
  String words() {
    List<Board> left = left();
    if (left.size() == 1) {
      return "It is a " + left.getFirst().identity().title() + ".";
    }
    return question().isEmpty()
        ? "No question tells the " + left.size() + " left apart; choose by hand."
        : left.size() + " of " + boards.size() + " revisions are left.";
  }
}
