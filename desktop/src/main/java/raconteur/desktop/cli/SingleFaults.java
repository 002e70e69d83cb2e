package raconteur.desktop.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import raconteur.casebook.exchange.RunsFile;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.program.DictionaryText;
import raconteur.core.bench.program.FaultDictionary;
import raconteur.core.bench.program.LineStates;
import raconteur.core.bench.program.LinesText;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;

/**
 * Runs a board with each of its faults by itself, the likeliest first, and keeps what that gives.
 */
final class SingleFaults {
  private final SimulatedBoard board;
  private final List<Fault> faults;
  private final Consumer<String> tell;
  private final AtomicReference<String> trouble = new AtomicReference<>("");

  /**
   * @param limit how many faults at most
   * @param tell told how far it is
   */
  SingleFaults(SimulatedBoard simulated, int limit, Consumer<String> tell) {
    this.board = simulated.with(List.of());
    this.tell = tell;
    FaultCatalogue catalogue = FaultCatalogue.of(board.board(), Priors.shipped(), History.NONE);
    this.faults =
        IntStream.range(0, catalogue.faults().size())
            .boxed()
            .sorted(Comparator.comparingDouble((Integer i) -> -catalogue.odds(i)))
            .limit(Math.max(1, limit))
            .map(catalogue.faults()::get)
            .toList();
  }

  private static int threads() {
    return Runtime.getRuntime().availableProcessors();
  }

  /** Start-up and dead test of each; a sentence where the file could not be written. */
  String dictionary(Path file) throws IOException {
    RunsFile kept = RunsFile.open(file, DictionaryText.head(board));
    Map<String, FaultDictionary.Answer> known = DictionaryText.answers(kept.lines());
    var done = new AtomicInteger(known.size());
    new FaultDictionary(board)
        .run(
            faults,
            known,
            threads(),
            (fault, answer) ->
                keep(file, kept, DictionaryText.line(fault, answer), done.incrementAndGet()),
            this::troubled);
    return trouble.get();
  }

  /** What a probe shows at every line with each; a sentence where the file could not be written. */
  String lines(Path file) throws IOException {
    Board described = board.board();
    RunsFile kept = RunsFile.open(file, LinesText.head(board));
    Set<String> known = new HashSet<>();
    kept.lines().forEach(line -> known.add(line.split("\t", 2)[0]));
    Map<PinRef, Signal> healthy = LineStates.of(board, LineStates.SEED);
    if (!known.contains(LinesText.HEALTHY)) {
      kept.add(LinesText.line(described, LinesText.HEALTHY, healthy, Map.of()));
    }
    List<Fault> open =
        faults.stream()
            .filter(f -> f.mode() != FaultMode.LEAKS && !known.contains(f.toString()))
            .toList();
    var done = new AtomicInteger(faults.size() - open.size());
    LineStates.run(
        board,
        open,
        threads(),
        (fault, shown) ->
            keep(
                file,
                kept,
                LinesText.line(described, fault.toString(), shown, healthy),
                done.incrementAndGet()),
        this::troubled);
    return trouble.get();
  }

  private boolean troubled() {
    return !trouble.get().isEmpty();
  }

  private void keep(Path file, RunsFile kept, String line, int done) {
    try {
      kept.add(line);
      tell.accept(done + " of " + faults.size() + "  " + line.split("\t", 2)[0]);
    } catch (IOException e) {
      trouble.set(file + " cannot be written; what was run so far is in it.");
    }
  }
}
