package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.IntBinaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.data.Loaded;

class FunctionNotationTest {

  private static String file(String pins, String... statements) {
    StringBuilder gates = new StringBuilder();
    for (String statement : statements) {
      gates.append(gates.isEmpty() ? "" : ",\n").append('"').append(statement).append('"');
    }
    StringBuilder list = new StringBuilder();
    int number = 0;
    for (String pin : pins.split(" ", -1)) {
      String kind = pin.startsWith("Y") || pin.startsWith("Q") ? "output" : "input";
      list.append(list.isEmpty() ? "" : ", ")
          .append('"')
          .append(++number)
          .append(' ')
          .append(pin)
          .append(' ')
          .append(kind)
          .append('"');
    }
    return "{\"format\": \"raconteur-devices/1\", \"devices\": [{\"device\": \"X\", \"title\":"
        + " \"X\",\n"
        + "\"class\": \"small logic\", \"package\": \"SIL9\", \"pins\": ["
        + list
        + "],\n\"gates\": [\n"
        + gates
        + "]}]}";
  }

  private static Device device(String pins, String... statements) {
    return switch (DeviceFiles.read("x.json", file(pins, statements))) {
      case Loaded.Ok<List<Device>> ok -> ok.value().getFirst();
      case Loaded.Refused<List<Device>> refused -> throw new AssertionError(refused.summary());
    };
  }

  private static Map<String, Level> run(Device device, Map<String, Integer> inputs) {
    Map<String, Level> row = new HashMap<>();
    inputs.forEach(
        (name, bit) -> row.put(device.pinNamed(name).orElseThrow().number(), Level.of(bit == 1)));
    Map<String, Level> byName = new HashMap<>();
    new DeviceRun(device)
        .apply(row)
        .forEach((number, level) -> byName.put(device.pin(number).orElseThrow().name(), level));
    return byName;
  }

  /** Words are checked against the arithmetic of the machine the test runs on. */
  @ParameterizedTest
  @CsvSource({"+", "-", "&", "|", "^", "==", "<"})
  void wordsAreCalculatedAsNumbersAre(String operator) {
    IntBinaryOperator expected =
        switch (operator) {
          case "+" -> (a, b) -> a + b;
          case "-" -> (a, b) -> a - b;
          case "&" -> (a, b) -> a & b;
          case "|" -> (a, b) -> a | b;
          case "^" -> (a, b) -> a ^ b;
          case "==" -> (a, b) -> a == b ? 1 : 0;
          default -> (a, b) -> a < b ? 1 : 0;
        };
    Device device =
        device(
            "A3 A2 A1 A0 B3 B2 B1 B0 Y3 Y2 Y1 Y0", "{Y3..Y0} = {A3..A0} " + operator + " {B3..B0}");
    for (int a = 0; a < 16; a++) {
      for (int b = 0; b < 16; b++) {
        Map<String, Integer> inputs = new HashMap<>();
        for (int i = 0; i < 4; i++) {
          inputs.put("A" + i, (a >> i) & 1);
          inputs.put("B" + i, (b >> i) & 1);
        }
        Map<String, Level> shown = run(device, inputs);
        int value = 0;
        for (int i = 3; i >= 0; i--) {
          value = value * 2 + (shown.get("Y" + i) == Level.HIGH ? 1 : 0);
        }
        assertThat(value).as("%d %s %d", a, operator, b).isEqualTo(expected.applyAsInt(a, b) & 15);
      }
    }
  }

  @Test
  void aSelectionWithAnUnknownSelectorIsKnownWhereItDoesNotMatter() {
    Device device = device("S A B Y", "Y = pick(S, A, B)");
    assertThat(run(device, Map.of("A", 1, "B", 1))).containsEntry("Y", Level.HIGH);
    assertThat(run(device, Map.of("A", 1, "B", 0))).containsEntry("Y", Level.UNKNOWN);
    assertThat(run(device, Map.of("S", 1, "A", 1, "B", 0))).containsEntry("Y", Level.LOW);
  }

