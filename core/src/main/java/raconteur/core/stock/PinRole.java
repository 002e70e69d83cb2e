package raconteur.core.stock;

import java.util.Locale;
import java.util.Map;
import java.util.Set;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * What a pin is for, whatever its maker called it: pins of two devices with one role correspond.
 */
record PinRole(Kind kind, String name) {
  private static final Set<String> SELECTS = Set.of("/CS", "/CE", "/CS1", "/CE1", "/E", "/S");
  private static final Set<String> HIGH_SELECTS = Set.of("CS", "CE", "CS2", "CE2", "E", "CS3");
  private static final Set<String> LOW_SELECTS_MORE = Set.of("/CS2", "/CE2", "/CS3");
  private static final Set<String> ENABLES = Set.of("/OE", "/G", "OD");
  private static final Map<String, String> GROUNDS =
      Map.of("GND", "GND", "VSS", "GND", "0V", "GND");

  /** What kinds of roles there are. */
  enum Kind {
    /** A rail by its volts: the name is {@code +5V}, {@code GND} and so on. */
    RAIL,
    /** Programming voltage: at +5 V while reading. */
    PROGRAM_VOLTAGE,
    /** Programming or writing: kept high. */
    KEEP_HIGH,
    ADDRESS,
    SELECT,
    SELECT_HIGH,
    OUTPUT_ENABLE,
    SIGNAL,
    NONE
  }

  static PinRole of(Device device, DevicePin pin) {
    String name = pin.name().toUpperCase(Locale.ROOT);
    if (pin.kind() == PinKind.NONE || name.equals("NC")) {
      return new PinRole(Kind.NONE, "");
    }
    if (name.equals("VPP")) {
      return new PinRole(Kind.PROGRAM_VOLTAGE, name);
    }
    if (pin.kind() == PinKind.SUPPLY) {
      String rail = device.supplies().getOrDefault(pin.name(), GROUNDS.getOrDefault(name, "+5V"));
      return new PinRole(Kind.RAIL, rail);
    }
    boolean rom = device.behaviour().memories().stream().anyMatch(m -> m.writes().isEmpty());
    if (name.equals("/PGM") || (name.equals("/WE") && device.isEprom())) {
      return new PinRole(Kind.KEEP_HIGH, name);
    }
    if (name.matches("A[0-9]{1,2}")) {
      return new PinRole(Kind.ADDRESS, name);
    }
    if (ENABLES.contains(name)) {
      return new PinRole(Kind.OUTPUT_ENABLE, "/OE");
    }
    if (SELECTS.contains(name) || (rom && LOW_SELECTS_MORE.contains(name))) {
      return new PinRole(Kind.SELECT, SELECTS.contains(name) ? "/CS" : name);
    }
    if (HIGH_SELECTS.contains(name)) {
      return new PinRole(Kind.SELECT_HIGH, name);
    }
    return new PinRole(Kind.SIGNAL, name.replaceFirst("^(DQ|IO|Q|O)(?=[0-9])", "D"));
  }
}
