package raconteur.core.judge;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.TestKind;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * What is known of switching this board on now: what speaks against it, what was looked at, and
 * what nobody has looked at yet. Multi-rail memories die within moments when their negative rail is
 * missing while the positive ones are there; a shorted rail cooks what feeds it; a rail that is
 * over, or has the wrong sign, kills what hangs on it. Common practice, no source.
 *
 * @param reasons one sentence each, the worst first; empty where nothing speaks against it
 * @param provenRails rails whose last voltage that still holds was good, on the board or on a dummy
 *     load
 * @param goodOnBoard those of them that were read on the board itself
 * @param notLooked rails of the chips that were neither read to ground nor seen under power since
 *     something on them was worked on
 * @param looked what was read of the others, in words, with the latest of those lines
 * @param wasOn the last line that was read under power since the last mend
 * @param worked whether anything was mended on it
 */
public record PowerSafety(
    List<String> reasons,
    List<String> provenRails,
    List<String> goodOnBoard,
    List<String> notLooked,
    List<String> looked,
    Optional<Entry.Line> lastLook,
    Optional<Entry.Line> wasOn,
    boolean worked) {
  private static final int MOST_NAMED = 4;

  public PowerSafety {
    reasons = List.copyOf(reasons);
    provenRails = List.copyOf(provenRails);
    goodOnBoard = List.copyOf(goodOnBoard);
    notLooked = List.copyOf(notLooked);
    looked = List.copyOf(looked);
  }

  /** How it stands. */
  public enum State {
    /** Something speaks against it. */
    DO_NOT,
    /** Nobody has looked at all of its rails. */
    NOT_LOOKED,
    /** Its rails were read to ground, and nothing speaks against it. */
    MAY,
    /** It was on since the last mend, and nothing speaks against it. */
    WAS_ON
  }

  /** Whether nothing that was read speaks against it. */
  public boolean safe() {
    return reasons.isEmpty();
  }

  public State state() {
    if (!safe()) {
      return State.DO_NOT;
    }
    if (wasOn.isPresent()) {
      return State.WAS_ON;
    }
    return notLooked.isEmpty() ? State.MAY : State.NOT_LOOKED;
  }

  /**
   * How it stands, in one sentence.
   *
   * @param at how a moment is written
   */
  public String words(BenchContext.Supply supply, Function<Instant, String> at) {
    boolean on = supply == BenchContext.Supply.ON;
    return switch (state()) {
      case DO_NOT -> (on ? "Switch off: " : "Do not switch on yet: ") + String.join(" ", reasons);
      case NOT_LOOKED -> (on ? "On, and not looked at: " : "Not looked at yet: ") + missing() + ".";
      case MAY ->
          "May be switched on: "
              + few(looked)
              + lastLook.map(l -> ", last read " + at.apply(l.at())).orElse("")
              + ".";
      case WAS_ON ->
          (on ? "On" : "Was on")
              + wasOn.map(l -> ", last seen " + at.apply(l.at())).orElse("")
              + ": nothing read since speaks against power.";
    };
  }

  /** Which rails nobody has read to ground. */
  public String missing() {
    return few(notLooked)
        + (notLooked.size() == 1 ? " has" : " have")
        + " not been read to ground"
        + (worked ? " since the last work on the board" : "");
  }

  private static String few(List<String> names) {
    return names.size() <= MOST_NAMED
        ? String.join(", ", names)
        : String.join(", ", names.subList(0, MOST_NAMED))
            + " and "
            + (names.size() - MOST_NAMED)
            + " more";
  }

  /** Weighs every reading that still holds. */
  public static PowerSafety of(Board board, Telling telling) {
    return new Worker(board, telling).safety();
  }

  /** The parts that need a negative rail beside a positive one, with the negative rails. */
  public static Map<Part, List<Rail>> multiRailParts(Board board) {
    Map<Part, List<Rail>> parts = new LinkedHashMap<>();
    for (Part part : board.parts()) {
      List<Rail> rails = railsOf(board, part);
      boolean positive = rails.stream().anyMatch(r -> r.volts() > 0);
      List<Rail> negative = rails.stream().filter(r -> r.volts() < 0).toList();
      if (part.fitted() && part.device().isChip() && positive && !negative.isEmpty()) {
        parts.put(part, negative);
      }
    }
    return parts;
  }

  /** By the nets where they are known, else by what the device's pins want. */
  private static List<Rail> railsOf(Board board, Part part) {
    if (!board.nets().isEmpty()) {
      return part.pins().stream()
          .flatMap(pin -> board.netOf(pin).stream())
          .flatMap(net -> board.railOfNet(net.name()).stream())
          .distinct()
          .toList();
    }
    return part.device().facts().supplies().values().stream()
        .flatMap(name -> board.rail(name).stream())
        .distinct()
        .toList();
  }

  private static final class Worker {
    private final Board board;
    private final Board found;
    private final Telling telling;
    private final Figures figures = Figures.shipped("supply");
    private final Map<String, Double> ohms = new TreeMap<>();
    private final Map<String, Double> onBoard = new TreeMap<>();
    private final Map<String, Double> onDummy = new TreeMap<>();
    private final Map<String, Entry.Line> lookedAt = new TreeMap<>();
    private Optional<Entry.Line> wasOn = Optional.empty();
    private final Map<String, String> joined = new TreeMap<>();
    private final List<String> reasons = new ArrayList<>();

    Worker(Board board, Telling telling) {
      this.board = board;
      this.telling = telling;
      this.found = telling.condition().asFound(board);
      MendedRails mended = new MendedRails(board, telling);
      telling.findings().forEach(told -> note(told, mended));
      int epoch = telling.epoch();
      wasOn =
          telling.findings().stream()
              .filter(t -> t.moment().epoch() == epoch && isSeenOn(t.finding()))
              .map(DatedFinding::entry)
              .reduce((_, later) -> later);
    }

    /** What is read on the board itself under power; a dummy load says nothing of the board. */
    private static boolean isSeenOn(Finding finding) {
      return finding.power() == TestKind.Power.ON && !(finding instanceof Finding.DummyVolts);
    }

    private void look(DatedFinding told, String rail) {
      lookedAt.put(rail, told.entry());
    }

    private void note(DatedFinding told, MendedRails mended) {
      switch (told.finding()) {
        case Finding.RailOhms t when !t.reversed() && mended.holds(told, t.rail()) -> {
          ohms.put(t.rail(), t.ohms());
          look(told, t.rail());
        }
        case Finding.PullStep t when mended.holds(told, t.rail()) -> {
          ohms.put(t.rail(), t.ohmsAfter());
          look(told, t.rail());
        }
        case Finding.RailVolts t when mended.holds(told, t.rail()) -> {
          onBoard.put(t.rail(), t.volts());
          look(told, t.rail());
        }
        case Finding.FarVolts t when mended.holds(told, t.rail()) -> {
          onBoard.putIfAbsent(t.rail(), t.volts());
          look(told, t.rail());
        }
        case Finding.Continuity t -> joins(told, t, mended);
        case Finding.DummyVolts t when mended.holds(told, t.rail()) ->
            onDummy.put(t.rail(), t.volts());
        case Finding _ -> {}
      }
    }

    /** Remembers whether a rail is joined to a net that it should be apart from. */
    private void joins(DatedFinding told, Finding.Continuity read, MendedRails mended) {
      Optional<Net> one = board.netOf(read.one());
      Optional<Net> other = board.netOf(read.other());
      if (one.isEmpty() || other.isEmpty() || one.equals(other)) {
        return;
      }
      for (Net net : List.of(one.get(), other.get())) {
        board
            .railOfNet(net.name())
            .filter(rail -> mended.holds(told, rail.name()))
            .ifPresent(
                rail -> {
                  String nets = one.get().name() + " and " + other.get().name();
                  if (read.joined()) {
                    joined.put(nets, read.one() + ", " + read.other());
                  } else {
                    joined.remove(nets);
                  }
                });
      }
    }

    PowerSafety safety() {
      multiRail();
      joined.forEach(
          (nets, pins) -> reasons.add(nets + " are joined (" + pins + "): clear the short first."));
      board.rails().forEach(this::rail);
      List<String> proven = board.rails().stream().filter(this::proven).map(Rail::name).toList();
      List<String> good =
          board.rails().stream()
              .filter(r -> onBoard.containsKey(r.name()) && proven(r))
              .map(Rail::name)
              .toList();
      return new PowerSafety(
          reasons,
          proven,
          good,
          board.rails().isEmpty()
              ? List.of("its supply")
              : ofChips().filter(name -> !lookedAt.containsKey(name)).toList(),
          ofChips().filter(lookedAt::containsKey).map(this::looked).toList(),
          lookedAt.values().stream().max(Comparator.comparing(Entry.Line::at)),
          wasOn,
          telling.epoch() > 0);
    }

    /** The rails that chips hang on; what only feeds a regulator is behind it. */
    private Stream<String> ofChips() {
      Set<String> feeds =
          board.rails().stream().map(Rail::from).collect(Collectors.toCollection(HashSet::new));
      Stream<Rail> rails =
          board.rails().stream().filter(r -> board.nets().isEmpty() || feedsChips(r, feeds));
      return rails.map(Rail::name);
    }

    private boolean feedsChips(Rail rail, Set<String> feeds) {
      return !feeds.contains(rail.name())
          || board.net(rail.net()).stream()
              .flatMap(net -> net.path().stream())
              .flatMap(pin -> board.part(pin.part()).stream())
              .anyMatch(p -> p.device().isChip());
    }

    private String looked(String rail) {
      return Optional.ofNullable(ohms.get(rail))
          .map(o -> rail + " " + Quantities.ohms(o))
          .or(
              () ->
                  Optional.ofNullable(onBoard.get(rail)).map(v -> rail + " " + Quantities.volts(v)))
          .orElse(rail);
    }

    /** The voltage that counts: what the board itself showed, else its supply on the dummy load. */
    private Optional<Double> volts(Rail rail) {
      return Optional.ofNullable(onBoard.getOrDefault(rail.name(), onDummy.get(rail.name())));
    }

    private boolean proven(Rail rail) {
      return volts(rail)
          .filter(v -> RailVoltage.of(rail, v) == RailVoltage.Standing.GOOD)
          .isPresent();
    }

    private void multiRail() {
      Map<String, List<String>> inByRail = new TreeMap<>();
      multiRailParts(board)
          .forEach(
              (part, negative) -> {
                if (!telling.partsOut().contains(part.designator())) {
                  negative.stream()
                      .filter(rail -> !proven(rail))
                      .forEach(
                          rail ->
                              inByRail
                                  .computeIfAbsent(rail.name(), n -> new ArrayList<>())
                                  .add(part.designator()));
                }
              });
      inByRail.forEach(
          (name, parts) -> {
            Rail rail = board.rail(name).orElseThrow();
            boolean socketed =
                parts.stream().allMatch(p -> found.part(p).filter(Part::socketed).isPresent());
            String many =
                parts.size() == 1
                    ? parts.getFirst() + " is in"
                    : parts.getFirst()
                        + " to "
                        + parts.getLast()
                        + " ("
                        + parts.size()
                        + " parts) are in";
            String rail1 =
                volts(rail)
                    .map(v -> name + " reads " + Quantities.volts(v))
                    .orElse(name + " is not proven");
            reasons.add(
                many
                    + " and need "
                    + name
                    + ", but "
                    + rail1
                    + ": with the other rails up and this one missing they die. "
                    + (socketed
                        ? "Pull them first, or prove the rail."
                        : "They are soldered in: prove the rail on its dummy load first."));
          });
    }

    private void rail(Rail rail) {
      Double read = ohms.get(rail.name());
      if (read != null && read < figures.of("rail short below ohms")) {
        reasons.add(
            rail.name()
                + " is shorted to ground ("
                + Quantities.ohms(read)
                + "): find the short before any power.");
      } else if (read != null && RailResistance.isLow(rail, read)) {
        reasons.add(
            rail.name()
                + " is loaded ("
                + Quantities.ohms(read)
                + "): find what loads it, or switch on with the current limited.");
      }
      Double volts = onBoard.get(rail.name());
      if (volts != null) {
        switch (RailVoltage.of(rail, volts)) {
          case HIGH ->
              reasons.add(
                  rail.name()
                      + " is over ("
                      + Quantities.volts(volts)
                      + "): it kills what hangs on it.");
          case WRONG_SIGN ->
              reasons.add(
                  rail.name()
                      + " has the wrong sign ("
                      + Quantities.volts(volts)
                      + "): it is pulled by a short to another line.");
          case GOOD, LOW, ABSENT -> {}
        }
      }
    }
  }
}
