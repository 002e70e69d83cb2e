package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeviceLibraryTest {

  /**
   * Pin-outs of The TTL Data Book (Texas Instruments, 2nd ed. 1981), of the RCA COS/MOS data book
   * for the 4000 series, of the Intel and Signetics memory data books and of linear data books, all
   * from memory.
   */
  @ParameterizedTest
  @CsvSource({
    "74LS00, 3, 1Y",
    "74LS04, 4, 2Y",
    "74LS08, 11, 4Y",
    "74LS32, 8, 3Y",
    "74LS74, 12, 2D",
    "74LS139, 9, 2Y3",
    "74LS153, 14, A",
    "74LS157, 15, /G",
    "74LS161, 15, RCO",
    "74LS164, 8, CLK",
    "74LS166, 15, SH/LD",
    "74LS174, 9, CLK",
    "74LS244, 9, 2Y1",
    "74LS245, 19, /G",
    "74LS257, 12, 4Y",
    "74LS367, 15, /2G",
    "74LS373, 11, LE",
    "74LS374, 19, 8Q",
    "4116, 1, VBB",
    "4116, 8, VDD",
    "74LS02, 1, 1Y",
    "74LS10, 12, 1Y",
    "74LS20, 6, 1Y",
    "74LS30, 8, Y",
    "74LS42, 15, A",
    "74LS51, 8, 1Y",
    "74LS83, 5, VCC",
    "74LS83, 12, GND",
    "74LS85, 6, A=B",
    "74LS90, 5, VCC",
    "74LS90, 12, QA",
    "74LS92, 9, QC",
    "74LS93, 11, QD",
    "74LS107, 12, 1CLK",
    "74LS109, 3, /1K",
    "74LS112, 13, 2CLK",
    "74LS125, 13, /4OE",
    "74LS138, 7, Y7",
    "74LS138, 6, G1",
    "74LS145, 12, D",
    "74LS147, 9, /A",
    "74LS148, 14, /GS",
    "74LS151, 6, W",
    "74LS154, 23, A",
    "74LS155, 15, /2C",
    "74LS158, 1, S",
    "74LS165, 9, QH",
    "74LS169, 15, /RCO",
    "74LS173, 15, CLR",
    "74LS175, 11, /3Q",
    "74LS181, 14, A=B",
    "74LS189, 5, /Q1",
    "74LS190, 13, /RCO",
    "74LS193, 14, CLR",
    "74LS194, 7, SL",
    "74LS195, 11, /QD",
    "74LS240, 18, 1Y1",
    "74LS251, 5, Y",
    "74LS258, 15, /OE",
    "74LS259, 14, /G",
    "74LS260, 6, 2Y",
    "74LS266, 10, 3Y",
    "74LS273, 11, CLK",
    "74LS279, 9, 3Q",
    "74LS280, 5, EVEN",
    "74LS283, 4, S1",
    "74LS298, 10, WS",
    "74LS299, 8, QA'",
    "74LS353, 9, 2Y",
    "74LS365, 15, /G2",
    "74LS377, 1, /G",
    "74LS390, 15, 2CKA",
    "74LS393, 13, 2A",
    "74LS399, 9, CLK",
    "74LS541, 18, Y1",
    "74LS573, 19, 1Q",
    "74LS590, 14, /G",
    "74LS595, 14, SER",
    "74LS640, 19, /G",
    "74LS670, 12, /GW",
    "74LS682, 1, /P>Q",
    "74LS688, 19, /P=Q",
    "4011, 3, 1Y",
    "4013, 6, 1S",
    "4017, 12, CO",
    "4040, 10, CLK",
    "4051, 3, Z",
    "4066, 13, 1E",
    "2102, 10, VCC",
    "2147, 7, DOUT",
    "2716, 21, VPP",
    "2732, 21, A11",
    "2764, 27, /PGM",
    "27512, 1, A15",
    "27C040, 31, A18",
    "28C64, 27, /WE",
    "4164, 9, A7",
    "41256, 1, A8",
    "4464, 1, /OE",
    "6116, 21, /WE",
    "6264, 26, CS2",
    "62256, 20, /CS",
    "82S123, 15, /CE",
    "82S129, 13, /CE1",
    "82S137, 10, /CE2",
    "555, 3, OUT",
    "1488, 1, VEE",
    "1489, 2, 1CTRL",
    "324, 4, VCC",
    "LM317, 1, ADJ",
    "7905, 1, GND",
    "4116, 14, DOUT",
    "4116, 15, /CAS",
    "2114, 8, /CS",
    "2364, 20, /CS",
    "2364, 21, A12"
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

  /** A list of suspects says each thing once. */
  @ParameterizedTest
  @CsvSource({
    "74LS00, 74LS00 quad 2-input NAND",
    "electrolytic, electrolytic capacitor",
    "connector-8, 8-way connector",
    "edge-44, 44-way edge connector"
  })
  void aDeviceIsNamedOnce(String name, String words) {
    assertThat(DeviceLibrary.shipped().find(name).orElseThrow().inWords()).isEqualTo(words);
  }

  @Test
  void everyOutputOfALogicDeviceHasAGate() {
    // What a processor, a port or a programmed part does is not written down as gates.
    Set<String> blackBoxes = Set.of("cpu", "peripheral", "programmable logic");
    for (Device device : DeviceLibrary.shipped().all()) {
      device.pins().stream()
          .filter(pin -> !blackBoxes.contains(device.deviceClass()))
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

  /** "Ceramic" has "ram" in it, and "programmable" too. */
  @Test
  void onlyMemoriesAreMemories() {
    assertThat(DeviceLibrary.shipped().all().stream().filter(d -> d.isRam() || d.isRom()))
        .hasSizeGreaterThan(30)
        .allMatch(d -> !d.behaviour().memories().isEmpty());
    assertThat(DeviceLibrary.shipped().find("4116").orElseThrow().isRam()).isTrue();
    assertThat(DeviceLibrary.shipped().find("2764").orElseThrow().isRom()).isTrue();
  }
}
