package raconteur.desktop.app;

import java.util.function.Predicate;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.scene.Node;
import org.hamcrest.Matcher;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.service.query.NodeQuery;

/**
 * Looks for what a window shows on the window's own thread. From another one the looking may meet a
 * table that is just making its rows, and fail for what no user could see.
 */
final class LookingOnItsThread extends ApplicationExtension {
  @Override
  public NodeQuery lookup(String query) {
    return there(() -> super.lookup(query));
  }

  @Override
  public <T extends Node> NodeQuery lookup(Matcher<T> matcher) {
    return there(() -> super.lookup(matcher));
  }

  @Override
  public <T extends Node> NodeQuery lookup(Predicate<T> predicate) {
    return there(() -> super.lookup(predicate));
  }

  private static NodeQuery there(Supplier<NodeQuery> looking) {
    return Platform.isFxApplicationThread() ? looking.get() : DemoWindow.fx(looking::get);
  }
}
