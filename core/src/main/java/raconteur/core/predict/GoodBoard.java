package raconteur.core.predict;

import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/**
 * What the lines of a good running board do: what was written down of them, and where nothing was,
 * what they usually do by what drives them. Made once a board: tens of milliseconds for hundreds of
 * nets.
 */
public final class GoodBoard {
  private final UsualLevels usual;

  private GoodBoard(UsualLevels usual) {
    this.usual = usual;
  }

  public static GoodBoard of(Board board) {
    return new GoodBoard(UsualLevels.of(board));
  }

  /** What a probe shows anywhere on a line; empty where nothing tells. */
  public Optional<Signal> shows(Net net) {
    return net.healthy().or(() -> usual.of(net.name()));
  }

  /** What a probe shows at a pin whose net nobody has written down; empty where nothing tells. */
  Optional<Signal> showsAt(PinRef pin) {
    return usual.of(pin.toString());
  }
}
