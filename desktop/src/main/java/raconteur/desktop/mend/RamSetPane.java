package raconteur.desktop.mend;

import java.util.OptionalInt;
import javafx.scene.control.CheckBox;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import raconteur.core.stock.RamSet;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.theme.Style;

/** A set of memories from the stock, bank by bank. */
final class RamSetPane extends TablePane {
  private final CaseDesk desk;
  private final TextField needed = new TextField();
  private final CheckBox oneSpeed = new CheckBox("one mark for all banks");

  RamSetPane(CaseDesk desk) {
    super(
        "Memory set",
        new SheetTable(
            "Banks",
            "This board has no bank of like memories.",
            Column.figures("Bank", 56),
            Column.words("Positions", 190),
            Column.figures("Parts", 66),
            Column.words("From stock", 300)));
    this.desk = desk;
    needed.setPromptText("ns");
    needed.setPrefColumnCount(4);
    needed.setAccessibleText("Access time the board needs, in nanoseconds");
    needed.setOnAction(e -> show(desk.state()));
    oneSpeed.setSelected(true);
    oneSpeed.setOnAction(e -> show(desk.state()));
    HBox bar =
        new HBox(
            8,
            Texts.line("The board needs at most"),
            needed,
            Texts.line("ns, " + Keys.OPEN.label() + ".", Style.FAINT),
            oneSpeed);
    bar.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    above(bar);
  }

  @Override
  public void show(DeskState state) {
    String typed = needed.getText().strip();
    OptionalInt nanos =
        typed.matches("[0-9]{1,5}") ? OptionalInt.of(Integer.parseInt(typed)) : OptionalInt.empty();
    RamSet set =
        RamSet.choose(state.board(), desk.workshop().stock().lots(), nanos, oneSpeed.isSelected());
    say(
        set.banks().isEmpty()
            ? ""
            : set.whole()
                ? "A whole set lies in the stockroom; the slowest that will do is taken."
                : String.join(" ", set.refusals()));
    table().show(MendSheets.banks(set));
  }

  @Override
  public String doNow() {
    return "One type, one mark, banks in the board's order";
  }
}
