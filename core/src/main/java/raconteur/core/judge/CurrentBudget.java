package raconteur.core.judge;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.finding.Quantities;
import raconteur.core.supply.Interval;

/**
 * What a rail should deliver: the sum of its parts' typical currents. Each part varies on its own,
 * and all of them together with temperature and activity; independent variances add, the shared one
 * is added to them (JCGM 100:2008, 5.1.2 and 5.2).
 *
 * @param rail the rail
 * @param shares what each part takes, heaviest first; only parts with a known current
 * @param amps their sum
 * @param sigmaAmps standard deviation of the sum
 * @param unknownParts how many fitted parts on the rail have no known current
 */
public record CurrentBudget(
    Rail rail, List<Share> shares, double amps, double sigmaAmps, int unknownParts) {
  public CurrentBudget {
    shares = List.copyOf(shares);
  }

  /** One part's typical current, in amperes. */
  public record Share(String part, double amps) {}

  /** Adds up a rail's parts, leaving out those that are out of the board. */
  public static CurrentBudget of(Board board, Rail rail, Set<String> partsOut) {
    Figures figures = Figures.shipped("supply");
    List<Share> shares = new ArrayList<>();
    int unknown = 0;
    for (Part part : board.parts()) {
      boolean feeds =
          part.fitted()
              && !partsOut.contains(part.designator())
              && !rail.madeBy().contains(part.designator())
              && mainRail(board, part).filter(rail.name()::equals).isPresent();
      if (feeds && part.device().facts().typicalAmps().isPresent()) {
        shares.add(new Share(part.designator(), part.device().facts().typicalAmps().getAsDouble()));
      } else if (feeds && part.device().pins().size() > 3) {
        unknown++;
      }
    }
    shares.sort(Comparator.comparingDouble((Share s) -> -s.amps()).thenComparing(Share::part));
    double sum = shares.stream().mapToDouble(Share::amps).sum();
    double own = figures.of("spread of one part's current");
    double shared = figures.of("spread shared by all parts") * sum;
    double variance =
        shares.stream().mapToDouble(s -> own * own * s.amps() * s.amps()).sum() + shared * shared;
    return new CurrentBudget(rail, shares, sum, Math.sqrt(variance), unknown);
  }

  /** The rail that a part draws its typical current from: the highest of its positive ones. */
  private static Optional<String> mainRail(Board board, Part part) {
    if (board.nets().isEmpty()) {
      return board.rails().stream()
          .filter(r -> r.volts() > 0 && part.device().pins().size() > 3)
          .map(Rail::name)
          .findFirst();
    }
    return part.pins().stream()
        .flatMap(pin -> board.netOf(pin).stream())
        .flatMap(net -> board.railOfNet(net.name()).stream())
        .filter(r -> r.volts() > 0)
        .max(Comparator.comparingDouble(Rail::volts))
        .map(Rail::name);
  }

  /** What is expected: what the board's file says where it says it, else the sum. */
  public double expectedAmps() {
    return rail.amps() > 0 ? rail.amps() : amps;
  }

  /** From where to where a reading is as expected. */
  public Interval expected() {
    if (rail.amps() > 0) {
      Figures figures = Figures.shipped("supply");
      return new Interval(
          rail.amps() * (1 - figures.of("current below share of known")),
          rail.amps() * (1 + figures.of("current above share of known")));
    }
    return new Interval(Math.max(0, amps - 2 * sigmaAmps), amps + 2 * sigmaAmps);
  }

  /** What a reading says. */
  public Verdict of(double reading) {
    Interval good = expected();
    String read = rail.name() + " draws " + Quantities.amps(reading);
    String range = Quantities.amps(good.least()) + " to " + Quantities.amps(good.most());
    if (expectedAmps() == 0) {
      return Verdict.unjudged(read + ": no current is known of this rail's parts.");
    }
    if (reading > good.most()) {
      return Verdict.bad(
          read
              + ", expected is "
              + range
              + ": something loads it. Feel for the hot part, or switch off and pull.");
    }
    if (reading < good.least()) {
      return Verdict.doubtful(
          read + ", expected is " + range + ": parts are out, stopped or not fed.");
    }
    return Verdict.good(read + ", as expected (" + range + ").");
  }

  /** Where the expectation comes from. */
  public String origin() {
    String sum =
        "typical currents of "
            + shares.size()
            + " parts add up to "
            + Quantities.amps(amps)
            + " ± "
            + Quantities.amps(sigmaAmps);
    String rest = unknownParts == 0 ? "" : "; " + unknownParts + " parts have no known current";
    return (rail.amps() > 0
            ? "The board's file says " + Quantities.amps(rail.amps()) + "; the "
            : "The ")
        + sum
        + rest
        + ".";
  }
}
