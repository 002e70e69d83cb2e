package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.story.Case;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;

class CasebookTest {
  private static final Instant NOW = Instant.parse("2026-11-24T19:00:00Z");
  private static final Clock CLOCK = Clock.fixed(NOW, ZoneOffset.UTC);

  @TempDir private Path folder;

  private Path file() {
    return folder.resolve("my.casebook");
  }

  private Casebook open() {
    return ((Outcome.Done<Casebook>) Casebook.open(file(), CLOCK)).value();
  }

  private static String refusal(Outcome<?> outcome) {
    return ((Outcome.Failed<?>) outcome).sentence();
  }

  @Test
  void whatWasAcceptedIsThereWhenOpenedAgain() {
    try (Casebook book = open()) {
      book.create(41, "quillon-kittiwake-b", "Harbour Museum", "dead");
      book.append(41, "5V 4.94");
      book.append(41, "U14.3 high");
      book.strike(41, 2, "wrong pin");
      book.move(41, CaseState.WAITING_FOR_PARTS);
    }
    try (Casebook book = open()) {
      Case found = book.find(41).orElseThrow();
      assertThat(found.header().state()).isEqualTo(CaseState.WAITING_FOR_PARTS);
      assertThat(found.entries())
          .containsExactly(
              new Entry.Line(1, NOW, "5V 4.94"),
              new Entry.Line(2, NOW, "U14.3 high"),
              new Entry.Strike(3, NOW, 2, "wrong pin"));
      assertThat(book.nextNumber()).isEqualTo(42);
    }
  }

  @Test
  void aTakenNumberIsRefusedAndTheNextFreeOneNamed() {
    try (Casebook book = open()) {
      book.create(7, "x", "", "");
      assertThat(refusal(book.create(7, "x", "", "")))
          .isEqualTo("Number 7 is taken; the next free one is 8.");
      assertThat(refusal(book.append(99, "U1 hot"))).contains("Case 99 is not in this casebook");
    }
  }

  @Test
  void entriesCannotBeChangedOrRemovedEvenByOtherPrograms() throws SQLException {
    try (Casebook book = open()) {
      book.create(1, "x", "", "");
      book.append(1, "U1 hot");
    }
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file());
        var statement = connection.createStatement()) {
      assertThatThrownBy(() -> statement.executeUpdate("UPDATE entries SET line = 'U1 cold'"))
          .hasMessageContaining("entries are only ever added");
      assertThatThrownBy(() -> statement.executeUpdate("DELETE FROM entries"))
          .hasMessageContaining("entries are only ever added");
    }
  }

  @Test
  void twoWindowsOnOneCasebookDoNotLoseEachOthersEntries() {
    try (Casebook one = open();
        Casebook other = open()) {
      one.create(1, "x", "", "");
      int version = one.version();
      for (int i = 0; i < 20; i++) {
        assertThat((i % 2 == 0 ? one : other).append(1, "note " + i))
            .isInstanceOf(Outcome.Done.class);
      }
      assertThat(one.version()).isNotEqualTo(version);
      List<Entry> entries = one.find(1).orElseThrow().entries();
      assertThat(entries).isEqualTo(other.find(1).orElseThrow().entries()).hasSize(20);
      assertThat(entries.stream().map(Entry::number)).isSorted().doesNotHaveDuplicates();
    }
  }

  @Test
  void aFileThatIsNoDatabaseIsRefusedAndLeftAlone() throws IOException {
    byte[] text =
        "this is a shopping list, not a casebook at all"
            .repeat(50)
            .getBytes(java.nio.charset.StandardCharsets.UTF_8);
    Files.write(file(), text);
    assertThat(refusal(Casebook.open(file(), CLOCK))).contains("is not a casebook");
    assertThat(Files.readAllBytes(file())).isEqualTo(text);
  }

  @Test
  void anotherProgramsDatabaseIsRefusedAndLeftAlone() throws SQLException {
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file());
        var statement = connection.createStatement()) {
      statement.execute("CREATE TABLE recipes (name TEXT)");
    }
    assertThat(refusal(Casebook.open(file(), CLOCK))).contains("database of another program");
  }

  @Test
  void aCasebookOfANewerVersionIsRefused() throws SQLException {
    open().close();
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file());
        var statement = connection.createStatement()) {
      statement.execute("PRAGMA user_version = 9");
    }
    assertThat(refusal(Casebook.open(file(), CLOCK))).contains("newer Raconteur");
  }

  @Test
  void aDamagedCasebookIsRefusedWithWhatToDo() throws IOException {
    try (Casebook book = open()) {
      book.create(1, "x", "", "");
      for (int i = 0; i < 400; i++) {
        book.append(1, "note a line long enough to fill some pages of the file " + i);
      }
    }
    byte[] bytes = Files.readAllBytes(file());
    java.util.Arrays.fill(bytes, 4096, bytes.length, (byte) 0x55);
    Files.write(file(), bytes);
    assertThat(refusal(Casebook.open(file(), CLOCK))).contains("damaged").contains("backup");
  }

  @Test
  void aFolderInPlaceOfAFileIsRefused() {
    assertThat(refusal(Casebook.open(folder, CLOCK))).contains("is a folder");
  }

  @Test
  void aFolderThatCannotBeMadeIsNamed() throws IOException {
    Path blocked = Files.createFile(folder.resolve("blocked"));
    assertThat(refusal(Casebook.open(blocked.resolve("sub").resolve("a.casebook"), CLOCK)))
        .contains("cannot be made");
  }

  /** What a file of each earlier version does not have yet. */
  private static final List<List<String>> ADDED =
      List.of(
          List.of("TABLE devices"),
          List.of("TABLE pictures", "TABLE settings"),
          List.of(
              "TRIGGER cases_are_searched",
              "TRIGGER entries_are_searched",
              "TABLE said",
              "TABLE stock",
              "TABLE others"));

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void anOlderFileIsBroughtUpToDateAndKeepsAllItHad(int version) throws SQLException {
    try (Casebook book = open()) {
      book.create(7, "x", "club", "");
      book.append(7, "U1 hot");
    }
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file());
        var statement = connection.createStatement()) {
      for (List<String> added : ADDED.subList(version - 1, ADDED.size())) {
        for (String what : added) {
          statement.execute("DROP " + what);
        }
      }
      statement.execute("PRAGMA user_version = " + version);
    }
    Device own = DeviceLibrary.shipped().find("74LS00").orElseThrow().named("QX-1");
    try (Casebook book = open()) {
      assertThat(book.find(7).orElseThrow().entries()).hasSize(1);
      assertThat(book.keep(own)).isInstanceOf(Outcome.Done.class);
      assertThat(new StorySearch(book).find("u1", 9)).containsExactly(new StoryHit(7, 1, "U1 hot"));
      assertThat(new StockRoom(book).stock().items()).isEmpty();
    }
    try (Casebook book = open()) {
      assertThat(book.devices()).containsExactly(own);
      book.forgetDevice("QX-1");
      assertThat(book.devices()).isEmpty();
    }
  }

  @Test
  void aSettingOfTheShopIsKeptAndReplaced() {
    try (Casebook book = open()) {
      assertThat(book.setting("money per hour")).isEmpty();
      book.keepSetting("money per hour", "30");
      book.keepSetting("money per hour", "42.5");
    }
    try (Casebook book = open()) {
      assertThat(book.setting("money per hour")).contains("42.5");
    }
  }
}
