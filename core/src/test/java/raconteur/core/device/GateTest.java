package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.data.Loaded;

class GateTest {

  @Test
  void aFunctionWithNameAndEnable() {
    Gate gate = Gate.parse("2: 2Y = !S & 2A | S & 2B when !/OE");
    assertThat(gate.name()).isEqualTo("2");
    assertThat(gate.output()).isEqualTo("2Y");
    assertThat(gate.inputs()).containsExactlyInAnyOrder("S", "2A", "2B", "/OE");
  }

  @Test
  void anOutputThatRemembersNamesItsClockFirst() {
    Gate gate = Gate.parse("Q <- CLK, D, /CLR");
    assertThat(gate.name()).isEqualTo("Q");
    assertThat(((Gate.Remembering) gate.function()).clock()).isEqualTo("CLK");
  }

  @ParameterizedTest
  @ValueSource(strings = {"Y", "Y A & B", "= A", "1: Y = ", "Y = A when "})
  void whatIsNoGateIsRefused(String text) {
    assertThatThrownBy(() -> Gate.parse(text)).isInstanceOf(RuntimeException.class);
  }

  /** Not binds before and, and before exclusive or, exclusive or before or. */
  @ParameterizedTest
  @CsvSource({
    "A | B & C, A, true", "A | B & C, B, false", "!A & B, B, true", "!(A & B), A, true",
    "A ^ B | C, C, true", "A ^ B & C, AB, true", "A ^ B ^ C, ABC, true", "A ^ B, AB, false"
  })
  void operatorsBindAsTheyShould(String text, String high, boolean expected) {
    assertThat(Expression.parse(text).test(pin -> high.contains(pin))).isEqualTo(expected);
  }

  @Test
  void pinNamesMayHoldSlashesAndSigns() {
    assertThat(Expression.parse("!/OE & SH/LD | IN1+ & IN1-").pins())
        .isEqualTo(Set.of("/OE", "SH/LD", "IN1+", "IN1-"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"1 A input\", \"1 B input\" | pin 1 stands there twice",
        "\"1 A inputt\", \"2 B input\" | \"inputt\" is no kind of pin",
        "\"1 A\", \"2 B input\" | a pin is written \"number name kind\"",
      })
  void aDeviceFileIsRefusedWithPlaceAndReason(String pins, String reason) {
    String text =
        "{\"format\": \"raconteur-devices/1\", \"devices\": [{\"device\": \"X\", \"title\": \"X\","
            + " \"class\": \"small logic\", \"package\": \"DIP2\", \"pins\": ["
            + pins
            + "]}]}";
    assertThat(DeviceFiles.read("x.json", text))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("x.json:1:").contains(reason));
  }

  @Test
  void aGateOnPinsTheDeviceDoesNotHaveIsRefused() {
    String text =
        "{\"format\": \"raconteur-devices/1\", \"devices\": [{\"device\": \"X\", \"title\": \"X\","
            + " \"class\": \"small logic\", \"package\": \"DIP2\", \"pins\": [\"1 A input\", \"2 Y"
            + " output\"], \"gates\": [\"Y = A & B\", \"A = Y\"]}]}";
    assertThat(DeviceFiles.read("x.json", text))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused ->
                assertThat(refused.summary())
                    .contains("\"B\" is not a pin of this device")
                    .contains("\"A\" is not an output of this device"));
  }
}
