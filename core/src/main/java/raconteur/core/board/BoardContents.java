package raconteur.core.board;

import java.util.List;
import java.util.function.UnaryOperator;
import raconteur.core.device.Device;

/**
 * What a board file says. Nothing here is checked against anything else; {@link BoardFiles#check}
 * turns it into a {@link Board} or says what is wrong.
 *
 * @param derivedFrom the sibling this revision is written down as a difference to, empty for none
 * @param devices devices only this board has
 * @param blocks in start order
 * @param ground the net that is ground, empty where there are no nets
 * @param notes what else is worth knowing, empty for nothing
 */
public record BoardContents(
    BoardIdentity identity,
    String derivedFrom,
    List<Device> devices,
    List<String> blocks,
    List<Part> parts,
    List<Net> nets,
    List<Rail> rails,
    String ground,
    List<NoConnect> noConnects,
    Board.DeadTest deadTest,
    List<SymptomCard> symptoms,
    List<UsualSuspect> usualSuspects,
    String notes) {
  public BoardContents {
    devices = List.copyOf(devices);
    blocks = List.copyOf(blocks);
    parts = List.copyOf(parts);
    nets = List.copyOf(nets);
    rails = List.copyOf(rails);
    noConnects = List.copyOf(noConnects);
    symptoms = List.copyOf(symptoms);
    usualSuspects = List.copyOf(usualSuspects);
  }

  /** A board of which nothing is known but its name. */
  public static BoardContents empty(BoardIdentity identity) {
    return new BoardContents(
        identity,
        "",
        List.of(),
        List.of("power", "clock", "reset", "cpu", "decode", "rom", "ram", "video", "io"),
        List.of(),
        List.of(),
        List.of(),
        "",
        List.of(),
        new Board.DeadTest("", List.of()),
        List.of(),
        List.of(),
        "");
  }

  public BoardContents with(BoardIdentity other) {
    return new BoardContents(
        other,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents derivedFrom(String other) {
    return new BoardContents(
        identity,
        other,
        devices,
        blocks,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withDevices(List<Device> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        other,
        blocks,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withBlocks(List<String> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        other,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withParts(List<Part> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        other,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withNets(List<Net> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        other,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withRails(List<Rail> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        other,
        ground,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withGround(String other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        rails,
        other,
        noConnects,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withNoConnects(List<NoConnect> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        rails,
        ground,
        other,
        deadTest,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withDeadTest(Board.DeadTest other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        other,
        symptoms,
        usualSuspects,
        notes);
  }

  public BoardContents withSymptoms(List<SymptomCard> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        other,
        usualSuspects,
        notes);
  }

  public BoardContents withUsualSuspects(List<UsualSuspect> other) {
    return new BoardContents(
        identity,
        derivedFrom,
        devices,
        blocks,
        parts,
        nets,
        rails,
        ground,
        noConnects,
        deadTest,
        symptoms,
        other,
        notes);
  }

  /** Every part changed by the same rule. */
  public BoardContents eachPart(UnaryOperator<Part> change) {
    return withParts(parts.stream().map(change).toList());
  }

  /**
   * Without a part and everything that was said of it: its pins in nets, its flashes, its place
   * among the usual suspects and the makers of rails. Nets left without pins go too.
   */
  public BoardContents withoutPart(String designator) {
    return withParts(parts.stream().filter(p -> !p.designator().equals(designator)).toList())
        .withNets(
            nets.stream()
                .map(
                    n ->
                        n.withPath(
                            n.path().stream().filter(p -> !p.part().equals(designator)).toList()))
                .filter(n -> !n.path().isEmpty())
                .toList())
        .withNoConnects(
            noConnects.stream().filter(n -> !n.pin().part().equals(designator)).toList())
        .withDeadTest(
            new Board.DeadTest(
                deadTest.cartridge().equals(designator) ? "" : deadTest.cartridge(),
                deadTest.flashes().stream().filter(f -> !f.part().equals(designator)).toList()))
        .withUsualSuspects(
            usualSuspects.stream().filter(u -> !u.part().equals(designator)).toList())
        .withRails(
            rails.stream()
                .map(
                    r ->
                        r.withMadeBy(
                            r.madeBy().stream().filter(m -> !m.equals(designator)).toList()))
                .toList());
  }

  /** With a part under another designator, wherever it is named. */
  public BoardContents renamed(String from, String to) {
    UnaryOperator<String> name = n -> n.equals(from) ? to : n;
    UnaryOperator<PinRef> pin = p -> p.part().equals(from) ? new PinRef(to, p.number()) : p;
    return eachPart(p -> p.designator().equals(from) ? p.named(to) : p)
        .withNets(nets.stream().map(n -> n.withPath(n.path().stream().map(pin).toList())).toList())
        .withNoConnects(
            noConnects.stream().map(n -> new NoConnect(pin.apply(n.pin()), n.why())).toList())
        .withDeadTest(
            new Board.DeadTest(
                name.apply(deadTest.cartridge()),
                deadTest.flashes().stream()
                    .map(f -> new Flash(f.count(), name.apply(f.part()), f.meaning()))
                    .toList()))
        .withUsualSuspects(
            usualSuspects.stream()
                .map(u -> new UsualSuspect(name.apply(u.part()), u.factor(), u.origin()))
                .toList())
        .withRails(
            rails.stream().map(r -> r.withMadeBy(r.madeBy().stream().map(name).toList())).toList());
  }
}
