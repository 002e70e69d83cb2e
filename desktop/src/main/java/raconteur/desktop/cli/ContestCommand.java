package raconteur.desktop.cli;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.report.ContestReport;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.contest.Bench;
import raconteur.core.contest.Contest;
import raconteur.core.contest.Policies;
import raconteur.core.contest.Standing;
import raconteur.core.data.Loaded;
import raconteur.core.plan.ExactOptimum;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;

/** {@code raconteur contest}: planted faults, several ways of tracing them, what each spent. */
@Command(
    name = "contest",
    description = "Plant faults and hold ways of tracing them against each other.",
    mixinStandardHelpOptions = true)
final class ContestCommand extends Printing {
  private static final int MOST_CASES = 100_000;
  private static final int MOST_PROBLEMS = 10_000;

  @Option(
      names = "--board",
      required = true,
      paramLabel = "FILE",
      description = "A board file, or the id of a shipped board.")
  private String board = "";

  @Option(
      names = "--cases",
      paramLabel = "N",
      defaultValue = "1000",
      description = "How many, 2 to 100000 (default 1000).")
  private int cases;

  @Option(
      names = "--seed",
      paramLabel = "S",
      defaultValue = "1",
      description = "Repeats a contest.")
  private long seed;

  @Option(
      names = "--simulated",
      description =
          "Readings from the simulated board in place of the models; slow. A board without a"
              + " program runs free.")
  private boolean simulated;

  @Option(
      names = "--policy",
      arity = "1..*",
      paramLabel = "NAME",
      description = "Only these, for example \"raconteur\" (default all).")
  private List<String> policies = List.of();

  @Option(
      names = "--k",
      paramLabel = "N",
      defaultValue = "3",
      description = "Largest number of faults in one hypothesis, 1 to 3 (default 3).")
  private int largest;

  @Option(
      names = "--optimum",
      paramLabel = "N",
      defaultValue = "0",
      description = "Hold the planner against the exact optimum on N small problems, up to 10000.")
  private int problems;

  @Option(
      names = "--without-files",
      description = "Withhold what was simulated beforehand for the board.")
  private boolean withoutFiles;

  @Option(
      names = "--outside",
      paramLabel = "PERCENT",
      defaultValue = "0",
      description =
          "So many faults of a hundred of kinds or at places the engine does not reason about;"
              + " needs --simulated.")
  private int outside;

  @Option(
      names = "--stories",
      paramLabel = "DIR",
      description = "Write every case there as a case file, as it ends.")
  private Optional<Path> stories = Optional.empty();

  @Option(names = "--json", description = "Print JSON in place of text.")
  private boolean json;

  @Override
  public Integer call() {
    if (cases < 2 || cases > MOST_CASES) {
      return refuse("--cases takes 2 to " + MOST_CASES + ", not " + cases + ".");
    }
    if (largest < 1 || largest > 3) {
      return refuse("--k takes 1, 2 or 3, not " + largest + ".");
    }
    if (problems < 0 || problems > MOST_PROBLEMS) {
      return refuse("--optimum takes 0 to " + MOST_PROBLEMS + ", not " + problems + ".");
    }
    if (outside < 0 || outside > 100) {
      return refuse("--outside takes 0 to 100, not " + outside + ".");
    }
    if (outside > 0 && !simulated) {
      return refuse("--outside needs --simulated: the models know no such faults.");
    }
    List<Policies> chosen = new ArrayList<>();
    for (String name : policies) {
      Optional<Policies> policy =
          Arrays.stream(Policies.values())
              .filter(p -> p.words().equalsIgnoreCase(name))
              .findFirst();
      if (policy.isEmpty()) {
        return refuse(
            "--policy knows "
                + String.join(", ", Arrays.stream(Policies.values()).map(Policies::words).toList())
                + ", not "
                + name
                + ".");
      }
      chosen.add(policy.get());
    }
    return switch (BoardShelf.readNamed(board)) {
      case Loaded.Refused<Board> refused -> refuse(refused.summary());
      case Loaded.Ok<Board>(Board found) ->
          contest(found, chosen.isEmpty() ? List.of(Policies.values()) : chosen);
    };
  }

  private int contest(Board found, List<Policies> chosen) {
    Contest.From from = Contest.From.MODELS;
    if (simulated) {
      from = BenchSetUp.of(found).screen().isEmpty() ? Contest.From.COUNTING : Contest.From.RUNNING;
      Optional<String> whyNot =
          from == Contest.From.COUNTING ? Bench.whyNotCounting(found) : Optional.empty();
      if (whyNot.isPresent()) {
        return refuse(
            found.identity().id() + " has no program, and cannot run free. " + whyNot.get());
      }
    }
    var rules = new Contest.Rules(largest, from, withoutFiles, outside / 100.0);
    List<Standing> standings;
    try {
      if (stories.isPresent()) {
        Files.createDirectories(stories.get());
      }
      standings =
          new Contest(found, rules)
              .run(chosen, cases, seed, played -> ended(found, played), () -> false);
    } catch (IOException e) {
      return refuse("--stories needs a folder that can be written to: " + e.getMessage());
    } catch (UncheckedIOException e) {
      return refuse("A story could not be written: " + e.getMessage());
    }
    var report = new ContestReport(found.identity().id(), rules, seed, standings, beside(found));
    return print(json ? report.json() : report.text());
  }

  /** Prints a case that has ended, and keeps its story where that was asked for. */
  private void ended(Board found, Contest.Played played) {
    Contest.Score score = played.score();
    String planted =
        played.planted().stream().map(PlantedFault::toString).collect(Collectors.joining(", "));
    err()
        .println(
            String.format(
                Locale.ROOT,
                "%d %s: %.0f min, %d tests, %d mends (%d in vain), %s; %s",
                played.seed(),
                played.policy().words(),
                score.minutes(),
                score.tests(),
                score.mends(),
                score.wrongMends(),
                score.solved() ? "solved" : "unsolved",
                planted));
    err().flush();
    stories.ifPresent(folder -> write(folder, found, played, planted));
  }

  private static void write(Path folder, Board found, Contest.Played played, String planted) {
    String id = found.identity().id();
    var header =
        new CaseHeader(
            1,
            id,
            "",
            "Planted: " + planted,
            played.story().getFirst().at(),
            played.score().solved() ? CaseState.GONE_HOME : CaseState.ON_BENCH);
    String name = id + "-" + played.seed() + "-" + played.policy().words().replace(' ', '-');
    try {
      Files.writeString(
          folder.resolve(name + ".json"), CaseFiles.write(new Case(header, played.story())));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** The planner beside the exact optimum, on small problems cut out of the board. */
  private Optional<ContestReport.Beside> beside(Board found) {
    if (problems == 0) {
      return Optional.empty();
    }
    var yardstick = new ExactOptimum(found);
    List<ExactOptimum.Compared> all = new ArrayList<>();
    for (int i = 0; i < problems; i++) {
      yardstick.compare(seed + i).ifPresent(all::add);
    }
    return all.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new ContestReport.Beside(
                all.size(),
                mean(all, ExactOptimum.Compared::optimum),
                mean(all, ExactOptimum.Compared::byTheRule),
                mean(all, ExactOptimum.Compared::planned),
                mean(all, ExactOptimum.Compared::neverTesting),
                mean(all, ExactOptimum.Compared::mostBits)));
  }

  private static double mean(
      List<ExactOptimum.Compared> all, ToDoubleFunction<ExactOptimum.Compared> of) {
    return all.stream().mapToDouble(of).average().orElseThrow();
  }
}
