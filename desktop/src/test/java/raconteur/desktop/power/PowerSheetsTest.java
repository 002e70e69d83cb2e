package raconteur.desktop.power;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.Dot;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;
import raconteur.desktop.workshop.Workshop;

/** What Power shows, on the demo's case 15 and what is said to it. */
class PowerSheetsTest {
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

  /** The state after some lines, each of which has to be taken. */
  private DeskState after(String... lines) {
    for (String line : lines) {
      CaseDesk told = desk.orElseThrow();
      if (told.enter(line) instanceof DeskState.Questioned) {
        told.enter(line);
      }
      assertThat(told.telling().lines().getLast().entry().line()).startsWith(line.substring(0, 2));
    }
    return desk.orElseThrow().state();
  }

  private static SheetRow row(List<SheetRow> rows, String key) {
    return rows.stream().filter(r -> r.key().equals(key)).findFirst().orElseThrow();
  }

  @Test
  void everyRailShowsWhatWasReadWhereAndWhatIsExpected() {
    DeskState state = after("power on", "+5V 5.02", "+5V at U14 4.7", "+5V 1.8 A");
    SheetRow five = row(PowerSheets.rails(state), "+5V");
    assertThat(five.cells())
        .containsExactly(
            "+5V", "2.7 Ω 25 W", "5.02 V", "5.02 V", "4.7 V", "1.8 A", "1.1–2.3 A", "—", "bad");
    assertThat(five.tone()).isEqualTo(Tone.BAD);
    assertThat(five.detail()).contains("dummy load draws 1.85 A", "9.3 W", "typical currents of");
    assertThat(row(PowerSheets.rails(state), "-5V").cells().get(6)).isEqualTo("6–12 mA");
  }

  @Test
  void theFirstAnswerSwitchesAndTheSecondIsTheNextReadingMissing() {
    assertThat(PowerSheets.railAnswers(after(), "").getFirst().line()).isEqualTo("power on");
    List<Answer> answers = PowerSheets.railAnswers(after("power on", "+5V 5.0"), "");
    assertThat(answers.getFirst().line()).isEqualTo("power off");
    assertThat(answers.get(1).line()).isEqualTo("+12V ");
    assertThat(PowerSheets.railAnswers(after(), "-5V"))
        .extracting(Answer::line)
        .contains("-5V at ", "-5V ripple ");
  }

  @Test
  void regulatorsSayTheirHeatAndWhetherTheyNeedAHeatsink() {
    List<SheetRow> rows = PowerSheets.regulators(after());
    assertThat(row(rows, "VR2").cells()).contains("7.6 W", "the board's file");
    assertThat(row(rows, "VR2").detail()).contains("needs a heatsink");
    assertThat(row(rows, "VR3").cells()).contains("none needed");
  }

  @Test
  void clocksAndResetAreFoundOnTheBoard() {
    List<SheetRow> rows = PowerSheets.clocks(after("power on", "U1.6 16.0 MHz"));
    assertThat(row(rows, "U1.6").cells()).contains("16 MHz", "good");
    assertThat(row(rows, "U8.18").line()).isEqualTo("U8.18 released ");
    assertThat(PowerSheets.sources(after().board())).contains("Y1 (16 MHz)");
  }

  @Test
  void aSweepMarksTheTwinThatStandsOff() {
    DeskState state = after("power on", "U22 41 C", "U23 42 C", "U24 41 C", "U25 66 C", "U26 43 C");
    PowerSheets.Sweep sweep = PowerSheets.sweep(state.board(), state.telling(), "4116");
    assertThat(sweep.dots().stream().filter(Dot::odd).map(Dot::name)).containsExactly("U25");
    assertThat(sweep.next()).contains("U30");
    assertThat(PowerSheets.twins(state.board())).contains("4116");
  }

  @Test
  void whatIsSocketedGoesBackStepByStep() {
    List<SheetRow> rows = PowerSheets.order(after("pull U30"));
    assertThat(rows.getLast().cells().get(1)).startsWith("Power off, seat U30");
    assertThat(rows.getLast().line()).isEqualTo("seat U30");
  }
}
