package raconteur.desktop.prove;

import java.time.Duration;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.finding.Quantities;
import raconteur.core.prove.Soak;
import raconteur.core.prove.SoakStretch;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.theme.Style;

/** The long run: a counter with large figures, and how long is long enough. */
final class SoakPane extends StagePane {
  private static final int MOST_STRETCHES = 8;
  private static final double LONGEST_BAR = 260;
  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("d MMM HH:mm", Locale.ENGLISH).withZone(ZoneId.systemDefault());

  private final SoakCounter counter;
  private final Label runs = Texts.line("0", Style.SOAK_FIGURE);
  private final Label time = Texts.line("0:00:00", Style.SOAK_FIGURE);
  private final Label left = Texts.label("", Style.HEADING);
  private final Label why = Texts.label("");
  private final ProgressBar progress = new ProgressBar(0);
  private final Button run = Texts.button("Space  one clean run", this::count, Style.MAIN_BUTTON);
  private final Button clock = Texts.button("start the clock", this::clock, Style.PLAIN_BUTTON);
  private final VBox stretches = new VBox(5);
  private final VBox node = new VBox(14);
  private Soak soak = new Soak(Optional.empty(), 0, 0, false);

  /** The line that is to write the count down, until it stands in the story; empty for none. */
  private String entered = "";

  SoakPane(SoakCounter counter) {
    super("Soak");
    this.counter = counter;
    progress.setMaxWidth(Double.MAX_VALUE);
    progress.setPrefHeight(18);
    progress.setAccessibleText("How much of the soak is done");
    HBox figures =
        new HBox(
            50, figure(runs, "clean runs, not written down yet"), figure(time, "on the clock"));
    HBox bar =
        new HBox(
            8,
            run,
            clock,
            Texts.button("write it down: clean", () -> write(true), Style.PLAIN_BUTTON),
            Texts.button("the fault came", () -> write(false), Style.PLAIN_BUTTON));
    bar.setAlignment(Pos.CENTER_LEFT);
    Timeline tick = new Timeline(new KeyFrame(javafx.util.Duration.seconds(1), e -> figures()));
    tick.setCycleCount(Timeline.INDEFINITE);
    node.sceneProperty()
        .addListener(
            (o, before, scene) -> {
              if (scene == null) {
                tick.stop();
              } else {
                tick.play();
              }
            });
    Style.SHEET.on(node);
    Style.SOAK.on(node);
    node.getChildren().addAll(left, progress, why, figures, bar, stretches);
  }

  /** What was run so far, a bar each: the latest first. */
  private void stretches(DeskState state) {
    stretches.getChildren().clear();
    List<SoakStretch> all = SoakStretch.of(state.telling());
    if (all.isEmpty()) {
      return;
    }
    stretches.getChildren().add(Texts.line("Run so far, the latest first", Style.HEADING));
    for (SoakStretch stretch : all.reversed().stream().limit(MOST_STRETCHES).toList()) {
      double most =
          all.stream()
              .filter(s -> s.hours() == stretch.hours())
              .mapToDouble(SoakStretch::amount)
              .max()
              .orElse(1);
      Region length = new Region();
      Style.SOAK_STRETCH.on(length);
      length.setPrefSize(Math.max(2, LONGEST_BAR * stretch.amount() / most), 12);
      length.setMaxHeight(12);
      Label words = Texts.line(words(stretch));
      (stretch.clean() ? stretch.counts() ? Tone.GOOD : Tone.FAINT : Tone.BAD).on(words);
      HBox row = new HBox(10, length, words);
      row.setAlignment(Pos.CENTER_LEFT);
      stretches.getChildren().add(row);
    }
  }

  private static String words(SoakStretch stretch) {
    String unit = stretch.hours() ? " h" : stretch.amount() == 1 ? " run" : " runs";
    return (stretch.clean() ? "✓ " : "✗ ")
        + amount(stretch.amount())
        + unit
        + (stretch.clean() ? " clean" : ", the fault came")
        + " · "
        + WHEN.format(stretch.at())
        + (stretch.clean() && !stretch.counts() ? " · before a mend or a fault" : "");
  }

  private static VBox figure(Label figure, String words) {
    return new VBox(figure, Texts.line(words, Style.FAINT));
  }

  private void count() {
    counted(counter.run());
  }

  private void clock() {
    counted(counter.startOrStop());
  }

  private void counted(String refusal) {
    if (!refusal.isEmpty()) {
      host().say(refusal, false);
    }
    figures();
  }

  private void write(boolean clean) {
    counter
        .line(clean)
        .ifPresentOrElse(
            line -> {
              entered = line;
              host().enter(line);
            },
            () -> {
              if (clean) {
                host().say("Nothing is counted yet: one run or six minutes at least.", false);
              } else {
                host().enter("proof soak 1 runs failed");
              }
            });
    figures();
  }

  private void figures() {
    SoakCounter.Count count = counter.count();
    runs.setText(String.valueOf(count.runs()));
    Duration shown = count.time(counter.now());
    time.setText(
        String.format(
            Locale.ROOT,
            "%d:%02d:%02d",
            shown.toHours(),
            shown.toMinutesPart(),
            shown.toSecondsPart()));
    clock.setText(count.since().isPresent() ? "stop the clock" : "start the clock");
    double counted = soak.done() + (soak.byHours() ? shown.toSeconds() / 3600.0 : count.runs());
    progress.setProgress(soak.wanted() == 0 ? 0 : Math.min(1, counted / soak.wanted()));
    String unit = soak.byHours() ? " hours" : " runs";
    left.setText(
        amount(counted)
            + " of "
            + amount(soak.wanted())
            + unit
            + " without a fault"
            + (soak.failed() ? "; the last stretch failed" : ""));
  }

  private static String amount(double amount) {
    return amount == Math.rint(amount)
        ? String.valueOf((long) amount)
        : String.format(Locale.ROOT, "%.1f", amount);
  }

  @Override
  public void show(DeskState state) {
    boolean kept =
        !entered.isEmpty()
            && !state.telling().lines().isEmpty()
            && state.telling().lines().getLast().entry().line().equals(entered);
    if (kept) {
      String written = entered;
      entered = "";
      counted(counter.written(written));
    }
    soak = Soak.of(state.telling());
    stretches(state);
    why.setText(
        soak.shows()
            .map(
                s ->
                    "It used to show "
                        + s.times()
                        + " in "
                        + Quantities.plain(s.in())
                        + (s.hours() ? " hours" : " runs")
                        + ": so many without it and one may say with "
                        + Math.round(Soak.wantedConfidence() * 100)
                        + " % that it is gone. "
                        + soak.confidence()
                            .map(c -> "By now that is " + Math.round(c * 100) + " %.")
                            .orElse(""))
            .orElse(
                "Nobody counted how often it showed, so the usual stretch stands here ("
                    + Soak.origin()
                    + "). For a fault that comes and goes say how often it came: shows 1 in 12"
                    + " runs."));
    figures();
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    answers.add(new Answer("it showed 1 in …", "shows 1 in "));
    answers.add(new Answer("it failed", "proof soak 1 runs failed"));
    return answers;
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return run;
  }

  @Override
  public String doNow() {
    return left.getText();
  }

  @Override
  public String caution() {
    return "Not left alone with mains on: a mended supply is watched.";
  }
}
