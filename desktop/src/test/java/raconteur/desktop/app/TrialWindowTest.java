package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.TimeUnit;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Told;
import raconteur.desktop.desk.CaseDesk;

/** A suspect tried by swapping and a line walked, in the real window. */
class TrialWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private CaseDesk trace() throws Exception {
    open(13);
    CaseDesk desk = window().frame().trace().orElseThrow().desk();
    WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> !desk.state().steps().isEmpty());
    WaitForAsyncUtils.waitForFxEvents();
    return desk;
  }

  private static String lastLine(CaseDesk desk) {
    Told last = desk.telling().lines().getLast();
    return last.entry().line();
  }

  @Test
  void theChosenSuspectIsTriedByKeysAndABadChipGoesIntoTheDeadBox(FxRobot robot) throws Exception {
    CaseDesk desk = trace();
    key(KeyCode.F12);
    String part =
        robot
            .lookup(n -> n instanceof Label l && l.getText().startsWith("Swap trial of"))
            .queryAs(Label.class)
            .getText()
            .replaceAll("Swap trial of (\\w+).*", "$1");
    for (KeyCode key : new KeyCode[] {KeyCode.F3, KeyCode.F2, KeyCode.F2, KeyCode.F3}) {
      key(key);
    }
    assertThat(desk.telling().lines().stream().map(t -> t.entry().line()).toList())
        .endsWith(
            part + " elsewhere bad",
            "swap " + part + " good cured",
            "back " + part + " good",
            "fate " + part + " dead");
    StockItem crossed = window().workshop().stock().items().getLast();
    assertThat(crossed.state()).isEqualTo(StockItem.State.CROSSED);
    assertThat(crossed.from()).isEqualTo("case 13, " + part);
    key(KeyCode.ESCAPE);
  }

  @Test
  void aLineThatIsWalkedSaysWhereItBreaks(FxRobot robot) throws Exception {
    CaseDesk desk = trace();
    DemoWindow.fx(() -> desk.enter("U20.5 toggling"));
    DemoWindow.fx(() -> desk.enter("U17.5 floating"));
    assertThat(lastLine(desk)).isEqualTo("U17.5 floating");
    WaitForAsyncUtils.waitFor(
        60,
        TimeUnit.SECONDS,
        () ->
            robot
                .lookup(
                    n ->
                        n instanceof Label l
                            && l.getText().contains("changes between U20.5 and U17.5"))
                .tryQuery()
                .isPresent());
  }
}
