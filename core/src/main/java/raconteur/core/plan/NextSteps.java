package raconteur.core.plan;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.DepthMeter;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.Signal;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Patience;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.finding.TestKind;
import raconteur.core.judge.Clocks;
import raconteur.core.predict.Predictor;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;

/**
 * Ranks what could be done next by the minutes it is expected to save on the way to a proven board.
 *
 * <p>The measure is one-step look-ahead over {@link MendInTurn}: what mending in turn would cost
 * now, less what it would cost after each outcome, less the test's own cost (a rollout of that
 * policy; Bertsekas and Castañon 1999, doi:10.1023/A:1009634810396, from memory). Where few
 * hypotheses are left the look-ahead is two steps deep, see {@link LookAhead}. Once a suspect is
 * sure enough to be mended, only a test comes before the mend that saves more mending in vain than
 * it costs. Where nothing saves anything, the test that tells most about what to mend per minute is
 * made (expected entropy as in de Kleer and Williams 1987, doi:10.1016/0004-3702(87)90063-4).
 *
 * <p>A test in another state of the board than the last one costs the minutes of switching and
 * turning it, shared with those that would be made before it is turned back, so that steps of one
 * set-up stay together. Time O(tests × outcomes × (hypotheses + places log places)).
 */
public final class NextSteps {
  private static final int MOST_TOLD = 3;
  private static final double CLEAN_FROM = 0.12;
  private static final String HARDLY = "Nothing cheap tells much more here. ";

  /** The share of patience in which models are asked about tests. */
  private static final double ASKING = 0.6;

  private final Board board;
  private final FaultCatalogue catalogue;
  private final Predictor predictor;
  private final Costs costs;
  private final Shop shop;
  private final TestFacts facts;
  private final StepWords words;

  /**
   * By place: the first contact of its socket for a contact in one, since one seating mends all.
   */
  private final int[] bySeating;

  public NextSteps(
      Board board, FaultCatalogue catalogue, Predictor predictor, Costs costs, Shop shop) {
    this.board = board;
    this.catalogue = catalogue;
    this.predictor = predictor;
    this.costs = costs;
    this.shop = shop;
    this.facts = new TestFacts(board, costs);
    this.words = new StepWords(board, costs, shop.school());
    this.bySeating = bySeating(board, catalogue);
  }

  private static int[] bySeating(Board board, FaultCatalogue catalogue) {
    Map<String, Integer> first = new HashMap<>();
    int[] by = new int[catalogue.places().size()];
    for (int i = 0; i < by.length; i++) {
      int here = i;
      by[i] =
          catalogue.places().get(i) instanceof Place.Contact(PinRef pin)
                  && board.part(pin.part()).filter(Part::socketed).isPresent()
              ? first.computeIfAbsent(pin.part(), _ -> here)
              : i;
    }
    return by;
  }

  /** The next steps, best first, at most three; none where nothing is suspected. */
  public List<Step> suggest(Diagnosis diagnosis, Telling telling) {
    return suggest(diagnosis, telling, Set.of(), Patience.ENDLESS);
  }

  /**
   * The same, without tests that were declined.
   *
   * @param declined their {@link Step.Action#name}
   * @param patience where it is over, the tests not weighed by then are not proposed
   */
  public List<Step> suggest(
      Diagnosis diagnosis, Telling telling, Set<String> declined, Patience patience) {
    if (diagnosis.suspects().isEmpty()) {
      return List.of();
    }
    var lookAhead =
        new LookAhead(
            diagnosis.hypotheses(),
            catalogue,
            place -> bySeating[place],
            place -> shop.school().mendWeight() * words.mendMinutes(place),
            costs.single("check"));
    List<LookAhead.Test> tests =
        tests(diagnosis, telling, declined, lookAhead, patience.first(ASKING));
    List<LookAhead.Scored> scored = lookAhead.rank(tests, patience);
    Set<Object> taken = new HashSet<>();
    telling.findings().forEach(f -> taken.add(f.finding().identity()));
    return steps(diagnosis, telling, scored, lookAhead, taken, declined);
  }

