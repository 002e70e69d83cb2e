package raconteur.core.board;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Which parts make a rail, for boards that do not say: the regulator whose output is on it, the
 * coil or fuse it comes through, the socket the supply is plugged into. A board of which only the
 * parts are known has the rails its parts want.
 */
final class UsualRails {
  private static final Pattern FIXED = Pattern.compile("(78|79)[LM]?([0-9]{2})");
  private static final Pattern TITLED =
      Pattern.compile("([-+][0-9]+(?:\\.[0-9]+)?) V regulator\\b.*");
  private static final Pattern SUPPLY_WORDS =
      Pattern.compile(
          "(?i).*\\b(power|supply|psu|dc|ac|volts?|mains|battery|batteries|[0-9]*x?aaa?)\\b.*");

  private static final double DROP_OUT = 2;
  private static final double MORE = 5;
  private static final double FEED_OHMS = 2000;

  /** More parts in a row than this are no way of a supply. */
  private static final int LONGEST_WAY = 6;

  private final List<Part> parts;
  private final Map<PinRef, String> netOf = new HashMap<>();
  private final List<Rail> rails;

  /** The nets that only lead to a rail. */
  private final Set<String> between = new HashSet<>();

  /** By its net, what a rail comes through on its way from the plug. */
  private final Map<String, Part> ways = new HashMap<>();

  private UsualRails(BoardContents contents, List<Part> parts) {
    this.parts = parts.stream().filter(Part::fitted).toList();
    contents.nets().forEach(net -> net.path().forEach(pin -> netOf.put(pin, net.name())));
    List<Rail> said =
        contents.rails().isEmpty() && contents.nets().isEmpty() ? wanted() : contents.rails();
    rails =
        Stream.concat(said.stream(), said.stream().flatMap(r -> feed(r, said).stream()))
            .distinct()
            .collect(Collectors.toCollection(ArrayList::new));
    for (Rail rail : List.copyOf(rails)) {
      if (rail.madeBy().isEmpty() && makers(rail).isEmpty()) {
        wayTo(rail);
      }
    }
    if (contents.rails().isEmpty() && contents.nets().isEmpty()) {
      input().ifPresent(this::listedWayTo);
    }
  }

  /**
   * What feeds a regulator and nobody called a rail, under the name of its net: anything from two
   * volts above what comes out, which these regulators need, to twice that and five (common
   * practice, no source).
   */
  private Optional<Rail> feed(Rail made, List<Rail> said) {
    return regulatorsOn(made.net()).stream()
        .flatMap(p -> pinsNamed(p, "IN"))
        .filter(netOf::containsKey)
        .map(netOf::get)
        .filter(net -> !SupplyName.isGround(net))
        .filter(net -> said.stream().noneMatch(r -> r.net().equals(net)))
        .findFirst()
        .map(net -> feed(net, made.volts()));
  }

  private static Rail feed(String net, double out) {
    double least = Math.abs(out) + DROP_OUT;
    double most = 2 * Math.abs(out) + MORE;
    double middle = Math.signum(out) * (least + most) / 2;
    return new Rail(
        net, net, middle, (most - least) / 2 / Math.abs(middle), FEED_OHMS, 0, List.of(), "");
  }

  private static Stream<PinRef> pinsNamed(Part part, String name) {
    return part.device().pins().stream()
        .filter(pin -> pin.name().startsWith(name))
        .map(pin -> part.pin(pin.number()));
  }

  /**
   * The rails of a board, with what makes them.
   *
   * @param onTheWay those of them that only lead to another one
   */
  record Made(List<Rail> rails, List<Rail> onTheWay) {}

  static Made of(BoardContents contents, List<Part> parts) {
    UsualRails usual = new UsualRails(contents, parts);
    Map<Boolean, List<Rail>> made =
        usual.rails.stream()
            .map(usual::made)
            .collect(Collectors.partitioningBy(rail -> usual.between.contains(rail.net())));
    return new Made(made.getOrDefault(false, List.of()), made.getOrDefault(true, List.of()));
  }

