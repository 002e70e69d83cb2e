package raconteur.core.bench.instrument;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import java.util.TreeSet;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.Recorder;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.SupplySide;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.bench.march.FaultyMemory;
import raconteur.core.bench.march.MarchTest;
import raconteur.core.bench.march.MemoryFault;
import raconteur.core.bench.program.DeadTest;
import raconteur.core.bench.program.Diagnostic;
import raconteur.core.bench.screen.Monitor;
import raconteur.core.bench.screen.Picture;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.DeviceFacts;
import raconteur.core.device.Level;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/**
 * Simulated instruments on a simulated board. The board is switched on at the first reading that
 * needs it and then runs on, so that later readings see it later; readings without power see it
 * off.
 */
public final class SimulatedBench implements Instruments {
  private static final long START_MICROS = 24_000;
  private static final long PROBE_MICROS = 2_000;
  private static final long SCOPE_MICROS = 60;
  private static final int TESTED_CELLS = 1024;

  private final SimulatedBoard board;
  private final PluggedIn plugged;
  private final double minutesOn;
  private final long seed;
  private final Errors errors;
  private final Optional<Map<PinRef, Signal>> counting;
  private Optional<PoweredBoard> powered = Optional.empty();
  private volatile boolean stopped;

  /**
   * Puts a board on the bench.
   *
   * @param minutesOn how warm it is once it is on
   */
  public SimulatedBench(SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed) {
    this(board, plugged, minutesOn, seed, Optional.empty());
  }

  /**
   * Puts a board on the bench whose processor only counts: what needs a program cannot be asked.
   *
   * @param shown what a probe shows at its pins, see {@link
   *     raconteur.core.bench.freerun.ShortRun#shown}
   * @param seed of what the instruments get wrong
   */
  public static SimulatedBench counting(
      SimulatedBoard board, Map<PinRef, Signal> shown, long seed) {
    return new SimulatedBench(board, PluggedIn.NOTHING, 0, seed, Optional.of(Map.copyOf(shown)));
  }

  private SimulatedBench(
      SimulatedBoard board,
      PluggedIn plugged,
      double minutesOn,
      long seed,
      Optional<Map<PinRef, Signal>> counting) {
    this.counting = counting;
    this.board = board;
    this.plugged = plugged;
    this.minutesOn = minutesOn;
    this.seed = seed;
    this.errors = new Errors(seed);
  }

  /** The dice of one taking of one reading. */
  SplittableRandom dice(String what) {
    return errors.dice(what);
  }

  /** The board on the bench, with its faults. */
  public SimulatedBoard board() {
    return board;
  }

  /** What is plugged in, and out. */
  public PluggedIn plugged() {
    return plugged;
  }

  /** What every reading is repeated by. */
  public long seed() {
    return seed;
  }

  /** Gives up a test program that runs, from any thread; it then has no result. */
  public void stop() {
    stopped = true;
  }

  /** The board as it runs: switched on long enough to have started. */
  public PoweredBoard running() {
    if (powered.isEmpty()) {
      PoweredBoard on =
          board.powerUp(plugged, minutesOn, List.of(), LogicRun.PowerUp.AS_IT_FALLS, seed);
      on.run().attendTo(List.of());
      on.runMicros(START_MICROS);
      on.run().attendToAll();
      on.runMicros(10);
      powered = Optional.of(on);
    }
    return powered.get();
  }

  private List<PlantedFault> faultsNow() {
    return board.faultsAt(minutesOn, seed);
  }

  private SupplySide supply() {
    return board.supply(faultsNow(), plugged);
  }

  private Optional<Part> part(String designator) {
    return board.board().part(designator).filter(Part::fitted);
  }

  private Optional<Rail> rail(String name) {
    return board.board().rail(name);
  }

  @Override
  public Optional<Finding.RailVolts> railVolts(String rail) {
    SplittableRandom dice = errors.dice("volts " + rail);
    return rail(rail)
        .map(r -> Errors.metered(dice, supply().volts(r), "volts error share"))
        .map(volts -> new Finding.RailVolts(rail, volts));
  }

  @Override
  public Optional<Finding.FarVolts> farVolts(String rail, String part) {
    SplittableRandom dice = errors.dice("volts " + rail + " at " + part);
    return rail(rail)
        .filter(_ -> part(part).isPresent())
        .map(r -> Errors.metered(dice, supply().volts(r) * 0.998, "volts error share"))
        .map(volts -> new Finding.FarVolts(rail, part, volts));
  }

