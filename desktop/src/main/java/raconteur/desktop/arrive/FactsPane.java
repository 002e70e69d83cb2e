package raconteur.desktop.arrive;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.report.LabelsPdf;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.StagePane;

/** Who the board is: numbers, owner, complaint, and the labels to stick on it. */
final class FactsPane extends StagePane {
  private final CaseDesk desk;
  private final Supplier<Optional<Path>> pickTarget;
  private final SheetTable table =
      new SheetTable(
          "The board",
          "",
          Column.words("", 150),
          Column.words("Written down", 260),
          Column.words("Note", 320));
  private final VBox node = new VBox(8);

  FactsPane(CaseDesk desk, Supplier<Optional<Path>> pickTarget, Runnable onAnother) {
    super("Board");
    this.desk = desk;
    this.pickTarget = pickTarget;
    table.setOnBegin(line -> host().begin(line));
    VBox.setVgrow(table, Priority.ALWAYS);
    node.getChildren()
        .addAll(
            table,
            new HBox(
                8,
                Texts.button("Labels as PDF …", this::writeLabels, "plain-button"),
                Texts.button("Ctrl+N another board", onAnother, "plain-button")));
  }

  private void writeLabels() {
    pickTarget
        .get()
        .ifPresent(
            file -> {
              try (OutputStream out = Files.newOutputStream(file)) {
                LabelsPdf.write(desk.state().header(), desk.state().board(), out);
                host().say("Labels written to " + file + ".", true);
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
    table.show(ArriveSheets.board(state, ArriveSheets.set(state, desk.workshop())));
  }

  @Override
  public List<Answer> answers() {
    return List.of(
        new Answer("assembly number", "assembly "),
        new Answer("serial", "serial "),
        new Answer("set number", "set "),
        new Answer("came with it", "came "));
  }

  @Override
  public String doNow() {
    return "Number on the board, what is printed on it, what came with it";
  }
}
