package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

class BoardImportTest {
  private static final BoardShelf SHELF = BoardShelf.of(Path.of("no such folder"));

  private static Loaded<Imported> load(String name, byte[] bytes) {
    return BoardImport.read(name, bytes, DeviceLibrary.shipped(), SHELF::load);
  }

  private static Imported read(String text) {
    return switch (load("board.txt", text.getBytes(StandardCharsets.UTF_8))) {
      case Loaded.Ok<Imported>(Imported imported) -> imported;
      case Loaded.Refused<Imported> refused -> throw new AssertionError(refused.summary());
    };
  }

  private static String refusal(String text) {
    return switch (load("board.txt", text.getBytes(StandardCharsets.UTF_8))) {
      case Loaded.Ok<Imported> ok -> throw new AssertionError("was read as " + ok.value().format());
      case Loaded.Refused<Imported> refused -> refused.summary();
    };
  }

  private static String device(Imported imported, String designator) {
    return imported.board().part(designator).orElseThrow().device().name();
  }

  private static List<String> path(Imported imported, String net) {
    return imported.board().net(net).orElseThrow().path().stream().map(PinRef::toString).toList();
  }

  private static List<String> reasons(Imported imported) {
    return imported.problems().stream().map(Issue::toString).toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {",", ";", "\t", "|"})
  void aPartsListIsReadWhateverItsDelimiterAndHeadings(String delimiter) {
    Imported imported =
        read(
            String.join(
                "\n",
                "Ref" + delimiter + "Type" + delimiter + "Socket",
                "U1" + delimiter + "SN74LS257N" + delimiter + "turned pin",
                "U2" + delimiter + "D2764-25" + delimiter + "",
                "\"C1"
                    + (delimiter.equals(",") ? ", " : " ")
                    + "C3-C5\""
                    + delimiter
                    + "100n"
                    + delimiter));
    assertThat(device(imported, "U1")).isEqualTo("74LS257");
    assertThat(device(imported, "U2")).isEqualTo("2764");
    assertThat(device(imported, "C4")).isEqualTo("capacitor");
    assertThat(imported.board().parts()).hasSize(6);
    assertThat(imported.board().part("U1").orElseThrow().socket()).isEqualTo("turned pin");
    assertThat(imported.missing()).anyMatch(m -> m.startsWith("nets"));
  }

  @Test
  void aListInWindowsEncodingKeepsItsSigns() {
    byte[] bytes =
        "Designator;Device;Value\nR1;resistor;4k7 Ω\nC1;Elko;10µF\n"
            .replace("Ω", "Ohm ±5")
            .getBytes(Charset.forName("windows-1252"));
    Imported imported = ((Loaded.Ok<Imported>) load("list.csv", bytes)).value();
    assertThat(imported.board().part("R1").orElseThrow().value()).isEqualTo("4k7 Ohm ±5");
    assertThat(device(imported, "C1")).isEqualTo("electrolytic");
    assertThat(imported.understood()).contains("encoding Windows-1252");
  }

  @Test
  void aNetListIsPutInCopperOrderAndItsRailsAreSeen() {
    Imported imported =
        read(
            """
            Net,Designator,Pin,Order
            A0,U2,3,2
            A0,U1,1,1
            A0,U3,5,3
            +5V,U1,14,1
            GND,U1,7,1
            """);
    assertThat(path(imported, "A0")).containsExactly("U1.1", "U2.3", "U3.5");
    assertThat(imported.board().ground()).isEqualTo("GND");
    assertThat(imported.board().rail("+5V").orElseThrow().volts()).isEqualTo(5);
    assertThat(device(imported, "U1")).isEqualTo("unknown-U1");
  }

  @Test
  void whatIsWrongInATableIsListedWithItsLineAndTheRestIsKept() {
    Imported imported =
        read(
            """
            Net;Designator;Pin
            A0;U1;1
            A0;9!X;2
            B0;U1;1
            ;U1;3
            C0;U2;pin two
            """);
    assertThat(reasons(imported))
        .anyMatch(r -> r.startsWith("board.txt:3:") && r.contains("9!X"))
        .anyMatch(r -> r.startsWith("board.txt:4:") && r.contains("U1.1 is in net A0 already"))
        .anyMatch(r -> r.startsWith("board.txt:5:") && r.contains("without a name"))
        .anyMatch(r -> r.startsWith("board.txt:6:") && r.contains("no pin number"));
    assertThat(path(imported, "A0")).containsExactly("U1.1");
  }

