package raconteur.desktop.app;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import raconteur.core.board.Board;
import raconteur.core.inspect.Stages;
import raconteur.core.prove.ClosingStages;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.workshop.Workshop;

/**
 * How the stages of the case on the desk stand, worked out beside the window, once a story: a long
 * one is gone through for each of them.
 */
final class StageMarks {
  private final Workshop workshop;
  private final Consumer<Map<Way, Stages.Mark>> shown;
  private Optional<Told> last = Optional.empty();

  /** What the marks hang on. */
  private record Told(CaseHeader header, Board board, Telling telling) {}

  /**
   * @param shown told the marks, on the window's thread
   */
  StageMarks(Workshop workshop, Consumer<Map<Way, Stages.Mark>> shown) {
    this.workshop = workshop;
    this.shown = shown;
  }

  /** Takes a new state of the desk, on the window's thread. */
  void of(DeskState state) {
    Told told = new Told(state.header(), state.board(), state.telling());
    if (last.filter(told::equals).isPresent()) {
      return;
    }
    last = Optional.of(told);
    workshop
        .files()
        .execute(
            () -> {
              Map<Way, Stages.Mark> marks = marks(told);
              workshop
                  .window()
                  .execute(
                      () -> {
                        // What was told meanwhile is on its way with marks of its own.
                        if (last.filter(told::equals).isPresent()) {
                          shown.accept(marks);
                        }
                      });
            });
  }

  private static Map<Way, Stages.Mark> marks(Told told) {
    Map<Way, Stages.Mark> marks = new EnumMap<>(Way.class);
    marks.put(Way.ARRIVE, Stages.arrive(told.board(), told.telling()));
    marks.put(Way.INSPECT, Stages.inspect(told.board(), told.telling()));
    marks.put(Way.POWER, Stages.power(told.board(), told.telling()));
    marks.put(Way.MEND, ClosingStages.mend(told.board(), told.telling()));
    marks.put(Way.PROVE, ClosingStages.prove(told.board(), told.telling()));
    marks.put(Way.HAND_OVER, ClosingStages.handOver(told.header(), told.telling()));
    return marks;
  }
}
