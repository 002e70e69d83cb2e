package raconteur.core.contest;

import java.util.ArrayDeque;
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
 * The list many pages recommend, worked off from the top whatever the readings say: rails, dead
 * test, then every part in the order decoder, video custom, processor, RAM, ROM, other customs,
 * small logic, the rest (tested where a tester takes it, else a good one tried), then every net's
 * copper, then neighbouring pins. What a test calls bad is mended at once. Common practice, no
 * source.
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
    board.parts().stream()
        .filter(Part::fitted)
        .sorted(Comparator.comparingInt(FixedChecklist::rank))
        .forEach(this::part);
    board.nets().stream()
        .filter(n -> !board.isSupply(n.name()) && n.path().size() > 1)
        .forEach(n -> test(new Finding.Continuity(n.path().getFirst(), n.path().getLast(), true)));
    FaultCatalogue.of(board, Priors.shipped(), History.NONE).faults().stream()
        .filter(f -> f.mode() == FaultMode.SHORT)
        .map(f -> (Place.Bridge) f.place())
        .forEach(b -> test(new Finding.Continuity(b.one(), b.other(), false)));
  }

  private void test(Finding sample) {
    left.add(new Step.Test(sample));
  }

  private static int rank(Part part) {
    int at = ORDER.indexOf(part.device().deviceClass());
    return at < 0 ? ORDER.size() : at;
  }

  private void part(Part part) {
    String name = part.designator();
    if (part.device().isRam() || part.device().isSmallLogic()) {
      test(new Finding.TesterVerdict(name, true, new TreeSet<>()));
    } else if (part.socketed()) {
      test(new Finding.Swap(name, Finding.SwapEffect.SAME));
    } else {
      left.add(Step.Repair.of(board, new Place.OfPart(name)));
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
      case Finding.TesterVerdict t when !t.passed() -> replace(t.part());
      case Finding.Swap t when t.effect() != Finding.SwapEffect.SAME -> replace(t.part());
      case Finding.Continuity t -> copper(t);
      case Finding _ -> {}
    }
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
        for (int i = to - 1; i >= from; i--) {
          left.addFirst(new Step.Test(new Finding.Continuity(path.get(i), path.get(i + 1), true)));
        }
      }
    } else if (!same && t.joined()) {
      left.addFirst(new Step.Repair(new Mend.Parted(t.one(), t.other())));
    }
  }
}
