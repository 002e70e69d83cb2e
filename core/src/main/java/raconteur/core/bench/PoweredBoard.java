package raconteur.core.bench;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import raconteur.core.bench.logic.Circuit;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.bench.qp8.Processor;
import raconteur.core.board.PinRef;

/** A simulated board that is switched on: time passes as it is told to. */
public final class PoweredBoard {
  private static final long PICOS_PER_MICRO = 1_000_000;

  private final BoardCircuit wired;
  private final LogicRun run;
  private final List<PlantedFault> faults;

  PoweredBoard(BoardCircuit wired, LogicRun run, List<PlantedFault> faults) {
    this.wired = wired;
    this.run = run;
    this.faults = List.copyOf(faults);
  }

  /** The circuit under it, for captures. */
  public LogicRun run() {
    return run;
  }

  public Circuit circuit() {
    return wired.circuit();
  }

  public BoardCircuit wired() {
    return wired;
  }

  /** The faults that happened to be there at this power-up. */
  public List<PlantedFault> faultsNow() {
    return faults;
  }

  /** What could not be simulated and what did not come to rest, each in one sentence. */
  public List<String> problems() {
    var all = new java.util.ArrayList<>(wired.circuit().problems());
    run.restless().stream()
        .sorted()
        .forEach(net -> all.add("Net " + net + " did not come to rest: a loop that swings."));
    return all;
  }

  public OptionalInt net(PinRef pin) {
    return wired.net(pin);
  }

  /** The processor, where the board has one that is simulated and alive. */
  public Optional<Processor> processor() {
    return run.components(Processor.class).stream().findFirst();
  }

  /** Lets microseconds pass. */
  public void runMicros(long micros) {
    run.run(micros * PICOS_PER_MICRO);
  }

  /** Time since power-up. */
  public double micros() {
    return run.picos() / (double) PICOS_PER_MICRO;
  }
}
