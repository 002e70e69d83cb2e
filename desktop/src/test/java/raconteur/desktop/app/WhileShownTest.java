package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.framework.junit5.Start;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.WhileShown;

/** One change of a case draws the view that is looked at, once, and no other. */
class WhileShownTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  @Test
  void aViewThatIsNotShownIsDrawnWhenItComesAndOnlyThen() {
    DemoWindow.fx(
        () -> {
          CaseDesk desk = Demo.desk(window().workshop(), 13);
          StackPane view = new StackPane();
          List<DeskState> drawn = new ArrayList<>();
          WhileShown.follow(desk, view, drawn::add);
          assertThat(drawn).as("so that it stands before it is shown").hasSize(1);

          desk.enter("note the first");
          desk.enter("note the second");
          assertThat(drawn).as("nobody looks").hasSize(1);

          window().frame().setCenter(view);
          assertThat(drawn).as("once, however much happened").hasSize(2);
          assertThat(drawn.getLast().telling().lines().getLast().entry().line())
              .isEqualTo("note the second");

          int before = drawn.size();
          desk.enter("note the third");
          assertThat(drawn.size()).as("what happens now is shown").isGreaterThan(before);

          window().frame().setCenter(new StackPane());
          int left = drawn.size();
          desk.enter("note the fourth");
          assertThat(drawn).hasSize(left);
          return 0;
        });
  }
}
