package raconteur.core.practice;

import java.util.List;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;

/**
 * A board and a story that teach one thing.
 *
 * @param id short and lasting: progress is kept by it
 * @param title what it is about, without giving it away
 * @param board the board it is dealt on
 * @param level what kind of trouble it is
 * @param faults what is wrong
 * @param opening the lines the story begins with
 * @param task what to do, told at the beginning
 * @param teaches what there was to learn, told at the end
 */
public record Lesson(
    String id,
    String title,
    Board board,
    Level level,
    List<PlantedFault> faults,
    List<String> opening,
    String task,
    String teaches) {
  /** The dice every lesson is dealt by. */
  public static final long SEED = 1;

  public Lesson {
    faults = List.copyOf(faults);
    opening = List.copyOf(opening);
  }

  /**
   * The lesson dealt to somebody; its dice are always the same, so that it teaches what it says.
   */
  public Deal dealtTo(String person, OddsShown odds) {
    return new Deal(person, level, id, odds, SEED, faults, opening.size(), 0);
  }
}