  @Override
  public Optional<Finding.RailOhms> railOhms(String rail) {
    SplittableRandom dice = errors.dice("ohms " + rail);
    return rail(rail)
        .map(r -> Errors.metered(dice, supply().ohms(r), "ohms error share"))
        .map(ohms -> new Finding.RailOhms(rail, ohms));
  }

  @Override
  public Optional<Finding.PullStep> pull(String part, String rail) {
    SplittableRandom dice = errors.dice("ohms " + rail + " without " + part);
    return rail(rail)
        .filter(_ -> part(part).isPresent())
        .map(r -> board.supply(faultsNow(), plugged.alsoWithout(part)).ohms(r))
        .map(ohms -> Errors.metered(dice, ohms, "ohms error share"))
        .map(ohms -> new Finding.PullStep(part, rail, ohms));
  }

  @Override
  public Optional<Finding.RailAmps> railAmps(String rail) {
    SplittableRandom dice = errors.dice("amps " + rail);
    return rail(rail)
        .map(r -> Errors.metered(dice, supply().amps(r), "amps error share"))
        .map(amps -> new Finding.RailAmps(rail, amps));
  }

  @Override
  public Optional<Finding.Temperature> temperature(String part) {
    SplittableRandom dice = errors.dice("heat " + part);
    double off = (dice.nextDouble() * 2 - 1) * Errors.figure("celsius error");
    double warm = minutesOn == 0 ? Errors.figure("warm up minutes") : minutesOn;
    return part(part)
        .map(p -> new Finding.Temperature(part, Math.rint(supply().celsius(p, warm) + off)));
  }

  /** Copper between two pins, power off: the circuit's nets say it, whatever made them so. */
  @Override
  public Optional<Finding.Continuity> continuity(PinRef one, PinRef other) {
    PoweredBoard on =
        board.powerUp(plugged, minutesOn, List.of(), LogicRun.PowerUp.AS_IT_FALLS, seed);
    OptionalInt netOne = on.net(one);
    OptionalInt netOther = on.net(other);
    if (board.board().pin(one).isEmpty() || board.board().pin(other).isEmpty()) {
      return Optional.empty();
    }
    SplittableRandom dice = errors.dice("cont " + one + " " + other);
    boolean joined = netOne.isPresent() && netOne.equals(netOther);
    boolean shown = Errors.falls(dice, "continuity misread") != joined;
    return Optional.of(new Finding.Continuity(one, other, shown));
  }

  @Override
  public Optional<Finding.Probe> probe(PinRef pin) {
    return touched(pin)
        .map(signal -> signal == Signal.DOUBTFUL ? Signal.BETWEEN : signal)
        .map(signal -> new Finding.Probe(pin, signal));
  }

  /** What the tip comes to touch: the pin that was meant, or now and then one beside it. */
  private Optional<Signal> touched(PinRef pin) {
    SplittableRandom dice = errors.dice("probe " + pin);
    List<PinRef> pins = part(pin.part()).map(Part::pins).orElse(List.of());
    int at = pins.indexOf(pin);
    if (at >= 0 && pins.size() > 1 && Errors.falls(dice, "probe misread")) {
      int beside = at == 0 || (at + 1 < pins.size() && dice.nextBoolean()) ? at + 1 : at - 1;
      Optional<Signal> slipped = seen(pins.get(beside));
      if (slipped.isPresent()) {
        return slipped;
      }
    }
    return seen(pin);
  }

  /**
   * A ROM in a reader, held against a file of what it should hold, where what that is does not
   * matter; empty for another part.
   */
  public Optional<Finding.RomCompare> romAgainstItsFile(String name) {
    SplittableRandom dice = errors.dice("rom " + name);
    return part(name)
        .filter(p -> p.device().isRom())
        .map(p -> new OutOfCircuit(board.board(), p, faultsNow()).wrong())
        .map(wrong -> Errors.falls(dice, "rom misread") != wrong)
        .map(
            differs ->
                new Finding.RomCompare(
                    name, differs ? Finding.RomEnd.DIFFERS : Finding.RomEnd.GOOD));
  }

  /** What a scope makes of the level of a line, and whether it moves. */
  Optional<Signal> scoped(PinRef pin) {
    return counting.isPresent() ? seen(pin) : scope(pin).map(Track::asProbed);
  }

  private Optional<Signal> seen(PinRef pin) {
    return counting.isPresent()
        ? Optional.ofNullable(counting.get().get(pin))
        : track(pin, PROBE_MICROS).map(Track::asProbed);
  }

