package raconteur.core.plan;

import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;

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
 * @param action what is done
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
    List<Outcome> outcomes,
    Action action) {
  public Step {
    pins = List.copyOf(pins);
    outcomes = List.copyOf(outcomes);
  }

  /** The same with more said of why. */
  Step because(String more) {
    return new Step(
        title,
        part,
        pins,
        setUp,
        caution,
        minutes,
        riskMinutes,
        bits,
        why + " " + more,
        outcomes,
        action);
  }

  /** What is done in a step. */
  public sealed interface Action {
    /** What it is called where it is declined; the same thing always has the same name. */
    String name();
  }

  /**
   * A test.
   *
   * @param sample one of its findings; which one does not matter
   */
  public record Test(Finding sample) implements Action {
    @Override
    public String name() {
      return sample.identity();
    }
  }

  /** A mend. */
  public record Repair(Mend mend) implements Action {
    /** The mend of a suspected place. */
    public static Repair of(Board board, Place place) {
      return new Repair(StepWords.mendOf(board, place));
    }

    @Override
    public String name() {
      return "mend " + mend.line();
    }
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
