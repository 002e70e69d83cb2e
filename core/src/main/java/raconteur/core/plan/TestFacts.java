package raconteur.core.plan;

import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Subject;
import raconteur.core.finding.TestKind;

/** What a test means on one board: which kind it is there, what it costs, what it may break. */
record TestFacts(Board board, Costs costs) {

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
      case Subject.OfPart _, Subject.OfPartOnRail _, Subject.OfParts _, Subject.OfBoard _ ->
          Set.of(test.identity());
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

  /** Whether the part a test is made on sits in a socket; so it does where there is no part. */
  boolean inSocket(Finding test) {
    return part(test).map(Part::socketed).orElse(true);
  }

  /** The part that has to come off the board for a test. */
  private Optional<Part> removed(Finding test) {
    return test.kind().partOut() ? part(test) : Optional.empty();
  }

  private Optional<Part> part(Finding test) {
    return board.part(test.subject().part());
  }
}
