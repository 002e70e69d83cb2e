package raconteur.core.netlines;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Net;
import raconteur.core.board.NoConnect;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.SupplyName;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;

class NetLinesTest {
  private static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();

  private static Part part(String name, String device) {
    return Part.of(name, LIBRARY.find(device).orElseThrow(), "ram");
  }

  private static final BoardContents BOARD =
      BoardContents.empty(new BoardIdentity("t", "Tern", "1", "Tern", "", 0, 0, false, true))
          .withBlocks(List.of("ram"))
          .withParts(
              List.of(
                  part("U1", "Z80"),
                  part("U2", "74LS245"),
                  part("U3", "2764"),
                  part("U4", "2764"),
                  part("U5", "74LS138"),
                  part("U21", "4164"),
                  part("U22", "4164"),
                  part("U23", "4164"),
                  part("U30", "4116"),
                  part("RN1", "resistor-network-16"),
                  part("C1", "capacitor"),
                  part("C2", "capacitor"),
                  part("R1", "resistor"),
                  part("J1", "connector-1"),
                  part("J2", "connector-4"),
                  part("J3", "edge-44"),
                  part("J4", "edge-22"),
                  part("5C", "74LS00")));

  private static NetLines.Read read(String... lines) {
    return NetLines.read(String.join("\n", lines), BOARD);
  }

  private static List<String> net(NetLines.Read read, String name) {
    assertThat(read.problems()).isEmpty();
    return read.contents().nets().stream()
        .filter(n -> n.name().equals(name))
        .flatMap(n -> n.path().stream())
        .map(PinRef::toString)
        .toList();
  }

  @Test
  void aBusIsJoinedByNumbersBothWaysAndByNames() {
    NetLines.Read read = read("D0-D7: U2.2-9 U3.D0-D7 U2.18-11", "D7: U1.D7");
    assertThat(net(read, "D0")).containsExactly("U2.2", "U3.11", "U2.18");
    assertThat(net(read, "D7")).containsExactly("U2.9", "U3.19", "U2.11", "U1.13");
    assertThat(read.says().getFirst()).isEqualTo("D0-D7: 24 pins joined in 8 nets");
  }

  @ParameterizedTest
  @CsvSource({"U2.2-9", "U2.2..9", "U2.2-U2.9", "U2.2..U2.9", "U2.A1-A8", "U2.A1-U2.A8"})
  void aRangeMayBeWrittenInAnyOfItsWays(String item) {
    assertThat(net(read("D0..D7: " + item), "D3")).containsExactly("U2.5");
  }

  @Test
  void pinsMayBeListedOneByOne() {
    NetLines.Read read = read("M0-M3: U5.15,13,11,9 U2.2-5", "Q: U1.1,2, U3.2,U4.2");
    assertThat(net(read, "M1")).containsExactly("U5.13", "U2.3");
    assertThat(net(read, "Q")).containsExactly("U1.1", "U1.2", "U3.2", "U4.2");
  }

  @Test
  void aRowOfPartsTakesOnePinEachOrTheSamePins() {
    NetLines.Read read = read("D0-D2: U21-U23.DIN", "A0-A7: U21-U23.A0-A7", "RAS: U21-U23.RAS");
    assertThat(net(read, "D1")).containsExactly("U22.2");
    assertThat(net(read("D0..D2: U21..U23.DIN"), "D2")).containsExactly("U23.2");
    assertThat(net(read, "A7")).containsExactly("U21.9", "U22.9", "U23.9");
    assertThat(net(read, "RAS")).containsExactly("U21.4", "U22.4", "U23.4");
  }

  @Test
  void allJoinsEverySupplyPinThatWantsTheNetAndMakesItsRail() {
    NetLines.Read read = read("+5V: all", "GND: all", "+12V: all", "-5V: all");
    assertThat(net(read, "+5V")).contains("U1.11", "U2.20", "U21.8", "U30.9", "5C.14");
    assertThat(net(read, "GND")).contains("U1.29", "U21.16", "U30.16");
    assertThat(net(read, "+12V")).containsExactly("U30.8");
    assertThat(net(read, "-5V")).containsExactly("U30.1");
    assertThat(read.contents().ground()).isEqualTo("GND");
    assertThat(read.contents().rails()).extracting(r -> r.volts()).contains(5.0, 12.0, -5.0);
    assertThat(net(read("+5V: all VCC"), "+5V")).contains("U30.9").doesNotContain("U30.8");
  }

  @Test
  void allTakesFurtherPinsBesideThoseOfAName() {
    NetLines.Read read = read("+5V: all VCC J2.4, R1.1");
    assertThat(net(read, "+5V")).contains("U2.20", "U5.16", "J2.4", "R1.1").doesNotContain("J2.3");
    assertThat(read("+5V: all VCC J2.9").problems())
        .singleElement()
        .asString()
        .contains("J2 is a connector-4 and has no pin 9");
  }

