package raconteur.core.fault;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Net;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.board.SupplyName;
import raconteur.core.board.UsualSuspect;
import raconteur.core.device.PinKind;
import raconteur.core.finding.Finding;

/**
 * Every fault a board can have, with its prior odds. Immutable; a fault is known by its index.
 *
 * <p>A part's expected faults are its class's share of the board's expected faults, divided among
 * the share's parts by weight, times what is said of it as a usual suspect, then pulled towards
 * what was counted: with m boards' worth of belief in the table and k faults on n counted boards
 * the expectation is (m p + k) / (m + n), the mean of a Beta posterior (Gelman et al., Bayesian
 * Data Analysis, 3rd ed., section 2.4).
 */
public final class FaultCatalogue {
  private static final double MOST_EXPECTED = 0.9;
  private static final String JOINTS = "joints";

  /** How likely a part is that has both lines and was not held by the meter, beside the copper. */
  private static final double INSIDE_UNASKED = 0.1;

  /**
   * Nobody holds a meter to two lines that have nothing to do with one another for no reason: so
   * much likelier than a pair nobody looked at (judgement, no source).
   */
  private static final double WITH_A_REASON = 10;

  private final List<Fault> faults;
  private final double[] odds;
  private final List<Place> places;
  private final int[] placeOfFault;

  private FaultCatalogue(List<Fault> faults, double[] odds) {
    this.faults = List.copyOf(faults);
    this.odds = odds;
    Map<Place, Integer> index = new LinkedHashMap<>();
    this.placeOfFault =
        faults.stream()
            .mapToInt(f -> index.computeIfAbsent(f.place().mendable(), _ -> index.size()))
            .toArray();
    this.places = List.copyOf(index.keySet());
  }

  /** Lists the faults of a board that nothing is known to have happened to. */
  public static FaultCatalogue of(Board board, Priors priors, History history) {
    return of(board, priors, history, List.of());
  }

  /** Lists the faults of a board with marked damage areas. */
  public static FaultCatalogue of(
      Board board, Priors priors, History history, List<DamageArea> damage) {
    return of(
        board,
        priors,
        history,
        new AsFound(damage, Map.of(), Set.of(), Set.of(), List.of(), List.of()));
  }

  /**
   * How a board was found, as far as it makes faults likelier, or possible at all.
   *
   * @param damage areas something happened to
   * @param hurt parts something happened to, where nobody knows where they lie
   * @param missing parts that are not there: what was wrong inside them is wrong no longer
   * @param sets parts of one kind that were fitted together
   * @param measured ways that were joined or open against the board's nets: a joint between two
   *     nets that are nowhere neighbours, a supply that does not reach a pin
   * @param atParts volts that were low at a part: its own supply pin may be open
   */
  public record AsFound(
      List<DamageArea> damage,
      Map<String, DamageArea.Kind> hurt,
      Set<String> missing,
      Set<List<String>> sets,
      List<Finding.Continuity> measured,
      List<Finding.FarVolts> atParts) {
    public AsFound {
      damage = List.copyOf(damage);
      hurt = Map.copyOf(hurt);
      missing = Set.copyOf(missing);
      sets = Set.copyOf(sets);
      measured = List.copyOf(measured);
      atParts = List.copyOf(atParts);
    }
  }

  /** The same of a board as it was found. */
  public static FaultCatalogue of(Board board, Priors priors, History history, AsFound found) {
    var worker = new Worker(board, priors, history, found);
    worker.parts();
    worker.opens();
    worker.joints();
    worker.shorts(found.measured());
    worker.insideShorts(found.measured());
    found.measured().forEach(worker::supplyOpen);
    found.atParts().forEach(worker::supplyWeak);
    worker.sets();
    return new FaultCatalogue(
        worker.faults, worker.odds.stream().mapToDouble(Double::doubleValue).toArray());
  }

  public List<Fault> faults() {
    return faults;
  }

