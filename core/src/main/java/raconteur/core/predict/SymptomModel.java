package raconteur.core.predict;

import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.SymptomCard;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * What the board shows, by its symptom cards and the start order: the earliest block that fails
 * decides. An effect is that block's stage; the number of stages stands for nothing failing.
 */
final class SymptomModel implements TestModel<Integer> {
  private static final String WORKING_CARD = "works";
  private static final double REST = 0.02;

  private final Board board;
  private final StartOrder order;
  private final Readings readings;

  SymptomModel(Board board, StartOrder order, Readings readings) {
    this.board = board;
    this.order = order;
    this.readings = readings;
  }

  @Override
  public Integer none() {
    return order.stages();
  }

  @Override
  public Integer effectOf(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS || isBypass(fault)) {
      return none();
    }
    int stage = order.stage(order.blockOf(fault));
    return stage < 0 ? none() : Integer.valueOf(stage);
  }

  /** A board hardly ever shows that one of its many small capacitors is gone. */
  private boolean isBypass(Fault fault) {
    return fault.place() instanceof Place.OfPart(String part)
        && board
            .part(part)
            .filter(p -> p.device().deviceClass().equals("ceramic capacitor"))
            .isPresent();
  }

  @Override
  public Integer combine(Integer one, Integer other) {
    return Math.min(one, other);
  }

  @Override
  public double probability(Finding found, Integer stage) {
    String card = ((Finding.Symptom) found).card();
    double sum = board.symptoms().stream().mapToDouble(c -> weight(c, stage)).sum();
    double exact = board.symptom(card).map(c -> weight(c, stage)).orElse(0.0) / sum;
    return readings.chance("symptom", "drawer", "right") * exact
        + readings.chance("symptom", "drawer", "neighbouring") / board.symptoms().size();
  }

  private double weight(SymptomCard card, int stage) {
    if (stage == order.stages()) {
      return card.id().equals(WORKING_CARD) ? 1 : REST;
    }
    return card.chances().getOrDefault(order.block(stage), 0.0) + REST / 10;
  }

  @Override
  public List<Finding> outcomes() {
    return board.symptoms().stream().<Finding>map(c -> new Finding.Symptom(c.id())).toList();
  }
}
