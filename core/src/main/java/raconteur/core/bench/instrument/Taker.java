package raconteur.core.bench.instrument;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Function;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.program.StartUp;
import raconteur.core.bench.screen.Picture;
import raconteur.core.board.Flash;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.RobustSpread;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * Makes any test that can be proposed on a simulated board, as a person would with the instruments:
 * given one finding of the test it answers with the finding that comes out. Swaps and parts left
 * out are tried by switching on the board as it would then be.
 */
public final class Taker {
  private static final double LOW_VOLTS = 0.2;
  private static final double HIGH_VOLTS = 3.4;
  private static final double BETWEEN_VOLTS = 1.4;
  private static final double HOT_FROM = 15;

  /** So much warmer than its twins nobody leaves a finger on a part. */
  private static final double BURNING_FROM = 2.5 * HOT_FROM;

  private final SimulatedBoard board;
  private final SimulatedBench bench;
  private final Function<SimulatedBoard, StartUp.Look> looking;
  private final Map<List<PlantedFault>, StartUp.Look> looks = new HashMap<>();

  /**
   * Hands at a bench.
   *
   * @param healthy the picture of a healthy board, see {@link StartUp#healthy}
   */
  public Taker(SimulatedBench bench, Picture healthy) {
    this(bench, other -> StartUp.run(other, bench.plugged(), 0, bench.seed(), healthy).look());
  }

  /**
   * Hands at a bench.
   *
   * @param looking what a board shows, at a glance
   */
  public Taker(SimulatedBench bench, Function<SimulatedBoard, StartUp.Look> looking) {
    this.board = bench.board();
    this.looking = looking;
    this.bench = bench;
  }

  /** Whether these are the hands at a bench, and not at one that was there before. */
  @SuppressWarnings("ReferenceEquality") // a bench is itself and nothing else
  public boolean isAt(SimulatedBench other) {
    return bench == other;
  }

  /** What the board shows by itself. */
  public StartUp.Look look() {
    return look(board);
  }

  private StartUp.Look look(SimulatedBoard other) {
    return looks.computeIfAbsent(other.faults(), _ -> looking.apply(other));
  }

  /** Makes a test; empty where these instruments cannot. */
  public Optional<? extends Finding> take(Finding sample) {
    return switch (sample) {
      case Finding.Probe t -> bench.probe(t.pin());
      case Finding.PinVolts t -> bench.scoped(t.pin()).map(shown -> levels(t, shown));
      case Finding.RailVolts t -> bench.railVolts(t.rail());
      case Finding.FarVolts t -> bench.farVolts(t.rail(), t.part());
      case Finding.RailOhms t -> bench.railOhms(t.rail());
      case Finding.RailAmps t -> bench.railAmps(t.rail());
      case Finding.Continuity t -> bench.continuity(t.one(), t.other());
      case Finding.Temperature t -> bench.temperature(t.part());
      case Finding.Heat t -> bench.temperature(t.part()).map(this::felt);
      case Finding.TesterVerdict t -> tester(t.part());
      case Finding.RomCompare t -> bench.rom(t.part(), 2).map(r -> compared(t.part(), r));
      case Finding.DeadTestResult t -> bench.deadTest(Math.max(1, t.counts().size()));
      case Finding.DiagnosticResult t -> diagnostic(t);
      case Finding.Symptom _ -> Optional.of(new Finding.Symptom(look().card()));
      case Finding.Frequency t -> counted(t.pin());
      case Finding.Piggyback t ->
          Optional.of(new Finding.Piggyback(t.part(), changesUnderAnother(t.part())));
      case Finding.Swap t -> Optional.of(new Finding.Swap(t.part(), without(t.part())));
      case Finding.Elsewhere t ->
          Optional.of(
              new Finding.Elsewhere(
                  t.part(),
                  elsewhere(t.part()) ? Finding.ElsewhereEnd.GOOD : Finding.ElsewhereEnd.BAD));
      case Finding.PullStep t -> bench.pull(t.part(), t.rail());
      // What tests.json does not call simulated; a test holds the two together.
      case Finding _ -> Optional.empty();
    };
  }

  /** A line that stands reads nothing a second. */
  private Optional<Finding.Frequency> counted(PinRef pin) {
    return bench.frequency(pin).or(() -> bench.scope(pin).map(_ -> new Finding.Frequency(pin, 0)));
  }

  private static Finding.PinVolts levels(Finding.PinVolts test, Signal shown) {
    return switch (shown) {
      case LOW -> new Finding.PinVolts(test.pin(), LOW_VOLTS, LOW_VOLTS);
      case HIGH -> new Finding.PinVolts(test.pin(), HIGH_VOLTS, HIGH_VOLTS);
      case TOGGLING -> new Finding.PinVolts(test.pin(), LOW_VOLTS, HIGH_VOLTS);
      case FLOATING, BETWEEN, DOUBTFUL, STILL ->
          new Finding.PinVolts(test.pin(), BETWEEN_VOLTS, BETWEEN_VOLTS);
    };
  }

