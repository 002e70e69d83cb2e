package raconteur.core.device;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Pins by what people call them. Data books of one chip by several makers differ in strokes, in
 * what outputs of a memory are called, in how reset is spelt; what is meant is taken only where it
 * is one pin, and what the device itself says goes first.
 */
public final class PinNames {
  private static final Pattern IN_A_ROW = Pattern.compile("([A-Z/]+)([0-9]{1,2})");
  private static final Set<String> DATA = Set.of("D", "Q", "O", "DQ", "IO", "I/O", "DO", "DB");

  /** Names of one and the same pin on different sheets (from memory). */
  private static final List<Set<String>> ALIKE =
      List.of(
          Set.of("WE", "W", "WR"),
          Set.of("OE", "G"),
          Set.of("RES", "RESET", "RST", "MR"),
          Set.of("CLK", "CK", "CP", "CLOCK"),
          Set.of("RW", "R/W"),
          Set.of("PHI2", "Φ2", "O2"),
          Set.of("CLR", "CL", "MR"),
          Set.of("PR", "PRE", "SET"),
          Set.of("GND", "VSS", "0V"),
          Set.of("CE", "CS"),
          Set.of("BUSREQ", "BUSRQ"),
          Set.of("BUSACK", "BUSAK"),
          Set.of("IORQ", "IOREQ", "IORQST"),
          Set.of("MREQ", "MRQ", "MEMRQ"),
          Set.of("RFSH", "REFRESH"),
          Set.of("RCO", "TC", "CO", "RC", "COUT"),
          Set.of("QA", "Q0"),
          Set.of("QB", "Q1"),
          Set.of("QC", "Q2"),
          Set.of("QD", "Q3"),
          Set.of("VCC", "VDD", "+5V"));

  private PinNames() {}

  /**
   * The pins somebody means; several where the device itself has that name on several, none where
   * nobody can say.
   */
  public static List<DevicePin> find(Device device, String said) {
    List<Predicate<DevicePin>> ways =
        List.of(
            p -> p.number().equals(said),
            p -> p.name().equals(said),
            p -> p.name().equals("/" + said));
    for (Predicate<DevicePin> way : ways) {
      List<DevicePin> found = device.pins().stream().filter(way).toList();
      if (!found.isEmpty()) {
        return found;
      }
    }
    String plain = plain(said);
    List<Predicate<DevicePin>> guesses =
        List.of(
            p -> p.number().equalsIgnoreCase(said) || p.name().equalsIgnoreCase(said),
            p -> plain(p.name()).equals(plain),
            p -> isSameOfARow(plain(p.name()), plain),
            p -> ALIKE.stream().anyMatch(s -> s.contains(plain) && s.contains(plain(p.name()))));
    for (Predicate<DevicePin> guess : guesses) {
      List<DevicePin> found = device.pins().stream().filter(guess).toList();
      if (found.size() == 1) {
        return found;
      }
    }
    return List.of();
  }

  /** In capitals, without the strokes that say that it is active low. */
  private static String plain(String name) {
    return name.toUpperCase(Locale.ROOT).replaceAll("^[/~!_*]+|[*#\\\\]+$", "");
  }

  private static boolean isSameOfARow(String one, String other) {
    Matcher left = IN_A_ROW.matcher(one);
    Matcher right = IN_A_ROW.matcher(other);
    return left.matches()
        && right.matches()
        && left.group(2).equals(right.group(2))
        && DATA.contains(left.group(1))
        && DATA.contains(right.group(1));
  }
}
