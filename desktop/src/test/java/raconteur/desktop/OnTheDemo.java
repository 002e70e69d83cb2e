package raconteur.desktop;

import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import raconteur.desktop.workshop.Workshop;

/** A test on a demo casebook of its own, without the window. */
public abstract class OnTheDemo {
  @TempDir private Path folder;
  private Optional<Workshop> opened = Optional.empty();

  @BeforeEach
  public final void open() {
    opened = Optional.of(Demo.in(folder));
  }

  @AfterEach
  public final void close() {
    workshop().casebook().close();
  }

  protected final Workshop workshop() {
    return opened.orElseThrow();
  }

  /** Where the casebook is. */
  protected final Path folder() {
    return folder;
  }
}
