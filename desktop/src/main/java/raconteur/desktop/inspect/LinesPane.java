package raconteur.desktop.inspect;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.Peers;
import raconteur.core.finding.Finding;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.PlotPane;

/** All lines of a bus to ground: like lines read alike, the odd one out tells. */
final class LinesPane extends PlotPane {
  private final Board board;
  private int followed;
  private Optional<PinRef> next = Optional.empty();

  LinesPane(CaseDesk desk) {
    super(
        "Lines",
        desk,
        "Bus",
        InspectSheets.buses(desk.state().board()),
        stem -> "lines " + stem + "…");
    this.board = desk.state().board();
  }

  @Override
  public void show(DeskState state) {
    if (group().isEmpty()) {
      say("This board's file knows no nets with numbers, so no lines to compare.");
      return;
    }
    follow(state);
    InspectSheets.Lines lines = InspectSheets.lines(state.board(), state.telling(), group());
    next = lines.next();
    say(lines.words());
    plot().show(lines.dots(), lines.from(), lines.to());
  }

  /** The bus that was measured last is the one to go on with. */
  private void follow(DeskState state) {
    List<Finding.PinOhms> read = state.telling().said(Finding.PinOhms.class);
    if (read.size() != followed) {
      followed = read.size();
      if (!read.isEmpty()) {
        choose(new Peers(state.board()).bus(read.getLast().pin()));
      }
    }
  }

  @Override
  public List<Answer> answers() {
    return next.map(p -> List.of(new Answer(p + " to ground", p + " gnd "))).orElse(List.of());
  }

  @Override
  public String doNow() {
    return next.map(p -> "Ohms from " + board.describe(p) + " to ground")
        .orElse("Every line is read");
  }

  @Override
  public String caution() {
    return "Power off; the same lead on ground for all of them.";
  }
}
