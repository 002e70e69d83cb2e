package raconteur.desktop.desk;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.text.Text;
import raconteur.core.finding.Statement;
import raconteur.core.story.Told;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** The story, line by line, newest at the end; struck lines stay to be read. */
public final class StoryList extends ListView<Told> {
  private static final DateTimeFormatter TIME =
      DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());

  private static final double ROW = 25;

  private final boolean compact;
  private List<Told> all = List.of();
  private Set<Integer> doubtful = Set.of();
  private String only = "";

  /**
   * @param onAgain takes a line that is said again, or amended
   * @param compact without the times, where there is little room
   */
  public StoryList(IntConsumer onStrike, Consumer<String> onAgain, boolean compact) {
    this.compact = compact;
    setAccessibleText("Story");
    setFixedCellSize(ROW);
    setCellFactory(list -> new Cell());
    setPlaceholder(
        Texts.label(
            "The story begins with the first line: type what you see, for example screen blank.",
            Style.FAINT));
    setOnKeyPressed(
        e -> {
          Told told = getSelectionModel().getSelectedItem();
          if (told != null && Keys.STRIKE.is(e)) {
            onStrike.accept(told.entry().number());
            e.consume();
          } else if (told != null && Keys.SAY_AGAIN.is(e)) {
            onAgain.accept(told.entry().line());
            e.consume();
          }
        });
  }

  /** A moment as the story writes it. */
  public static String written(Instant at) {
    return TIME.format(at);
  }

  public void show(List<Told> lines, Set<Integer> doubtfulEntries) {
    all = List.copyOf(lines);
    show(new HashSet<>(doubtfulEntries));
  }

  /**
   * Shows the lines that speak of a part.
   *
   * @param part empty for all lines
   */
  public void only(String part) {
    only = part;
    show(doubtful);
  }

  /** How many lines speak of a part. */
  public long linesOf(String part) {
    return all.stream().filter(told -> told.speaksOf(part)).count();
  }

  private void show(Set<Integer> newDoubts) {
    List<Told> lines =
        only.isEmpty() ? all : all.stream().filter(told -> told.speaksOf(only)).toList();
    List<Told> shown = getItems();
    boolean otherDoubts = !newDoubts.equals(doubtful);
    if (otherDoubts || !shown.equals(lines)) {
      doubtful = newDoubts;
      int known = shown.size();
      boolean goesOn =
          !otherDoubts && known < lines.size() && shown.equals(lines.subList(0, known));
      if (goesOn) {
        // One line more: the rows that stand there stay as they are.
        shown.addAll(lines.subList(known, lines.size()));
      } else {
        getItems().setAll(lines);
      }
      showEnd();
      // Once more when the rows are laid out: before that the list cannot know how many fit.
      Platform.runLater(this::showEnd);
    }
  }

  /** Chooses a line by its number and brings it into sight. */
  public void choose(int number) {
    for (int i = 0; i < getItems().size(); i++) {
      if (getItems().get(i).entry().number() == number) {
        getSelectionModel().clearAndSelect(i);
        scrollTo(Math.max(0, i - 2));
        return;
      }
    }
  }

  private void showEnd() {
    layout();
    scrollTo(getItems().size() - 1);
  }

  public static Set<Integer> doubtful(DeskState state) {
    return state
        .advice()
        .map(
            a ->
                a.diagnosis().doubts().stream()
                    .map(d -> d.finding().entry().number())
                    .collect(Collectors.toSet()))
        .orElse(Set.of());
  }

  private final class Cell extends ListCell<Told> {
    @Override
    protected void updateItem(Told told, boolean empty) {
      super.updateItem(told, empty);
      setGraphic(empty || told == null ? null : content(told));
    }

    private HBox content(Told told) {
      Label number =
          Texts.line(String.format(Locale.ROOT, "%3d", told.entry().number()), Style.STORY_NUMBER);
      Label time = Texts.line(TIME.format(told.entry().at()), Style.STORY_NUMBER);
      time.setMinWidth(Theme.wide(96));
      HBox row = compact ? new HBox(10, number) : new HBox(10, number, time);
      row.setAlignment(Pos.CENTER_LEFT);
      String line = told.entry().line();
      switch (told.meaning()) {
        case Told.Struck struck -> {
          Text text = new Text(line);
          Style.STORY_STRUCK.on(text);
          text.setStyle("-fx-font-family: \"B612 Mono Regular\"; -fx-fill: -faint;");
          row.getChildren().addAll(text, Texts.line("struck: " + struck.why(), Style.FAINT));
        }
        case Told.Unread unread ->
            row.getChildren()
                .addAll(
                    Texts.line(line, Style.STORY_UNREAD),
                    Texts.line(
                        "not understood on this board: " + unread.why(), Style.STORY_UNREAD));
        case Told.Counts _
            when told.counted().stream().anyMatch(c -> c.statement() instanceof Statement.Mended) ->
            row.getChildren()
                .addAll(
                    Texts.line(line, Style.STORY_MEND),
                    Texts.line(compact ? "" : "— a new epoch —", Style.STORY_MEND));
        case Told.Counts _ -> {
          row.getChildren().add(Texts.line(line));
          if (doubtful.contains(told.entry().number())) {
            row.getChildren().add(Texts.line("? take again", Style.STORY_DOUBT));
          }
        }
      }
      return row;
    }
  }
}
