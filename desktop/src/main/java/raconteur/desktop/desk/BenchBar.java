package raconteur.desktop.desk;

import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import raconteur.core.finding.Understanding;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The bench line: entry, what could follow, and what was understood. */
public final class BenchBar extends VBox {
  private static final int MOST_SHOWN = 9;
  private static final int LONGEST_SHOWN = 36;
  private static final int FEWEST_WORDS = 4;
  private static final Set<Style> STATES =
      Set.of(Style.UNDERSTOOD, Style.ASKED, Style.REFUSED, Style.UNFINISHED);

  private final CaseDesk desk;

  /** What was typed, behind the usual lines near to it: each of them is tried in turn. */
  private List<String> near = List.of();

  /** Which of them stands in the field; -1 while people type. */
  private int tried = -1;

  /** Whether what stands in the field is still to be listened to. */
  private boolean due;

  private final TextField field = new TextField();
  private final HBox offers = new HBox();
  private final Label echo = Texts.line("", Style.ECHO);

  public BenchBar(CaseDesk desk) {
    this.desk = desk;
    Style.BENCH.on(this);
    Style.BENCH_FIELD.on(field);
    field.setPromptText("Bench line: a reading the way you say it, then " + Keys.OPEN.label());
    field.setId("bench-line");
    field.setAccessibleText("Bench line");
    echo.setId("echo");
    echo.setMinWidth(0);
    offers.setAlignment(Pos.CENTER_LEFT);
    offers.setMinHeight(16);
    getChildren().addAll(offers, field, echo);
    field.textProperty().addListener((observed, before, typed) -> soon());
    field.setOnAction(e -> enter());
    field.addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    typed("");
  }

  /** Where lines are typed. */
  public TextField field() {
    return field;
  }

  /** Begins a line, for example with a pin that was clicked. */
  public void begin(String start) {
    field.setText(start);
    field.requestFocus();
    field.end();
  }

  /** Says something that happened elsewhere, for example that a strike was refused. */
  public void say(String sentence, boolean good) {
    listen();
    echo(sentence, good ? Style.UNDERSTOOD : Style.REFUSED);
  }

  /** Enters a whole line at once, as if it had been typed. */
  public void enter(String line) {
    begin(line);
    enter();
  }

  /**
   * Keys that wait are taken first: who types quickly never waits for what is said of half a line.
   */
  private void soon() {
    if (!due) {
      due = true;
      Platform.runLater(this::listen);
    }
  }

  private void listen() {
    if (due) {
      due = false;
      typed(field.getText());
    }
  }

  private void keys(KeyEvent e) {
    if (Keys.COMPLETE.is(e) && !field.getText().isBlank()) {
      takeOffer();
      e.consume();
    }
  }

  /** Completes the last word by the first offer, or by what all offers share. */
  private void takeOffer() {
    listen();
    if (!near.isEmpty()) {
      tried = (tried + 1) % near.size();
      field.setText(near.get(tried));
      field.end();
      return;
    }
    List<String> known = desk.offers(field.getText());
    if (known.isEmpty()) {
      return;
    }
    String text = field.getText();
    int word = text.lastIndexOf(' ') + 1;
    String shared = known.size() == 1 ? known.getFirst() + " " : shared(known);
    String typed = text.substring(word);
    String taken = shared.length() > typed.length() ? shared : known.getFirst() + " ";
    field.setText(text.substring(0, word) + taken);
    field.end();
  }

  private static String shared(List<String> words) {
    String shared = words.getFirst();
    for (String word : words) {
      while (!word.startsWith(shared)) {
        shared = shared.substring(0, shared.length() - 1);
      }
    }
    return shared;
  }

  private void typed(String line) {
    Understanding understanding = desk.listen(line);
    Style state =
        switch (understanding) {
          case Understanding.Understood _, Understanding.InTurn _ -> Style.UNDERSTOOD;
          case Understanding.Asked _, Understanding.Proposed _ -> Style.ASKED;
          case Understanding.Unfinished _ -> Style.UNFINISHED;
          case Understanding.Refused _ -> Style.REFUSED;
        };
    echo(understanding.sentence(), state);
    offers.getChildren().clear();
    if (tried >= 0 && tried < near.size() && near.get(tried).equals(line)) {
      showNear();
      return;
    }
    near = List.of();
    tried = -1;
    List<String> known = desk.offers(line);
    if (!known.isEmpty()) {
      known.stream().limit(MOST_SHOWN).forEach(this::offer);
      Style.FIRST.on(offers.getChildren().getFirst());
      String more = known.size() > MOST_SHOWN ? "+ more" : "";
      offer(more + (line.isBlank() ? "" : "  " + Keys.COMPLETE.on("takes the first")));
    } else if (state == Style.ASKED || state == Style.REFUSED) {
      List<String> meant = desk.near(line);
      if (!meant.isEmpty()) {
        near = Stream.concat(meant.stream(), Stream.of(line)).toList();
        showNear();
      }
    }
  }

  /** The usual lines near to what was typed, the one in the field first of all. */
  private void showNear() {
    boolean last = tried == near.size() - 2;
    offer(
        "Is one of these meant? "
            + Keys.COMPLETE.on(
                tried < 0
                    ? "takes the first:"
                    : last ? "takes back what you typed:" : "takes the next:"));
    near.subList(0, near.size() - 1).forEach(line -> offer(inShort(line)));
    if (tried < near.size() - 1) {
      Style.FIRST.on(offers.getChildren().get(Math.max(tried, 0) + 1));
    }
  }

  /** A line of many pins by its first, so that all lines have room. */
  private static String inShort(String line) {
    List<String> words = List.of(line.split(" ", -1));
    return line.length() <= LONGEST_SHOWN || words.size() < FEWEST_WORDS
        ? line
        : words.getFirst()
            + " … "
            + String.join(" ", words.subList(words.size() - 2, words.size()));
  }

  private void offer(String words) {
    offers.getChildren().add(Texts.line(words, Style.OFFER));
  }

  private void enter() {
    listen();
    String line = field.getText();
    DeskState.Entered entered = desk.enter(line);
    if (desk.workshop().settings().sounds()) {
      Cues.play(Cues.of(entered));
    }
    switch (entered) {
      case DeskState.Kept kept -> {
        field.clear();
        listen();
        echo(kept.sentence(), Style.UNDERSTOOD);
      }
      case DeskState.Questioned questioned -> echo(questioned.sentence(), Style.ASKED);
      case DeskState.Rejected rejected -> echo(rejected.sentence(), Style.REFUSED);
    }
  }

  private void echo(String sentence, Style state) {
    echo.setText(sentence);
    state.only(echo, STATES);
  }
}