  /** A net list as schematic editors export it: components, library parts, nets of nodes. */
  @Test
  void aNetListInBracketsIsRead() {
    Imported imported =
        read(
            """
            (export (version "E")
              (design (source "a \\"quoted\\" name.sch"))
              (components
                (comp (ref "U1") (value "74LS00") (libsource (lib "74xx") (part "74LS00")))
                (comp (ref "R1") (value "4k7")))
              (nets
                (net (code "1") (name "/CLK") (node (ref "U1") (pin "3")) (node (ref "R1") (pin "1")))
                (net (code "2") (name "unconnected-(U1-Pad6)") (node (ref "U1") (pin "6")))
                (net (code "3") (name "+5V") (node (ref "U1") (pin "14")) (node (ref "U7") (pin "1")))))
            """);
    assertThat(device(imported, "U1")).isEqualTo("74LS00");
    assertThat(path(imported, "/CLK")).containsExactly("U1.3", "R1.1");
    assertThat(imported.board().net("unconnected-(U1-Pad6)")).isEmpty();
    assertThat(reasons(imported)).anyMatch(r -> r.contains("board.txt:9") && r.contains("U7"));
  }

  /** Footprints with pads in the frame of the footprint; one turned by a quarter, one below. */
  @Test
  void aBoardFileInBracketsGivesPlacesTurnsAndSides() {
    Imported imported =
        read(
            """
            (a_board (version 1)
              (net 0 "") (net 1 "GND") (net 2 "A0")
              (footprint "Axial" (layer "F.Cu") (at 120 80 90)
                (property "Reference" "R1") (property "Value" "1k")
                (pad "1" thru_hole circle (at -5.08 0 90) (net 1 "GND"))
                (pad "2" thru_hole circle (at 5.08 0 90) (net 2 "A0")))
              (module "Pair" (layer B.Cu) (at 150 90)
                (fp_text reference Q1 (at 0 0)) (fp_text value BC1 (at 0 0))
                (pad 1 smd rect (at 0 0) (net 2 A0))
                (pad 2 smd rect (at 3 1)) (pad 3 smd rect (at 9 4)))
              (gr_line (start 100 60) (end 180 60) (layer "Edge.Cuts"))
              (gr_line (start 180 60) (end 180 130) (layer "Edge.Cuts")))
            """);
    Part resistor = imported.board().part("R1").orElseThrow();
    assertThat(imported.board().identity().widthMillimetres()).isEqualTo(80);
    assertThat(imported.board().identity().heightMillimetres()).isEqualTo(70);
    assertThat(resistor.place().xMillimetres()).isCloseTo(20, within(1e-6));
    assertThat(resistor.place().yMillimetres()).isCloseTo(20, within(1e-6));
    assertThat(resistor.pinsAt()).as("the outline reproduces the pads").isEmpty();
    // Turned 90 degrees anticlockwise on the screen, the left pad comes to lie below.
    Point first = Outline.pinOnBoard(resistor, "1");
    assertThat(first.x()).isCloseTo(20, within(0.01));
    assertThat(first.y()).isCloseTo(25.08, within(0.01));
    Part odd = imported.board().part("Q1").orElseThrow();
    assertThat(odd.place().underside()).isTrue();
    assertThat(odd.pinsAt()).as("no outline has such pads").hasSize(3);
    assertThat(Outline.pinOnBoard(odd, "3")).isEqualTo(new Point(59, 34));
  }

  /**
   * The sample structure of IPC-D-356A (header of C and P records, 317 and 327 test records with
   * net in columns 4 to 17, designator in 21 to 26, pin in 28 to 31, X and Y from column 42, end
   * 999), from memory of the standard.
   */
  private static final String BARE_BOARD_TEST =
      """
      C  IPC-D-356A sample
      P  JOB   sample
      P  UNITS CUST 0
      P  NNAME1  a net name that is longer than fourteen
      317GND              R1    -1    D0310PA00X+010000Y+020000X0500Y0500R000 S0
      317NNAME1           R1    -2   MD0310PA00X+014000Y+020000X0500Y0500R000 S0
      327NNAME1           U1    -1          A01X+020000Y+030000X0500Y0200R000 S0
      327N/C              U1    -2          A01X+020500Y+030000X0500Y0200R000 S0
      317NNAME1           VIA   -     D0150PA00X+018000Y+020000X0300Y0000R000 S3
      367N/C              HOLE  -     D1250UA00X+005000Y+005000X0000Y0000R000 S0
      999
      """;

  @Test
  void bareBoardTestRecordsAreReadByTheirColumns() {
    Imported imported = read(BARE_BOARD_TEST);
    assertThat(path(imported, "a net name that is longer than fourteen"))
        .containsExactly("R1.2", "U1.1");
    assertThat(imported.problems()).isEmpty();
    Part resistor = imported.board().part("R1").orElseThrow();
    Point one = Outline.pinOnBoard(resistor, "1");
    Point two = Outline.pinOnBoard(resistor, "2");
    assertThat(two.x() - one.x()).as("0.4 inch").isCloseTo(10.16, within(0.01));
    Point surface = Outline.pinOnBoard(imported.board().part("U1").orElseThrow(), "1");
    assertThat(one.y() - surface.y()).as("y goes up in the file").isCloseTo(25.4, within(0.01));
  }

