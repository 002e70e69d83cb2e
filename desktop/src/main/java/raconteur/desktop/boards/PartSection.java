package raconteur.desktop.boards;

import static java.util.stream.Collectors.joining;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Designator;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.marking.Marking;
import raconteur.core.marking.MarkingReader;

/** The parts: designator, device, place, socket. */
final class PartSection {
  private PartSection() {}

  static BoardSection section() {
    return new BoardSection(
        "Parts",
        List.of(
            "Designator",
            "Device",
            "Block",
            "Socket",
            "Fitted",
            "Value",
            "x mm",
            "y mm",
            "Turned",
            "Side",
            "For"),
        "Socket: single wipe, dual wipe or turned pin, empty where soldered. Place: the middle of"
            + " the part from the rear left corner."
            + " For: what it is there for, such as left paddle, in your words.",
        0,
        1,
        c -> c.parts().stream().map(PartSection::row).toList(),
        SectionEdit.refusing(PartSection::part),
        (c, row) -> c.withoutPart(c.parts().get(row).designator()));
  }

  private static List<String> row(Part part) {
    boolean known = part.place().known();
    return List.of(
        part.designator(),
        part.device().name(),
        part.block(),
        part.socket(),
        part.fitted() ? "yes" : "no",
        part.value(),
        known ? SectionEdit.plain(part.place().xMillimetres()) : "",
        known ? SectionEdit.plain(part.place().yMillimetres()) : "",
        known ? SectionEdit.plain(part.place().turnedDegrees()) : "",
        part.place().underside() ? "underside" : "top",
        part.purpose());
  }

  private static BoardContents part(SectionEdit edit) {
    String designator = edit.needed(0, "a designator like U14");
    if (!Designator.fits(designator)) {
      throw new SectionEdit.Refusal("“" + designator + "” will not do: " + Designator.RULE + ".");
    }
    edit.onlyOnce(edit.contents().parts(), Part::designator, designator, "Part");
    String deviceName = edit.needed(1, "a device like 74LS257");
    Device device =
        switch (new MarkingReader(edit.library().with(edit.contents().devices()))
            .read(deviceName)) {
          case Marking.Known known -> known.device();
          case Marking.Ask ask ->
              throw new SectionEdit.Refusal(
                  "“"
                      + deviceName
                      + "” may be "
                      + ask.candidates().stream().map(Device::name).collect(joining(" or "))
                      + " ("
                      + ask.why()
                      + "); name the one it is.");
          case Marking.Unknown _ ->
              throw new SectionEdit.Refusal(
                  "No device is called " + deviceName + "; describe it under Devices first.");
        };
    String block = edit.text(2).isEmpty() ? edit.contents().blocks().getLast() : edit.text(2);
    if (!edit.contents().blocks().contains(block)) {
      throw new SectionEdit.Refusal(
          "“"
              + block
              + "” is no block of this board: "
              + String.join(", ", edit.contents().blocks())
              + ".");
    }
    boolean placed = !edit.text(6).isEmpty() || !edit.text(7).isEmpty();
    Part.Placement place =
        new Part.Placement(
            placed ? edit.number(6, "x", -2000, 2000) : 0,
            placed ? edit.number(7, "y", -2000, 2000) : 0,
            placed ? edit.numberOr(8, "the turn", -360, 360, 0) : 0,
            underside(edit),
            placed);
    BoardContents contents = edit.contents();
    Optional<Part> before = edit.row().map(r -> edit.contents().parts().get(r));
    if (before.isPresent() && !before.get().designator().equals(designator)) {
      contents = contents.renamed(before.get().designator(), designator);
    }
    for (PinRef pin : netPins(contents, designator)) {
      if (device.pin(pin.number()).isEmpty()) {
        throw new SectionEdit.Refusal(
            "A "
                + device.name()
                + " has no pin "
                + pin.number()
                + ", which is in a net; take it out of the net first.");
      }
    }
    boolean moved = before.isEmpty() || !before.get().place().equals(place);
    Part part =
        new Part(
            designator,
            device,
            block,
            place,
            edit.text(3),
            edit.yes(4, true),
            edit.text(5),
            edit.text(10),
            moved ? Map.of() : before.get().pinsAt());
    return contents.withParts(edit.put(contents.parts(), part));
  }

  private static boolean underside(SectionEdit edit) {
    String side = edit.text(9).toLowerCase(Locale.ROOT);
    if (!side.isEmpty() && !side.equals("top") && !side.equals("underside")) {
      throw new SectionEdit.Refusal(
          "“" + edit.text(9) + "” will not do: the side is top or underside.");
    }
    return side.equals("underside");
  }

  private static List<PinRef> netPins(BoardContents contents, String designator) {
    return contents.nets().stream()
        .flatMap(n -> n.path().stream())
        .filter(p -> p.part().equals(designator))
        .toList();
  }
}
