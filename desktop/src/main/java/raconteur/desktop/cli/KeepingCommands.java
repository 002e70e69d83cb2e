package raconteur.desktop.cli;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import raconteur.casebook.store.Archive;
import raconteur.casebook.store.Backups;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.desktop.app.LaunchPlan;

/** Commands that keep a casebook safe: archive it, take an archive in, restore a backup. */
final class KeepingCommands {
  private KeepingCommands() {}

  /** What the three have in common. */
  abstract static class Keeping implements Callable<Integer> {
    @Option(
        names = "--casebook",
        paramLabel = "FILE",
        description = "Another casebook than your own.")
    private @Nullable Path casebook;

    @Spec private @Nullable CommandSpec spec;

    final Path casebook() {
      return casebook == null ? LaunchPlan.usualFile() : casebook;
    }

    final int said(Outcome<String> outcome) {
      var line = java.util.Objects.requireNonNull(spec).commandLine();
      return switch (outcome) {
        case Outcome.Done<String>(String sentence) -> {
          line.getOut().println(sentence);
          line.getOut().flush();
          yield 0;
        }
        case Outcome.Failed<String>(String sentence) -> {
          line.getErr().println(sentence);
          line.getErr().flush();
          yield 2;
        }
      };
    }
  }

  @Command(
      name = "archive",
      mixinStandardHelpOptions = true,
      description = "Writes a whole casebook with its pictures to one open file.")
  static final class ArchiveCommand extends Keeping {
    @Parameters(paramLabel = "OUT", description = "The zip file to write.")
    private @Nullable Path out;

    @Override
    public Integer call() {
      Path target = java.util.Objects.requireNonNull(out);
      if (!Files.exists(casebook())) {
        return said(new Outcome.Failed<>("There is no casebook " + casebook() + "."));
      }
      return said(
          switch (Casebook.open(casebook(), Clock.systemUTC())) {
            case Outcome.Failed<Casebook>(String sentence) -> new Outcome.Failed<>(sentence);
            case Outcome.Done<Casebook>(Casebook book) -> written(book, target);
          });
    }

    private static Outcome<String> written(Casebook book, Path target) {
      try (book;
          OutputStream stream = Files.newOutputStream(target)) {
        Archive.Contents contents = Archive.write(book, stream);
        return new Outcome.Done<>(words(contents) + " written to " + target + ".");
      } catch (IOException e) {
        return new Outcome.Failed<>(target + " cannot be written; is there room, is it yours?");
      }
    }
  }

  private static String words(Archive.Contents contents) {
    return contents.cases()
        + " cases, "
        + contents.pictures()
        + " pictures, "
        + contents.stockItems()
        + " stock items and "
        + contents.devices()
        + " devices";
  }

  @Command(
      name = "unarchive",
      mixinStandardHelpOptions = true,
      description = "Takes an archive into a new casebook.")
  static final class UnarchiveCommand extends Keeping {
    @Parameters(paramLabel = "IN", description = "The zip file to read.")
    private @Nullable Path in;

    @Override
    public Integer call() {
      Path source = java.util.Objects.requireNonNull(in);
      return said(
          switch (Casebook.open(casebook(), Clock.systemUTC())) {
            case Outcome.Failed<Casebook>(String sentence) -> new Outcome.Failed<>(sentence);
            case Outcome.Done<Casebook>(Casebook book) -> {
              try (book) {
                yield switch (Archive.read(source, book)) {
                  case Outcome.Failed<Archive.Contents>(String sentence) ->
                      new Outcome.Failed<>(sentence);
                  case Outcome.Done<Archive.Contents>(Archive.Contents contents) ->
                      new Outcome.Done<>(words(contents) + " taken into " + casebook() + ".");
                };
              }
            }
          });
    }
  }

  @Command(
      name = "restore",
      mixinStandardHelpOptions = true,
      description = "Puts a backup in a casebook's place; what was there is kept aside.")
  static final class RestoreCommand extends Keeping {
    @Option(
        names = "--from",
        paramLabel = "FILE",
        description = "Another copy than the latest; they are in the folder backups.")
    private @Nullable Path from;

    @Override
    public Integer call() {
      Backups backups = new Backups(casebook());
      if (from == null && backups.copies().isEmpty()) {
        return said(new Outcome.Failed<>("There is no backup beside " + casebook() + "."));
      }
      Path copy = from == null ? backups.copies().getFirst().file() : from;
      return said(
          switch (backups.restore(copy, Clock.systemUTC().instant())) {
            case Outcome.Failed<Path>(String sentence) -> new Outcome.Failed<>(sentence);
            case Outcome.Done<Path>(Path aside) ->
                new Outcome.Done<>(
                    copy + " is in its place; what was there before is " + aside + ".");
          });
    }
  }
}
