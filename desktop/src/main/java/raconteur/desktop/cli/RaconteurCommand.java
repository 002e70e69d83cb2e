package raconteur.desktop.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Option;
import raconteur.desktop.app.Pictures;
import raconteur.desktop.app.RaconteurApp;
import raconteur.desktop.workshop.LaunchPlan;

/** {@code raconteur}: opens the window on a casebook, or draws its views as pictures. */
@Command(
    name = "raconteur",
    description = "Keeps the story of a board under repair and works out the odds.",
    mixinStandardHelpOptions = true,
    versionProvider = RaconteurCommand.Version.class,
    subcommands = {
      DiagnoseCommand.class,
      DeviceCommands.ListAll.class,
      DeviceCommands.Show.class,
      DeviceCommands.Drive.class,
      DeviceCommands.Vectors.class,
      DeviceCommands.Identify.class,
      SimulateCommand.class,
      ContestCommand.class,
      SignalsCommand.class,
      KeepingCommands.ArchiveCommand.class,
      KeepingCommands.UnarchiveCommand.class,
      KeepingCommands.RestoreCommand.class
    })
public final class RaconteurCommand extends Printing {
  @Option(names = "--demo", description = "Open a throw-away copy of the demo casebook.")
  private boolean demo;

  @Option(
      names = "--casebook",
      paramLabel = "FILE",
      description = "Open this casebook; made where there is none.")
  private @Nullable Path casebook;

  @Option(
      names = "--pictures",
      paramLabel = "DIR",
      description = "Draw every main view to PNG files in DIR and exit.")
  private @Nullable Path pictures;

  @Option(
      names = "--time-start",
      hidden = true,
      description = "Print the milliseconds until the window is usable, and exit.")
  private boolean timeStart;

  /** The version from the build. */
  static final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
      String version = RaconteurCommand.class.getPackage().getImplementationVersion();
      return new String[] {"Raconteur " + Optional.ofNullable(version).orElse("(not packaged)")};
    }
  }

  @Override
  public Integer call() throws IOException {
    if (demo && casebook != null) {
      return refuse("--demo makes its own casebook: leave --casebook out, or leave --demo out.");
    }
    Path file =
        demo ? demoFile(out()) : Optional.ofNullable(casebook).orElseGet(LaunchPlan::usualFile);
    LaunchPlan plan = new LaunchPlan(file, demo, Clock.systemUTC(), timeStart);
    if (pictures != null) {
      return Pictures.draw(plan, pictures, out(), err()) ? 0 : REFUSED;
    }
    return RaconteurApp.open(plan) ? 0 : REFUSED;
  }

  private static Path demoFile(PrintWriter out) throws IOException {
    Path folder = Files.createTempDirectory("raconteur-demo-");
    out.println("The demo casebook is a copy in " + folder + "; play with it and throw it away.");
    out.flush();
    return folder.resolve("demo.casebook");
  }
}
