package raconteur.casebook.report;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFacts;
import raconteur.core.device.DevicePin;
import raconteur.core.fault.Priors;

/** Devices as text and JSON. */
public final class DeviceReport {
  private DeviceReport() {}

  /** One line a device. */
  public static String list(List<Device> devices) {
    StringBuilder text = new StringBuilder();
    for (Device device : devices) {
      text.append(
          String.format(
              Locale.ROOT,
              "%-18s %-9s %s%n",
              device.name(),
              device.outline(),
              device.title() + (device.behaviour().known() ? "" : "  (no step-by-step function)")));
    }
    return text.toString();
  }

  /** One device with its pin-out drawn, its function and what is known of it. */
  public static String text(Device device, Priors priors) {
    StringBuilder text = new StringBuilder();
    text.append(device.name()).append(": ").append(device.title()).append("\n");
    text.append(device.outline()).append(", ").append(device.pins().size()).append(" pins\n\n");
    text.append(pinOut(device)).append('\n');
    DeviceFacts facts = device.facts();
    if (!facts.function().isEmpty()) {
      text.append("Function\n");
      facts.function().forEach(s -> text.append("  ").append(s).append('\n'));
    }
    if (!facts.supplies().isEmpty()) {
      text.append("Supplies: ")
          .append(
              facts.supplies().entrySet().stream()
                  .sorted(java.util.Map.Entry.comparingByKey())
                  .map(e -> e.getKey() + " " + e.getValue())
                  .collect(Collectors.joining(", ")))
          .append('\n');
    }
    facts
        .typicalAmps()
        .ifPresent(
            amps ->
                text.append(
                    String.format(
                        Locale.ROOT,
                        "Typical supply current: %s mA (from memory)%n",
                        number(amps * 1000))));
    if (!facts.grades().isEmpty()) {
      text.append("Speed marks: ")
          .append(
              facts.grades().stream()
                  .map(g -> g.mark() + " " + g.nanos() + " ns")
                  .collect(Collectors.joining(", ")))
          .append(" (common practice, no source)\n");
    }
    for (DeviceFacts.Substitute s : facts.substitutes()) {
      text.append("May stand in: ")
          .append(s.device())
          .append(" (")
          .append(s.differs())
          .append(")\n");
    }
    if (!facts.notes().isEmpty()) {
      text.append("Note: ").append(facts.notes()).append('\n');
    }
    text.append(baseRate(device, priors)).append('\n');
    return text.toString();
  }

  /** How often the device's class is at fault, and where that number comes from. */
  public static String baseRate(Device device, Priors priors) {
    return Optional.ofNullable(priors.classes().get(device.deviceClass()))
        .map(
            c ->
                String.format(
                    Locale.ROOT,
                    "Base rate: class %s, weight %s in the share of %s, which is %.0f %% of the"
                        + " expected faults (%s)",
                    device.deviceClass(),
                    number(c.weight()),
                    c.share(),
                    100 * priors.shares().getOrDefault(c.share(), 0.0),
                    priors.origin()))
        .orElse(
            "Base rate: class "
                + device.deviceClass()
                + " is not in the table; taken as small logic");
  }

  private static String number(double value) {
    return value == Math.rint(value)
        ? String.valueOf((long) value)
        : String.valueOf(Math.round(value * 1000) / 1000.0);
  }

  /** The package seen from above, in characters, pin 1 at the notch. */
  public static String pinOut(Device device) {
    List<DevicePin> pins = device.pins();
    if (!device.outline().startsWith("DIP") || pins.size() % 2 != 0) {
      return pins.stream()
          .map(
              p ->
                  String.format(
                      Locale.ROOT, "%4s  %-8s %s%n", p.number(), p.name(), p.kind().word()))
          .collect(Collectors.joining());
    }
    int half = pins.size() / 2;
    int name = pins.stream().mapToInt(p -> p.name().length()).max().orElse(1);
    int kind = pins.stream().mapToInt(p -> p.kind().word().length()).max().orElse(1);
    String row = "  %" + kind + "s  %" + name + "s %3s |%s| %-3s %-" + name + "s  %s";
    StringBuilder text = new StringBuilder();
    String edge = " ".repeat(kind + name + 9);
    text.append(edge).append("+--( )--+\n");
    for (int i = 0; i < half; i++) {
      DevicePin left = pins.get(i);
      DevicePin right = pins.get(pins.size() - 1 - i);
      text.append(
              String.format(
                      Locale.ROOT,
                      row,
                      left.kind().word(),
                      left.name(),
                      left.number(),
                      "       ",
                      right.number(),
                      right.name(),
                      right.kind().word())
                  .stripTrailing())
          .append('\n');
    }
    return text.append(edge).append("+-------+\n").toString();
  }
}
