package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.Net;
import raconteur.core.board.NoConnect;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

/**
 * A board three times as large as another: its circuit three times over on common rails. For
 * measuring only; nothing such was ever built.
 */
final class Threefold {
  private static final int COPIES = 3;
  private static final int APART = 300;

  private Threefold() {}

  static Board of(Board board) {
    BoardContents one = board.contents();
    List<Part> parts = new ArrayList<>();
    List<Net> nets = new ArrayList<>();
    List<NoConnect> free = new ArrayList<>();
    for (int n = 0; n < COPIES; n++) {
      int copy = n;
      one.parts().forEach(p -> parts.add(p.named(name(p.designator(), copy))));
      one.noConnects().forEach(c -> free.add(new NoConnect(pin(c.pin(), copy), c.why())));
      for (Net net : one.nets()) {
        if (!board.isSupply(net.name())) {
          List<PinRef> path = net.path().stream().map(p -> pin(p, copy)).toList();
          String name = copy == 0 ? net.name() : net.name() + "_" + copy;
          nets.add(new Net(name, path, net.healthyOrNone()));
        }
      }
    }
    for (Net net : one.nets()) {
      if (board.isSupply(net.name())) {
        Stream<PinRef> path =
            net.path().stream().flatMap(p -> Stream.of(0, 1, 2).map(copy -> pin(p, copy)));
        nets.add(net.withPath(path.toList()));
      }
    }
    BoardContents three = one.withParts(parts).withNets(nets).withNoConnects(free);
    return switch (BoardFiles.check(three, DeviceLibrary.shipped())) {
      case Loaded.Ok<Board>(Board checked) -> checked;
      case Loaded.Refused<Board> refused -> throw new IllegalStateException(refused.summary());
    };
  }

  private static PinRef pin(PinRef pin, int copy) {
    return new PinRef(name(pin.part(), copy), pin.number());
  }

  private static String name(String part, int copy) {
    String letters = part.replaceAll("[0-9].*", "");
    int number = Integer.parseInt(part.substring(letters.length()));
    return letters + (number + copy * APART);
  }
}
