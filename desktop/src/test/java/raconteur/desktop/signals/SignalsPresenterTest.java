package raconteur.desktop.signals;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntUnaryOperator;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;
import raconteur.desktop.OnTheDemo;

class SignalsPresenterTest extends OnTheDemo {
  private Board board;
  private final List<String> refused = new ArrayList<>();
  private Optional<SignalsPresenter.Read> read = Optional.empty();

  @BeforeEach
  void kittiwake() {
    board = workshop().boards().find("quillon-kittiwake-b").orElseThrow();
  }

  private Map<String, SignalsPresenter.Row> rows(String csv, Asked asked) throws IOException {
    Path file = Files.writeString(folder().resolve("scope.csv"), csv);
    new SignalsPresenter(workshop(), board)
        .read(file, asked, share -> {}, r -> read = Optional.of(r), refused::add);
    Map<String, SignalsPresenter.Row> rows = new HashMap<>();
    read.ifPresent(r -> r.rows().forEach(row -> rows.put(row.name(), row)));
    return rows;
  }

  /** Columns of 0 and 1, a microsecond a row, each column by a function of the row. */
  private static String table(int length, Map<String, IntUnaryOperator> columns) {
    List<String> names = columns.keySet().stream().sorted().toList();
    StringBuilder text = new StringBuilder("time," + String.join(",", names) + "\n");
    for (int i = 0; i < length; i++) {
      text.append(i * 1e-6);
      for (String name : names) {
        text.append(',').append(columns.get(name).applyAsInt(i));
      }
      text.append('\n');
    }
    return text.toString();
  }

  /** A net by its name stands at the pin that drives it, and the bench line is one we take. */
  @Test
  void linesThatAreNetsOrPinsCanBeToldAndAreOddWhereAGoodBoardDiffers() throws IOException {
    String moving =
        board.nets().stream()
            .filter(n -> n.healthy().filter(s -> s.name().equals("TOGGLING")).isPresent())
            .filter(n -> n.path().stream().anyMatch(p -> board.kind(p).drives()))
            .findFirst()
            .orElseThrow()
            .name();
    var rows =
        rows(
            table(40, Map.of(moving, i -> 0, "u14.3", i -> i % 2, "nowhere", i -> i / 20)),
            new Asked("", "", "", "", ""));
    assertThat(refused).isEmpty();
    var still = rows.get(moving);
    assertThat(still.stands()).isTrue();
    assertThat(board.kind(still.pin().orElseThrow()).drives()).isTrue();
    assertThat(still.note()).isEqualTo("a good board: toggling");
    assertThat(rows.get("u14.3").pin().orElseThrow()).hasToString("U14.3");
    assertThat(rows.get("nowhere").pin()).isEmpty();
    assertThat(rows.get("nowhere").bench()).isEmpty();
    for (var row : rows.values()) {
      if (!row.bench().isEmpty()) {
        assertThat(new BenchLine(board).understand(row.bench(), BenchContext.FRESH))
            .isInstanceOf(Understanding.Understood.class);
      }
    }
    assertThat(read.orElseThrow().sentences().getFirst())
        .startsWith("3 lines over ")
        .contains("2 are nets or pins of this board, 1 never moved");
  }

  /**
   * On a board whose lines nobody described, what they usually do is what they are held against.
   */
  @Test
  void onABoardNobodyDescribedALineIsHeldAgainstWhatItUsuallyDoes() throws IOException {
    Board own = Boards.asTyped(Boards.KITTIWAKE_B);
    assertThat(own.nets()).allMatch(n -> n.healthy().isEmpty());
    board = own;
    var rows = rows(table(40, Map.of("U1.6", i -> 0)), new Asked("", "", "", "", ""));
    assertThat(rows.get("U1.6").note()).contains("a good board");
  }

  @Test
  void halfOfWhatBelongsTogetherIsAskedFor() throws IOException {
    rows("time,A0\n0,1\n1,0\n", new Asked("", "", "A0..A3", "", ""));
    assertThat(read).isEmpty();
    assertThat(refused).singleElement().asString().contains("belong together");
  }

  @Test
  void whatIsNoRecordingIsRefusedWithItsReason() throws IOException {
    rows("no recording at all", new Asked("", "", "", "", ""));
    assertThat(refused).hasSize(1);
    assertThat(read).isEmpty();
  }

  /** A program that goes round three places, its addresses read as the strobe falls. */
  @Test
  void theLoopOfAProgramIsSaid() throws IOException {
    int[] places = {5, 6, 2};
    Map<String, IntUnaryOperator> columns = new HashMap<>();
    for (int bit = 0; bit < 3; bit++) {
      int at = bit;
      columns.put("A" + bit, i -> places[i / 2 % 3] >> at & 1);
    }
    columns.put("RD", i -> (i + 1) % 2);
    rows(table(600, columns), new Asked("", "", "A0..A2", "RD", ""));
    assertThat(refused).isEmpty();
    assertThat(read.orElseThrow().sentences()).anyMatch(s -> s.contains("through 3 places"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "A0..A3 | A0 A1 A2 A3",
        "A3..A0 | A0 A1 A2 A3",
        "A2, A0, A1 | A0 A1 A2",
        "A0..3 | A0 A1 A2 A3",
        "CH1,D7 | CH1 D7",
        "A0..A999 | A0..A999",
        "D[1], D[0] | D[0] D[1]"
      })
  void linesAreTypedAsRangesOrOneByOneAndReadLowestFirst(String typed, String lines) {
    var choice = new Asked("", "", typed, "RD", "").choice();
    assertThat(String.join(" ", choice.addresses().orElseThrow().lines())).isEqualTo(lines);
  }

  /** Overbars are written in many ways, and a pin is said in words. */
  @ParameterizedTest
  @CsvSource({
    "U14 pin 3, U14.3",
    "U14-3 (V), U14.3",
    "RAS#, /RAS",
    "nRAS, /RAS",
    "/ras, /RAS",
    "RAS_n, /RAS",
    "RAS (V), ''"
  })
  void channelsAreFoundAsPeopleCallThem(String channel, String there) throws IOException {
    var rows = rows(table(40, Map.of(channel, i -> i % 2)), new Asked("", "", "", "", ""));
    String found =
        rows.get(channel)
            .pin()
            .map(p -> there.startsWith("/") ? board.netOf(p).orElseThrow().name() : p.toString())
            .orElse("");
    assertThat(found).isEqualTo(there);
  }

  @Test
  void aChannelIsWhereSomebodySaysItWasAndASupplyIsToldInVolts() throws IOException {
    StringBuilder text = new StringBuilder("time,CH1 (V),CH2 (V)\n");
    for (int i = 0; i < 40; i++) {
      text.append(i * 1e-6).append(i % 2 == 0 ? ",0.2" : ",3.4").append(",4.6\n");
    }
    var rows = rows(text.toString(), new Asked("", "", "", "", "CH1=U14.3, CH2 (V) = +5V"));
    assertThat(rows.get("U14.3").bench()).isEqualTo("U14.3 toggling");
    assertThat(rows.get("U14.3").shown()).isEqualTo("toggling, 0.20 to 3.40 V");
    assertThat(rows.get("+5V").shown()).isEqualTo("high, 4.60 V");
    assertThat(rows.get("+5V").bench()).isEqualTo("+5V 4.6 V");
    rows(text.toString(), new Asked("", "", "", "", "CH1 at U14.3"));
    assertThat(refused).singleElement().asString().contains("CH1=U15.8");
  }
}
