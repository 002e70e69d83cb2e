package raconteur.core.board;

import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;

/** Which net names are those of a supply or of ground (common practice, no source). */
public final class SupplyName {
  private static final Pattern VOLTS =
      Pattern.compile(
          "([+-]?|[PMN](?=[0-9]))(?:VCC|VDD|(?<=[+-])V)?_?([0-9]{1,2})(?:[.,]([0-9]))?"
              + "(?:V([0-9]?))?");
  private static final Pattern GROUND =
      Pattern.compile("(?i)/?(GND|GNDD|DGND|VSS|0V|GROUND|MASSE|EARTH)");

  private SupplyName() {}

  /**
   * The volts a net's name says; {@code VCC} is 5. {@code 12V_EN} and {@code A5} say none, nor do
   * {@code V8}, which is a line of a vertical counter, and {@code P5}, one of a row of ports.
   */
  public static Optional<Double> volts(String net) {
    String plain = net.replaceFirst("^/", "").toUpperCase(Locale.ROOT);
    // A small number behind it counts the supplies and is no voltage.
    if (plain.matches("(VCC|VDD)[12]?")) {
      return Optional.of(5.0);
    }
    Matcher matcher = VOLTS.matcher(plain);
    if (!matcher.matches() || (!plain.contains("V") && !matcher.group(1).matches("[+-]"))) {
      return Optional.empty();
    }
    String decimals =
        Stream.of(matcher.group(3), matcher.group(4))
            .filter(g -> g != null && !g.isEmpty())
            .findFirst()
            .orElse("0");
    double volts = Double.parseDouble(matcher.group(2) + "." + decimals);
    return volts < 1
        ? Optional.empty()
        : Optional.of(matcher.group(1).matches("[-MN]") ? -volts : volts);
  }

  /** The volts a supply pin of a device wants: what its data book says, else what it is called. */
  public static Optional<Double> wantedBy(Device device, DevicePin pin) {
    return volts(Optional.ofNullable(device.supplies().get(pin.name())).orElse(pin.name()));
  }

  public static boolean isGround(String net) {
    return GROUND.matcher(net).matches();
  }

  /** A rail's name for volts: {@code +5V}, {@code -12V}, {@code +3.3V}. */
  public static String ofVolts(double volts) {
    return (volts < 0 ? "-" : "+") + String.valueOf(Math.abs(volts)).replaceAll("\\.0$", "") + "V";
  }
}
