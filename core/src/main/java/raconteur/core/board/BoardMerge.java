package raconteur.core.board;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.device.Device;

/**
 * Adds what one description of a board knows to another: a net list to a parts list, positions to a
 * net list. What the first says of a part stays, unless it does not know; nets of the second win,
 * pin by pin. Cost: linear in both.
 */
public final class BoardMerge {
  private BoardMerge() {}

  /** Both together, under the name of the first. */
  public static BoardContents into(BoardContents board, BoardContents more) {
    Map<String, Device> devices = new LinkedHashMap<>();
    more.devices().forEach(d -> devices.put(d.name(), d));
    board.devices().forEach(d -> devices.put(d.name(), d));
    Map<String, Part> parts = new LinkedHashMap<>();
    board.parts().forEach(p -> parts.put(p.designator(), p));
    for (Part part : more.parts()) {
      parts.merge(part.designator(), part, BoardMerge::together);
    }
    List<String> blocks = new ArrayList<>(board.blocks());
    parts.values().stream()
        .map(Part::block)
        .filter(b -> !blocks.contains(b))
        .distinct()
        .forEach(blocks::add);
    List<Net> nets = nets(board, more, parts);
    Set<String> netNames = new HashSet<>();
    nets.forEach(n -> netNames.add(n.name()));
    Set<String> used = new HashSet<>();
    parts.values().forEach(p -> used.add(p.device().name()));
    return board
        .with(
            board.identity().widthMillimetres() > 0
                ? board.identity()
                : board
                    .identity()
                    .sized(more.identity().widthMillimetres(), more.identity().heightMillimetres()))
        .withDevices(devices.values().stream().filter(d -> used.contains(d.name())).toList())
        .withBlocks(blocks)
        .withParts(List.copyOf(parts.values()))
        .withNets(nets)
        .withRails(board.rails().isEmpty() ? more.rails() : board.rails())
        .withGround(
            netNames.contains(board.ground()) || more.ground().isEmpty()
                ? board.ground()
                : more.ground())
        .withNoConnects(
            board.noConnects().stream()
                .filter(n -> nets.stream().noneMatch(net -> net.path().contains(n.pin())))
                .toList());
  }

  private static Part together(Part known, Part more) {
    boolean unknown = known.device().isUnknown();
    boolean fits =
        more.device().pins().stream().allMatch(p -> known.device().pin(p.number()).isPresent());
    Part part = unknown || !fits ? known.with(more.device()) : known;
    return known.place().known() || !more.place().known()
        ? part
        : part.with(more.place(), more.pinsAt());
  }

  private static List<Net> nets(BoardContents board, BoardContents more, Map<String, Part> parts) {
    Set<PinRef> claimed = new HashSet<>();
    more.nets().forEach(n -> claimed.addAll(n.path()));
    Map<String, Net> nets = new LinkedHashMap<>();
    for (Net net : board.nets()) {
      List<PinRef> path =
          net.path().stream().filter(p -> !claimed.contains(p) && has(parts, p)).toList();
      if (!path.isEmpty()) {
        nets.put(net.name(), net.withPath(path));
      }
    }
    for (Net net : more.nets()) {
      List<PinRef> path = net.path().stream().filter(p -> has(parts, p)).toList();
      if (!path.isEmpty()) {
        nets.merge(net.name(), net.withPath(path), BoardMerge::longer);
      }
    }
    return List.copyOf(nets.values());
  }

  private static Net longer(Net before, Net more) {
    List<PinRef> path = new ArrayList<>(more.path());
    path.addAll(before.path());
    return before.withPath(path);
  }

  private static boolean has(Map<String, Part> parts, PinRef pin) {
    Part part = parts.get(pin.part());
    return part != null && part.device().pin(pin.number()).isPresent();
  }
}
