package raconteur.core.device;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/**
 * Finds the devices whose function agrees with what an unknown part answered.
 *
 * <p>A device fits where the driven pins are inputs or two-way pins of it and every answer agrees
 * with what it would show. An unknown level agrees with anything, and an output that lets go agrees
 * with a high, since a tester may pull it up.
 */
public final class Identification {
  private Identification() {}

  /**
   * A device that fits.
   *
   * @param answersExplained levels the function says and the part gave
   * @param answersOpen levels the function leaves unknown
   */
  public record Fit(Device device, int answersExplained, int answersOpen) {}

  /** The devices that fit, those that say most first; cost: one run of the rows a device. */
  public static List<Fit> of(List<VectorRow> rows, List<Device> candidates) {
    List<Fit> fits = new ArrayList<>();
    for (Device device : candidates) {
      if (device.behaviour().known() && takesDrive(rows, device)) {
        Fit fit = fit(rows, device);
        if (fit.answersExplained() > 0) {
          fits.add(fit);
        }
      }
    }
    fits.sort(java.util.Comparator.comparingInt((Fit f) -> -f.answersExplained()));
    return List.copyOf(fits);
  }

  private static boolean takesDrive(List<VectorRow> rows, Device device) {
    return rows.stream()
        .flatMap(r -> r.driven().entrySet().stream())
        .filter(e -> e.getValue() != Level.FLOATING)
        .allMatch(e -> device.pin(e.getKey()).filter(p -> p.kind().reads()).isPresent());
  }

  private static Fit fit(List<VectorRow> rows, Device device) {
    DeviceRun run = new DeviceRun(device);
    int explained = 0;
    int open = 0;
    for (VectorRow row : rows) {
      Map<String, Level> says = run.apply(row.driven());
      for (var answer : row.shown().entrySet()) {
        if (row.driven().getOrDefault(answer.getKey(), Level.FLOATING) != Level.FLOATING) {
          continue;
        }
        Level said = says.get(answer.getKey());
        if (said == null) {
          return new Fit(device, 0, 0);
        }
        if (said == Level.UNKNOWN || answer.getValue() == Level.UNKNOWN) {
          open++;
        } else if (said == answer.getValue()) {
          explained++;
        } else if (said != Level.FLOATING || answer.getValue() != Level.HIGH) {
          return new Fit(device, 0, 0);
        }
      }
    }
    return new Fit(device, explained, open);
  }
}
