package raconteur.desktop.handover;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.layout.HBox;
import raconteur.casebook.report.HandoverJson;
import raconteur.core.handover.Handover;
import raconteur.core.prove.ProvingPlan;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.theme.Style;

/** What is still to be said before the board goes home, and the door it leaves by. */
final class ToSayPane extends TablePane {
  private final HandoverPresenter presenter;

  ToSayPane(HandoverPresenter presenter, FileExport json, FileExport csv) {
    super(
        "Before it goes",
        new SheetTable(
            "Still to be said",
            "Nothing is missing.",
            Column.words("", 90),
            Column.words("What", 470),
            Column.words("Say it with", 220)));
    this.presenter = presenter;
    below(
        new HBox(
            8,
            Texts.button("Gone home", this::goHome, Style.MAIN_BUTTON),
            Texts.button(
                "Facts as JSON …", () -> write(json, HandoverJson::write), Style.PLAIN_BUTTON),
            Texts.button(
                "Mends as CSV …", () -> write(csv, HandoverJson::csv), Style.PLAIN_BUTTON)));
  }

  private void write(FileExport export, java.util.function.Function<Handover, String> text) {
    presenter
        .facts()
        .ifPresentOrElse(
            f ->
                export.write(
                    host(), out -> out.write(text.apply(f).getBytes(StandardCharsets.UTF_8))),
            () -> host().say("The facts are still being gathered: a moment.", false));
  }

  private void goHome() {
    String refusal = presenter.goHome();
    host()
        .say(
            refusal.isEmpty()
                ? "Gone home. What was found and replaced counts for the next board of this"
                    + " revision."
                : refusal,
            refusal.isEmpty());
  }

  @Override
  public void show(DeskState state) {
    say("Gathering the facts of the case …");
    presenter.gather(facts -> draw(facts));
  }

  private void draw(Handover facts) {
    List<SheetRow> rows = rows(facts);
    long open = rows.stream().filter(r -> r.tone() != Tone.GOOD).count();
    say(
        presenter.isHome()
            ? "This board has gone home and is counted; a later line opens the story again."
            : open == 0
                ? "Everything is said: it can go home."
                : open + (open == 1 ? " thing is" : " things are") + " still to be said.");
    table().show(rows);
    rows.stream()
        .filter(r -> r.tone() != Tone.GOOD)
        .findFirst()
        .ifPresent(table().getSelectionModel()::select);
  }

  /** What a report wants, each said or still open. */
  static List<SheetRow> rows(Handover facts) {
    List<SheetRow> rows = new ArrayList<>();
    for (Handover.Work work : facts.works()) {
      if (work.replaced()) {
        rows.add(
            row(
                !work.fate().isEmpty(),
                "Where the old " + work.part() + " went",
                "fate " + work.part() + " "));
        rows.add(
            row(
                !work.fitted().isEmpty(),
                "What went in at " + work.part(),
                "fitted " + work.part() + " "));
      }
      if (work.fault().isEmpty()) {
        rows.add(
            row(
                false,
                "What was wrong with " + work.place(),
                work.part().isEmpty()
                    ? "found " + work.place().replace(" – ", " ") + " "
                    : "found " + work.part() + " "));
      }
    }
    for (ProvingPlan.Proof proof : facts.proving().proofs()) {
      if (proof.open() || proof.standing() == ProvingPlan.Standing.FAILED) {
        rows.add(
            row(
                false,
                proof.title() + (proof.open() ? "" : ": " + proof.standing().words()),
                "check " + proof.id() + " skipped "));
      }
    }
    rows.add(row(facts.hours().isPresent(), "Hours at the bench", "hours "));
    rows.add(row(!facts.costs().isEmpty(), "What parts cost", "cost "));
    return rows;
  }

  private static SheetRow row(boolean said, String what, String line) {
    return new SheetRow(
        line, List.of(said ? "said" : "open", what, line), said ? Tone.GOOD : Tone.DOUBTFUL, line);
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    Optional<SheetRow> row = table().chosen();
    row.filter(r -> !r.line().isEmpty())
        .ifPresent(r -> answers.add(new Answer("say it", r.line())));
    answers.add(new Answer("advice", "advise "));
    answers.add(new Answer("a limit", "limit "));
    return answers;
  }

  @Override
  public String doNow() {
    return "Say what is missing, then it goes home";
  }
}
