package raconteur.core.bench.freerun;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/** A board whose lines are said to do what they do while its processor only counts. */
public final class FreeRunBoard {
  private FreeRunBoard() {}

  /** Empty where its processor cannot run free; costs a few {@link ShortRun}s. */
  public static Optional<Board> of(Board board) {
    return switch (Exerciser.of(board, OptionalDouble.empty())) {
      case Exerciser.Made.Refused _ -> Optional.empty();
      case Exerciser.Made.Ready(Exerciser exerciser) -> Optional.of(of(board, exerciser));
    };
  }

  private static Board of(Board board, Exerciser exerciser) {
    Map<PinRef, Signal> well = ShortRun.always(exerciser, exerciser.healthy());
    if (!exerciser.isClockedByItself()) {
      // What hangs on an oscillator that nobody can reckon stands in the simulation alone.
      well.values().retainAll(Set.of(Signal.TOGGLING));
    }
    Map<String, Signal> does = new HashMap<>();
    for (Net net : board.nets()) {
      Set<Optional<Signal>> here = new HashSet<>();
      net.path().forEach(pin -> here.add(Optional.ofNullable(well.get(pin))));
      if (here.size() == 1) {
        here.iterator().next().ifPresent(signal -> does.put(net.name(), signal));
      }
    }
    return board.doing(does);
  }
}
