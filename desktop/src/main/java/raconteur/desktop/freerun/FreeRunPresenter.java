package raconteur.desktop.freerun;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.concurrent.CancellationException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.report.FreeRunReport;
import raconteur.core.bench.freerun.FreeRun;
import raconteur.core.bench.freerun.FreeRunJudge;
import raconteur.core.bench.freerun.FreeRunLine;
import raconteur.core.bench.freerun.FreeRunWords;
import raconteur.core.board.Board;
import raconteur.core.judge.Verdict;
import raconteur.desktop.workshop.Workshop;

/** A board's free run, without the toolkit; reckoning runs beside the window. */
public final class FreeRunPresenter {
  private final Workshop workshop;
  private final Board board;
  private final AtomicBoolean stopped = new AtomicBoolean();
  private Optional<FreeRun.Outcome.Ran> ran = Optional.empty();

  /** A line of the table. */
  record Row(String net, String at, String shows, String where) {}

  public FreeRunPresenter(Workshop workshop, Board board) {
    this.workshop = workshop;
    this.board = board;
  }

  /**
   * Reckons it; everything is told in the window's thread.
   *
   * @param failed why there is none, a sentence
   */
  void reckon(
      DoubleConsumer progress, Consumer<FreeRun.Outcome.Ran> done, Consumer<String> failed) {
    workshop
        .worker()
        .execute(
            () -> {
              try {
                FreeRun.Outcome outcome =
                    FreeRun.of(
                        board,
                        OptionalDouble.empty(),
                        share -> workshop.window().execute(() -> progress.accept(share)),
                        stopped::get);
                workshop.window().execute(() -> tell(outcome, done, failed));
              } catch (CancellationException e) {
                // Whoever stopped it has closed the window.
              }
            });
  }

  private void tell(
      FreeRun.Outcome outcome, Consumer<FreeRun.Outcome.Ran> done, Consumer<String> failed) {
    switch (outcome) {
      case FreeRun.Outcome.Ran one -> {
        ran = Optional.of(one);
        done.accept(one);
      }
      case FreeRun.Outcome.Refused(String why) -> failed.accept(why);
    }
  }

  /** Ends the reckoning, where it still goes on. */
  void stop() {
    stopped.set(true);
  }

  /** The lines whose name or place holds what was typed. */
  List<Row> rows(String wanted) {
    String word = wanted.strip().toUpperCase(Locale.ROOT);
    return ran.stream()
        .flatMap(r -> r.lines().stream())
        .filter(l -> word.isEmpty() || isAbout(l, word))
        .map(l -> new Row(l.net(), l.at().toString(), FreeRunWords.shows(l), FreeRunWords.where(l)))
        .toList();
  }

  private boolean isAbout(FreeRunLine line, String word) {
    return line.net().toUpperCase(Locale.ROOT).contains(word)
        || board
            .net(line.net())
            .filter(n -> n.path().stream().anyMatch(p -> p.toString().startsWith(word)))
            .isPresent();
  }

  /** A reading held against a good board. */
  Verdict judge(String typed) {
    return ran.map(r -> new FreeRunJudge(board, r.lines()).of(typed))
        .orElseGet(() -> Verdict.unjudged("The free run is still being reckoned."));
  }

  /** Writes the table; empty where it was written, else why not. */
  Optional<String> write(Path file) {
    return ran.flatMap(r -> WholeFile.write(file, FreeRunReport.TABLE, FreeRunReport.csv(r)));
  }
}
