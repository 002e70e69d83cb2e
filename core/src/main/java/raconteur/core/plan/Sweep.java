package raconteur.core.plan;

import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.story.Telling;

/**
 * Where nothing leads, line after line is touched where most may be wrong with it: a thousand
 * faults of half a per mille each are behind as many probes as there are lines (common practice, no
 * source). The pin farthest from what drives a line shows what any fault on its way does.
 */
final class Sweep {
  private static final int MOST_LINES = 40;

  private final Board board;
  private final FaultCatalogue catalogue;

  Sweep(Board board, FaultCatalogue catalogue) {
    this.board = board;
    this.catalogue = catalogue;
  }

  /** The pins to touch, of the lines with the most suspicion that were not read yet. */
  List<PinRef> of(List<Hypothesis> hypotheses, Telling telling) {
    Map<String, Double> suspicion = new HashMap<>();
    Map<Integer, Set<String>> linesOf = new HashMap<>();
    for (Hypothesis hypothesis : hypotheses) {
      Set<String> lines = new HashSet<>();
      for (int fault : hypothesis.faults()) {
        lines.addAll(linesOf.computeIfAbsent(fault, f -> lines(catalogue.faults().get(f))));
      }
      lines.forEach(line -> suspicion.merge(line, hypothesis.probability(), Double::sum));
    }
    suspicion.keySet().removeAll(read(telling));
    return suspicion.entrySet().stream()
        .sorted(
            Map.Entry.<String, Double>comparingByValue(Comparator.reverseOrder())
                .thenComparing(Map.Entry.comparingByKey()))
        .limit(MOST_LINES)
        .flatMap(e -> board.net(e.getKey()).stream())
        .map(this::farthest)
        .toList();
  }

  /** The lines that were read since the last mend, and those that were well before it. */
  private Set<String> read(Telling telling) {
    Set<String> read = new HashSet<>();
    for (Telling.DatedFinding told : telling.findings()) {
      boolean now = told.moment().state().equals(telling.now());
      boolean sameRun = told.moment().freeRun() == telling.freeRun();
      if (isOfALine(told.finding()) && (now || (sameRun && isWell(told.finding())))) {
        board.netOf(told.finding().subject().pins().getFirst()).map(Net::name).ifPresent(read::add);
      }
    }
    return read;
  }

  private static boolean isOfALine(Finding finding) {
    return finding instanceof Finding.Probe
        || finding instanceof Finding.PinVolts
        || finding instanceof Finding.Frequency;
  }

  /** Whether a reading under power says that something moves, or is as warm as its twins. */
  static boolean isWell(Finding finding) {
    return switch (finding) {
      case Finding.Probe(PinRef _, Signal shown) -> shown == Signal.TOGGLING;
      case Finding.PinVolts volts ->
          LogicLevels.of(volts.lowest(), volts.highest()) == Signal.TOGGLING;
      case Finding.Frequency(PinRef _, double hertz) -> hertz >= 1;
      case Finding.Heat(String _, Finding.Warmth warmth) -> warmth == Finding.Warmth.NORMAL;
      case Finding _ -> false;
    };
  }

  /** The signal lines that show something of a fault: those it is on. */
  private Set<String> lines(Fault fault) {
    Set<String> lines = new LinkedHashSet<>();
    switch (fault.place()) {
      case Place.OfPart(String part) ->
          board.part(part).map(Part::pins).orElse(List.of()).stream()
              .filter(pin -> board.kind(pin).drives())
              .forEach(pin -> add(pin, lines));
      case Place.Output(PinRef pin) -> add(pin, lines);
      case Place.Contact(PinRef pin) -> add(pin, lines);
      case Place.Segment(String _, PinRef from, PinRef _) -> add(from, lines);
      case Place.Bridge bridge -> {
        add(bridge.one(), lines);
        add(bridge.other(), lines);
      }
      case Place.Inside inside -> {
        add(inside.one(), lines);
        add(inside.other(), lines);
      }
      case Place.Input _, Place.Load _, Place.Joints _, Place.FittedSet _ -> {}
    }
    return lines;
  }

  private void add(PinRef pin, Set<String> lines) {
    board.netOf(pin).map(Net::name).filter(name -> !board.isSupply(name)).ifPresent(lines::add);
  }

  /** The end of a line that has the most copper between itself and what drives it. */
  private PinRef farthest(Net net) {
    List<PinRef> path = net.path();
    int driver = 0;
    while (driver < path.size() - 1 && !board.kind(path.get(driver)).drives()) {
      driver++;
    }
    return driver > path.size() - 1 - driver ? path.getFirst() : path.getLast();
  }
}
