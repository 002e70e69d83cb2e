package raconteur.core.predict;

import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.SymptomCard;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/**
 * A look at a board whose processor only counts: its picture says nothing of where a fault is, but
 * whoever goes on looking for one has a board that is not well.
 */
final class UnwellModel implements TestModel<Boolean> {
  /** Somebody may look for faults on a good board (judgement, no source). */
  private static final double ALL_IN_VAIN = 0.02;

  private final List<Finding> cards;

  UnwellModel(Board board, String card) {
    List<Finding> all =
        board.symptoms().stream().map(SymptomCard::id).<Finding>map(Finding.Symptom::new).toList();
    this.cards = all.isEmpty() ? List.of(new Finding.Symptom(card)) : all;
  }

  @Override
  public Boolean none() {
    return false;
  }

  @Override
  public Boolean effectOf(Fault fault) {
    return true;
  }

  @Override
  public Boolean combine(Boolean one, Boolean other) {
    return one || other;
  }

  @Override
  public double probability(Finding found, Boolean effect) {
    return (effect ? 1 : ALL_IN_VAIN) / cards.size();
  }

  @Override
  public List<Finding> outcomes() {
    return cards;
  }
}