  private List<Finding> candidates(Diagnosis diagnosis, Telling telling) {
    return Candidates.of(
        board,
        diagnosis.suspects(),
        telling.partsOut(),
        telling.context().lastRailOhms(),
        new Sweep(board, catalogue).of(diagnosis.hypotheses(), telling));
  }

  /** Every test on offer, and the mends of the leading suspects. */
  List<Step.Action> every(Diagnosis diagnosis, Telling telling, Set<String> declined) {
    Set<Object> done = done(telling);
    List<Step.Action> all = new ArrayList<>();
    candidates(diagnosis, telling).stream()
        .filter(test -> offered(test, done, declined))
        .forEach(test -> all.add(new Step.Test(test)));
    diagnosis.suspects().stream()
        .limit(MOST_TOLD * MOST_TOLD)
        .map(s -> Step.Repair.of(board, s.place()))
        .filter(r -> !declined.contains(r.name()))
        .forEach(all::add);
    return all;
  }

  private boolean offered(Finding test, Set<Object> done, Set<String> declined) {
    TestKind kind = facts.kind(test);
    return !done.contains(test.identity())
        && !declined.contains(new Step.Test(test).name())
        && !shop.school().excludes().contains(kind.name())
        && kind.possible(shop.owned());
  }

  private List<LookAhead.Test> tests(
      Diagnosis diagnosis,
      Telling telling,
      Set<String> declined,
      LookAhead lookAhead,
      Patience patience) {
    Set<Object> done = done(telling);
    Optional<Boolean> powered = powered(telling);
    double powering = riskOfPower(telling);
    Set<String> starved = starved(telling);
    TestFacts now = facts.with(telling.partsOut());
    List<LookAhead.Test> tests = new ArrayList<>();
    for (Finding test : candidates(diagnosis, telling)) {
      if (!starved.isEmpty() && !test.kind().ofSupply() && !isAcrossAMaker(test)) {
        continue;
      }
      if (patience.isOver()) {
        return tests;
      }
      if (offered(test, done, declined)) {
        boolean turned = powered.filter(p -> p != facts.kind(test).powered()).isPresent();
        double turning = turned ? costs.single("power or turn") : 0;
        if (turned && powering > 0 && isFedApart(test)) {
          turning += costs.single("limited supply");
        }
        double weight = shop.school().weight(facts.kind(test));
        tests.add(
            lookAhead.test(
                test,
                predictor.model(test, telling.momentOf(test), telling.findings()),
                new LookAhead.Price(
                    now.minutes(test) * weight,
                    now.risk(test)
                        + (facts.kind(test).powered() && !isFedApart(test) ? powering : 0),
                    turning,
                    now.minutes(test) + turning)));
      }
    }
    return tests;
  }

  /** Ohms across what the supply comes through: a fuse is measured before it is replaced. */
  private boolean isAcrossAMaker(Finding test) {
    return test instanceof Finding.PartOhms(String part, double _)
        && board.supplies().stream().anyMatch(rail -> rail.madeBy().contains(part));
  }

  /** The rails that stand too low in this state of the board: they are settled before anything. */
  private Set<String> starved(Telling telling) {
    Moment now = telling.now();
    return predictor.starvedRails(now, telling.findings());
  }

  /** The rails that stand too low, or read low to ground before a mend that may not have helped. */
  private Set<String> toExplain(Telling telling) {
    Set<String> rails = new HashSet<>(starved(telling));
    rails.addAll(new LowRails(board).low(telling.findings()));
    return rails;
  }

  /** The resistance of such a rail that was not read since the last mend, power off. */
  private static Optional<LookAhead.Scored> railToRead(
      List<LookAhead.Scored> scored, Set<String> starved, Telling telling) {
    Set<String> read = new HashSet<>();
    for (Telling.DatedFinding told : telling.findings()) {
      if (told.moment().epoch() == telling.epoch()
          && told.finding() instanceof Finding.RailOhms ohms) {
        read.add(ohms.rail());
      }
    }
    return scored.stream()
        .filter(
            s ->
                s.finding() instanceof Finding.RailOhms ohms
                    && starved.contains(ohms.rail())
                    && !read.contains(ohms.rail()))
        .findFirst();
  }

