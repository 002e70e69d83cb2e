package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.PinKind;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Understanding;
import raconteur.core.netlines.NetLines;

/**
 * What a board is taken to be where its file says nothing: parts and nets as somebody types them.
 */
class UsualBoardTest {
  private static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();

  private static Part part(String name, String device, String block, String value) {
    return Part.of(name, LIBRARY.find(device).orElseThrow(), block).withValue(value);
  }

  private static final List<Part> PARTS =
      List.of(
          part("U1", "Z80", "cpu", ""),
          part("U2", "2764", "rom", ""),
          part("U3", "6264", "ram", ""),
          part("U4", "74LS138", "unsorted", ""),
          part("U5", "74LS14", "unsorted", ""),
          part("U6", "74LS04", "unsorted", ""),
          part("U7", "8255", "io", ""),
          part("Y1", "oscillator", "clock", "4 MHz"),
          part("VR1", "7805", "power", ""),
          part("R1", "resistor", "unsorted", "10k"),
          part("C1", "electrolytic", "power", "10 uF"),
          part("C2", "electrolytic", "power", "2200 uF"),
          part("J1", "connector-4", "io", "power"),
          part("J2", "connector-20", "io", "keys"));

  private static final List<String> NETS =
      List.of(
          "+5V: all VCC VR1.OUT",
          "GND: all GND J1.1 C1.2 C2.2",
          "RAW: J1.4 VR1.IN C2.1",
          "D0-D7: U1.D0-D7 U2.D0-D7 U3.D0-D7 U7.D0-D7",
          "A0-A12: U1.A0-A12 U2.A0-A12 U3.A0-A12",
          "A13: U1.A13 U4.A",
          "A14: U1.A14 U4.B",
          "/ROM: U4.Y0 U2.CE",
          "/RAM: U4.Y1 U3.CS1",
          "/PIO: U4.Y2 U7.CS",
          "OSC: Y1.OUT U6.1",
          "CLK: U6.2 U1.CLK",
          "RC: U5.1 R1.2 C1.1",
          "RST: U5.2 U5.3",
          "/RESET: U5.4 U1.RESET",
          "R1 from +5V to RC");

  private static Board typed(List<Part> parts, List<String> lines) {
    BoardContents begun =
        BoardContents.empty(new BoardIdentity("t", "Skua", "3", "Skua", "", 0, 0, false, true));
    List<String> blocks = new java.util.ArrayList<>(begun.blocks());
    blocks.add("unsorted");
    NetLines.Read read =
        NetLines.read(String.join("\n", lines), begun.withBlocks(blocks).withParts(parts));
    assertThat(read.problems()).isEmpty();
    return Boards.parse(BoardWriter.write(read.contents()));
  }

  @ParameterizedTest
  @CsvSource({
    "U4, decode",
    "U6, clock",
    "U5, reset",
    "C1, reset",
    "R1, reset",
    "C2, power",
    "J1, power",
    "J2, io"
  })
  void partsNobodySortedWorkInTheBlockTheySpeakTo(String part, String block) {
    assertThat(typed(PARTS, NETS).part(part).orElseThrow().block()).isEqualTo(block);
  }

  /** Nobody types supply pins one by one: they load the only rail of the volts they want. */
  @Test
  void supplyPinsNobodyTypedHangOnTheirRail() {
    List<String> lines =
        NETS.stream().map(l -> l.replace("all VCC VR1.OUT", "VR1.OUT J2.1")).toList();
    Board board = typed(PARTS, lines);
    PinRef supply = PinRef.parse("U1.11");
    assertThat(board.netOf(supply).map(Net::name)).contains("+5V");
    assertThat(board.writtenNetOf(supply)).isEmpty();
    assertThat(board.writtenNetOf(PinRef.parse("VR1.3")).orElseThrow().path())
        .doesNotContain(supply);
    assertThat(board.describe(supply)).isEqualTo("U1.11 (VCC)");
    assertThat(board.netOf(PinRef.parse("U3.28")).map(Net::name)).contains("+5V");
    // What it is made from is not known of a regulator, nor what a plug is for.
    assertThat(board.netOf(PinRef.parse("J2.2"))).isEmpty();
    assertThat(BoardWriter.write(board.contents())).doesNotContain("U1.11");
    DepthMeter.Reading reading = DepthMeter.of(board, _ -> 0.01);
    assertThat(reading.netList())
        .isLessThan(DepthMeter.of(typed(PARTS, NETS), _ -> 0.01).netList());
  }

