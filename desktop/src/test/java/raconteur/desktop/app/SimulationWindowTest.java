package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.simulate.SimulatedCases;
import raconteur.desktop.workshop.Workshop;

/** A simulated board on the bench, measured by clicking its pins. */
class SimulationWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  @Test
  void aClickOnAPinReadsItAndTheScreenCanBeLookedAt(FxRobot robot) {
    Frame frame = window().frame();
    DemoWindow.fx(
        () -> {
          Workshop workshop = window().workshop();
          Board board = workshop.boards().find("quillon-kittiwake-b").orElseThrow();
          Outcome<Integer> begun =
              new SimulatedCases(workshop)
                  .begin(board, SimulatedCases.drawn(board, 77), "Not known to work.", List.of());
          frame.openCase(((Outcome.Done<Integer>) begun).value());
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
    CaseDesk desk = frame.trace().orElseThrow().desk();
    BoardMap map = robot.lookup(n -> n instanceof BoardMap b && b.isVisible()).query();
    Point2D at =
        DemoWindow.fx(() -> map.localToScreen(map.drawnAt(PinRef.parse("U8.17")).orElseThrow()));
    robot.clickOn(at);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(desk.telling().lines()).hasSize(1);
    assertThat(desk.telling().lines().getFirst().entry().toString()).contains("U8.17");
    key(KeyCode.F11);
    write("u64.3");
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(desk.telling().lines()).hasSize(2);
    robot.clickOn("look");
    WaitForAsyncUtils.waitForFxEvents();
    ImageView screen =
        robot
            .lookup(
                n ->
                    n instanceof ImageView && n.getParent().getStyleClass().contains("screen-pane"))
            .query();
    assertThat(screen.getImage().getWidth()).isBetween(160.0, 672.0);
    assertThat(screen.getParent().isVisible()).isTrue();
    robot.clickOn("look away");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(screen.getParent().isVisible()).isFalse();
  }
}
