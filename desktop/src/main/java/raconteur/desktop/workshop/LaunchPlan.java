package raconteur.desktop.workshop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Locale;
import java.util.Optional;

/**
 * What to open and how.
 *
 * @param casebook the file
 * @param demo whether to fill it with the demo's cases first
 * @param timeStart whether to print how long the start took, and leave
 * @param brought a file of another kind that is to be looked at once the casebook is open
 */
public record LaunchPlan(
    Path casebook, boolean demo, Clock clock, boolean timeStart, Optional<Path> brought) {

  public LaunchPlan(Path casebook, boolean demo, Clock clock, boolean timeStart) {
    this(casebook, demo, clock, timeStart, Optional.empty());
  }

  /** The demo: a copy of its own in a new folder that may be thrown away. */
  public static LaunchPlan demo(Clock clock, boolean timeStart) throws IOException {
    Path folder = Files.createTempDirectory("raconteur-demo-");
    return new LaunchPlan(folder.resolve("demo.casebook"), true, clock, timeStart);
  }

  /** The same with a file to be looked at. */
  public LaunchPlan bringing(Path file) {
    return new LaunchPlan(casebook, demo, clock, timeStart, Optional.of(file));
  }

  /** Where the user's board files lie: beside the casebook. */
  public Path boardsFolder() {
    return casebook.toAbsolutePath().resolveSibling("boards");
  }

  /** The casebook in the platform's usual data folder. */
  public static Path usualFile() {
    return dataFolder().resolve("my.casebook");
  }

  /** The platform's usual data folder: casebook, own boards, log. */
  public static Path dataFolder() {
    Path home = Path.of(System.getProperty("user.home"));
    String os = System.getProperty("os.name").toLowerCase(Locale.ROOT);
    Path data;
    if (os.contains("win")) {
      data = environment("APPDATA").orElse(home.resolve("AppData/Roaming"));
    } else if (os.contains("mac")) {
      data = home.resolve("Library/Application Support");
    } else {
      data = environment("XDG_DATA_HOME").orElse(home.resolve(".local/share"));
    }
    return data.resolve("raconteur");
  }

  private static Optional<Path> environment(String name) {
    return Optional.ofNullable(System.getenv(name)).filter(v -> !v.isBlank()).map(Path::of);
  }
}
