package raconteur.core.odds;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.fault.History;

/**
 * A revision's own counts, and those of its siblings at a discount. A sibling tells about a part
 * only if it has the same device under the same designator.
 *
 * <p>Discounting another group's counts is the power prior with a fixed exponent (Ibrahim and Chen,
 * Power prior distributions for regression models, Statistical Science 15, 2000, 46-60; from
 * memory), which for a Beta prior multiplies the counts.
 *
 * @param discount what one board of a sibling weighs, 0 to 1
 */
public record SiblingHistory(Board board, Tally own, List<Counted> siblings, double discount)
    implements History {
  public SiblingHistory {
    siblings = List.copyOf(siblings);
  }

  /** A sibling with its counts. */
  public record Counted(Board board, Tally tally) {}

  @Override
  public double boardsThatTell(String part) {
    return own.boards()
        + discount
            * siblings.stream().filter(s -> tells(s, part)).mapToInt(s -> s.tally().boards()).sum();
  }

  @Override
  public double boardsWithFaultAt(String part) {
    return own.boardsWithFaultAt(part)
        + discount
            * siblings.stream()
                .filter(s -> tells(s, part))
                .mapToDouble(s -> s.tally().boardsWithFaultAt(part))
                .sum();
  }

  private boolean tells(Counted sibling, String part) {
    Optional<String> here = board.part(part).map(SiblingHistory::device);
    return here.isPresent() && here.equals(sibling.board().part(part).map(SiblingHistory::device));
  }

  private static String device(Part part) {
    return part.device().name();
  }

  @Override
  public String words() {
    int others = siblings.stream().mapToInt(s -> s.tally().boards()).sum();
    return own.words()
        + (others == 0
            ? ""
            : String.format(
                Locale.ROOT, ", %d of sibling revisions at %.0f %%", others, discount * 100));
  }
}
