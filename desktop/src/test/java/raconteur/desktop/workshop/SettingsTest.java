package raconteur.desktop.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;

class SettingsTest {
  @TempDir private Path folder;
  private Optional<Casebook> opened = Optional.empty();

  @BeforeEach
  void open() {
    opened = Optional.of(book());
  }

  @AfterEach
  void close() {
    opened.ifPresent(Casebook::close);
  }

  private Casebook book() {
    return ((Outcome.Done<Casebook>)
            Casebook.open(folder.resolve("my.casebook"), Clock.systemUTC()))
        .value();
  }

  private Settings settings() {
    return new Settings(opened.orElseThrow());
  }

  @Test
  void whatWasNeverSetIsTheUsual() {
    assertThat(settings().shop()).isEqualTo(Shop.usual());
    assertThat(settings().sounds()).isFalse();
    assertThat(settings().shopName()).isEmpty();
    assertThat(settings().rate(Settings.Rate.MONEY_PER_HOUR)).isEmpty();
    assertThat(settings().simulationSeed(3)).isEmpty();
    assertThat(settings().folder("pdf")).isEmpty();
  }

  @Test
  void whatIsSetIsThereWhenTheCasebookIsOpenedAgain() {
    Shop own =
        new Shop(Schools.shipped().named("scope last").orElseThrow(), Set.of("oscilloscope"));
    assertThat(settings().keepShop(own)).isEmpty();
    assertThat(settings().keepRate(Settings.Rate.PARTS_FACTOR, "1.5")).isEmpty();
    assertThat(settings().keepSimulationSeed(3, -17)).isEmpty();
    assertThat(settings().keepSoak(3, "4 0 -")).isEmpty();
    opened.orElseThrow().close();
    opened = Optional.of(book());
    assertThat(settings().shop()).isEqualTo(own);
    assertThat(settings().rate(Settings.Rate.PARTS_FACTOR)).contains("1.5");
    assertThat(settings().rate(Settings.Rate.MONEY_PER_HOUR)).isEmpty();
    assertThat(settings().simulationSeed(3)).contains(-17L);
    assertThat(settings().soak(3)).contains("4 0 -");
    assertThat(settings().soak(4)).isEmpty();
  }

  /** What goes to whoever helps says nothing of who sits at the bench, nor what was dealt. */
  @Test
  void practiceIsKeptAndNotGivenAway() {
    assertThat(settings().keepPractising("Third bench")).isEmpty();
    assertThat(settings().keepSimulationSeed(12, 5)).isEmpty();
    assertThat(settings().keepDeal(12, "{\"faults\": [\"U26 dead\"]}")).isEmpty();
    assertThat(settings().keepPractised(12, "ended")).isEmpty();
    opened.orElseThrow().keepSetting("simulated case of mine", "5");
    assertThat(settings().practising()).isEqualTo("Third bench");
    assertThat(settings().deal(12).orElseThrow()).contains("U26");
    assertThat(settings().practised(12)).contains("ended");
    assertThat(settings().simulatedCases()).containsExactly(12);
    assertThat(settings().words()).doesNotContain("Third bench").doesNotContain("U26");
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "0", "4", "9", "two", "2.0", "-1"})
  void howManyFaultsAreReckonedWithIsOneToThree(String junk) {
    assertThat(settings().keepFaultsTogether(2)).isEmpty();
    assertThat(settings().faultsTogether()).isEqualTo(2);
    opened.orElseThrow().keepSetting("faults at once", junk);
    assertThat(settings().faultsTogether()).isEqualTo(3);
  }

  /** Another program, or a damaged file, may have left anything there. */
  @ParameterizedTest
  @ValueSource(strings = {"", "0x10", "1e9", "99999999999999999999", "seven", "4 "})
  void aSeedThatIsNoNumberIsNoSeed(String junk) {
    opened.orElseThrow().keepSetting("simulated case 3", junk);
    assertThat(settings().simulationSeed(3)).isEmpty();
  }

  @Test
  void anInstrumentNobodyKnowsAnyMoreIsNotOwned() {
    opened.orElseThrow().keepSetting("instruments", "oscilloscope, crystal ball ,,logic probe");
    opened.orElseThrow().keepSetting("school", "of fish");
    assertThat(settings().shop().owned()).containsExactlyInAnyOrder("oscilloscope", "logic probe");
    assertThat(settings().shop().school()).isEqualTo(Schools.shipped().usual());
  }

  /** The school is kept, the instruments are refused: the refusal is not swallowed. */
  @Test
  void aStoreThatFailsOnTheSecondWriteIsHeard() {
    Casebook failing = mock(Casebook.class);
    when(failing.keepSetting(anyString(), anyString()))
        .thenReturn(new Outcome.Done<>("kept"))
        .thenReturn(new Outcome.Failed<>("The disk is full; nothing was written."));
    assertThat(new Settings(failing).keepShop(Shop.usual()))
        .isEqualTo("The disk is full; nothing was written.");
  }

  @Test
  void filesAreLookedForWhereOnesOfTheirKindLastLay() throws IOException {
    Path sheets = Files.createDirectory(folder.resolve("sheets"));
    Path boards = Files.createDirectory(folder.resolve("boards files"));
    List<FilePicker.Question> asked = new ArrayList<>();
    FilePicker dialogs =
        question -> {
          asked.add(question);
          return Optional.of(
              question.proposedName().map(sheets::resolve).orElse(boards.resolve("some.json")));
        };
    FilePicker picker = dialogs.remembering(settings());
    picker.toWrite("Sheet", "sheet.pdf");
    picker.toRead("Add a board file", "Board files", "*.json");
    picker.toWrite("Labels", "labels.pdf");
    picker.toRead("Import", "Board files", "*.*");
    assertThat(asked)
        .extracting(q -> q.folder().map(Path::getFileName).map(Path::toString).orElse(""))
        .containsExactly("", "", "sheets", "boards files");
    Files.delete(sheets);
    picker.toWrite("Wires", "wires.pdf");
    assertThat(asked.getLast().folder()).as("it is no longer there").isEmpty();
  }

  @Test
  void whoLeavesTheDialogChangesNothing() {
    FilePicker left = question -> Optional.empty();
    assertThat(left.remembering(settings()).toRead("A file", "Counts", "*.json")).isEmpty();
    assertThat(settings().folder("Counts")).isEmpty();
  }
}
