package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class TestVectorsTest {

  /** Their last bit moves after more rows than are derived. */
  private static final Set<String> LONG_COUNTERS = Set.of("4020", "4060");

  static List<Device> devicesThatRun() {
    return DeviceLibrary.shipped().all().stream()
        .filter(d -> d.behaviour().known())
        .filter(d -> d.behaviour().memories().isEmpty())
        .filter(d -> d.behaviour().switches().isEmpty())
        .filter(d -> !LONG_COUNTERS.contains(d.name()))
        .toList();
  }

  /** One of four of them: all take half a minute. */
  static List<Device> someThatRun() {
    List<Device> all = devicesThatRun();
    return IntStream.range(0, all.size()).filter(i -> i % 4 == 0).mapToObj(all::get).toList();
  }

  @ParameterizedTest
  @MethodSource("someThatRun")
  void theRowsShowEveryStuckPinOfALogicDeviceAndIdentifyIt(Device device) {
    everyStuckPinIsShown(device);
  }

  @Tag("long")
  @ParameterizedTest
  @MethodSource("devicesThatRun")
  void theRowsShowEveryStuckPinOfAllLogicDevices(Device device) {
    everyStuckPinIsShown(device);
  }

  private static void everyStuckPinIsShown(Device device) {
    TestVectors.Derived derived = DerivedOnce.of(device);
    assertThat(derived.shown()).as(device.name()).isEqualTo(derived.faults());
    assertThat(Identification.of(derived.rows(), List.of(device))).hasSize(1);
  }

  @ParameterizedTest
  @ValueSource(strings = {"2114", "74LS189"})
  void theRowsShowMostStuckPinsOfAMemoryOrALongCounter(String name) {
    most(name);
  }

  @Tag("long")
  @ParameterizedTest
  @ValueSource(strings = {"4116", "4020", "6116", "74LS670", "4164", "4464", "4060"})
  void theRowsShowMostStuckPinsOfOtherMemoriesToo(String name) {
    most(name);
  }

  private static void most(String name) {
    TestVectors.Derived derived = TestVectors.of(DeviceLibrary.shipped().find(name).orElseThrow());
    assertThat((double) derived.shown() / derived.faults()).as(name).isGreaterThan(0.9);
  }

  @Test
  void aBadPartIsNotIdentifiedAsAGoodOne() {
    Device and = DeviceLibrary.shipped().find("74LS08").orElseThrow();
    List<VectorRow> bad =
        TestVectors.of(and).rows().stream()
            .map(
                row -> {
                  Map<String, Level> shown = new HashMap<>(row.shown());
                  shown.put("3", Level.LOW);
                  return new VectorRow(row.driven(), shown);
                })
            .toList();
    assertThat(Identification.of(bad, DeviceLibrary.shipped().all()))
        .extracting(f -> f.device().name())
        .doesNotContain("74LS08");
  }

  @Test
  void selectorsAreToldApartAndTwinsAreNot() {
    Device mux = DeviceLibrary.shipped().find("74LS257").orElseThrow();
    assertThat(names(mux)).contains("74LS257").doesNotContain("74LS258", "74LS157", "74LS158");
    Device twin = DeviceLibrary.shipped().find("74LS521").orElseThrow();
    assertThat(names(twin)).contains("74LS521", "74LS688");
  }

  private static List<String> names(Device device) {
    return Identification.of(TestVectors.of(device).rows(), DeviceLibrary.shipped().all()).stream()
        .map(f -> f.device().name())
        .toList();
  }

  @Test
  void aDeviceWithoutAFunctionHasNoRows() {
    Optional<Device> custom = DeviceLibrary.shipped().find("74LS629");
    assertThat(TestVectors.of(custom.orElseThrow()).rows()).isEmpty();
  }
}