  @Test
  void itemsThatComeToTheBussWidthAreOneRow() {
    NetLines.Read single = read("VA0-VA3: U5.15 U5.14 U5.13 U5.12 U2.2-5");
    assertThat(net(single, "VA0")).containsExactly("U5.15", "U2.2");
    assertThat(net(single, "VA3")).containsExactly("U5.12", "U2.5");
    NetLines.Read halves = read("D0-D7: U3.11-14 U4.11-14 U2.2-9");
    assertThat(net(halves, "D3")).containsExactly("U3.14", "U2.5");
    assertThat(net(halves, "D4")).containsExactly("U4.11", "U2.6");
    assertThat(read("D0-D7: U3.11-14 U2.2-9").problems())
        .singleElement()
        .asString()
        .contains("“U3.11-14” is 4 pins, but D0-D7 is 8 nets");
    assertThat(read("D0-D3: U3.11-13 U4.11-12").problems()).hasSize(1);
  }

  @Test
  void partsOfTwoLegsLieBetweenTwoNets() {
    NetLines.Read read = read("C1-C2 from +5V to GND", "R1 from +5V to U5.6");
    assertThat(net(read, "+5V")).containsExactly("C1.1", "C2.1", "R1.1");
    assertThat(net(read, "GND")).containsExactly("C1.2", "C2.2");
    assertThat(net(read, "U5-G1")).containsExactlyInAnyOrder("U5.6", "R1.2");
    assertThat(read("U5 from +5V to GND").problems())
        .singleElement()
        .asString()
        .contains("U5 is a 74LS138 and has 16 pins; from … to is for parts of two");
  }

  @Test
  void aConnectorNobodySaidTheSizeOfGrowsAndOneOfKnownSizeDoesNot() {
    NetLines.Read read = read("D0-D3: U2.2-5 J1.7-10");
    assertThat(net(read, "D3")).containsExactly("U2.5", "J1.10");
    assertThat(
            read.contents().parts().stream()
                .filter(p -> p.designator().equals("J1"))
                .map(p -> p.device().pins().size()))
        .containsExactly(10);
    assertThat(read("D0: J2.5").problems()).hasSize(1);
    NetLines.Read refused = read("D0: J1.7 U99.1");
    assertThat(refused.problems()).hasSize(1);
    assertThat(refused.contents().parts()).isEqualTo(BOARD.parts());
    assertThat(read("D0: J1.201").problems()).hasSize(1);
  }

  /** "22-way" may be said of both sides together or of each. */
  @Test
  void anEdgeHasTheWaysItWasSaidToHaveOnEachSideWhereItsPinsSaySo() {
    assertThat(edge("A: J4.11 J4.M")).isEqualTo("edge-22");
    assertThat(edge("A: J4.20 U2.2")).isEqualTo("connector-22");
    assertThat(edge("A: J4.A J4.20")).isEqualTo("edge-44");
    assertThat(edge("A: J4.20 J4.A")).isEqualTo("edge-44");
    assertThat(edge("A: J4.Z U2.2")).isEqualTo("edge-44");
    assertThat(edge("A: J4.20 U2.2", "B: J4.F U2.3")).isEqualTo("edge-44");
    assertThat(read("A: J3.99").problems())
        .singleElement()
        .asString()
        .contains("J3 is an edge-44 and has no pin 99");
  }

