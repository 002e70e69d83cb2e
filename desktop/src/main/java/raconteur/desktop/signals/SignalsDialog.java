package raconteur.desktop.signals;

import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** What a recording shows, line by line: how long each stood where, and what is odd about it. */
public final class SignalsDialog {
  private static final double BAR = 150;

  private final RowTable<SignalsPresenter.Row> table =
      new RowTable<>("Lines of the recording", "Reading …");
  private final VBox sentences = new VBox(3);
  private final ProgressBar progress = new ProgressBar(0);
  private final Label said = Texts.label("", Style.FAINT);
  private final TextField time = field("by its heading");
  private final TextField columns = field("all others");
  private final TextField address = field("A0..A15");
  private final TextField strobe = field("/RD, or +PHI");
  private final TextField places = field("CH1=U15.8");
  private final Runnable read;

  private SignalsDialog(SignalsPresenter presenter, Path file, Consumer<String> enter) {
    read =
        () -> {
          progress.setVisible(true);
          presenter.read(file, asked(), progress::setProgress, this::fill, this::refuse);
        };
    table.column("Line", 110, SignalsPresenter.Row::name);
    table.column("Shows", 170, SignalsPresenter.Row::shown);
    Style.FIGURES.on(table.column("Rises", 95, SignalsPresenter.Row::hertz));
    TableColumn<SignalsPresenter.Row, String> share =
        table.column("low · high", BAR + 20, r -> String.valueOf(r.duty()));
    share.setCellFactory(c -> new ShareCell());
    table.column("On this board", 110, r -> r.pin().map(Object::toString).orElse("—"));
    table.column("Against a good board", 155, SignalsPresenter.Row::note);
    table.setOnOpen(
        row -> {
          if (row.bench().isEmpty()) {
            said.setText(
                "“" + row.name() + "” is no net or pin of this board, or shows nothing plain.");
          } else {
            enter.accept(row.bench());
            said.setText("In the story: " + row.bench());
          }
        });
    progress.setMaxWidth(Double.MAX_VALUE);
    progress.setAccessibleText("How much of the file is read");
    progress.managedProperty().bind(progress.visibleProperty());
  }

  private static TextField field(String prompt) {
    TextField field = new TextField();
    field.setPromptText(prompt);
    field.setPrefColumnCount(11);
    return field;
  }

  private Asked asked() {
    return new Asked(
        time.getText(), columns.getText(), address.getText(), strobe.getText(), places.getText());
  }

  /** Which columns of a table are what, and where addresses go by; Enter reads the file so. */
  private HBox choices() {
    HBox row =
        new HBox(
            10,
            labelled("Time column (CSV)", time),
            labelled("Columns that are lines (CSV)", columns),
            labelled("Address lines", address),
            labelled("read as this falls, +rises", strobe),
            labelled("Channels were at", places),
            Texts.button("Read again", read));
    row.setAlignment(Pos.BOTTOM_LEFT);
    List.of(time, columns, address, strobe, places).forEach(f -> f.setOnAction(e -> read.run()));
    return row;
  }

  private static VBox labelled(String words, TextField field) {
    Label label = Texts.line(words, Style.FAINT);
    label.setLabelFor(field);
    return new VBox(2, label, field);
  }

  /**
   * Reads a file and shows it until the window is closed.
   *
   * @param enter takes the lines that go into the story
   */
  public static void show(
      SignalsPresenter presenter, Path file, Window owner, Consumer<String> enter) {
    SignalsDialog shown = new SignalsDialog(presenter, file, enter);
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("Recording");
    VBox content =
        new VBox(
            8,
            Texts.label(String.valueOf(file.getFileName()), Style.HEADING),
            shown.choices(),
            shown.progress,
            shown.sentences,
            shown.table,
            Texts.label(Keys.OPEN.on("on a line puts what it shows into the story."), Style.FAINT),
            shown.said);
    VBox.setVgrow(shown.table, Priority.ALWAYS);
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    Theme.dressDialog(dialog.getDialogPane(), owner, 920, 640);
    dialog.setOnHidden(e -> presenter.stop());
    shown.read.run();
    dialog.show();
  }

  private void fill(SignalsPresenter.Read read) {
    progress.setVisible(false);
    sentences.getChildren().clear();
    read.sentences().forEach(s -> sentences.getChildren().add(Texts.label(s)));
    table.getItems().setAll(read.rows());
    table.getSelectionModel().selectFirst();
    table.requestFocus();
  }

  private void refuse(String sentence) {
    progress.setVisible(false);
    sentences.getChildren().setAll(Texts.label(sentence));
    table.getItems().clear();
    table.setPlaceholder(Texts.label("Nothing read."));
  }

  /** How long a line stood low and high: the lighter part low, the darker high. */
  private static final class ShareCell extends TableCell<SignalsPresenter.Row, String> {
    private final Region low = new Region();
    private final Region high = new Region();
    private final HBox bar = new HBox(low, high);

    ShareCell() {
      Style.SHARE_LOW.on(low);
      Style.SHARE_HIGH.on(high);
      low.setPrefHeight(12);
      high.setPrefHeight(12);
      bar.setMaxHeight(12);
    }

    @Override
    protected void updateItem(String text, boolean empty) {
      super.updateItem(text, empty);
      boolean none = empty || getTableRow() == null || getTableRow().getItem() == null;
      setGraphic(none ? null : bar);
      if (!none) {
        double duty = getTableRow().getItem().duty();
        low.setPrefWidth(BAR * (1 - duty));
        high.setPrefWidth(BAR * duty);
        low.setMinWidth(Region.USE_PREF_SIZE);
        high.setMinWidth(Region.USE_PREF_SIZE);
      }
    }
  }
}
