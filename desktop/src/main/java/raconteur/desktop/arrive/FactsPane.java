package raconteur.desktop.arrive;

import java.util.List;
import javafx.scene.layout.HBox;
import raconteur.casebook.report.LabelsPdf;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.theme.Style;

/** Who the board is: numbers, owner, complaint, and the labels to stick on it. */
final class FactsPane extends TablePane {
  private final CaseDesk desk;

  FactsPane(CaseDesk desk, FileExport labels, Runnable onAnother) {
    super(
        "Board",
        new SheetTable(
            "The board",
            "",
            Column.words("", 150),
            Column.words("Written down", 260),
            Column.words("Note", 320)));
    this.desk = desk;
    below(
        new HBox(
            8,
            Texts.button(
                "Labels as PDF …",
                () ->
                    labels.write(
                        host(),
                        out -> LabelsPdf.write(desk.state().header(), desk.state().board(), out)),
                Style.PLAIN_BUTTON),
            Texts.button(Keys.TAKE_IN.on("another board"), onAnother, Style.PLAIN_BUTTON)));
  }

  @Override
  public void show(DeskState state) {
    say("Write the number on the board at once; everything else is typed behind its word.");
    table().show(ArriveSheets.board(state, ArriveSheets.set(state, desk.workshop())));
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
