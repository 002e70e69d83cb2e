package raconteur.core.plan;

import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Subject;
import raconteur.core.finding.TestKind;

/**
 * What a test means on one board: which kind it is there, what it costs, what it may break.
 *
 * @param partsOut the parts that are out of the board: nothing has to be unsoldered to test those
 */
record TestFacts(Board board, Costs costs, Set<String> partsOut) {
  TestFacts(Board board, Costs costs) {
    this(board, costs, Set.of());
  }

  /** The same with other parts out of the board. */
  TestFacts with(Set<String> out) {
    return new TestFacts(board, costs, out);
  }

  /** The kind of a test, which may hang on what its part is. */
  TestKind kind(Finding test) {
    TestKind kind = test.kind();
    boolean memory = part(test).filter(Parts::isMemory).isPresent();
    return memory ? kind.ofMemory().map(TestKind::of).orElse(kind) : kind;
  }

  /** What a test is about: tests that share any of it are not offered side by side. */
  Set<String> about(Finding test) {
    return switch (test.subject()) {
      case Subject.OfPins(var pins) when pins.size() == 1 ->
          Set.of(
              pins.getFirst().part(), board.netOf(pins.getFirst()).map(Net::name).orElse("no net"));
      case Subject.OfPins(var pins) ->
          Set.of(board.netOf(pins.getFirst()).map(Net::name).orElse("") + " copper");
      case Subject.OfRail _, Subject.OfRailAt _ -> Set.of("rails");
      // The same test of parts of one kind tells much the same.
      case Subject.OfPart _ ->
          part(test)
              .map(p -> Set.of(test.identity(), kind(test).name() + " " + p.device().name()))
              .orElse(Set.of(test.identity()));
      case Subject.OfPartOnRail _, Subject.OfParts _, Subject.OfBoard _ -> Set.of(test.identity());
    };
  }

  /** Minutes of the test, with what has to be unsoldered for it. */
  double minutes(Finding test) {
    TestKind kind = kind(test);
    double own = kind.minutes() + (kind.seatAgain() ? costs.single("seat") : 0);
    return removed(test).map(part -> own + outAndIn(part)).orElse(own);
  }

  private double outAndIn(Part part) {
    return part.socketed() ? 0 : costs.takeOut(part) + costs.putIn(part);
  }

  /** What the test is expected to break, in minutes. */
  double risk(Finding test) {
    return removed(test).map(part -> costs.riskOfTakingOut(board, part)).orElse(0.0);
  }

  /** Whether nothing is unsoldered for a test: its part sits in a socket, is out, or is none. */
  boolean inSocket(Finding test) {
    return part(test).map(p -> p.socketed() || isOut(p)).orElse(true);
  }

  /** The part that has to come off the board for a test. */
  private Optional<Part> removed(Finding test) {
    return test.kind().partOut() ? part(test).filter(p -> !isOut(p)) : Optional.empty();
  }

  private boolean isOut(Part part) {
    return partsOut.contains(part.designator());
  }

  private Optional<Part> part(Finding test) {
    return board.part(test.subject().part());
  }
}
