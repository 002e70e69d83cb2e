package raconteur.core.bench.freerun;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.Understanding;
import raconteur.core.judge.Verdict;

/** Holds a reading taken in a free run against what a good board shows there. */
public final class FreeRunJudge {
  /** A counter, a crystal and the sweep together are not off by more. */
  private static final double OFF = 0.02;

  private final Board board;
  private final List<FreeRunLine> lines;

  public FreeRunJudge(Board board, List<FreeRunLine> lines) {
    this.board = board;
    this.lines = List.copyOf(lines);
  }

  /** A reading as the bench line takes it, {@code U14.15 125 kHz}, and what is to be said of it. */
  public Verdict of(String typed) {
    return switch (new BenchLine(board).understand(typed, BenchContext.FRESH)) {
      case Understanding.Understood(Finding finding, _) -> of(finding);
      case Understanding other -> Verdict.unjudged(other.sentence());
    };
  }

  private Verdict of(Finding finding) {
    Optional<Shown> shown = shown(finding);
    if (shown.isEmpty()) {
      return Verdict.unjudged(
          "What a line shows is held against a good board: U14.15 toggling, U14.15 125 kHz.");
    }
    PinRef pin = shown.get().pin();
    Optional<FreeRunLine> good =
        board
            .netOf(pin)
            .map(Net::name)
            .flatMap(net -> lines.stream().filter(l -> l.net().equals(net)).findFirst());
    if (good.isEmpty()) {
      return Verdict.unjudged(board.describe(pin) + " is on no line that was reckoned.");
    }
    return verdict(shown.get(), good.get());
  }

  /**
   * What an instrument showed.
   *
   * @param hertz where it counted; negative where it did not
   */
  private record Shown(PinRef pin, Signal signal, double hertz) {}

  private static Optional<Shown> shown(Finding finding) {
    return switch (finding) {
      case Finding.Probe(PinRef pin, Signal signal, boolean _) ->
          Optional.of(new Shown(pin, signal, -1));
      case Finding.Frequency(PinRef pin, double hertz) ->
          Optional.of(
              new Shown(pin, hertz >= 1 ? Signal.TOGGLING : Signal.STILL, hertz >= 1 ? hertz : -1));
      case Finding.PinVolts volts ->
          Optional.of(new Shown(volts.pin(), LogicLevels.of(volts.lowest(), volts.highest()), -1));
      case Finding _ -> Optional.empty();
    };
  }

  private Verdict verdict(Shown shown, FreeRunLine good) {
    String there = FreeRunWords.shows(good);
    String where = FreeRunWords.where(good);
    String should =
        board.describe(shown.pin())
            + ": on a good board "
            + there
            + (where.isEmpty() ? "" : ", " + where)
            + ".";
    boolean fits =
        switch (good.shows()) {
          case TOGGLING ->
              shown.signal() == Signal.TOGGLING
                  && (shown.hertz() < 0
                      || Math.abs(shown.hertz() - good.hertz()) <= OFF * good.hertz());
          case HIGH -> shown.signal() == Signal.HIGH || shown.signal() == Signal.STILL;
          case LOW -> shown.signal() == Signal.LOW || shown.signal() == Signal.STILL;
          case FLOATING, NOT_KNOWN -> true;
        };
    return switch (good.shows()) {
      case NOT_KNOWN, FLOATING ->
          Verdict.unjudged(
              should + " It hangs on what memories hold, or on a part nobody described.");
      case TOGGLING, HIGH, LOW ->
          fits ? Verdict.good(should) : Verdict.bad(should + times(shown, good));
    };
  }

  /** A line that runs at twice or half of what it should says which neighbour it is joined to. */
  private static String times(Shown shown, FreeRunLine good) {
    if (shown.hertz() <= 0 || good.hertz() <= 0) {
      return "";
    }
    double ratio = shown.hertz() / good.hertz();
    return " It runs at " + Quantities.plain(Math.round(100 * ratio) / 100.0) + " times that.";
  }
}
