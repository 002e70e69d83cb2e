package raconteur.core.diagnose;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * The model of docs/models.md written down a second time, without any of the engine's own: gates by
 * a table of their own, the rows read from the data file. Random boards of NAND gates.
 */
final class WrittenModel {
  private WrittenModel() {}

  static final List<String> STATES = List.of("toggling", "high", "low", "floating", "between");
  private static final JsonNode TESTS = tests();

  private static JsonNode tests() {
    try (var in = WrittenModel.class.getResourceAsStream("/raconteur/core/data/readings.json")) {
      return new ObjectMapper().readTree(in).get("tests");
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  static double chance(String test, String row, String outcome) {
    return TESTS.get(test).get(row).get(outcome).asDouble();
  }

  /** A NAND of two lines: U&lt;n&gt; pins 1 and 2 to 3. */
  record Nand(int part, int one, int other, int out) {}

  /** Lines 0 to inputs − 1 come from the connector, the others from one gate each. */
  record Made(Board board, int inputs, List<Nand> gates, List<String> healthy) {
    List<String> pinsOf(int line) {
      List<String> pins = new ArrayList<>();
      if (line < inputs) {
        pins.add("J1." + (line + 1));
      } else {
        pins.add("U" + gates.get(line - inputs).part() + ".3");
      }
      for (Nand gate : gates) {
        if (gate.one() == line) {
          pins.add("U" + gate.part() + ".1");
        }
        if (gate.other() == line) {
          pins.add("U" + gate.part() + ".2");
        }
      }
      return pins;
    }
  }

  private static String nand(String one, String other) {
    String a = asInput(one);
    String b = asInput(other);
    if (a.equals("low") || b.equals("low")) {
      return "high";
    }
    if (a.equals("high")) {
      return inverted(b);
    }
    if (b.equals("high")) {
      return inverted(a);
    }
    return a.equals(b) ? inverted(a) : "doubtful";
  }

  private static String asInput(String level) {
    return switch (level) {
      case "floating" -> "high";
      case "between" -> "doubtful";
      default -> level;
    };
  }

  private static String inverted(String level) {
    return switch (level) {
      case "low" -> "high";
      case "high" -> "low";
      default -> level;
    };
  }

  static Made make(SplittableRandom dice, boolean tree) {
    int inputs = 3;
    List<String> healthy = new ArrayList<>(List.of("toggling", "high", "toggling"));
    if (dice.nextBoolean()) {
      healthy.set(dice.nextInt(inputs), "low");
    }
    List<Nand> gates = new ArrayList<>();
    int first = dice.nextInt(inputs);
    for (int g = 1; g <= (tree ? 2 : 3); g++) {
      int one = tree ? (g == 1 ? first : inputs) : dice.nextInt(healthy.size());
      int other =
          tree
              ? (first + g) % inputs
              : (one + 1 + dice.nextInt(healthy.size() - 1)) % healthy.size();
      gates.add(new Nand(g, one, other, healthy.size()));
      healthy.add(nand(healthy.get(one), healthy.get(other)));
    }
    var shape = new Made(Boards.small(), inputs, gates, healthy);
    var json = new StringBuilder();
    for (int line = 0; line < healthy.size(); line++) {
      json.append(
          String.format(
              Locale.ROOT,
              "{\"net\": \"N%d\", \"path\": [\"%s\"], \"healthy\": \"%s\"},",
              line,
              String.join("\", \"", shape.pinsOf(line)),
              healthy.get(line)));
    }
    Board board =
        Boards.parse(
            """
            {"format": "raconteur-board/1", "id": "random", "machine": "Random", "revision": "A",
             "title": "Three gates", "copper": {"layers": 2, "order known": true},
             "blocks": ["power", "clock", "ram"],
             "parts": [
               %s
               {"part": "J1", "device": "connector-4", "block": "ram"}],
             "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                        "expected ohms": 300}],
             "ground": "GND",
             "nets": [%s
               {"net": "+5V", "path": [%s "J1.4"]},
               {"net": "GND", "path": ["U1.7", "U2.7"]}]}
            """
                .formatted(
                    each(gates, "{\"part\": \"U%d\", \"device\": \"74LS00\", \"block\": \"ram\"},"),
                    json,
                    each(gates, "\"U%d.14\",")));
    return new Made(board, inputs, gates, healthy);
  }

  private static String each(List<Nand> gates, String words) {
    return gates.stream()
        .map(g -> String.format(Locale.ROOT, words, g.part()))
        .collect(Collectors.joining(" "));
  }

  /** What a fault does, in the words of docs/models.md. */
  static final class Faulty {
    private final Made made;
    private final Map<String, String> forced = new HashMap<>();
    private final Map<String, String> taken = new HashMap<>();
    private final Map<String, Integer> pieceOf = new HashMap<>();
    private final List<Integer> local = new ArrayList<>();

    Faulty(Made made, Fault fault) {
      this.made = made;
      for (int line = 0; line < made.healthy().size(); line++) {
        for (String pin : made.pinsOf(line)) {
          pieceOf.put(pin, 2 * line);
        }
      }
      switch (fault.place()) {
        case Place.Output(PinRef pin) ->
            force(
                lineOf(pin.toString()),
                switch (fault.mode()) {
                  case STUCK_LOW -> "low";
                  case STUCK_HIGH -> "high";
                  case FLOATS -> "floating";
                  default -> "doubtful";
                });
        case Place.OfPart(String part)
            when fault.mode() == FaultMode.DEAD && part.startsWith("U") ->
            force(lineOf(part + ".3"), "still");
        case Place.Load _ when fault.mode() == FaultMode.SHORTED ->
            made.gates().forEach(g -> force(g.out(), "low"));
        case Place.Segment cut -> beyond(cut.to().toString());
        case Place.Contact(PinRef pin) when isOnALine(pin.toString()) -> {
          forced.put(pin.toString(), "floating");
          pieceOf.put(pin.toString(), 2 * lineOf(pin.toString()) + 1);
        }
        case Place.Input(PinRef pin) -> {
          taken.put(pin.toString(), fault.mode() == FaultMode.INPUT_LOW ? "low" : "high");
          local.add(gateOf(pin.toString()).out());
        }
        case Place.Bridge bridge -> bridge(bridge);
        default -> {}
      }
    }

    private void bridge(Place.Bridge bridge) {
      boolean one = bridge.netOne().startsWith("N");
      boolean other = bridge.netOther().startsWith("N");
      if (one && other) {
        int a = lineOf(bridge.one().toString());
        int b = lineOf(bridge.other().toString());
        String level = made.healthy().get(a);
        if (level.equals(made.healthy().get(b)) && !level.equals("toggling")) {
          return;
        }
        force(a, "between");
        force(b, "between");
      } else if (one || other) {
        int line = lineOf((one ? bridge.one() : bridge.other()).toString());
        String supply = one ? bridge.netOther() : bridge.netOne();
        force(line, supply.equals("GND") ? "low" : "high");
      }
    }

    /** A pin that feeds a rail is on none. */
    private boolean isOnALine(String pin) {
      return IntStream.range(0, made.healthy().size())
          .anyMatch(line -> made.pinsOf(line).contains(pin));
    }

    private int lineOf(String pin) {
      return IntStream.range(0, made.healthy().size())
          .filter(line -> made.pinsOf(line).contains(pin))
          .findFirst()
          .orElseThrow();
    }

    private Nand gateOf(String pin) {
      return made.gates().get(Integer.parseInt(pin.substring(1, 2)) - 1);
    }

    private void force(int line, String level) {
      local.add(line);
      made.pinsOf(line).forEach(pin -> forced.put(pin, level));
    }

    private void beyond(String to) {
      List<String> pins = made.pinsOf(lineOf(to));
      for (String pin : pins.subList(pins.indexOf(to), pins.size())) {
        forced.put(pin, "floating");
        pieceOf.put(pin, 2 * lineOf(to) + 1);
      }
    }

    /** The chance of the readings: every true state of every line summed over. */
    double likelihood(List<String[]> readings) {
      return line(0, new HashMap<>(), readings);
    }

    private double line(int line, Map<Integer, String> states, List<String[]> readings) {
      if (line == made.healthy().size()) {
        return 1;
      }
      double sum = 0;
      boolean split = made.pinsOf(line).stream().anyMatch(p -> pieceOf.get(p) % 2 == 1);
      for (String near : STATES) {
        double here = before(line, near, states) * seen(2 * line, near, readings);
        states.put(2 * line, near);
        if (!split) {
          sum += here == 0 ? 0 : here * line(line + 1, states, readings);
        } else {
          for (String far : STATES) {
            states.put(2 * line + 1, far);
            double there = chance("line", "floating", far) * seen(2 * line + 1, far, readings);
            sum += here * there == 0 ? 0 : here * there * line(line + 1, states, readings);
          }
        }
      }
      return sum;
    }

    /** How a line stands before it is read; only what was not followed has a row of its own. */
    double before(int line, String state, Map<Integer, String> states) {
      String healthy = made.healthy().get(line);
      if (line < made.inputs()) {
        return chance("line", forced.getOrDefault(driver(line), healthy), state);
      }
      Nand gate = made.gates().get(line - made.inputs());
      if (local.contains(line) && forced.containsKey(driver(line))) {
        return chance("line", forced.get(driver(line)), state);
      }
      String one = taken.getOrDefault("U" + gate.part() + ".1", at(gate, 1, states));
      String other = taken.getOrDefault("U" + gate.part() + ".2", at(gate, 2, states));
      String made = nand(one, other);
      boolean both = one.equals("toggling") && other.equals("toggling");
      return chance("line", both ? healthy : made, state);
    }

    private String driver(int line) {
      return made.pinsOf(line).getFirst();
    }

    private String at(Nand gate, int pin, Map<Integer, String> states) {
      return states.get(pieceOf.get("U" + gate.part() + "." + pin));
    }

    /** The piece a pin stands on: twice its line's number, and one more behind an open. */
    int pieceOf(String pin) {
      return pieceOf.get(pin);
    }

    /** Whether the fault parts a line in two. */
    boolean splits(int line) {
      return made.pinsOf(line).stream().anyMatch(pin -> pieceOf(pin) % 2 == 1);
    }

    /** What a gate takes the level at one of its inputs for. */
    String takenFor(String pin, String level) {
      return taken.getOrDefault(pin, level);
    }

    private double seen(int piece, String state, List<String[]> readings) {
      double chance = 1;
      for (String[] reading : readings) {
        if (pieceOf.get(reading[0]) == piece) {
          chance *= chance("probe", state, reading[1]);
        }
      }
      return chance;
    }
  }
}