  /** A finger compares with what parts of the same device feel like. */
  private Finding.Heat felt(Finding.Temperature here) {
    Part part = board.board().part(here.part()).orElseThrow();
    List<Double> twins = new ArrayList<>();
    for (Part other : board.board().parts()) {
      if (other.device().deviceClass().equals(part.device().deviceClass())) {
        bench.temperature(other.designator()).ifPresent(t -> twins.add(t.celsius()));
      }
    }
    double usual = RobustSpread.of(twins.stream().mapToDouble(t -> t).toArray(), 1).median();
    double off = here.celsius() - usual;
    Finding.Warmth warmth =
        off > BURNING_FROM
            ? Finding.Warmth.BURNING
            : off > HOT_FROM
                ? Finding.Warmth.HOT
                : off < -HOT_FROM / 2 ? Finding.Warmth.COLD : Finding.Warmth.NORMAL;
    return new Finding.Heat(here.part(), warmth);
  }

  private Optional<Finding.TesterVerdict> tester(String part) {
    return bench
        .ram(part)
        .map(Instrument.RamTester.Marched::verdict)
        .or(() -> bench.chip(part, false).map(Instrument.ChipTester.Tested::verdict));
  }

  private static Finding.RomCompare compared(String part, Instrument.RomReader.Compared read) {
    if (read.unstable() > 0) {
      return new Finding.RomCompare(part, Finding.RomEnd.UNSTEADY);
    }
    return new Finding.RomCompare(
        part, read.verdict().passed() ? Finding.RomEnd.GOOD : Finding.RomEnd.DIFFERS);
  }

  /** What the diagnostic's lines say of the parts asked about; nothing where it did not finish. */
  private Optional<Finding> diagnostic(Finding.DiagnosticResult test) {
    Map<String, Boolean> known = verdicts(test.harness());
    SortedMap<String, Boolean> asked = new TreeMap<>();
    for (String part : test.bad().keySet()) {
      if (known.containsKey(part)) {
        asked.put(part, known.get(part));
      }
    }
    return board.setUp().diagnostic().isEmpty()
        ? Optional.empty()
        : Optional.of(new Finding.DiagnosticResult(asked, test.harness()));
  }

  private Map<String, Boolean> verdicts(boolean harness) {
    Map<String, Boolean> bad = new HashMap<>();
    bench
        .diagnostic(harness)
        .ifPresent(
            report ->
                report
                    .lines()
                    .forEach(
                        line -> {
                          List<String> spoken =
                              board.setUp().diagnosed().getOrDefault(line.subject(), List.of());
                          for (int i = 0; i < spoken.size(); i++) {
                            boolean named = line.bits().isEmpty() || line.bits().contains(i);
                            part(spoken.get(i)).ifPresent(p -> bad.put(p, !line.passed() && named));
                          }
                        }));
    return bad;
  }

  /** The part a word of the set-up stands for: a designator, or a count of the flash table. */
  private Optional<String> part(String word) {
    if (!word.startsWith("flash ")) {
      return Optional.of(word);
    }
    int count = Integer.parseInt(word.substring("flash ".length()));
    return board.board().deadTest().flashes().stream()
        .filter(f -> f.count() == count)
        .map(Flash::part)
        .findFirst();
  }

  /** What happens with a good part in a part's place. */
  private Finding.SwapEffect without(String part) {
    SimulatedBoard swapped = board.mended(new Place.OfPart(part));
    boolean misread = Errors.falls(bench.dice("swap " + part), "swap misleads");
    if (swapped.faults().equals(board.faults())) {
      return misread ? Finding.SwapEffect.CHANGED : Finding.SwapEffect.SAME;
    }
    if (misread) {
      return Finding.SwapEffect.SAME;
    }
    StartUp.Look now = look(swapped);
    if (now == StartUp.Look.WORKS) {
      return Finding.SwapEffect.CURED;
    }
    return now == look() ? Finding.SwapEffect.SAME : Finding.SwapEffect.CHANGED;
  }

  /**
   * Whether a good one on top of a part makes a difference: it speaks where the part is silent, but
   * not against an output that is stuck or drives wrong bits.
   */
  private boolean changesUnderAnother(String part) {
    List<PlantedFault> left =
        board.faults().stream()
            .filter(f -> !(SimulatedBoard.placeOf(f).equals(new Place.OfPart(part)) && isSilent(f)))
            .toList();
    return look(board.with(left)) != look();
  }

  private static boolean isSilent(PlantedFault fault) {
    return fault.wrong() instanceof PlantedFault.Known(Fault known)
        && (known.mode() == FaultMode.DEAD || known.mode() == FaultMode.FLOATS);
  }

  /** Whether a part lets a good board work: it takes its own faults with it. */
  private boolean elsewhere(String part) {
    List<PlantedFault> own =
        board.faults().stream()
            .filter(f -> SimulatedBoard.placeOf(f).equals(new Place.OfPart(part)))
            .toList();
    boolean works = look(board.with(own)) == StartUp.Look.WORKS;
    return Errors.falls(bench.dice("elsewhere " + part), "swap misleads") != works;
  }
}
