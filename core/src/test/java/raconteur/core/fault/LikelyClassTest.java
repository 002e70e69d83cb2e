package raconteur.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.DeviceWords;
import raconteur.core.device.PinKind;

class LikelyClassTest {
  private static final Priors PRIORS = Priors.shipped();

  private static Part unknown(String designator, int pins, String block) {
    List<DevicePin> numbered = new ArrayList<>();
    for (int i = 1; i <= pins; i++) {
      numbered.add(new DevicePin(String.valueOf(i), String.valueOf(i), PinKind.PASSIVE));
    }
    return Part.of(
        designator, Device.ofPins("HOUSE-1", "", "unknown", "DIP" + pins, numbered), block);
  }

  @ParameterizedTest
  @CsvSource({
    "U1, 14, ram, small logic",
    "U1, 40, io, custom io",
    "U1, 40, video, custom video",
    "U1, 28, rom, mask rom",
    "U1, 24, unsorted, peripheral",
    "C7, 2, power, ceramic capacitor",
    "R7, 2, io, resistor",
    "J2, 30, io, connector",
    "5C, 16, unsorted, small logic"
  })
  void aPartNobodyNamedHasTheRateOfItsPackageAndPlace(
      String designator, int pins, String block, String deviceClass) {
    assertThat(LikelyClass.of(PRIORS, unknown(designator, pins, block))).isEqualTo(deviceClass);
  }

  /** A list's own words say more of a chip nobody described than its pins do. */
  @ParameterizedTest
  @CsvSource({
    "PL-01 custom, custom io",
    "HA-7 amplifier, analogue",
    "XK-2 reset chip, analogue",
    "HN-9 work ram, sram other",
    "house cpu, cpu",
    "EM-1 emi filter, resistor",
    "HOUSE-17, small logic"
  })
  void whatAListCallsAChipTellsItsClass(String called, String deviceClass) {
    Device device = Device.ofPins(called, "", "unknown", "DIP0", List.of());
    assertThat(LikelyClass.of(PRIORS, Part.of("U1", device, "unsorted"))).isEqualTo(deviceClass);
  }

  @Test
  void whatIsTurnedByHandWearsLikeAContact() {
    Device pot = DeviceLibrary.shipped().find("trimmer").orElseThrow();
    assertThat(LikelyClass.of(PRIORS, Part.of("VR1", pot, "io"))).isEqualTo("connector");
  }

  @Test
  void aNamedPartHasItsOwn() {
    Device device = DeviceLibrary.shipped().find("4164").orElseThrow();
    assertThat(LikelyClass.of(PRIORS, Part.of("U1", device, "ram"))).isEqualTo("dram");
  }

  @Test
  void everyClassADeviceFileMayNameHasABaseRate() {
    var known = new TreeSet<>(Priors.shipped().classes().keySet());
    known.add("unknown");
    assertThat(known).containsExactlyElementsOf(new TreeSet<>(DeviceWords.CLASSES));
  }
}
