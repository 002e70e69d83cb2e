package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Finding;

/** How trials of one part come out: read, tried elsewhere, held over, left out. */
record PartModels(Board board, Readings readings) {

  /**
   * What somebody found with the part in the hand; of another kind of fault it says less.
   *
   * @param parts how many the board has
   */
  TestModel<?> found(Conclusion.BadPart bad, int parts) {
    return new FoundModel(
        readings,
        new Finding.FoundBad(bad),
        fault ->
            !fault.place().mendable().equals(new Place.OfPart(bad.part()))
                ? FoundModel.Condition.SOUND
                : isSo(fault.mode(), bad.fault())
                    ? FoundModel.Condition.BAD
                    : FoundModel.Condition.BAD_OTHERWISE,
        parts);
  }

  private static boolean isSo(FaultMode mode, Conclusion.PartFault found) {
    return switch (found) {
      case DEAD -> mode.function() == FaultMode.Function.LOST;
      case STUCK ->
          mode.line() == FaultMode.Line.HELD_LOW || mode.line() == FaultMode.Line.HELD_HIGH;
      case LEAKY -> mode.load() != FaultMode.Load.NONE;
      case SLOW -> mode == FaultMode.WEAK || mode == FaultMode.UNSUITED;
      case DIRTY -> mode == FaultMode.DEAD;
      // Whatever the reversed supply did to it.
      case BACKWARDS -> true;
    };
  }

  TestModel<?> rom(Finding.RomCompare test) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    for (Finding.RomEnd end : Finding.RomEnd.values()) {
      outcomes.put(word(end), new Finding.RomCompare(test.part(), end));
    }
    return new ConditionModel(
        readings,
        "rom",
        List.of("good", "leaking", "marginal", "cells", "bad"),
        fault -> readAs(fault, test.part()),
        found -> word(((Finding.RomCompare) found).end()),
        outcomes);
  }

  TestModel<?> elsewhere(Finding.Elsewhere test) {
    return new ConditionModel(
        readings,
        "elsewhere",
        List.of("good", "marginal", "bad"),
        fault -> functionOf(fault, test.part()),
        found -> word(((Finding.Elsewhere) found).end()),
        each(
            Finding.ElsewhereEnd.values(),
            PartModels::word,
            end -> new Finding.Elsewhere(test.part(), end)));
  }

  /** Two parts in one another's places: a bad one stays on the board, if elsewhere on it. */
  TestModel<?> exchanged(Finding.Exchanged test) {
    Set<Place> both = Set.of(new Place.OfPart(test.one()), new Place.OfPart(test.other()));
    return new ConditionModel(
        readings,
        "exchanged",
        List.of("neither", "one of them"),
        fault -> both.contains(fault.place().mendable()) ? "one of them" : "neither",
        found -> word(((Finding.Exchanged) found).effect()),
        each(
            Finding.SwapEffect.values(),
            PartModels::word,
            effect -> new Finding.Exchanged(test.one(), test.other(), effect)));
  }

  private static <E> Map<String, Finding> each(
      E[] ends, Function<E, String> word, Function<E, Finding> finding) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    for (E end : ends) {
      outcomes.put(word.apply(end), finding.apply(end));
    }
    return outcomes;
  }

  TestModel<?> piggyback(Finding.Piggyback test) {
    return new ConditionModel(
        readings,
        "piggyback",
        List.of("good", "marginal", "bad"),
        fault -> functionOf(fault, test.part()),
        found -> ((Finding.Piggyback) found).changed() ? "changed" : "same",
        two(
            "same",
            new Finding.Piggyback(test.part(), false),
            "changed",
            new Finding.Piggyback(test.part(), true)));
  }

  /** Out of the board, a part no longer holds or loads what others need. */
  TestModel<?> without(Finding.Without test) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    for (Finding.SwapEffect effect : Finding.SwapEffect.values()) {
      outcomes.put(word(effect), new Finding.Without(test.part(), effect));
    }
    return new ConditionModel(
        readings,
        "without",
        List.of("does not hold", "holds", "holds alone"),
        fault ->
            !holds(fault, test.part()) ? "does not hold" : isChip(test) ? "holds" : "holds alone",
        found -> word(((Finding.Without) found).effect()),
        outcomes);
  }

  /** Out of the board most chips are missed; a switch, a capacitor or a plug often is not. */
  private boolean isChip(Finding.Without test) {
    return board.part(test.part()).filter(p -> p.device().isChip()).isPresent();
  }

  private boolean holds(Fault fault, String part) {
    boolean chip = board.part(part).filter(p -> p.device().isChip()).isPresent();
    return fault.place().mendable().equals(new Place.OfPart(part))
        && (fault.mode().holds() || (!chip && fault.mode() == FaultMode.DEAD));
  }

  /**
   * A leak leaves most contents as they are; cells that are going read now one way, now another.
   */
  private static String readAs(Fault fault, String part) {
    if (!fault.place().mendable().equals(new Place.OfPart(part))) {
      return "good";
    }
    return switch (fault.mode()) {
      case LEAKS -> "leaking";
      case BITS_LOST -> "cells";
      default -> functionOf(fault, part);
    };
  }

  /** How a part's own function stands under a fault. */
  private static String functionOf(Fault fault, String part) {
    if (!fault.place().mendable().equals(new Place.OfPart(part))) {
      return "good";
    }
    return switch (fault.mode().function()) {
      case WHOLE -> "good";
      case IMPAIRED -> "marginal";
      case LOST -> "bad";
    };
  }

  private static Map<String, Finding> two(String one, Finding first, String other, Finding second) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put(one, first);
    outcomes.put(other, second);
    return outcomes;
  }

  private static String word(Enum<?> value) {
    return value.name().toLowerCase(Locale.ROOT);
  }
}
