package raconteur.core.bench.freerun;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;

/**
 * What a processor's pins do while it fetches the same code that does nothing for ever.
 *
 * @param devices type names; none for the general one
 * @param code what is forced onto its data lines, in hex; empty where nobody wrote it down
 * @param clock the name of its clock pin
 * @param dividedBy how many periods of that clock are one of its own
 * @param firstHalfHigh whether its own clock is high in the first half
 * @param lowestAddress the number of its lowest address pin
 * @param rest pins that stay where they are
 * @param halves what changes from one half of its own clock to the next, one address in all
 */
public record BusCycle(
    Set<String> devices,
    String code,
    String clock,
    int dividedBy,
    boolean firstHalfHigh,
    int lowestAddress,
    Map<String, Boolean> rest,
    List<Half> halves) {
  private static final int MOST_HALVES = 64;

  public BusCycle {
    devices = Set.copyOf(devices);
    rest = Map.copyOf(rest);
    halves = List.copyOf(halves);
  }

  /** What the address lines change to. */
  public enum Addresses {
    STAY,
    COUNT,
    REFRESH
  }

  /** What changes at the beginning of one half of the clock. */
  public record Half(Addresses addresses, Map<String, Boolean> pins) {
    public Half {
      pins = Map.copyOf(pins);
    }
  }

  /** Whether nobody wrote this processor's timing down. */
  public boolean isGeneral() {
    return devices.isEmpty();
  }

  /**
   * The cycle of a processor; the general one where its own is not known. Empty where address and
   * data share pins: then the code cannot be forced onto them.
   */
  public static Optional<BusCycle> of(Device processor) {
    List<BusCycle> all = Holder.SHIPPED;
    Optional<BusCycle> own =
        all.stream().filter(c -> c.devices().contains(processor.name())).findFirst();
    boolean shared = processor.pins().stream().anyMatch(p -> p.name().matches("AD[0-9]{1,2}"));
    return own.isPresent() || shared ? own : all.stream().filter(BusCycle::isGeneral).findFirst();
  }

  static Loaded<List<BusCycle>> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, _) -> cycles(root));
  }

  private static List<BusCycle> cycles(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-freerun/1", true));
    root.onlyKnows(Set.of("format", "origin", "notes", "cycles"));
    List<BusCycle> cycles = new ArrayList<>();
    Set<String> named = new HashSet<>();
    for (Datum row : root.get("cycles").items()) {
      BusCycle cycle = cycle(row);
      for (String device : cycle.devices()) {
        if (!named.add(device)) {
          throw row.wrong("two cycles are written down for the " + device);
        }
      }
      cycles.add(cycle);
    }
    return cycles;
  }

  private static BusCycle cycle(Datum row) {
    row.onlyKnows(
        Set.of(
            "devices",
            "code",
            "clock",
            "clock divided by",
            "first half",
            "lowest address",
            "rest",
            "halves"));
    List<Half> halves = row.get("halves").items().stream().map(BusCycle::half).toList();
    if (halves.isEmpty() || halves.size() > MOST_HALVES || halves.size() % 2 != 0) {
      throw row.get("halves").wrong("a cycle has an even number of halves, up to " + MOST_HALVES);
    }
    if (halves.stream().noneMatch(h -> h.addresses() == Addresses.COUNT)) {
      throw row.get("halves").wrong("in one of the halves the address has to count");
    }
    return new BusCycle(
        Set.copyOf(row.get("devices").items().stream().map(Datum::text).toList()),
        row.get("code").text(),
        row.get("clock").text(),
        row.has("clock divided by") ? (int) row.get("clock divided by").between(1, 64) : 1,
        row.get("first half").oneOf(Map.of("high", true, "low", false)),
        (int) row.get("lowest address").between(0, 4),
        levels(row.get("rest")),
        halves);
  }

  private static Half half(Datum row) {
    Addresses addresses =
        row.has("address")
            ? row.get("address")
                .oneOf(Map.of("count", Addresses.COUNT, "refresh", Addresses.REFRESH))
            : Addresses.STAY;
    return new Half(addresses, levels(row));
  }

  private static Map<String, Boolean> levels(Datum row) {
    Map<String, Boolean> levels = new LinkedHashMap<>();
    row.entries()
        .forEach(
            (pin, level) -> {
              if (!pin.equals("address")) {
                levels.put(pin, level.between(0, 1) > 0);
              }
            });
    return levels;
  }

  private static final class Holder {
    static final List<BusCycle> SHIPPED =
        DataFile.shipped(
            BusCycle.class,
            "/raconteur/core/data/freerun.json",
            text -> read("freerun.json", text));
  }
}
