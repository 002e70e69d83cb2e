package raconteur.desktop.mend;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.casebook.store.StockRoom;
import raconteur.core.mend.AfterChecks;
import raconteur.core.mend.MendPlan;
import raconteur.core.mend.WirePlan;
import raconteur.desktop.Demo;
import raconteur.desktop.OnTheDemo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;

/** What the panes of Mend show of a case on the demo's bench. */
class MendSheetsTest extends OnTheDemo {

  private DeskState told(String... lines) {
    CaseDesk desk = Demo.desk(workshop(), 13);
    for (String line : lines) {
      assertThat(desk.enter(line)).as(line).isInstanceOf(DeskState.Kept.class);
    }
    return desk.state();
  }

  private MendPlan plan(DeskState state, double from) {
    return MendSheets.plan(state, new StockRoom(workshop().casebook()).stock(), from);
  }

  private static SheetRow row(List<SheetRow> rows, String part) {
    return rows.stream()
        .filter(r -> r.cells().get(1).contains(part))
        .findFirst()
        .orElseThrow(() -> new AssertionError("no row of " + part + " in " + rows));
  }

  @Test
  void whatWasFoundIsAJobHoweverLittleItIsSuspected() {
    MendPlan plan = plan(told("found U66 dead"), 0.99);
    SheetRow job = row(MendSheets.jobs(plan), "U66");
    assertThat(job.line()).isEqualTo("mended U66 replaced");
    assertThat(job.cells().get(5)).endsWith(" min");
    assertThat(MendSheets.summary(plan)).startsWith("1 to mend");
  }

  @Test
  void withNothingFoundAndNothingSuspectedItSaysWhereToGo() {
    MendPlan plan = plan(told(), 0.999);
    assertThat(MendSheets.jobs(plan)).isEmpty();
    assertThat(MendSheets.summary(plan)).contains("go on in Trace");
  }

  /** A joint found open inside a line has its own job, and the wire bridges the track's cut. */
  @Test
  void aTrackFoundOpenIsAWireBetweenItsEnds() {
    DeskState state = told("found U15.8 U16.8 open");
    MendPlan plan = plan(state, 0.99);
    assertThat(plan.cuts()).hasSize(1);
    List<SheetRow> wires = MendSheets.wires(state.board(), WirePlan.of(state.board(), plan.cuts()));
    assertThat(wires).hasSize(1);
    assertThat(wires.getFirst().cells().get(3)).endsWith(" mm");
    assertThat(wires.getFirst().line()).startsWith("mended ").endsWith(" wired");
  }

  @Test
  void afterAMendItsChecksTurnGoodOrBadAsTheyAreRead() {
    DeskState before = told("mended U39 replaced");
    List<SheetRow> open =
        MendSheets.checks(before.board(), AfterChecks.of(before.board(), before.telling()));
    assertThat(open).isNotEmpty().allMatch(r -> r.tone() == Tone.PLAIN);
    DeskState read = told(open.getFirst().key());
    assertThat(MendSheets.checks(read.board(), AfterChecks.of(read.board(), read.telling())))
        .anyMatch(r -> r.tone() == Tone.GOOD && r.cells().getFirst().equals("good"));
  }
}
