package raconteur.core.plan;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.Device;
import raconteur.core.device.PinKind;
import raconteur.core.device.Signal;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Subject;
import raconteur.core.judge.AcrossJudge;
import raconteur.core.judge.CapacitorJudge;
import raconteur.core.judge.Clocks;

/**
 * The tests worth considering: those that meet the leading suspects. A test is told by one of its
 * outcomes; which one does not matter.
 */
final class Candidates {
  private static final int MOST_PLACES = 24;
  private static final int MOST_PROBES = 160;

  /** A diagnostic's verdicts are looked at together, so few at a time. */
  private static final int MOST_DIAGNOSED = 3;

  /** A rail with less than this share of its usual ohms is pulled down by something. */
  private static final double PULLED_DOWN = 0.5;

  private final Board board;
  private final Map<String, Double> railOhms;
  private final boolean railsLow;
  private final Set<Finding> tests = new LinkedHashSet<>();
  private final SortedMap<String, Boolean> diagnosed = new TreeMap<>();

  private Candidates(Board board, Map<String, Double> railOhms) {
    this.board = board;
    this.railOhms = railOhms;
    this.railsLow = board.rails().stream().anyMatch(rail -> pulledDown(rail, railOhms));
  }

  /**
   * @param railOhms what rails last read to ground, power off
   * @param sweep tests of lines that nobody has read, to be made as well
   */
  static List<Finding> of(
      Board board,
      List<Suspect> suspects,
      Set<String> partsOut,
      Map<String, Double> railOhms,
      List<Finding> sweep) {
    var candidates = new Candidates(board, railOhms);
    List<Suspect> leading = suspects.stream().limit(MOST_PLACES).toList();
    // What is out of the board is tested before anything else is unsoldered.
    board.parts().stream().filter(p -> partsOut.contains(p.designator())).forEach(candidates::part);
    candidates.clockAndReset();
    leading.forEach(s -> candidates.around(s.place()));
    candidates.wholeBoard();
    candidates.tests.addAll(sweep);
    boolean lame =
        partsOut.stream()
            .flatMap(name -> board.part(name).stream())
            .map(Part::device)
            .anyMatch(device -> !device.isCustomPort() && !device.isLineDriver());
    return candidates.tests.stream()
        .filter(t -> !touches(t, partsOut))
        .filter(t -> !(lame && asksTheWholeBoard(t)))
        .toList();
  }

  /** Whether a test runs the board as a whole, which says nothing while a part it needs is out. */
  private static boolean asksTheWholeBoard(Finding test) {
    return test.kind().powered()
        && !test.kind().ofSupply()
        && (test.subject() instanceof Subject.OfBoard || test.subject() instanceof Subject.OfParts);
  }

  /** Whether a test needs a part in its place that is out of it. */
  private static boolean touches(Finding test, Set<String> partsOut) {
    boolean partIn = test.kind().powered() || test.kind().seatAgain();
    return partIn && partsOut.contains(test.subject().part());
  }

  private void wholeBoard() {
    board.supplies().forEach(rail -> tests.add(new Finding.RailVolts(rail.name(), rail.volts())));
    board
        .rails()
        .forEach(rail -> tests.add(new Finding.RailOhms(rail.name(), rail.expectedOhms())));
    if (!board.deadTest().flashes().isEmpty()) {
      tests.add(new Finding.DeadTestResult(Finding.DeadTestEnd.PASS, List.of()));
      if (!diagnosed.isEmpty()) {
        tests.add(new Finding.DiagnosticResult(diagnosed, true));
      }
    }
    board.symptoms().stream()
        .findFirst()
        .ifPresent(card -> tests.add(new Finding.Symptom(card.id())));
  }

  private void around(Place place) {
    switch (place) {
      case Place.OfPart whole -> board.part(whole.part()).ifPresent(this::part);
      case Place.Segment segment -> {
        tests.add(new Finding.Continuity(segment.from(), segment.to(), true));
        net(segment.net());
      }
      case Place.Contact contact -> {
        provoke(contact.pin().part());
        board
            .netOf(contact.pin())
            .filter(n -> !board.isSupply(n.name()))
            .ifPresent(
                n -> {
                  n.path().stream()
                      .filter(p -> !p.equals(contact.pin()))
                      .findFirst()
                      .ifPresent(p -> tests.add(new Finding.Continuity(contact.pin(), p, true)));
                  net(n.name());
                });
      }
      case Place.Bridge bridge -> {
        // Between two supplies the meter finds the board's whole load: the rail's ohms say it.
        if (!board.isSupply(bridge.netOne()) || !board.isSupply(bridge.netOther())) {
          tests.add(new Finding.Continuity(bridge.one(), bridge.other(), false));
        }
        probe(bridge.one());
        probe(bridge.other());
      }
      case Place.Joints joints -> {
        provoke(joints.part());
        board.part(joints.part()).ifPresent(this::part);
      }
      case Place.FittedSet set -> board.part(set.parts().getFirst()).ifPresent(this::part);
      case Place.Inside inside -> {
        board.part(inside.one().part()).ifPresent(this::part);
        tests.add(new Finding.Continuity(inside.one(), inside.other(), false));
      }
      case Place.Output output -> probe(output.pin());
      case Place.Input input -> board.part(input.pin().part()).ifPresent(this::part);
      case Place.Load load -> board.part(load.part()).ifPresent(this::part);
    }
  }