  /** P / (1 − P) of a fault by its index. */
  public double odds(int fault) {
    return odds[fault];
  }

  /** Everything that can be mended, in the order of the faults. */
  public List<Place> places() {
    return places;
  }

  /** The index of the place where a fault is mended. */
  public int placeOf(int fault) {
    return placeOfFault[fault];
  }

  /** The same of every fault. */
  public int[] placeOfFaults() {
    return placeOfFault.clone();
  }

  private static final class Worker {
    private final Board board;
    private final Priors priors;
    private final History history;
    private final AsFound found;
    private final List<DamageArea> damage;
    private final List<Fault> faults = new ArrayList<>();
    private final List<Double> odds = new ArrayList<>();

    Worker(Board board, Priors priors, History history, AsFound found) {
      this.board = board;
      this.priors = priors;
      this.history = history;
      this.found = found;
      this.damage = found.damage();
    }

    /** How much more a part fails for where it sits. */
    private double damageFactor(Part part) {
      boolean hit =
          damage.stream().anyMatch(a -> !a.kind().copperOnly() && a.touches(part))
              || hurt(part).filter(kind -> !kind.copperOnly()).isPresent();
      return hit ? priors.damage().parts() : 1;
    }

    /** What happened to a part that was named. */
    private Optional<DamageArea.Kind> hurt(Part part) {
      return Optional.ofNullable(found.hurt().get(part.designator()));
    }

    private double copperFactor(DamageArea.Kind kind) {
      return kind.copperOnly() ? priors.damage().rework() : priors.damage().copper();
    }

    /** How much more the copper at a pin fails for where it lies. */
    private double damageFactor(PinRef pin) {
      Part part = board.part(pin.part()).orElseThrow();
      double factor = hurt(part).map(this::copperFactor).orElse(1.0);
      if (!damage.isEmpty() && part.place().known()) {
        for (DamageArea area : damage) {
          if (area.holds(Outline.pinOnBoard(part, pin.number()))) {
            factor = Math.max(factor, copperFactor(area.kind()));
          }
        }
      }
      return factor;
    }

    private void add(Place place, FaultMode mode, double probability) {
      double p = Math.min(probability, MOST_EXPECTED);
      if (p > 0) {
        faults.add(new Fault(place, mode));
        odds.add(p / (1 - p));
      }
    }

    void parts() {
      Map<String, Double> weightByShare = new HashMap<>();
      Map<String, Integer> membersByShare = new HashMap<>();
      for (Part part : board.parts()) {
        if (part.fitted()) {
          var prior = classOf(part);
          weightByShare.merge(prior.share(), prior.weight(), Double::sum);
          membersByShare.merge(prior.share(), 1, Integer::sum);
        }
      }
      for (Part part : board.parts()) {
        if (part.fitted() && !found.missing().contains(part.designator())) {
          var prior = classOf(part);
          double sum = weightByShare.getOrDefault(prior.share(), 0.0);
          double share = priors.share(prior.share(), membersByShare);
          part(part, sum == 0 ? 0 : priors.expectedFaults() * share * prior.weight() / sum);
        }
      }
    }

    private Priors.ClassPrior classOf(Part part) {
      return priors.classOf(LikelyClass.of(priors, part));
    }

    /** What a capacitor that holds a line, such as a reset's, does when it is shorted through. */
    private Optional<Place.Inside> shortedThrough(Part part) {
      List<PinRef> legs = part.pins();
      if (!part.device().isCapacitor() || legs.size() != 2) {
        return Optional.empty();
      }
      Optional<String> one = board.netOf(legs.getFirst()).map(Net::name);
      Optional<String> other = board.netOf(legs.getLast()).map(Net::name);
      boolean holdsALine =
          one.isPresent()
              && other.isPresent()
              && board.isSupply(one.get()) != board.isSupply(other.get());
      return holdsALine
          ? Optional.of(new Place.Inside(legs.getFirst(), legs.getLast(), one.get(), other.get()))
          : Optional.empty();
    }

