package raconteur.desktop.prove;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.data.Figures;
import raconteur.core.prove.ProvingPlan;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.Percent;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.stage.Tone;

/** What the board has to show before it goes home. */
final class ProofsPane extends TablePane {
  private final ProofStrip strip = new ProofStrip(id -> table().choose(id));
  private Optional<ProvingPlan> plan = Optional.empty();

  ProofsPane() {
    super(
        "Plan",
        new SheetTable(
            "Proofs",
            "",
            Column.words("Stands", 90),
            Column.words("Proof", 430),
            Column.words("Seen", 270)));
    above(strip);
  }

  @Override
  public void show(DeskState state) {
    ProvingPlan now = ProvingPlan.of(state.board(), state.telling());
    plan = Optional.of(now);
    say(summary(now) + oddsLeft(state));
    List<SheetRow> rows = new ArrayList<>();
    for (ProvingPlan.Proof proof : now.proofs()) {
      rows.add(
          new SheetRow(
              proof.id(),
              List.of(proof.standing().words(), proof.title(), proof.note()),
              tone(proof.standing()),
              proof.line()));
    }
    table().show(rows);
    strip.show(now.proofs());
    boolean chosenIsOpen = now.proofs().stream().anyMatch(p -> p.id().equals(chosen()) && p.open());
    if (!chosenIsOpen) {
      now.proofs().stream()
          .filter(ProvingPlan.Proof::open)
          .findFirst()
          .flatMap(p -> rows.stream().filter(r -> r.key().equals(p.id())).findFirst())
          .ifPresent(table().getSelectionModel()::select);
    }
  }

  static Tone tone(ProvingPlan.Standing standing) {
    return switch (standing) {
      case OPEN -> Tone.PLAIN;
      case BEGUN, SKIPPED -> Tone.DOUBTFUL;
      case HELD -> Tone.GOOD;
      case FAILED -> Tone.BAD;
    };
  }

  private static String summary(ProvingPlan plan) {
    if (!plan.failed().isEmpty()) {
      return "“"
          + plan.failed().getFirst().title()
          + "” does not hold: the story goes on in Trace, with everything known so far.";
    }
    long open = plan.stillOpen();
    return open == 0
        ? "Everything is shown or decided: it can go home."
        : open + (open == 1 ? " proof is" : " proofs are") + " open since the last mend.";
  }

  /** What the engine still holds possible. */
  private static String oddsLeft(DeskState state) {
    return state
        .advice()
        .map(
            a -> {
              double left = 1 - a.diagnosis().soundness();
              boolean much = left > Figures.shipped("proving").of("odds left");
              return String.format(
                  Locale.ROOT,
                  " By the readings there is %s left that something is still wrong%s",
                  Percent.of(left),
                  much && !a.diagnosis().suspects().isEmpty()
                      ? ", first " + a.diagnosis().suspects().getFirst().place() + "."
                      : ".");
            })
        .orElse("");
  }

  private Optional<ProvingPlan.Proof> current() {
    return plan.flatMap(
        p ->
            p.proofs().stream()
                .filter(q -> q.id().equals(chosen()))
                .findFirst()
                .or(() -> p.proofs().stream().filter(ProvingPlan.Proof::open).findFirst()));
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    current()
        .ifPresent(
            p -> {
              if (!p.passed().isEmpty()) {
                answers.add(new Answer(p.id() + " holds", p.passed()));
              }
              if (!p.failed().isEmpty()) {
                answers.add(new Answer("failed", p.failed()));
              }
              if (p.passed().isEmpty() || p.failed().isEmpty()) {
                answers.add(new Answer("what it shows", p.line()));
              }
              answers.add(new Answer("not shown, because", "check " + p.id() + " skipped "));
            });
    answers.add(new Answer("accept a limit", "limit "));
    return answers;
  }

  @Override
  public String doNow() {
    return current().map(ProvingPlan.Proof::title).orElse("Proven");
  }

  @Override
  public String caution() {
    return current().map(ProvingPlan.Proof::caution).orElse("");
  }
}