  @ParameterizedTest
  @CsvSource({
    "P  UNITS CUST 1, 100000, 102540, ''",
    "P  UNITS CUST 0, 100000, 102540, 'look to be in another unit'",
    "P  UNITS CUST 1, 10000, 10100, 'look to be in inches'"
  })
  void placesInAnotherUnitThanTheFileSaysAreNoticed(
      String units, int from, int to, String sentence) {
    StringBuilder text = new StringBuilder(units + "\n");
    for (int pin = 1; pin <= 14; pin++) {
      text.append(
          String.format(
              java.util.Locale.ROOT,
              "317N%-13d   U1    -%-4d D0800PA00X%+07dY+000000X1400Y0000R000 S0%n",
              pin,
              pin,
              from + (to - from) * (pin - 1)));
    }
    Imported imported = read(text + "999\n");
    if (sentence.isEmpty()) {
      assertThat(imported.problems()).isEmpty();
    } else {
      assertThat(reasons(imported)).anyMatch(r -> r.contains(sentence));
    }
  }

  @Test
  void aFileThatIsCutOffSaysSo() {
    assertThat(reasons(read(BARE_BOARD_TEST.replace("999\n", ""))))
        .anyMatch(r -> r.contains("999 is missing"));
    assertThat(reasons(read("(e (components (comp (ref U1) (value 74LS00))) (nets")))
        .anyMatch(r -> r.contains("brackets open"));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "   \n",
        "hello",
        "1,2,3\n4,5,6",
        "(just a list)",
        "()",
        ")(",
        "{",
        "{\"format\": 7}",
        "net,pin\n",
        "Designator,Device\n,\n"
      })
  void whatIsNoBoardIsRefusedWithOneClearSentence(String text) {
    assertThat(refusal(text)).startsWith("board.txt");
  }

  @Test
  void aFileThatIsNotTextIsRefused() {
    assertThat(load("x", new byte[] {0, 1, 2, 3})).isInstanceOf(Loaded.Refused.class);
    assertThat(BoardImport.read(Path.of("no such file"), DeviceLibrary.shipped(), SHELF::load))
        .isInstanceOf(Loaded.Refused.class);
  }

  @Test
  void aFileMadeToExhaustMemoryIsRefusedOrCut() {
    assertThat(refusal("(".repeat(2_000_000))).contains("board.txt");
    assertThat(
            reasons(read("(x (components (comp (ref U1) (value 74LS00)) " + "(".repeat(100_000))))
        .anyMatch(r -> r.contains("nested too deeply"));
  }

  // What is exported imports equal: for every shipped board that can be written in a format.

  static List<Board> boards() {
    return SHELF.boards();
  }

  @ParameterizedTest
  @EnumSource(BoardExport.Format.class)
  void whatWasExportedImportsEqualAsFarAsTheFormatGoes(BoardExport.Format format) {
    int written = 0;
    for (Board board : boards()) {
      BoardExport.Exported exported = BoardExport.write(board, format);
      if (exported.refusal().isPresent()) {
        continue;
      }
      written++;
      if (format == BoardExport.Format.TYPED_NETS) {
        assertThat(refusal(exported.text())).contains("read onto a board");
        continue;
      }
      Imported back = read(exported.text());
      switch (format) {
        case PACK ->
            assertThat(back.board().contents().derivedFrom(board.contents().derivedFrom()))
                .isEqualTo(board.contents());
        case PARTS -> assertThat(parts(back.board())).containsAllEntriesOf(parts(board));
        case TYPED_NETS -> {}
        case NETS -> assertThat(nets(back.board())).containsAllEntriesOf(nets(board));
        case BARE_BOARD_TEST -> {
          assertThat(nets(back.board())).isEqualTo(nets(board));
          assertThat(back.problems()).isEmpty();
          assertPinsLieWhereTheyLay(board, back.board());
        }
      }
    }
    assertThat(written).isGreaterThan(format == BoardExport.Format.BARE_BOARD_TEST ? 1 : 2);
  }

  private static Map<String, List<Object>> parts(Board board) {
    return board.parts().stream()
        .collect(
            Collectors.toMap(
                Part::designator,
                p -> List.of(p.place(), p.socket(), p.fitted(), p.value(), p.block())));
  }

  private static Map<String, List<PinRef>> nets(Board board) {
    return board.nets().stream().collect(Collectors.toMap(Net::name, Net::path));
  }

  private static void assertPinsLieWhereTheyLay(Board before, Board after) {
    for (Part part : before.parts()) {
      Part other = after.part(part.designator()).orElseThrow();
      for (PinRef pin : part.pins()) {
        Point was = Outline.pinOnBoard(part, pin.number());
        Point is = Outline.pinOnBoard(other, pin.number());
        assertThat(Math.hypot(was.x() - is.x(), was.y() - is.y()))
            .as(pin.toString())
            .isLessThan(0.31);
      }
    }
  }
}