    private void part(Part part, double expectedByClass) {
      double factor = board.usualSuspect(part.designator()).map(UsualSuspect::factor).orElse(1.0);
      double table = Math.min(expectedByClass * factor * damageFactor(part), MOST_EXPECTED);
      double counted =
          (priors.historyBoards() * table + history.boardsWithFaultAt(part.designator()))
              / (priors.historyBoards() + history.boardsThatTell(part.designator()));
      double expected = Math.min(counted, MOST_EXPECTED);
      var modes = priors.modesOf(classOf(part));
      List<PinRef> outputs =
          part.pins().stream().filter(p -> board.kind(p).drives()).filter(this::connected).toList();
      Set<String> rails = rails(part);
      List<PinRef> addresses = addressInputs(part);
      double dead = modes.dead() + (outputs.isEmpty() ? modes.outputs() : 0);
      dead += rails.isEmpty() ? modes.leaks() + modes.shorted() : 0;
      dead += addresses.isEmpty() ? modes.addressInputs() : 0;
      dead += gateInputs(part).isEmpty() ? modes.inputs() : 0;
      Optional<Place.Inside> through = shortedThrough(part);
      if (through.isPresent() && rails.isEmpty()) {
        dead -= modes.shorted();
        add(through.get(), FaultMode.SHORT, expected * modes.shorted());
      }
      add(new Place.OfPart(part.designator()), FaultMode.DEAD, expected * dead);
      for (String rail : rails) {
        add(
            new Place.Load(part.designator(), rail),
            FaultMode.LEAKS,
            expected * modes.leaks() / rails.size());
        add(
            new Place.Load(part.designator(), rail),
            FaultMode.SHORTED,
            expected * modes.shorted() / rails.size());
      }
      add(new Place.OfPart(part.designator()), FaultMode.BITS_LOST, expected * modes.bitsLost());
      add(new Place.OfPart(part.designator()), FaultMode.UNSUITED, expected * modes.unsuited());
      for (PinRef pin : addresses) {
        double each = expected * modes.addressInputs() / addresses.size();
        add(new Place.Input(pin), FaultMode.ADDRESS_STUCK, each);
      }
      List<PinRef> inputs = gateInputs(part);
      for (PinRef pin : inputs) {
        double each = expected * modes.inputs() / (2 * inputs.size());
        add(new Place.Input(pin), FaultMode.INPUT_LOW, each);
        add(new Place.Input(pin), FaultMode.INPUT_HIGH, each);
      }
      for (PinRef pin : outputs) {
        double each = expected * modes.outputs() / outputs.size();
        add(new Place.Output(pin), FaultMode.STUCK_LOW, each * modes.ofOutput().stuckLow());
        add(new Place.Output(pin), FaultMode.STUCK_HIGH, each * modes.ofOutput().stuckHigh());
        add(new Place.Output(pin), FaultMode.FLOATS, each * modes.ofOutput().floats());
        add(new Place.Output(pin), FaultMode.WEAK, each * modes.ofOutput().weak());
      }
    }

    private List<PinRef> addressInputs(Part part) {
      return part.device().addressPins().stream()
          .map(p -> part.pin(p.number()))
          .filter(p -> board.kind(p).reads() && connected(p))
          .toList();
    }

    /** The inputs some gate of the part follows. */
    private List<PinRef> gateInputs(Part part) {
      Set<String> read = new HashSet<>();
      part.device().gates().forEach(gate -> read.addAll(gate.inputs()));
      return part.device().pins().stream()
          .filter(p -> read.contains(p.name()))
          .map(p -> part.pin(p.number()))
          .filter(p -> board.kind(p).reads() && onSignal(p))
          .toList();
    }

    private boolean onSignal(PinRef pin) {
      return board.netOf(pin).filter(net -> !board.isSupply(net.name())).isPresent();
    }

