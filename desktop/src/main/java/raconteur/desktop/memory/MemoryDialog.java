package raconteur.desktop.memory;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.casebook.store.Outcome;
import raconteur.core.memory.MemoryBank;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** What a tester or a diagnostic said of a memory, what it comes to, and where it fails. */
public final class MemoryDialog extends VBox {
  private static final String HOW =
      "A line each, in hex: 4A3F bit 3, or 4A3F 55 5D (wanted, read), or 4000-7FFF bit 6; tested"
          + " 0000-3FFF where no more was looked at.";

  private final MemoryPresenter presenter;
  private final FilePicker files;
  private final Consumer<String> enter;
  private final ChoiceBox<String> bank = new ChoiceBox<>();
  private final TextArea typed = new TextArea();
  private final VBox sentences = new VBox(4);
  private final Label said = Texts.label("", Style.NOTICE);
  private final FailPicture picture = new FailPicture();
  private final Button told = Texts.button("Into the story", this::tell, Style.MAIN_BUTTON);
  private List<String> lines = List.of();

  MemoryDialog(MemoryPresenter presenter, FilePicker files, Consumer<String> enter) {
    super(8);
    this.presenter = presenter;
    this.files = files;
    this.enter = enter;
    bank.setId("memory-bank");
    bank.setAccessibleText("Which memories");
    bank.getItems().setAll(presenter.banks().stream().map(MemoryBank::name).toList());
    bank.getSelectionModel().selectFirst();
    bank.getSelectionModel().selectedIndexProperty().addListener((o, before, now) -> work());
    told.setId("memory-tell");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head =
        new HBox(8, bank, Texts.button("Read a list …", this::read, Style.PLAIN_BUTTON), gap, told);
    head.setAlignment(Pos.CENTER_LEFT);
    typed.setId("memory-fails");
    typed.setAccessibleText("What failed, a line each");
    typed.setPromptText("4A3F bit 3\n4A3F 55 5D");
    typed.setPrefRowCount(7);
    typed.textProperty().addListener((o, before, now) -> work());
    ScrollPane words = new ScrollPane(sentences);
    words.setFitToWidth(true);
    words.setPrefHeight(150);
    words.setMinHeight(90);
    Style.SHEET.on(words);
    Style.SHOTS.on(sentences);
    VBox.setVgrow(picture, Priority.ALWAYS);
    said.managedProperty().bind(said.textProperty().isNotEmpty());
    said.visibleProperty().bind(said.managedProperty());
    getChildren().addAll(head, Texts.label(HOW, Style.FAINT), typed, said, words, picture);
    work();
  }

  /**
   * Shows it until it is closed.
   *
   * @param enter takes the lines that go into the story
   */
  public static void show(
      MemoryPresenter presenter, FilePicker files, Window owner, Consumer<String> enter) {
    MemoryDialog content = new MemoryDialog(presenter, files, enter);
    content.picture.setDim(Theme.isDim(owner.getScene().getRoot()));
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("Memory");
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    dialog.setResizable(true);
    dialog.setOnShown(e -> content.typed.requestFocus());
    Theme.dressDialog(dialog.getDialogPane(), owner, 920, 740);
    dialog.show();
  }

  private void read() {
    files
        .toRead("What failed", "Lists of fails", "*.txt", "*.csv", "*.log")
        .ifPresent(
            file -> {
              switch (presenter.read(file)) {
                case Outcome.Failed<String>(String why) -> said.setText(why);
                case Outcome.Done<String>(String text) -> typed.setText(text);
              }
            });
  }

  private void work() {
    MemoryBank chosen = presenter.banks().get(bank.getSelectionModel().getSelectedIndex());
    if (typed.getText().isBlank()) {
      fill(chosen, new MemoryPresenter.Shown("", List.of(), List.of(), java.util.Optional.empty()));
    } else {
      presenter.work(chosen, typed.getText(), shown -> fill(chosen, shown));
    }
  }

  private void fill(MemoryBank chosen, MemoryPresenter.Shown shown) {
    said.setText(shown.refusal());
    sentences.getChildren().setAll(shown.sentences().stream().map(s -> Texts.label(s)).toList());
    lines = shown.lines();
    told.setDisable(lines.isEmpty());
    picture.show(shown.fails(), chosen.chips());
  }

  private void tell() {
    lines.forEach(enter);
    told.setDisable(true);
    said.setText("In the story: " + String.join("; ", lines) + ".");
  }
}