  /** What makes a rail is not replaced before a meter was put on that rail since the last mend. */
  private Optional<LookAhead.Scored> railBefore(
      Suspect leader, List<LookAhead.Scored> scored, Telling telling) {
    Set<String> made =
        leader.place() instanceof Place.OfPart(String part)
            ? board.supplies().stream()
                .filter(rail -> rail.madeBy().contains(part))
                .map(Rail::name)
                .collect(Collectors.toSet())
            : Set.of();
    boolean read =
        telling.findings().stream()
            .filter(told -> told.moment().epoch() == telling.epoch())
            .anyMatch(told -> railRead(told.finding()).filter(made::contains).isPresent());
    return read
        ? Optional.empty()
        : scored.stream()
            .filter(s -> railRead(s.finding()).filter(made::contains).isPresent())
            .findFirst();
  }

  /** A fuse, a link or a coil is measured across before it is replaced. */
  private Optional<LookAhead.Scored> acrossBefore(Suspect leader, List<LookAhead.Scored> scored) {
    return leader.place() instanceof Place.OfPart(String part)
            && board.part(part).filter(p -> p.device().isSeries()).isPresent()
        ? scored.stream()
            .filter(s -> s.finding() instanceof Finding.PartOhms ohms && ohms.part().equals(part))
            .findFirst()
        : Optional.empty();
  }

  /** The rail a meter was put on. */
  private static Optional<String> railRead(Finding finding) {
    return switch (finding) {
      case Finding.RailVolts volts -> Optional.of(volts.rail());
      case Finding.FarVolts volts -> Optional.of(volts.rail());
      case Finding.RailOhms ohms -> Optional.of(ohms.rail());
      case Finding.PullStep pull -> Optional.of(pull.rail());
      case Finding _ -> Optional.empty();
    };
  }

  /** What switching on may break: a rail that reads low is not powered without need. */
  private double riskOfPower(Telling telling) {
    Map<String, Double> ohms = new LowRails(board).ohms(now(telling));
    return board.rails().stream().anyMatch(rail -> Candidates.pulledDown(rail, ohms))
        ? costs.single("power into a short")
        : 0;
  }

  /** Whether a short is no hindrance, since the board is fed for it from a limited supply. */
  private static boolean isFedApart(Finding test) {
    return test.kind().intoShort().isPresent();
  }

  /**
   * Whether a rail reads so low that it is called so and was not seen at its voltage since: the
   * board is not switched on before that is explained.
   */
  private boolean mustStayOff(Telling telling) {
    return !new LowRails(board).low(telling.findings()).isEmpty();
  }

  /** What was found since the last mend. */
  private static List<Telling.DatedFinding> now(Telling telling) {
    return telling.findings().stream()
        .filter(told -> told.moment().epoch() == telling.epoch())
        .toList();
  }

  /** In which state the board was left by the last reading. */
  private static Optional<Boolean> powered(Telling telling) {
    return telling.findings().isEmpty()
        ? Optional.empty()
        : Optional.of(telling.findings().getLast().finding().kind().powered());
  }