    private boolean connected(PinRef pin) {
      return board.nets().isEmpty() || board.netOf(pin).isPresent();
    }

    /** The rails a part hangs on; at sheet depth a part hangs on the first rail. */
    private Set<String> rails(Part part) {
      boolean resistor = part.device().isResistor();
      boolean connector = part.device().isContact();
      if (resistor || connector) {
        return Set.of();
      }
      Set<String> rails = new HashSet<>();
      for (PinRef pin : part.pins()) {
        board
            .netOf(pin)
            .flatMap(net -> board.railOfNet(net.name()))
            .ifPresent(rail -> rails.add(rail.name()));
      }
      if (board.nets().isEmpty()) {
        rails.addAll(railsByDataBook(part));
      }
      return new TreeSet<>(rails);
    }

    /**
     * Where no net is known: the rails whose volts a part's supply pins ask for, those that are
     * named where it is listed, any of them for a capacitor, else the first.
     */
    private Set<String> railsByDataBook(Part part) {
      Set<Double> volts = new HashSet<>(part.listedVolts());
      part.device().pins().stream()
          .filter(pin -> pin.kind() == PinKind.SUPPLY)
          .forEach(pin -> SupplyName.wantedBy(part.device(), pin).ifPresent(volts::add));
      Set<String> rails = new TreeSet<>();
      board.rails().stream()
          .filter(rail -> volts.contains(rail.volts()))
          .forEach(rail -> rails.add(rail.name()));
      if (rails.isEmpty() && part.device().isCapacitor()) {
        board.rails().forEach(rail -> rails.add(rail.name()));
      }
      if (rails.isEmpty()) {
        board.rails().stream().findFirst().ifPresent(rail -> rails.add(rail.name()));
      }
      return rails;
    }

    /** Tracks between neighbouring pins, and the joint or contact of every pin. */
    void opens() {
      List<Place> places = new ArrayList<>();
      List<Double> weights = new ArrayList<>();
      List<Double> hurt = new ArrayList<>();
      for (Net net : board.nets()) {
        if (board.isSupply(net.name())) {
          continue;
        }
        int last = net.path().size() - 1;
        for (int i = 0; i < last; i++) {
          PinRef from = net.path().get(i);
          PinRef to = net.path().get(i + 1);
          places.add(new Place.Segment(net.name(), from, to));
          // The contact of a pin at an end cannot be told from the track to it.
          weights.add(
              priors.copper().tracks()
                  + (i == 0 ? contactFactor(from) : 0)
                  + (i + 1 == last ? contactFactor(to) : 0));
          hurt.add(Math.max(damageFactor(from), damageFactor(to)));
        }
        for (PinRef pin :
            net.path().subList(Math.min(1, last), Math.max(last, Math.min(1, last)))) {
          if (board.part(pin.part()).filter(Part::fitted).isPresent()) {
            places.add(new Place.Contact(pin));
            weights.add(contactFactor(pin));
            hurt.add(damageFactor(pin));
          }
        }
      }
      for (PinRef feeding : feedingPins()) {
        places.add(new Place.Contact(feeding));
        weights.add(contactFactor(feeding));
        hurt.add(damageFactor(feeding));
      }
      double sum = weights.stream().mapToDouble(Double::doubleValue).sum();
      double expected = priors.expectedFaults() * jointShare() * priors.copper().opens();
      for (int i = 0; i < places.size(); i++) {
        add(places.get(i), FaultMode.OPEN, expected * weights.get(i) / sum * hurt.get(i));
      }
    }

    /** The pins by which alone a rail comes to the board, or out of what makes it. */
    private List<PinRef> feedingPins() {
      List<PinRef> feeding = new ArrayList<>();
      for (Rail rail : board.rails()) {
        List<PinRef> from =
            board.net(rail.net()).stream()
                .flatMap(net -> net.path().stream())
                .filter(pin -> rail.madeBy().contains(pin.part()))
                .filter(pin -> board.part(pin.part()).filter(Part::fitted).isPresent())
                .toList();
        if (from.size() == 1) {
          feeding.add(from.getFirst());
        }
      }
      return feeding;
    }

