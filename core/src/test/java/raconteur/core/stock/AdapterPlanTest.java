package raconteur.core.stock;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.stock.AdapterPlan.Action;
import raconteur.core.stock.AdapterPlan.Enabling;

/** Pin-outs of JEDEC Standard 21-C byte-wide memories and of the 16-pin DRAMs, from memory. */
class AdapterPlanTest {

  private static Device device(String name) {
    return DeviceLibrary.shipped().find(name).orElseThrow();
  }

  private static AdapterPlan plan(String socket, String replacement, Enabling enabling) {
    return AdapterPlan.of(device(socket), device(replacement), enabling);
  }

  private static Map<String, String> moved(AdapterPlan plan) {
    return plan.lines().stream()
        .filter(l -> l.action() == Action.LIFT_AND_WIRE || l.action() == Action.LIFT_AND_TIE)
        .collect(
            Collectors.toMap(
                AdapterPlan.Line::pin, AdapterPlan.Line::to, (a, b) -> a, TreeMap::new));
  }

  /**
   * The classic 24-to-28-pin adapter: A11, A12, the supply and the enables move, the rest plugs.
   */
  @Test
  void a2764InThePlaceOfA24PinMaskRom() {
    AdapterPlan plan = plan("2364", "2764", Enabling.TOGETHER);
    assertThat(plan.works()).isTrue();
    assertThat(moved(plan))
        .isEqualTo(Map.of("1", "+5V", "2", "21", "20", "20", "23", "18", "27", "+5V", "28", "24"));
    assertThat(plan.lines().stream().filter(l -> l.action() == Action.STRAIGHT)).hasSize(21);
  }

  @Test
  void theOtherWayOfEnablingTiesTheSelectLow() {
    AdapterPlan plan = plan("2364", "2764", Enabling.SELECT_LOW);
    assertThat(moved(plan)).containsEntry("20", "GND").doesNotContainKey("22");
    assertThat(plan.notes().toString()).contains("runs warm");
  }

  @Test
  void aLargerPartHoldsSeveralImages() {
    AdapterPlan plan = plan("2364", "27256", Enabling.TOGETHER);
    assertThat(plan.banks()).isEqualTo(4);
    assertThat(moved(plan)).containsEntry("26", "GND").containsEntry("27", "GND");
  }

  @Test
  void aSmallerPartCannotServe() {
    AdapterPlan plan = plan("2364", "2732", Enabling.TOGETHER);
    assertThat(plan.works()).isFalse();
    assertThat(plan.problems().toString()).contains("pin 21 A12");
  }

  /**
   * Data books of the 4116 and 4164: pin 1 −5 V, pin 8 +12 V against +5 V, pin 9 +5 V against A7.
   */
  @Test
  void aSingleRailDramInAThreeRailSocket() {
    AdapterPlan plan = plan("4116", "4164", Enabling.TOGETHER);
    assertThat(plan.works()).isTrue();
    assertThat(moved(plan)).isEqualTo(Map.of("8", "9", "9", "GND"));
    assertThat(plan.unused().toString())
        .contains("pin 1 carries -5V")
        .contains("pin 8 carries +12V");
    assertThat(plan.banks()).as("a row and a column bit more").isEqualTo(4);
  }

  @Test
  void whatIsTheSamePlugsIn() {
    assertThat(plan("2764", "2764", Enabling.TOGETHER).plain()).isTrue();
    assertThat(plan("74LS00", "74LS00", Enabling.TOGETHER).plain()).isTrue();
  }
}