  private Optional<Track> track(PinRef pin, long micros) {
    if (counting.isPresent()) {
      return Optional.empty();
    }
    OptionalInt net = running().net(pin);
    if (net.isEmpty()) {
      return Optional.empty();
    }
    Capture capture =
        Recorder.record(
            running(), List.of(new Recorder.Line(net.getAsInt(), pin.toString())), micros);
    return capture.track(pin.toString());
  }

  @Override
  public Optional<Track> scope(PinRef pin) {
    return track(pin, SCOPE_MICROS);
  }

  @Override
  public Optional<Capture> record(Collection<PinRef> pins, double micros) {
    List<Recorder.Line> lines = new ArrayList<>();
    for (PinRef pin : pins) {
      OptionalInt net = running().net(pin);
      if (net.isPresent()) {
        String name = board.board().netOf(pin).map(n -> n.name()).orElse(pin.toString());
        lines.add(new Recorder.Line(net.getAsInt(), name));
      }
    }
    return lines.isEmpty()
        ? Optional.empty()
        : Optional.of(Recorder.record(running(), lines, Math.round(micros)));
  }

  @Override
  public Optional<Instrument.ChipTester.Tested> chip(String part, boolean backwards) {
    Optional<Part> placed = part(part).filter(p -> p.device().behaviour().known());
    if (placed.isEmpty()) {
      return Optional.empty();
    }
    SplittableRandom dice = errors.dice("tester " + part);
    if (backwards) {
      var all = new TreeSet<>(placed.get().device().gateOutputs().keySet());
      return Optional.of(
          new Instrument.ChipTester.Tested(new Finding.TesterVerdict(part, false, all), true));
    }
    var failing = new OutOfCircuit(board.board(), placed.get(), faultsNow()).failingGates();
    boolean bad = !failing.isEmpty();
    boolean shown =
        Errors.falls(dice, bad ? "tester calls bad good" : "tester calls good bad") != bad;
    return Optional.of(
        new Instrument.ChipTester.Tested(
            new Finding.TesterVerdict(part, !shown, shown ? failing : new TreeSet<>()), false));
  }

  @Override
  public Optional<Instrument.RamTester.Marched> ram(String part) {
    Optional<Part> placed =
        part(part)
            .filter(
                p ->
                    p.device().behaviour().memories().stream()
                        .anyMatch(m -> !m.writes().isEmpty()));
    if (placed.isEmpty()) {
      return Optional.empty();
    }
    SplittableRandom dice = errors.dice("ram " + part);
    var out = new OutOfCircuit(board.board(), placed.get(), faultsNow());
    int grade =
        placed.get().device().facts().grades().stream()
            .mapToInt(DeviceFacts.Grade::nanos)
            .max()
            .orElse(0);
    boolean slow = out.slowestNanos() > 0;
    boolean bad = slow || marchFinds(out, placed.get(), dice);
    boolean shown =
        Errors.falls(dice, bad ? "ram tester calls bad good" : "ram tester calls good bad") != bad;
    return Optional.of(
        new Instrument.RamTester.Marched(
            new Finding.TesterVerdict(part, !shown, new TreeSet<>()),
            MarchTest.MARCH_C_MINUS.name(),
            grade == 0 ? 0 : (slow ? grade + out.slowestNanos() : grade * 4 / 5)));
  }

  /** The part's faults as faults of a smaller memory, on which the march is really run. */
  private static boolean marchFinds(OutOfCircuit out, Part part, SplittableRandom dice) {
    BitSet contents = new BitSet();
    for (int i = 0; i < TESTED_CELLS; i++) {
      contents.set(i, dice.nextBoolean());
    }
    List<MemoryFault> faults = new ArrayList<>();
    if (out.dead() || !out.stuckOutputs().isEmpty()) {
      faults.add(new MemoryFault.StuckAt(0, true));
    }
    for (PlantedFault.Cell cell : out.cells()) {
      faults.add(
          new MemoryFault.StuckAt(cell.address() % TESTED_CELLS, cell.level() == Level.HIGH));
    }
    out.stuckInputs().keySet().stream()
        .filter(pin -> part.device().pin(pin).filter(p -> p.name().matches("A\\d+")).isPresent())
        .forEach(_ -> faults.add(new MemoryFault.Address(1, List.of(0))));
    boolean other = out.wrong() && faults.isEmpty();
    return other
        || faults.stream()
            .anyMatch(
                f ->
                    MarchTest.MARCH_C_MINUS.finds(
                        new FaultyMemory(TESTED_CELLS, contents, Optional.of(f))));
  }

