package raconteur.desktop.arrive;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.report.ReassemblyPdf;
import raconteur.core.intake.TakingApart;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.StagePane;

/** What was undone, in the order in which it goes back. */
final class ApartPane extends StagePane {
  private final CaseDesk desk;
  private final Supplier<Optional<Path>> pickTarget;
  private final Label summary = Texts.label("");
  private final SheetTable table =
      new SheetTable(
          "Taken apart",
          "Nothing is undone yet. Before you undo something, type undone, what it is, and “to” its"
              + " place.",
          Column.figures("No.", 50),
          Column.words("Kind", 90),
          Column.words("What", 240),
          Column.words("Goes back to", 240),
          Column.words("Now", 70));
  private final VBox node = new VBox(8);

  ApartPane(CaseDesk desk, Supplier<Optional<Path>> pickTarget) {
    super("Taken apart");
    this.desk = desk;
    this.pickTarget = pickTarget;
    table.setOnBegin(line -> host().begin(line));
    VBox.setVgrow(table, Priority.ALWAYS);
    node.getChildren()
        .addAll(
            summary,
            table,
            new HBox(8, Texts.button("Reassembly list as PDF …", this::print, "plain-button")));
  }

  private TakingApart apart() {
    return TakingApart.of(desk.telling());
  }

  private void print() {
    if (apart().reassembly().isEmpty()) {
      host().say("Nothing is off, so there is nothing to print.", false);
      return;
    }
    pickTarget
        .get()
        .ifPresent(
            file -> {
              try (OutputStream out = Files.newOutputStream(file)) {
                ReassemblyPdf.write(
                    desk.state().header(),
                    desk.state().board().identity().shortName(),
                    apart(),
                    out);
                host().say("Reassembly list written to " + file + ".", true);
              } catch (IOException e) {
                host()
                    .say("Nothing could be written to " + file + "; choose another place.", false);
              }
            });
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return table;
  }

  @Override
  public void show(DeskState state) {
    TakingApart apart = TakingApart.of(state.telling());
    long off = apart.reassembly().size();
    summary.setText(
        apart.items().isEmpty()
            ? "Write down each connector, wire and screw before it is undone; lengths of screws by"
                + " place."
            : off
                + " of "
                + apart.items().size()
                + " things are off; the last one undone goes back first."
                + (apart.unmarked() == 0
                    ? ""
                    : " Mark " + apart.unmarked() + " of them: nothing says where they go."));
    table.show(ArriveSheets.apart(apart));
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers =
        new ArrayList<>(
            List.of(
                new Answer("connector", "undone connector "),
                new Answer("wire", "undone wire "),
                new Answer("screw", "undone screw "),
                new Answer("other", "undone other ")));
    apart().reassembly().stream()
        .findFirst()
        .ifPresent(
            i ->
                answers.add(
                    new Answer("no. " + i.number() + " is back", "refitted " + i.number())));
    return answers;
  }

  @Override
  public String doNow() {
    return apart().reassembly().stream()
        .findFirst()
        .map(i -> "Goes back next: " + i.undone().what() + " to " + i.undone().where())
        .orElse("Write down what is undone");
  }

  @Override
  public String caution() {
    return "Unmarked fan and speaker leads swapped at reassembly can burn a supply: mark before you"
        + " pull.";
  }
}
