package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Told;
import raconteur.desktop.desk.CaseDesk;

/** A suspect tried by swapping and a line walked, in the real window. */
@ExtendWith(ApplicationExtension.class)
class TrialWindowTest {
  @TempDir private static Path folder;
  private final AtomicReference<Optional<DemoWindow>> window =
      new AtomicReference<>(Optional.empty());

  @Start
  void start(Stage stage) throws Exception {
    window.set(Optional.of(DemoWindow.show(stage, folder)));
  }

  @AfterEach
  void close() {
    window.get().orElseThrow().close();
  }

  private CaseDesk trace() throws Exception {
    DemoWindow shown = window.get().orElseThrow();
    DemoWindow.fx(
        () -> {
          shown.frame().openCase(13);
          return 0;
        });
    CaseDesk desk = shown.frame().trace().orElseThrow().desk();
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
    robot.push(KeyCode.F12);
    WaitForAsyncUtils.waitForFxEvents();
    String part =
        robot
            .lookup(n -> n instanceof Label l && l.getText().startsWith("Swap trial of"))
            .queryAs(Label.class)
            .getText()
            .replaceAll("Swap trial of (\\w+).*", "$1");
    for (KeyCode key : new KeyCode[] {KeyCode.F3, KeyCode.F2, KeyCode.F2, KeyCode.F3}) {
      robot.push(key);
      WaitForAsyncUtils.waitForFxEvents();
    }
    assertThat(desk.telling().lines().stream().map(t -> t.entry().line()).toList())
        .endsWith(
            part + " elsewhere bad",
            "swap " + part + " good cured",
            "back " + part + " good",
            "fate " + part + " dead");
    StockItem crossed = window.get().orElseThrow().workshop().stock().items().getLast();
    assertThat(crossed.state()).isEqualTo(StockItem.State.CROSSED);
    assertThat(crossed.from()).isEqualTo("case 13, " + part);
    robot.push(KeyCode.ESCAPE);
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
