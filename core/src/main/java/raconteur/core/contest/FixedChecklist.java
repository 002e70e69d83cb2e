package raconteur.core.contest;

import java.util.ArrayDeque;
import java.util.Collections;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.plan.Step;
import raconteur.core.story.Telling.DatedFinding;

/**
 * What a careful restorer without odds works off, cheap things first: rails, the dead test and what
 * it names, a good part tried in every socket, all contacts cleaned, every net from end to end and
 * halved where it is open, the tester for soldered memories and small logic, then the customs in
 * the order of the trade's list, then neighbouring pins. What a test calls bad is mended at once.
 * Common practice, no source.
 */
final class FixedChecklist implements Policy {
  private static final List<String> ORDER =
      List.of(
          "custom decoder",
          "custom video",
          "cpu",
          "crystal",
          "dram three rails",
          "dram",
          "sram 2114",
          "sram 6116",
          "mask rom",
          "eprom",
          "custom io",
          "small logic");

  private final Board board;
  private final Deque<Step.Action> left = new ArrayDeque<>();
  private int read;

  FixedChecklist(Board board) {
    this.board = board;
    board.rails().forEach(r -> test(new Finding.RailVolts(r.name(), r.volts())));
    if (!board.deadTest().flashes().isEmpty()) {
      test(new Finding.DeadTestResult(Finding.DeadTestEnd.PASS, List.of()));
    }
    List<Part> fitted =
        board.parts().stream()
            .filter(Part::fitted)
            .sorted(Comparator.comparingInt(FixedChecklist::rank))
            .toList();
    fitted.stream().filter(Part::socketed).forEach(this::tryGood);
    fitted.stream().filter(p -> p.socketed() || p.device().isContact()).forEach(this::clean);
    board.nets().stream()
        .filter(n -> !board.isSupply(n.name()) && n.path().size() > 1)
        .forEach(n -> test(new Finding.Continuity(n.path().getFirst(), n.path().getLast(), true)));
    fitted.stream().filter(p -> !p.socketed()).forEach(this::outOfCircuit);
    FaultCatalogue.of(board, Priors.shipped(), History.NONE).faults().stream()
        .filter(f -> f.mode() == FaultMode.SHORT)
        .forEach(
            f -> {
              if (f.place() instanceof Place.Bridge b) {
                test(new Finding.Continuity(b.one(), b.other(), false));
              } else if (f.place() instanceof Place.Inside i) {
                test(new Finding.Continuity(i.one(), i.other(), false));
              }
            });
  }

  private void test(Finding sample) {
    left.add(new Step.Test(sample));
  }

  private static int rank(Part part) {
    int at = ORDER.indexOf(part.device().deviceClass());
    return at < 0 ? ORDER.size() : at;
  }

  private void tryGood(Part part) {
    test(new Finding.Swap(part.designator(), Finding.SwapEffect.SAME));
  }

  private void clean(Part part) {
    Mend.PartAction how = part.socketed() ? Mend.PartAction.RESEATED : Mend.PartAction.CLEANED;
    left.add(new Step.Repair(new Mend.OfPart(part.designator(), how)));
  }

  private void outOfCircuit(Part part) {
    if (part.device().isRam() || part.device().isSmallLogic()) {
      test(new Finding.TesterVerdict(part.designator(), true, new TreeSet<>()));
    } else if (!part.device().isContact()) {
      left.add(Step.Repair.of(board, new Place.OfPart(part.designator())));
    }
  }

  @Override
  public Optional<Step.Action> next(Situation s) {
    List<DatedFinding> findings = s.telling().findings();
    for (DatedFinding told : findings.subList(Math.min(read, findings.size()), findings.size())) {
      react(told.finding());
    }
    read = findings.size();
    return Optional.ofNullable(left.poll());
  }

  private void react(Finding finding) {
    switch (finding) {
      case Finding.DeadTestResult t -> named(t);
      case Finding.TesterVerdict t when !t.passed() -> replace(t.part());
      case Finding.Swap t when t.effect() != Finding.SwapEffect.SAME -> replace(t.part());
      case Finding.Continuity t -> copper(t);
      case Finding _ -> {}
    }
  }

  /** The parts a dead test names, the one named most often first. */
  private void named(Finding.DeadTestResult result) {
    result.counts().stream()
        .distinct()
        .sorted(Comparator.comparingInt(count -> Collections.frequency(result.counts(), count)))
        .flatMap(
            count -> board.deadTest().flashes().stream().filter(flash -> flash.count() == count))
        .forEach(flash -> replace(flash.part()));
  }

  private void replace(String part) {
    left.addFirst(Step.Repair.of(board, new Place.OfPart(part)));
  }

  private void copper(Finding.Continuity t) {
    Optional<Net> net = board.netOf(t.one());
    boolean same = net.isPresent() && net.equals(board.netOf(t.other()));
    if (same && !t.joined()) {
      List<PinRef> path = net.get().path();
      int from = path.indexOf(t.one());
      int to = path.indexOf(t.other());
      if (to - from == 1) {
        left.addFirst(new Step.Repair(new Mend.Wired(t.one(), t.other())));
      } else {
        PinRef half = path.get((from + to) / 2);
        left.addFirst(new Step.Test(new Finding.Continuity(half, t.other(), true)));
        left.addFirst(new Step.Test(new Finding.Continuity(t.one(), half, true)));
      }
    } else if (!same && t.joined()) {
      left.addFirst(new Step.Repair(new Mend.Parted(t.one(), t.other())));
    }
  }
}
