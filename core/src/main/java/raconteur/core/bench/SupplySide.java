package raconteur.core.bench;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.device.PinKind;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.supply.LinearRegulator;

/**
 * The rails of a board with faults, by simple arithmetic: leaks are conductances that add, a
 * regulator gives what it should up to its limit, a part turns what it draws into heat.
 */
public final class SupplySide {
  private static final Figures FIGURES = Figures.shipped("bench");

  private final Board board;
  private final Set<String> out;
  private final Set<String> dead = new HashSet<>();
  private final Map<String, Map<String, Double>> leakOhms = new HashMap<>();
  private final List<Set<String>> joinedNets = new ArrayList<>();

  /**
   * Works out the rails.
   *
   * @param faults those that are there now
   * @param out parts pulled out
   */
  public SupplySide(Board board, Collection<PlantedFault> faults, Set<String> out) {
    this.board = board;
    this.out = Set.copyOf(out);
    for (PlantedFault fault : faults) {
      switch (fault.wrong()) {
        case PlantedFault.Known(Fault known) -> note(known);
        case PlantedFault.Leak leak -> leak(leak.part(), leak.rail(), leak.ohms());
        case PlantedFault.Reads _,
            PlantedFault.Weak _,
            PlantedFault.Slow _,
            PlantedFault.Cell _ -> {}
      }
    }
  }

  private void note(Fault fault) {
    switch (fault.place()) {
      case Place.OfPart(String part) when fault.mode() == FaultMode.DEAD -> dead.add(part);
      case Place.Load(String part, String rail) ->
          leak(
              part,
              rail,
              FIGURES.of(fault.mode() == FaultMode.SHORTED ? "shorted part ohms" : "leak ohms"));
      case Place.Bridge bridge -> joinedNets.add(Set.of(bridge.netOne(), bridge.netOther()));
      case Place.Inside inside -> note(new Fault(inside.asBridge(), fault.mode()));
      case Place.OfPart _,
          Place.Output _,
          Place.Input _,
          Place.Segment _,
          Place.Contact _,
          Place.Joints _,
          Place.FittedSet _ -> {}
    }
  }

  private void leak(String part, String rail, double ohms) {
    leakOhms.computeIfAbsent(rail, _ -> new HashMap<>()).merge(part, ohms, SupplySide::parallel);
  }

  private static double parallel(double one, double other) {
    return one * other / (one + other);
  }

  private boolean there(Part part) {
    return part.fitted() && !out.contains(part.designator());
  }

  private List<Part> partsOn(Rail rail) {
    return board.parts().stream()
        .filter(this::there)
        .filter(p -> p.pins().stream().anyMatch(pin -> hangsOn(pin, rail)))
        .toList();
  }

  private boolean hangsOn(PinRef pin, Rail rail) {
    return board.kind(pin) == PinKind.SUPPLY
        && board.netOf(pin).filter(n -> n.name().equals(rail.net())).isPresent();
  }

  private boolean toGround(Rail rail) {
    return joinedNets.contains(Set.of(rail.net(), board.ground()));
  }

  /** The resistance from a rail to ground, power off. */
  public double ohms(Rail rail) {
    if (toGround(rail)) {
      return FIGURES.of("dead short ohms");
    }
    long all =
        board.parts().stream()
            .filter(Part::fitted)
            .filter(p -> p.pins().stream().anyMatch(pin -> hangsOn(pin, rail)))
            .count();
    double siemens = all == 0 ? 1 / rail.expectedOhms() : 0;
    for (int i = 0; i < partsOn(rail).size(); i++) {
      siemens += 1 / rail.expectedOhms() / all;
    }
    return 1 / (siemens + leakSiemens(rail));
  }

  private double leakSiemens(Rail rail) {
    double siemens = 0;
    for (var leak : leakOhms.getOrDefault(rail.name(), Map.of()).entrySet()) {
      siemens += out.contains(leak.getKey()) ? 0 : 1 / leak.getValue();
    }
    return siemens;
  }

  private boolean made(Rail rail) {
    return rail.madeBy().stream()
        .flatMap(m -> board.part(m).stream())
        .filter(p -> !isCapacitor(p))
        .allMatch(p -> there(p) && !dead.contains(p.designator()));
  }

  private static boolean isCapacitor(Part part) {
    return part.device().isElectrolytic() || part.device().isCapacitor();
  }

  private Optional<Rail> source(Rail rail) {
    return rail.from().isEmpty() ? Optional.empty() : board.rail(rail.from());
  }

