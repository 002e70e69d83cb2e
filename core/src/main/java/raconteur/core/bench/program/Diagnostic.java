package raconteur.core.bench.program;

import java.util.List;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.bench.screen.Monitor;
import raconteur.core.bench.screen.Picture;
import raconteur.core.bench.screen.ScreenText;

/**
 * The full diagnostic on a simulated board: a cartridge that the board's own firmware starts, so
 * that it needs its ROMs. Its verdicts are read from the screen.
 */
public final class Diagnostic {
  private static final int LONGEST_LOOKS = 16;
  private static final long BETWEEN_MICROS = 20_000;

  private Diagnostic() {}

  /**
   * One line of the screen.
   *
   * @param subject what was tested, as the screen names it
   * @param bits the bits it says differ, empty for none named
   */
  public record Verdict(String subject, boolean passed, List<Integer> bits) {}

  /**
   * What the screen said.
   *
   * @param finished whether it came to its end
   * @param text the whole screen
   */
  public record Result(boolean finished, List<Verdict> verdicts, List<String> text) {
    public Result {
      verdicts = List.copyOf(verdicts);
      text = List.copyOf(text);
    }
  }

  /** Plugs the diagnostic in, switches on, and reads the screen until it has come to its end. */
  public static Result run(SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed) {
    return run(board, plugged, minutesOn, seed, () -> false).orElseThrow();
  }

  /** The same, given up with nothing where it is asked to stop. */
  public static Optional<Result> run(
      SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed, BooleanSupplier stop) {
    BenchSetUp setUp = board.setUp();
    if (setUp.diagnostic().isEmpty() || setUp.screen().isEmpty()) {
      throw new IllegalArgumentException("no diagnostic for " + board.board().identity().id());
    }
    PoweredBoard powered =
        board.powerUp(
            plugged.with(setUp.diagnostic().get()),
            minutesOn,
            List.of(),
            LogicRun.PowerUp.AS_IT_FALLS,
            seed);
    List<String> text = List.of();
    for (int i = 0; i < LONGEST_LOOKS; i++) {
      if (stop.getAsBoolean()) {
        return Optional.empty();
      }
      powered.run().attendTo(List.of());
      powered.runMicros(BETWEEN_MICROS);
      boolean stopped = powered.processor().map(p -> p.stopped()).orElse(true);
      if (stopped || i == LONGEST_LOOKS - 1) {
        powered.run().attendToAll();
        powered.runMicros(100);
        Optional<Picture> picture = new Monitor(powered, setUp.screen().get()).watch();
        text = picture.map(p -> ScreenText.of(p, setUp.screen().get())).orElse(List.of());
        break;
      }
    }
    return Optional.of(result(text));
  }

  private static Result result(List<String> text) {
    List<Verdict> verdicts =
        text.stream()
            .map(String::strip)
            .filter(line -> line.matches(".+ (PASS|FAIL)( .*)?"))
            .map(Diagnostic::verdict)
            .toList();
    return new Result(text.stream().anyMatch(l -> l.strip().equals("DONE")), verdicts, text);
  }

  private static Verdict verdict(String line) {
    boolean passed = line.contains(" PASS");
    int at = line.indexOf(passed ? " PASS" : " FAIL");
    List<Integer> bits =
        line.substring(at + 5)
            .chars()
            .filter(Character::isDigit)
            .map(c -> c - '0')
            .boxed()
            .toList();
    return new Verdict(line.substring(0, at), passed, bits);
  }
}
