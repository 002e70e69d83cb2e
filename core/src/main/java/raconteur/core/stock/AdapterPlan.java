package raconteur.core.stock;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;

/**
 * How a replacement whose pins lie elsewhere is fitted to a socket, pin by pin. A longer package
 * sits with its ground end on the socket's, so that its first pins overhang.
 *
 * @param lines one a pin of the replacement, in their order
 * @param unused socket pins that nothing of the replacement may touch, with the reason
 * @param banks how many images of the original's size the replacement holds
 * @param notes what to know, each one sentence
 * @param problems what cannot be done pin to pin, each one sentence; empty for a plan that works
 */
public record AdapterPlan(
    List<Line> lines, List<String> unused, int banks, List<String> notes, List<String> problems) {
  public AdapterPlan {
    lines = List.copyOf(lines);
    unused = List.copyOf(unused);
    notes = List.copyOf(notes);
    problems = List.copyOf(problems);
  }

  /** How select and output enable are driven. */
  public enum Enabling {
    /** Both by the socket's select: the part rests while it is not spoken to, and runs cooler. */
    TOGETHER,
    /**
     * Select always low, the socket's select on output enable: quicker, and always at full draw.
     */
    SELECT_LOW
  }

  /** What is done with a pin. */
  public enum Action {
    STRAIGHT,
    LIFT_AND_WIRE,
    LIFT_AND_TIE,
    LEAVE
  }

  /**
   * One pin of the replacement.
   *
   * @param to the socket pin or the rail it goes to, empty for nothing
   */
  public record Line(String pin, String name, Action action, String to, String why) {}

  /** Whether it can be built. */
  public boolean works() {
    return problems.isEmpty();
  }

  /** Whether there is a choice of {@link Enabling} with a replacement. */
  public static boolean hasEnable(Device replacement) {
    return replacement.pins().stream()
        .anyMatch(p -> PinRole.of(replacement, p).kind() == PinRole.Kind.OUTPUT_ENABLE);
  }

  /** Whether it just plugs in. */
  public boolean plain() {
    return works()
        && lines.stream()
            .allMatch(l -> l.action() == Action.STRAIGHT || l.action() == Action.LEAVE);
  }

  /**
   * Plans an adapter.
   *
   * @param socket the device the socket was made for
   */
  public static AdapterPlan of(Device socket, Device replacement, Enabling enabling) {
    return new Worker(socket, replacement, enabling).plan();
  }

  private static final class Worker {
    private final Device socket;
    private final Device replacement;
    private final Enabling enabling;
    private final List<Line> lines = new ArrayList<>();
    private final List<String> notes = new ArrayList<>();
    private final List<String> problems = new ArrayList<>();

    Worker(Device socket, Device replacement, Enabling enabling) {
      this.socket = socket;
      this.replacement = replacement;
      this.enabling = enabling;
    }

    AdapterPlan plan() {
      for (DevicePin pin : replacement.pins()) {
        lines.add(line(pin));
      }
      missing();
      return new AdapterPlan(lines, unused(), banks(), notes, problems);
    }

    private Line line(DevicePin pin) {
      PinRole role = PinRole.of(replacement, pin);
      return switch (role.kind()) {
        case NONE -> new Line(pin.number(), pin.name(), Action.LEAVE, "", "not connected inside");
        case RAIL -> rail(pin, role);
        case PROGRAM_VOLTAGE ->
            at(pin, role)
                .orElseGet(() -> tie(pin, "+5V", "programming voltage is +5 V while it reads"));
        case KEEP_HIGH ->
            at(pin, role).orElseGet(() -> tie(pin, "+5V", "kept high so that nothing is written"));
        case ADDRESS -> address(pin, role);
        case SELECT -> select(pin);
        case SELECT_HIGH ->
            at(pin, role).orElseGet(() -> tie(pin, "+5V", "this select is true when high"));
        case OUTPUT_ENABLE ->
            at(pin, role)
                .or(() -> at(pin, new PinRole(PinRole.Kind.SELECT, "/CS")))
                .orElseGet(() -> tie(pin, "GND", "always on; the select decides"));
        case SIGNAL ->
            at(pin, role)
                .orElseGet(
                    () -> {
                      problems.add(
                          "Pin "
                              + pin.number()
                              + " "
                              + pin.name()
                              + " has nothing on this socket.");
                      return new Line(pin.number(), pin.name(), Action.LEAVE, "", "no partner");
                    });
      };
    }

    private int banks() {
      int own = words(replacement);
      int wanted = words(socket);
      return wanted == 0 ? 1 : Math.max(1, own / wanted);
    }

    private static int words(Device device) {
      return device.behaviour().memories().stream().mapToInt(m -> m.words()).sum();
    }

    private Line rail(DevicePin pin, PinRole role) {
      return at(pin, role)
          .orElseGet(
              () -> {
                problems.add(
                    "Pin "
                        + pin.number()
                        + " wants "
                        + role.name()
                        + ", which this socket does not have: a wire from elsewhere.");
                return new Line(
                    pin.number(), pin.name(), Action.LIFT_AND_TIE, role.name(), "from elsewhere");
              });
    }

    private Line address(DevicePin pin, PinRole role) {
      Optional<Line> direct = at(pin, role);
      if (direct.isPresent()) {
        return direct.get();
      }
      return tie(pin, "GND", "one address line more than the socket has: low, or a bank switch");
    }

    private Line select(DevicePin pin) {
      boolean enable = hasEnable(replacement);
      if (enabling == Enabling.SELECT_LOW && enable) {
        return tie(pin, "GND", "always selected; the output enable does the work");
      }
      return at(pin, new PinRole(PinRole.Kind.SELECT, "/CS"))
          .orElseGet(() -> tie(pin, "GND", "the socket has no select"));
    }

    private Line tie(DevicePin pin, String rail, String why) {
      Optional<DevicePin> under = under(pin);
      boolean already =
          under
              .map(p -> PinRole.of(socket, p))
              .filter(r -> r.kind() == PinRole.Kind.RAIL && r.name().equals(rail))
              .isPresent();
      return already
          ? new Line(pin.number(), pin.name(), Action.STRAIGHT, under.get().number(), why)
          : new Line(pin.number(), pin.name(), Action.LIFT_AND_TIE, rail, why);
    }

    /** To the socket pin of a role; empty where the socket has none. */
    private Optional<Line> at(DevicePin pin, PinRole role) {
      Optional<DevicePin> under = under(pin);
      if (under.filter(p -> PinRole.of(socket, p).equals(role)).isPresent()) {
        return Optional.of(
            new Line(
                pin.number(), pin.name(), Action.STRAIGHT, under.get().number(), "same place"));
      }
      return socket.pins().stream()
          .filter(p -> PinRole.of(socket, p).equals(role))
          .findFirst()
          .map(
              p ->
                  new Line(
                      pin.number(),
                      pin.name(),
                      Action.LIFT_AND_WIRE,
                      p.number(),
                      under.isEmpty()
                          ? "it overhangs the socket"
                          : "socket pin " + under.get().number() + " is " + under.get().name()));
    }

    /** The socket pin a pin of the replacement would go into. */
    private Optional<DevicePin> under(DevicePin pin) {
      int shift = (replacement.pins().size() - socket.pins().size()) / 2;
      int number = pin.number().matches("[0-9]{1,3}") ? Integer.parseInt(pin.number()) - shift : 0;
      return socket.pin(String.valueOf(number));
    }

    /** What the socket gives that the replacement does not take, and must not be lost. */
    private void missing() {
      for (DevicePin pin : socket.pins()) {
        PinRole role = PinRole.of(socket, pin);
        boolean taken = lines.stream().anyMatch(l -> l.to().equals(pin.number()));
        if (!taken) {
          switch (role.kind()) {
            case SELECT_HIGH ->
                notes.add(
                    "Socket pin "
                        + pin.number()
                        + " "
                        + pin.name()
                        + " selects when high: if it is not always high on this board, the select"
                        + " has to go through a gate with it.");
            case SELECT ->
                notes.add(
                    "Socket pin "
                        + pin.number()
                        + " "
                        + pin.name()
                        + " selects too: if it is not always low on this board, both selects have"
                        + " to go through a gate.");
            case ADDRESS, SIGNAL ->
                problems.add(
                    "The replacement has nothing for socket pin "
                        + pin.number()
                        + " "
                        + pin.name()
                        + ": it is too small, or of another kind.");
            case RAIL, PROGRAM_VOLTAGE, KEEP_HIGH, OUTPUT_ENABLE, NONE -> {}
          }
        }
      }
      if (banks() > 1) {
        boolean writable =
            replacement.behaviour().memories().stream().anyMatch(m -> !m.writes().isEmpty())
                && !replacement.isEprom();
        notes.add(
            writable
                ? "It holds " + banks() + " times as many words; the rest lies idle."
                : "It holds "
                    + banks()
                    + " images of the original's size: with the extra address lines low the lowest"
                    + " is read; burn the image there, or into every bank.");
      }
      if (hasEnable(replacement)) {
        notes.add(
            switch (enabling) {
              case TOGETHER ->
                  "Select and output enable together: it draws its standby current while it is not"
                      + " spoken to; the time from select to data has to do.";
              case SELECT_LOW ->
                  "Select always low: it draws its full current all the time and runs warm; data"
                      + " come as quick as the output enable.";
            });
      }
    }

    private List<String> unused() {
      List<String> unused = new ArrayList<>();
      for (DevicePin pin : socket.pins()) {
        PinRole role = PinRole.of(socket, pin);
        boolean taken = lines.stream().anyMatch(l -> l.to().equals(pin.number()));
        boolean dangerous =
            role.kind() == PinRole.Kind.RAIL
                && !role.name().equals("+5V")
                && !role.name().equals("GND");
        if (!taken && dangerous) {
          unused.add(
              "Socket pin "
                  + pin.number()
                  + " carries "
                  + role.name()
                  + ": nothing of the replacement may touch it, or disconnect the rail.");
        }
      }
      return unused;
    }
  }
}