  /** What is loose shows it when it is pressed. */
  private void provoke(String part) {
    tests.add(new Finding.Provoked(Finding.Provocation.TAP, part, false));
  }

  /** Whether a rail last read so low, power off, that something pulls it down. */
  static boolean pulledDown(Rail rail, Map<String, Double> railOhms) {
    Double ohms = railOhms.get(rail.name());
    return ohms != null && ohms < rail.expectedOhms() * PULLED_DOWN;
  }

  /**
   * Pulling the part, with what the rail reads before: where it reads the same again the part did
   * not load it. For parts in sockets: what is soldered in is as much work to take out as to mend.
   */
  private void pull(Part part) {
    for (Rail rail : board.rails()) {
      if (pulledDown(rail, railOhms) && part.pins().stream().anyMatch(pin -> isOn(pin, rail))) {
        double ohms = railOhms.get(rail.name());
        tests.add(new Finding.PullStep(part.designator(), rail.name(), ohms));
      }
    }
  }

  private boolean isOn(PinRef pin, Rail rail) {
    return board.nets().isEmpty()
        ? board.rails().iterator().next().equals(rail)
        : board.netOf(pin).filter(net -> net.name().equals(rail.net())).isPresent();
  }

  private void net(String name) {
    Net net = board.net(name).orElseThrow();
    net.path().forEach(this::probe);
    if (net.path().size() > 2) {
      tests.add(new Finding.Continuity(net.path().getFirst(), net.path().getLast(), true));
    }
  }

  private void part(Part part) {
    if (!part.fitted()) {
      return;
    }
    String name = part.designator();
    if (part.device().isContact()) {
      provoke(name);
    }
    if (part.device().isCell()) {
      tests.add(new Finding.Settings(true));
    }
    AcrossJudge across = new AcrossJudge(part);
    across.goodOhms().ifPresent(good -> tests.add(new Finding.PartOhms(name, good)));
    if (!railsLow) {
      // A cell keeps memories alive; it loads no rail.
      across.cellVolts().ifPresent(sold -> tests.add(new Finding.PartVolts(name, sold)));
    }
    CapacitorJudge capacitor = new CapacitorJudge(part);
    if (part.device().isElectrolytic() && capacitor.canJudge()) {
      tests.add(capacitor.example(1));
    }
    if (warms(part.device())) {
      tests.add(new Finding.Heat(name, Finding.Warmth.NORMAL));
    }
    if (Parts.isTestable(part)) {
      tests.add(new Finding.TesterVerdict(name, true, new TreeSet<>()));
    }
    if (part.socketed()) {
      tests.add(new Finding.Swap(name, Finding.SwapEffect.SAME));
      tests.add(new Finding.Elsewhere(name, Finding.ElsewhereEnd.GOOD));
      pull(part);
    }
    if (Parts.isRom(part)) {
      tests.add(new Finding.RomCompare(name, Finding.RomEnd.GOOD));
    }
    if (Parts.isMemory(part)) {
      tests.add(new Finding.Piggyback(name, false));
    }
    if (Parts.isDispensable(part)) {
      tests.add(new Finding.Without(name, Finding.SwapEffect.SAME));
    }
    if (Parts.isDiagnosed(part) && diagnosed.size() < MOST_DIAGNOSED) {
      diagnosed.put(name, false);
    }
    for (PinRef pin : part.pins()) {
      PinKind kind = board.kind(pin);
      if (kind.drives() || kind.reads()) {
        probe(pin);
      }
    }
  }

  /** What has no current of its own to speak of is never warm. */
  private static boolean warms(Device device) {
    return !device.isContact()
        && !device.isCell()
        && !device.isCrystal()
        && !device.isCeramicCapacitor();
  }

  /** Clock and reset where the processor reads them: nothing behind runs without. */
  private void clockAndReset() {
    Clocks.resetPin(board)
        .ifPresent(
            pin -> {
              tests.add(new Finding.ResetPulse(pin, 0.1));
              probeAlone(pin);
            });
    Clocks.clockPins(board).forEach(this::probeAlone);
  }

  /** A pin that is worth a probe also where nobody typed its net. */
  private void probeAlone(PinRef pin) {
    if (board.netOf(pin).isEmpty()) {
      tests.add(new Finding.Probe(pin, Signal.TOGGLING));
    } else {
      probe(pin);
    }
  }

  private void probe(PinRef pin) {
    boolean signal = board.netOf(pin).filter(net -> !board.isSupply(net.name())).isPresent();
    if (signal && tests.size() < MOST_PROBES) {
      tests.add(new Finding.Probe(pin, Signal.TOGGLING));
      tests.add(new Finding.PinVolts(pin, 0.2, 3.4));
    }
  }
}
