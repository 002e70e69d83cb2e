package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;

/** The parts that have pins on two nets, and so could be what joins them. */
public final class JoinedParts {
  private JoinedParts() {}

  /**
   * In the order of the board; parts that are out are left out.
   *
   * @param chance what a part's share of the suspicion is
   * @param minutes to take it off
   * @param backMinutes to put it back
   */
  public static List<ShortFinder.Candidate> of(
      Board board,
      String netOne,
      String netOther,
      Set<String> partsOut,
      ToDoubleFunction<Part> chance,
      ToDoubleFunction<Part> minutes,
      ToDoubleFunction<Part> backMinutes) {
    List<ShortFinder.Candidate> candidates = new ArrayList<>();
    for (Part part : board.parts()) {
      boolean open = part.device().isContact();
      if (part.fitted()
          && !open
          && !partsOut.contains(part.designator())
          && on(board, part, netOne)
          && on(board, part, netOther)) {
        candidates.add(
            new ShortFinder.Candidate(
                part.designator(),
                Math.max(1e-9, chance.applyAsDouble(part)),
                minutes.applyAsDouble(part),
                backMinutes.applyAsDouble(part)));
      }
    }
    candidates.sort(Comparator.comparingDouble((ShortFinder.Candidate c) -> -c.chance()));
    return candidates;
  }

  private static boolean on(Board board, Part part, String net) {
    return part.pins().stream()
        .flatMap(p -> board.netOf(p).stream())
        .map(Net::name)
        .anyMatch(net::equals);
  }
}
