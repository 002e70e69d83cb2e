package raconteur.desktop.stage;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.desktop.control.Texts;

/** A pane of a sentence, perhaps a drawing, and a table whose rows begin lines. */
public abstract class TablePane extends StagePane {
  private final Label summary = Texts.label("");
  private final SheetTable table;
  private final Label detail = Texts.label("");
  private final VBox node = new VBox(8);

  protected TablePane(String name, SheetTable table) {
    super(name);
    this.table = table;
    VBox.setVgrow(table, Priority.ALWAYS);
    summary.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    node.getChildren().addAll(summary, table);
    table.setOnBegin(line -> host().begin(line));
    table
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, row) -> {
              detail.setText(row == null ? "" : row.detail());
              host().answersChanged();
            });
    detail.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    detail.managedProperty().bind(detail.textProperty().isNotEmpty());
    node.getChildren().add(detail);
  }

  protected final SheetTable table() {
    return table;
  }

  protected final void say(String sentence) {
    summary.setText(sentence);
  }

  /** Puts something above the table. */
  protected final void above(Node... nodes) {
    node.getChildren().addAll(1, java.util.List.of(nodes));
  }

  /** Puts something below the table. */
  protected final void below(Node... nodes) {
    node.getChildren().addAll(nodes);
  }

  /** The key of the chosen row, empty for none. */
  protected final String chosen() {
    return table.chosen().map(SheetRow::key).orElse("");
  }

  @Override
  public final Node node() {
    return node;
  }

  @Override
  public final Node focus() {
    return table;
  }
}
