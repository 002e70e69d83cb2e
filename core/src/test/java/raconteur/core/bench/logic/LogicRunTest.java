package raconteur.core.bench.logic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.device.DerivedOnce;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.DeviceRun;
import raconteur.core.device.Level;
import raconteur.core.device.PinKind;
import raconteur.core.device.VectorRow;

class LogicRunTest {
  private static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();

  /** One device alone, every pin on a net of its own with a driver from outside. */
  private static final class Alone implements CircuitBuilder.Wiring {
    private final Map<String, Integer> nets = new HashMap<>();
    private final Map<String, Integer> outside = new HashMap<>();
    private final CircuitBuilder builder = new CircuitBuilder(new CircuitBuilder.Codes());
    private final LogicRun run;

    Alone(Device device) {
      for (DevicePin pin : device.signalPins()) {
        int net = nets.computeIfAbsent(pin.name(), n -> builder.net(n, Lines.HIGH));
        outside.put(pin.number(), builder.driver(net));
      }
      builder.device("U1", device, this);
      run = new LogicRun(builder.build(), LogicRun.PowerUp.UNKNOWN, 1);
    }

    @Override
    public int reads(String pin) {
      return java.util.Objects.requireNonNull(nets.get(pin));
    }

    @Override
    public int drives(String pin) {
      return builder.driver(reads(pin));
    }

    /** Drives a row; pins left out are let go. */
    void apply(Map<String, Level> row) {
      List<Integer> drivers = new ArrayList<>();
      List<Integer> lines = new ArrayList<>();
      outside.forEach(
          (pin, driver) -> {
            drivers.add(driver);
            lines.add(Lines.of(row.getOrDefault(pin, Level.FLOATING)));
          });
      run.drive(drivers, lines);
    }

    Level shown(String pinName) {
      return run.level(reads(pinName));
    }
  }

  /** Counters of fourteen stages take as long as all the others: rows of theirs are many. */
  private static final Set<String> LONG = Set.of("4020", "4060");

  static Stream<Device> runnable() {
    return described().filter(d -> !LONG.contains(d.name()));
  }

  static Stream<Device> longOnes() {
    return described().filter(d -> LONG.contains(d.name()));
  }

  private static Stream<Device> described() {
    return LIBRARY.all().stream()
        .filter(d -> d.behaviour().known() && d.behaviour().switches().isEmpty())
        .filter(d -> d.behaviour().memories().stream().noneMatch(m -> m.writes().isEmpty()));
  }

  /**
   * The compiled function agrees with the notation run step by step, whose tables are checked
   * against data books in DeviceLibraryTest and ReferenceModelsTest. Pins move one after the other,
   * since two clocks at once are not defined by any data book.
   */
  @ParameterizedTest
  @MethodSource("runnable")
  void everyDeviceDoesInACircuitWhatItsFunctionSays(Device device) {
    var byNotation = new DeviceRun(device);
    var alone = new Alone(device);
    Map<String, Level> now = new HashMap<>();
    device.signalPins().forEach(pin -> now.put(pin.number(), Level.FLOATING));
    for (VectorRow row : rows(device)) {
      for (DevicePin pin : device.signalPins()) {
        Level next = row.driven().getOrDefault(pin.number(), Level.FLOATING);
        if (now.put(pin.number(), next) != next) {
          Map<String, Level> expected = byNotation.apply(now);
          alone.apply(now);
          compare(device, expected, alone);
        }
      }
    }
  }

  @Tag("long")
  @ParameterizedTest
  @MethodSource("longOnes")
  void soDoLongCounters(Device device) {
    everyDeviceDoesInACircuitWhatItsFunctionSays(device);
  }

  private static List<VectorRow> rows(Device device) {
    List<VectorRow> rows = DerivedOnce.of(device).rows();
    return rows.subList(0, Math.min(rows.size(), 60));
  }

  private static void compare(Device device, Map<String, Level> expected, Alone alone) {
    for (DevicePin pin : device.signalPins()) {
      Level level = expected.getOrDefault(pin.number(), Level.UNKNOWN);
      if (pin.kind().drives() && level.known()) {
        assertThat(alone.shown(pin.name())).as(device.name() + " " + pin.name()).isEqualTo(level);
      }
    }
  }

  private static Device device(String name) {
    return LIBRARY.find(name).orElseThrow();
  }

  /** Several gates on one line. */
  private static final class Wired {
    private final CircuitBuilder builder = new CircuitBuilder(new CircuitBuilder.Codes());
    private final int line;
    private final List<Integer> inputs = new ArrayList<>();

    Wired(int idle) {
      line = builder.net("LINE", idle);
    }

    int input(String name) {
      int net = builder.net(name, Lines.HIGH);
      inputs.add(builder.driver(net));
      return net;
    }

    void part(String device, Map<String, Integer> pins) {
      int spare = builder.net("spare of " + inputs.size(), Lines.HIGH);
      builder.device(
          "U" + inputs.size(),
          device(device),
          new CircuitBuilder.Wiring() {
            @Override
            public int reads(String pin) {
              return pins.getOrDefault(pin, spare);
            }

            @Override
            public int drives(String pin) {
              return pins.containsKey(pin) ? builder.driver(reads(pin)) : -1;
            }
          });
    }

