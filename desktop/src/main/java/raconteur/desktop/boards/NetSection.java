package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/** The nets: their pins in copper order and what a healthy board shows. */
final class NetSection {
  private static final Map<String, Signal> HEALTHY =
      Map.of("toggling", Signal.TOGGLING, "high", Signal.HIGH, "low", Signal.LOW);

  private NetSection() {}

  static BoardSection section() {
    return new BoardSection(
        "Nets",
        List.of("Net", "Pins in copper order", "Healthy"),
        "Pins as U14.3, in the order the copper passes them. Healthy: toggling, high, low, or"
            + " empty.",
        0,
        1,
        c ->
            c.nets().stream()
                .map(
                    n ->
                        List.of(
                            n.name(),
                            n.path().stream()
                                .map(PinRef::toString)
                                .collect(Collectors.joining(" ")),
                            n.healthy().map(s -> s.name().toLowerCase(Locale.ROOT)).orElse("")))
                .toList(),
        SectionEdit.refusing(NetSection::net),
        (c, row) -> c.withNets(SectionEdit.without(c.nets(), row)));
  }

  private static BoardContents net(SectionEdit edit) {
    String name = edit.needed(0, "the net's name");
    edit.onlyOnce(edit.contents().nets(), Net::name, name, "Net");
    List<PinRef> path = new ArrayList<>();
    for (String word : edit.needed(1, "the net's pins, like U14.3 U9.5").split("[\\s,;]+", -1)) {
      PinRef pin = edit.pin(word);
      for (Net other : edit.contents().nets()) {
        boolean same =
            edit.row().map(r -> edit.contents().nets().get(r).equals(other)).orElse(false);
        if (!same && other.path().contains(pin)) {
          throw new SectionEdit.Refusal(
              pin + " is in net " + other.name() + "; take it out there first.");
        }
      }
      if (path.contains(pin)) {
        throw new SectionEdit.Refusal(pin + " stands there twice.");
      }
      path.add(pin);
    }
    String healthy = edit.text(2).toLowerCase(Locale.ROOT);
    if (!healthy.isEmpty() && !HEALTHY.containsKey(healthy)) {
      throw new SectionEdit.Refusal(
          "“" + edit.text(2) + "” will not do: healthy is toggling, high, low, or empty.");
    }
    Net net =
        new Net(
            name,
            path,
            healthy.isEmpty() ? List.of() : List.of(HEALTHY.getOrDefault(healthy, Signal.STILL)));
    BoardContents contents = edit.contents().withNets(edit.put(edit.contents().nets(), net));
    String before = edit.row().map(r -> edit.contents().nets().get(r).name()).orElse(name);
    return contents
        .withGround(contents.ground().equals(before) ? name : contents.ground())
        .withRails(
            contents.rails().stream()
                .map(r -> r.net().equals(before) ? r.withNet(name) : r)
                .toList())
        .withNoConnects(
            contents.noConnects().stream().filter(n -> !path.contains(n.pin())).toList());
  }
}
