package raconteur.core.bench.freerun;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.logic.Lines;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.signal.Track;

/**
 * What a logic probe shows at every pin of a board that runs free, healthy or with faults, after
 * {@link Exerciser#shortCourse}: which lines move, and where the others stand, in a fraction of the
 * time of every address.
 */
public final class ShortRun {
  private static final long POWER_UPS = 4;
  private static final Set<Signal> SAID = EnumSet.of(Signal.TOGGLING, Signal.HIGH, Signal.LOW);

  private final Map<PinRef, Signal> shown;

  private ShortRun(Map<PinRef, Signal> shown) {
    this.shown = Map.copyOf(shown);
  }

  /** By pin; pins of supply nets and pins without a net are left out. */
  public Map<PinRef, Signal> shown() {
    return shown;
  }

  /**
   * What the pins of a board show where that is known: where power-ups and what memories happen to
   * hold do not matter, and no part is asked whose function nobody wrote down.
   */
  public static Map<PinRef, Signal> always(Exerciser exerciser, SimulatedBoard board) {
    Map<PinRef, Signal> always = new HashMap<>(of(exerciser, board, 1));
    always.values().retainAll(SAID);
    for (long seed = 2; seed <= POWER_UPS; seed++) {
      always.entrySet().retainAll(of(exerciser, board, seed).entrySet());
    }
    return always;
  }

  private static Map<PinRef, Signal> of(Exerciser exerciser, SimulatedBoard board, long seed) {
    return of(exerciser, board, PluggedIn.NOTHING, 0, seed).shown();
  }

  /** Switches a board on and looks at all its signal pins. */
  public static ShortRun of(
      Exerciser exerciser, SimulatedBoard faulty, PluggedIn plugged, double minutesOn, long seed) {
    Exerciser.On on = exerciser.switchOn(faulty, plugged, minutesOn, seed);
    PoweredBoard powered = on.powered();
    Map<PinRef, Integer> netOfPin = new HashMap<>();
    for (Net net : faulty.board().nets()) {
      if (!faulty.board().isSupply(net.name())) {
        for (PinRef pin : net.path()) {
          OptionalInt number = powered.net(pin);
          number.ifPresent(n -> netOfPin.put(pin, n));
        }
      }
    }
    long begin = powered.run().picos();
    Map<Integer, Watched> watched = new HashMap<>();
    for (Integer net : netOfPin.values()) {
      watched.computeIfAbsent(
          net,
          number -> {
            Watched line = new Watched(powered.run().shown(number), begin);
            powered.run().watch(number, (_, shown, picos) -> line.moved(shown, picos));
            return line;
          });
    }
    for (int address : exerciser.shortCourse()) {
      on.address(address, () -> {});
    }
    long end = powered.run().picos();
    Map<PinRef, Signal> shown = new HashMap<>();
    netOfPin.forEach((pin, net) -> shown.put(pin, watched.get(net).asProbed(begin, end)));
    return new ShortRun(shown);
  }

  /** One line while it is watched. */
  private static final class Watched {
    private final long[] picosAt = new long[Lines.FIGHT + 1];
    private int line;
    private long since;
    private long rises;
    private long changes;

    Watched(int line, long since) {
      this.line = line;
      this.since = since;
    }

    void moved(int shown, long picos) {
      picosAt[line] += picos - since;
      rises += shown == Lines.HIGH && line != Lines.HIGH ? 1 : 0;
      changes++;
      line = shown;
      since = picos;
    }

    Signal asProbed(long begin, long end) {
      picosAt[line] += end - since;
      since = end;
      double all = Math.max(1, end - begin);
      return Track.asProbed(
          rises > 0 && changes > 1,
          picosAt[Lines.LOW] / all,
          picosAt[Lines.HIGH] / all,
          picosAt[Lines.FLOATING] / all,
          picosAt[Lines.FIGHT] / all);
    }
  }
}
