package raconteur.desktop.manual;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.stage.Modality;
import javafx.stage.Window;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** The manual beside the window: the keys, the pages in the order people work, and About. */
public final class ManualWindow {
  private static final double WIDTH = 1180;
  private static final double HEIGHT = 700;

  /** What stands in the list, and what it shows. */
  private record Entry(String title, Supplier<Node> shows) {}

  private final List<Manual.Page> pages = Manual.pages();
  private final ListView<Entry> list = new ListView<>();
  private final ScrollPane sheet = new ScrollPane();

  private ManualWindow(Path log) {
    List<Entry> entries = new ArrayList<>();
    entries.add(new Entry("Keys", KeysPage::keys));
    entries.add(new Entry("How do I say …", SayingsPage::new));
    pages.forEach(
        p -> entries.add(new Entry(p.title(), () -> MarkdownPage.of(p.text(), this::go))));
    entries.add(new Entry("About", () -> MarkdownPage.of(About.page(log), this::go)));
    entries.add(new Entry("Licence texts", ManualWindow::licences));
    list.getItems().setAll(entries);
    list.setId("manual-pages");
    list.setCellFactory(
        _ ->
            new ListCell<>() {
              @Override
              protected void updateItem(Entry entry, boolean empty) {
                super.updateItem(entry, empty);
                setText(empty || entry == null ? "" : entry.title());
              }
            });
    list.getSelectionModel().selectedItemProperty().addListener((o, before, entry) -> show(entry));
    list.setPrefWidth(230);
    list.setMinWidth(230);
    sheet.setFitToWidth(true);
    Style.SHEET.on(sheet);
    HBox.setHgrow(sheet, Priority.ALWAYS);
    list.getSelectionModel().selectFirst();
  }

  private void show(Entry entry) {
    sheet.setContent(entry.shows().get());
    sheet.setVvalue(0);
  }

  private void go(String file) {
    Manual.page(pages, file)
        .ifPresent(
            page ->
                list.getItems().stream()
                    .filter(e -> e.title().equals(page.title()))
                    .findFirst()
                    .ifPresent(e -> list.getSelectionModel().select(e)));
  }

  private static Node licences() {
    Label texts =
        Texts.label(
            About.licences().entrySet().stream()
                .map(e -> e.getKey() + "\n\n" + e.getValue())
                .collect(Collectors.joining("\n\n———\n\n")));
    texts.setPadding(new Insets(10, 18, 24, 18));
    return texts;
  }

  /**
   * Shows it beside the window; both can be worked with.
   *
   * @return the dialog, which can be brought to the front again
   */
  public static Dialog<ButtonType> show(Window owner, Path log) {
    var manual = new ManualWindow(log);
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.initModality(Modality.NONE);
    dialog.setTitle("Manual");
    dialog.setResizable(true);
    HBox content = new HBox(10, manual.list, manual.sheet);
    content.setPrefWidth(Math.min(WIDTH, owner.getWidth() - 60));
    content.setMinWidth(content.getPrefWidth());
    content.setPrefHeight(Math.min(HEIGHT, owner.getHeight() - 110));
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    // The list of pages would keep the key to itself.
    dialog
        .getDialogPane()
        .addEventFilter(
            KeyEvent.KEY_PRESSED,
            e -> {
              if (Keys.CLOSE_MANUAL.is(e)) {
                dialog.setResult(ButtonType.CLOSE);
                e.consume();
              }
            });
    Theme.dressDialog(dialog.getDialogPane(), owner);
    dialog.show();
    manual.list.requestFocus();
    return dialog;
  }
}
