package raconteur.core.diagnose;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.TreeMap;
import raconteur.core.Boards;
import raconteur.core.bench.program.LinesText;
import raconteur.core.board.Board;
import raconteur.core.device.Signal;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.plan.Advisor;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Readings;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;

/**
 * How long a reading takes to be answered on the Kittiwake, beside a plain enumeration of every
 * pair of faults in the same run. Started by {@code ./benchmark}; not a test.
 */
public final class RefreshBenchmark {
  private static final int ROUNDS = 7;
  private static final String[] STORY = {
    "screen blank",
    "5V gnd 310 ohm",
    "5V 4.94",
    "12V 12.1",
    "-5V -5.1",
    "flash none",
    "U8.17 toggling",
    "U8.18 high",
    "U13.13 high",
    "U13.14 high",
    "swap U13 good changed",
    "mended U13 replaced",
    "screen garbage",
    "flash 3 3 7",
    "flash 5 3 6",
    "U38.7 toggling",
    "U38.9 toggling",
    "U39.9 toggling",
    "U40.7 toggling",
    "U39.7 low"
  };

  private RefreshBenchmark() {}

  public static void main(String[] arguments) {
    Board board = Boards.KITTIWAKE_B;
    for (int largest = 2; largest <= 3; largest++) {
      System.out.println("up to " + largest + " faults at once, " + STORY.length + " lines");
      refresh(board, largest, List.of(STORY));
      System.out.println("up to " + largest + " faults at once, 300 lines");
      refresh(board, largest, longStory(board));
    }
    Board large = Threefold.of(board);
    System.out.printf(
        "%d parts, %d faults, 20 lines%n",
        large.parts().size(), new Advisor(large, History.NONE, 3).faults());
    refresh(large, 3, List.of(STORY));
    plain(board);
    Runtime runtime = Runtime.getRuntime();
    System.gc();
    System.out.printf(
        Locale.ROOT,
        "memory in use after collection     %8.1f MB%n",
        (runtime.totalMemory() - runtime.freeMemory()) / 1e6);
  }

  /** The story, and then pin after pin found as it stands on the healthy simulated board. */
  private static List<String> longStory(Board board) {
    List<String> lines = new ArrayList<>(List.of(STORY));
    for (var pin : new TreeMap<>(LinesText.shipped(board).healthy()).entrySet()) {
      boolean plain = pin.getValue() != Signal.DOUBTFUL && pin.getValue() != Signal.STILL;
      if (plain && lines.size() < 300) {
        lines.add(pin.getKey() + " " + pin.getValue().name().toLowerCase(Locale.ROOT));
      }
    }
    return lines;
  }

  private static void refresh(Board board, int largest, List<String> story) {
    List<Double> making = new ArrayList<>();
    List<Double> opening = new ArrayList<>();
    List<Double> refresh = new ArrayList<>();
    List<Double> steps = new ArrayList<>();
    for (int round = 0; round < ROUNDS; round++) {
      long t0 = System.nanoTime();
      Advisor advisor = new Advisor(board, History.NONE, largest);
      long t1 = System.nanoTime();
      advisor.advise(entries(story, story.size() - 1));
      long t2 = System.nanoTime();
      var advice = advisor.advise(entries(story, story.size()));
      long t3 = System.nanoTime();
      advisor.nextSteps(advice);
      long t4 = System.nanoTime();
      if (round >= 2) {
        making.add((t1 - t0) / 1e6);
        opening.add((t2 - t1) / 1e6);
        refresh.add((t3 - t2) / 1e6);
        steps.add((t4 - t3) / 1e6);
      }
    }
    print("listing the board's faults", making);
    print("first weighing of a story of " + (story.size() - 1) + " lines", opening);
    print("one more reading answered", refresh);
    print("next steps ranked", steps);
  }

