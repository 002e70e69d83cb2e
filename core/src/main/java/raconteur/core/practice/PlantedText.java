package raconteur.core.practice;

import java.util.Collections;
import java.util.HashMap;
import java.util.Map;
import java.util.WeakHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.data.Datum;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;

/**
 * Reads planted faults as {@link PlantedFault#toString} writes them, which is how the engine names
 * its own, and as {@link FaultWords} takes them.
 */
final class PlantedText {
  private static final Pattern WHEN =
      Pattern.compile("(.*?)(?: at ([0-9]{1,2}) %)?(?: after ([0-9]{1,4}) min)?");

  /** Listing all faults of a board takes longer than reading one. */
  private static final Map<Board, PlantedText> KEPT =
      Collections.synchronizedMap(new WeakHashMap<>());

  private final FaultWords words;
  private final Map<String, Fault> catalogue = new HashMap<>();

  static PlantedText of(Board board) {
    return KEPT.computeIfAbsent(board, PlantedText::new);
  }

  private PlantedText(Board board) {
    this.words = new FaultWords(board);
    FaultCatalogue.of(board, Priors.shipped(), History.NONE)
        .faults()
        .forEach(fault -> catalogue.put(fault.toString(), fault));
  }

  /** Reads one, or refuses the datum with what would be one. */
  PlantedFault read(Datum text) {
    Matcher when = WHEN.matcher(text.text());
    if (when.matches() && catalogue.containsKey(when.group(1))) {
      return new PlantedFault(
          new PlantedFault.Known(catalogue.get(when.group(1))),
          when.group(2) == null ? 1 : chance(text, when.group(2)),
          when.group(3) == null ? 0 : Integer.parseInt(when.group(3)));
    }
    return switch (words.read(text.text())) {
      case FaultWords.Planted(PlantedFault planted) -> planted;
      case FaultWords.Refused(String why) -> throw text.wrong(why);
    };
  }

  private static double chance(Datum text, String percent) {
    int share = Integer.parseInt(percent);
    if (share == 0) {
      throw text.wrong("is never there: at 1 % at least");
    }
    return share / 100.0;
  }
}
