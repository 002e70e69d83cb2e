package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Part;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

/** Parts lists and net lists as people have them, typed by somebody for another purpose. */
class PartsListsTest {
  private static final BoardShelf SHELF = BoardShelf.of(Path.of("no such folder"));

  private static Imported read(String text) {
    return switch (BoardImport.read(
        "list.txt", text.getBytes(StandardCharsets.UTF_8), DeviceLibrary.shipped(), SHELF::load)) {
      case Loaded.Ok<Imported>(Imported imported) -> imported;
      case Loaded.Refused<Imported> refused -> throw new AssertionError(refused.summary());
    };
  }

  private static String device(Imported imported, String part) {
    return imported.board().part(part).map(p -> p.device().name()).orElse("no " + part);
  }

  private static List<String> parts(Imported imported) {
    return imported.board().parts().stream().map(Part::designator).toList();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Location,Description\n5C,74LS245 bus driver\n10/11F,4116 DRAM\n",
        "IC;Type\n5C;SN74LS245N\n10/11F;D416C-2\n",
        "Ref\tPart\n5C\tLS245\n10/11F\tMK4116\n",
        "Part,Position\n74LS245,5C\n4116-3,10/11F\n",
        "Made by hand\nfor a board\n\nQty,Designation,Comment\n1,5C,74LS245\n1,10/11F,4116\n",
        "sep=;\nRefs;Value\n5C;74LS245\n10/11F;4116\n",
        "# Ref, Value\n5C, 74LS245\n10/11F, 4116\n",
        "5C,74LS245\n10/11F,4116\n"
      })
  void theColumnsAreToldByWhatStandsInThem(String text) {
    Imported imported = read(text);
    assertThat(parts(imported)).containsExactlyInAnyOrder("5C", "10/11F");
    assertThat(device(imported, "5C")).isEqualTo("74LS245");
    assertThat(device(imported, "10/11F")).isEqualTo("4116");
  }

  /** Lists as they lie about: in other languages, by groups, with places in rows and in ranges. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Bauteil;Wert;Anzahl~IC1;6502 CPU;1~Q1;1 MHz Quarz;1~T1;BC237;1"
            + "| IC1 6502, Q1 crystal, T1 transistor-cbe",
        "Référence,Désignation,Quantité~\"U2, U3\",EPROM 2732,2~C1 à C3,100nF,3~R1 et"
            + " R2,1k,2~Total,,7| U2 2732, U3 2732, C1 capacitor, C2 capacitor, C3 capacitor, R1"
            + " resistor, R2 resistor",
        "CHIPS,,~Ref,Part,Qty~U1,2716,1~,,~CAPACITORS,,~Ref,Part,Qty~C1-C2,.01uf,2"
            + "| U1 2716, C1 capacitor, C2 capacitor",
        "Qty,Part"
            + " Number,Reference(s),Description~3,74HC573,IC8/IC9/IC10,latch~1,16MHz,X1,oscillator|"
            + " IC8 74HC573, IC9 74HC573, IC10 74HC573, X1 oscillator",
        "sep=;~Pos;Typ~1/A;74LS04~10/F;2114 | 1A 74LS04, 10F 2114",
        "Location,Chip~---,---~2D-2F,2764~3A,6116 | 2D 2764, 2E 2764, 2F 2764, 3A 6116",
        "IC1 - Z80 CPU~IC2: 74LS00 / IC3: 74LS04~R1 = 1K, R2 = 2.2K~XTAL1 4.43 MHz"
            + "| IC1 Z80, IC2 74LS00, IC3 74LS04, R1 resistor, R2 resistor, XTAL1 crystal",
        "Parts~r1-3,7 1k~C1, 3, 5    100n~D1-2  1N4001"
            + "| r1 resistor, r2 resistor, r3 resistor, r7 resistor, C1 capacitor, C3 capacitor,"
            + " C5 capacitor, D1 diode, D2 diode",
      })
  void everyPlaceIsFoundAndNothingElse(String text, String expected) {
    Imported imported = read(text.replace('~', '\n'));
    assertThat(
            imported.board().parts().stream()
                .map(p -> p.designator() + " " + p.device().name())
                .toList())
        .containsExactly(expected.split(",\\s*", -1));
    assertThat(imported.problems()).isEmpty();
  }

  @Test
  void whatIsPrintedIsKeptWhereAnotherColumnCallsThePart() {
    Imported imported =
        read("Ref,Value,Remarks\nU1,4116,\nC13,1000uF/16V,electrolytic\nX1,16MHz,oscillator\n");
    assertThat(imported.board().part("C13").orElseThrow().value()).isEqualTo("1000uF/16V");
    assertThat(imported.board().part("X1").orElseThrow().value()).isEqualTo("16MHz");
    assertThat(
            read("IC1 Z80\nIC2 unpopulated\nIC3 4164\n").board().part("IC2").orElseThrow().fitted())
        .isFalse();
  }

  /** A column of remarks beside the one that says what parts do takes nothing from it. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Qty,Ref,Type,Function,Remarks\n1,U2,2732,Monitor ROM,socketed\n1,U3,2716,Text ROM,\n",
        "Ref;Type;Notes;Used for\nU2;2732;in socket;Monitor ROM\nU3;2716;;Text ROM\n",
        "Ref,Type,Purpose,Info\nU2,2732,Monitor ROM,socketed\nU3,2716,Text ROM,checked twice\n"
      })
  void whatPartsDoIsReadBesideRemarks(String text) {
    Imported imported = read(text);
    assertThat(imported.board().part("U2").orElseThrow().purpose()).isEqualTo("Monitor ROM");
    assertThat(imported.board().part("U2").orElseThrow().socketed()).isTrue();
    assertThat(imported.board().part("U3").orElseThrow().purpose()).isEqualTo("Text ROM");
  }

  /** The same two nets in five hands. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "*NET* A0\nU1.30 U2.8\n*NET* GND\nU1.29 U2.12\n",
        "A0    U1.30 - U2.8\nGND   U1.29 - U2.12\n",
        "U1 pin 30 -> U2 pin 8   (A0)\nU1 pin 29 -> U2 pin 12  (GND)\n",
        "Signal,From,To\nA0,U1-30,U2-8\nGND,U1-29,U2-12\n",
        "U1\n30 A0\n29 GND\nU2\n8 A0\n12 GND\n",
        "; typed by hand\nA0: U1-30, U2-8\nGND: U1-29, U2-12\n"
      })
  void netsAreReadHoweverTheyAreTyped(String text) {
    Imported imported = read(text);
    assertThat(imported.board().nets())
        .extracting(net -> net.name() + " " + net.path())
        .containsExactlyInAnyOrder("A0 [U1.30, U2.8]", "GND [U1.29, U2.12]");
    assertThat(parts(imported)).containsExactly("U1", "U2");
  }

  /** A list with a title over it, one heading that is known, and what parts are there for. */
  @Test
  void remarksAreKeptWhateverTheirColumnIsCalled() {
    for (String heading : List.of("Ref;What;Where / remark", "Ref;Type;used for", "")) {
      Imported imported =
          read(
              "Main board, typed off the board\n"
                  + heading
                  + "\nU1;Z80A;the processor\nU2;414256-12;picture memory\n"
                  + "U3;XTAL osc 28 MHz;main clock\nU4;555;reset timer, a 74LS04 before\n"
                  + "U5;YM2203C;music\n");
      assertThat(parts(imported)).containsExactly("U1", "U2", "U3", "U4", "U5");
      assertThat(imported.board().parts())
          .extracting(Part::purpose)
          .containsExactly(
              "the processor",
              "picture memory",
              "main clock",
              "reset timer a 74LS04 before",
              "music");
      assertThat(device(imported, "U2")).isEqualTo("44256");
      assertThat(device(imported, "U3")).isEqualTo("oscillator");
      assertThat(device(imported, "U4")).isEqualTo("555");
      assertThat(imported.board().part("U5").orElseThrow().device().title())
          .isEqualTo("sound generator");
    }
  }

  /** Buses from their first to their last net are ours; so no bus is taken for one net. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "CLK: U1.6 U2.3\nA0-A2: U1.A0-U1.A2\n",
        "CLK: U1.6 U2.3\nD0-D3: U2.18 U2.16 U2.14 U2.12\n",
        "CLK: U1.6 U2.3\nA15..A8: U1.5-U1.12\n"
      })
  void aBusIsReadAsTyped(String nets) {
    assertThat(
            BoardImport.read(
                "a.txt",
                nets.getBytes(StandardCharsets.UTF_8),
                DeviceLibrary.shipped(),
                SHELF::load))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("typed nets are read onto a board"));
  }

  @Test
  void aNetWithAStrokeInItsNameIsOneNet() {
    Imported imported = read("CLK: U1.6 U2.3\nUSB-3: U1.2 U2.4\nNET1-2: U1.3 U2.5\n");
    assertThat(imported.board().nets()).extracting(n -> n.name()).contains("USB-3", "NET1-2");
  }

  /** Digits alone are a value at a resistor's place, unless the places are those of a grid. */
  @Test
  void aValueIsNoChipAndAChipIsNoValue() {
    Imported plain = read("R1,324\nR2,7410\nC1,7402\nC2,SN7402N\nC3,74LS499\nR3,4K7\n");
    assertThat(device(plain, "R1")).isEqualTo("resistor");
    assertThat(device(plain, "R2")).isEqualTo("resistor");
    assertThat(device(plain, "C1")).isEqualTo("capacitor");
    assertThat(device(plain, "C2")).isEqualTo("7402");
    assertThat(device(plain, "C3")).isEqualTo("74LS499");
    assertThat(device(plain, "R3")).isEqualTo("resistor");
    Imported beside = read("C1,74LS04 bypass\nC2,for 74LS245\nR1,pull-up of 74LS138\nC3,100n\n");
    assertThat(device(beside, "C1")).isEqualTo("capacitor");
    assertThat(device(beside, "C2")).isEqualTo("capacitor");
    assertThat(device(beside, "R1")).isEqualTo("resistor");
    Imported grid = read("A1,7400\nA2,7404\nB1,7408\nE5,7432\nC1,7402\nR2,324\nC9,100n\n");
    assertThat(device(grid, "C1")).isEqualTo("7402");
    assertThat(device(grid, "C9")).isEqualTo("capacitor");
  }

  /** What a part does stands under many headings; who made it and where it was bought does not. */
  @Test
  void aColumnOfWordsUnderAnyHeadingSaysWhatPartsDo() {
    Imported imported =
        read(
            """
            Location;Marking;Maker;What
            IC1;6502;Someone;CPU
            IC2;74LS245;Someone;data bus buffer
            IC3;2732;Another;character ROM
            """);
    assertThat(imported.board().parts())
        .extracting(p -> p.designator() + " " + p.purpose())
        .containsExactly("IC1 CPU", "IC2 data bus buffer", "IC3 character ROM");
  }

  @Test
  void partsMayBeTypedOneALineWithNothingButSpaces() {
    Imported imported =
        read(
            """
            # my board
            U1 SN74LS245N
            U21-U23 MB8264A-15P
            C1 to C3 100n
            IC7: Z80A CPU
            R1, R2 and R3  4K7
            5C D4164C-2
            """);
    assertThat(device(imported, "U1")).isEqualTo("74LS245");
    assertThat(device(imported, "U23")).isEqualTo("4164");
    assertThat(device(imported, "C3")).isEqualTo("capacitor");
    assertThat(device(imported, "IC7")).isEqualTo("Z80");
    assertThat(device(imported, "R2")).isEqualTo("resistor");
    assertThat(device(imported, "5C")).isEqualTo("4164");
    assertThat(imported.problems()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "C10 to C12, 'C10 C11 C12'",
    "'R1, R2 and R3', 'R1 R2 R3'",
    "C6 - C8, 'C6 C7 C8'",
    "'C1,C3..C5', 'C1 C3 C4 C5'",
    "C1–C3, 'C1 C2 C3'",
    "IC 7, IC7",
    "'5C 5D', '5C 5D'",
    "U14, U14",
    "'IC30,31', 'IC30 IC31'",
    "'U4, 5, 9-11', 'U4 U5 U9 U10 U11'",
    "'C1, 2 and 3', 'C1 C2 C3'"
  })
  void placesAreWrittenAsPeopleWriteThem(String cell, String names) {
    assertThat(DesignatorList.read(cell).names()).containsExactly(names.split(" "));
    assertThat(DesignatorList.read(cell).problem()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"C9-C2", "C1-C99999", "see note 3!", "R1, 10", "U9, 4"})
  void whatIsNoListOfPlacesIsSaid(String cell) {
    assertThat(DesignatorList.read(cell).problem()).isPresent();
  }

  @ParameterizedTest
  @CsvSource({
    "C1, 0.1uF, capacitor",
    "C1, .1uF, capacitor",
    "C1, 104, capacitor",
    "C1, 4n7, capacitor",
    "C1, 100uF 16V, electrolytic",
    "C1, 1uF electrolytic, electrolytic",
    "C1, 10uF bipolar, capacitor",
    "R1, 324, resistor",
    "R1, 7805, resistor",
    "R1, 4K7, resistor",
    "U1, 324, 324",
    "D1, 1N4148, diode",
    "D1, LED red, led",
    "Q1, 2SC1815, transistor-ecb",
    "Q2, BC547B, transistor-cbe",
    "Q3, 2N3904, transistor-ebc",
    "F1, 2A, fuse",
    "VR1, 7805, 7805",
    "Y1, 3.579545 MHz, crystal",
    "Y1, 24 MHz oscillator, oscillator",
    "IC10, 24.000MHz osc module, oscillator",
    "U3, 4 MHz crystal, crystal",
    "IC9, opto-isolator, optocoupler",
    "SW1, DIP SW 8, dip-switch-8"
  })
  void theLetterOfThePlaceComesBeforeANumberThatIsAValue(
      String place, String value, String device) {
    assertThat(device(read("Ref,Value\n" + place + "," + value + "\n"), place)).isEqualTo(device);
  }

  @Test
  void whatIsNotToldIsListedAndCanBeSaidOnce() {
    String list = "Ref,Type\nU1,HOUSE-17\nU2,HOUSE-17\nU3,Z80 SIO\nU4,74LS00\n";
    Imported imported = read(list);
    assertThat(imported.parts())
        .filteredOn(p -> p.device().isEmpty())
        .extracting(ImportedPart::marking)
        .containsExactly("HOUSE-17", "HOUSE-17", "Z80 SIO");
    assertThat(imported.problems()).anyMatch(p -> p.toString().contains("bondings"));
    Path file = Path.of("no such file");
    assertThat(BoardImport.read(file, DeviceLibrary.shipped(), SHELF::load, Map.of()))
        .isInstanceOf(Loaded.Refused.class);
  }

  @Test
  void whatTheWordsSayOfAPartBesideItsTypeIsTaken() {
    Imported imported =
        read(
            """
            Location,Description
            U1,Z84C00 CPU (socket)
            U2,"27128 EPROM, socketed"
            U3,27128 soldered
            Y1,4 MHz crystal
            Y2,14.318 MHz oscillator module
            RN1,8 x 4k7
            J1,power connector 4 pin
            J2,20-way header
            J3,edge connector 2x22
            J4,sound
            """);
    assertThat(socket(imported, "U1")).isEqualTo("single wipe");
    assertThat(socket(imported, "U2")).isEqualTo("single wipe");
    assertThat(socket(imported, "U3")).isEmpty();
    assertThat(device(imported, "Y1")).isEqualTo("crystal");
    assertThat(device(imported, "Y2")).isEqualTo("oscillator");
    assertThat(device(imported, "RN1")).isEqualTo("resistor-pack-9");
    assertThat(device(imported, "J1")).isEqualTo("connector-4");
    assertThat(device(imported, "J2")).isEqualTo("connector-20");
    assertThat(device(imported, "J3")).isEqualTo("edge-44");
    assertThat(device(imported, "J4")).isEqualTo("connector-1");
  }

  private static String socket(Imported imported, String part) {
    return imported.board().part(part).orElseThrow().socket();
  }

  @Test
  void partsThatAreNotThereAndWhatIsNoPartAreToldApart() {
    Imported imported =
        read("Ref,Value,DNP\nU1,74LS00,\nU2,74LS04,DNP\nH1,hole,\nFID2,fiducial,\nU5,DNP,\n");
    assertThat(parts(imported)).containsExactly("U1", "U2", "U5");
    assertThat(imported.board().part("U2").orElseThrow().fitted()).isFalse();
    assertThat(imported.board().part("U5").orElseThrow().fitted()).isFalse();
    assertThat(imported.understood()).anyMatch(u -> u.contains("H1, FID2"));
  }

  @Test
  void severalTablesInOneFileAreAllRead() {
    Imported imported =
        read(
            """
            Ref,Value
            U1,74LS00

            Resistors
            Ref,Value
            R1,4K7

            Net,Ref,Pin
            A0,U1,3
            A0,R1,1
            """);
    assertThat(parts(imported)).containsExactly("U1", "R1");
    assertThat(imported.board().net("A0").orElseThrow().path()).hasSize(2);
  }

  static Stream<String> plainNetLists() {
    return Stream.of(
        "A0: U1.9 U2-8\n  U3.7\n+5V: U1.20, U2.20\n",
        "A0 U1.9,U2.8,U3.7\n+5V U1.20 U2.20\n",
        "[\nU1\nDIP20\n74LS245\n\n]\n(\nA0\nU1-9\nU2-8\nU3-7\n)\n(\n+5V\nU1-20\nU2-20\n)\n",
        """
        *PART*
        U1 74LS245@DIP20
        *NET*
        *SIGNAL* A0
        U1.9 U2.8
        U3.7
        *SIGNAL* +5V
        U1.20 U2.20
        *END*
        """,
        """
        $PACKAGES
        DIP20 ! 74LS245 ; U1
        $NETS
        'A0' ; U1.9 U2.8,
        U3.7
        +5V ; U1.20 U2.20
        $END
        """,
        """
        .ADD_COM U1 "74LS245"
        .ADD_TER U1 9 "A0"
        .TER U2 8
        U3 7
        .ADD_TER U1 20 "+5V"
        .TER U2 20
        .END
        """);
  }

  @ParameterizedTest
  @MethodSource("plainNetLists")
  void plainNetListsOfSeveralShapesSayTheSame(String text) {
    Imported imported = read(text);
    assertThat(imported.board().net("A0").orElseThrow().path())
        .extracting(Object::toString)
        .containsExactlyInAnyOrder("U1.9", "U2.8", "U3.7");
    assertThat(imported.board().rails()).extracting(r -> r.name()).containsExactly("+5V");
    if (text.contains("245")) {
      assertThat(device(imported, "U1")).isEqualTo("74LS245");
    }
  }

  /**
   * Lines no person types: each is read or refused, and neither exhausts the stack nor the clock.
   */
  @ParameterizedTest
  @ValueSource(strings = {"GND:| U1.7", "U1,| U1,", "(|(", "\n|\n", "*NET*\n*SIGNAL* A\n|U1.7 "})
  void aLineMadeToTakeForEverDoesNot(String kind) {
    String[] parts = kind.split("\\|", -1);
    String text = parts[0] + parts[1].repeat(60_000) + "\nA0: U1.9 U2.8\n";
    Assertions.assertTimeoutPreemptively(
        Duration.ofSeconds(60),
        () ->
            BoardImport.read(
                "long",
                text.getBytes(StandardCharsets.UTF_8),
                DeviceLibrary.shipped(),
                SHELF::load));
  }

  @ParameterizedTest
  @CsvSource({
    "+3.3V, true",
    "+5V, true",
    "-12V, true",
    "VCC, true",
    "5V, true",
    "12V_EN, false",
    "AGND, false",
    "A5, false",
    "V5SYNC, false",
    "N12V, true"
  })
  void onlyWhatIsAVoltageBecomesARail(String net, boolean rail) {
    Imported imported = read("Net,Ref,Pin\n" + net + ",U1,1\n" + net + ",U2,1\n");
    assertThat(imported.board().rails().isEmpty()).isNotEqualTo(rail);
  }

  @ParameterizedTest
  @CsvSource({"~{RD}, /RD", "/cpu/~{RD}, /cpu/RD", "A{slash}B, A/B", "A0, A0"})
  void overbarsAndEscapesOfNamesAreRead(String written, String name) {
    assertThat(DraftBoard.netName(written)).isEqualTo(name);
  }

  @Test
  void pinsMayBeNamedInPlaceOfNumbered() {
    Imported imported =
        read("Ref,Value\nU1,74LS245\n\nNet,Ref,Pin\nD0,U1,A1\nD0,U1,B1\n/OE,U1,G\n");
    assertThat(imported.board().net("D0").orElseThrow().path())
        .extracting(Object::toString)
        .containsExactly("U1.2", "U1.18");
  }

  /** A column sorts the parts where its words come again; else it says what each is there for. */
  @Test
  void aColumnOfFunctionsSaysWhatPartsAreThereFor() {
    Imported told =
        read(
            "Ref,Part,Function\nU1,Z80,CPU\nU2,2764,monitor ROM\nU3,74LS138,memory decoder\n"
                + "U4,6264,work RAM\n");
    assertThat(told.board().blocks()).doesNotContain("monitor rom", "memory decoder");
    assertThat(told.board().part("U2").orElseThrow().purpose()).isEqualTo("monitor ROM");
    assertThat(told.board().part("U3").orElseThrow().purpose()).isEqualTo("memory decoder");
    Imported sorted =
        read("Ref,Part,Section\nU1,Z80,main\nU2,2764,main\nU3,Z80,sound\nU4,2764,sound\n");
    assertThat(sorted.board().part("U3").orElseThrow().block()).isEqualTo("sound");
  }

  /** Beside a column of values, one headed description says what parts are there for. */
  @Test
  void aDescriptionBesideTheValuesIsNotLost() {
    Imported told =
        read(
            "Designator;Value;Description\nIC1;6502A;processor\nIC2;2732;kernel ROM\n"
                + "C1;100n;decoupling\nR1;4k7;IRQ pull up\n");
    assertThat(told.board().part("IC2").orElseThrow().purpose()).isEqualTo("kernel ROM");
    assertThat(device(told, "IC1")).isEqualTo("6502");
    assertThat(told.board().part("R1").orElseThrow().value()).isEqualTo("4k7");
  }

  /** What a part runs at is no type number, and what is large and called E is an electrolytic. */
  @Test
  void whatIsNoTypeNumberIsNoChip() {
    Imported told =
        read(
            "Location,Type\nX2,3.58MHz crystal\n9A,Z80 4MHz\nE1,470uF\n11C,DIP switch 8\n"
                + "J1,edge connector 36\n");
    assertThat(device(told, "X2")).isEqualTo("crystal");
    assertThat(device(told, "9A")).isEqualTo("Z80");
    assertThat(device(told, "E1")).isEqualTo("electrolytic");
    assertThat(device(told, "11C")).isEqualTo("dip-switch-8");
    assertThat(device(told, "J1")).isEqualTo("edge-36");
  }

  /** Few ohms stand in series with lines and have no common pin; of pull-ups eight share one. */
  @Test
  void aPackOfResistorsOfWhichNobodySaysHowManyIsOfEight() {
    Imported imported =
        read("Ref,Type\nRP1,33 ohm pack\nRP2,4.7K pack\nRP3,8x1K\nRN4,22R network\n");
    assertThat(device(imported, "RP1")).isEqualTo("resistor-network-16");
    assertThat(device(imported, "RP2")).isEqualTo("resistor-pack-9");
    assertThat(device(imported, "RP3")).isEqualTo("resistor-pack-9");
    assertThat(device(imported, "RN4")).isEqualTo("resistor-network-16");
  }
}
