package raconteur.core.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.data.Figures;
import raconteur.core.device.Behaviour;
import raconteur.core.device.Level;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * Which cells of a memory a fault makes stuck. A part that loses bits loses the same ones always.
 */
public final class StuckCells {
  private static final int LOST = (int) Figures.shipped("bench").of("bits lost");

  private StuckCells() {}

  /** The cells, none for faults that are not of cells. */
  public static List<PlantedFault.Cell> of(Board board, PlantedFault fault) {
    return switch (fault.wrong()) {
      case PlantedFault.Cell cell -> List.of(cell);
      case PlantedFault.Known(Fault(Place.OfPart(String part), FaultMode mode))
          when mode == FaultMode.BITS_LOST ->
          board.part(part).map(StuckCells::lost).orElse(List.of());
      case PlantedFault.Known _,
          PlantedFault.Reads _,
          PlantedFault.Weak _,
          PlantedFault.Slow _,
          PlantedFault.Leak _ ->
          List.of();
    };
  }

  private static List<PlantedFault.Cell> lost(Part part) {
    List<PlantedFault.Cell> cells = new ArrayList<>();
    var dice = new SplittableRandom(part.designator().hashCode());
    for (Behaviour.Memory memory : part.device().behaviour().memories()) {
      for (int i = 0; i < LOST; i++) {
        cells.add(
            new PlantedFault.Cell(
                part.designator(),
                dice.nextInt(memory.words()),
                dice.nextInt(memory.width()),
                Level.HIGH));
      }
    }
    return cells;
  }
}
