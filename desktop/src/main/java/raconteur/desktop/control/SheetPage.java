package raconteur.desktop.control;

import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.geometry.VPos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Picture;
import raconteur.core.handover.Handover;
import raconteur.core.handover.Sheet;
import raconteur.desktop.theme.Style;

/** A sheet as it will be printed. */
public final class SheetPage extends VBox {
  private static final double PICTURE = 200;

  private final Function<String, Optional<Picture>> pictures;

  /**
   * @param pictures gives a picture by its name; empty where it is gone
   */
  public SheetPage(Function<String, Optional<Picture>> pictures) {
    super(4);
    this.pictures = pictures;
    Style.PAPER_PAGE.on(this);
  }

  /** What stands there until there is a sheet. */
  public void sayWhileEmpty(String words) {
    if (getChildren().isEmpty()) {
      getChildren().setAll(Texts.label(words, Style.FAINT));
    }
  }

  /** Shows a sheet. */
  public void show(Sheet sheet) {
    getChildren()
        .setAll(
            Texts.label(sheet.title(), Style.TITLE), Texts.label(sheet.subtitle(), Style.FAINT));
    for (Sheet.Section section : sheet.sections()) {
      getChildren().add(Texts.label(section.heading(), Style.HEADING, Style.PAPER_HEADING));
      section.blocks().forEach(b -> getChildren().add(block(b)));
    }
  }

  private Node block(Sheet.Block block) {
    return switch (block) {
      case Sheet.Paragraph(String text) -> Texts.label(text);
      case Sheet.Points(List<String> points) -> {
        VBox list = new VBox(2);
        for (String point : points) {
          HBox row = new HBox(8, Texts.line("–", Style.FAINT), Texts.label(point));
          list.getChildren().add(row);
        }
        yield list;
      }
      case Sheet.Table table -> grid(table);
      case Sheet.Pictures shown -> shown(shown);
    };
  }

  private static GridPane grid(Sheet.Table table) {
    GridPane grid = new GridPane(10, 3);
    for (double share : table.shares()) {
      ColumnConstraints column = new ColumnConstraints();
      column.setPercentWidth(share * 100);
      grid.getColumnConstraints().add(column);
    }
    for (int c = 0; c < table.columns().size(); c++) {
      grid.add(Texts.label(table.columns().get(c), Style.FAINT), c, 0);
    }
    for (int r = 0; r < table.rows().size(); r++) {
      for (int c = 0; c < table.columns().size(); c++) {
        Label cell = Texts.label(table.rows().get(r).get(c));
        cell.setMinHeight(Region.USE_PREF_SIZE);
        GridPane.setValignment(cell, VPos.TOP);
        grid.add(cell, c, r + 1);
      }
    }
    return grid;
  }

  private FlowPane shown(Sheet.Pictures shown) {
    FlowPane flow = new FlowPane(12, 8);
    for (Handover.Picture one : shown.pictures()) {
      pictures
          .apply(one.content())
          .ifPresent(
              found -> {
                ImageView view =
                    new ImageView(new Image(new ByteArrayInputStream(found.thumbnail())));
                view.setFitWidth(PICTURE);
                view.setPreserveRatio(true);
                String words = one.moment().word() + " " + one.caption();
                view.setAccessibleText(words);
                Label caption = Texts.label(words, Style.FAINT);
                caption.setMaxWidth(PICTURE);
                flow.getChildren().add(new VBox(2, view, caption));
              });
    }
    return flow;
  }
}
