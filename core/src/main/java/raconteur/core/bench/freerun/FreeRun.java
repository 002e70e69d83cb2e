package raconteur.core.bench.freerun;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;
import java.util.stream.IntStream;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.PinKind;

/**
 * A board whose processor is given the same code that does nothing for ever, so that its address
 * lines count: what each line of the good board then shows. The processor's own pins come from
 * {@link BusCycle}, all the rest is simulated from the nets and the functions of the parts, twice
 * from different power-ups; where the two differ, nobody can say what a real board shows.
 *
 * <p>Cost: every address once, some seconds for 64K and a picture's counters beside it.
 */
public final class FreeRun {
  private static final int MOST_STRETCHES = 4;

  /** Into so many pieces a board's selects divide its addresses at most. */
  private static final int FINEST_SELECT = 1024;

  /** Two power-ups that agree within this show the same. */
  private static final double AGREE = 0.02;

  private static final double MOST_UNKNOWN = 0.05;

  private final Board board;
  private final Exerciser exerciser;

  private FreeRun(Board board, Exerciser exerciser) {
    this.board = board;
    this.exerciser = exerciser;
  }

  /** What came of it, or why it cannot be. */
  public sealed interface Outcome {
    /**
     * @param hertz of the processor's clock pin
     * @param general whether the processor's own timing is not written down
     * @param notes what the lines depend on, in sentences
     */
    record Ran(
        Part processor,
        BusCycle cycle,
        double hertz,
        boolean general,
        List<String> notes,
        List<FreeRunLine> lines)
        implements Outcome {
      public Ran {
        notes = List.copyOf(notes);
        lines = List.copyOf(lines);
      }
    }

    /** It cannot run free, for this reason. */
    record Refused(String why) implements Outcome {}
  }

  /**
   * Lets a board run free.
   *
   * @param hertz the clock at the processor's pin, where the board's own oscillator cannot be
   *     reckoned; empty for what is printed on the crystal there
   * @param progress told from 0 to 1
   * @param stop asked now and then; ends it with a {@link CancellationException}
   */
  public static Outcome of(
      Board board, OptionalDouble hertz, DoubleConsumer progress, BooleanSupplier stop) {
    return switch (Exerciser.of(board, hertz)) {
      case Exerciser.Made.Refused(String why) -> new Outcome.Refused(why);
      case Exerciser.Made.Ready(Exerciser exerciser) ->
          new FreeRun(board, exerciser).run(progress, stop);
    };
  }

  private Outcome run(DoubleConsumer progress, BooleanSupplier stop) {
    Tally[] tallies = new Tally[2];
    IntStream.range(0, tallies.length)
        .parallel()
        .forEach(seed -> tallies[seed] = once(seed + 1, stop, seed == 0 ? progress : x -> {}));
    List<String> notes = new ArrayList<>(exerciser.notes());
    notes.addAll(tallies[0].problems);
    return new Outcome.Ran(
        exerciser.processor(),
        exerciser.cycle(),
        exerciser.hertz(),
        exerciser.cycle().isGeneral(),
        notes,
        lines(tallies[0], tallies[1]));
  }

  /** What the lines did in one run. */
  private static final class Tally {
    private final Map<Integer, Watched> byNet = new LinkedHashMap<>();
    private final Map<String, Integer> netByName = new LinkedHashMap<>();
    private List<String> problems = List.of();
    private long picos;
  }

  /** One line while it is watched. */
  private static final class Watched {
    private final long[] picosAt = new long[Lines.FIGHT + 1];
    private final BitSet low = new BitSet();
    private final BitSet high = new BitSet();
    private int line;
    private long since;
    private long rises;

    private void moved(int shown, long picos) {
      picosAt[line] += picos - since;
      rises += shown == Lines.HIGH && line != Lines.HIGH ? 1 : 0;
      line = shown;
      since = picos;
    }

    private void at(int address) {
      if (line == Lines.LOW) {
        low.set(address);
      } else if (line == Lines.HIGH) {
        high.set(address);
      }
    }
  }

  private Tally once(long seed, BooleanSupplier stop, DoubleConsumer progress) {
    Exerciser.On on = exerciser.switchOn(exerciser.healthy(), PluggedIn.NOTHING, 0, seed);
    Tally tally = watch(on.powered());
    sweep(on, tally, stop, progress);
    tally.problems = problems(on.powered());
    return tally;
  }

