package raconteur.desktop.rom;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** Readings of one ROM, what they come to, and their bits as a picture. */
public final class RomDialog extends VBox {
  private final RomPresenter presenter;
  private final FilePicker files;
  private final Consumer<String> enter;
  private final ChoiceBox<String> part = new ChoiceBox<>();
  private final Label named = Texts.label("", Style.FAINT);
  private final VBox sentences = new VBox(5);
  private final Label under = Texts.line("", Style.FAINT);
  private final BitPicture picture = new BitPicture(under::setText);
  private final Label said = Texts.label("", Style.NOTICE);
  private final Node reading;
  private final Node told;
  private List<String> lines = List.of();

  RomDialog(RomPresenter presenter, FilePicker files, Consumer<String> enter) {
    super(8);
    this.presenter = presenter;
    this.files = files;
    this.enter = enter;
    part.setId("rom-part");
    part.setAccessibleText("Which ROM");
    part.setMinWidth(USE_PREF_SIZE);
    part.setPrefWidth(96);
    part.getItems().setAll(presenter.parts());
    part.setValue(presenter.part());
    part.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              presenter.choose(Optional.ofNullable(now).orElse(""));
              work();
            });
    Node good = Texts.button("What should be there …", () -> read(true), Style.PLAIN_BUTTON);
    good.setId("rom-wanted");
    reading = Texts.button("A reading …", () -> read(false), Style.MAIN_BUTTON);
    reading.setId("rom-reading");
    told = Texts.button("Into the story", this::tell, Style.MAIN_BUTTON);
    told.setId("rom-tell");
    HBox bar =
        new HBox(
            8,
            part,
            reading,
            good,
            Texts.button("begin again", this::again, Style.PLAIN_BUTTON),
            told);
    bar.setAlignment(Pos.CENTER_LEFT);
    ScrollPane words = new ScrollPane(sentences);
    words.setFitToWidth(true);
    words.setPrefHeight(170);
    words.setMinHeight(120);
    Style.SHEET.on(words);
    Style.SHOTS.on(sentences);
    under.setMinHeight(18);
    VBox.setVgrow(picture, Priority.ALWAYS);
    said.managedProperty().bind(said.visibleProperty());
    getChildren().addAll(bar, named, said, words, picture, under);
    say("");
    work();
  }

  /**
   * Shows it until it is closed.
   *
   * @param reading the first reading, where it is at hand
   * @param enter takes the lines that go into the story
   */
  public static void show(
      RomPresenter presenter,
      FilePicker files,
      Optional<Path> reading,
      Window owner,
      Consumer<String> enter) {
    RomDialog content = new RomDialog(presenter, files, enter);
    reading.ifPresent(file -> content.read(file, false));
    content.picture.setDim(Theme.isDim(owner.getScene().getRoot()));
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("ROM");
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    dialog.setResizable(true);
    dialog.setOnShown(e -> content.reading.requestFocus());
    Theme.dressDialog(dialog.getDialogPane(), owner, 920, 720);
    dialog.show();
  }

  private void read(boolean asWanted) {
    files
        .toRead(
            asWanted ? "What should be in " + presenter.part() : "A reading of " + presenter.part(),
            "ROM images",
            "*.*")
        .ifPresent(file -> read(file, asWanted));
  }

  private void read(Path file, boolean asWanted) {
    presenter.read(
        file,
        asWanted,
        refusal -> {
          say(refusal.orElse(""));
          work();
        });
  }

  private void again() {
    presenter.forgetReadings();
    say("");
    work();
  }

  private void work() {
    presenter.work(this::fill);
  }

  private void fill(RomPresenter.Shown shown) {
    named.setText(shown.files());
    sentences.getChildren().clear();
    if (shown.sentences().isEmpty()) {
      sentences
          .getChildren()
          .add(
              Texts.label(
                  "Read the chip in a programmer, twice, and give both files: plain bytes, Intel"
                      + " HEX or S-records. With what should be there, the pin or cell is named.",
                  Style.FAINT));
    }
    shown.sentences().forEach(s -> sentences.getChildren().add(Texts.label(s)));
    picture.show(shown.should(), shown.read());
    lines = shown.lines();
    told.setDisable(lines.isEmpty());
  }

  private void tell() {
    lines.forEach(enter);
    say("In the story: " + String.join(" · ", lines));
  }

  private void say(String sentence) {
    said.setText(sentence);
    said.setVisible(!sentence.isEmpty());
  }
}