  private List<Step> steps(
      Diagnosis diagnosis,
      Telling telling,
      List<LookAhead.Scored> scored,
      LookAhead lookAhead,
      Set<Object> taken,
      Set<String> declined) {
    List<Step> steps = new ArrayList<>();
    boolean hardly = lookAhead.hardlyTells(scored);
    double patience = hardly ? patience(telling) / 2 : patience(telling);
    Suspect leader = toMend(diagnosis, lookAhead, declined, patience, telling);
    OptionalDouble nextTest =
        hardly ? OptionalDouble.empty() : OptionalDouble.of(scored.getFirst().cost());
    double mendFrom = mendFrom(leader, patience);
    boolean allowed =
        leader.probability() >= mendFrom
            && !declined.contains(StepWords.mendName(board, leader.place()));
    Optional<LookAhead.Scored> rail =
        railToRead(scored, toExplain(telling), telling)
            .or(() -> allowed ? railBefore(leader, scored, telling) : Optional.empty())
            .or(() -> allowed ? acrossBefore(leader, scored) : Optional.empty());
    Optional<LookAhead.Scored> chosen =
        rail.isPresent()
            ? rail
            : lookAhead.choose(
                scored, new LookAhead.Mending(placesOf(leader), waste(leader), mendFrom, allowed));
    List<LookAhead.Scored> first = first(scored, diagnosis.suspects().getFirst(), telling);
    if (!first.isEmpty() && rail.isEmpty()) {
      boolean mend = allowed && (chosen.isEmpty() || isFoundation(leader));
      chosen = mend ? Optional.empty() : Optional.of(first.getFirst());
    }
    List<LookAhead.Scored> inOrder = new ArrayList<>(scored);
    if (!first.isEmpty()) {
      inOrder.removeAll(first);
      inOrder.addAll(0, first);
    }
    boolean off = mustStayOff(telling);
    if (off || (riskOfPower(telling) > 0 && !first.isEmpty())) {
      // Nothing is switched on into a short, but from a supply that is limited.
      inOrder.removeIf(s -> s.finding().kind().powered() && !(off && isFedApart(s.finding())));
      if (chosen.isPresent() && !inOrder.contains(chosen.get())) {
        chosen = inOrder.stream().findFirst();
      }
    }
    if (first.isEmpty() && (scored.isEmpty() || scored.getFirst().saves() <= 0)) {
      inOrder.sort(Comparator.comparingDouble((LookAhead.Scored s) -> -s.bitsPerMinute()));
    }
    boolean mendNow = allowed && chosen.isEmpty();
    if (mendNow) {
      steps.add(words.mend(leader, nextTest));
    } else if (chosen.isPresent()) {
      inOrder.remove(chosen.get());
      inOrder.addFirst(chosen.get());
    }
    if (!mendNow && rail.isEmpty() && first.isEmpty()) {
      railsFirst(inOrder, telling);
      clockAndResetFirst(inOrder, leader, telling);
    }
    if (allowed && !mendNow) {
      // Of two tests of one part only the first is told.
      acrossBefore(leader, inOrder)
          .ifPresent(
              across -> {
                inOrder.remove(across);
                inOrder.add(Math.min(1, inOrder.size()), across);
              });
    }
    Optional<Seating.Seat> seat = seating(diagnosis, declined, telling);
    boolean seatNow =
        rail.isEmpty()
            && first.isEmpty()
            && looked(telling)
            && seat.filter(s -> comesFirst(s, scored, lookAhead, telling))
                .filter(s -> !allowed || comesFirst(s, leader, telling))
                .isPresent();
    Set<String> places = new HashSet<>();
    for (LookAhead.Scored s : inOrder) {
      // Three pins of one part, or three rails, say nearly the same: one is enough to choose from.
      Set<String> about = facts.about(s.finding());
      if (steps.size() < MOST_TOLD && Collections.disjoint(places, about)) {
        places.addAll(about);
        steps.add(
            words
                .with(telling.partsOut())
                .test(s, lookAhead.told(s.test()), taken.contains(s.finding().identity()), off));
      }
    }
    if (seatNow) {
      Step seating = words.seat(seat.orElseThrow());
      steps.removeIf(step -> step.action().equals(seating.action()));
      steps.addFirst(seating);
      while (steps.size() > MOST_TOLD) {
        steps.removeLast();
      }
    }
    Set<String> leading = around(diagnosis.suspects().getFirst().place());
    boolean told =
        steps.stream()
            .anyMatch(
                step ->
                    leading.contains(step.part())
                        || step.pins().stream().anyMatch(pin -> leading.contains(pin.part())));
    if (!mendNow && !told) {
      aboutLeader(inOrder, leading)
          .map(
              s ->
                  words
                      .with(telling.partsOut())
                      .test(
                          s, lookAhead.told(s.test()), taken.contains(s.finding().identity()), off))
          .ifPresent(step -> offer(steps, step));
    }
    if (allowed && !mendNow && steps.size() == MOST_TOLD) {
      steps.set(MOST_TOLD - 1, words.mend(leader, nextTest));
    } else if (steps.isEmpty()) {
      steps.add(words.mend(leader, nextTest));
    }
    if (!mendNow) {
      seat.filter(s -> s.chance() >= SEAT_FROM && s.place() instanceof Place.Joints)
          .ifPresent(s -> offer(steps, words.seat(s)));
    }
    if (hardly && !mendNow) {
      missing(diagnosis)
          .ifPresent(fact -> steps.set(0, steps.getFirst().because(HARDLY + missed(fact))));
    }
    return steps;
  }