  private Tally watch(PoweredBoard powered) {
    Tally tally = new Tally();
    for (Net net : board.nets()) {
      OptionalInt number = powered.circuit().net(net.name());
      if (number.isPresent() && !board.isSupply(net.name())) {
        tally.netByName.put(net.name(), number.getAsInt());
        Watched watched =
            tally.byNet.computeIfAbsent(
                number.getAsInt(),
                n -> {
                  Watched w = new Watched();
                  w.line = powered.run().shown(n);
                  w.since = powered.run().picos();
                  return w;
                });
        powered.run().watch(number.getAsInt(), (_, shown, picos) -> watched.moved(shown, picos));
      }
    }
    return tally;
  }

  /** Every address once. */
  private void sweep(Exerciser.On on, Tally tally, BooleanSupplier stop, DoubleConsumer progress) {
    int count = exerciser.addressCount();
    LogicRun run = on.powered().run();
    long begin = run.picos();
    Watched[] watched = tally.byNet.values().toArray(new Watched[0]);
    for (int address = 0; address < count; address++) {
      if ((address & 255) == 0) {
        if (stop.getAsBoolean()) {
          throw new CancellationException("the free run was stopped");
        }
        progress.accept((double) address / count);
      }
      int here = address;
      on.address(
          address,
          () -> {
            for (Watched line : watched) {
              line.at(here);
            }
          });
    }
    tally.picos = run.picos() - begin;
    tally.byNet.values().forEach(w -> w.moved(w.line, run.picos()));
    progress.accept(1);
  }

  /** What the simulation could not do, of parts that drive something. */
  private static List<String> problems(PoweredBoard powered) {
    return powered.problems().stream()
        .filter(p -> !p.contains(" is driven from outside and by "))
        .filter(p -> !p.startsWith("Nothing drives ") && !p.contains(" has no written function"))
        .toList();
  }

  private List<FreeRunLine> lines(Tally one, Tally other) {
    List<FreeRunLine> lines = new ArrayList<>();
    for (Net net : board.nets()) {
      Integer number = one.netByName.get(net.name());
      if (number != null && net.path().size() > 1) {
        lines.add(line(net, one, one.byNet.get(number), other.byNet.get(number)));
      }
    }
    return lines;
  }

  private FreeRunLine line(Net net, Tally tally, Watched one, Watched other) {
    double seconds = tally.picos * 1e-12;
    double known = (double) (one.picosAt[Lines.LOW] + one.picosAt[Lines.HIGH]) / tally.picos;
    double share = one.picosAt[Lines.HIGH] / Math.max(1.0, (double) tally.picos);
    double otherShare = other.picosAt[Lines.HIGH] / Math.max(1.0, (double) tally.picos);
    PinRef at =
        net.path().stream()
            .filter(p -> board.kind(p) != PinKind.PASSIVE && board.kind(p).drives())
            .findFirst()
            .orElse(net.path().getFirst());
    boolean floats = one.picosAt[Lines.FLOATING] >= tally.picos;
    boolean agree =
        Math.abs(share - otherShare) <= AGREE
            && Math.abs(one.rises - other.rises) <= AGREE * Math.max(one.rises, other.rises) + 1;
    FreeRunLine.Shows shows =
        floats
            ? FreeRunLine.Shows.FLOATING
            : !agree || known < 1 - MOST_UNKNOWN
                ? FreeRunLine.Shows.NOT_KNOWN
                : one.rises > 0
                    ? FreeRunLine.Shows.TOGGLING
                    : share > 0.5 ? FreeRunLine.Shows.HIGH : FreeRunLine.Shows.LOW;
    boolean moves = shows == FreeRunLine.Shows.TOGGLING;
    return new FreeRunLine(
        net.name(),
        at,
        shows,
        moves ? one.rises / seconds : 0,
        share,
        moves ? stretches(one.low) : List.of(),
        moves ? stretches(one.high) : List.of());
  }

  /** The addresses as stretches, where they are few and not all there are. */
  private List<FreeRunLine.Stretch> stretches(BitSet addresses) {
    List<FreeRunLine.Stretch> stretches = new ArrayList<>();
    for (int from = addresses.nextSetBit(0);
        from >= 0 && stretches.size() <= MOST_STRETCHES;
        from = addresses.nextSetBit(addresses.nextClearBit(from))) {
      stretches.add(new FreeRunLine.Stretch(from, addresses.nextClearBit(from) - 1));
    }
    // What moves by itself is met at any address: no select begins there.
    int grain = Math.max(1, exerciser.addressCount() / FINEST_SELECT);
    boolean byItself =
        stretches.stream().anyMatch(s -> s.from() % grain != 0 || (s.to() + 1) % grain != 0);
    boolean all = stretches.size() == 1 && addresses.cardinality() == exerciser.addressCount();
    return all || byItself || stretches.size() > MOST_STRETCHES ? List.of() : stretches;
  }
}
