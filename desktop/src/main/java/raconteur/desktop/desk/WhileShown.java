package raconteur.desktop.desk;

import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import javafx.scene.Node;

/**
 * Has a view follow the case on the desk while it is in a window. What happens while it is in none
 * is shown once, when it comes into one: one change draws the view that is looked at and no other.
 */
public final class WhileShown {
  private WhileShown() {}

  /** Follows from now on; the view is drawn at once, so that it stands before it is in a window. */
  public static void follow(CaseDesk desk, Node view, Consumer<DeskState> show) {
    AtomicBoolean stale = new AtomicBoolean();
    AtomicBoolean first = new AtomicBoolean(true);
    desk.addListener(
        state -> {
          if (first.getAndSet(false) || view.getScene() != null) {
            show.accept(state);
          } else {
            stale.set(true);
          }
        });
    view.sceneProperty()
        .addListener(
            (o, before, scene) -> {
              if (scene != null && stale.getAndSet(false)) {
                show.accept(desk.state());
              }
            });
  }
}
