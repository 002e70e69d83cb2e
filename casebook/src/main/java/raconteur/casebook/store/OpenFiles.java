package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

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

  /** Does something with a file that is not open here, and is not opened until it is done. */
  static synchronized <T> Optional<T> unlessOpen(Path file, Supplier<T> work) {
    return OPEN.containsKey(real(file)) ? Optional.empty() : Optional.of(work.get());
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
