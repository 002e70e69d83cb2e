package raconteur.desktop.boards;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.exchange.BoardExport;
import raconteur.casebook.exchange.Imported;
import raconteur.casebook.exchange.ImportedPart;
import raconteur.core.board.Board;
import raconteur.core.board.BoardMerge;
import raconteur.core.board.Depth;
import raconteur.core.data.Loaded;
import raconteur.core.device.Signal;
import raconteur.desktop.Demo;
import raconteur.desktop.workshop.Workshop;

class BoardsPresenterTest {
  @TempDir private Path folder;
  private Workshop workshop;
  private BoardsPresenter presenter;

  @BeforeEach
  void open() {
    workshop = Demo.in(folder);
    presenter = new BoardsPresenter(workshop);
    choose("marram-310");
  }

  @AfterEach
  void close() {
    workshop.casebook().close();
  }

  private void choose(String id) {
    presenter.choose(workshop.boards().find(id).orElseThrow());
  }

  private Board board() {
    return presenter.chosen().orElseThrow();
  }

  private static BoardSection section(String name) {
    return BoardSections.ALL.stream().filter(s -> s.name().equals(name)).findFirst().orElseThrow();
  }

  private String add(String section, String... texts) {
    return presenter.apply(section(section), Optional.empty(), List.of(texts)).orElse("");
  }

  private Imported read(String name, String text) throws IOException {
    Path file = Files.writeString(folder.resolve(name), text);
    AtomicReference<Optional<Loaded<Imported>>> result = new AtomicReference<>(Optional.empty());
    presenter.read(file, loaded -> result.set(Optional.of(loaded)));
    return ((Loaded.Ok<Imported>) result.get().orElseThrow()).value();
  }

  @Test
  void whatAMarkingIsHasToBeSaidOnceAndCanBeSaidOtherwise() throws IOException {
    String list = "Ref,Part\nU1,HOUSE-17\nU2,74LS04\nU3,HOUSE-17\n";
    assertThat(read("list.csv", list).parts()).filteredOn(p -> p.device().isEmpty()).hasSize(2);
    assertThat(presenter.say("HOUSE-17", "NOTHING").orElseThrow())
        .contains("No device is called “NOTHING”");
    assertThat(presenter.say("HOUSE-17", "SN74LS245N")).isEmpty();
    Imported later = read("another.csv", list);
    assertThat(later.board().part("U3").orElseThrow().device().name()).isEqualTo("74LS245");
    assertThat(later.parts().getFirst().knownBy()).isEqualTo(ImportedPart.SAID);
    assertThat(presenter.say("HOUSE-17", "74LS244")).isEmpty();
    assertThat(read("list.csv", list).board().part("U1").orElseThrow().device().name())
        .isEqualTo("74LS244");
  }

  @Test
  void anEditedShippedBoardIsTheUsersOwnAndGivingItUpBringsTheShippedOneBack() {
    assertThat(presenter.origin(board())).isEqualTo("shipped");
    assertThat(add("Parts", "U40", "74HC00", "io", "", "", "", "", "", "", "", "left paddle"))
        .isEmpty();
    assertThat(board().part("U40").orElseThrow().device().name()).isEqualTo("74HC00");
    assertThat(board().part("U40").orElseThrow().purpose()).isEqualTo("left paddle");
    assertThat(presenter.origin(board())).isEqualTo("shipped, with your changes");
    assertThat(BoardShelf.of(folder.resolve("boards")).find("marram-310").orElseThrow().part("U40"))
        .isPresent();
    presenter.giveUp();
    assertThat(board().part("U40")).isEmpty();
    assertThat(presenter.origin(board())).isEqualTo("shipped");
  }