  /** Two rails of the same volts: nobody knows which. */
  @Test
  void supplyPinsWithTwoRailsToChooseFromHangOnNone() {
    List<String> lines =
        new java.util.ArrayList<>(
            NETS.stream().map(l -> l.replace("all VCC VR1.OUT", "VR1.OUT J2.1")).toList());
    BoardContents one = typed(PARTS, lines).contents();
    Rail five = one.rails().getFirst();
    lines.add("+5VB: J2.2 J2.3");
    BoardContents two =
        typed(PARTS, lines)
            .contents()
            .withRails(List.of(five, new Rail("+5VB", "+5VB", 5, 0.05, 300, 0, List.of(), "")));
    Board board = Boards.parse(BoardWriter.write(two));
    assertThat(board.netOf(PinRef.parse("U1.11"))).isEmpty();
  }

  @Test
  void whatTheFileSaysOfABlockStands() {
    List<Part> parts =
        PARTS.stream().map(p -> p.designator().equals("U6") ? p.inBlock("video") : p).toList();
    assertThat(typed(parts, NETS).part("U6").orElseThrow().block()).isEqualTo("video");
  }

  @Test
  void aRailIsMadeByTheRegulatorOnItAndThatIsFedByThePlug() {
    Board board = typed(PARTS, NETS);
    Rail rail = board.rail("+5V").orElseThrow();
    assertThat(rail.madeBy()).containsExactly("VR1");
    assertThat(rail.from()).isEqualTo("RAW");
    Rail feed = board.rail("RAW").orElseThrow();
    assertThat(feed.madeBy()).containsExactly("J1");
    assertThat(feed.lowestGoodVolts()).isCloseTo(7, org.assertj.core.data.Offset.offset(0.6));
    assertThat(feed.highestGoodVolts()).isCloseTo(15, org.assertj.core.data.Offset.offset(0.6));
    assertThat(board.contents().rails()).as("none of it is written").hasSize(1);
  }

  @Test
  void aFilteredRailComesThroughItsCoil() {
    Board board =
        typed(
            List.of(
                part("L1", "inductor", "power", ""),
                part("J1", "connector-4", "io", "supply"),
                part("U1", "4116", "ram", "")),
            List.of("+12V: J1.1 L1.1", "+12.1V: L1.2 U1.VDD", "GND: J1.2 U1.VSS"));
    Rail behind = board.railOfNet("+12.1V").orElseThrow();
    assertThat(behind.madeBy()).containsExactly("L1");
    assertThat(behind.from()).isEqualTo("+12V");
    assertThat(board.rail("+12V").orElseThrow().madeBy()).containsExactly("J1");
  }

