package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeviceLibraryTest {

  /**
   * Pin-outs of The TTL Data Book (Texas Instruments, 2nd ed. 1981) and of the 4116, from memory.
   */
  @ParameterizedTest
  @CsvSource({
    "74LS00, 3, 1Y", "74LS04, 4, 2Y", "74LS08, 11, 4Y", "74LS32, 8, 3Y", "74LS74, 12, 2D",
    "74LS139, 9, 2Y3", "74LS153, 14, A", "74LS157, 15, /G", "74LS161, 15, RCO", "74LS164, 8, CLK",
    "74LS166, 15, SH/LD", "74LS174, 9, CLK", "74LS244, 9, 2Y1", "74LS245, 19, /G",
        "74LS257, 12, 4Y",
    "74LS367, 15, /2G", "74LS373, 11, LE", "74LS374, 19, 8Q", "4116, 1, VBB", "4116, 8, VDD",
    "4116, 14, DOUT", "4116, 15, /CAS", "2114, 8, /CS", "2364, 20, /CS", "2364, 21, A12"
  })
  void pinsAreWhereTheDataBookHasThem(String device, String number, String name) {
    Device known = DeviceLibrary.shipped().find(device).orElseThrow();
    assertThat(known.pin(number).orElseThrow().name()).isEqualTo(name);
  }

  @Test
  void everyDevicesPinsAreNumberedFromOneToTheCountOfItsPackage() {
    for (Device device : DeviceLibrary.shipped().all()) {
      if (device.outline().equals("CAN14")) {
        continue; // four pins at the corners of a DIP14, numbered as there
      }
      for (int i = 0; i < device.pins().size(); i++) {
        assertThat(device.pins().get(i).number()).isEqualTo(String.valueOf(i + 1));
      }
      String digits = device.outline().replaceAll("[^0-9]", "");
      if (device.outline().startsWith("DIP")) {
        assertThat(device.pins()).as(device.name()).hasSize(Integer.parseInt(digits));
      }
    }
  }

  @Test
  void everyOutputOfALogicDeviceHasAGate() {
    for (Device device : DeviceLibrary.shipped().all()) {
      device.pins().stream()
          .filter(pin -> pin.kind().drives())
          .forEach(
              pin ->
                  assertThat(device.gates())
                      .as(device.name() + " " + pin.name())
                      .anyMatch(g -> g.output().equals(pin.name())));
    }
  }

  /** Function tables of The TTL Data Book, from memory. */
  @ParameterizedTest
  @CsvSource({
    "74LS00, 1Y, 1A=1 1B=1, 0",
    "74LS00, 1Y, 1A=0 1B=1, 1",
    "74LS10, 2Y, 2A=1 2B=1 2C=1, 0",
    "74LS10, 2Y, 2A=1 2B=0 2C=1, 1",
    "74LS86, 3Y, 3A=1 3B=0, 1",
    "74LS86, 3Y, 3A=1 3B=1, 0",
    "74LS139, 1Y2, /1G=0 1B=1 1A=0, 0",
    "74LS139, 1Y2, /1G=1 1B=1 1A=0, 1",
    "74LS139, 1Y1, /1G=0 1B=1 1A=0, 1",
    "74LS153, 1Y, /1G=0 B=1 A=0 1C2=1, 1",
    "74LS153, 1Y, /1G=0 B=0 A=1 1C2=1 1C1=0, 0",
    "74LS153, 1Y, /1G=1 B=1 A=0 1C2=1, 0",
    "74LS157, 2Y, S=0 2A=1 2B=0 /G=0, 1",
    "74LS157, 2Y, S=1 2A=1 2B=0 /G=0, 0",
    "74LS157, 2Y, S=0 2A=1 2B=0 /G=1, 0",
    "74LS145, Y9, D=1 C=0 B=0 A=1, 0",
    "74LS145, Y9, D=1 C=0 B=1 A=1, 1"
  })
  void gatesDoWhatTheFunctionTableSays(String device, String output, String pins, int level) {
    Map<String, Boolean> levels = new HashMap<>();
    for (String pin : pins.split(" ", -1)) {
      levels.put(pin.substring(0, pin.indexOf('=')), pin.endsWith("1"));
    }
    Gate gate =
        DeviceLibrary.shipped().find(device).orElseThrow().gates().stream()
            .filter(g -> g.output().equals(output))
            .findFirst()
            .orElseThrow();
    var function = (Gate.Combinational) gate.function();
    assertThat(function.expression().test(pin -> levels.getOrDefault(pin, false)))
        .isEqualTo(level == 1);
  }

  /** What must hold for any probe: a gate whose decisive input is fixed does not move. */
  @ParameterizedTest
  @CsvSource({
    "A & B, LOW, TOGGLING, LOW", "A & B, HIGH, TOGGLING, TOGGLING", "A | B, HIGH, TOGGLING, HIGH",
    "A | B, LOW, TOGGLING, TOGGLING", "A ^ B, HIGH, TOGGLING, TOGGLING",
        "!(A & B), LOW, STILL, HIGH",
    "A & B, FLOATING, LOW, LOW", "A & B, FLOATING, TOGGLING, TOGGLING",
        "A & B, STILL, TOGGLING, DOUBTFUL"
  })
  void signalsPassGatesAsTheyDoOnTheBench(String text, Signal a, Signal b, Signal expected) {
    Expression expression = Expression.parse(text);
    assertThat(expression.signal(pin -> pin.equals("A") ? a : b)).isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({"A &", "(A", "A B", "''", "A & | B", "!"})
  void whatIsNoExpressionIsRefused(String text) {
    assertThatThrownBy(() -> Expression.parse(text)).isInstanceOf(IllegalArgumentException.class);
  }
}
