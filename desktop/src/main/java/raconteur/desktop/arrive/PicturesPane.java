package raconteur.desktop.arrive;

import java.io.ByteArrayInputStream;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.finding.Bookkeeping;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;

/** Pictures of the case; those with the same words under them stand side by side. */
final class PicturesPane extends StagePane {
  private static final double SIZE = 190;

  private final CaseDesk desk;
  private final Supplier<Optional<Path>> pickPicture;
  private final TextField caption = new TextField();
  private final TextField part = new TextField();
  private final FlowPane shots = new FlowPane(14, 14);
  private final Map<String, Optional<Image>> thumbnails = new HashMap<>();
  private final VBox node = new VBox(8);

  PicturesPane(CaseDesk desk, Supplier<Optional<Path>> pickPicture) {
    super("Pictures");
    this.desk = desk;
    this.pickPicture = pickPicture;
    caption.setPromptText("what it shows; the same words pair before and after");
    caption.setAccessibleText("What the picture shows");
    part.setPromptText("at part");
    part.setAccessibleText("The part the picture looks at");
    part.setPrefColumnCount(6);
    HBox.setHgrow(caption, Priority.ALWAYS);
    HBox bar = new HBox(8, caption, part);
    for (Bookkeeping.PictureMoment moment : Bookkeeping.PictureMoment.values()) {
      bar.getChildren()
          .add(Texts.button("Add " + moment.word() + " …", () -> add(moment), Style.PLAIN_BUTTON));
    }
    ScrollPane scroll = new ScrollPane(shots);
    scroll.setFitToWidth(true);
    Style.SHEET.on(scroll);
    Style.SHOTS.on(shots);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    node.getChildren().addAll(bar, scroll);
  }

  private void add(Bookkeeping.PictureMoment moment) {
    String at = part.getText().strip();
    Optional<Part> seen = desk.state().board().part(at.toUpperCase(java.util.Locale.ROOT));
    if (!at.isEmpty() && seen.filter(p -> p.place().known()).isEmpty()) {
      host()
          .say("“" + at + "” is no placed part of this board; leave it empty or name one.", false);
      return;
    }
    pickPicture.get().ifPresent(file -> keep(file, moment, seen));
  }

  private void keep(Path file, Bookkeeping.PictureMoment moment, Optional<Part> seen) {
    Optional<Outline.Point> at =
        seen.map(p -> new Outline.Point(p.place().xMillimetres(), p.place().yMillimetres()));
    switch (CasePictures.keep(desk.workshop(), file, moment, at, caption.getText().strip())) {
      case Outcome.Failed<String>(String why) -> host().say(why, false);
      case Outcome.Done<String>(String line) -> host().enter(line);
    }
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return caption;
  }

  @Override
  public void show(DeskState state) {
    shots.getChildren().clear();
    List<ArriveSheets.Shots> all = ArriveSheets.pictures(state.telling());
    if (all.isEmpty()) {
      shots
          .getChildren()
          .add(
              Texts.label(
                  "No pictures yet. Take both sides before anything is touched; JPEG and PNG are"
                      + " kept in the casebook.",
                  Style.FAINT));
    }
    for (ArriveSheets.Shots shot : all) {
      HBox row = new HBox(6);
      shot.pictures().forEach(p -> row.getChildren().add(tile(p)));
      String words = shot.caption().isEmpty() ? "no words" : shot.caption();
      Label label = Texts.label(words);
      shots.getChildren().add(new VBox(4, row, label));
    }
  }

  private Node tile(Bookkeeping.Pictured pictured) {
    Label when = Texts.line(pictured.moment().word(), Style.FAINT);
    Optional<Image> thumbnail =
        thumbnails.computeIfAbsent(
            pictured.content(),
            name ->
                desk.workshop()
                    .casebook()
                    .picture(name)
                    .map(p -> new Image(new ByteArrayInputStream(p.thumbnail()))));
    if (thumbnail.isEmpty()) {
      return new VBox(2, Texts.label("not in this casebook", Style.FAINT), when);
    }
    ImageView view = new ImageView(thumbnail.get());
    view.setPreserveRatio(true);
    view.setFitWidth(SIZE);
    view.setFitHeight(SIZE);
    view.setAccessibleText("Picture " + pictured.moment().word() + ", " + pictured.caption());
    return new VBox(2, view, when);
  }

  @Override
  public String doNow() {
    return "Pictures of both sides";
  }
}
