package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

class NetPropagationTest {

  /** Two faults of one line meet at its pins; which of them is named first says nothing. */
  @ParameterizedTest
  @ValueSource(strings = {"siskin-2", "skua-3", "gannet-1"})
  void twoFaultsDoTheSameInEitherOrder(String name) {
    Board board = ToldStories.board(name);
    var nets = new NetPropagation(board);
    List<String> differing = new ArrayList<>();
    for (Net net : board.nets()) {
      List<Fault> faults = board.isSupply(net.name()) ? List.of() : faultsOf(board, net);
      for (Fault one : faults) {
        for (Fault other : faults) {
          if (!one.equals(other) && !changes(nets, one, other).equals(changes(nets, other, one))) {
            differing.add(one + " and " + other);
          }
        }
      }
    }
    assertThat(differing).isEmpty();
  }

  private static final int MOST = 12;

  /** What can cut a line, hold it or let it go: not what is at one output of many. */
  private static List<Fault> faultsOf(Board board, Net net) {
    return FaultCatalogue.of(board, Priors.shipped(), History.NONE).faults().stream()
        .filter(
            f ->
                switch (f.place()) {
                  case Place.Segment cut -> cut.net().equals(net.name());
                  case Place.OfPart(String part) ->
                      f.mode() == FaultMode.DEAD
                          && net.path().stream().map(PinRef::part).anyMatch(part::equals);
                  case Place _ -> false;
                })
        .limit(MOST)
        .toList();
  }

  private static List<String> changes(NetPropagation nets, Fault one, Fault other) {
    List<String> changes = new ArrayList<>();
    nets.consequences(List.of(one, other)).forEach((pin, now) -> changes.add(pin + " " + now));
    return changes;
  }
}
