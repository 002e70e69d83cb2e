package raconteur.desktop.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.report.DiagnosisReport;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.diagnose.Patience;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.School;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.desktop.workshop.LaunchPlan;
import raconteur.desktop.workshop.Workshop;

/** {@code raconteur diagnose}: suspects, weights, what is cleared and next steps of a case file. */
@Command(
    name = "diagnose",
    description = "Print suspects, weights, what is cleared and next steps of a case.",
    mixinStandardHelpOptions = true)
final class DiagnoseCommand extends Printing {
  /** The share of the time in which suspicion is weighed; the rest is for the next steps. */
  private static final double WEIGHING = 0.75;

  @Option(
      names = "--board",
      required = true,
      paramLabel = "BOARD",
      description = "A board file, or the id of a shipped board or of one of the casebook's.")
  private String board = "";

  @Option(names = "--case", required = true, paramLabel = "FILE", description = "A case file.")
  private Path caseFile = Path.of("");

  @Option(
      names = "--casebook",
      paramLabel = "FILE",
      description = "Let this casebook's counts weigh in, its devices, boards and school hold.")
  private @Nullable Path casebook;

  @Option(names = "--json", description = "Print JSON in place of text.")
  private boolean json;

  @Option(
      names = "--k",
      paramLabel = "N",
      defaultValue = "3",
      description = "Largest number of faults in one hypothesis, 1 to 3 (default 3).")
  private int largest;

  @Option(
      names = "--school",
      paramLabel = "NAME",
      description = "How the shop likes to work, for example \"probe first\".")
  private String school = "";

  @Option(
      names = "--seconds",
      paramLabel = "N",
      defaultValue = "8",
      description =
          "How long to weigh at most, 1 to 3600 (default 8); what was not weighed by then is told.")
  private int seconds;

  @Override
  public Integer call() {
    if (seconds < 1 || seconds > 3600) {
      return refuse("--seconds takes 1 to 3600, not " + seconds + ".");
    }
    if (largest < 1 || largest > 3) {
      return refuse("--k takes 1, 2 or 3, not " + largest + ".");
    }
    if (casebook == null) {
      return diagnose(new Basis(Shop.usual(), History.NONE, BoardShelf.readNamed(board)));
    }
    if (!Files.isRegularFile(casebook)) {
      return refuse("There is no casebook " + casebook + ".");
    }
    return switch (Casebook.open(casebook, Clock.systemUTC())) {
      case Outcome.Failed<Casebook>(String why) -> refuse(why);
      case Outcome.Done<Casebook>(Casebook book) -> {
        try (book) {
          yield diagnose(basis(book, casebook));
        }
      }
    };
  }

  /** What the diagnosis begins with. */
  private record Basis(Shop shop, History history, Loaded<Board> board) {}

  private Basis basis(Casebook book, Path file) {
    Path folder = new LaunchPlan(file, false, Clock.systemUTC(), false).boardsFolder();
    DeviceLibrary library = DeviceLibrary.shipped().with(book.devices());
    var workshop =
        new Workshop(
            book,
            BoardShelf.of(folder, library),
            Runnable::run,
            Runnable::run,
            Runnable::run,
            Runnable::run);
    Loaded<Board> read = BoardShelf.readNamed(board, folder, library);
    History history =
        read instanceof Loaded.Ok<Board>(Board found) ? workshop.history(found) : History.NONE;
    return new Basis(workshop.settings().shop(), history, read);
  }

  private int diagnose(Basis basis) {
    Schools schools = Schools.shipped();
    Optional<School> chosen =
        school.isEmpty() ? Optional.of(basis.shop().school()) : schools.named(school);
    if (chosen.isEmpty()) {
      return refuse(
          "--school knows "
              + String.join(", ", schools.all().stream().map(School::name).toList())
              + ", not "
              + school
              + ".");
    }
    Shop shop = new Shop(chosen.get(), basis.shop().owned());
    return switch (basis.board()) {
      case Loaded.Refused<Board> refused -> refuse(refused.summary());
      case Loaded.Ok<Board>(Board read) ->
          switch (readCase()) {
            case Loaded.Refused<Case> refused -> refuse(refused.summary());
            case Loaded.Ok<Case>(Case told) -> diagnose(read, told, shop, basis.history());
          };
    };
  }

  private int diagnose(Board read, Case told, Shop shop, History history) {
    if (!told.header().boardId().equals(read.identity().id())) {
      return refuse(
          "the case is told on board "
              + told.header().boardId()
              + ", the board file is "
              + read.identity().id()
              + "; give the file of that board.");
    }
    Advisor advisor = new Advisor(read, history, largest, shop);
    Patience patience =
        Patience.of(Duration.ofMillis(seconds * 1000L), System::nanoTime, () -> false);
    Advisor.Advice advice = advisor.advise(told.entries(), patience.first(WEIGHING));
    var report = new DiagnosisReport(read, advice, advisor.nextSteps(advice, Set.of(), patience));
    return print(json ? report.json() : report.text());
  }

  private Loaded<Case> readCase() {
    String name = caseFile.toString();
    try {
      if (Files.size(caseFile) > BoardShelf.LARGEST_BYTES) {
        return refused(name, "the file is larger than 64 MB");
      }
      return CaseFiles.read(name, new String(Files.readAllBytes(caseFile), StandardCharsets.UTF_8));
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  private static Loaded<Case> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }
}
