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
    List<ErrorCode> errorCodes,
    String notes) {
  /** What every board's parts can be sorted into, in the order in which they must work. */
  public static final List<String> USUAL_BLOCKS =
      List.of("power", "clock", "reset", "cpu", "decode", "rom", "ram", "video", "io");

  public BoardContents {
    devices = List.copyOf(devices);
    blocks = List.copyOf(blocks);
    parts = List.copyOf(parts);
    nets = List.copyOf(nets);
    rails = List.copyOf(rails);
    noConnects = List.copyOf(noConnects);
    symptoms = List.copyOf(symptoms);
    usualSuspects = List.copyOf(usualSuspects);
    errorCodes = List.copyOf(errorCodes);
  }

  /** A board of which nothing is known but its name. */
  public static BoardContents empty(BoardIdentity identity) {
    return new BoardContents(
        identity,
        "",
        List.of(),
        USUAL_BLOCKS,
        List.of(),
        List.of(),
        List.of(),
        "",
        List.of(),
        new Board.DeadTest("", List.of()),
        List.of(),
        List.of(),
        List.of(),
        "");
  }

  public BoardContents with(BoardIdentity other) {
    Copy copy = new Copy(this);
    copy.identity = other;
    return copy.done();
  }

  public BoardContents derivedFrom(String other) {
    Copy copy = new Copy(this);
    copy.derivedFrom = other;
    return copy.done();
  }

  public BoardContents withDevices(List<Device> other) {
    Copy copy = new Copy(this);
    copy.devices = other;
    return copy.done();
  }

  public BoardContents withBlocks(List<String> other) {
    Copy copy = new Copy(this);
    copy.blocks = other;
    return copy.done();
  }

  public BoardContents withParts(List<Part> other) {
    Copy copy = new Copy(this);
    copy.parts = other;
    return copy.done();
  }

  public BoardContents withNets(List<Net> other) {
    Copy copy = new Copy(this);
    copy.nets = other;
    return copy.done();
  }

  public BoardContents withRails(List<Rail> other) {
    Copy copy = new Copy(this);
    copy.rails = other;
    return copy.done();
  }

  public BoardContents withGround(String other) {
    Copy copy = new Copy(this);
    copy.ground = other;
    return copy.done();
  }

  public BoardContents withNoConnects(List<NoConnect> other) {
    Copy copy = new Copy(this);
    copy.noConnects = other;
    return copy.done();
  }

  public BoardContents withDeadTest(Board.DeadTest other) {
    Copy copy = new Copy(this);
    copy.deadTest = other;
    return copy.done();
  }

  public BoardContents withSymptoms(List<SymptomCard> other) {
    Copy copy = new Copy(this);
    copy.symptoms = other;
    return copy.done();
  }

  public BoardContents withUsualSuspects(List<UsualSuspect> other) {
    Copy copy = new Copy(this);
    copy.usualSuspects = other;
    return copy.done();
  }

  public BoardContents withNotes(String other) {
    Copy copy = new Copy(this);
    copy.notes = other;
    return copy.done();
  }

  public BoardContents withErrorCodes(List<ErrorCode> other) {
    Copy copy = new Copy(this);
    copy.errorCodes = other;
    return copy.done();
  }

  /** The components of a record that is to differ in one of them. */
  private static final class Copy {
    private BoardIdentity identity;
    private String derivedFrom;
    private List<Device> devices;
    private List<String> blocks;
    private List<Part> parts;
    private List<Net> nets;
    private List<Rail> rails;
    private String ground;
    private List<NoConnect> noConnects;
    private Board.DeadTest deadTest;
    private List<SymptomCard> symptoms;
    private List<UsualSuspect> usualSuspects;
    private List<ErrorCode> errorCodes;
    private String notes;

    Copy(BoardContents from) {
      identity = from.identity();
      derivedFrom = from.derivedFrom();
      devices = from.devices();
      blocks = from.blocks();
      parts = from.parts();
      nets = from.nets();
      rails = from.rails();
      ground = from.ground();
      noConnects = from.noConnects();
      deadTest = from.deadTest();
      symptoms = from.symptoms();
      usualSuspects = from.usualSuspects();
      errorCodes = from.errorCodes();
      notes = from.notes();
    }

    BoardContents done() {
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
          usualSuspects,
          errorCodes,
          notes);
    }
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
                .toList())
        .withErrorCodes(
            errorCodes.stream()
                .map(
                    e ->
                        new ErrorCode(
                            e.code(),
                            e.means(),
                            e.parts().stream().filter(p -> !p.equals(designator)).toList()))
                .toList())
        .withSymptoms(
            symptoms.stream()
                .map(card -> card.renamed(at -> at.equals(designator) ? "" : at))
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
            rails.stream().map(r -> r.withMadeBy(r.madeBy().stream().map(name).toList())).toList())
        .withErrorCodes(
            errorCodes.stream()
                .map(e -> new ErrorCode(e.code(), e.means(), e.parts().stream().map(name).toList()))
                .toList())
        .withSymptoms(symptoms.stream().map(card -> card.renamed(name)).toList());
  }
}
