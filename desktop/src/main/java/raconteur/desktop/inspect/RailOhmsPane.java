package raconteur.desktop.inspect;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.layout.Region;
import raconteur.core.board.Rail;
import raconteur.core.judge.PullLedger;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** Rails to ground, and what every pull took off them. */
final class RailOhmsPane extends TablePane {
  private final SheetTable pulls =
      new SheetTable(
          "Pulls",
          "No pulls yet. Where a rail reads low, pull the socketed parts one by one.",
          Column.words("Pulled", 58),
          Column.figures("Rail", 128),
          Column.figures("Itself", 66),
          Column.figures("Between", 128),
          Column.figures("Share", 50),
          Column.words("Says", 236));
  private final LeakBar bar = new LeakBar();
  private final Label words = Texts.label("");
  private List<Answer> answers = List.of();
  private String doNow = "";

  RailOhmsPane() {
    super(
        "Rails",
        new SheetTable(
            "Rails in ohms",
            "This board's file lists no rails; add them under Boards.",
            Column.words("Rail", 80),
            Column.figures("A good board", 110),
            Column.figures("Red on rail", 110),
            Column.figures("Red on ground", 110),
            Column.words("Verdict", 120)));
    table().setMaxHeight(190);
    table().setMinHeight(120);
    table().setPrefHeight(190);
    pulls.setPrefHeight(200);
    words.setMinHeight(Region.USE_PREF_SIZE);
    below(words, bar, pulls);
  }

  @Override
  public void show(DeskState state) {
    say("Supply unplugged, capacitors discharged. Read each rail to ground, then turn the leads.");
    table().show(InspectSheets.rails(state.board(), state.telling()));
    Optional<PullLedger> ledger = InspectSheets.ledger(state);
    bar.show(ledger.filter(l -> !l.steps().isEmpty()));
    words.setText(ledger.map(PullLedger::words).orElse(""));
    pulls.show(ledger.map(InspectSheets::pulls).orElse(List.of()));
    answers = answers(state);
    doNow = answers.isEmpty() ? name() : "Ohms: " + answers.getFirst().word();
  }

  private static List<Answer> answers(DeskState state) {
    List<Answer> answers = new ArrayList<>();
    Optional<String> unread =
        InspectSheets.rails(state.board(), state.telling()).stream()
            .filter(r -> r.cells().get(2).equals("—"))
            .map(SheetRow::key)
            .findFirst();
    Optional<Rail> watched = InspectSheets.watched(state);
    unread.ifPresent(r -> answers.add(new Answer(r + " to ground", r + " gnd ")));
    if (unread.isEmpty()) {
      watched.ifPresent(r -> answers.add(new Answer(r.name() + " again", r.name() + " gnd ")));
    }
    InspectSheets.nextPull(state)
        .ifPresent(p -> answers.add(new Answer("pull " + p, "pull " + p + " ")));
    return answers;
  }

  @Override
  public List<Answer> answers() {
    return answers;
  }

  @Override
  public String doNow() {
    return doNow;
  }

  @Override
  public String caution() {
    return "Power off before a part moves: a puller, straight up, and note which way round it sat.";
  }

  @Override
  public void setDim(boolean dim) {
    bar.setDim(dim);
  }
}