    /**
     * Where no nets are known: the joints and contacts of each part together, by its pins. Their
     * share is that of the opens.
     */
    void joints() {
      if (!board.nets().isEmpty()) {
        return;
      }
      List<Part> parts = board.parts().stream().filter(Part::fitted).toList();
      double sum = parts.stream().mapToDouble(this::jointWeight).sum();
      double expected = priors.expectedFaults() * jointShare() * priors.copper().opens();
      for (Part part : parts) {
        add(
            new Place.Joints(part.designator()),
            FaultMode.OPEN,
            expected
                * jointWeight(part)
                / sum
                * part.pins().stream().mapToDouble(this::damageFactor).max().orElse(1));
      }
    }

    private double jointWeight(Part part) {
      return part.pins().size()
          * part.pins().stream().findFirst().map(this::contactFactor).orElse(1.0);
    }

    /** Two pins that were measured to be joined may be so inside any part that has both lines. */
    void insideShorts(List<Finding.Continuity> measured) {
      for (Finding.Continuity way : measured) {
        String one = board.netOf(way.one()).map(Net::name).orElse("");
        String other = board.netOf(way.other()).map(Net::name).orElse("");
        if (!way.joined() || one.isEmpty() || other.isEmpty() || one.equals(other)) {
          continue;
        }
        for (Part part : board.parts()) {
          Optional<PinRef> first = pinOn(part, one);
          Optional<PinRef> second = pinOn(part, other);
          if (part.fitted()
              && !part.device().isContact()
              && first.isPresent()
              && second.isPresent()) {
            Fault inside =
                new Fault(new Place.Inside(first.get(), second.get(), one, other), FaultMode.SHORT);
            if (!faults.contains(inside)) {
              // Held against pins of one part the meter speaks of that part first.
              // On a supply, which every part has, it speaks of none more than of another.
              boolean held =
                  board.isSupply(one)
                      || board.isSupply(other)
                      || (part.designator().equals(way.one().part())
                          && part.designator().equals(way.other().part()));
              add(
                  inside.place(),
                  inside.mode(),
                  rare() * WITH_A_REASON * (held ? 1 : INSIDE_UNASKED));
            }
          }
        }
      }
    }

    private Optional<PinRef> pinOn(Part part, String net) {
      return part.pins().stream()
          .filter(pin -> board.netOf(pin).filter(n -> n.name().equals(net)).isPresent())
          .findFirst();
    }

    /** A set is no fault of the board as it came: it may become one when it is fitted. */
    void sets() {
      found.sets().stream()
          .sorted(Comparator.comparing(List::toString))
          .forEach(
              set -> {
                faults.add(new Fault(new Place.FittedSet(set), FaultMode.UNSUITED));
                odds.add(0.0);
              });
    }

    /** A supply that was measured not to reach a pin. */
    void supplyOpen(Finding.Continuity measured) {
      Optional<Net> net = board.netOf(measured.one());
      if (!measured.joined()
          && net.equals(board.netOf(measured.other()))
          && net.filter(n -> board.isSupply(n.name())).isPresent()) {
        supplyPin(measured.one());
        supplyPin(measured.other());
      }
    }

    /** A rail that was low where a part takes it. */
    void supplyWeak(Finding.FarVolts read) {
      Optional<Rail> rail = board.rail(read.rail());
      board.part(read.part()).stream()
          .flatMap(part -> part.pins().stream())
          .filter(
              pin ->
                  rail.isPresent()
                      && board
                          .netOf(pin)
                          .filter(net -> net.name().equals(rail.get().net()))
                          .isPresent())
          .forEach(this::supplyPin);
    }

    private void supplyPin(PinRef pin) {
      Fault fault = new Fault(new Place.Contact(pin), FaultMode.OPEN);
      if (!faults.contains(fault)) {
        add(fault.place(), fault.mode(), asItsOthers(pin));
      }
    }

