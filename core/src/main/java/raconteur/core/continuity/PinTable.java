package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;

/** The pins of a chip that lie beside each other, and what it means where two are joined. */
public final class PinTable {
  private PinTable() {}

  /** Two pins side by side. */
  public record Pair(PinRef one, PinRef other) {}

  /**
   * What a meter should show between two neighbours.
   *
   * @param joined true where the board joins them
   * @param words {@code pins 1 and 2: −5V and DIN}
   */
  public record Row(Pair pair, boolean joined, String words) {}

  /** Neighbours along each row of a dual-in-line package, along the pins of any other. */
  static List<Pair> neighbours(Part part) {
    List<PinRef> pins = part.pins();
    boolean dual = part.device().outline().startsWith("DIP");
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i + 1 < pins.size(); i++) {
      if (!dual || i + 1 != pins.size() / 2) {
        pairs.add(new Pair(pins.get(i), pins.get(i + 1)));
      }
    }
    return pairs;
  }

  /** All neighbours of a part with what belongs between them. */
  public static List<Row> of(Board board, Part part) {
    return neighbours(part).stream()
        .map(
            pair -> {
              String one = net(board, pair.one());
              boolean joined = !one.isEmpty() && one.equals(net(board, pair.other()));
              return new Row(pair, joined, words(board, pair));
            })
        .toList();
  }

  private static String net(Board board, PinRef pin) {
    return board.netOf(pin).map(Net::name).orElse("");
  }

  /** {@code pins 1 and 2: VBB (-5V) and DIN (BD0)}. */
  public static String words(Board board, Pair pair) {
    return "pins "
        + pair.one().number()
        + " and "
        + pair.other().number()
        + ": "
        + named(board, pair.one())
        + " and "
        + named(board, pair.other());
  }

  private static String named(Board board, PinRef pin) {
    String name =
        board
            .part(pin.part())
            .flatMap(p -> p.device().pin(pin.number()))
            .map(DevicePin::name)
            .orElse(pin.number());
    String net = net(board, pin);
    return net.isEmpty() || net.equals(name) ? name : name + " (" + net + ")";
  }
}
