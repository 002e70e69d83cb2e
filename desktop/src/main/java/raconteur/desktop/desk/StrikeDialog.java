package raconteur.desktop.desk;

import javafx.scene.Node;
import javafx.scene.control.TextInputDialog;
import javafx.scene.layout.Region;
import raconteur.desktop.theme.Theme;

/** Asks why a line is struck, and strikes it. */
public final class StrikeDialog {
  private StrikeDialog() {}

  public static void ask(Node view, CaseDesk desk, BenchBar bench, int entryNumber) {
    TextInputDialog dialog = new TextInputDialog();
    dialog.initOwner(view.getScene().getWindow());
    dialog.setTitle("Strike line " + entryNumber);
    dialog.setHeaderText("Why is it struck? It stays to be read, but counts for nothing.");
    dialog.setGraphic(new Region());
    dialog.setContentText("Reason");
    Theme.dressDialog(dialog.getDialogPane(), view.getScene().getWindow());
    dialog.showAndWait().ifPresent(reason -> strike(desk, bench, entryNumber, reason));
  }

  private static void strike(CaseDesk desk, BenchBar bench, int entryNumber, String reason) {
    DeskState.Entered done = desk.strike(entryNumber, reason);
    bench.say(done.sentence(), done instanceof DeskState.Kept);
    bench.field().requestFocus();
  }
}