  /**
   * Where nobody has looked at any rail or pin yet, half a minute with the meter comes before all
   * else.
   */
  private static void railsFirst(List<LookAhead.Scored> inOrder, Telling telling) {
    if (!looked(telling)) {
      inOrder.stream()
          .filter(s -> s.finding() instanceof Finding.RailVolts)
          .filter(s -> s.bitsPerMinute() > LookAhead.TRIFLE_BITS_A_MINUTE)
          .findFirst()
          .ifPresent(
              volts -> {
                inOrder.remove(volts);
                inOrder.addFirst(volts);
              });
    }
  }

  /** Whether anybody put a meter or a probe to the board yet. */
  private static boolean looked(Telling telling) {
    return telling.findings().stream()
        .map(Telling.DatedFinding::finding)
        .anyMatch(
            found ->
                railRead(found).isPresent()
                    || (found.kind().powered() && !found.subject().pins().isEmpty()));
  }

  /** A card that a dead clock shows this often is one of no sign of life. */
  private static final double NO_LIFE = 0.5;

  /** Whatever else it shows, a board that does not start is looked at like one without life. */
  private static final String NO_START = "no-boot";

  /** What is suspected more than this is gone after, whatever comes first as a rule. */
  private static final double STRONGLY = 0.4;

  /**
   * Where a board shows no sign of life, its rails are good and nothing was seen to move yet, the
   * processor's clock comes next and then its reset, before anything is pressed or changed (common
   * practice, no source). A dead test says both at once: a board that has one is left out.
   */
  private void clockAndResetFirst(List<LookAhead.Scored> inOrder, Suspect leader, Telling telling) {
    List<Finding> found = now(telling).stream().map(Telling.DatedFinding::finding).toList();
    boolean lifeless =
        found.stream().anyMatch(f -> f instanceof Finding.Symptom(String card) && isLifeless(card));
    boolean moves =
        found.stream()
            .anyMatch(
                f ->
                    (f instanceof Finding.Probe(PinRef _, Signal shown, boolean _)
                            && shown == Signal.TOGGLING)
                        || f instanceof Finding.Processing
                        || f instanceof Finding.Runs
                        || f instanceof Finding.Message);
    boolean railsRead = found.stream().anyMatch(f -> railRead(f).isPresent());
    if (!lifeless
        || moves
        || !railsRead
        || leader.probability() > STRONGLY
        || !board.deadTest().flashes().isEmpty()) {
      return;
    }
    Set<String> read =
        found.stream()
            .flatMap(f -> f.subject().pins().stream())
            .map(this::line)
            .collect(Collectors.toSet());
    List<PinRef> clock = Clocks.clockPins(board);
    List<PinRef> reset = Clocks.resetPin(board).stream().toList();
    for (List<PinRef> pins : List.of(clock, reset)) {
      Set<String> lines = pins.stream().map(this::line).collect(Collectors.toSet());
      Optional<LookAhead.Scored> there =
          Collections.disjoint(lines, read)
              ? inOrder.stream()
                  .filter(s -> s.finding().subject().pins().stream().anyMatch(pins::contains))
                  .filter(s -> s.finding().kind().powered())
                  .filter(s -> s.bitsPerMinute() > 0)
                  .findFirst()
              : Optional.empty();
      if (there.isPresent()) {
        inOrder.remove(there.get());
        inOrder.addFirst(there.get());
        return;
      }
    }
  }

  private boolean isLifeless(String card) {
    return card.equals(NO_START)
        || board.symptom(card).stream()
            .anyMatch(c -> c.chances().getOrDefault("clock", 0.0) >= NO_LIFE);
  }

  private String line(PinRef pin) {
    return board.netOf(pin).map(Net::name).orElse(pin.toString());
  }

