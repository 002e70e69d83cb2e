package raconteur.desktop.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.IVersionProvider;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.BoardWriter;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.desktop.app.Pictures;
import raconteur.desktop.app.RaconteurApp;
import raconteur.desktop.log.HelpReport;
import raconteur.desktop.log.Log;
import raconteur.desktop.manual.About;
import raconteur.desktop.workshop.LaunchPlan;
import raconteur.desktop.workshop.Settings;

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
      BoardCommands.class,
      SimulateCommand.class,
      ContestCommand.class,
      SignalsCommand.class,
      RomCommands.class,
      KeysCommand.class,
      MemoryCommands.class,
      ScreenCommands.class,
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
      names = "--views",
      split = ",",
      paramLabel = "NAME",
      description = "With --pictures: draw these views only, such as shelf,trace.")
  private @Nullable List<String> views;

  @Option(
      names = "--report",
      paramLabel = "FILE",
      description = "Write a zip for whoever helps: log, versions, settings; then exit.")
  private @Nullable Path report;

  @Option(
      names = "--with-case",
      paramLabel = "N",
      description = "Put this case and its board into the report as well.")
  private @Nullable Integer withCase;

  @Option(
      names = "--command-names",
      hidden = true,
      description = "Print the names of all commands, one a line; the launcher asks.")
  private boolean commandNames;

  @Parameters(
      arity = "0..1",
      paramLabel = "FILE",
      description =
          "A casebook to open, as --casebook; any other file is looked at once the window stands:"
              + " a board, a case, a recording, a picture.")
  private @Nullable Path opened;

  @Option(
      names = "--time-start",
      hidden = true,
      description = "Print the milliseconds until the window is usable, and exit.")
  private boolean timeStart;

  /** The version from the build. */
  static final class Version implements IVersionProvider {
    @Override
    public String[] getVersion() {
      return new String[] {About.version()};
    }
  }

  @Override
  public Integer call() throws IOException {
    if (commandNames) {
      return print(String.join("\n", commandNames()) + "\n");
    }
    boolean isCasebook =
        opened != null && String.valueOf(opened.getFileName()).endsWith(".casebook");
    if (opened != null && !isCasebook && !Files.isRegularFile(opened)) {
      refuse(opened + " is no command and no file; --help lists the commands.");
      return CommandLine.ExitCode.USAGE;
    }
    if (isCasebook) {
      if (casebook != null) {
        return refuse("Two casebooks are named: name one.");
      }
      casebook = opened;
    }
    if (demo && casebook != null) {
      return refuse("--demo makes its own casebook: leave --casebook out, or leave --demo out.");
    }
    LaunchPlan plan =
        demo
            ? told(LaunchPlan.demo(Clock.systemUTC(), timeStart))
            : new LaunchPlan(
                Optional.ofNullable(casebook).orElseGet(LaunchPlan::usualFile),
                false,
                Clock.systemUTC(),
                timeStart);
    if (opened != null && !isCasebook) {
      plan = plan.bringing(opened);
    }
    if (report != null) {
      return report(report, plan.casebook());
    }
    if (withCase != null) {
      return refuse("--with-case goes with --report FILE.");
    }
    if (pictures != null) {
      return pictures(plan, pictures);
    }
    if (views != null) {
      return refuse("--views goes with --pictures DIR.");
    }
    return RaconteurApp.open(plan) ? 0 : REFUSED;
  }

  private int pictures(LaunchPlan plan, Path folder) throws IOException {
    List<String> wanted = views == null ? Pictures.NAMES : views;
    for (String name : wanted) {
      if (!Pictures.NAMES.contains(name)) {
        return refuse(
            "There is no view " + name + ": say " + String.join(", ", Pictures.NAMES) + ".");
      }
    }
    return Pictures.draw(plan, folder, Set.copyOf(wanted), out(), err()) ? 0 : REFUSED;
  }

  /** The casebook adds its settings, and a case if it was asked for; the report needs neither. */
  private int report(Path target, Path file) {
    HelpReport made = HelpReport.of(new Log(LaunchPlan.dataFolder()), About.version());
    if (Files.exists(file) || withCase != null) {
      switch (Casebook.open(file, Clock.systemUTC())) {
        case Outcome.Failed<Casebook>(String why) -> {
          if (withCase != null) {
            return refuse(why);
          }
          made.with("casebook.txt", why + "\n");
        }
        case Outcome.Done<Casebook>(Casebook book) -> {
          try (book) {
            made.with("settings.txt", new Settings(book).words());
            Optional<String> refusal =
                Optional.ofNullable(withCase).flatMap(n -> addCase(made, book, file, n));
            if (refusal.isPresent()) {
              return refuse(refusal.get());
            }
          }
        }
      }
    }
    return made.write(target)
        .map(this::refuse)
        .orElseGet(() -> print("Written to " + target + ": look through it before you send it.\n"));
  }

  private static Optional<String> addCase(HelpReport report, Casebook book, Path file, int number) {
    Optional<Case> wanted = book.find(number);
    if (wanted.isEmpty()) {
      return Optional.of("There is no case " + number + " in " + file + ".");
    }
    report.with("case.json", CaseFiles.write(wanted.get()));
    BoardShelf.of(
            new LaunchPlan(file, false, Clock.systemUTC(), false).boardsFolder(),
            DeviceLibrary.shipped().with(book.devices()))
        .find(wanted.get().header().boardId())
        .ifPresent(board -> report.with("board.json", BoardWriter.write(board.contents())));
    return Optional.empty();
  }

  private LaunchPlan told(LaunchPlan demoPlan) {
    PrintWriter out = out();
    out.println(
        "The demo casebook is a copy in "
            + demoPlan.casebook().getParent()
            + "; play with it and throw it away.");
    out.flush();
    return demoPlan;
  }
}
