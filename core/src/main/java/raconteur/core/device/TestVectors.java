package raconteur.core.device;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.BooleanSupplier;

/**
 * Derives a chip tester's rows from a device's function: single inputs moved one at a time, then a
 * biased random walk, until every pin fault has been shown.
 *
 * <p>A pin fault is a signal pin stuck low or stuck high. The walk is random test generation with
 * fault simulation (Abramovici, Breuer, Friedman, Digital Systems Testing and Testable Design,
 * 1990, chapter 6, from memory), restricted to faults at pins. Each row simulates the device once a
 * fault still hidden: O(rows × faults × function). The same device gives the same rows.
 */
public final class TestVectors {
  private static final int RANDOM_ROWS = 2400;
  private static final int RANDOM_BLOCK = 60;
  private static final int COUNTING_BLOCK = 2500;
  private static final int MOST_ROWS = 20_000;
  private static final long SEED = 74_257;

  private final Device device;
  private final Random random = new Random(SEED);
  private final List<DevicePin> inputs;
  private final Set<String> enables = new LinkedHashSet<>();
  private final Set<String> clocks = new LinkedHashSet<>();
  private final Set<String> holds = new LinkedHashSet<>();
  private final Set<String> sluggish = new LinkedHashSet<>();
  private final Set<String> ticking = new LinkedHashSet<>();
  private final Map<String, Level> now = new HashMap<>();
  private final Map<String, Level> resting = new HashMap<>();

  /**
   * What was derived.
   *
   * @param faults how many stuck pins there are
   * @param shown how many of them the rows show
   */
  public record Derived(List<VectorRow> rows, int faults, int shown) {
    public Derived {
      rows = List.copyOf(rows);
    }
  }

  /**
   * A device with one pin stuck. What it remembers at power-up decides what it shows if the fault
   * keeps it from ever being cleared, so it is run from all low and from all high, and must be
   * shown up from both.
   */
  private static final class Stuck {
    private final DevicePin pin;
    private final Level level;
    private final List<DeviceRun> hidden = new ArrayList<>();

    Stuck(Device device, DevicePin pin, Level level) {
      this.pin = pin;
      this.level = level;
      hidden.add(new DeviceRun(device, Level.LOW));
      if (!device.behaviour().states().isEmpty()) {
        hidden.add(new DeviceRun(device, Level.HIGH));
      }
    }

    boolean shownBy(Map<String, Level> row, Map<String, Level> good) {
      hidden.removeIf(run -> differs(good, apply(run, row)));
      return hidden.isEmpty();
    }

    private Map<String, Level> apply(DeviceRun run, Map<String, Level> row) {
      Map<String, Level> forced = new HashMap<>(row);
      if (pin.kind().reads()) {
        forced.put(pin.number(), level);
      }
      Map<String, Level> shown = new HashMap<>(run.apply(forced));
      shown.put(
          pin.number(),
          pin.kind().drives() ? level : row.getOrDefault(pin.number(), Level.FLOATING));
      return shown;
    }
  }

  private TestVectors(Device device) {
    this.device = device;
    this.inputs = device.signalPins().stream().filter(p -> p.kind().reads()).toList();
    device.gates().forEach(g -> enables.addAll(g.enable().pins()));
    for (Behaviour.State state : device.behaviour().states()) {
      for (Behaviour.Clause clause : state.clauses()) {
        switch (clause.timing()) {
          case Behaviour.OnEdge edge -> clocks.addAll(edge.clock().pins());
          case Behaviour.While level -> {
            if (clause.value() instanceof Expression.Constant) {
              holds.addAll(level.condition().pins());
            }
          }
        }
      }
    }
  }

  /** The rows for a device; none where its function is not written down. */
  public static Derived of(Device device) {
    return of(device, () -> false);
  }

  /**
   * The rows for a device, or those found so far when told to stop.
   *
   * @param stop asked before every row
   */
  public static Derived of(Device device, BooleanSupplier stop) {
    return device.behaviour().known()
        ? new TestVectors(device).derive(stop)
        : new Derived(List.of(), 0, 0);
  }

  private Derived derive(BooleanSupplier stop) {
    List<Stuck> hidden = new ArrayList<>();
    for (DevicePin pin : device.signalPins()) {
      if (pin.kind() != PinKind.PASSIVE) {
        hidden.add(new Stuck(device, pin, Level.LOW));
        hidden.add(new Stuck(device, pin, Level.HIGH));
      }
    }
    int faults = hidden.size();
    List<VectorRow> rows = new ArrayList<>();
    DeviceRun good = new DeviceRun(device);
    rest();
    int useful = 0;
    int patience = patience();
    while (!hidden.isEmpty()
        && rows.size() < MOST_ROWS
        && rows.size() - useful < patience
        && !stop.getAsBoolean()) {
      step(rows.size());
      Map<String, Level> driven = driven();
      Map<String, Level> shown = good.apply(driven);
      rows.add(new VectorRow(driven, shown));
      if (hidden.removeIf(stuck -> stuck.shownBy(driven, shown))) {
        useful = rows.size();
      }
    }
    return new Derived(rows.subList(0, useful), faults, faults - hidden.size());
  }

  /** How many rows may pass without showing anything new: long counters need many to come round. */
  private int patience() {
    List<Behaviour.Memory> memories = device.behaviour().memories();
    if (memories.isEmpty()) {
      return MOST_ROWS;
    }
    boolean written = memories.stream().anyMatch(m -> !m.writes().isEmpty());
    return 4 * inputs.size() + (written ? 1200 : 100);
  }