  private static List<Entry> entries(List<String> story, int count) {
    List<Entry> entries = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      entries.add(new Entry.Line(i + 1, Instant.EPOCH, story.get(i)));
    }
    return entries;
  }

  private static void print(String what, List<Double> millis) {
    double[] sorted = millis.stream().mapToDouble(Double::doubleValue).sorted().toArray();
    System.out.printf(
        Locale.ROOT,
        "%-45s median %8.1f ms, %8.1f to %8.1f%n",
        what,
        sorted[sorted.length / 2],
        sorted[0],
        sorted[sorted.length - 1]);
  }

  /** The same posterior by weighing every set of one or two faults by itself. */
  private static void plain(Board board) {
    FaultCatalogue catalogue = FaultCatalogue.of(board, Priors.shipped(), History.NONE);
    Predictor predictor = new Predictor(board, Readings.shipped());
    Telling telling = Telling.of(board, entries(List.of(STORY), STORY.length));
    List<Occurrence> all = Occurrence.all(board, catalogue, Priors.shipped(), telling.mends());
    List<EvidenceColumn<?>> columns = new ArrayList<>();
    List<Predictor.Evidence> evidence = predictor.evidence(telling.findings());
    int[] epochs = evidence.stream().mapToInt(e -> e.moment().epoch()).toArray();
    evidence.forEach(e -> columns.add(column(predictor.model(e), e.found(), catalogue)));
    long start = System.nanoTime();
    double byClasses =
        HypothesisSearch.run(all, columns, epochs, 2, catalogue.placeOfFaults(), telling.epoch())
            .marginals()
            .at(catalogue.places().indexOf(new Place.OfPart("U39")));
    long middle = System.nanoTime();
    double bySets = enumerate(all, columns, epochs, catalogue, telling.epoch());
    long end = System.nanoTime();
    System.out.printf(
        Locale.ROOT,
        "one posterior by classes %.1f ms (U39 %.6f), by plain enumeration of %d pairs %.1f ms (U39"
            + " %.6f)%n",
        (middle - start) / 1e6,
        byClasses,
        (long) all.size() * (all.size() - 1) / 2,
        (end - middle) / 1e6,
        bySets);
  }

  private static <E> EvidenceColumn<E> column(
      raconteur.core.predict.TestModel<E> model,
      List<raconteur.core.finding.Finding> finding,
      FaultCatalogue catalogue) {
    return EvidenceColumn.of(model, finding, catalogue.faults());
  }

  private static double enumerate(
      List<Occurrence> all,
      List<EvidenceColumn<?>> columns,
      int[] epochs,
      FaultCatalogue catalogue,
      int now) {
    double total = 0;
    double here = 0;
    int[] effects = new int[columns.size()];
    for (int i = 0; i < all.size(); i++) {
      Occurrence a = all.get(i);
      for (int c = 0; c < effects.length; c++) {
        effects[c] = a.during(epochs[c]) ? columns.get(c).effectOf(a.fault()) : 0;
      }
      boolean atA = at(a, catalogue, now);
      double alone = a.odds() * likelihood(columns, effects, new int[effects.length]);
      total += alone;
      here += atA ? alone : 0;
      for (int j = i + 1; j < all.size(); j++) {
        Occurrence b = all.get(j);
        if (b.fault() != a.fault()) {
          int[] other = new int[effects.length];
          for (int c = 0; c < other.length; c++) {
            other[c] = b.during(epochs[c]) ? columns.get(c).effectOf(b.fault()) : 0;
          }
          double both = a.odds() * b.odds() * likelihood(columns, effects, other);
          total += both;
          here += atA || at(b, catalogue, now) ? both : 0;
        }
      }
    }
    return here / total;
  }

  private static boolean at(Occurrence o, FaultCatalogue catalogue, int now) {
    return o.during(now)
        && catalogue.faults().get(o.fault()).place().mendable().equals(new Place.OfPart("U39"));
  }

  private static double likelihood(List<EvidenceColumn<?>> columns, int[] one, int[] other) {
    double log = 0;
    for (int c = 0; c < one.length; c++) {
      EvidenceColumn<?> column = columns.get(c);
      log += column.logLikelihood(column.combine(one[c], other[c]));
    }
    return Math.exp(log);
  }
}
