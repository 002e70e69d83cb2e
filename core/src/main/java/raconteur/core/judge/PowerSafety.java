package raconteur.core.judge;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * What speaks against power on this board now. Multi-rail memories die within moments when their
 * negative rail is missing while the positive ones are there; a shorted rail cooks what feeds it; a
 * rail that is over, or has the wrong sign, kills what hangs on it. Common practice, no source.
 *
 * @param reasons one sentence each, the worst first; empty where nothing speaks against it
 * @param provenRails rails whose last voltage that still holds was good, on the board or on a dummy
 *     load
 * @param goodOnBoard those of them that were read on the board itself
 */
public record PowerSafety(
    List<String> reasons, List<String> provenRails, List<String> goodOnBoard) {
  public PowerSafety {
    reasons = List.copyOf(reasons);
    provenRails = List.copyOf(provenRails);
    goodOnBoard = List.copyOf(goodOnBoard);
  }

  public boolean safe() {
    return reasons.isEmpty();
  }

  /** Whether it is safe to go on, in one sentence. */
  public String words(BenchContext.Supply supply) {
    if (safe()) {
      return switch (supply) {
        case ON -> "Safe to go on: nothing read so far speaks against power.";
        case OFF, NOT_SAID -> "Nothing read so far speaks against switching on.";
      };
    }
    return (supply == BenchContext.Supply.ON ? "Switch off: " : "Do not switch on yet: ")
        + String.join(" ", reasons);
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
      boolean chip = part.device().pins().size() > 3 && !isConnector(part);
      if (part.fitted() && chip && positive && !negative.isEmpty()) {
        parts.put(part, negative);
      }
    }
    return parts;
  }

  private static boolean isConnector(Part part) {
    return part.device().isContact();
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
    private final Map<String, String> joined = new TreeMap<>();
    private final List<String> reasons = new ArrayList<>();

    Worker(Board board, Telling telling) {
      this.board = board;
      this.telling = telling;
      this.found = telling.condition().asFound(board);
      MendedRails mended = new MendedRails(board, telling);
      telling.findings().forEach(told -> note(told, mended));
    }

    private void note(DatedFinding told, MendedRails mended) {
      switch (told.finding()) {
        case Finding.RailOhms t when !t.reversed() && mended.holds(told, t.rail()) ->
            ohms.put(t.rail(), t.ohms());
        case Finding.PullStep t when mended.holds(told, t.rail()) ->
            ohms.put(t.rail(), t.ohmsAfter());
        case Finding.RailVolts t when mended.holds(told, t.rail()) ->
            onBoard.put(t.rail(), t.volts());
        case Finding.FarVolts t when mended.holds(told, t.rail()) ->
            onBoard.putIfAbsent(t.rail(), t.volts());
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
      return new PowerSafety(reasons, proven, good);
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