  /** The supplies that parts ask for by their data books, and those that are made. */
  private List<Rail> wanted() {
    Map<Double, Rail> wanted = new LinkedHashMap<>();
    for (Part part : parts) {
      for (DevicePin pin : part.device().pins()) {
        if (pin.kind() == PinKind.SUPPLY && !part.device().isRegulator()) {
          SupplyName.wantedBy(part.device(), pin)
              .ifPresent(
                  v -> wanted.computeIfAbsent(v, w -> Rail.assumed(SupplyName.ofVolts(w), w)));
        }
      }
    }
    // What a regulator of fixed volts is there for, nobody need have described.
    parts.stream()
        .flatMap(p -> fixedVolts(p.device()).stream())
        .forEach(v -> wanted.computeIfAbsent(v, w -> Rail.assumed(SupplyName.ofVolts(w), w)));
    List<Rail> all = new ArrayList<>(wanted.values());
    wanted.values().stream()
        .map(Rail::volts)
        .filter(volts -> volts > 0 && !regulatorsOf(volts).isEmpty())
        .max(Comparator.naturalOrder())
        .ifPresent(volts -> all.add(feed(UNREGULATED, volts)));
    return all;
  }

  /** What is in front of the regulators of a board of which only the parts are known. */
  private static final String UNREGULATED = "UNREG";

  private Rail made(Rail rail) {
    if (!rail.madeBy().isEmpty()) {
      return rail;
    }
    boolean wired = netOf.containsValue(rail.net());
    List<Part> makers = makers(rail);
    boolean regulated = makers.stream().anyMatch(p -> p.device().isRegulator());
    boolean fed = rails.stream().anyMatch(r -> r.name().equals(UNREGULATED));
    if (netOf.isEmpty() && fed && regulated && rail.from().isEmpty() && rail.volts() > 0) {
      return rail.withMadeBy(makers.stream().map(Part::designator).toList()).madeFrom(UNREGULATED);
    }
    Optional<String> listed =
        wired || !ways.containsKey(rail.net())
            ? Optional.empty()
            : Optional.of(makers.getFirst().designator() + IN_FRONT).filter(between::contains);
    String from =
        !rail.from().isEmpty() || !wired
            ? listed.orElse(rail.from())
            : makers.stream().flatMap(m -> before(m, rail)).findFirst().orElse("");
    return rail.withMadeBy(makers.stream().map(Part::designator).toList()).madeFrom(from);
  }

  /** The parts without which a rail is not there; none where nothing tells. */
  private List<Part> makers(Rail rail) {
    if (between.contains(rail.net())) {
      return Stream.ofNullable(ways.get(rail.net())).toList();
    }
    if (netOf.isEmpty() && ways.containsKey(rail.net())) {
      return List.of(ways.get(rail.net()));
    }
    boolean wired = netOf.containsValue(rail.net());
    List<Part> makers = wired ? regulatorsOn(rail.net()) : regulatorsOf(rail.volts());
    if (makers.isEmpty() && !wired) {
      makers = listedMakers(rail);
    }
    if (makers.isEmpty()) {
      makers = plugs(rail, wired).stream().filter(UsualRails::saysSupply).toList();
    }
    if (makers.isEmpty() && wired) {
      makers = seriesOn(rail);
    }
    if (makers.isEmpty() && wired && plugs(rail, true).size() == 1) {
      makers = plugs(rail, true);
    }
    Optional<Part> way = Optional.ofNullable(ways.get(rail.net()));
    return makers.isEmpty() && way.isPresent() ? List.of(way.get()) : makers;
  }

  private static final Pattern MAKES =
      Pattern.compile(
          "(?i)\\b(?:zener|converter|dc/?dc|charge"
              + " pump|inverter|generator|regulator|pass|series)\\b");

  /** What a list has for just these volts: a converter, or a zener diode. */
  private List<Part> listedMakers(Rail rail) {
    Pattern volts =
        Pattern.compile(
            "(?i)(?<![0-9.+-])"
                + (rail.volts() < 0 ? "-" : "\\+?")
                + SupplyName.ofVolts(Math.abs(rail.volts())).replaceFirst("^\\+", "")
                + "\\b");
    return parts.stream()
        .filter(UsualRails::mayMake)
        .filter(p -> volts.matcher(p.purpose()).find())
        .filter(p -> MAKES.matcher(p.purpose() + " " + p.value() + " " + p.device().title()).find())
        .toList();
  }

