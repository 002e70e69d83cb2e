package raconteur.core.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import raconteur.core.bench.logic.CircuitBuilder;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Mend;

/**
 * A board that is simulated, with the faults it has. Immutable: a mend gives another one. The same
 * board, faults and seed always behave alike.
 */
public final class SimulatedBoard {
  private final Board board;
  private final BenchSetUp setUp;
  private final List<PlantedFault> faults;
  private final CircuitBuilder.Codes codes;

  /** A healthy board with its shipped set-up. */
  public SimulatedBoard(Board board) {
    this(board, BenchSetUp.of(board), List.of(), new CircuitBuilder.Codes());
  }

  public SimulatedBoard(Board board, BenchSetUp setUp) {
    this(board, setUp, List.of(), new CircuitBuilder.Codes());
  }

  private SimulatedBoard(
      Board board, BenchSetUp setUp, List<PlantedFault> faults, CircuitBuilder.Codes codes) {
    this.board = board;
    this.setUp = setUp;
    this.faults = List.copyOf(faults);
    this.codes = codes;
  }

  public Board board() {
    return board;
  }

  public BenchSetUp setUp() {
    return setUp;
  }

  /** What is wrong with it; nobody at the bench is told. */
  public List<PlantedFault> faults() {
    return faults;
  }

  /** The same board with these faults and no others. */
  public SimulatedBoard with(List<PlantedFault> other) {
    return new SimulatedBoard(board, setUp, other, codes);
  }

  /** The same board with one more fault. */
  public SimulatedBoard with(PlantedFault another) {
    List<PlantedFault> all = new ArrayList<>(faults);
    all.add(another);
    return with(all);
  }

  /**
   * The board after a mend at a place: every fault that is mended there is gone.
   *
   * @param place as {@link Place#mendable} gives it
   */
  public SimulatedBoard mended(Place place) {
    return with(faults.stream().filter(f -> !placeOf(f).equals(place.mendable())).toList());
  }

  /** The board after a mend as it stands in a story; it cures what the engine believes it does. */
  public SimulatedBoard after(Mend mend) {
    return with(faults.stream().filter(f -> !MendEffect.cured(f, mend, board)).toList());
  }

  /** Where a planted fault is mended. */
  public static Place placeOf(PlantedFault fault) {
    return switch (fault.wrong()) {
      case PlantedFault.Known(Fault known) -> known.place().mendable();
      case PlantedFault.Reads reads -> new Place.OfPart(reads.pin().part());
      case PlantedFault.Weak(var pin) -> new Place.OfPart(pin.part());
      case PlantedFault.Slow slow -> new Place.OfPart(slow.pin().part());
      case PlantedFault.Cell cell -> new Place.OfPart(cell.part());
      case PlantedFault.Leak leak -> new Place.OfPart(leak.part());
    };
  }

  /**
   * A mend by hands that may slip: besides mending, it cuts a net at one of the part's pins with
   * the given chance.
   */
  public SimulatedBoard mendedClumsily(Place place, double slips, long seed) {
    SimulatedBoard mended = mended(place);
    var dice = new SplittableRandom(seed);
    if (!(place.mendable() instanceof Place.OfPart(String part)) || dice.nextDouble() >= slips) {
      return mended;
    }
    List<Place.Segment> near = new ArrayList<>();
    for (var net : board.nets()) {
      for (int i = 0; i + 1 < net.path().size(); i++) {
        boolean here =
            net.path().get(i).part().equals(part) || net.path().get(i + 1).part().equals(part);
        if (here && !board.isSupply(net.name())) {
          near.add(new Place.Segment(net.name(), net.path().get(i), net.path().get(i + 1)));
        }
      }
    }
    if (near.isEmpty()) {
      return mended;
    }
    Place.Segment slip = near.get(dice.nextInt(near.size()));
    return mended.with(PlantedFault.of(new Fault(slip, FaultMode.OPEN)));
  }

  /** Which faults are there when the board is switched on and has been on for some minutes. */
  public List<PlantedFault> faultsAt(double minutesOn, long seed) {
    var dice = new SplittableRandom(seed);
    List<PlantedFault> now = new ArrayList<>();
    for (PlantedFault fault : faults) {
      boolean falls = dice.nextDouble() < fault.chance();
      if (falls && minutesOn >= fault.afterMinutes()) {
        now.add(fault);
      }
    }
    return now;
  }

  /** The rails with the faults that are there. */
  public SupplySide supply(List<PlantedFault> now, PluggedIn plugged) {
    return new SupplySide(board, now, plugged.out());
  }

  /** Switches the board on, cold. */
  public PoweredBoard powerUp(PluggedIn plugged, long seed) {
    return powerUp(plugged, 0, List.of(), LogicRun.PowerUp.AS_IT_FALLS, seed);
  }

  /**
   * Switches the board on.
   *
   * @param minutesOn how warm it is: faults that need heat are there after their minutes
   * @param drivenNets nets driven from outside
   */
  public PoweredBoard powerUp(
      PluggedIn plugged,
      double minutesOn,
      List<String> drivenNets,
      LogicRun.PowerUp powerUp,
      long seed) {
    List<PinRef> at =
        drivenNets.stream()
            .flatMap(name -> board.net(name).stream())
            .map(net -> net.path().getFirst())
            .toList();
    return powerUpDriven(plugged, minutesOn, at, powerUp, seed);
  }

  /**
   * Switches the board on with lines driven from outside.
   *
   * @param drivenAt pins at which they are driven: behind cut copper they are not
   */
  public PoweredBoard powerUpDriven(
      PluggedIn plugged,
      double minutesOn,
      List<PinRef> drivenAt,
      LogicRun.PowerUp powerUp,
      long seed) {
    List<PlantedFault> now = faultsAt(minutesOn, seed);
    BoardCircuit wired = BoardCircuit.of(board, setUp, now, plugged, drivenAt, codes);
    LogicRun run = new LogicRun(wired.circuit(), powerUp, seed);
    for (Map.Entry<String, int[]> rom : setUp.roms().entrySet()) {
      memory(wired, rom.getKey()).ifPresent(m -> run.load(m, rom.getValue()));
    }
    for (PlantedFault fault : now) {
      for (PlantedFault.Cell cell : StuckCells.of(board, fault)) {
        memory(wired, cell.part())
            .ifPresent(
                m -> run.memory(m).stick(cell.address(), cell.bit(), Lines.of(cell.level())));
      }
    }
    return new PoweredBoard(wired, run, now);
  }

  private OptionalInt memory(BoardCircuit wired, String part) {
    return board
        .part(part)
        .flatMap(p -> p.device().behaviour().memories().stream().findFirst())
        .map(m -> wired.circuit().memory(part + " " + m.name()))
        .orElse(OptionalInt.empty());
  }
}
