package raconteur.core.device;

import java.util.regex.Pattern;

/** What data books call the pins that every processor has, whatever else it has (from memory). */
public enum PinRole {
  RESET("[/~_]?(RES|RESET|RST)(IN)?[/_NB]*"),
  CLOCK("CLK|CLKIN|CLOCK|CK|PHI0?|Φ0?|X1|XTAL1?|EXTAL");

  private final Pattern names;

  PinRole(String names) {
    this.names = Pattern.compile(names, Pattern.CASE_INSENSITIVE);
  }

  /** Whether a pin, or a line named after it, is called so. */
  public boolean fits(String name) {
    return names.matcher(name).matches();
  }
}