  private static boolean mayMake(Part part) {
    Device device = part.device();
    return device.isDiode() || device.isTransistor() || device.isChip() || device.isUnknown();
  }

  private List<Part> regulatorsOn(String net) {
    return parts.stream()
        .filter(p -> p.device().isRegulator())
        .filter(p -> pinsNamed(p, "OUT").anyMatch(pin -> net.equals(netOf.get(pin))))
        .toList();
  }

  private List<Part> regulatorsOf(double volts) {
    return parts.stream()
        .filter(p -> fixedVolts(p.device()).filter(v -> v == volts).isPresent())
        .toList();
  }

  /** What a regulator gives, by its type number in the fixed series, or by its title. */
  private static Optional<Double> fixedVolts(Device device) {
    Matcher matcher = FIXED.matcher(device.name());
    if (!device.isRegulator()) {
      return Optional.empty();
    }
    if (!matcher.matches()) {
      Matcher titled = TITLED.matcher(device.title());
      return titled.matches() ? Optional.of(Double.valueOf(titled.group(1))) : Optional.empty();
    }
    double volts = Double.parseDouble(matcher.group(2));
    return Optional.of(matcher.group(1).equals("79") ? -volts : volts);
  }

  /** Coils, beads, fuses and links between this rail and another. */
  private List<Part> seriesOn(Rail rail) {
    return parts.stream()
        .filter(p -> p.device().isSeries() && p.pins().stream().anyMatch(pin -> on(pin, rail)))
        .filter(p -> before(p, rail).findAny().isPresent())
        .filter(p -> before(p, rail).noneMatch(name -> comesFrom(name, rail)))
        .toList();
  }

  /**
   * Follows a rail back to the plug of the supply, where its lines in between are no rails: through
   * fuses, coils, switches, diodes, one behind another; those lines become rails of their own. Not
   * followed where the way parts, or leads nowhere.
   */
  private void wayTo(Rail rail) {
    Map<String, Part> leading = new LinkedHashMap<>();
    String at = rail.net();
    boolean arrived = false;
    while (!arrived && leading.size() < LONGEST_WAY) {
      String here = at;
      List<Part> next = parts.stream().filter(p -> leadsOn(p, here, leading.keySet())).toList();
      if (next.size() != 1) {
        return;
      }
      leading.put(here, next.getFirst());
      Optional<String> other =
          isPlug(next.getFirst())
              ? Optional.empty()
              : next.getFirst().pins().stream()
                  .flatMap(pin -> Stream.ofNullable(netOf.get(pin)))
                  .filter(net -> !net.equals(here))
                  .findFirst();
      arrived = other.isEmpty();
      at = other.orElse(here);
    }
    if (arrived) {
      leading.keySet().stream()
          .filter(net -> rails.stream().noneMatch(r -> r.net().equals(net)))
          .forEach(
              net -> {
                rails.add(before(rail, net));
                between.add(net);
              });
      ways.putAll(leading);
    }
  }

  /** What comes in where only parts are known: what feeds the regulators, or else the lowest. */
  private Optional<Rail> input() {
    return rails.stream()
        .filter(r -> r.name().equals(UNREGULATED))
        .findFirst()
        .or(
            () ->
                rails.stream()
                    .filter(r -> r.volts() > 0 && regulatorsOf(r.volts()).isEmpty())
                    .min(Comparator.comparingDouble(Rail::volts)));
  }

  /**
   * The way of the supply where nobody typed a net: from the plug through the fuse, the diode
   * against reversal, the switch and the coil, in the order boards mostly have them (common
   * practice, no source), where there is one of a kind that a list calls so. Each has a line in
   * front of it.
   */
  private void listedWayTo(Rail rail) {
    List<Part> way =
        Stream.<Predicate<Part>>of(
                p -> isPlug(p) && saysSupply(p),
                p -> p.device().name().equals("fuse") && isOfTheInput(p),
                p -> p.device().isDiode() && PROTECTS.matcher(p.called()).find(),
                p -> p.device().isKey() && saysSupply(p),
                p ->
                    p.device().isSeries()
                        && !p.device().name().equals("fuse")
                        && saysInput(p.called()),
                listedMakers(rail)::contains)
            .flatMap(kind -> only(kind).stream())
            .toList();
    if (way.stream().allMatch(UsualRails::isPlug)) {
      return;
    }
    for (int i = 0; i < way.size(); i++) {
      boolean last = i + 1 == way.size();
      String behind = last ? rail.net() : way.get(i + 1).designator() + IN_FRONT;
      ways.put(behind, way.get(i));
      if (!last) {
        rails.add(before(rail, behind));
        between.add(behind);
      }
    }
    Part first = way.getFirst();
    if (!isPlug(first)) {
      // Where it comes from is not known: nothing on the board makes it.
      String net = first.designator() + IN_FRONT;
      rails.add(before(rail, net));
      between.add(net);
    }
  }

