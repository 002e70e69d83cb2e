package raconteur.core.contest;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.plan.Step;

/** The policies that are held against each other. */
public enum Policies {
  /** What the engine proposes. */
  RACONTEUR("raconteur"),
  /** What is cheap first, then the list in its order; what a test calls bad is mended at once. */
  CHECKLIST("fixed checklist"),
  /** Mends whatever is most suspected, and looks. */
  LIKELIEST("likeliest part first"),
  /** Anything that meets a suspect, by the dice. */
  RANDOM("random");

  private final String words;

  Policies(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  Policy make(Board board) {
    return switch (this) {
      case RACONTEUR -> new EngineStep();
      case CHECKLIST -> new FixedChecklist(board);
      case LIKELIEST -> new LikeliestFirst();
      case RANDOM -> new Anything();
    };
  }

  private static final class EngineStep implements Policy {
    @Override
    public Optional<Step.Action> next(Situation s) {
      return s.advisor().nextSteps(s.advice().get(), s.declined()).stream()
          .findFirst()
          .map(Step::action);
    }
  }

  private static final class LikeliestFirst implements Policy {
    private final Set<String> tried = new HashSet<>();

    @Override
    public Optional<Step.Action> next(Situation s) {
      for (Suspect suspect : s.advice().get().diagnosis().suspects()) {
        Step.Action mend = Step.Repair.of(s.advisor().board(), suspect.place());
        if (tried.add(mend.name())) {
          return Optional.of(mend);
        }
      }
      return Optional.empty();
    }
  }

  private static final class Anything implements Policy {
    @Override
    public Optional<Step.Action> next(Situation s) {
      List<Step.Action> all = s.advisor().everyAction(s.advice().get(), s.declined());
      return all.isEmpty() ? Optional.empty() : Optional.of(all.get(s.dice().nextInt(all.size())));
    }
  }
}
