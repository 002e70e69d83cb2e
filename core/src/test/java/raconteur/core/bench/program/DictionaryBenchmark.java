package raconteur.core.bench.program;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import raconteur.core.Boards;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;

/** How long the dead test and a fault dictionary take; run by {@code ./benchmark}. */
final class DictionaryBenchmark {
  private DictionaryBenchmark() {}

  public static void main(String[] args) {
    int count = args.length > 0 ? Integer.parseInt(args[0]) : 1000;
    var board = new SimulatedBoard(Boards.KITTIWAKE_B);
    for (int i = 0; i < 3; i++) {
      long start = System.nanoTime();
      DeadTest.Result result = DeadTest.run(board, PluggedIn.NOTHING, 0, 1);
      System.out.printf(
          "dead test of 32 KB: %s in %.2f s%n", result.end(), (System.nanoTime() - start) / 1e9);
    }
    List<Fault> faults =
        new ArrayList<>(
            FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE).faults());
    int all = faults.size();
    Collections.shuffle(faults, new Random(1));
    long start = System.nanoTime();
    Map<String, FaultDictionary.Answer> answers =
        new FaultDictionary(board)
            .run(
                faults.subList(0, Math.min(count, all)),
                Map.of(),
                Runtime.getRuntime().availableProcessors(),
                (_, _) -> {},
                () -> false);
    System.out.printf(
        "dictionary: %d of %d faults on %d cores in %.0f s%n",
        answers.size(),
        all,
        Runtime.getRuntime().availableProcessors(),
        (System.nanoTime() - start) / 1e9);
    Map<String, Integer> counts = new TreeMap<>();
    answers
        .values()
        .forEach(
            a ->
                counts.merge(a.words().replaceAll("flash \\d+", "flash a count"), 1, Integer::sum));
    counts.forEach((words, n) -> System.out.printf("  %5d  %s%n", n, words));
  }
}
