package raconteur.core.bench.program;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.BooleanSupplier;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.bench.qp8.Processor;
import raconteur.core.finding.Finding.DeadTestEnd;

/**
 * The dead-test cartridge on a simulated board, judged by the light of the screen: white flashes
 * are counted until a long dark, a steady green is a pass, anything else is nothing. The
 * cartridge's own memory test is MATS+ (van de Goor, Testing Semiconductor Memories, 1991, from
 * memory).
 *
 * <p>Between looks at the screen only what the processor depends on is worked out. A whole test of
 * 32 KB is about 170 ms of the board's time.
 */
public final class DeadTest {
  private static final long LOOK_PICOS = 64_000_000;
  private static final long BETWEEN_PICOS = 448_000_000;
  private static final long LONGEST_PICOS = 420_000_000_000L;

  /** When a test that found nothing shows its green, and some more. */
  private static final long FIRST_LIGHT_PICOS = 185_000_000_000L;

  private static final double BRIGHT = 0.2;

  /** How many looks of dark lie between two flashes: more than a picture's dark return takes. */
  private static final int DARK_BETWEEN = 5;

  private static final int DARK_AFTER = 18;

  /** The cartridge darkens the picture before it tests: green that was there before it is junk. */
  private static final int DARK_BEFORE_GREEN = 40;

  private static final int STEADY = 12;

  private final PoweredBoard board;
  private final BenchSetUp.Screen screen;

  /** What the test came to. */
  public record Result(DeadTestEnd end, int count) {}

  private DeadTest(PoweredBoard board, BenchSetUp.Screen screen) {
    this.board = board;
    this.screen = screen;
  }

  /** Whether a board can be tested so. */
  public static boolean fits(BenchSetUp setUp) {
    return setUp.deadTest().isPresent()
        && setUp.cartridge().isPresent()
        && setUp.screen().isPresent();
  }

  /**
   * Plugs the cartridge in, switches on, and watches.
   *
   * @throws IllegalArgumentException where the board has no such test, see {@link #fits}
   */
  public static Result run(SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed) {
    return run(board, plugged, minutesOn, seed, () -> false).orElseThrow();
  }

  /**
   * The same, given up where it is asked to stop.
   *
   * @param stop asked at every look at the screen
   * @return empty where it was stopped
   */
  public static Optional<Result> run(
      SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed, BooleanSupplier stop) {
    BenchSetUp setUp = board.setUp();
    if (!fits(setUp)) {
      throw new IllegalArgumentException("no dead test for " + board.board().identity().id());
    }
    PoweredBoard powered =
        board.powerUp(
            plugged.with(setUp.deadTest().orElseThrow()),
            minutesOn,
            List.of(),
            LogicRun.PowerUp.AS_IT_FALLS,
            seed);
    return new DeadTest(powered, setUp.screen().orElseThrow()).watch(stop);
  }

  private enum Light {
    DARK,
    WHITE,
    GREEN
  }

  private Optional<Result> watch(BooleanSupplier stop) {
    int flashes = 0;
    int dark = DARK_BETWEEN;
    int green = 0;
    while (board.run().picos() < LONGEST_PICOS) {
      if (stop.getAsBoolean()) {
        return Optional.empty();
      }
      switch (look()) {
        case WHITE -> {
          flashes += dark >= DARK_BETWEEN ? 1 : 0;
          dark = 0;
          green = 0;
        }
        case GREEN -> {
          green += green > 0 || dark >= DARK_BEFORE_GREEN ? 1 : 0;
          if (green >= STEADY) {
            return Optional.of(new Result(DeadTestEnd.PASS, 0));
          }
          if (green == 0 && flashes == 0 && hopeless()) {
            return Optional.of(new Result(DeadTestEnd.NONE, 0));
          }
        }
        case DARK -> {
          dark++;
          if (flashes > 0 && dark >= DARK_AFTER) {
            return Optional.of(new Result(DeadTestEnd.FLASHES, flashes));
          }
          boolean late = board.run().picos() > FIRST_LIGHT_PICOS;
          if (flashes == 0 && green == 0 && (late || hopeless())) {
            return Optional.of(new Result(DeadTestEnd.NONE, 0));
          }
        }
      }
      board.run().attendTo(List.of());
      board.run().run(BETWEEN_PICOS);
    }
    return Optional.of(new Result(DeadTestEnd.NONE, 0));
  }

  private long cyclesBefore = -1;

  /** Whether the processor has stopped for good, or does not run at all. */
  private boolean hopeless() {
    if (board.processor().isEmpty()) {
      return true;
    }
    Processor processor = board.processor().get();
    boolean still = processor.cycles() == cyclesBefore;
    cyclesBefore = processor.cycles();
    return processor.stopped() || (still && board.micros() > 2_000);
  }

  private static final class Share implements LogicRun.Watcher {
    private boolean high;
    private long since;
    private long total;

    @Override
    public void moved(int net, int shown, long picos) {
      total += high ? picos - since : 0;
      high = shown == Lines.HIGH;
      since = picos;
    }
  }

  /** How much of a line's time red and green shine. */
  private Light look() {
    List<Integer> nets =
        screen.lines().stream()
            .limit(2)
            .map(board::net)
            .filter(OptionalInt::isPresent)
            .map(OptionalInt::getAsInt)
            .toList();
    LogicRun run = board.run();
    run.attendTo(nets);
    Share[] shares = new Share[nets.size()];
    for (int i = 0; i < shares.length; i++) {
      shares[i] = new Share();
      shares[i].moved(0, run.shown(nets.get(i)), run.picos());
      run.watch(nets.get(i), shares[i]);
    }
    run.run(LOOK_PICOS);
    boolean[] bright = new boolean[2];
    for (int i = 0; i < shares.length; i++) {
      run.unwatch(nets.get(i));
      shares[i].moved(0, Lines.LOW, run.picos());
      bright[i] = shares[i].total > LOOK_PICOS * BRIGHT;
    }
    if (!bright[1]) {
      return Light.DARK;
    }
    return bright[0] ? Light.WHITE : Light.GREEN;
  }
}
