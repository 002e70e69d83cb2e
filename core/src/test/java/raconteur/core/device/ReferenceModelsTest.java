package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Sequential devices beside models written by hand from the data book's words (The TTL Data Book,
 * Texas Instruments, 2nd ed. 1981, from memory), over long random walks: whenever the model knows
 * what an output is, the device must show it.
 */
class ReferenceModelsTest {
  private static final int ROWS = 1500;

  /** The levels of one row by pin name. */
  static final class Pins {
    private final Map<String, Boolean> now;
    private final Map<String, Boolean> before;

    Pins(Map<String, Boolean> now, Map<String, Boolean> before) {
      this.now = now;
      this.before = before;
    }

    boolean high(String pin) {
      return now.getOrDefault(pin, false);
    }

    boolean low(String pin) {
      return !high(pin);
    }

    boolean rises(String pin) {
      return !before.isEmpty() && !before.getOrDefault(pin, false) && high(pin);
    }

    boolean falls(String pin) {
      return !before.isEmpty() && before.getOrDefault(pin, false) && low(pin);
    }

    int word(String... highestFirst) {
      int value = 0;
      for (String pin : highestFirst) {
        value = value * 2 + (high(pin) ? 1 : 0);
      }
      return value;
    }
  }

  /** A device as its data book tells it. */
  interface Model {
    /** Takes in a row; outputs that are known afterwards. */
    Map<String, Boolean> apply(Pins pins);
  }

  private static Map<String, Boolean> outputs(int value, String... lowestFirst) {
    Map<String, Boolean> result = new LinkedHashMap<>();
    for (int i = 0; i < lowestFirst.length; i++) {
      result.put(lowestFirst[i], ((value >> i) & 1) == 1);
    }
    return result;
  }

  private static final String[] QA_QD = {"QA", "QB", "QC", "QD"};