  private static String edge(String... lines) {
    NetLines.Read read = read(lines);
    assertThat(read.problems()).isEmpty();
    return read.contents().parts().stream()
        .filter(p -> p.designator().equals("J4"))
        .map(p -> p.device().name())
        .findFirst()
        .orElseThrow();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "# raconteur-nets/1",
        "+5V: all VCC, VR1.2",
        "GND: all",
        "C3-C40 from +5V to GND",
        "A0-A7: U1.9-16 U7.8-1",
        "D0..D7 through RN1: BD0..BD7",
        "U7 as U8 but CE=U30.14",
        "DIN: U4-U11.14 U3.2",
        "X1: U1.1 U2.2\nU7 as U8"
      })
  void whatOnlyThisLanguageSaysIsKnownForIt(String text) {
    assertThat(NetLines.isTyped(text)).isTrue();
  }

  /** What drawing programs write may look the same; it is read by what reads those. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "A0: U1.9 U2-8",
        "N-00012: U1-3 U2-4",
        "NET-12: U1.3 U2.4",
        "Ref,Part\nC1 to C12,100n",
        "C1-C12 100n",
        "*SIGNAL* A0\nU1.9 U2.8",
        ""
      })
  void otherListsAreNot(String text) {
    assertThat(NetLines.isTyped(text)).isFalse();
  }

  @Test
  void aWholeDeviceIsAsAnotherButForSomePins() {
    NetLines.Read read =
        read(
            "A0-A12: U3.A0-A12 U1.A0-A12",
            "D0-D7: U3.D0-D7",
            "U4 as U3 but CE=U5.14",
            "U22-U23 as U21 but DIN=D1-D2 4=nc");
    assertThat(net(read, "A5")).containsExactly("U3.5", "U1.35", "U4.5");
    assertThat(net(read, "U5-Y1")).containsExactly("U5.14", "U4.20");
    assertThat(net(read, "D2")).contains("U23.2");
  }

  @Test
  void seriesResistorsPassABusOnUnderAnotherName() {
    NetLines.Read read = read("D0-D7: U2.2-9", "D0..D7 through RN1: BD0..BD7", "BD0-BD7: U3.D0-D7");
    assertThat(net(read, "D0")).containsExactly("U2.2", "RN1.1");
    assertThat(net(read, "BD0")).containsExactly("RN1.16", "U3.11");
    assertThat(net(read("D0..D7 through RN1"), "D3@RN1")).containsExactly("RN1.13");
  }

  @Test
  void twoNamesOfOneNetAreJoinedWhenSaid() {
    NetLines.Read read = read("RD: U1.RD", "X: U3.OE", "RD = X", "nc U1.RFSH");
    assertThat(net(read, "RD")).containsExactly("U1.21", "U3.22");
    assertThat(read.contents().nets()).hasSize(1);
    assertThat(read.contents().noConnects()).extracting(n -> n.pin().toString()).contains("U1.28");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "A0-A7: U2.2-5 | “U2.2-5” is 4 pins, but A0-A7 is 8 nets.",
        "A0: U99.1 | U99 is not a part of this board.",
        "A0: U2.40 | U2 is a 74LS245 and has no pin 40.",
        "A0: | Which pins?",
        "A0: U2 | is no pin",
        "A0-A9999: U2.1 | range of more than",
        "+5V: 5C.14 U1.29 | two supplies are not joined",
        "GND = +5V | two supplies",
        "U4 as U5 | one is not as the other",
        "D0-D7 through RN9 | RN9 is not a part",
        "D0-D9 through RN1 | RN1 has 16 pins",
        "nc U1.29 | is in net GND",
        "A0-A3: all VCC | “all” joins one net",
        "what is this | is no line of nets",
        "U4 as U3 but CE | but is followed by",
        "Q: all QQQ | No pin that is free"
      })
  void aLineThatCannotBeTakenSaysWhyAndChangesNothing(String line, String why) {
    NetLines.Read before = read("GND: U1.29", "+5V: U1.11");
    NetLines.Read read = read("GND: U1.29", "+5V: U1.11", line);
    assertThat(read.problems()).singleElement().asString().startsWith("line 3: ").contains(why);
    assertThat(read.contents()).isEqualTo(before.contents());
  }

  /** The shipped boards are nobody's test case for this language: what is written reads back. */
  @ParameterizedTest
  @ValueSource(
      strings = {"quillon-kittiwake-b", "quillon-kittiwake-d", "lanternfish-l1", "lanternfish-l2"})
  void whatIsWrittenOfABoardReadsBackAsItWas(String id) {
    BoardContents board =
        BoardFiles.read(id, Boards.text(id), LIBRARY, NetLinesTest::sibling).shipped().contents();
    String text = NetLinesWriter.write(board);
    NetLines.Read read = NetLines.read(text, board.withNets(List.of()).withNoConnects(List.of()));
    assertThat(read.problems()).isEmpty();
    Map<String, List<PinRef>> before = new TreeMap<>();
    board.nets().forEach(n -> before.put(n.name(), inOrder(n)));
    Map<String, List<PinRef>> after = new TreeMap<>();
    read.contents().nets().forEach(n -> after.put(n.name(), inOrder(n)));
    assertThat(after).isEqualTo(before);
    assertThat(read.contents().noConnects())
        .extracting(NoConnect::pin)
        .containsExactlyInAnyOrderElementsOf(
            board.noConnects().stream().map(NoConnect::pin).toList());
  }

  @Test
  void aBoardOf744PinsIsTypedInFewLines() {
    BoardContents board = Boards.KITTIWAKE_B.contents();
    BoardIdentity known = board.identity();
    BoardContents loose =
        board.with(
            new BoardIdentity(
                known.id(),
                known.machine(),
                known.revision(),
                known.title(),
                "",
                known.widthMillimetres(),
                known.heightMillimetres(),
                false,
                true));
    String text = NetLinesWriter.write(loose);
    NetLines.Read read = NetLines.read(text, loose.withNets(List.of()).withNoConnects(List.of()));
    assertThat(read.problems()).isEmpty();
    Map<String, Set<PinRef>> before = new TreeMap<>();
    loose.nets().forEach(n -> before.put(n.name(), Set.copyOf(n.path())));
    Map<String, Set<PinRef>> after = new TreeMap<>();
    read.contents().nets().forEach(n -> after.put(n.name(), Set.copyOf(n.path())));
    assertThat(after).isEqualTo(before);
    assertThat(text.lines()).hasSizeLessThan(205);
  }

  private static Loaded<Board> sibling(String id) {
    return BoardFiles.read(id, Boards.text(id), LIBRARY, NetLinesTest::sibling);
  }

  /** In copper order, but for a supply's net, whose order the language does not keep. */
  private static List<PinRef> inOrder(Net net) {
    boolean supply = SupplyName.isGround(net.name()) || SupplyName.volts(net.name()).isPresent();
    return supply ? net.path().stream().sorted().toList() : net.path();
  }

  @Test
  void whatIsReadIsABoard() {
    NetLines.Read read = read("# a bus", "D0-D7: U2.2-9 # the buffer", "", "GND: all");
    assertThat(BoardFiles.check(read.contents(), LIBRARY)).isInstanceOf(Loaded.Ok.class);
    assertThat(net(read, "GND")).hasSizeGreaterThan(8);
  }

  /**
   * Two pins on a line join: in the net one of them has, else in one named after what drives it.
   */
  @Test
  void aNetWithoutANameGetsThatOfAPin() {
    NetLines.Read read = read("U5.15 U3.20", "R1.2 J2.1 C1.1", "J2.1 J2.2");
    assertThat(read.problems()).isEmpty();
    assertThat(net(read, "U5-Y0")).containsExactlyInAnyOrder("U5.15", "U3.20");
    assertThat(net(read, "R1-2")).containsExactlyInAnyOrder("R1.2", "J2.1", "C1.1", "J2.2");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "R1.2 | one pin",
        "X9.2 U1.3 | is no line of nets",
        "A: U5.15 ~B: U3.20 ~U5.15 U3.20 | in A and B already",
        "R1.7 U5.15 | has no pin 7"
      })
  void pinsThatCannotBeJoinedSoAreRefused(String lines, String reason) {
    NetLines.Read read = read(lines.split("~", -1));
    assertThat(read.problems()).hasSize(1);
    assertThat(read.problems().getFirst().says()).contains(reason);
  }

  /** The second side of an edge has letters, or goes on counting; not both. */
  @Test
  void anEdgeIsCalledByLettersOrGoesOnCounting() {
    NetLines.Read letters = read("A: J3.22 J3.Z");
    assertThat(net(letters, "A")).containsExactlyInAnyOrder("J3.22", "J3.Z");
    NetLines.Read figures = read("A: J3.22 J3.44");
    assertThat(net(figures, "A")).containsExactlyInAnyOrder("J3.22", "J3.44");
    assertThat(
            figures.contents().parts().stream()
                .filter(p -> p.designator().equals("J3"))
                .map(p -> p.device().name()))
        .containsExactly("connector-44");
    assertThat(read("A: J3.22 J3.Z", "B: J3.44 U1.3").problems()).hasSize(1);
    assertThat(read("A: J3.45 U1.3").problems()).hasSize(1);
  }

  /** A custom chip has the pins that are named, for every part of its marking. */
  @Test
  void aPartNobodyDescribedGrowsThePinsThatAreNamed() {
    Device custom = Device.ofPins("HOUSE-1", "not in the library", "unknown", "SIL1", List.of());
    BoardContents board =
        BOARD
            .withDevices(List.of(custom))
            .withParts(
                List.of(
                    part("U1", "Z80"),
                    Part.of("U50", custom, "ram"),
                    Part.of("U51", custom, "ram"),
                    part("J9", "edge-56")));
    NetLines.Read read = NetLines.read("D0: U1.14 U50.77\nD1: U1.15 U51.3\nX: U1.6 J9.e", board);
    assertThat(read.problems()).isEmpty();
    Loaded<Board> checked = BoardFiles.check(read.contents(), LIBRARY);
    assertThat(checked).isInstanceOf(Loaded.Ok.class);
    Board made = ((Loaded.Ok<Board>) checked).value();
    assertThat(made.part("U50").orElseThrow().device().pins()).hasSize(2);
    assertThat(made.part("U51").orElseThrow().device().pin("77")).isPresent();
    assertThat(made.net("X").orElseThrow().path()).contains(PinRef.parse("J9.EE"));
    assertThat(NetLines.read("X: U50.OUTPUT U1.6", board).problems()).hasSize(1);
  }
}
