package raconteur.core.board;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/** Looks for what no real schematic has; each finding leads to a place. */
public final class BoardCheck {
  private static final double BYPASS_REACH_MILLIMETRES = 30;

  private final Board board;
  private final List<Problem> problems = new ArrayList<>();

  /** What kind of thing is odd. */
  public enum Kind {
    NET("net"),
    FIGHT("outputs fight"),
    UNDRIVEN("not driven"),
    SUPPLY("supply"),
    BYPASS("bypass"),
    LOOSE_PINS("loose pins");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** One thing to look at: where, and what is odd about it. */
  public record Problem(Kind kind, String place, String what) {}

  private BoardCheck(Board board) {
    this.board = board;
  }

  /** All problems of a board, in the order of its nets and parts; none without nets. */
  public static List<Problem> of(Board board) {
    if (board.nets().isEmpty()) {
      return List.of();
    }
    var check = new BoardCheck(board);
    board.nets().forEach(check::net);
    check.railsWithoutNets();
    check.suppliesOnTheirRails();
    check.pinsInNoNet();
    check.bypass();
    return List.copyOf(check.problems);
  }

  private void add(Kind kind, String place, String what) {
    problems.add(new Problem(kind, place, what));
  }

  private void net(Net net) {
    if (net.path().size() < 2) {
      add(Kind.NET, net.name(), "joins fewer than two pins");
    }
    if (board.isSupply(net.name())) {
      return;
    }
    boolean driven = false;
    boolean read = false;
    int outputs = 0;
    for (PinRef pin : net.path()) {
      PinKind kind = board.kind(pin);
      driven |= kind.drives() || kind == PinKind.PASSIVE;
      read |= kind.reads() || kind == PinKind.PASSIVE;
      outputs += kind == PinKind.OUTPUT && !passesOn(pin) ? 1 : 0;
      if (kind == PinKind.SUPPLY && !regulatorInput(pin)) {
        add(Kind.SUPPLY, pin.toString(), "a supply pin on a signal net");
      }
    }
    if (!driven) {
      add(Kind.UNDRIVEN, net.name(), "is read but nothing drives it");
    }
    if (!read) {
      add(Kind.NET, net.name(), "is driven but nothing reads it");
    }
    if (outputs > 1) {
      add(Kind.FIGHT, net.name(), "has " + outputs + " outputs that fight");
    }
  }

  private void railsWithoutNets() {
    for (Rail rail : board.rails()) {
      if (board.net(rail.net()).isEmpty()) {
        add(
            Kind.SUPPLY,
            rail.name(),
            "net " + rail.net() + " of this rail is not on the board yet");
      }
    }
    if (board.ground().isEmpty() || board.net(board.ground()).isEmpty()) {
      add(Kind.SUPPLY, "ground", "no net is named as ground");
    }
  }

  /** What only passes a signal on does not fight: resistors are summed on purpose. */
  private boolean passesOn(PinRef pin) {
    return board
        .part(pin.part())
        .map(Part::device)
        .filter(d -> d.isResistor() || d.isSeries() || d.isTransistor())
        .isPresent();
  }

  private boolean regulatorInput(PinRef pin) {
    return board.part(pin.part()).orElseThrow().device().isRegulator();
  }

  /** A three-rail part on the wrong rail dies at the first power-up. */
  private void suppliesOnTheirRails() {
    for (Part part : board.parts()) {
      for (DevicePin pin : part.device().pins()) {
        String wanted = part.device().supplies().get(pin.name());
        Optional<String> net = board.netOf(part.pin(pin.number())).map(Net::name);
        Optional<String> rail =
            net.flatMap(board::railOfNet)
                .map(Rail::name)
                .or(() -> net.filter(n -> n.equals(board.ground())));
        if (wanted != null && net.isPresent() && !rail.equals(Optional.of(wanted))) {
          add(
              Kind.SUPPLY,
              part.pin(pin.number()).toString(),
              "wants " + wanted + " and is on " + net.get());
        }
      }
    }
  }

  private void pinsInNoNet() {
    Set<PinRef> meant = new HashSet<>();
    board.noConnects().forEach(n -> meant.add(n.pin()));
    for (Part part : board.parts()) {
      List<String> loose = new ArrayList<>();
      for (DevicePin pin : part.device().pins()) {
        PinRef ref = part.pin(pin.number());
        if (board.netOf(ref).isPresent() || meant.contains(ref)) {
          continue;
        }
        if (pin.kind() == PinKind.SUPPLY) {
          add(Kind.SUPPLY, ref.toString(), pin.name() + " is in no net: the part has no supply");
        } else if (pin.kind() != PinKind.NONE) {
          loose.add(pin.number());
        }
      }
      if (!loose.isEmpty()) {
        boolean one = loose.size() == 1;
        add(
            Kind.LOOSE_PINS,
            part.designator(),
            (one ? "pin " : "pins ")
                + String.join(", ", loose.subList(0, Math.min(12, loose.size())))
                + (loose.size() > 12 ? " and " + (loose.size() - 12) + " more" : "")
                + (one ? " is" : " are")
                + " in no net and not marked as unconnected");
      }
    }
  }

  /**
   * A logic part wants a capacitor from its rail to ground near it (30 mm, common practice, no
   * source). Without positions one capacitor for every four parts will do.
   */
  private void bypass() {
    if (board.ground().isEmpty()) {
      return;
    }
    List<Part> capacitors = board.parts().stream().filter(this::bypasses).toList();
    List<Part> wanting = board.parts().stream().filter(this::wantsBypass).toList();
    if (wanting.isEmpty()) {
      return;
    }
    boolean placed =
        java.util.stream.Stream.concat(capacitors.stream(), wanting.stream())
            .allMatch(p -> p.place().known());
    if (!placed) {
      if (capacitors.size() * 4 < wanting.size()) {
        add(
            Kind.BYPASS,
            "capacitors",
            capacitors.size() + " from rail to ground for " + wanting.size() + " logic parts");
      }
      return;
    }
    for (Part part : wanting) {
      if (capacitors.stream().noneMatch(c -> near(c, part))) {
        add(Kind.BYPASS, part.designator(), "no capacitor from rail to ground within 30 mm");
      }
    }
  }

  private static boolean near(Part capacitor, Part part) {
    double length = part.device().pins().size() * 2.54 / 2;
    return Math.hypot(
            capacitor.place().xMillimetres() - part.place().xMillimetres(),
            capacitor.place().yMillimetres() - part.place().yMillimetres())
        < BYPASS_REACH_MILLIMETRES + length / 2;
  }

  private boolean bypasses(Part part) {
    boolean capacitor = part.device().isCeramicCapacitor() || part.device().isElectrolytic();
    List<String> nets =
        part.pins().stream().flatMap(p -> board.netOf(p).stream()).map(Net::name).toList();
    return capacitor
        && nets.contains(board.ground())
        && nets.stream().anyMatch(n -> board.railOfNet(n).isPresent());
  }

  private boolean wantsBypass(Part part) {
    return part.fitted()
        && part.device().pins().size() >= 14
        && part.device().pins().stream().anyMatch(p -> p.kind().drives());
  }
}
