package raconteur.core.finding;

import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;

/** The kinds of number a bench line takes, each with the units it may be typed in. */
enum Unit {
  OHM("ohms", "58 ohm, 4.7k or OL"),
  VOLT("volts", "4.94 or 4,94 V"),
  ALTERNATING("alternating volts", "9.1 Vac"),
  AMP("amperes", "0.8 A or 800 mA"),
  FARAD("farads", "127 uF"),
  HERTZ("hertz", "16 MHz"),
  SECOND("seconds", "120 ms"),
  CELSIUS("degrees", "61 C"),
  MILLIMETRE("millimetres", "120");

  private static final Map<String, Double> OHMS =
      Map.of(
          "ohm", 1.0, "ohms", 1.0, "ω", 1.0, "r", 1.0, "k", 1e3, "kohm", 1e3, "kω", 1e3, "mohm",
          1e6, "mω", 1e6);
  private static final Map<String, Double> FARADS =
      Map.of("f", 1.0, "uf", 1e-6, "nf", 1e-9, "pf", 1e-12, "u", 1e-6, "n", 1e-9, "p", 1e-12);

  private final String words;
  private final String example;

  Unit(String words, String example) {
    this.words = words;
    this.example = example;
  }

  private Map<String, Double> factors() {
    return switch (this) {
      case OHM -> OHMS;
      case VOLT -> Map.of("v", 1.0, "volt", 1.0, "volts", 1.0, "mv", 1e-3);
      case ALTERNATING -> Map.of("vac", 1.0, "v~", 1.0);
      case AMP -> Map.of("a", 1.0, "amp", 1.0, "ma", 1e-3, "ua", 1e-6);
      case FARAD -> FARADS;
      case HERTZ -> Map.of("hz", 1.0, "khz", 1e3, "mhz", 1e6);
      case SECOND -> Map.of("s", 1.0, "ms", 1e-3, "us", 1e-6);
      case CELSIUS -> Map.of("c", 1.0, "°c", 1.0, "deg", 1.0);
      case MILLIMETRE -> Map.of("mm", 1.0);
    };
  }

  String words() {
    return words;
  }

  String example() {
    return example;
  }

  /** How many of the SI unit one of a typed unit is; M alone is mega, m alone is refused. */
  OptionalDouble factor(String typed) {
    if (this == OHM && typed.equals("M")) {
      return OptionalDouble.of(1e6);
    }
    Double factor =
        factors().get(typed.replace('µ', 'u').replace('μ', 'u').toLowerCase(Locale.ROOT));
    return factor == null ? OptionalDouble.empty() : OptionalDouble.of(factor);
  }

  /** Whether a unit of this kind is being typed. */
  boolean begins(String typed) {
    String begun = typed.replace('µ', 'u').toLowerCase(Locale.ROOT);
    return factors().keySet().stream().anyMatch(u -> u.startsWith(begun));
  }
}
