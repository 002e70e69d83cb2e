package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.story.Telling;

/**
 * A line that was walked from pin to pin: where the signal still is, where it no longer is, and the
 * stretch of copper between. What the pin that drives the line shows is the signal; where nobody
 * looked there, it is what the line shows on a good board. Only readings since the last mend count,
 * of each pin the latest.
 *
 * @param net its name
 * @param points the pins looked at, in the order the copper passes them
 * @param breaks the stretches at whose ends the readings part, from the last good pin to the first
 *     silent one or the other way round; none where the copper's order is not known
 */
public record WalkedLine(String net, List<Point> points, List<Gap> breaks) {
  public WalkedLine {
    points = List.copyOf(points);
    breaks = List.copyOf(breaks);
  }

  /** A pin that was looked at, and whether the signal is there. */
  public record Point(PinRef pin, Signal shown, boolean good) {}

  /** The copper between two neighbouring points of the walk. */
  public record Gap(PinRef good, PinRef silent) {}

  /**
   * The line walked last: the one the latest reading belongs to, if a second pin of it was looked
   * at. Linear in the findings.
   *
   * @param good what a line shows on a good board, where that is known
   */
  public static Optional<WalkedLine> latest(
      Board board, Telling telling, Function<Net, Optional<Signal>> good) {
    Map<PinRef, Signal> seen = new LinkedHashMap<>();
    for (Telling.DatedFinding told : telling.findings()) {
      boolean now =
          told.moment().epoch() == telling.epoch()
              && told.moment().partsOut().equals(telling.partsOut());
      if (now) {
        level(told.finding())
            .ifPresent(
                p -> {
                  seen.remove(p.pin());
                  seen.put(p.pin(), p.shown());
                });
      }
    }
    if (seen.isEmpty()) {
      return Optional.empty();
    }
    PinRef last = List.copyOf(seen.keySet()).getLast();
    return board
        .netOf(last)
        .filter(net -> !board.isSupply(net.name()))
        .filter(net -> net.path().stream().filter(seen::containsKey).count() > 1)
        .map(net -> of(board, net, seen, good));
  }

  private static Optional<Finding.Probe> level(Finding finding) {
    return switch (finding) {
      case Finding.Probe probe -> Optional.of(probe);
      case Finding.PinVolts volts ->
          Optional.of(
              new Finding.Probe(volts.pin(), LogicLevels.of(volts.lowest(), volts.highest())));
      case Finding _ -> Optional.empty();
    };
  }

  private static WalkedLine of(
      Board board, Net net, Map<PinRef, Signal> seen, Function<Net, Optional<Signal>> good) {
    Optional<Signal> driven =
        net.path().stream()
            .filter(pin -> board.kind(pin).drives() && seen.containsKey(pin))
            .map(seen::get)
            .reduce((one, other) -> one == other ? one : Signal.DOUBTFUL)
            .filter(s -> s != Signal.DOUBTFUL);
    Signal signal = driven.or(() -> good.apply(net)).orElse(Signal.TOGGLING);
    List<Point> points = new ArrayList<>();
    for (PinRef pin : net.path()) {
      if (seen.containsKey(pin)) {
        points.add(new Point(pin, seen.get(pin), seen.get(pin) == signal));
      }
    }
    List<Gap> breaks = new ArrayList<>();
    for (int i = 0; i + 1 < points.size() && board.identity().copperOrderKnown(); i++) {
      Point one = points.get(i);
      Point other = points.get(i + 1);
      if (one.good() != other.good()) {
        breaks.add(one.good() ? new Gap(one.pin(), other.pin()) : new Gap(other.pin(), one.pin()));
      }
    }
    return new WalkedLine(net.name(), points, breaks);
  }

  /** One sentence: where it is good, where it is silent, and where that changes. */
  public String words() {
    String good = pins(true);
    String silent = pins(false);
    if (silent.isEmpty()) {
      return net + ": good at " + good + ".";
    }
    if (good.isEmpty()) {
      return net + ": silent at " + silent + ", so what drives it or the way up to there.";
    }
    String between =
        breaks.isEmpty()
            ? "."
            : "; it changes between "
                + breaks.stream()
                    .map(g -> g.good() + " and " + g.silent())
                    .collect(Collectors.joining(", and between "))
                + ".";
    return net + ": good at " + good + ", silent at " + silent + between;
  }

  private String pins(boolean good) {
    return points.stream()
        .filter(p -> p.good() == good)
        .map(p -> p.pin() + "")
        .collect(Collectors.joining(", "));
  }
}
