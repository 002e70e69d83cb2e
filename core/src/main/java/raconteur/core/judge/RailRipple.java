package raconteur.core.judge;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.data.Figures;
import raconteur.core.finding.Quantities;
import raconteur.core.supply.Reservoir;

/**
 * What ripple a rail may have: behind a regulator a fixed limit, before one what its reservoir
 * leaves at the rail's current.
 *
 * @param smoothedBy the electrolytics on the rail and on the one it is made from
 * @param mostGoodVolts peak to peak
 */
public record RailRipple(
    Rail rail, List<String> smoothedBy, double mostGoodVolts, boolean computed) {
  public RailRipple {
    smoothedBy = List.copyOf(smoothedBy);
  }

  public static RailRipple of(Board board, Rail rail) {
    Figures figures = Figures.shipped("supply");
    List<Part> own = electrolytics(board, rail);
    List<Part> source = board.rail(rail.from()).map(r -> electrolytics(board, r)).orElse(List.of());
    List<String> all =
        java.util.stream.Stream.concat(own.stream(), source.stream())
            .map(Part::designator)
            .distinct()
            .toList();
    double fixed = figures.of("ripple of a regulated rail above volts");
    boolean regulated = !rail.from().isEmpty();
    double farads =
        own.stream()
            .flatMap(p -> CapacitorSpec.parse(p.value()).stream())
            .mapToDouble(CapacitorSpec::farads)
            .sum();
    if (regulated || farads == 0 || rail.amps() == 0) {
      return new RailRipple(rail, all, fixed, false);
    }
    double computed =
        Reservoir.rippleVolts(rail.amps(), figures.of("mains hertz"), farads)
            * figures.of("ripple above share of computed");
    return new RailRipple(rail, all, Math.max(fixed, computed), true);
  }

  private static List<Part> electrolytics(Board board, Rail rail) {
    return board.parts().stream()
        .filter(p -> p.fitted() && p.device().isElectrolytic())
        .filter(
            p ->
                rail.madeBy().contains(p.designator())
                    || onNet(board, p, rail)
                    || (rail.volts() > 0
                        && p.isListedToSmooth()
                        && isOnlyListed(board, p)
                        && isNotForOthers(p, rail)))
        .sorted(Comparator.comparing(Part::designator))
        .toList();
  }

  private static boolean isOnlyListed(Board board, Part part) {
    return part.pins().stream().allMatch(pin -> board.netOf(pin).isEmpty());
  }

  /** One that is listed with volts smooths those. */
  private static boolean isNotForOthers(Part part, Rail rail) {
    Set<Double> volts = part.listedVolts();
    return volts.isEmpty() || volts.contains(rail.volts());
  }

  private static boolean onNet(Board board, Part part, Rail rail) {
    return part.pins().stream()
        .map(board::netOf)
        .flatMap(Optional::stream)
        .anyMatch(n -> n.name().equals(rail.net()));
  }

  /** What a reading says. */
  public Verdict of(double volts) {
    String read = "Ripple on " + rail.name() + " " + Quantities.volts(volts) + " peak to peak";
    String limit =
        Quantities.volts(mostGoodVolts)
            + (computed
                ? " is twice what its reservoir leaves at " + Quantities.amps(rail.amps())
                : " is common practice behind a regulator");
    if (volts <= mostGoodVolts) {
      return Verdict.good(read + ", fine: " + limit + ".");
    }
    Set<String> suspects = new java.util.TreeSet<>(smoothedBy);
    return Verdict.bad(
        read
            + ", too much: "
            + limit
            + ". "
            + (suspects.isEmpty()
                ? "A smoothing capacitor has dried out."
                : "Suspect " + String.join(", ", suspects) + "; measure series resistance."));
  }
}
