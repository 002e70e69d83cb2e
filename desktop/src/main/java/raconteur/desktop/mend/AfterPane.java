package raconteur.desktop.mend;

import java.util.List;
import java.util.Optional;
import raconteur.core.mend.AfterChecks;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** What to measure because it was soldered. */
final class AfterPane extends TablePane {
  private Optional<AfterChecks> checks = Optional.empty();

  AfterPane() {
    super(
        "Measure after",
        new SheetTable(
            "Measured after soldering",
            "Nothing was soldered yet.",
            Column.words("Stands", 70),
            Column.words("Pin", 250),
            Column.words("Pin", 250),
            Column.words("Must be", 90)));
  }

  @Override
  public void show(DeskState state) {
    AfterChecks now = AfterChecks.of(state.board(), state.telling());
    checks = Optional.of(now);
    say(
        now.all().isEmpty()
            ? "After every soldering the pins that were touched are listed here: each to its"
                + " neighbour on the net, and against the pin beside it."
            : now.done()
                + " of "
                + now.all().size()
                + " pairs are as they should be. Power off; the meter on continuity.");
    table().show(MendSheets.checks(state.board(), now));
    now.next()
        .ifPresent(
            next ->
                table().getItems().stream()
                    .filter(r -> r.key().equals(next.goodLine()))
                    .findFirst()
                    .ifPresent(
                        row -> {
                          table().getSelectionModel().select(row);
                          table().scrollTo(row);
                        }));
  }

  private Optional<AfterChecks.Check> current() {
    return checks.flatMap(
        c -> c.all().stream().filter(a -> a.goodLine().equals(chosen())).findFirst().or(c::next));
  }

  @Override
  public List<Answer> answers() {
    return current()
        .map(
            c ->
                List.of(
                    new Answer(c.joined() ? "joined, good" : "apart, good", c.goodLine()),
                    new Answer(c.joined() ? "open" : "joined", c.badLine())))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return current()
        .map(c -> c.one() + " to " + c.other() + ": " + (c.joined() ? "joined" : "apart"))
        .orElse("Nothing to measure");
  }

  @Override
  public String caution() {
    return current().isPresent() ? "Power off, capacitors discharged." : "";
  }
}
