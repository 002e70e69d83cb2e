package raconteur.core.plan;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.judge.Clocks;
import raconteur.core.story.Telling;

/**
 * What nothing else can work without: the processor's clock and reset. Where one of them was read
 * other than a running board has it, everybody goes back along that line before looking anywhere
 * else (common practice, no source).
 */
final class Foundations {
  /** Lines gone back over at most. */
  private static final int MOST_LINES = 8;

  private final Board board;

  Foundations(Board board) {
    this.board = board;
  }

  /**
   * The lines in doubt, by name: those of clock or reset on which the last reading of some pin is
   * wrong, and those in front of them; empty where both are well or not looked at.
   */
  Set<String> doubted(List<Telling.DatedFinding> findings) {
    Map<PinRef, Signal> seen = new LinkedHashMap<>();
    for (Telling.DatedFinding told : findings) {
      switch (told.finding()) {
        case Finding.Probe(PinRef pin, Signal shown, boolean _) -> seen.put(pin, shown);
        case Finding.PinVolts volts ->
            seen.put(volts.pin(), LogicLevels.of(volts.lowest(), volts.highest()));
        case Finding _ -> {}
      }
    }
    Map<String, Signal> good = good();
    Set<String> doubted = new LinkedHashSet<>();
    seen.forEach(
        (pin, shown) -> {
          String line = line(pin);
          if (good.containsKey(line) && good.get(line) != shown) {
            doubted.add(line);
          }
        });
    return doubted.isEmpty() ? Set.of() : goneBack(doubted);
  }

  /** What clock and reset show on a running board, by line. */
  private Map<String, Signal> good() {
    Map<String, Signal> good = new HashMap<>();
    Clocks.clockPins(board).forEach(pin -> good.put(line(pin), Signal.TOGGLING));
    Clocks.resetPin(board)
        .ifPresent(
            pin -> good.put(line(pin), name(pin).startsWith("/") ? Signal.HIGH : Signal.LOW));
    return good;
  }

  private String name(PinRef pin) {
    return board
        .part(pin.part())
        .flatMap(part -> part.device().pin(pin.number()))
        .map(DevicePin::name)
        .orElse("");
  }

  private String line(PinRef pin) {
    return board.netOf(pin).map(Net::name).orElse(pin.toString());
  }

  private Set<String> goneBack(Set<String> lines) {
    Set<String> all = new LinkedHashSet<>(lines);
    Deque<String> open = new ArrayDeque<>(lines);
    while (!open.isEmpty() && all.size() < MOST_LINES) {
      inFrontOf(open.poll())
          .filter(line -> !board.isSupply(line))
          .filter(all::add)
          .forEach(open::add);
    }
    return all;
  }

  /** The lines at the inputs of whatever drives a line. */
  private Stream<String> inFrontOf(String line) {
    Set<String> inFront = new HashSet<>();
    for (PinRef driver : board.net(line).map(Net::path).orElse(List.of())) {
      if (!board.kind(driver).drives()) {
        continue;
      }
      board
          .part(driver.part())
          .ifPresent(
              part ->
                  part.device().gates().stream()
                      .filter(gate -> gate.output().equals(name(driver)))
                      .flatMap(gate -> gate.inputs().stream())
                      .flatMap(input -> part.device().pinNamed(input).stream())
                      .map(input -> line(part.pin(input.number())))
                      .forEach(inFront::add));
    }
    return inFront.stream().sorted();
  }
}
