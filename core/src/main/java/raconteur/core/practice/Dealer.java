package raconteur.core.practice;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.contest.Bench;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

/**
 * Deals boards with hidden faults. Faults are drawn as likely as the priors say among those that
 * fit a level, until every one of them shows by itself. On a simulated board each look is a run of
 * the board.
 */
public final class Dealer {
  private static final int MOST_DRAWS = 60;

  /** So many parts of one kind that hang on one output make a shared cause. */
  private static final int MANY = 4;

  private static final double SELDOM = 0.3;
  private static final double OFTEN = 0.7;

  private final Board board;
  private final Bench bench;
  private final FaultCatalogue catalogue;

  /**
   * What was dealt.
   *
   * @param opening lines the story begins with
   */
  public record Dealt(List<PlantedFault> faults, List<String> opening) {
    public Dealt {
      faults = List.copyOf(faults);
      opening = List.copyOf(opening);
    }
  }

  public Dealer(Board board, Bench bench) {
    this.board = board;
    this.bench = bench;
    this.catalogue = FaultCatalogue.of(board, Priors.shipped(), History.NONE);
  }

  /** Whether the board can have such a trouble at all; quick. */
  public boolean canDeal(Level level) {
    return switch (level) {
      case USUAL, MASKED, INTERMITTENT -> !catalogue.faults().isEmpty();
      case DEAD_PART, LINE, LEAK, SHARED -> catalogue.faults().stream().anyMatch(fits(level));
      case REPAIRED -> catalogue.faults().stream().anyMatch(this::isOpenJoint);
    };
  }

  /** Deals a board; empty where none was found, the same for the same seed. */
  public Optional<Dealt> deal(Level level, long seed) {
    return deal(level, seed, () -> false);
  }

  /**
   * The same, given up when asked to.
   *
   * @param stop asked before every draw
   */
  public Optional<Dealt> deal(Level level, long seed, BooleanSupplier stop) {
    if (!canDeal(level)) {
      return Optional.empty();
    }
    var dice = new SplittableRandom(seed ^ 0x3C6EF372FE94F82BL);
    for (int i = 0; i < MOST_DRAWS && !stop.getAsBoolean(); i++) {
      List<PlantedFault> drawn = draw(level, seed * MOST_DRAWS + i, dice);
      if (!drawn.isEmpty() && drawn.stream().allMatch(this::shows) && hides(level, drawn)) {
        return Optional.of(new Dealt(drawn, opening(level, drawn, seed)));
      }
    }
    return Optional.empty();
  }

  private boolean shows(PlantedFault fault) {
    // What is there now and then is judged as it is when it is there.
    return bench.shows(new PlantedFault(fault.wrong(), 1, 0));
  }

  private boolean hides(Level level, List<PlantedFault> drawn) {
    return level != Level.MASKED || bench.masks(drawn.getFirst(), drawn.getLast());
  }

  private List<PlantedFault> draw(Level level, long seed, SplittableRandom dice) {
    return switch (level) {
      case USUAL -> FaultDraw.draw(board, FaultDraw.usualCount(seed), seed);
      case DEAD_PART, LINE, LEAK, SHARED -> one(fits(level), dice);
      case MASKED -> FaultDraw.draw(board, 2, seed);
      case INTERMITTENT ->
          one(Dealer::isElectrical, dice).stream()
              .map(f -> new PlantedFault(f.wrong(), now(dice), 0))
              .toList();
      case REPAIRED -> repaired(seed, dice);
    };
  }

  /** A share of the switching-ons, in whole percents as it is written down. */
  private static double now(SplittableRandom dice) {
    return Math.round((SELDOM + (OFTEN - SELDOM) * dice.nextDouble()) * 100) / 100.0;
  }

  private List<PlantedFault> repaired(long seed, SplittableRandom dice) {
    List<PlantedFault> first = FaultDraw.draw(board, 1, seed);
    List<PlantedFault> both = new ArrayList<>(first);
    both.addAll(one(this::isOpenJoint, dice));
    return both.stream().distinct().toList();
  }

  private List<PlantedFault> one(Predicate<Fault> which, SplittableRandom dice) {
    double all = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      all += which.test(catalogue.faults().get(i)) ? catalogue.odds(i) : 0;
    }
    double at = dice.nextDouble() * all;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      if (which.test(catalogue.faults().get(i))) {
        at -= catalogue.odds(i);
        if (at < 0) {
          return List.of(PlantedFault.of(catalogue.faults().get(i)));
        }
      }
    }
    return List.of();
  }

  private Predicate<Fault> fits(Level level) {
    return switch (level) {
      case DEAD_PART -> f -> f.mode() == FaultMode.DEAD && board.part(partOf(f)).isPresent();
      case LINE ->
          f ->
              f.place() instanceof Place.Segment
                  || f.place() instanceof Place.Bridge
                  || f.mode() == FaultMode.STUCK_LOW
                  || f.mode() == FaultMode.STUCK_HIGH;
      case LEAK -> f -> f.mode() == FaultMode.LEAKS || f.mode() == FaultMode.SHORTED;
      case SHARED -> f -> f.place() instanceof Place.Output(PinRef pin) && reachesMany(pin);
      case MASKED, INTERMITTENT, REPAIRED, USUAL -> _ -> true;
    };
  }

  private static String partOf(Fault fault) {
    return fault.place().mendable() instanceof Place.OfPart(String part) ? part : "";
  }

  /** Whether one output is read by many parts of one kind. */
  private boolean reachesMany(PinRef pin) {
    Map<String, Set<String>> byDevice = new HashMap<>();
    board.netOf(pin).stream()
        .flatMap(net -> net.path().stream())
        .filter(p -> board.kind(p).reads())
        .forEach(
            p ->
                board
                    .part(p.part())
                    .ifPresent(
                        part ->
                            byDevice
                                .computeIfAbsent(part.device().name(), _ -> new HashSet<>())
                                .add(part.designator())));
    return byDevice.values().stream().anyMatch(parts -> parts.size() >= MANY);
  }

  private static boolean isElectrical(Fault fault) {
    return fault.mode() != FaultMode.LEAKS && fault.mode() != FaultMode.SHORTED;
  }

  private boolean isOpenJoint(Fault fault) {
    return fault.mode() == FaultMode.OPEN && !jointOf(fault).isEmpty();
  }

  /** The part a joint or contact belongs to; empty for another place. */
  private String jointOf(Fault fault) {
    return switch (fault.place()) {
      case Place.Contact(PinRef pin) -> pin.part();
      case Place.Segment segment -> segment.to().part();
      case Place.Joints(String part) -> part;
      case Place _ -> "";
    };
  }

  private List<String> opening(Level level, List<PlantedFault> faults, long seed) {
    List<String> lines = new ArrayList<>();
    if (level == Level.REPAIRED) {
      for (PlantedFault fault : faults) {
        if (fault.wrong() instanceof PlantedFault.Known(Fault known) && isOpenJoint(known)) {
          lines.add("note " + jointOf(known) + " was fitted by somebody before us");
        }
      }
    }
    if (level == Level.INTERMITTENT) {
      lines.add("note it works at some switching-ons and not at others");
    }
    lines.add(bench.symptom(certain(faults), seed).line());
    return lines;
  }

  /** The faults as they are when they are there: it is brought in for what it does then. */
  private static List<PlantedFault> certain(List<PlantedFault> faults) {
    return faults.stream().map(f -> new PlantedFault(f.wrong(), 1, 0)).toList();
  }
}
