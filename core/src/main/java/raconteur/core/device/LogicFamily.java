package raconteur.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * Levels and currents of a logic family at 5 V, worst cases over temperature as data books give
 * them.
 *
 * @param name as it is said, for example {@code 74LS}
 * @param devices which device names belong to it
 * @param outLowVolts the highest an output that is low may reach while it sinks {@code sinkAmps}
 * @param outHighVolts the lowest an output that is high may fall to while it gives {@code
 *     sourceAmps}
 * @param inLowVolts what an input takes for low, at most
 * @param inHighVolts what an input takes for high, at least
 * @param inLowAmps what an input gives out while low
 * @param inHighAmps what an input takes while high
 * @param bipolar whether its inputs pull an open line high; others keep what charge it has
 * @param clocks the inputs that want a higher level than the others, where there are any
 */
public record LogicFamily(
    String name,
    Pattern devices,
    double outLowVolts,
    double outHighVolts,
    double inLowVolts,
    double inHighVolts,
    double sinkAmps,
    double sourceAmps,
    double inLowAmps,
    double inHighAmps,
    boolean bipolar,
    Optional<Clocks> clocks) {
  /**
   * Inputs that want more.
   *
   * @param pins which pin names they have
   * @param inHighVolts what they take for high, at least
   */
  public record Clocks(Pattern pins, double inHighVolts) {}

  private static final double MILLI = 1e-3;
  private static final List<LogicFamily> SHIPPED =
      DataFile.shipped(
          LogicFamily.class,
          "/raconteur/core/data/families.json",
          text -> read("families.json", text));

  /** The family of a device; the last in the file takes what no other does. */
  public static LogicFamily of(Device device) {
    return SHIPPED.stream()
        .filter(f -> f.devices().matcher(device.name()).matches())
        .findFirst()
        .orElseGet(SHIPPED::getLast);
  }

  /** The shipped families, the more special first. */
  public static List<LogicFamily> shipped() {
    return SHIPPED;
  }

  static Loaded<List<LogicFamily>> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of("raconteur-families/2", true));
          root.onlyKnows(Set.of("format", "origin", "notes", "families"));
          return new ArrayList<>(
              Datum.each(root.get("families").items(), issues, LogicFamily::family));
        });
  }

  private static LogicFamily family(Datum item) {
    item.onlyKnows(
        Set.of(
            "family",
            "devices",
            "out low V",
            "out high V",
            "in low V",
            "in high V",
            "sink mA",
            "source mA",
            "in low mA",
            "in high mA",
            "inputs",
            "clocks",
            "clocks in high V"));
    return new LogicFamily(
        item.get("family").text(),
        pattern(item.get("devices")),
        item.get("out low V").between(0, 5),
        item.get("out high V").between(0, 5),
        item.get("in low V").between(0, 5),
        item.get("in high V").between(0, 5),
        item.get("sink mA").between(0, 1000) * MILLI,
        item.get("source mA").between(0, 1000) * MILLI,
        item.get("in low mA").between(0, 1000) * MILLI,
        item.get("in high mA").between(0, 1000) * MILLI,
        item.get("inputs").oneOf(Map.of("bipolar", true, "mos", false)),
        item.has("clocks")
            ? Optional.of(
                new Clocks(pattern(item.get("clocks")), item.get("clocks in high V").between(0, 5)))
            : Optional.empty());
  }

  private static Pattern pattern(Datum item) {
    try {
      return Pattern.compile(item.text());
    } catch (PatternSyntaxException e) {
      throw item.wrong("is no regular expression");
    }
  }

  /** What the input of this name takes for high, at least. */
  public double inHighVolts(String pin) {
    return clocks
        .filter(c -> c.pins().matcher(pin).matches())
        .map(Clocks::inHighVolts)
        .orElse(inHighVolts);
  }

  /**
   * How many inputs of another family one output drives, by the currents: the smaller of the low
   * and the high state.
   */
  public int fanOut(LogicFamily inputs) {
    double low = sinkAmps / inputs.inLowAmps;
    double high = sourceAmps / inputs.inHighAmps;
    // A hair more, so that 8 mA over 0.4 mA is 20 in floating point too.
    return (int) Math.floor(Math.min(low, high) + 1e-9);
  }

  /** Whether the levels of an output reach an input of another family in both states. */
  public boolean reaches(LogicFamily inputs, String pin) {
    return outHighVolts >= inputs.inHighVolts(pin) && outLowVolts <= inputs.inLowVolts;
  }
}