  @Override
  public Optional<Instrument.RomReader.Compared> rom(String part, int reads) {
    Optional<Part> placed = part(part);
    int[] image = board.setUp().roms().get(part);
    if (placed.isEmpty() || image == null) {
      return Optional.empty();
    }
    SplittableRandom dice = errors.dice("rom " + part);
    var reader =
        new RomPins(
            placed.get(), image, new OutOfCircuit(board.board(), placed.get(), faultsNow()));
    boolean unsteady = weakOutput(part);
    int differing = 0;
    int unstable = 0;
    for (int address = 0; address < image.length; address++) {
      int first = reader.read(address);
      boolean changed = unsteady && reads > 1 && dice.nextInt(400) == 0;
      differing += first != image[address] ? 1 : 0;
      unstable += changed ? 1 : 0;
    }
    boolean bad = differing + unstable > 0;
    boolean shown = Errors.falls(dice, "rom misread") != bad;
    return Optional.of(
        new Instrument.RomReader.Compared(
            new Finding.TesterVerdict(part, !shown, new TreeSet<>()),
            image.length,
            differing,
            unstable));
  }

  private boolean weakOutput(String part) {
    return faultsNow().stream()
        .anyMatch(
            f ->
                switch (f.wrong()) {
                  case PlantedFault.Weak(PinRef pin) -> pin.part().equals(part);
                  case PlantedFault.Slow slow -> slow.pin().part().equals(part);
                  case PlantedFault.Known(Fault known) ->
                      known.place() instanceof Place.Load(String of, String _) && of.equals(part);
                  case PlantedFault.Leak _, PlantedFault.Reads _, PlantedFault.Cell _ -> false;
                });
  }

  /** A ROM in a reader, read through its pins. */
  private record RomPins(Part part, int[] image, OutOfCircuit out) {
    int read(int address) {
      int reached = address;
      if (out.dead()) {
        return 0xFF;
      }
      for (var stuck : out.stuckInputs().entrySet()) {
        String name = name(stuck.getKey());
        if (name.matches("A\\d+")) {
          int bit = 1 << Integer.parseInt(name.substring(1));
          reached = stuck.getValue() == Level.HIGH ? reached | bit : reached & ~bit;
        }
      }
      int value = reached < image.length ? image[reached] : 0xFF;
      for (PlantedFault.Cell cell : out.cells()) {
        if (cell.address() == reached) {
          int bit = 1 << cell.bit();
          value = cell.level() == Level.HIGH ? value | bit : value & ~bit;
        }
      }
      for (var stuck : out.stuckOutputs().entrySet()) {
        String name = name(stuck.getKey());
        if (name.matches("D\\d+")) {
          int bit = 1 << Integer.parseInt(name.substring(1));
          value = stuck.getValue() == Level.LOW ? value & ~bit : value | bit;
        }
      }
      return value;
    }

    private String name(String pin) {
      return part.device().pin(pin).map(p -> p.name()).orElse("");
    }
  }

  @Override
  public Optional<Finding.DeadTestResult> deadTest(int runs) {
    if (!DeadTest.fits(board.setUp())) {
      return Optional.empty();
    }
    stopped = false;
    List<Integer> counts = new ArrayList<>();
    for (int i = 0; i < runs; i++) {
      Optional<DeadTest.Result> run =
          DeadTest.run(board, plugged, minutesOn, seed + i, () -> stopped);
      if (run.isEmpty()) {
        return Optional.empty();
      }
      DeadTest.Result result = run.get();
      if (result.end() != Finding.DeadTestEnd.FLASHES) {
        return Optional.of(new Finding.DeadTestResult(result.end(), List.of()));
      }
      counts.add(result.count());
    }
    return Optional.of(new Finding.DeadTestResult(Finding.DeadTestEnd.FLASHES, counts));
  }

  @Override
  public Optional<Instrument.FullDiagnostic.Report> diagnostic(boolean harness) {
    if (board.setUp().diagnostic().isEmpty() || board.setUp().screen().isEmpty()) {
      return Optional.empty();
    }
    stopped = false;
    return Diagnostic.run(board, plugged.withHarness(harness), minutesOn, seed, () -> stopped)
        .map(
            result ->
                new Instrument.FullDiagnostic.Report(
                    result.finished(),
                    harness,
                    result.verdicts().stream()
                        .map(
                            v ->
                                new Instrument.FullDiagnostic.Line(
                                    v.subject(), v.passed(), v.bits()))
                        .toList()));
  }

  @Override
  public Optional<Picture> picture() {
    return board.setUp().screen().flatMap(s -> new Monitor(running(), s).watch());
  }
}