  @Test
  void aPartsListHasTheRailsItsPartsWant() {
    Board board =
        typed(
            List.of(
                part("U1", "4116", "ram", ""),
                part("VR1", "7805", "power", ""),
                part("VR2", "7905", "power", ""),
                part("J1", "connector-4", "io", "PSU")),
            List.of());
    assertThat(board.rails()).extracting(Rail::name).contains("+5V", "+12V", "-5V");
    assertThat(board.rail("+5V").orElseThrow().madeBy()).containsExactly("VR1");
    assertThat(board.rail("-5V").orElseThrow().madeBy()).containsExactly("VR2");
    assertThat(board.rail("+12V").orElseThrow().madeBy()).containsExactly("J1");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "V1", "V2", "V5", "V8", "V12", "V64", "A5", "12V_EN", "0V", "P1", "P5", "M2", "N3"
      })
  void linesOfACounterAreNoSupplies(String net) {
    assertThat(SupplyName.volts(net)).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "+5V, 5",
    "5V, 5",
    "VCC, 5",
    "VCC5, 5",
    "VCC1, 5",
    "VDD2, 5",
    "VDD_12, 12",
    "-V5, -5",
    "P12V, 12",
    "N5V, -5",
    "+12, 12",
    "+3V3, 3.3",
    "3.3V, 3.3"
  })
  void suppliesAreToldByTheirNames(String net, double volts) {
    assertThat(SupplyName.volts(net)).contains(volts);
  }

  @ParameterizedTest
  @CsvSource({
    "screen blank, blank",
    "screen black, blank",
    "screen Dark, blank",
    "screen wrong letters, wrong-letters",
    "screen wrong-letters, wrong-letters",
    "screen wrong tiles, wrong-letters",
    "screen rubbish, garbage",
    "screen no sound, no-sound",
    "screen keys, dead-keys",
    "screen works, works",
    "screen settings lost, forgets",
  })
  void anyBoardShowsWhatAnyBoardCanShow(String line, String card) {
    Board board = typed(PARTS, List.of());
    assertThat(new BenchLine(board).understand(line, BenchContext.FRESH))
        .isInstanceOfSatisfying(
            Understanding.Understood.class,
            u -> assertThat(u.statement()).isEqualTo(new Finding.Symptom(card)));
  }

  /** On a board of which nothing but a list is known, the list's words sort its parts. */
  @ParameterizedTest
  @CsvSource({
    "74LS245, unsorted, data bus buffer, cpu",
    "74LS157, unsorted, RAM address mux, ram",
    "74LS157, unsorted, screen address mux, video",
    "74LS374, unsorted, character latch, video",
    "74LS138, unsorted, ROM / IO select, decode",
    "74LS161, unsorted, H counter, video",
    "74LS74, unsorted, divide by two, clock",
    "2732, rom, character ROM, video",
    "27512, rom, sound program, io",
    "2764, rom, monitor ROM, rom",
    "6116, ram, palette RAM, video",
  })
  void theWordsOfAListSortItsParts(String device, String block, String purpose, String told) {
    Part plain = part("U99", device, block, "");
    Part listed =
        new Part(
            "U99",
            plain.device(),
            block,
            Part.Placement.UNKNOWN,
            "",
            true,
            "",
            purpose,
            plain.pinsAt());
    List<Part> parts = Stream.concat(PARTS.stream(), Stream.of(listed)).toList();
    assertThat(typed(parts, List.of()).part("U99").orElseThrow().block()).isEqualTo(told);
  }

  @Test
  void aBoardWithCardsOfItsOwnHasTheUsualOnesBesideThem() {
    Board own = Boards.small();
    assertThat(own.symptoms()).extracting(SymptomCard::id).containsExactly("blank", "works");
    assertThat(own.symptomsBeside())
        .extracting(SymptomCard::id)
        .contains("reboots", "flipped")
        .doesNotContain("blank", "works");
    assertThat(new BenchLine(own).understand("screen reboots", BenchContext.FRESH))
        .isInstanceOf(Understanding.Understood.class);
    assertThat(new BenchLine(own).understand("screen zebra", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
    assertThat(new BenchLine(own).understand("screen black", BenchContext.FRESH))
        .isInstanceOf(Understanding.Understood.class);
  }

  /** A card of the board's own under another of its words is not offered twice. */
  @Test
  void aCardUnderAnotherWordIsTheSameCard() {
    assertThat(Boards.KITTIWAKE_B.symptomsBeside())
        .extracting(SymptomCard::id)
        .contains("rolling", "hangs")
        .doesNotContain("dead-keys", "no-sound", "works");
    assertThat(Boards.KITTIWAKE_B.symptom("rolling").orElseThrow().chances())
        .containsEntry("keyboard", 0.01);
  }

  @Test
  void theChancesOfABlockAreNotMoreThanOneInAll() {
    for (String block : typed(PARTS, List.of()).blocks()) {
      double all =
          UsualSymptoms.shipped().stream()
              .mapToDouble(c -> c.chances().getOrDefault(block, 0.0))
              .sum();
      assertThat(all).as(block).isBetween(0.2, 1.06);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"unsorted\": 0.02 | \"cellar\": 0.02 | a board begins without a block called",
        "\"also\": [\"stripes\", | \"also\": [\"black\", | is said of two symptoms",
        "raconteur-usual/1 | raconteur-usual/9 | format",
      })
  void aWrongFileOfSymptomsSaysWhere(String from, String to, String says) {
    String text =
        raconteur.core.data.DataFile.shippedText(
            UsualSymptoms.class, "/raconteur/core/data/usual.json");
    int at = text.lastIndexOf(from.strip());
    assertThat(at).isPositive();
    String changed =
        text.substring(0, at) + to.strip() + text.substring(at + from.strip().length());
    assertThat(UsualSymptoms.read("usual.json", changed))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            r ->
                assertThat(r.summary().toLowerCase(Locale.ROOT))
                    .contains(says.strip().toLowerCase(Locale.ROOT)));
  }

  /** The only chip on a line that nobody described is what puts a level on it. */
  @Test
  void aLineThatNothingKnownDrivesIsDrivenByTheChipNobodyDescribed() {
    Board board = ToldStories.board("whimbrel-3");
    assertThat(board.kind(PinRef.parse("IC19.10"))).isEqualTo(PinKind.OUTPUT);
    // A plug may be where it comes from.
    assertThat(board.kind(PinRef.parse("IC24.60"))).isEqualTo(PinKind.THREE_STATE);
    // The processor drives its reset, too: nothing is said of the supervisor.
    assertThat(board.kind(PinRef.parse("IC41.8"))).isEqualTo(PinKind.PASSIVE);
  }
}