  private List<Part> only(Predicate<Part> kind) {
    List<Part> all = parts.stream().filter(kind).toList();
    return all.size() == 1 ? all : List.of();
  }

  /** A fuse of which nothing is said, or that it is the supply's. */
  private static boolean isOfTheInput(Part fuse) {
    return fuse.purpose().isBlank()
        || fuse.purpose().matches("(?i)(?:main |input )?fuse")
        || saysInput(fuse.called());
  }

  private static boolean saysInput(String called) {
    return SUPPLY_WORDS.matcher(called).matches() || INPUT_WORDS.matcher(called).matches();
  }

  private static final Pattern PROTECTS =
      Pattern.compile("(?i)\\b(?:reverse|polarity|protection|input)\\b");

  /** The line in front of a part, where no net has a name. */
  private static final String IN_FRONT = "-IN";

  /** {@code 5V input}, but not {@code audio input}. */
  private static final Pattern INPUT_WORDS =
      Pattern.compile("(?i).*(?:^|\\s)[-+]?[0-9]+(?:\\.[0-9]+)? ?V\\b.*");

  /** A line on the way to a rail, which carries what the rail does. */
  private static Rail before(Rail rail, String net) {
    return new Rail(net, net, rail.volts(), rail.tolerance(), FEED_OHMS, 0, List.of(), "");
  }

  /** Whether the supply may come to a line through a part, from where nobody has been yet. */
  private boolean leadsOn(Part part, String net, Set<String> seen) {
    Device device = part.device();
    boolean here = part.pins().stream().anyMatch(pin -> net.equals(netOf.get(pin)));
    if (!here || isPlug(part)) {
      return here;
    }
    boolean passes = device.isSeries() || device.isKey() || (device.isDiode() && !device.isLamp());
    return passes
        && part.pins().stream()
            .flatMap(pin -> Stream.ofNullable(netOf.get(pin)))
            .filter(other -> !other.equals(net))
            .noneMatch(
                other ->
                    seen.contains(other)
                        || SupplyName.isGround(other)
                        || rails.stream().anyMatch(r -> r.net().equals(other)));
  }

  private static boolean isPlug(Part part) {
    return part.device().isContact() && !part.device().isKey();
  }

  private boolean comesFrom(String name, Rail rail) {
    return rails.stream().anyMatch(r -> r.name().equals(name) && r.from().equals(rail.name()));
  }

  private boolean on(PinRef pin, Rail rail) {
    return rail.net().equals(netOf.get(pin));
  }

  /** The other rails a part has a pin on. */
  private Stream<String> before(Part part, Rail rail) {
    if (isPlug(part)) {
      return Stream.empty();
    }
    return rails.stream()
        .filter(r -> !r.name().equals(rail.name()))
        .filter(r -> part.pins().stream().anyMatch(pin -> on(pin, r)))
        .map(Rail::name);
  }

  /** The plugs a rail is on; where nobody knows its nets, any. */
  private List<Part> plugs(Rail rail, boolean wired) {
    return parts.stream()
        .filter(p -> wired ? isPlug(p) : p.device().isContact())
        .filter(p -> !wired || p.pins().stream().anyMatch(pin -> on(pin, rail)))
        .toList();
  }

  /** Where the supply is plugged in. */
  static boolean saysSupply(Part part) {
    String block = part.block().toLowerCase(Locale.ROOT);
    return block.equals("power") || SUPPLY_WORDS.matcher(part.called()).matches();
  }
}