  /** What tells most of the place that is suspected most. */
  private Optional<LookAhead.Scored> aboutLeader(
      List<LookAhead.Scored> inOrder, Set<String> leading) {
    return inOrder.stream()
        .filter(s -> s.bitsPerMinute() > LookAhead.TRIFLE_BITS_A_MINUTE)
        .filter(
            s ->
                leading.contains(s.finding().subject().part())
                    || s.finding().subject().pins().stream()
                        .anyMatch(pin -> leading.contains(pin.part())))
        .max(Comparator.comparingDouble(LookAhead.Scored::bitsPerMinute));
  }

  /** How likely a poor contact in one socket has to be for its part to be seated on a guess. */
  private static final double SEAT_FROM = 0.25;

  /** The part whose contacts together are suspected most, of those that were not declined. */
  private Optional<Seating.Seat> seating(
      Diagnosis diagnosis, Set<String> declined, Telling telling) {
    return new Seating(board, catalogue)
        .best(
            diagnosis.hypotheses(),
            seat ->
                !declined.contains(StepWords.mendName(board, seat.place()))
                    && (seat.chance() >= SEAT_FROM || !isSeated(seat.place(), telling)));
  }

  /** Whether what would be seated or cleaned at a place was so already, and that did not help. */
  private boolean isSeated(Place place, Telling telling) {
    Mend again = StepWords.mendOf(board, place);
    return again instanceof Mend.OfPart(String _, Mend.PartAction action)
        && (action == Mend.PartAction.RESEATED || action == Mend.PartAction.CLEANED)
        && telling.mends().stream().anyMatch(mend -> mend.mend().equals(again));
  }

  /**
   * Whether seating a part comes before every test: where it does more of the work that is left for
   * its minutes. A test does as much of it as it takes off what is not known (the information
   * heuristic of Pattipati and Alexandridis 1990, doi:10.1109/21.57289), a mend its chance; of two
   * that may each end the search, the one with more chance a minute goes first (Blackwell, see
   * {@link MendInTurn}).
   */
  private boolean comesFirst(
      Seating.Seat seat, List<LookAhead.Scored> scored, LookAhead lookAhead, Telling telling) {
    return seat.chance() / mendingMinutes(seat.place(), telling) > lookAhead.workPerMinute(scored);
  }

  /** Whether seating a part comes before the mend of a suspect. */
  private boolean comesFirst(Seating.Seat seat, Suspect leader, Telling telling) {
    return seat.chance() / mendingMinutes(seat.place(), telling)
        > leader.probability() / mendingMinutes(leader.place(), telling);
  }

  /** What a mend takes with the look afterwards. */
  private double mendingMinutes(Place place, Telling telling) {
    return shop.school().mendWeight() * words.mendMinutes(place)
        + costs.single("check")
        + (powered(telling).orElse(false) ? costs.single("power or turn") : 0);
  }

  /** Puts a step among those told, in the last place where all are taken. */
  private static void offer(List<Step> steps, Step step) {
    if (steps.stream().anyMatch(s -> s.action().equals(step.action()))) {
      return;
    }
    if (steps.size() < MOST_TOLD) {
      steps.add(step);
    } else {
      steps.set(MOST_TOLD - 1, step);
    }
  }

  /**
   * What comes before everything else, the most telling first: while a rail is pulled down, what
   * needs no power; where the supply, the clock or the reset is suspected most, or the processor's
   * clock or reset was read wrong, what looks at that. Empty where neither is so, or nothing of it
   * tells more than a trifle.
   */
  private List<LookAhead.Scored> first(
      List<LookAhead.Scored> scored, Suspect leader, Telling telling) {
    boolean danger = riskOfPower(telling) > 0;
    Set<String> lines = new Foundations(board).doubted(now(telling));
    if (!danger && lines.isEmpty() && !isFoundation(leader)) {
      return List.of();
    }
    Set<String> around = lines.isEmpty() ? around(leader.place()) : Set.of();
    return scored.stream()
        .filter(s -> s.bitsPerMinute() > LookAhead.TRIFLE_BITS_A_MINUTE)
        .filter(
            s ->
                danger
                    ? !s.finding().kind().powered()
                    : s.finding().subject().pins().stream()
                            .anyMatch(pin -> around.contains(pin.part()) || isOn(pin, lines))
                        || around.contains(s.finding().subject().part()))
        .sorted(Comparator.comparingDouble((LookAhead.Scored s) -> -s.bitsPerMinute()))
        .toList();
  }

