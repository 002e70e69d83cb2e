package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/**
 * What was tried with whole parts, and what larger tests say of them: {@code piggyback U22
 * changed}, {@code without U7 same}, {@code diag U15 bad U16 good harness}, {@code function J4
 * bad}.
 */
final class TrialPhrases {
  private static final int MOST_NAMED = 5;

  private static final Map<String, Boolean> CHANGES = new LinkedHashMap<>();
  private static final Map<String, Finding.SwapEffect> EFFECTS = new LinkedHashMap<>();

  static {
    CHANGES.put("same", false);
    CHANGES.put("changed", true);
    EFFECTS.put("same", Finding.SwapEffect.SAME);
    EFFECTS.put("changed", Finding.SwapEffect.CHANGED);
    EFFECTS.put("cured", Finding.SwapEffect.CURED);
  }

  private static final String HARNESS = "harness";
  private static final String NOTHING = "nothing";

  /** Behind what something is there for these say nothing. */
  private static final Set<String> JOINS =
      Set.of("the", "a", "an", "is", "are", "at", "in", "on", "of", "to", "for", "all", "my");

  private TrialPhrases() {}

  static List<Phrase> all() {
    return List.of(
        FoundPhrase.legs(),
        FoundPhrase.backwards(),
        new Verb("exchanged", "exchanged U22 U23 same", (words, context) -> exchanged(words)),
        new Verb("piggyback", "piggyback U22 changed", (words, context) -> piggyback(words)),
        new Verb("without", "without U7 same", (words, context) -> without(words)),
        new Verb("diag", "diag U15 bad U16 good harness", (words, context) -> diagnostic(words)),
        new Verb(
            "function",
            List.of("function J4 bad", "function J4.3 good"),
            (words, context) -> function(words)));
  }

  private static Understanding exchanged(Words words) {
    Part one = words.part();
    Part other = words.part();
    Finding.SwapEffect effect = words.oneOf("what it did", EFFECTS);
    words.end();
    if (one.equals(other)) {
      throw words.refuse("A part is exchanged with another one: name two.");
    }
    String did =
        switch (effect) {
          case SAME -> "nothing changes, which says little about either";
          case CHANGED -> "something changes: one of the two, or its place";
          case CURED -> "it works: their contacts, most likely";
        };
    return new Understanding.Understood(
        new Finding.Exchanged(one.designator(), other.designator(), effect),
        PartPhrase.named(one)
            + " and "
            + PartPhrase.named(other)
            + " in one another's places: "
            + did
            + ".");
  }

  private static Understanding piggyback(Words words) {
    Part part = words.part();
    boolean changed = words.oneOf("what it did", CHANGES);
    words.end();
    return new Understanding.Understood(
        new Finding.Piggyback(part.designator(), changed),
        "A good chip on top of "
            + PartPhrase.named(part)
            + (changed ? " changes something." : " changes nothing; that says little."));
  }

  private static Understanding without(Words words) {
    Part part = words.part();
    Finding.SwapEffect effect = words.oneOf("what it did", EFFECTS);
    words.end();
    String did =
        switch (effect) {
          case SAME -> "nothing changes";
          case CHANGED -> "something changes";
          case CURED -> "the rest works";
        };
    return new Understanding.Understood(
        new Finding.Without(part.designator(), effect),
        "With " + PartPhrase.named(part) + " out " + did + ".");
  }

