package raconteur.core.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Level;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * ISCAS-85 c17 (Brglez and Fujiwara, ISCAS 1985), as six NAND gates of two packages: its complete
 * dictionary of single stuck-at faults on all 17 lines, against the circuit's equations worked out
 * here. All 34 faults are known to be detectable.
 */
class C17Test {
  private static final List<String> INPUTS = List.of("N1", "N2", "N3", "N6", "N7");
  private static final Board C17 =
      Boards.parse(
          """
          {"format": "raconteur-board/1", "id": "c17", "machine": "c17", "revision": "1",
           "title": "c17", "copper": {"layers": 2, "order known": true},
           "blocks": ["power", "clock"],
           "parts": [
             {"part": "J1", "device": "connector-8", "block": "clock"},
             {"part": "U1", "device": "74LS00", "block": "clock"},
             {"part": "U2", "device": "74LS00", "block": "clock"}],
           "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                      "expected ohms": 300}],
           "ground": "GND",
           "nets": [
             {"net": "N1", "path": ["J1.1", "U1.1"]},
             {"net": "N3", "path": ["J1.2", "U1.2", "U1.4"]},
             {"net": "N6", "path": ["J1.3", "U1.5"]},
             {"net": "N2", "path": ["J1.4", "U1.9"]},
             {"net": "N7", "path": ["J1.5", "U2.2"]},
             {"net": "N10", "path": ["U1.3", "U2.4"]},
             {"net": "N11", "path": ["U1.6", "U1.10", "U2.1"]},
             {"net": "N16", "path": ["U1.8", "U2.5", "U2.9"]},
             {"net": "N19", "path": ["U2.3", "U2.10"]},
             {"net": "N22", "path": ["U2.6", "J1.6"]},
             {"net": "N23", "path": ["U2.8", "J1.7"]},
             {"net": "+5V", "path": ["U1.14", "U2.14"]},
             {"net": "GND", "path": ["U1.7", "U2.7"]}],
           "dead test": {"flashes": []}, "symptoms": []}
          """);

  /** The lines of c17: the five inputs, six gates, and the two branches of each of N3, N11, N16. */
  private static final Map<String, List<String>> READERS =
      new LinkedHashMap<>(
          Map.of(
              "N1", List.of("U1.1"),
              "N2", List.of("U1.9"),
              "N3", List.of("U1.2", "U1.4"),
              "N6", List.of("U1.5"),
              "N7", List.of("U2.2")));

  private static final Map<String, String> GATES =
      Map.of(
          "N10", "U1.3", "N11", "U1.6", "N16", "U1.8", "N19", "U2.3", "N22", "U2.6", "N23", "U2.8");
  private static final List<String> BRANCHES =
      List.of("U1.2", "U1.4", "U1.10", "U2.1", "U2.5", "U2.9");

  /** One line of the circuit held at a level. */
  private record Stuck(String line, boolean high) {}

  private static boolean nand(
      Stuck stuck, String out, String pinOne, boolean one, String pinOther, boolean other) {
    boolean a = stuck.line().equals(pinOne) ? stuck.high() : one;
    boolean b = stuck.line().equals(pinOther) ? stuck.high() : other;
    boolean result = !(a && b);
    return stuck.line().equals(out) ? stuck.high() : result;
  }

  /** The circuit's equations with one line held. */
  private static int equations(Stuck stuck, int pattern) {
    Map<String, Boolean> in = new HashMap<>();
    for (int i = 0; i < INPUTS.size(); i++) {
      boolean given = (pattern >> i & 1) == 1;
      in.put(INPUTS.get(i), stuck.line().equals(INPUTS.get(i)) ? stuck.high() : given);
    }
    boolean n10 = nand(stuck, "N10", "U1.1", in.get("N1"), "U1.2", in.get("N3"));
    boolean n11 = nand(stuck, "N11", "U1.4", in.get("N3"), "U1.5", in.get("N6"));
    boolean n16 = nand(stuck, "N16", "U1.9", in.get("N2"), "U1.10", n11);
    boolean n19 = nand(stuck, "N19", "U2.1", n11, "U2.2", in.get("N7"));
    boolean n22 = nand(stuck, "N22", "U2.4", n10, "U2.5", n16);
    boolean n23 = nand(stuck, "N23", "U2.9", n16, "U2.10", n19);
    return (n22 ? 1 : 0) | (n23 ? 2 : 0);
  }

  private static List<PlantedFault> planted(Stuck stuck) {
    Level level = Level.of(stuck.high());
    if (GATES.containsKey(stuck.line())) {
      PinRef pin = PinRef.parse(GATES.get(stuck.line()));
      FaultMode mode = stuck.high() ? FaultMode.STUCK_HIGH : FaultMode.STUCK_LOW;
      return List.of(PlantedFault.of(new Fault(new Place.Output(pin), mode)));
    }
    return READERS.getOrDefault(stuck.line(), List.of(stuck.line())).stream()
        .map(p -> PlantedFault.of(new PlantedFault.Reads(PinRef.parse(p), level)))
        .toList();
  }

  private static List<Integer> simulated(List<PlantedFault> faults) {
    List<Map<String, Level>> rows = new ArrayList<>();
    for (int pattern = 0; pattern < 32; pattern++) {
      Map<String, Level> row = new LinkedHashMap<>();
      for (int i = 0; i < INPUTS.size(); i++) {
        row.put(INPUTS.get(i), Level.of((pattern >> i & 1) == 1));
      }
      rows.add(row);
    }
    return Stimulus.apply(
            new SimulatedBoard(C17, BenchSetUp.NONE).with(faults),
            PluggedIn.NOTHING,
            rows,
            List.of("N22", "N23"),
            LogicRun.PowerUp.AS_IT_FALLS,
            1)
        .stream()
        .map(r -> (r.get("N22") == Level.HIGH ? 1 : 0) | (r.get("N23") == Level.HIGH ? 2 : 0))
        .toList();
  }

  @Test
  void everyStuckLineAnswersAsTheEquationsSayAndEveryOneShows() {
    List<String> lines = new ArrayList<>(INPUTS);
    lines.addAll(GATES.keySet());
    lines.addAll(BRANCHES);
    assertThat(lines).hasSize(17);
    List<Integer> healthy = simulated(List.of());
    Set<List<Integer>> answers = new HashSet<>();
    for (String line : lines) {
      for (boolean high : new boolean[] {false, true}) {
        Stuck stuck = new Stuck(line, high);
        List<Integer> expected = new ArrayList<>();
        for (int pattern = 0; pattern < 32; pattern++) {
          expected.add(equations(stuck, pattern));
        }
        List<Integer> shown = simulated(planted(stuck));
        assertThat(shown).as(stuck.toString()).isEqualTo(expected).isNotEqualTo(healthy);
        answers.add(shown);
      }
    }
    // 34 faults collapse to 22 by equivalence inside the gates; told apart they are no more than
    // that
    assertThat(answers.size()).isBetween(2, 22);
  }
}
