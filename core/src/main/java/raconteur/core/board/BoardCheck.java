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
  private final Board board;
  private final List<Problem> problems = new ArrayList<>();

  /** One thing to look at: where, and what is odd about it. */
  public record Problem(String place, String what) {}

  private BoardCheck(Board board) {
    this.board = board;
  }

  /** All problems of a board with nets, in the order of its nets and parts. */
  public static List<Problem> of(Board board) {
    var check = new BoardCheck(board);
    board.nets().forEach(check::net);
    check.suppliesOnTheirRails();
    check.pinsInNoNet();
    return List.copyOf(check.problems);
  }

  private void net(Net net) {
    if (net.path().size() < 2) {
      problems.add(new Problem(net.name(), "joins fewer than two pins"));
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
      outputs += kind == PinKind.OUTPUT ? 1 : 0;
      if (kind == PinKind.SUPPLY && !regulatorInput(pin)) {
        problems.add(new Problem(pin.toString(), "a supply pin on a signal net"));
      }
    }
    if (!driven) {
      problems.add(new Problem(net.name(), "is read but nothing drives it"));
    }
    if (!read) {
      problems.add(new Problem(net.name(), "is driven but nothing reads it"));
    }
    if (outputs > 1) {
      problems.add(new Problem(net.name(), "has " + outputs + " outputs that fight"));
    }
  }

  private boolean regulatorInput(PinRef pin) {
    return board.part(pin.part()).orElseThrow().device().deviceClass().equals("regulator");
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
          problems.add(
              new Problem(
                  part.pin(pin.number()).toString(),
                  "wants " + wanted + " and is on " + net.get()));
        }
      }
    }
  }

  private void pinsInNoNet() {
    Set<PinRef> meant = new HashSet<>();
    board.noConnects().forEach(n -> meant.add(n.pin()));
    for (Part part : board.parts()) {
      for (PinRef pin : part.pins()) {
        if (board.netOf(pin).isEmpty() && !meant.contains(pin)) {
          problems.add(new Problem(pin.toString(), "is in no net and not marked as unconnected"));
        }
      }
    }
  }
}
