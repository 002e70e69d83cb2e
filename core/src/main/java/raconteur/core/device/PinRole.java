package raconteur.core.device;

import java.util.regex.Pattern;

/** What data books call pins that mean the same on many devices (from memory). */
public enum PinRole {
  RESET("[/~_]?(RES|RESET|RST)(IN)?[/_NB]*"),
  /** Of a processor: what keeps it from going on. */
  STOPS("[/~_]?(RES|RESET|RST|WAIT|RDY|READY|BUSRQ|BUSREQ|HOLD|HALT)(IN)?[/_NB]*"),
  CLOCK("CLK|CLKIN|CLOCK|CK|PHI0?|Φ0?|X1|XTAL1?|EXTAL"),
  /** Of a counter or a register. */
  COUNTS_BY("[/~]?[12]?(CLK|CK|CP|CLOCK)[12AB]?"),
  /** What keeps a counter or a register from going on, or makes it take something in. */
  HOLDS("[/~]?[12]?(CLR|MR|CL|PR|PRE|SET|LD|LOAD|PE|PL|SH/?LD|INH|EN[PT])[12AB]?"),
  /** Of a memory or a peripheral: what it is spoken to by. */
  SELECT("[/~_]?(CE|CS|S|E|OE|G|CAS|RAS)[0-9]?[AB]?[/_]*"),
  /** What lets a gate, a decoder or a buffer put anything out. */
  ENABLE("[/~_]?[0-9]?(EN|CE|E|OE|OC|G|GN)[0-9]?[AB]?[/_]*");

  private final Pattern names;

  PinRole(String names) {
    this.names = Pattern.compile(names, Pattern.CASE_INSENSITIVE);
  }

  /** Whether a pin, or a line named after it, is called so. */
  public boolean fits(String name) {
    return names.matcher(name).matches();
  }
}