  private static boolean differs(Map<String, Level> good, Map<String, Level> bad) {
    for (var entry : good.entrySet()) {
      Level other = bad.getOrDefault(entry.getKey(), Level.UNKNOWN);
      if (entry.getValue() != Level.UNKNOWN
          && other != Level.UNKNOWN
          && entry.getValue() != other) {
        return true;
      }
    }
    return false;
  }

  /** Active-low controls rest high, others low. */
  private void rest() {
    for (DevicePin pin : inputs) {
      boolean control =
          pin.name().startsWith("/")
              && (!enables.contains(pin.name()) || clocks.contains(pin.name()));
      resting.put(pin.number(), Level.of(control));
      now.put(pin.number(), Level.of(control));
    }
  }

  /**
   * First one input at a time away from rest, with the data low and then high; then many at random;
   * at last mostly the clocks, so that long counters come round.
   */
  private void step(int row) {
    int walk = 2 * inputs.size();
    if (row < 2 * walk) {
      inputs.stream().filter(this::isData).forEach(p -> set(p, Level.of(row >= walk)));
      DevicePin pin = inputs.get(row % walk / 2);
      set(pin, row % 2 == 0 ? now(pin).inverted() : isData(pin) ? now(pin) : resting(pin));
      return;
    }
    if (!device.behaviour().memories().isEmpty() && !clocks.isEmpty()) {
      strobe(row);
      return;
    }
    boolean counting = row > RANDOM_ROWS && !clocks.isEmpty();
    if (row % (counting ? COUNTING_BLOCK : RANDOM_BLOCK) == 0) {
      block(counting);
    }
    for (DevicePin pin : inputs) {
      if (ticking.contains(pin.name())) {
        set(pin, now(pin).inverted());
      } else if (!isData(pin)) {
        int rarely = counting ? COUNTING_BLOCK : 6;
        set(pin, random.nextInt(rarely) == 0 ? resting(pin).inverted() : resting(pin));
      } else if (addressLine(pin)) {
        set(pin, Level.LOW);
      } else if (random.nextInt(sluggish.contains(pin.name()) ? 40 : 3) == 0) {
        set(pin, now(pin).inverted());
      }
    }
    List<DevicePin> lines = inputs.stream().filter(this::addressLine).toList();
    if (!lines.isEmpty() && random.nextBoolean()) {
      set(lines.get(random.nextInt(lines.size())), Level.HIGH);
    }
  }

  /** A memory with strobes gets them one after the other, each with an address of its own. */
  private void strobe(int row) {
    int at = row % (clocks.size() + 1);
    if (at == 0) {
      for (DevicePin pin : inputs) {
        boolean strobe = clocks.contains(pin.name());
        boolean control = !isData(pin) && !strobe;
        set(pin, strobe || (control && random.nextBoolean()) ? resting(pin) : now(pin));
        if (control && now(pin) == resting(pin) && random.nextInt(3) > 0) {
          set(pin, resting(pin).inverted());
        }
      }
    }
    for (DevicePin pin : inputs) {
      if (addressLine(pin)) {
        set(pin, Level.LOW);
      } else if (isData(pin)) {
        set(pin, Level.of(random.nextBoolean()));
      }
    }
    List<DevicePin> lines = inputs.stream().filter(this::addressLine).toList();
    if (!lines.isEmpty() && random.nextBoolean()) {
      set(lines.get(random.nextInt(lines.size())), Level.HIGH);
    }
    if (at > 0) {
      String strobe = List.copyOf(clocks).get(at - 1);
      inputs.stream()
          .filter(p -> p.name().equals(strobe))
          .forEach(p -> set(p, resting(p).inverted()));
    }
  }

  /** Draws which inputs seldom move, where enables rest and which clocks tick for a while. */
  private void block(boolean counting) {
    sluggish.clear();
    ticking.clear();
    for (DevicePin pin : inputs) {
      if (random.nextBoolean()) {
        sluggish.add(pin.name());
      }
      if (!isData(pin) && !holds.contains(pin.name())) {
        resting.put(pin.number(), Level.of(random.nextBoolean()));
      }
      if (counting && clocks.contains(pin.name()) && (clocks.size() == 1 || random.nextBoolean())) {
        ticking.add(pin.name());
      }
    }
  }

  private boolean isData(DevicePin pin) {
    return !pin.name().startsWith("/")
        && !enables.contains(pin.name())
        && !holds.contains(pin.name());
  }

  private Level now(DevicePin pin) {
    return now.getOrDefault(pin.number(), Level.LOW);
  }

  private Level resting(DevicePin pin) {
    return resting.getOrDefault(pin.number(), Level.LOW);
  }

  private void set(DevicePin pin, Level level) {
    now.put(pin.number(), level);
  }

  /** Memories are walked one address line at a time, or writes would never be read again. */
  private boolean addressLine(DevicePin pin) {
    return !device.behaviour().memories().isEmpty() && pin.name().matches("A[0-9]+");
  }

  /** Two-way pins are driven, most of the time, while the device does not drive them. */
  private Map<String, Level> driven() {
    Map<String, Level> row = new HashMap<>(now);
    for (DevicePin pin : inputs) {
      if (pin.kind() == PinKind.BIDIRECTIONAL) {
        boolean drives =
            device.gates().stream()
                .filter(g -> g.output().equals(pin.name()))
                .anyMatch(g -> g.enable().test(this::high));
        if (drives || random.nextInt(4) == 0) {
          row.put(pin.number(), Level.FLOATING);
        }
      }
    }
    return row;
  }

  private boolean high(String name) {
    return device
        .pinNamed(name)
        .map(p -> now.getOrDefault(p.number(), Level.LOW) == Level.HIGH)
        .orElse(false);
  }
}