  private static Understanding diagnostic(Words words) {
    SortedMap<String, Boolean> bad = new TreeMap<>();
    boolean harness = false;
    words.mayContinue(List.of(NOTHING));
    String first = words.peek().toLowerCase(Locale.ROOT);
    boolean nothing = words.nextIs(NOTHING);
    if (!first.isEmpty() && !nothing && NOTHING.startsWith(first)) {
      return new Understanding.Unfinished("Next comes a part, or nothing.");
    }
    if (nothing) {
      words.skip();
      String begun = words.peek().toLowerCase(Locale.ROOT);
      if (!begun.isEmpty() && HARNESS.startsWith(begun)) {
        if (!words.nextIs(HARNESS)) {
          return new Understanding.Unfinished("Next comes harness, if it was in.");
        }
        words.skip();
        harness = true;
      }
      words.end();
      return new Understanding.Understood(
          new Finding.DiagnosticResult(bad, harness),
          "The full diagnostic shows nothing that can be read: it needs more than is left.");
    }
    do {
      String begun = words.peek().toLowerCase(Locale.ROOT);
      if (!bad.isEmpty() && !begun.isEmpty() && HARNESS.startsWith(begun)) {
        if (!words.nextIs(HARNESS)) {
          return new Understanding.Unfinished("Next comes harness, if it was in.");
        }
        words.skip();
        harness = true;
        break;
      }
      Part part = words.part();
      boolean good = words.oneOf("its verdict", PartPhrase.WORKS);
      if (bad.put(part.designator(), !good) != null) {
        throw words.refuse(part.designator() + " is named twice: one verdict each.");
      }
    } while (words.more());
    words.end();
    long failing = bad.values().stream().filter(b -> b).count();
    return new Understanding.Understood(
        new Finding.DiagnosticResult(bad, harness),
        "Full diagnostic: "
            + failing
            + " of "
            + bad.size()
            + " called bad"
            + (harness ? ", harness in." : ", no harness: ports are then called bad anyway."));
  }

  private static Understanding pinFunction(Words words, PinRef pin) {
    boolean works = words.oneOf("whether it works", PartPhrase.WORKS);
    words.end();
    return new Understanding.Understood(
        new Finding.PinFunction(pin, works),
        "What goes by "
            + words.board().describe(pin)
            + (works
                ? " works: its way is whole."
                : " does not work: what lies on its way is suspected."));
  }

  /** What parts are there for, by the words they are listed with: {@code function paddle 1 bad}. */
  private static Understanding purpose(Words words) {
    List<String> said = new ArrayList<>();
    while (words.more() && !PartPhrase.WORKS.containsKey(words.peek().toLowerCase(Locale.ROOT))) {
      said.add(words.peek().toLowerCase(Locale.ROOT));
      words.skip();
    }
    boolean works = words.oneOf("whether it works", PartPhrase.WORKS);
    words.end();
    while (said.size() > 1 && JOINS.contains(said.getLast())) {
      said.removeLast();
    }
    if (said.size() > 1 && said.getFirst().matches("the|my")) {
      said.removeFirst();
    }
    String purpose = String.join(" ", said);
    List<String> parts = Purposes.parts(words.board(), purpose);
    if (parts.isEmpty()) {
      throw words.refuse(
          "No part is there for “" + purpose + "”; what parts are for stands under Boards, Parts.");
    }
    String names = String.join(", ", parts.subList(0, Math.min(MOST_NAMED, parts.size())));
    return new Understanding.Understood(
        new Finding.FunctionCheck(parts, purpose, works),
        "What "
            + names
            + (parts.size() > MOST_NAMED ? " and " + (parts.size() - MOST_NAMED) + " more" : "")
            + (parts.size() == 1 ? " is" : " are")
            + " for, "
            + purpose
            + (works ? ", works." : ", does not work."));
  }

  private static Understanding function(Words words) {
    if (words.peek().indexOf('.') > 0) {
      PinRef pin = words.pin();
      return pinFunction(words, pin);
    }
    boolean part = words.board().part(words.peek().toUpperCase(Locale.ROOT)).isPresent();
    if (!part && words.left() > 2 && Purposes.begin(words.board(), words.peek())) {
      return purpose(words);
    }
    Optional<Net> net =
        part
            ? Optional.empty()
            : words.board().nets().stream().filter(n -> words.nextIs(n.name())).findFirst();
    if (net.isPresent()) {
      words.skip();
      return pinFunction(words, net.get().path().getLast());
    }
    if (!part && Purposes.begin(words.board(), words.peek())) {
      return purpose(words);
    }
    Part one = words.part();
    boolean works = words.oneOf("whether it works", PartPhrase.WORKS);
    words.end();
    return new Understanding.Understood(
        Finding.FunctionCheck.of(one.designator(), works),
        "What " + PartPhrase.named(one) + " is for " + (works ? "works." : "does not work."));
  }
}
