package raconteur.core.stock;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.LogicFamily;
import raconteur.core.device.PinKind;
import raconteur.core.judge.Verdict.Level;

class SubstitutionTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Device device(String name) {
    return DeviceLibrary.shipped().find(name).orElseThrow();
  }

  private static Substitution check(String part, Device offered, String grade, OptionalInt needed) {
    return Substitution.check(BOARD, BOARD.part(part).orElseThrow(), offered, grade, needed);
  }

  private static Substitution check(String part, String offered) {
    return check(part, device(offered), "", OptionalInt.empty());
  }

  private static String bad(Substitution answer) {
    return answer.lines().stream()
        .filter(l -> l.level() == Level.BAD)
        .map(l -> l.subject() + ": " + l.words())
        .collect(Collectors.joining("; "));
  }

  private static String first(String device) {
    return BOARD.parts().stream()
        .filter(p -> p.device().name().equals(device))
        .map(Part::designator)
        .findFirst()
        .orElseThrow();
  }

  /**
   * The fan-outs of the TTL and CMOS data books: 20 LS loads on LS, 10 on standard TTL and so on.
   */
  @ParameterizedTest
  @CsvSource({
    "74LS00, 74LS00, 20",
    "7400, 7400, 10",
    "74LS00, 7400, 5",
    "7400, 74LS00, 20",
    "74S00, 74S00, 10",
    "74HC00, 74LS00, 10",
    "74LS244, 74LS00, 60"
  })
  void fanOutIsThatOfTheDataBooks(String driver, String load, int inputs) {
    assertThat(family(driver).fanOut(family(load))).isEqualTo(inputs);
  }

  private static LogicFamily family(String name) {
    Device any = Device.ofPins(name, "", "small logic", "DIP14", List.of());
    return LogicFamily.of(any);
  }

  /** Why a 74HC part in a board of 74LS wants pull-ups, and a 74HCT does not. */
  @Test
  void lsOutputsDoNotReachHcInputs() {
    assertThat(family("74LS00").reaches(family("74HC00"), "1A")).isFalse();
    assertThat(family("74LS00").reaches(family("74HCT00"), "1A")).isTrue();
    assertThat(family("74HC00").reaches(family("74LS00"), "1A")).isTrue();
  }

  @Test
  void theSameFunctionInAFamilyWithTtlLevelsServes() {
    String mux = first("74LS157");
    assertThat(check(mux, device("74LS157").named("74HCT157"), "", OptionalInt.empty()).worst())
        .isEqualTo(Level.GOOD);
    assertThat(bad(check(mux, device("74LS157").named("74HC157"), "", OptionalInt.empty())))
        .contains("levels", "wants 3.5 V");
    assertThat(bad(check(mux, "74LS153"))).contains("function: another function");
    assertThat(bad(check(mux, "74LS00"))).contains("package: 14 pins for 16");
  }

  @Test
  void aDramThatWantsOtherRailsWouldBeDestroyed() {
    assertThat(bad(check("U22", "4164"))).contains("rails", "pin 8 carries +12V", "destroyed");
    assertThat(bad(check("U22", "2118"))).contains("pin 8 carries +12V", "destroyed");
    assertThat(check("U22", device("4116"), "-2", OptionalInt.of(200)).worst())
        .isEqualTo(Level.GOOD);
    assertThat(bad(check("U22", device("4116"), "-4", OptionalInt.of(200))))
        .contains("250 ns is slower than 200 ns");
  }

  @Test
  void aPartThatPullsBothWaysMustNotStandOnAWiredOrNet() {
    Board wired =
        Boards.parse(
            """
            {"format": "raconteur-board/1", "id": "wired", "machine": "W", "revision": "1",
             "title": "t", "assembly": "", "blocks": ["io"],
             "parts": [{"part": "U1", "device": "7407", "block": "io"},
                       {"part": "U2", "device": "7407", "block": "io"},
                       {"part": "U3", "device": "74LS04", "block": "io"}],
             "ground": "GND",
             "nets": [{"net": "/IRQ", "path": ["U1.2", "U2.2", "U3.1"]}]}
            """);
    Device original = device("7407");
    List<DevicePin> pushing =
        original.pins().stream()
            .map(
                p ->
                    p.kind() == PinKind.OPEN_COLLECTOR
                        ? new DevicePin(p.number(), p.name(), PinKind.OUTPUT)
                        : p)
            .toList();
    Device totemPole =
        new Device(
            "7434",
            "",
            "small logic",
            original.outline(),
            pushing,
            original.gates(),
            original.behaviour(),
            original.facts());
    Substitution answer =
        Substitution.check(
            wired, wired.part("U1").orElseThrow(), totemPole, "", OptionalInt.empty());
    assertThat(answer.verdict()).isEqualTo("does not serve");
    assertThat(bad(answer)).contains("wired-OR net /IRQ, beside U2.2", "open-collector");
    Substitution same =
        Substitution.check(
            wired, wired.part("U1").orElseThrow(), original, "", OptionalInt.empty());
    assertThat(bad(same)).isEmpty();
  }

  @Test
  void everyPartServesInItsOwnPlace() {
    for (Part part : BOARD.parts()) {
      assertThat(bad(check(part.designator(), part.device(), "", OptionalInt.empty())))
          .as(part.designator())
          .isEmpty();
    }
  }

  @Test
  void anUnknownPinOutIsSaidToBeUnknown() {
    Device unknown = Device.ofPins("XYZ", "", "unknown", "DIP16", List.of());
    assertThat(check("U22", unknown, "", OptionalInt.empty()).worst()).isEqualTo(Level.BAD);
  }

  @Test
  void memoriesOfOneMarkMakeASetAndMixedOnesDoNot() {
    List<List<Part>> banks = RamSet.banks(BOARD);
    assertThat(banks.stream().filter(b -> b.getFirst().device().name().equals("4116")))
        .hasSize(2)
        .allSatisfy(b -> assertThat(b).hasSize(8));
    assertThat(banks).as("and nothing that is no memory").hasSize(2);
    RamSet whole =
        RamSet.choose(
            BOARD,
            List.of(new RamSet.Lot("4116", "-2", 30), new RamSet.Lot("4116", "-3", 16)),
            OptionalInt.of(200),
            true);
    assertThat(whole.banks().getFirst().chosen().orElseThrow().grade())
        .as("the slowest that will do")
        .isEqualTo("-3");
    RamSet mixed =
        RamSet.choose(
            BOARD,
            List.of(new RamSet.Lot("4116", "-2", 10), new RamSet.Lot("4116", "-4", 6)),
            OptionalInt.empty(),
            true);
    assertThat(mixed.whole()).isFalse();
    assertThat(mixed.refusals().getFirst())
        .contains("10 × -2 (150 ns)", "100 ns after the quickest");
  }
}
