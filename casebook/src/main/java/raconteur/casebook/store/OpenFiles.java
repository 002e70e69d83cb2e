package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/** The casebooks that this program has open. Files held by the same program lock nothing. */
final class OpenFiles {
  private static final Map<Path, Integer> OPEN = new HashMap<>();

  private OpenFiles() {}

  static synchronized void add(Path file) {
    OPEN.merge(file, 1, Integer::sum);
  }

  static synchronized void remove(Path file) {
    OPEN.computeIfPresent(file, (f, count) -> count == 1 ? null : count - 1);
  }

  static synchronized boolean holds(Path file) {
    return OPEN.containsKey(real(file));
  }

  /** One name for a file, whatever links lead to it. */
  static Path real(Path file) {
    try {
      return Files.exists(file) ? file.toRealPath() : file.toAbsolutePath().normalize();
    } catch (IOException e) {
      return file.toAbsolutePath().normalize();
    }
  }
}
