package raconteur.desktop.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.judge.PullLedger;
import raconteur.core.plan.Costs;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Dot;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.workshop.Workshop;

/** What Inspect shows of the demo's case 15, whose story goes through all of it. */
class InspectSheetsTest {
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

  private DeskState state() {
    return desk().state();
  }

  private static SheetRow row(List<SheetRow> rows, String key) {
    return rows.stream().filter(r -> r.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void aRailsLastReadingCountsAndAPullMakesTheReversedOneStale() {
    List<SheetRow> rails = InspectSheets.rails(state().board(), state().telling());
    assertThat(row(rails, "+5V").cells()).containsExactly("+5V", "350 Ω", "336 Ω", "—", "good");
    assertThat(row(rails, "+12V").cells().get(3)).isEqualTo("2400 Ω");
    assertThat(row(rails, "RAW9").cells().get(4)).isEqualTo("to read");
    assertThat(row(rails, "RAW9").line()).isEqualTo("RAW9 gnd ");
  }

  @Test
  void theLedgerFollowsTheRailReadLastAndNamesTheNextPull() {
    PullLedger ledger = InspectSheets.ledger(state()).orElseThrow();
    assertThat(ledger.rail().name()).isEqualTo("+5V");
    List<SheetRow> pulls = InspectSheets.pulls(ledger);
    assertThat(pulls.getFirst().cells().getFirst()).isEqualTo("U16");
    assertThat(pulls.getFirst().tone()).isEqualTo(Tone.BAD);
    assertThat(InspectSheets.nextPull(state()).orElseThrow()).isNotIn("U13", "U16", "U44", "U8");
  }

  @Test
  void aShortIsChasedThroughThePartsThatHaveBothNets() {
    List<InspectSheets.Shorted> shorts = InspectSheets.shorted(state().board(), state().telling());
    assertThat(shorts).containsExactly(new InspectSheets.Shorted("-5V", "BD0"));
    var plan = InspectSheets.removals(state(), shorts.getFirst(), Costs.shipped());
    var found = state().telling().condition().asFound(state().board());
    List<SheetRow> rows = InspectSheets.removals(plan, found, shorts.getFirst());
    assertThat(rows.getFirst().cells()).contains("U30", "pull");
    assertThat(rows.getLast().cells()).contains("U22", "desolder");
    desk().enter("cont U30.1 U30.2 open");
    assertThat(InspectSheets.shorted(state().board(), desk().telling())).isEmpty();
  }

  @Test
  void neighboursShowWhatWasRead() {
    List<SheetRow> pins = InspectSheets.pins(state().board(), state().telling(), "U30");
    assertThat(pins.getFirst().cells())
        .containsExactly("pins 1 and 2: VBB (-5V) and DIN (BD0)", "apart", "joined");
    assertThat(pins.getFirst().tone()).isEqualTo(Tone.BAD);
    assertThat(pins.get(1).line()).isEqualTo("cont U30.2 U30.3 ");
  }

  @Test
  void theOddLineIsMarkedAndTheNextOneNamed() {
    InspectSheets.Lines lines = InspectSheets.lines(state().board(), state().telling(), "MA");
    assertThat(lines.dots().stream().filter(Dot::odd).map(Dot::name)).containsExactly("MA4");
    assertThat(lines.words()).contains("1 is odd");
    assertThat(lines.next().orElseThrow().toString()).isEqualTo("U40.9");
    assertThat(lines.from()).isLessThan(lines.to());
  }

  @Test
  void capacitorsStandElectrolyticsFirstWithTheirGuide() {
    List<SheetRow> rows = InspectSheets.capacitors(state().board(), state().telling());
    assertThat(rows.getFirst().key()).isEqualTo("CE1");
    assertThat(row(rows, "CE2").cells()).contains("310 µF, 1.9 Ω", "bad", "−10 … +50 %");
    assertThat(row(rows, "CE3").tone()).isEqualTo(Tone.GOOD);
    assertThat(row(rows, "C1").cells()).contains("±20 %");
  }
}
