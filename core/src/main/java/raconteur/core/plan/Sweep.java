package raconteur.core.plan;

import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Stream;
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
 * Where nothing leads, line after line is touched and buzzed from end to end where most may be
 * wrong with it: a thousand faults of half a per mille each are behind as many tests as there are
 * lines (common practice, no source). What is at or behind a line's ends shows at the end that has
 * it between itself and what drives the line, a poor contact of an input at its own pin alone.
 */
final class Sweep {
  private static final int MOST_PINS = 48;
  private static final int MOST_LINES = 24;

  private final Board board;
  private final FaultCatalogue catalogue;

  Sweep(Board board, FaultCatalogue catalogue) {
    this.board = board;
    this.catalogue = catalogue;
  }

  /** Where a fault shows: to a probe, and to a meter between a line's ends. */
  private record Shows(Set<PinRef> atPins, Optional<Net> alongNet) {}

  /** The tests, those behind which most is suspected first, without those made already. */
  List<Finding> of(List<Hypothesis> hypotheses, Telling telling) {
    Map<PinRef, Double> atPins = new HashMap<>();
    Map<Net, Double> alongNets = new HashMap<>();
    Map<Integer, Shows> shown = new HashMap<>();
    for (Hypothesis hypothesis : hypotheses) {
      Set<PinRef> pins = new HashSet<>();
      Set<Net> nets = new HashSet<>();
      for (int fault : hypothesis.faults()) {
        Shows shows = shown.computeIfAbsent(fault, f -> shows(catalogue.faults().get(f)));
        pins.addAll(shows.atPins());
        shows.alongNet().ifPresent(nets::add);
      }
      pins.forEach(pin -> atPins.merge(pin, hypothesis.probability(), Double::sum));
      nets.forEach(net -> alongNets.merge(net, hypothesis.probability(), Double::sum));
    }
    atPins.keySet().removeAll(touched(telling));
    alongNets.keySet().removeAll(buzzed(telling));
    return Stream.concat(
            most(atPins, PinRef::toString, MOST_PINS)
                .map(pin -> new Finding.Probe(pin, Signal.TOGGLING)),
            most(alongNets, Net::name, MOST_LINES).map(Sweep::endToEnd))
        .toList();
  }

  private static <T> Stream<T> most(
      Map<T, Double> suspicion, Function<T, String> name, int atMost) {
    return suspicion.entrySet().stream()
        .sorted(
            Comparator.comparingDouble((Map.Entry<T, Double> e) -> -e.getValue())
                .thenComparing(e -> name.apply(e.getKey())))
        .limit(atMost)
        .map(Map.Entry::getKey);
  }

  private static Finding endToEnd(Net net) {
    return new Finding.Continuity(net.path().getFirst(), net.path().getLast(), true);
  }

  /** The pins that were read since the last mend, and those that were well before it. */
  private static Set<PinRef> touched(Telling telling) {
    Set<PinRef> touched = new HashSet<>();
    for (Telling.DatedFinding told : telling.findings()) {
      boolean now = told.moment().state().equals(telling.now());
      boolean sameRun = told.moment().freeRun() == telling.freeRun();
      if (isOfALine(told.finding()) && (now || (sameRun && isWell(told.finding())))) {
        touched.addAll(told.finding().subject().pins());
      }
    }
    return touched;
  }

  /** The lines whose ends were found joined, or parted since the last mend. */
  private Set<Net> buzzed(Telling telling) {
    Set<Net> buzzed = new HashSet<>();
    for (Telling.DatedFinding told : telling.findings()) {
      if (told.finding() instanceof Finding.Continuity(PinRef one, PinRef other, boolean joined)) {
        board
            .netOf(one)
            .filter(net -> Set.of(one, other).equals(ends(net)))
            .filter(_ -> joined || told.moment().epoch() == telling.epoch())
            .ifPresent(buzzed::add);
      }
    }
    return buzzed;
  }

  private static Set<PinRef> ends(Net net) {
    return Set.copyOf(List.of(net.path().getFirst(), net.path().getLast()));
  }

  private static boolean isOfALine(Finding finding) {
    return finding instanceof Finding.Probe
        || finding instanceof Finding.PinVolts
        || finding instanceof Finding.Frequency;
  }

  /** Whether a reading under power says that something moves, or is as warm as its twins. */
  static boolean isWell(Finding finding) {
    return switch (finding) {
      case Finding.Probe(PinRef _, Signal shown, boolean _) -> shown == Signal.TOGGLING;
      case Finding.PinVolts volts ->
          LogicLevels.of(volts.lowest(), volts.highest()) == Signal.TOGGLING;
      case Finding.Frequency(PinRef _, double hertz) -> hertz >= 1;
      case Finding.Heat(String _, Finding.Warmth warmth) -> warmth == Finding.Warmth.NORMAL;
      case Finding _ -> false;
    };
  }

  private Shows shows(Fault fault) {
    Set<PinRef> pins = new TreeSet<>(Comparator.comparing(PinRef::toString));
    Optional<Net> along = Optional.empty();
    switch (fault.place()) {
      case Place.OfPart(String part) ->
          board.part(part).map(Part::pins).orElse(List.of()).stream()
              .filter(pin -> board.kind(pin).drives())
              .forEach(pin -> signal(pin).map(this::farthest).ifPresent(pins::add));
      case Place.Output(PinRef pin) -> signal(pin).map(this::farthest).ifPresent(pins::add);
      case Place.Contact(PinRef pin) -> {
        signal(pin).map(net -> board.kind(pin).drives() ? farthest(net) : pin).ifPresent(pins::add);
        along = signal(pin).filter(net -> net.path().size() > 1 && ends(net).contains(pin));
      }
      case Place.Segment(String _, PinRef from, PinRef _) -> {
        signal(from).map(net -> behind(net, from)).ifPresent(pins::add);
        along = signal(from);
      }
      case Place.Bridge(PinRef one, PinRef other, String _, String _) -> {
        signal(one).map(this::farthest).ifPresent(pins::add);
        signal(other).map(this::farthest).ifPresent(pins::add);
      }
      case Place.Inside inside -> {
        signal(inside.one()).map(this::farthest).ifPresent(pins::add);
        signal(inside.other()).map(this::farthest).ifPresent(pins::add);
      }
      case Place.Input _, Place.Load _, Place.Joints _, Place.FittedSet _ -> {}
    }
    return new Shows(pins, along);
  }

  /** The line a pin is on, unless that is a supply. */
  private Optional<Net> signal(PinRef pin) {
    return board.netOf(pin).filter(net -> !board.isSupply(net.name()));
  }

  /** Where along its path a line is driven first; its beginning where nothing is known to. */
  private int driver(Net net) {
    List<PinRef> path = net.path();
    int driver = 0;
    while (driver < path.size() && !board.kind(path.get(driver)).drives()) {
      driver++;
    }
    return driver == path.size() ? 0 : driver;
  }

  /** The end of a line that has the most copper between itself and what drives it. */
  private PinRef farthest(Net net) {
    int driver = driver(net);
    return driver > net.path().size() - 1 - driver ? net.path().getFirst() : net.path().getLast();
  }

  /** The end of a line that a break behind a pin parts from what drives it. */
  private PinRef behind(Net net, PinRef from) {
    return net.path().indexOf(from) < driver(net) ? net.path().getFirst() : net.path().getLast();
  }
}
