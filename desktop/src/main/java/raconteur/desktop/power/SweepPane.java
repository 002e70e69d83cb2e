package raconteur.desktop.power;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.PlotPane;

/** Every part's heat against its twins. */
final class SweepPane extends PlotPane {
  private Optional<String> next = Optional.empty();

  SweepPane(CaseDesk desk) {
    super(
        "Heat",
        desk,
        "Kind of device",
        PowerSheets.twins(desk.state().board()),
        device -> "all " + device);
  }

  @Override
  public void show(DeskState state) {
    if (group().isEmpty()) {
      say("No kind of device is on this board three times or more.");
      return;
    }
    PowerSheets.Sweep sweep = PowerSheets.sweep(state.board(), state.telling(), group());
    next = sweep.next();
    say(sweep.words());
    plot().show(sweep.dots(), sweep.from(), sweep.to());
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    next.ifPresent(
        part -> {
          answers.add(new Answer(part + " in °C", part + " "));
          answers.add(new Answer("by touch: hot", part + " hot"));
          answers.add(new Answer("like its twins", part + " normal"));
          answers.add(new Answer("stone cold", part + " cold"));
        });
    return answers;
  }

  @Override
  public String doNow() {
    return next.map(p -> "Temperature of " + p).orElse("Every twin is read");
  }

  @Override
  public String caution() {
    return "A faulty part can burn a finger: approach with the back of the hand.";
  }
}