    /** A supply pin is open as often as the part's other contacts are. */
    private double asItsOthers(PinRef pin) {
      return IntStream.range(0, faults.size())
          .filter(
              i ->
                  faults.get(i).place() instanceof Place.Contact(PinRef other)
                      && other.part().equals(pin.part()))
          .mapToDouble(odds::get)
          .max()
          .orElseGet(this::rare);
    }

    /** The chance of what nobody looks for by itself. */
    private double rare() {
      return priors.expectedFaults()
          * jointShare()
          * priors.copper().shorts()
          * priors.copper().elsewhere()
          / Math.max(1, board.nets().size());
    }

    private double contactFactor(PinRef pin) {
      boolean poor = board.part(pin.part()).orElseThrow().socket().equals("single wipe");
      return poor ? priors.copper().poorSocketFactor() : 1;
    }

    private double jointShare() {
      int pins =
          board.parts().stream()
              .filter(Part::fitted)
              .mapToInt(part -> part.device().pins().size())
              .sum();
      return priors.share(JOINTS, Map.of(JOINTS, pins));
    }

    void shorts(List<Finding.Continuity> measured) {
      Map<Set<String>, Neighbours> byNets = new LinkedHashMap<>();
      int places = 0;
      for (Part part : board.parts()) {
        List<PinRef> pins = part.pins();
        for (int i = 0; i + 1 < pins.size(); i++) {
          boolean acrossRows =
              part.device().outline().startsWith("DIP") && i + 1 == pins.size() / 2;
          if (!acrossRows
              && !part.device().isSeries()
              && neighbours(pins.get(i), pins.get(i + 1), byNets)) {
            places++;
          }
        }
      }
      double expected = priors.expectedFaults() * jointShare() * priors.copper().shorts();
      for (Neighbours pair : byNets.values()) {
        add(pair.worst, FaultMode.SHORT, expected * pair.weight / places);
      }
      for (Finding.Continuity way : measured) {
        String one = board.netOf(way.one()).map(Net::name).orElse("");
        String other = board.netOf(way.other()).map(Net::name).orElse("");
        boolean apart = !one.isEmpty() && !other.isEmpty() && !one.equals(other);
        if (way.joined() && apart && !byNets.containsKey(Set.of(one, other))) {
          Place.Bridge bridge = new Place.Bridge(way.one(), way.other(), one, other);
          byNets.put(Set.of(one, other), new Neighbours(bridge));
          add(bridge, FaultMode.SHORT, rare() * WITH_A_REASON);
        }
      }
    }

    /**
     * Two nets that are neighbours somewhere: where a bridge is likeliest, and how likely in all.
     */
    private static final class Neighbours {
      private Place.Bridge worst;
      private double hurt;
      private double weight;

      Neighbours(Place.Bridge worst) {
        this.worst = worst;
      }
    }

    /**
     * Notes a place where two nets are neighbours; false where the two pins are not of two nets.
     */
    private boolean neighbours(PinRef one, PinRef other, Map<Set<String>, Neighbours> byNets) {
      String netOne = board.netOf(one).map(Net::name).orElse("");
      String netOther = board.netOf(other).map(Net::name).orElse("");
      if (netOne.isEmpty()
          || netOther.isEmpty()
          || netOne.equals(netOther)
          || board.kind(one) == PinKind.NONE) {
        return false;
      }
      Place.Bridge bridge = new Place.Bridge(one, other, netOne, netOther);
      Neighbours pair =
          byNets.computeIfAbsent(Set.of(netOne, netOther), nets -> new Neighbours(bridge));
      double hurt = Math.max(damageFactor(one), damageFactor(other));
      pair.weight += hurt;
      if (hurt > pair.hurt) {
        pair.hurt = hurt;
        pair.worst = bridge;
      }
      return true;
    }
  }
}