  /** 160 to 163: decade or binary, clear at once or on the clock. */
  private static Model counter(int modulus, boolean clearsOnClock) {
    return new Model() {
      private int count = -1;

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        boolean edge = pins.rises("CLK");
        if (pins.low("/CLR") && (edge || !clearsOnClock)) {
          count = 0;
        } else if (edge && pins.low("/LOAD")) {
          count = pins.word("D", "C", "B", "A");
        } else if (edge && pins.high("ENP") && pins.high("ENT") && count >= 0) {
          count = count >= modulus ? -1 : (count + 1) % modulus;
        }
        if (count < 0) {
          return Map.of();
        }
        Map<String, Boolean> shown = outputs(count, QA_QD);
        shown.put("RCO", pins.high("ENT") && count == modulus - 1);
        return shown;
      }
    };
  }

  /** 190 and 191: one clock, a direction, load at once. */
  private static Model upDown(int modulus) {
    return new Model() {
      private int count = -1;

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        boolean down = pins.high("D/U");
        if (pins.low("/LOAD")) {
          count = pins.word("D", "C", "B", "A");
        } else if (pins.rises("CLK") && pins.low("/CTEN") && count >= 0) {
          count = count >= modulus ? -1 : (count + (down ? modulus - 1 : 1)) % modulus;
        }
        if (count < 0) {
          return Map.of();
        }
        Map<String, Boolean> shown = outputs(count, QA_QD);
        boolean end = down ? count == 0 : count == modulus - 1;
        shown.put("MAX/MIN", end);
        shown.put("/RCO", !(end && pins.low("/CTEN") && pins.low("CLK")));
        return shown;
      }
    };
  }

  /** 192 and 193: a clock for each direction. */
  private static Model twoClocks(int modulus) {
    return new Model() {
      private int count = -1;

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        if (pins.high("CLR")) {
          count = 0;
        } else if (pins.low("/LOAD")) {
          count = pins.word("D", "C", "B", "A");
        } else if (count >= 0) {
          boolean up = pins.rises("UP") && pins.high("DOWN");
          boolean down = pins.rises("DOWN") && pins.high("UP");
          if ((up && down) || (count >= modulus && (up || down))) {
            count = -1;
          } else if (up || down) {
            count = (count + (down ? modulus - 1 : 1)) % modulus;
          }
        }
        if (count < 0) {
          return Map.of();
        }
        Map<String, Boolean> shown = outputs(count, QA_QD);
        shown.put("/CO", !(count == modulus - 1 && pins.low("UP")));
        shown.put("/BO", !(count == 0 && pins.low("DOWN")));
        return shown;
      }
    };
  }

  private static Model universalShift() {
    return new Model() {
      private int word = -1;

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        if (pins.low("/CLR")) {
          word = 0;
        } else if (pins.rises("CLK")) {
          int mode = pins.word("S1", "S0");
          if (mode == 3) {
            word = pins.word("D", "C", "B", "A");
          } else if (word >= 0 && mode == 1) {
            word = ((word << 1) & 15) | pins.word("SR");
          } else if (word >= 0 && mode == 2) {
            word = (word >> 1) | (pins.word("SL") << 3);
          }
        }
        return word < 0 ? Map.of() : outputs(word, QA_QD);
      }
    };
  }

  private static Model parallelIn(boolean loadsAtOnce) {
    return new Model() {
      private int word = -1;
      private boolean clockBefore;
      private boolean first = true;

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        boolean clock = pins.high("CLK") || pins.high("INH");
        boolean edge = !first && clock && !clockBefore;
        first = false;
        clockBefore = clock;
        int data = pins.word("H", "G", "F", "E", "D", "C", "B", "A");
        boolean load = pins.low("SH/LD");
        if (!loadsAtOnce && pins.low("/CLR")) {
          word = 0;
        } else if (load && (loadsAtOnce || edge)) {
          word = data;
        } else if (edge && word >= 0) {
          word = ((word << 1) & 255) | pins.word("SER");
        }
        return word < 0 ? Map.of() : Map.of("QH", (word & 128) != 0);
      }
    };
  }

  private static Model shiftAndStore() {
    return new Model() {
      private int shift = -1;
      private int stored = -1;

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        int before = shift;
        if (pins.low("/SRCLR")) {
          shift = 0;
        } else if (pins.rises("SRCK") && shift >= 0) {
          shift = ((shift << 1) & 255) | pins.word("SER");
        }
        if (pins.rises("RCK")) {
          stored = before;
        }
        Map<String, Boolean> shown = new HashMap<>();
        if (stored >= 0 && pins.low("/G")) {
          shown.putAll(outputs(stored, "QA", "QB", "QC", "QD", "QE", "QF", "QG", "QH"));
        }
        if (shift >= 0) {
          shown.put("QH'", (shift & 128) != 0);
        }
        return shown;
      }
    };
  }

  private static Model addressableLatch() {
    return new Model() {
      private final Boolean[] cells = new Boolean[8];

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        int address = pins.word("C", "B", "A");
        if (pins.low("/CLR")) {
          java.util.Arrays.fill(cells, false);
        }
        if (pins.low("/G")) {
          cells[address] = pins.high("D");
        }
        Map<String, Boolean> shown = new HashMap<>();
        for (int i = 0; i < 8; i++) {
          if (cells[i] != null) {
            shown.put("Q" + i, cells[i]);
          }
        }
        return shown;
      }
    };
  }

  private static Model registerFile() {
    return new Model() {
      private final Map<Integer, Integer> words = new HashMap<>();

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        if (pins.low("/GW")) {
          words.put(pins.word("WB", "WA"), pins.word("D4", "D3", "D2", "D1"));
        }
        Integer word = words.get(pins.word("RB", "RA"));
        return word == null || pins.high("/GR") ? Map.of() : outputs(word, "Q1", "Q2", "Q3", "Q4");
      }
    };
  }

  /** Octal registers and latches: clocked, or open while a strobe is high. */
  private static Model octal(
      String strobe,
      boolean latch,
      String clear,
      String enable,
      String release,
      boolean inverting) {
    return new Model() {
      private final Boolean[] bits = new Boolean[8];

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        boolean takes = latch ? pins.high(strobe) : pins.rises(strobe);
        takes &= enable.isEmpty() || pins.low(enable);
        Map<String, Boolean> shown = new HashMap<>();
        for (int i = 0; i < 8; i++) {
          bits[i] = takes ? Boolean.valueOf(pins.high((i + 1) + "D")) : bits[i];
          bits[i] = (!clear.isEmpty() && pins.low(clear)) ? Boolean.FALSE : bits[i];
          if (bits[i] != null && (release.isEmpty() || pins.low(release))) {
            shown.put((i + 1) + "Q", bits[i] != inverting);
          }
        }
        return shown;
      }
    };
  }

  private static Model fallingJk() {
    return new Model() {
      private final Boolean[] bits = new Boolean[2];

      @Override
      public Map<String, Boolean> apply(Pins pins) {
        Map<String, Boolean> shown = new HashMap<>();
        for (int i = 0; i < 2; i++) {
          String n = String.valueOf(i + 1);
          if (pins.low("/" + n + "CLR")) {
            bits[i] = false;
          } else if (pins.falls(n + "CLK")) {
            boolean j = pins.high(n + "J");
            boolean k = pins.high(n + "K");
            if (j && k) {
              bits[i] = bits[i] == null ? null : Boolean.valueOf(!bits[i]);
            } else if (j || k) {
              bits[i] = j;
            }
          }
          if (bits[i] != null) {
            shown.put(n + "Q", bits[i]);
            shown.put("/" + n + "Q", !bits[i]);
          }
        }
        return shown;
      }
    };
  }

  static Stream<Arguments> models() {
    return Stream.of(
        Arguments.of("74LS160", model(() -> counter(10, false))),
        Arguments.of("74LS161", model(() -> counter(16, false))),
        Arguments.of("74LS162", model(() -> counter(10, true))),
        Arguments.of("74LS163", model(() -> counter(16, true))),
        Arguments.of("74LS190", model(() -> upDown(10))),
        Arguments.of("74LS191", model(() -> upDown(16))),
        Arguments.of("74LS192", model(() -> twoClocks(10))),
        Arguments.of("74LS193", model(() -> twoClocks(16))),
        Arguments.of("74LS194", model(ReferenceModelsTest::universalShift)),
        Arguments.of("74LS165", model(() -> parallelIn(true))),
        Arguments.of("74LS166", model(() -> parallelIn(false))),
        Arguments.of("74LS595", model(ReferenceModelsTest::shiftAndStore)),
        Arguments.of("74LS259", model(ReferenceModelsTest::addressableLatch)),
        Arguments.of("74LS670", model(ReferenceModelsTest::registerFile)),
        Arguments.of("74LS273", model(() -> octal("CLK", false, "/CLR", "", "", false))),
        Arguments.of("74LS373", model(() -> octal("LE", true, "", "", "/OC", false))),
        Arguments.of("74LS374", model(() -> octal("CLK", false, "", "", "/OC", false))),
        Arguments.of("74LS377", model(() -> octal("CLK", false, "", "/G", "", false))),
        Arguments.of("74LS563", model(() -> octal("LE", true, "", "", "/OC", true))),
        Arguments.of("74LS574", model(() -> octal("CLK", false, "", "", "/OC", false))),
        Arguments.of("74LS107", model(ReferenceModelsTest::fallingJk)));
  }

  private static Function<String, Model> model(java.util.function.Supplier<Model> made) {
    return name -> made.get();
  }

  @ParameterizedTest
  @MethodSource("models")
  void aDeviceFollowsItsModelOverALongRandomWalk(String name, Function<String, Model> made) {
    Device device = DeviceLibrary.shipped().find(name).orElseThrow();
    List<DevicePin> inputs = device.pins().stream().filter(p -> p.kind() == PinKind.INPUT).toList();
    int known = 0;
    for (long seed = 1; seed <= 3; seed++) {
      Random random = new Random(seed);
      Model model = made.apply(name);
      DeviceRun run = new DeviceRun(device);
      Map<String, Boolean> now = new HashMap<>();
      Map<String, Boolean> before = Map.of();
      for (int i = 0; i < ROWS; i++) {
        for (DevicePin pin : inputs) {
          // Clears and loads are rare, or nothing would ever be counted.
          boolean rare = pin.name().contains("CLR") || pin.name().contains("LOAD");
          boolean rest = pin.name().startsWith("/");
          boolean next =
              rare
                  ? (random.nextInt(12) == 0) != rest
                  : (random.nextInt(3) == 0) != now.getOrDefault(pin.name(), false);
          now.put(pin.name(), next);
        }
        Map<String, Level> row = new HashMap<>();
        inputs.forEach(p -> row.put(p.number(), Level.of(now.getOrDefault(p.name(), false))));
        Map<String, Level> shown = run.apply(row);
        Map<String, Boolean> expected = model.apply(new Pins(Map.copyOf(now), before));
        for (var entry : expected.entrySet()) {
          String number = device.pinNamed(entry.getKey()).orElseThrow().number();
          assertThat(shown.get(number))
              .as("%s %s, seed %d, row %d", name, entry.getKey(), seed, i)
              .isEqualTo(Level.of(entry.getValue()));
          known++;
        }
        before = Map.copyOf(now);
      }
    }
    assertThat(known).as("the walk must test something").isGreaterThan(ROWS);
  }
}
