package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.DeviceRun;
import raconteur.core.device.Level;
import raconteur.core.device.PinKind;
import raconteur.core.device.VectorRow;

/**
 * Levels at the pins of one device, row by row, as CSV: header {@code p1,p2,…}, values {@code 0 1 z
 * x}. The format is written down in docs/formats/vectors.md.
 */
public final class VectorCsv {
  private VectorCsv() {}

  /**
   * Reads rows of levels by pin number; an empty value drives nothing.
   *
   * @param name what messages call the file
   */
  public static Loaded<List<Map<String, Level>>> read(String name, String text) {
    return LevelRows.read(name, text, VectorCsv::pinNumber, "p1,p2,…");
  }

  private static Optional<String> pinNumber(String word) {
    return word.toLowerCase(Locale.ROOT).matches("p[0-9a-z]{1,4}")
        ? Optional.of(word.substring(1))
        : Optional.empty();
  }

  /** What stands in the way of driving these pins of this device; empty for nothing. */
  public static Optional<String> refuse(Device device, List<Map<String, Level>> rows) {
    for (Map<String, Level> row : rows) {
      for (String number : row.keySet()) {
        Optional<DevicePin> pin = device.pin(number);
        if (pin.isEmpty()) {
          return Optional.of(
              "p"
                  + number
                  + " is not a pin of "
                  + device.name()
                  + ", which has "
                  + device.pins().size());
        }
      }
    }
    return Optional.empty();
  }

  /** Drives a device row by row; supply pins in the rows are passed over. */
  public static List<VectorRow> drive(Device device, List<Map<String, Level>> rows) {
    DeviceRun run = new DeviceRun(device);
    List<VectorRow> result = new ArrayList<>();
    for (Map<String, Level> row : rows) {
      Map<String, Level> signals = new LinkedHashMap<>();
      row.forEach(
          (number, level) -> {
            if (device.pin(number).filter(p -> p.kind() != PinKind.SUPPLY).isPresent()) {
              signals.put(number, level);
            }
          });
      result.add(new VectorRow(signals, run.apply(signals)));
    }
    return result;
  }

  /** What stands at the signal pins, row by row. */
  public static String shown(Device device, List<VectorRow> rows) {
    return table(
        device.signalPins().stream().map(DevicePin::number).toList(),
        rows.stream().map(VectorRow::shown).toList());
  }

  /** What is driven, row by row. */
  public static String driven(Device device, List<VectorRow> rows) {
    return table(
        device.signalPins().stream().filter(p -> p.kind().reads()).map(DevicePin::number).toList(),
        rows.stream().map(VectorRow::driven).toList());
  }

  private static String table(List<String> numbers, List<Map<String, Level>> rows) {
    StringBuilder text = new StringBuilder();
    text.append(numbers.stream().map(n -> "p" + n).collect(Collectors.joining(","))).append('\n');
    for (Map<String, Level> row : rows) {
      text.append(
              numbers.stream()
                  .map(n -> String.valueOf(row.getOrDefault(n, Level.FLOATING).letter()))
                  .collect(Collectors.joining(",")))
          .append('\n');
    }
    return text.toString();
  }
}