  /** What the board draws from a rail that stands at its volts. */
  private double wantedAmps(Rail rail) {
    return rail.amps() + Math.abs(rail.volts()) * leakSiemens(rail);
  }

  /** The volts a meter finds on a powered rail. */
  public double volts(Rail rail) {
    boolean fed = source(rail).map(s -> Math.abs(volts(s)) > Math.abs(s.volts()) / 2).orElse(true);
    if (!fed || !made(rail)) {
      return pulled(rail).orElse(0.0);
    }
    if (toGround(rail)) {
      return 0.05 * Math.signum(rail.volts());
    }
    Optional<Double> pulled = pulled(rail);
    if (pulled.isPresent()) {
      return pulled.get();
    }
    double limit = Math.max(FIGURES.of("regulator amps"), rail.amps() * 1.3);
    double wanted = wantedAmps(rail);
    return wanted <= limit ? rail.volts() : rail.volts() * limit / wanted;
  }

  /** A rail bridged to a stronger one goes most of the way to it. */
  private Optional<Double> pulled(Rail rail) {
    for (Rail other : board.rails()) {
      if (!other.equals(rail)
          && joinedNets.contains(Set.of(rail.net(), other.net()))
          && other.amps() > rail.amps()) {
        return Optional.of(0.9 * other.volts());
      }
    }
    return Optional.empty();
  }

  /** Whether what hangs on a rail can work. */
  public boolean good(Rail rail) {
    return Math.abs(volts(rail) - rail.volts())
        <= Math.abs(rail.volts()) * FIGURES.of("good rail share");
  }

  /** The current drawn from a powered rail. */
  public double amps(Rail rail) {
    double volts = volts(rail);
    if (Math.abs(volts) < 0.2) {
      return toGround(rail) && made(rail) ? FIGURES.of("regulator amps") : 0;
    }
    return rail.amps() * volts / rail.volts() + Math.abs(volts) * leakSiemens(rail);
  }

  /** Peak to peak ripple on a powered rail. */
  public double ripple(Rail rail) {
    boolean dry =
        rail.madeBy().stream()
            .flatMap(m -> board.part(m).stream())
            .anyMatch(p -> isCapacitor(p) && (dead.contains(p.designator()) || !there(p)));
    return FIGURES.of(dry ? "ripple volts without reservoir" : "ripple volts");
  }

  /** Whether a part has all the supplies it needs. */
  public boolean supplied(Part part) {
    return there(part)
        && !dead.contains(part.designator())
        && board.rails().stream()
            .filter(r -> part.pins().stream().anyMatch(pin -> hangsOn(pin, r)))
            .allMatch(this::good);
  }

  public boolean isDead(String part) {
    return dead.contains(part);
  }

  /**
   * How hot a part is.
   *
   * @param minutesOn since the power came on
   */
  public double celsius(Part part, double minutesOn) {
    double warm = 1 - Math.exp(-3 * minutesOn / FIGURES.of("warm up minutes"));
    double rise = there(part) && !dead.contains(part.designator()) ? riseOf(part) : 0;
    for (Rail rail : board.rails()) {
      Double ohms = leakOhms.getOrDefault(rail.name(), Map.of()).get(part.designator());
      if (ohms != null && there(part)) {
        double volts = volts(rail);
        rise += volts * volts / ohms * FIGURES.of("rise C per W in a package");
      }
    }
    return Math.min(FIGURES.of("ambient C") + rise * warm, FIGURES.of("hottest C"));
  }

  private double riseOf(Part part) {
    for (Rail rail : board.rails()) {
      if (rail.madeBy().contains(part.designator()) && !isCapacitor(part)) {
        Optional<Rail> source = source(rail);
        if (source.isPresent()) {
          double in = Math.abs(volts(source.get()));
          double given = Math.abs(volts(rail));
          return in > given
              ? new LinearRegulator(in, given, amps(rail)).watts()
                  * FIGURES.of("rise C regulator per W")
              : 0;
        }
      }
    }
    boolean powered =
        part.pins().stream().anyMatch(p -> board.kind(p) == PinKind.SUPPLY) && supplied(part);
    if (!powered) {
      return 0;
    }
    if (part.device().isCustom() || part.device().isProcessor()) {
      return FIGURES.of("rise C custom");
    }
    boolean memory = part.device().isRam() || part.device().isRom();
    return FIGURES.of(memory ? "rise C memory" : "rise C small logic");
  }
}