  private boolean isOn(PinRef pin, Set<String> lines) {
    return lines.contains(line(pin));
  }

  private static final Set<String> FOUNDATIONS = Set.of("power", "clock", "reset");

  /** How likely something of the foundations has to be to be settled before all else. */
  private static final double FOUNDATION_FROM = 0.3;

  private boolean isFoundation(Suspect leader) {
    return leader.probability() >= FOUNDATION_FROM
        && around(leader.place()).stream()
            .flatMap(part -> board.part(part).stream())
            .allMatch(part -> FOUNDATIONS.contains(part.block()));
  }

  /** The parts a place is of, or lies between. */
  private static Set<String> around(Place place) {
    return switch (place) {
      // Two neighbouring pins are of one part as a rule.
      case Place.Segment s -> new HashSet<>(List.of(s.from().part(), s.to().part()));
      case Place.Bridge b -> new HashSet<>(List.of(b.one().part(), b.other().part()));
      case Place.Contact c -> Set.of(c.pin().part());
      case Place.Joints j -> Set.of(j.part());
      case Place.FittedSet set -> Set.copyOf(set.parts());
      case Place.OfPart p -> Set.of(p.part());
      case Place other -> around(other.mendable());
    };
  }

  /** What is not known of the board and would help most with those suspected now. */
  private Optional<DepthMeter.Fact> missing(Diagnosis diagnosis) {
    Map<String, Double> suspected = new HashMap<>();
    for (Suspect suspect : diagnosis.suspects()) {
      if (suspect.place().mendable() instanceof Place.OfPart(String part)) {
        suspected.merge(part, suspect.probability(), Double::sum);
      }
    }
    return DepthMeter.of(board, part -> suspected.getOrDefault(part.designator(), 0.0))
        .next()
        .stream()
        .filter(fact -> fact.worth() > 0)
        .findFirst();
  }

  private static String missed(DepthMeter.Fact fact) {
    return "Worth adding to the board: " + fact.what() + "; then " + fact.buys() + ".";
  }

  /** The place mending in turn begins with, if it is told as a suspect. */
  private Suspect toMend(
      Diagnosis diagnosis,
      LookAhead lookAhead,
      Set<String> declined,
      double patience,
      Telling telling) {
    int first = lookAhead.firstMend();
    Place place =
        first < 0 ? diagnosis.suspects().getFirst().place() : catalogue.places().get(first);
    return diagnosis.suspects().stream()
        .filter(s -> !declined.contains(StepWords.mendName(board, s.place())))
        .filter(s -> s.probability() >= SEAT_FROM || !isSeated(s.place(), telling))
        .filter(s -> isMendedAt(s.place(), place) || s.probability() >= mendFrom(s, patience))
        .findFirst()
        .orElse(diagnosis.suspects().getFirst());
  }

  /** Whether a suspect is a place, or the socket whose contacts are mended with it. */
  private static boolean isMendedAt(Place suspect, Place place) {
    return suspect.equals(place)
        || (suspect instanceof Place.Joints(String part)
            && place instanceof Place.Contact(PinRef pin)
            && pin.part().equals(part));
  }

  /** The least suspicion a mend is proposed at: contacts may be cleaned on a guess. */
  private double mendFrom(Suspect suspect, double patience) {
    boolean contact =
        switch (suspect.place()) {
          case Place.OfPart(String part) ->
              board.part(part).filter(p -> p.device().isContact()).isPresent();
          case Place.Joints(String part) -> board.part(part).filter(Part::socketed).isPresent();
          case Place _ -> false;
        };
    return contact
        ? CLEAN_FROM * patience
        : Math.max(CLEAN_FROM, patience * shop.school().mendFrom());
  }

