package raconteur.desktop.stockroom;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.store.Outcome;
import raconteur.core.stock.StockItem;
import raconteur.core.story.CaseState;
import raconteur.desktop.OnTheDemo;

class StockroomPresenterTest extends OnTheDemo {
  private StockroomPresenter stock;

  @BeforeEach
  void enter() {
    stock = new StockroomPresenter(workshop());
  }

  private String said(Outcome<String> outcome) {
    return switch (outcome) {
      case Outcome.Done<String>(String sentence) -> sentence;
      case Outcome.Failed<String>(String sentence) -> "refused: " + sentence;
    };
  }

  /** The one item that holds the words. */
  private StockItem only(String words) {
    List<StockItem> found = stock.items(words);
    assertThat(found).as(words).hasSize(1);
    return found.getFirst();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "4116 -2 x16 spare bought in May | 4116 | -2 | 16 | SPARE | | bought in May | | ",
        "4116 | 4116 | | 1 | SPARE | | | | ",
        "socket 16 x10 | socket 16 | | 10 | SPARE | | | | ",
        "QM-11 dead box from case 41, U13 | QM-11 | | 1 | CROSSED | case 41, U13 | | | ",
        "74LS257 x4 on order 9 days for case 19 | 74LS257 | | 4 | ORDERED | | 9 days for case 19"
            + " | 19 | 9",
        "2764 customer's for case 7 | 2764 | | 1 | CUSTOMERS | | for case 7 | 7 | ",
        "  6502   ×3  | 6502 | | 3 | SPARE | | | | ",
        "x16 4116 | x16 | | 1 | SPARE | | 4116 | | "
      })
  void whatIsTypedIsTakenApart(
      String typed,
      String kind,
      String grade,
      int count,
      StockItem.State state,
      String from,
      String note,
      Integer forCase,
      Integer days) {
    StockItem item = StockroomPresenter.read(typed).orElseThrow();
    assertThat(item.kind()).isEqualTo(kind);
    assertThat(item.grade()).isEqualTo(String.valueOf(grade).replace("null", ""));
    assertThat(item.count()).isEqualTo(count);
    assertThat(item.state()).isEqualTo(state);
    assertThat(item.from()).isEqualTo(String.valueOf(from).replace("null", ""));
    assertThat(item.note()).isEqualTo(String.valueOf(note).replace("null", ""));
    assertThat(item.forCase()).isEqualTo(Optional.ofNullable(forCase));
    assertThat(item.leadDays()).isEqualTo(Optional.ofNullable(days));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "   ", "\t"})
  void nothingTypedIsAskedForByAnExample(String typed) {
    int before = stock.items("").size();
    assertThat(said(stock.add(typed))).startsWith("refused: Say what it is").contains("4116 -2");
    assertThat(said(stock.add("x".repeat(401)))).startsWith("refused: Say what it is");
    assertThat(stock.items("")).hasSize(before);
  }

  @Test
  void whatCameInStandsUnderTheNextNumberAndIsFoundByAnyOfItsWords() {
    int last = stock.items("").getLast().number();
    assertThat(said(stock.add("74LS257 x4 on order 9 days for case 19")))
        .isEqualTo("Number " + (last + 1) + ": 4 × 74LS257, on order.");
    assertThat(only("order case 19 74ls257").number()).isEqualTo(last + 1);
    assertThat(stock.items("74ls257 nothing of the kind")).isEmpty();
  }

  @Test
  void countsGoUpAndDownButNotUnderNothing() {
    said(stock.add("2764 x2 spare kept for the museum"));
    assertThat(stock.count(only("museum"), 1)).isEqualTo("3 × 2764.");
    assertThat(stock.count(only("museum"), -3)).isEqualTo("0 × 2764.");
    assertThat(stock.count(only("museum"), -1)).contains("none of 2764 left");
    assertThat(only("museum").count()).isZero();
  }

  @Test
  void whatLiesInTheDeadBoxIsTakenKnowinglyOnly() {
    said(stock.add("QM-11 dead box from case 41, U13"));
    StockItem dead = only("case 41, u13");
    assertThat(said(stock.take(dead, 13, false))).startsWith("refused: ");
    assertThat(only("case 41, u13").count()).isEqualTo(1);
    assertThat(said(stock.take(dead, 13, true)))
        .startsWith("Taken for case 13; 0 left.")
        .contains("from stock " + dead.number());
    assertThat(said(stock.take(dead, 13, true))).startsWith("refused: ");
  }

  @Test
  void aPartMovesToTheDeadBoxAndIsUsableNoMore() {
    said(stock.add("74LS257 x2 spare for the test"));
    assertThat(stock.move(only("for the test"), StockItem.State.CROSSED))
        .isEqualTo("74LS257: dead box.");
    assertThat(only("for the test").state().usable()).isFalse();
  }

  /** What is found bad on a board that waits is needed, until its line says that it is replaced. */
  @Test
  void whatOpenCasesNeedFollowsTheirStories() {
    List<StockroomPresenter.Need> before = stock.needs();
    String line = "found U26 dead";
    var entry = workshop().casebook().append(13, line);
    assertThat(entry).isInstanceOf(Outcome.Done.class);
    assertThat(stock.needs())
        .filteredOn(need -> !before.contains(need))
        .singleElement()
        .satisfies(
            need -> {
              assertThat(need.caseNumber()).isEqualTo(13);
              assertThat(need.position()).isEqualTo("U26");
              assertThat(need.device()).isEqualTo("4116");
            });
    workshop().casebook().append(13, "mended U26 replaced");
    assertThat(stock.needs()).isEqualTo(before);
    workshop().casebook().append(13, line);
    workshop().casebook().move(13, CaseState.GONE_HOME);
    assertThat(stock.needs()).noneMatch(need -> need.caseNumber() == 13);
  }

  /** The more of a device is there, the less of it runs low; what is there is said rightly. */
  @Test
  void whatRunsLowIsWhatIsNotThere() {
    var low = stock.low();
    assertThat(low).isNotEmpty().allMatch(l -> l.expected() >= 0.2);
    var first = low.getFirst();
    said(stock.add(first.device() + " x500 spare"));
    assertThat(stock.low()).noneMatch(l -> l.device().equals(first.device()));
  }

  @Test
  void aListThatWasWrittenIsTakenInAgainWithAllItSaid() throws IOException {
    said(stock.add("=4116 -2 x16 spare bought in May"));
    List<StockItem> before = stock.items("");
    Path file = folder().resolve("stock.csv");
    assertThat(stock.export(file)).isEqualTo("Written to " + file + ".");
    assertThat(stock.take(file)).isEqualTo(before.size() + " items taken in.");
    List<StockItem> twice = stock.items("");
    assertThat(twice).hasSize(2 * before.size());
    for (int i = 0; i < before.size(); i++) {
      StockItem copy = twice.get(before.size() + i);
      assertThat(copy.numbered(before.get(i).number())).isEqualTo(before.get(i));
    }
    // A cell that a spreadsheet would run as a formula is kept from that in the file itself.
    assertThat(Files.readString(file, StandardCharsets.UTF_8)).doesNotContain("\n1,=", ",=4116");
  }

  @Test
  void aListThatIsNoneIsRefusedAndNothingIsTakenIn() throws IOException {
    int before = stock.items("").size();
    Path latin = folder().resolve("latin.csv");
    Files.write(latin, "kind,note\n4116,f\u00fcr".getBytes(StandardCharsets.ISO_8859_1));
    assertThat(stock.take(latin)).contains("not UTF-8 text");
    Path wrong = Files.writeString(folder().resolve("w.csv"), "kind,count\n4116,4\n2764,many\n");
    assertThat(stock.take(wrong)).contains("many");
    assertThat(stock.take(folder().resolve("missing.csv"))).contains("still there");
    assertThat(stock.take(Files.writeString(folder().resolve("e.csv"), ""))).isNotBlank();
    assertThat(stock.items("")).hasSize(before);
  }

  @Test
  void aListIsNotWrittenOverAnotherKindOfFile() throws IOException {
    Path letter = Files.writeString(folder().resolve("letter.csv"), "Dear museum,\n");
    assertThat(stock.export(letter)).doesNotStartWith("Written");
    assertThat(Files.readString(letter)).isEqualTo("Dear museum,\n");
  }
}
