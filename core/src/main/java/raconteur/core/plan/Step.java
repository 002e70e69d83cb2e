package raconteur.core.plan;

import java.util.List;
import raconteur.core.board.PinRef;

/**
 * One thing to do next.
 *
 * @param title what to do, as an instruction
 * @param part where, as a designator, empty for the whole board
 * @param pins where, as pins; none for a whole part
 * @param setUp in which state of the board
 * @param caution empty where nothing can be hurt
 * @param minutes how long it takes
 * @param riskMinutes what it is expected to cost in damage
 * @param bits how much it is expected to tell about what to mend, in bits
 * @param why why this one
 * @param outcomes what can come out, each a line to log
 */
public record Step(
    String title,
    String part,
    List<PinRef> pins,
    String setUp,
    String caution,
    double minutes,
    double riskMinutes,
    double bits,
    String why,
    List<Outcome> outcomes) {
  public Step {
    pins = List.copyOf(pins);
    outcomes = List.copyOf(outcomes);
  }

  /**
   * @param word short, for a button
   * @param line the bench line that logs it, empty where a value has to be typed first
   * @param start what to begin the bench line with where a value has to be typed
   * @param chance of this outcome
   * @param meaning what it would mean
   */
  public record Outcome(String word, String line, String start, double chance, String meaning) {}

  /** Minutes with risk: what steps are compared by. */
  public double cost() {
    return minutes + riskMinutes;
  }
}