  /**
   * The share of the usual suspicion that is asked for a mend: all of it at first, less and less
   * the longer the board was only tested since the last mend. Common practice, no source.
   */
  private double patience(Telling telling) {
    double minutes =
        telling.findings().stream()
            .filter(f -> f.moment().epoch() == telling.epoch())
            .mapToDouble(f -> facts.minutes(f.finding()))
            .sum();
    double over = Math.max(0, minutes - costs.single("patience"));
    return over == 0 ? 1 : Math.pow(0.5, over / costs.single("patience halves"));
  }

  /** What a mend of a suspect costs where it does nothing. */
  private double waste(Suspect suspect) {
    return words.mendMinutes(suspect.place()) * shop.school().mendWeight() + costs.single("check");
  }

  /** The places of the catalogue a suspect stands for: neighbouring breaks are told as one. */
  private Set<Integer> placesOf(Suspect suspect) {
    Set<Integer> places = new HashSet<>();
    for (int i = 0; i < catalogue.places().size(); i++) {
      if (within(catalogue.places().get(i), suspect.place())) {
        places.add(i);
      }
    }
    return places;
  }

  private boolean within(Place place, Place told) {
    if (place instanceof Place.Segment part
        && told instanceof Place.Segment whole
        && part.net().equals(whole.net())) {
      var path = board.net(whole.net()).orElseThrow().path();
      return path.indexOf(part.from()) >= path.indexOf(whole.from())
          && path.indexOf(part.to()) <= path.indexOf(whole.to());
    }
    return place.equals(told)
        || (place instanceof Place.Contact(PinRef pin)
            && told.equals(new Place.Joints(pin.part())));
  }

  /**
   * What was tested enough: a quick reading may be taken twice. What was found at a part or a line
   * before a mend that has nothing to do with it holds on.
   */
  private Set<Object> done(Telling telling) {
    Map<Object, Integer> times = new HashMap<>();
    for (Telling.DatedFinding told : telling.findings()) {
      Finding finding = told.finding();
      boolean quick =
          finding instanceof Finding.Probe
              || finding instanceof Finding.PinVolts
              || finding instanceof Finding.Continuity;
      if (told.moment().state().equals(telling.now())) {
        times.merge(finding.identity(), quick ? 1 : 2, Integer::sum);
      } else if (holdsOn(told, telling)) {
        times.merge(finding.identity(), 2, Integer::sum);
      }
    }
    Set<Object> done = new HashSet<>();
    times.forEach(
        (test, count) -> {
          if (count >= 2) {
            done.add(test);
          }
        });
    return done;
  }

  /**
   * Whether no mend since had to do with what a finding was read at. Under power that is said of
   * what was well alone: what was not may have been so for want of what is mended now.
   */
  private boolean holdsOn(Telling.DatedFinding told, Telling telling) {
    Finding finding = told.finding();
    if (finding instanceof Finding.PullStep) {
      // What a pull shows hangs on all the rail's other loads.
      return false;
    }
    boolean inTheHand = finding.kind().partOut();
    boolean sameWay =
        told.moment().partsOut().equals(telling.partsOut())
            && told.moment().freeRun() == telling.freeRun();
    if (!inTheHand && !(sameWay && (!finding.kind().powered() || Sweep.isWell(finding)))) {
      return false;
    }
    Set<String> parts = new HashSet<>();
    if (finding.subject().pins().isEmpty()) {
      parts.add(finding.subject().part());
    } else {
      finding
          .subject()
          .pins()
          .forEach(
              pin ->
                  board.netOf(pin).ifPresent(net -> net.path().forEach(p -> parts.add(p.part()))));
      finding.subject().pins().forEach(pin -> parts.add(pin.part()));
    }
    parts.remove("");
    return !parts.isEmpty()
        && telling.mends().stream()
            .filter(mend -> mend.epoch() > told.moment().epoch())
            .noneMatch(mend -> isAt(mend.mend(), parts));
  }

  private static boolean isAt(Mend mend, Set<String> parts) {
    return switch (mend) {
      case Mend.OfPart(String part, _) -> parts.contains(part);
      case Mend.OfSet(List<String> set) -> !Collections.disjoint(set, parts);
      case Mend.Reflowed _, Mend.Wired _, Mend.Parted _ ->
          mend.pins().stream().anyMatch(pin -> parts.contains(pin.part()));
    };
  }
}
