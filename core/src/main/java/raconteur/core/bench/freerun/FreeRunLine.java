package raconteur.core.bench.freerun;

import java.util.List;
import raconteur.core.board.PinRef;

/**
 * What one line shows on a good board that runs free.
 *
 * @param net its name
 * @param at where to read it: its driver, or the first pin of it
 * @param hertz how often it goes up in a second; 0 where it stands
 * @param highShare of the time it is high, from 0 to 1
 * @param lowAt the addresses it is low at, where they are few stretches; empty otherwise
 * @param highAt the same of high
 */
public record FreeRunLine(
    String net,
    PinRef at,
    Shows shows,
    double hertz,
    double highShare,
    List<Stretch> lowAt,
    List<Stretch> highAt) {
  public FreeRunLine {
    lowAt = List.copyOf(lowAt);
    highAt = List.copyOf(highAt);
  }

  /** What a probe would show. */
  public enum Shows {
    TOGGLING,
    HIGH,
    LOW,
    FLOATING,
    /** It hangs on what memories hold, or on a part whose function nobody wrote down. */
    NOT_KNOWN
  }

  /** Addresses from one to another, both among them. */
  public record Stretch(int from, int to) {}
}
