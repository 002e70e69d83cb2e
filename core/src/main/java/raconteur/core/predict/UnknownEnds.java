package raconteur.core.predict;

import java.util.HashSet;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;

/**
 * Signal pins that lead somewhere nobody has written down: those without a net on a part of which
 * most pins have none, and clocks. Where most have one, a pin without is taken to be joined to
 * nothing (a judgement), but no clock is.
 */
final class UnknownEnds {
  private final Set<PinRef> pins = new HashSet<>();

  UnknownEnds(Board board) {
    for (Part part : board.parts()) {
      Set<PinRef> without = new HashSet<>();
      int signals = 0;
      for (PinRef pin : part.pins()) {
        boolean signal = board.kind(pin).drives() || board.kind(pin).reads();
        signals += signal ? 1 : 0;
        if (signal && board.netOf(pin).isEmpty()) {
          without.add(pin);
          if (part.fitted() && isClock(board, pin)) {
            pins.add(pin);
          }
        }
      }
      if (part.fitted() && 2 * without.size() > signals) {
        pins.addAll(without);
      }
    }
  }

  private static boolean isClock(Board board, PinRef pin) {
    return board.kind(pin) == PinKind.INPUT
        && board.pin(pin).filter(p -> PinRole.COUNTS_BY.fits(p.name())).isPresent();
  }

  boolean contains(PinRef pin) {
    return pins.contains(pin);
  }

  boolean isEmpty() {
    return pins.isEmpty();
  }
}
