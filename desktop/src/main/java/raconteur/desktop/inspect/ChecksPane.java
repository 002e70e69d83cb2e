package raconteur.desktop.inspect;

import java.util.List;
import java.util.Optional;
import raconteur.core.inspect.Checklist;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** The checks of this board, in the order of least risk. */
final class ChecksPane extends TablePane {
  private Optional<Checklist> list = Optional.empty();

  ChecksPane() {
    super(
        "Checks",
        new SheetTable(
            "Checks",
            "",
            Column.words("Stands", 96),
            Column.words("Check", 470),
            Column.words("Seen", 260)));
  }

  @Override
  public void show(DeskState state) {
    Checklist shown = Checklist.of(state.board(), state.telling());
    list = Optional.of(shown);
    say(
        shown.stillOpen() == 0
            ? "Every check of this board is done or decided against."
            : shown.stillOpen()
                + " of "
                + shown.checks().size()
                + " checks are open; they stand in the order of least risk. Power stays off.");
    table().show(InspectSheets.checks(shown));
    boolean chosenIsOpen =
        shown.checks().stream().anyMatch(c -> c.id().equals(chosen()) && c.open());
    if (!chosenIsOpen) {
      table().getItems().stream()
          .filter(r -> shown.checks().stream().anyMatch(c -> c.id().equals(r.key()) && c.open()))
          .findFirst()
          .ifPresent(table().getSelectionModel()::select);
    }
  }

  private Optional<Checklist.Check> current() {
    return list.flatMap(
        l ->
            l.checks().stream()
                .filter(c -> c.id().equals(chosen()))
                .findFirst()
                .or(() -> l.checks().stream().filter(Checklist.Check::open).findFirst()));
  }

  @Override
  public List<Answer> answers() {
    return current()
        .map(
            c ->
                List.of(
                    new Answer(c.id() + " done", "check " + c.id() + " done"),
                    new Answer("skipped, because", "check " + c.id() + " skipped "),
                    new Answer("not applicable, because", "check " + c.id() + " na ")))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return current().map(Checklist.Check::title).orElse("All checks are made");
  }

  @Override
  public String caution() {
    return current().map(Checklist.Check::caution).orElse("");
  }
}