  @Test
  void everyChangeCanBeTakenBack() {
    int before = board().parts().size();
    add("Parts", "U40", "74LS00", "io", "", "", "", "", "", "", "", "");
    presenter.remove(section("Parts"), 0);
    assertThat(board().part("J1")).isEmpty();
    presenter.undo();
    assertThat(board().part("J1")).isPresent();
    presenter.undo();
    assertThat(board().parts()).hasSize(before);
    assertThat(presenter.undo()).isEqualTo("There is nothing to take back.");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Parts | U1,74LS00,io,,,,,,, | is there already",
        "Parts | 9!X,74LS00,io,,,,,,, | square of a grid",
        "Parts | U40,nonsense,io,,,,,,, | describe it under Devices first",
        "Parts | U40,74LS00,kitchen,,,,,,, | is no block of this board",
        "Parts | U40,74LS00,io,,maybe,,,,, | type yes or no",
        "Parts | U40,74LS00,io,,,,,,,bottom | the side is top or underside",
        "Parts | U40,74LS00,io,,,,3,,, | Type y",
        "Nets | CLK,U1.3 U1.99, | is no pin of this board",
        "Nets | CLK,U1.3 U1.3, | stands there twice",
        "Nets | CLK,U1.3,wobbling | healthy is toggling, high, low",
        "Rails | +9V,,nine,5,100,,, | is a number from -1000 to 1000",
        "Rails | +9V,,9,5,100,,U99, | is not a part of this board",
        "Flash table | 0,U3, | is a number from 1 to 1000",
        "Symptom cards | Blank,Dark,, | one word in small letters",
        "Symptom cards | dark,Dark,cpu 7, | a number from 0 to 1",
        "Usual suspects | U3,2, | where this is known from",
        "Unconnected pins | U3.77,spare | is no pin of this board",
      })
  void aRefusalSaysWhatWouldBeAccepted(String section, String texts, String sentence) {
    Board before = board();
    assertThat(add(section, texts.split(",", -1))).contains(sentence);
    assertThat(board()).isSameAs(before);
  }

  /** Every table of every shipped board: a row put back as it is shown changes nothing. */
  @Test
  void everyRowComesBackFromItsTextsUnchanged() {
    for (Board each : presenter.boards()) {
      for (BoardSection section : BoardSections.ALL) {
        List<List<String>> rows = section.reader().rows(each.contents());
        for (int i = 0; i < rows.size(); i += 1 + rows.size() / 25) {
          BoardSection.Change change =
              section
                  .writer()
                  .apply(each.contents(), Optional.of(i), rows.get(i), workshop.boards().library());
          assertThat(change)
              .as(each.identity().id() + ", " + section.name() + " " + rows.get(i))
              .isEqualTo(new BoardSection.Changed(each.contents()));
        }
      }
    }
  }

  @Test
  void aBoardGrowsFromASheetToNetsAndRailsByTyping() {
    assertThat(board().depth()).isEqualTo(Depth.SHEET);
    assertThat(add("Nets", "CLK", "U1.2 U2.2", "toggling")).isEmpty();
    assertThat(add("Nets", "+5V", "U1.14 U2.16", "")).isEqualTo("");
    assertThat(board().depth()).isEqualTo(Depth.NET_LIST);
    assertThat(add("Flash table", "1", "U10", "lower RAM")).isEmpty();
    assertThat(add("Unconnected pins", "U1.4", "spare gate")).isEmpty();
    assertThat(add("Symptom cards", "smoke", "It smokes", "power 0.9, io 0.1", "")).isEmpty();
    assertThat(board().net("CLK").orElseThrow().healthy()).contains(Signal.TOGGLING);
    assertThat(board().deadTest().flashes()).hasSize(1);
    assertThat(presenter.problems()).anyMatch(p -> p.place().equals("U2"));
  }

  @Test
  void aDerivedRevisionFollowsItsSiblingAndKeepsOnlyItsDifference() throws IOException {
    choose("lanternfish-l1");
    assertThat(presenter.derive("L3")).isEmpty();
    assertThat(presenter.derive("L3")).isPresent();
    assertThat(board().identity().id()).isEqualTo("lanternfish-l3");
    assertThat(presenter.remove(section("Usual suspects"), 0)).isEmpty();
    String file = Files.readString(folder.resolve("boards").resolve("lanternfish-l3.json"));
    assertThat(file).contains("\"derived from\": \"lanternfish-l1\"").doesNotContain("\"U19\"");
    choose("lanternfish-l1");
    add("Parts", "U90", "74LS00", "io", "", "", "", "10", "10", "", "", "");
    assertThat(workshop.boards().find("lanternfish-l3").orElseThrow().part("U90")).isPresent();
    assertThat(workshop.boards().find("lanternfish-l2").orElseThrow().part("U90")).isPresent();
    assertThat(presenter.difference(workshop.boards().find("lanternfish-l3").orElseThrow()).lines())
        .anyMatch(l -> l.place().equals("usual suspects"));
  }

  @Test
  void anImportIsKeptOnlyWhenSaidSo() throws IOException {
    int before = presenter.boards().size();
    Imported list = read("list.csv", "Designator,Device\nU1,74LS00\nU2,2764\n");
    assertThat(presenter.boards()).hasSize(before);
    assertThat(presenter.keepAsNew(list, "", "A")).isPresent();
    assertThat(presenter.keepAsNew(list, "Cormorant", "A")).isEmpty();
    assertThat(presenter.keepAsNew(list, "Cormorant", "A").orElse("")).contains("already");
    Imported nets =
        read("nets.csv", "Net,Designator,Pin\nA0,U1,3\nA0,U2,10\n+5V,U1,14\nGND,U3,7\n");
    assertThat(presenter.keepInto(nets, board(), BoardMerge.Winner.THE_BOARD)).isEmpty();
    assertThat(board().part("U1").orElseThrow().device().name()).isEqualTo("74LS00");
    assertThat(board().part("U3")).isPresent();
    assertThat(board().net("A0").orElseThrow().path()).hasSize(2);
    assertThat(board().ground()).isEqualTo("GND");
    presenter.undo();
    assertThat(board().nets()).isEmpty();
  }

  @Test
  void findingLeadsToPartsPinsNetsAndDevices() {
    choose("lanternfish-l1");
    assertThat(presenter.find("u6").part()).contains("U6");
    assertThat(presenter.find("U6.11").net()).contains("/WRAM0");
    assertThat(presenter.find("/wram0").words()).contains("from U6.11 to U12.18");
    assertThat(presenter.find("2114").words()).startsWith("3 of device 2114: U15 U16 U17");
    assertThat(presenter.find("nowhere").words()).contains("is no designator, pin, net or device");
  }

  @Test
  void aHealthyBoardsReadingsAreLearntOnce() {
    choose("quillon-kittiwake-b");
    int number = workshop.casebook().nextNumber();
    workshop.casebook().create(number, "quillon-kittiwake-b", "school", "none");
    workshop.casebook().append(number, "5V gnd 512 ohm");
    assertThat(presenter.cases()).anyMatch(c -> c.header().number() == number);
    assertThat(presenter.learn(number)).startsWith("1 reading of case");
    assertThat(board().rail("+5V").orElseThrow().expectedOhms()).isEqualTo(512);
    assertThat(presenter.learn(number)).contains("not known already");
  }

  @Test
  void siblingsInformARevisionAtADiscount() {
    Board d = workshop.boards().find("quillon-kittiwake-d").orElseThrow();
    var own = workshop.tally(d);
    var all = workshop.history(d);
    assertThat(all.boardsThatTell("U8")).isGreaterThan(own.boards());
    Board b = workshop.boards().find("quillon-kittiwake-b").orElseThrow();
    assertThat(all.boardsThatTell("U8") - own.boards())
        .isCloseTo(0.3 * workshop.tally(b).boards(), within(1e-9));
    assertThat(all.words()).contains("of sibling revisions at 30 %");
  }

  @Test
  void exportsAndPrintsGoToTheFileThatWasChosen() throws IOException {
    choose("lanternfish-l1");
    Path file = folder.resolve("out.ipc");
    assertThat(presenter.export(BoardExport.Format.BARE_BOARD_TEST, file)).startsWith("Written");
    assertThat(Files.readString(file)).contains("P  UNITS CUST 1").endsWith("999\n");
    assertThat(presenter.print(folder.resolve("out.pdf"))).contains("check the ruler");
    choose("petrel-1");
    assertThat(presenter.print(file)).contains("whose parts all have places");
    assertThat(presenter.export(BoardExport.Format.NETS, file)).contains("no nets");
    assertThat(presenter.export(BoardExport.Format.PACK, folder.resolve("no").resolve("such")))
        .contains("cannot be written");
  }
}
