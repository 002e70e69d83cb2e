package raconteur.desktop.arrive;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.intake.PartsFound;
import raconteur.core.intake.TakingApart;
import raconteur.core.intake.Worth;
import raconteur.core.judge.Verdict;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.workshop.Settings;
import raconteur.desktop.workshop.Workshop;

/** What Arrive shows, on the demo's case 15 and what is said to it. */
class ArriveSheetsTest {
  @TempDir private Path folder;
  private Optional<Workshop> workshop = Optional.empty();
  private Optional<CaseDesk> desk = Optional.empty();

  @BeforeEach
  void open() {
    Workshop opened = Demo.in(folder);
    workshop = Optional.of(opened);
    desk = Optional.of(Demo.desk(opened, 15));
  }

  @AfterEach
  void close() {
    workshop.ifPresent(w -> w.casebook().close());
  }

  private CaseDesk desk() {
    return desk.orElseThrow();
  }

  private List<SheetRow> board() {
    return ArriveSheets.board(
        desk().state(), ArriveSheets.set(desk().state(), workshop.orElseThrow()));
  }

  private static SheetRow row(List<SheetRow> rows, String key) {
    return rows.stream().filter(r -> r.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void anAssemblyNumberOfAnotherRevisionIsAskedAbout() {
    assertThat(row(board(), "assembly").cells().get(2)).isEqualTo("as this revision has it");
    desk().enter("assembly QK-1040-04");
    assertThat(row(board(), "assembly").cells().get(2)).contains("is it another one?");
    assertThat(row(board(), "assembly").tone()).isEqualTo(Tone.BAD);
  }

  @Test
  void setNumbersOfOtherCasesAreComparedUnlessStruck() {
    Workshop shop = workshop.orElseThrow();
    shop.casebook().append(13, "set FS-12");
    assertThat(ArriveSheets.set(desk().state(), shop).sentence()).contains("matches case 13");
    int entry = shop.casebook().find(13).orElseThrow().entries().size();
    shop.casebook().strike(13, entry, "misread");
    assertThat(ArriveSheets.set(desk().state(), shop).level()).isEqualTo(Verdict.Level.UNJUDGED);
  }

  @Test
  void oddPartsStandFirst() {
    List<SheetRow> rows =
        ArriveSheets.parts(PartsFound.of(desk().state().board(), desk().telling()));
    assertThat(rows.getFirst().key()).isEqualTo("U30");
    assertThat(rows.getFirst().cells().getLast())
        .contains("not original", "the list says soldered", "younger");
  }

  @Test
  void whatIsOffCanBePutBackFromItsRow() {
    desk().enter("refitted 4");
    List<SheetRow> rows = ArriveSheets.apart(TakingApart.of(desk().telling()));
    assertThat(rows.getFirst().cells()).endsWith("back");
    assertThat(rows.get(1).line()).isEqualTo("refitted 3");
  }

  @Test
  void picturesWithTheSameWordsStandSideBySideBeforeFirst() {
    desk().enter("picture aaaaaaaaaaaa after corner");
    desk().enter("picture bbbbbbbbbbbb before corner");
    desk().enter("picture cccccccccccc other label");
    List<ArriveSheets.Shots> shots = ArriveSheets.pictures(desk().telling());
    assertThat(shots).hasSize(2);
    assertThat(shots.getFirst().pictures().getFirst().content()).isEqualTo("bbbbbbbbbbbb");
  }

  @Test
  void theShopsRatesAreKeptAndWeighed() {
    WorthPresenter presenter = new WorthPresenter(desk());
    Worth usual = presenter.worth();
    assertThat(presenter.keep(Settings.Rate.MONEY_PER_HOUR, "ten")).contains("is no rate");
    assertThat(presenter.keep(Settings.Rate.MONEY_PER_HOUR, "60,5")).isEmpty();
    assertThat(presenter.rates().moneyPerHour()).isEqualTo(60.5);
    Worth dear = presenter.worth();
    assertThat(dear.minutes()).isEqualTo(usual.minutes());
    assertThat(dear.choice()).isNotEqualTo(usual.choice());
    desk().enter("decided repair it was a present");
    assertThat(presenter.decided()).contains("repair, it was a present");
  }

  @Test
  void theRevisionIsAskedForAndItsNumberRemembered() {
    RevisionAsk ask = new RevisionAsk(workshop.orElseThrow().boards().boards());
    var first = ask.question().orElseThrow();
    ask.cannotTell(first);
    while (ask.question().isPresent()) {
      var question = ask.question().get();
      String answer =
          question.answers().entrySet().stream()
              .filter(e -> e.getValue().contains("quillon-kittiwake-d"))
              .findFirst()
              .orElseThrow()
              .getKey();
      ask.answer(question, answer);
    }
    assertThat(ask.left()).singleElement().matches(b -> b.identity().revision().equals("D"));
    assertThat(ask.words()).contains("revision D");
    assertThat(ask.assembly()).isEmpty();
  }
}