  /** Whatever is unknown: when the result is known it is the same for every completion. */
  @Test
  void aKnownLevelIsTrueForEveryCompletionOfTheUnknownInputs() {
    Random random = new Random(3);
    List<String> names = List.of("A", "B", "C", "D");
    for (int round = 0; round < 400; round++) {
      Expression expression = Expression.parse(random(random, names, 4));
      Map<String, Level> inputs = new HashMap<>();
      names.forEach(n -> inputs.put(n, Level.values()[random.nextInt(3)]));
      Level level = expression.level(inputs::get, (m, address, bit) -> Level.UNKNOWN);
      List<Boolean> completions = new ArrayList<>();
      for (int v = 0; v < 16; v++) {
        int bits = v;
        completions.add(
            expression.test(
                n -> {
                  Level given = inputs.get(n);
                  return given.known()
                      ? given == Level.HIGH
                      : ((bits >> names.indexOf(n)) & 1) == 1;
                }));
      }
      if (level.known()) {
        assertThat(completions).containsOnly(level == Level.HIGH);
      }
      if (inputs.values().stream().allMatch(Level::known)) {
        assertThat(level.known()).isTrue();
      }
    }
  }

  private static String random(Random random, List<String> names, int depth) {
    if (depth == 0 || random.nextInt(5) == 0) {
      return names.get(random.nextInt(names.size()));
    }
    String left = random(random, names, depth - 1);
    String right = random(random, names, depth - 1);
    return switch (random.nextInt(5)) {
      case 0 -> "!(" + left + ")";
      case 1 -> "(" + left + " & " + right + ")";
      case 2 -> "(" + left + " | " + right + ")";
      case 3 -> "(" + left + " ^ " + right + ")";
      default -> "pick(" + left + ", " + right + ", " + random(random, names, depth - 1) + ")";
    };
  }

  @Test
  void registersOnOneClockExchangeTheirWords() {
    Device device =
        device(
            "CLK SET Q0 Q1",
            "a := 1 while SET, b on rise CLK",
            "b := 0 while SET, a on rise CLK",
            "Q0 = a",
            "Q1 = b");
    DeviceRun run = new DeviceRun(device);
    run.apply(Map.of("1", Level.LOW, "2", Level.HIGH));
    run.apply(Map.of("1", Level.LOW, "2", Level.LOW));
    assertThat(run.apply(Map.of("1", Level.HIGH, "2", Level.LOW)))
        .containsEntry("3", Level.LOW)
        .containsEntry("4", Level.HIGH);
  }

  @Test
  void aLoopThatDoesNotSettleIsUnknownAndDoesNotHang() {
    Device device = device("A Q", "a := !a while A", "Q = a");
    DeviceRun run = new DeviceRun(device, Level.LOW);
    assertThat(run.apply(Map.of("1", Level.HIGH))).containsEntry("2", Level.UNKNOWN);
  }

  /** The line is that of the statement, the column that of the word in it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Y = A & C | x.json:4:10: devices[0].gates[0]: \"C\" is not a pin of this device",
        "Z = A | \"Z\" is not an output of this device",
        "Y = A & | a pin name is expected at character 8",
        "Y = (A | \")\" is expected",
        "Y = {A B} | a word of 1 bits is expected, not of 2",
        "Y A | a gate is written Y = A & B or Q <- CLK, D",
        "q := A | \"while\" or \"on rise\" or \"on fall\" is expected",
        "q := A on A | \"rise\" or \"fall\" is expected",
        "q[65] := A while B | a remembered word has 1 to 64 bits",
        "A := B while B | \"A\" is a pin",
        "m[A] := B while B | no memory is called \"m\"",
        "memory m 0 x 4 | a memory has 1 to",
        "Y = pick(A, B) | the selector has too few",
        "Y = pick(A) | takes more words",
        "Y = A9..B0 | is not a pin",
        "{Y Y} = {A9..B0} | a range is written A7..A0",
      })
  void whatDoesNotFollowTheNotationIsRefusedWithItsPlace(String statement, String reason) {
    // The selector example is right for two choices; three are too many for one bit.
    String tried = statement.equals("Y = pick(A, B)") ? "Y = pick(A, B, A, B)" : statement;
    assertThat(DeviceFiles.read("x.json", file("A B Y", tried)))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("x.json:4:").contains(reason));
  }

  @Test
  void nestingThatWouldExhaustTheStackIsRefused() {
    String deep = "Y = " + "!".repeat(5000) + "A";
    assertThat(DeviceFiles.read("x.json", file("A Y", deep))).isInstanceOf(Loaded.Refused.class);
    String brackets = "Y = " + "(".repeat(5000) + "A" + ")".repeat(5000);
    assertThat(DeviceFiles.read("x.json", file("A Y", brackets)))
        .isInstanceOf(Loaded.Refused.class);
  }
}
