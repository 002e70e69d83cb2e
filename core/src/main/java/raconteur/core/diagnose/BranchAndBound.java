package raconteur.core.diagnose;

import java.util.List;
import java.util.stream.IntStream;

/**
 * Goes through the sets of up to K faults, class by class.
 *
 * <p>Branch and bound (Land and Doig 1960, doi:10.2307/1910129): what is far below the best leaf is
 * cut, and a bound of what was cut is reported. Several walks share the sets out among themselves
 * by their first class; how many does not depend on the machine, so that the same story comes out
 * the same everywhere.
 *
 * <p>Time O(C<sup>K</sup> · n) in the worst case for C classes and n findings; in practice near
 * C<sup>K−1</sup> · n and the sets weighed. Of those only the heaviest are kept one by one; of all
 * the others only what they say of classes and places together.
 */
final class BranchAndBound {
  private static final int WALKS = 4;

  private BranchAndBound() {}

  /**
   * Weighs the sets; uses what processors there are.
   *
   * @param widening whether larger sets are weighed too where those up to K are used up
   * @param gathering gets every set weighed
   * @param patience where it is over, what is left counts as cut
   */
  static HypothesisSearch.Result run(
      FaultClass[] classes,
      List<EvidenceColumn<?>> columns,
      int largest,
      boolean widening,
      Marginals.Gathering gathering,
      Patience patience) {
    var first = new SetWalk(classes, columns, largest, gathering, patience);
    List<SetWalk> walks =
        IntStream.range(0, WALKS).mapToObj(i -> i == 0 ? first : first.beside()).toList();
    IntStream.range(0, WALKS).parallel().forEach(i -> walks.get(i).go(i, WALKS));
    walks.stream().skip(1).forEach(first::take);
    double beyond = widening ? Widening.widen(first, largest, patience) : 0;
    return first.result(beyond);
  }
}
