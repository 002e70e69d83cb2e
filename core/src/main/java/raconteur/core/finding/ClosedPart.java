package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Part;

/**
 * One line that closes a chip: {@code U26 was dead, 4116-3 from stock 1, old one to the dead box}.
 * What it was, what is in its place now, and where the old one went; the last may be left out.
 */
final class ClosedPart {
  private static final Map<String, Closing.Fate> FATES = new LinkedHashMap<>();

  static {
    FATES.put("dead", Closing.Fate.DEAD);
    FATES.put("return", Closing.Fate.RETURNED);
    FATES.put("owner", Closing.Fate.RETURNED);
    FATES.put("spare", Closing.Fate.SPARE);
    FATES.put("discard", Closing.Fate.DISCARDED);
    FATES.put("thrown", Closing.Fate.DISCARDED);
    FATES.put("bin", Closing.Fate.DISCARDED);
  }

  private static final String FORM = "U26 was dead, 4116-3 from stock 1, old one to the dead box";

  private ClosedPart() {}

  /** Reads what stands behind {@code was}. */
  static Understanding read(Words words, Part part) {
    String name = part.designator();
    if (!words.more()) {
      return new Understanding.Unfinished("What it was, what is in now: " + FORM + ".");
    }
    List<String> clauses = List.of(words.rest().split("\\s*,\\s*", -1));
    Optional<Conclusion.PartFault> fault = fault(clauses.getFirst());
    if (fault.isEmpty()) {
      return new Understanding.Unfinished(
          "Behind was comes dead, stuck, leaky, slow, dirty or backwards, then a comma: "
              + FORM
              + ".");
    }
    if (clauses.size() < 2 || clauses.get(1).isBlank()) {
      return new Understanding.Unfinished("A comma, and what is in its place now: " + FORM + ".");
    }
    List<Statement> told = new ArrayList<>();
    told.add(new Statement.Found(new Conclusion.BadPart(name, fault.get())));
    told.add(new Statement.Mended(new Mend.OfPart(name, Mend.PartAction.REPLACED)));
    told.add(new Closing.Fitted(name, clauses.get(1)));
    String gone = "";
    if (clauses.size() > 2) {
      String rest = String.join(" ", clauses.subList(2, clauses.size()));
      Optional<Closing.Fate> fate = fate(rest);
      if (fate.isEmpty()) {
        return new Understanding.Unfinished(
            "Where the old one went: to the dead box, to the owner, a spare, or thrown away.");
      }
      told.add(new Closing.OldPart(name, fate.get()));
      gone = "; the old one: " + fate.get().words();
    }
    String line = name + " was " + String.join(", ", clauses);
    return new Understanding.Understood(
        new Statement.Several(told, line),
        PartPhrase.named(part)
            + " was "
            + clauses.getFirst().toLowerCase(Locale.ROOT)
            + ", now "
            + clauses.get(1)
            + gone
            + ". A new epoch begins.");
  }

  private static Optional<Conclusion.PartFault> fault(String word) {
    for (Conclusion.PartFault fault : Conclusion.PartFault.values()) {
      if (fault.name().equalsIgnoreCase(word.strip())) {
        return Optional.of(fault);
      }
    }
    return Optional.empty();
  }

  private static Optional<Closing.Fate> fate(String words) {
    String told = words.toLowerCase(Locale.ROOT);
    return FATES.entrySet().stream()
        .filter(entry -> told.contains(entry.getKey()))
        .map(Map.Entry::getValue)
        .findFirst();
  }
}
