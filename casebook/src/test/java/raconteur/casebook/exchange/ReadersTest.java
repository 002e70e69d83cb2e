package raconteur.casebook.exchange;

import static java.nio.charset.StandardCharsets.UTF_16BE;
import static java.nio.charset.StandardCharsets.UTF_16LE;
import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.board.Outline.Point;
import raconteur.core.data.Issue;

/** The small readers under the importers. */
class ReadersTest {
  private final Problems problems = new Problems("file");

  private List<String> said() {
    return problems.list().stream().map(Issue::toString).toList();
  }

  private static byte[] marked(byte[] mark, byte[] text) {
    byte[] all = new byte[mark.length + text.length];
    System.arraycopy(mark, 0, all, 0, mark.length);
    System.arraycopy(text, 0, all, mark.length, text.length);
    return all;
  }

  @Test
  void theEncodingIsKnownByItsMarkOrByItsBytes() {
    String text = "10 µF Ω";
    byte[] big = {(byte) 0xFE, (byte) 0xFF};
    byte[] little = {(byte) 0xFF, (byte) 0xFE};
    byte[] eight = {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF};
    assertThat(DecodedText.of(text.getBytes(UTF_8))).isEqualTo(new DecodedText(text, "UTF-8"));
    assertThat(DecodedText.of(marked(eight, text.getBytes(UTF_8))))
        .isEqualTo(new DecodedText(text, "UTF-8"));
    assertThat(DecodedText.of(marked(big, text.getBytes(UTF_16BE))))
        .isEqualTo(new DecodedText(text, "UTF-16"));
    assertThat(DecodedText.of(marked(little, text.getBytes(UTF_16LE))))
        .isEqualTo(new DecodedText(text, "UTF-16"));
    assertThat(DecodedText.of("10 µF".getBytes(Charset.forName("windows-1252"))))
        .isEqualTo(new DecodedText("10 µF", "Windows-1252"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "12.5 | 12.5",
        "12,5 | 12.5",
        "-3 | -3",
        "+7 | 7",
        "100mil | 100",
        "2.54 mm | 2.54",
        "1.0in | 1",
        "90° | 90"
      })
  void numbersAreReadAsPeopleWriteThem(String text, double value) {
    assertThat(CsvTable.number(text)).contains(value);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"''", "twelve", "1.2.3", "1e5", "0x10", "--3", "NaN", "99999999999999999999", "1 2"})
  void whatIsNoNumberIsNotMadeOne(String text) {
    assertThat(CsvTable.number(text)).isEmpty();
  }

  @Test
  void aTableKnowsItsDelimiterItsHeadingsAndTheLinesOfItsRows() {
    CsvTable table =
        CsvTable.read(
                "\n \"Ref, old\";Ref.Des ;Net_Name;X (mil)\n1;U1;\"a\nb\";100\n2;U2;c;\n", problems)
            .orElseThrow();
    assertThat(table.delimiterWord()).isEqualTo("semicolons");
    OptionalInt net = table.column("net name");
    assertThat(net).hasValue(2);
    assertThat(table.column("nowhere")).isEmpty();
    assertThat(table.rows()).hasSize(2);
    assertThat(table.rows().getFirst().cell(net)).isEqualTo("a\nb");
    assertThat(table.rows().getLast().cell(OptionalInt.of(9))).isEmpty();
    assertThat(table.placeColumn("x").orElseThrow().getValue()).isEqualTo(0.0254);
    assertThat(said()).isEmpty();
  }

  @Test
  void aQuoteThatIsNeverClosedIsSaidAndWhatStoodBeforeItIsKept() {
    Optional<CsvTable> table = CsvTable.read("a,b\n1,2\n3,\"4\n5,6\n", problems);
    assertThat(table.orElseThrow().rows()).isNotEmpty();
    assertThat(said()).anyMatch(s -> s.contains("a quote is opened and never closed"));
  }

  @Test
  void bracketsAreReadWithTheirLinesAndQuotes() {
    SymbolicExpression root =
        SymbolicExpression.read(
                """
                (net (code 1)
                 (name "a \\"b\\" (c)")
                 (node (ref U1) (pin 3)) (node (ref U2)))
                """,
                problems)
            .orElseThrow();
    assertThat(root.head()).isEqualTo("net");
    assertThat(root.valueOf("name")).isEqualTo("a \"b\" (c)");
    assertThat(root.all("node")).hasSize(2);
    assertThat(root.all("node").getFirst().line()).isEqualTo(3);
    assertThat(root.first("code").orElseThrow().number(1)).contains(1.0);
    assertThat(root.valueOf("nothing")).isEmpty();
    assertThat(said()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "(a (b) | the file ends with 1 brackets open",
        "(a)) | a bracket is closed that was not opened",
        "(a \"b | the file ends with 1 brackets open"
      })
  void bracketsThatDoNotMatchAreSaid(String text, String sentence) {
    assertThat(SymbolicExpression.read(text, problems)).isPresent();
    assertThat(said()).anyMatch(s -> s.contains(sentence));
  }

  @Test
  void aDraftRefusesWhatCannotBeOnABoardAndCountsWhatItDoesNotList() {
    DraftBoard draft = new DraftBoard(problems);
    DraftBoard.DraftPart part = draft.part("U1", 1).orElseThrow();
    assertThat(draft.part("1!U", 2)).isEmpty();
    assertThat(draft.part("U" + "1".repeat(40), 3)).isEmpty();
    assertThat(draft.pin(part, "a pin", Optional.empty(), 4)).isEmpty();
    var pin = draft.pin(part, "3", Optional.of(new Point(1, 2)), 5).orElseThrow();
    draft.join("A0", pin, 6);
    draft.join("A1", pin, 7);
    draft.join("  ", pin, 8);
    assertThat(said()).hasSize(5);
    for (int i = 0; i < 500; i++) {
      draft.join("B" + i, pin, 9 + i);
    }
    assertThat(said()).hasSize(201).last().asString().contains("and 305 more problems");
    assertThat(draft.netCount()).isEqualTo(1);
  }

  @Test
  void namesLoseWhatCannotBeShown() {
    assertThat(DraftBoard.clean("  A0\u0007\u0000\n ")).isEqualTo("A0");
    assertThat(DraftBoard.clean("x".repeat(500))).hasSize(120);
    assertThat(DraftBoard.shortened("y".repeat(50))).hasSize(31).endsWith("…");
  }

  /** IEEE 315 class letters, from memory. */
  @ParameterizedTest
  @CsvSource({
    "R1, 2, resistor", "C4, 2, capacitor", "RN2, 9, resistor-pack-9", "J3, 20, connector-20",
    "D1, 2, diode", "Q1, 3, transistor-ebc", "Y1, 2, crystal", "L1, 2, inductor"
  })
  void aPartWithoutAMarkingIsKnownByItsLetter(String designator, int pins, String device) {
    DraftBoard draft = new DraftBoard(problems);
    DraftBoard.DraftPart part = draft.part(designator, 1).orElseThrow();
    for (int i = 1; i <= pins; i++) {
      draft.pin(part, String.valueOf(i), Optional.empty(), 1);
    }
    var guess =
        new DeviceGuess(
            raconteur.core.device.DeviceLibrary.shipped(), java.util.Map.of(), draft, problems);
    assertThat(guess.of(part).name()).isEqualTo(device);
  }
}
