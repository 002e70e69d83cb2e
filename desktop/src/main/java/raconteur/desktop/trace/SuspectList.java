package raconteur.desktop.trace;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.plan.PlaceWords;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.Percent;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** The suspects, likeliest first: share, place, and what it would be. */
final class SuspectList extends ListView<Suspect> {
  private static final double BAR = 64;

  private Optional<Board> board = Optional.empty();

  SuspectList(Consumer<Suspect> onChosen) {
    setAccessibleText("Suspects");
    setCellFactory(list -> new Cell());
    getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (observed, before, chosen) -> {
              if (chosen != null) {
                onChosen.accept(chosen);
              }
            });
  }

  /** What stands there while there are no suspects. */
  final void say(String sentence) {
    setPlaceholder(Texts.label(sentence, Style.FAINT));
  }

  /** Shows new suspects, keeping the choice on the same place where it is still there. */
  void show(Board shownBoard, List<Suspect> suspects) {
    board = Optional.of(shownBoard);
    Place chosen =
        Optional.ofNullable(getSelectionModel().getSelectedItem())
            .filter(s -> getSelectionModel().getSelectedIndex() > 0)
            .map(Suspect::place)
            .orElse(new Place.OfPart(""));
    getItems().setAll(suspects);
    int at = 0;
    for (int i = 0; i < suspects.size(); i++) {
      at = suspects.get(i).place().equals(chosen) ? i : at;
    }
    if (!suspects.isEmpty()) {
      getSelectionModel().select(at);
      scrollTo(Math.max(0, at - 2));
    }
  }

  /** Chooses the suspect at a part, if there is one. */
  void choose(String part) {
    getItems().stream()
        .filter(s -> s.place().equals(new Place.OfPart(part)))
        .findFirst()
        .ifPresent(
            s -> {
              getSelectionModel().select(s);
              scrollTo(s);
            });
  }

  static String title(Board board, Suspect suspect) {
    return suspect.place() instanceof Place.OfPart(String designator)
        ? board.part(designator).map(p -> designator + " · " + p.inWords()).orElse(designator)
        : PlaceWords.shortly(suspect.place());
  }

  private final class Cell extends ListCell<Suspect> {
    @Override
    protected void updateItem(Suspect suspect, boolean empty) {
      super.updateItem(suspect, empty);
      if (empty || suspect == null || board.isEmpty()) {
        setGraphic(null);
        return;
      }
      setGraphic(content(board.get(), suspect));
    }

    private HBox content(Board shown, Suspect suspect) {
      Label share = Texts.line(Percent.of(suspect.probability()), Style.SUSPECT_SHARE);
      share.setMinWidth(Theme.wide(70));
      share.setAlignment(Pos.CENTER_RIGHT);
      Region bar = new Region();
      Style.SUSPECT_BAR.on(bar);
      bar.setMaxWidth(Math.max(1, BAR * suspect.probability()));
      Region ground = new Region();
      Style.SUSPECT_BAR_GROUND.on(ground);
      StackPane meter = new StackPane(ground, bar);
      meter.setAlignment(Pos.CENTER_LEFT);
      meter.setMinSize(BAR, 12);
      meter.setMaxSize(BAR, 12);
      Label place = Texts.label(title(shown, suspect), Style.SUSPECT_PLACE);
      Label faults = Texts.label(faults(suspect), Style.FAINT);
      VBox words = new VBox(place, faults);
      words.setMinWidth(0);
      words.setPrefWidth(100);
      HBox.setHgrow(words, Priority.ALWAYS);
      HBox row = new HBox(8, share, meter, words);
      row.setAlignment(Pos.CENTER_LEFT);
      row.prefWidthProperty().bind(SuspectList.this.widthProperty().subtract(40));
      return row;
    }

    private static String faults(Suspect suspect) {
      Suspect.Share first = suspect.faults().getFirst();
      String words = first.fault().mode().words();
      return first.fault().place() instanceof Place.Output output
          ? words + " (pin " + output.pin().number() + "), or otherwise bad"
          : words + (suspect.faults().size() > 1 ? ", or otherwise bad" : "");
    }
  }
}
