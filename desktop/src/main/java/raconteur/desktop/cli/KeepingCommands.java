package raconteur.desktop.cli;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.store.Archive;
import raconteur.casebook.store.Backups;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Restore;
import raconteur.desktop.workshop.LaunchPlan;

/** Commands that keep a casebook safe: archive it, take an archive in, restore a backup. */
final class KeepingCommands {
  private KeepingCommands() {}

  /** What the three have in common. */
  abstract static class Keeping extends Printing {
    @Option(
        names = "--casebook",
        paramLabel = "FILE",
        description = "Another casebook than your own.")
    private @Nullable Path casebook;

    final Path casebook() {
      return casebook == null ? LaunchPlan.usualFile() : casebook;
    }

    final LaunchPlan plan() {
      return new LaunchPlan(casebook(), false, Clock.systemUTC(), false);
    }

    final int said(Outcome<String> outcome) {
      return switch (outcome) {
        case Outcome.Done<String>(String sentence) -> print(sentence + System.lineSeparator());
        case Outcome.Failed<String>(String sentence) -> refuse(sentence);
      };
    }

    /** Does something with the casebook and closes it. */
    final int withCasebook(Function<Casebook, Outcome<String>> work) {
      return said(
          switch (Casebook.open(casebook(), Clock.systemUTC())) {
            case Outcome.Failed<Casebook>(String sentence) -> new Outcome.Failed<>(sentence);
            case Outcome.Done<Casebook>(Casebook book) -> {
              try (book) {
                yield work.apply(book);
              }
            }
          });
    }
  }

  private static String words(Archive.Contents contents) {
    return contents.cases()
        + " cases, "
        + contents.pictures()
        + " pictures, "
        + contents.stockItems()
        + " stock items, "
        + contents.devices()
        + " devices, "
        + contents.boards()
        + " boards and the counts of "
        + contents.others()
        + " other shops";
  }

  @Command(
      name = "archive",
      mixinStandardHelpOptions = true,
      description =
          "Writes a whole casebook with its pictures and your boards to one open file, and reads it"
              + " back before it says so.",
      footer = {"", "For example: raconteur archive bench-2026.zip"})
  static final class ArchiveCommand extends Keeping {
    @Parameters(paramLabel = "OUT", description = "The zip file to write.")
    private @Nullable Path out;

    @Override
    public Integer call() {
      Path target = java.util.Objects.requireNonNull(out);
      if (!Files.exists(casebook()) && new Backups(casebook()).copies().isEmpty()) {
        return refuse("There is no casebook " + casebook() + ".");
      }
      return withCasebook(
          book -> {
            BoardShelf boards = BoardShelf.of(plan().boardsFolder());
            return switch (Archive.write(book, boards.ownTexts(), target)) {
              case Outcome.Failed<Archive.Contents>(String sentence) ->
                  new Outcome.Failed<>(sentence);
              case Outcome.Done<Archive.Contents>(Archive.Contents contents) ->
                  new Outcome.Done<>(
                      words(contents) + " written to " + target + ", and read back.");
            };
          });
    }
  }

  @Command(
      name = "unarchive",
      mixinStandardHelpOptions = true,
      description = "Takes an archive into a new casebook; all of it, or nothing.",
      footer = {"", "For example: raconteur unarchive --casebook new.casebook bench-2026.zip"})
  static final class UnarchiveCommand extends Keeping {
    @Parameters(paramLabel = "IN", description = "The zip file to read.")
    private @Nullable Path in;

    @Override
    public Integer call() {
      Path source = java.util.Objects.requireNonNull(in);
      Optional<String> refusal = Archive.refusal(source);
      if (refusal.isPresent()) {
        return refuse(refusal.get());
      }
      return withCasebook(
          book ->
              switch (Archive.read(source, book, plan().boardsFolder())) {
                case Outcome.Failed<Archive.Contents>(String sentence) ->
                    new Outcome.Failed<>(sentence);
                case Outcome.Done<Archive.Contents>(Archive.Contents contents) ->
                    new Outcome.Done<>(words(contents) + " taken into " + casebook() + ".");
              });
    }
  }

  @Command(
      name = "restore",
      mixinStandardHelpOptions = true,
      description =
          "Puts a backup in a casebook's place, once it was found whole; what was there is kept"
              + " aside.",
      footer = {"", "For example: raconteur restore --from backups/my.casebook.2026-11-27.000041"})
  static final class RestoreCommand extends Keeping {
    @Option(
        names = "--from",
        paramLabel = "FILE",
        description = "Another copy than the latest good one; they are in the folder backups.")
    private @Nullable Path from;

    @Override
    public Integer call() {
      Backups backups = new Backups(casebook());
      Optional<Path> copy =
          Optional.ofNullable(from).or(() -> backups.latestGood().map(g -> g.copy().file()));
      if (copy.isEmpty()) {
        return refuse(
            backups.copies().isEmpty()
                ? "There is no backup beside " + casebook() + "."
                : "None of the backups beside " + casebook() + " is whole; nothing was changed.");
      }
      return said(
          switch (backups.restore(copy.get(), Clock.systemUTC().instant())) {
            case Outcome.Failed<Restore.Restored>(String sentence) ->
                new Outcome.Failed<>(sentence);
            case Outcome.Done<Restore.Restored>(Restore.Restored restored) ->
                new Outcome.Done<>(
                    copy.get()
                        + " is now "
                        + casebook()
                        + ": "
                        + restored.contents().words()
                        + restored
                            .aside()
                            .map(aside -> "; what was there before is " + aside + ".")
                            .orElse("; there was nothing there before."));
          });
    }
  }
}