    LogicRun run() {
      return new LogicRun(builder.build(), LogicRun.PowerUp.AS_IT_FALLS, 1);
    }
  }

  @Test
  void openCollectorsOnOneLineAreAWiredAnd() {
    var wired = new Wired(Lines.HIGH);
    wired.part("7407", Map.of("1A", wired.input("A"), "1Y", wired.line));
    wired.part("7407", Map.of("1A", wired.input("B"), "1Y", wired.line));
    wired.builder.pull(wired.line, Lines.HIGH);
    LogicRun run = wired.run();
    for (int a = 0; a < 2; a++) {
      for (int b = 0; b < 2; b++) {
        run.drive(wired.inputs, List.of(a, b));
        assertThat(run.shown(wired.line)).isEqualTo(a & b);
      }
    }
  }

  @Test
  void twoOutputsAgainstEachOtherFightAndReadAsLow() {
    var wired = new Wired(Lines.HIGH);
    wired.part("74LS04", Map.of("1A", wired.input("A"), "1Y", wired.line));
    wired.part("74LS04", Map.of("1A", wired.input("B"), "1Y", wired.line));
    LogicRun run = wired.run();
    run.drive(wired.inputs, List.of(0, 1));
    assertThat(run.shown(wired.line)).isEqualTo(Lines.FIGHT);
    assertThat(run.seen(wired.line)).isEqualTo(Lines.LOW);
    run.drive(wired.inputs, List.of(0, 0));
    assertThat(run.shown(wired.line)).isEqualTo(Lines.HIGH);
  }

  @Test
  void aLineNobodyDrivesReadsHighAtABipolarInputAndKeepsItsChargeAtOthers() {
    for (int idle : new int[] {Lines.HIGH, Lines.UNKNOWN}) {
      var wired = new Wired(idle);
      int enable = wired.input("OE");
      wired.part("74LS244", Map.of("/1G", enable, "1A1", wired.input("A"), "1Y1", wired.line));
      LogicRun run = wired.run();
      run.drive(wired.inputs, List.of(0, 0));
      assertThat(run.shown(wired.line)).isEqualTo(Lines.LOW);
      run.drive(wired.inputs, List.of(1, 0));
      assertThat(run.shown(wired.line)).isEqualTo(Lines.FLOATING);
      assertThat(run.seen(wired.line)).isEqualTo(idle == Lines.HIGH ? Lines.HIGH : Lines.LOW);
    }
  }

  @Test
  void aRingOfThreeInvertersIsCutOffAndNamed() {
    var builder = new CircuitBuilder(new CircuitBuilder.Codes());
    int[] nets = new int[3];
    for (int i = 0; i < 3; i++) {
      nets[i] = builder.net("RING" + i, Lines.HIGH);
    }
    int stray = builder.net("stray", Lines.HIGH);
    builder.device(
        "U1",
        device("74LS04"),
        new CircuitBuilder.Wiring() {
          private int number(String pin) {
            return pin.charAt(0) - '1';
          }

          @Override
          public int reads(String pin) {
            return number(pin) < 3
                ? nets[pin.endsWith("A") ? number(pin) : (number(pin) + 1) % 3]
                : stray;
          }

          @Override
          public int drives(String pin) {
            return number(pin) < 3 ? builder.driver(reads(pin)) : -1;
          }
        });
    var run = new LogicRun(builder.build(), LogicRun.PowerUp.AS_IT_FALLS, 1);
    run.run(1_000_000);
    assertThat(run.restless()).isNotEmpty().allMatch(n -> n.startsWith("RING"));
    assertThat(run.shown(nets[0])).isEqualTo(Lines.UNKNOWN);
  }

  @Test
  void whatIsNotLookedAtCatchesUpWhenItIs() {
    var builder = new CircuitBuilder(new CircuitBuilder.Codes());
    int clock = builder.net("CLK", Lines.HIGH);
    builder.clock(clock, 1000, -1);
    int high = builder.net("HIGH", Lines.HIGH);
    builder.supply(high, Lines.HIGH);
    Map<String, Integer> outputs = new HashMap<>();
    Optional<Device> counter = LIBRARY.find("74LS161");
    counter.orElseThrow().signalPins().stream()
        .filter(p -> p.kind() == PinKind.OUTPUT)
        .forEach(p -> outputs.put(p.name(), builder.net(p.name(), Lines.HIGH)));
    builder.device(
        "U1",
        counter.orElseThrow(),
        new CircuitBuilder.Wiring() {
          @Override
          public int reads(String pin) {
            return pin.equals("CLK") ? clock : outputs.getOrDefault(pin, high);
          }

          @Override
          public int drives(String pin) {
            return builder.driver(reads(pin));
          }
        });
    var run = new LogicRun(builder.build(), LogicRun.PowerUp.AS_IT_FALLS, 1);
    int qa = java.util.Objects.requireNonNull(outputs.get("QA"));
    run.attendTo(List.of());
    int[] moves = new int[1];
    run.watch(qa, (_, _, _) -> moves[0]++);
    run.run(20_000);
    assertThat(moves[0]).isZero();
    run.attendToAll();
    run.run(20_000);
    // ten rises of the clock in 20 ns, each turns the lowest bit over
    assertThat(moves[0]).isBetween(9, 10);
  }
}
