package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.ErrorCode;
import raconteur.core.board.Net;
import raconteur.core.board.Part;

/**
 * What is done to a fault that comes and goes, and what is seen of the board as a whole: {@code tap
 * U7 changes}, {@code runs cartridge}, {@code nothing hot}, {@code settings lost}, {@code polls
 * /IO}.
 */
final class ProvokingPhrases {
  private static final int MOST_NAMED = 6;

  private static final Map<String, Boolean> CHANGES = new LinkedHashMap<>();

  static {
    CHANGES.put("changes", true);
    CHANGES.put("changed", true);
    CHANGES.put("cured", true);
    CHANGES.put("works", true);
    CHANGES.put("same", false);
  }

  /** What people say for the same. */
  private static final Map<String, Finding.Provocation> ALSO =
      Map.of(
          "freeze", Finding.Provocation.COLD,
          "chill", Finding.Provocation.COLD,
          "heat", Finding.Provocation.WARM,
          "press", Finding.Provocation.TAP,
          "wiggle", Finding.Provocation.MOVED,
          "bend", Finding.Provocation.FLEX);

  private ProvokingPhrases() {}

  static List<Phrase> all() {
    List<Phrase> all = new ArrayList<>();
    for (Finding.Provocation how : Finding.Provocation.values()) {
      all.add(
          new Verb(
              how.word(),
              how == Finding.Provocation.FLEX ? "flex same" : how.word() + " U7 changes",
              (words, context) -> provoked(words, how)));
    }
    new TreeMap<>(ALSO)
        .forEach(
            (word, how) ->
                all.add(
                    new Verb(
                        word,
                        how == Finding.Provocation.FLEX ? "flex same" : how.word() + " U7 changes",
                        (words, context) -> provoked(words, how))));
    all.add(new Verb("runs", "runs cartridge", (words, context) -> runs(words)));
    all.add(new Verb("nothing", "nothing hot", (words, context) -> nothingHot(words)));
    all.add(new Verb("settings", "settings lost", (words, context) -> settings(words)));
    all.add(errors());
    all.add(
        new Verb(
            "says", List.of("says RAM ERROR U21", "says ROM OK"), (words, context) -> says(words)));
    all.add(new Verb("polls", "polls U7", (words, context) -> polls(words)));
    return all;
  }

  private static Understanding provoked(Words words, Finding.Provocation how) {
    boolean whole = CHANGES.keySet().stream().anyMatch(words::nextIs);
    String part = "";
    String named = "the board";
    if (!whole) {
      words.mayContinue(List.of("same", "changes"));
      String begun = words.peek().toLowerCase(Locale.ROOT);
      if (!begun.isEmpty() && CHANGES.keySet().stream().anyMatch(w -> w.startsWith(begun))) {
        return new Understanding.Unfinished("Next comes same or changes.");
      }
      Part chosen = words.part();
      part = chosen.designator();
      named = PartPhrase.named(chosen);
    }
    boolean changes = words.oneOf("what it did", CHANGES);
    words.end();
    return new Understanding.Understood(
        new Finding.Provoked(how, part, changes),
        "With "
            + named
            + " "
            + how.words()
            + (changes
                ? " something changes: what comes and goes there is suspected."
                : " nothing changes."));
  }

  private static Understanding runs(Words words) {
    String program = words.peek().toLowerCase(Locale.ROOT);
    if (program.isEmpty()) {
      words.mayContinue(List.of("cartridge", "firmware", "game"));
      return new Understanding.Unfinished("Which program: cartridge, firmware, game, monitor …");
    }
    if (!program.matches("[a-z][a-z0-9-]{0,29}")) {
      throw words.refuse("A program is one word, like cartridge, firmware, monitor or game.");
    }
    words.skip();
    words.mayContinue(List.of("not"));
    boolean runs = !words.nextIs("not");
    if (!runs) {
      words.skip();
    } else if (words.more() && "not".startsWith(words.peek().toLowerCase(Locale.ROOT))) {
      return new Understanding.Unfinished("Next comes not, where it does not run.");
    }
    if (words.more()) {
      throw words.refuse(
          "“runs cartridge” says that it runs, “runs cartridge not” that it does not.");
    }
    return new Understanding.Understood(
        new Finding.Runs(program, runs),
        runs
            ? "The " + program + " runs: what it needs works."
            : "The " + program + " does not run.");
  }

  /** {@code nothing hot}, {@code nothing is hot}, {@code nothing else hot}. */
  private static Understanding nothingHot(Words words) {
    for (String filler : List.of("is", "else", "is")) {
      if (words.nextIs(filler)) {
        words.skip();
      }
    }
    words.oneOf("what nothing is", Map.of("hot", true));
    words.end();
    return new Understanding.Understood(
        new Finding.NothingHot(), "Felt all over: nothing is hot but what was said to be.");
  }

  /** Without an example: which codes there are is for the board to say. */
  private static Phrase errors() {
    return new VerbPhrase("error", "error 23") {
      @Override
      Understanding readRest(Words words, BenchContext context) {
        return error(words);
      }

      @Override
      public List<String> examples() {
        return List.of();
      }
    };
  }

  private static Understanding error(Words words) {
    List<ErrorCode> table = words.board().errorCodes();
    if (table.isEmpty()) {
      throw words.refuse(
          "No error codes are known of this board: add its table under Boards, or log it as a"
              + " note.");
    }
    Map<String, ErrorCode> codes = new LinkedHashMap<>();
    table.forEach(error -> codes.put(error.code(), error));
    ErrorCode error = words.oneOf("an error code of this board", codes);
    words.end();
    return new Understanding.Understood(
        new Finding.FirmwareError(error.code()),
        "Error "
            + error.code()
            + ": "
            + error.means()
            + (error.parts().isEmpty()
                ? "."
                : ", which accuses " + String.join(", ", error.parts()) + "."));
  }

  private static Understanding says(Words words) {
    if (!words.more()) {
      return new Understanding.Unfinished(
          "What does it say? For example says RAM ERROR U21, or says ROM OK.");
    }
    Board board = words.board();
    String text = words.rest();
    MessageWords meant = MessageWords.of(board, text);
    String whom =
        meant.parts().isEmpty()
            ? "names nothing this board has, but a program runs that says it"
            : (meant.bad() ? "accuses " : "clears ")
                + meant.parts().stream()
                    .sorted()
                    .limit(MOST_NAMED)
                    .collect(Collectors.joining(", "))
                + (meant.parts().size() > MOST_NAMED ? " and others" : "");
    return new Understanding.Understood(
        new Finding.Message(text), "The board says “" + text + "”: " + whom + ".");
  }

  private static Understanding settings(Words words) {
    Map<String, Boolean> ends = new LinkedHashMap<>();
    ends.put("kept", true);
    ends.put("lost", false);
    boolean kept = words.oneOf("what became of them over a power-off", ends);
    words.end();
    return new Understanding.Understood(
        new Finding.Settings(kept),
        kept
            ? "Settings outlast a power-off: the cell and its way are good."
            : "Settings are lost over a power-off: the cell and its way are suspected.");
  }

  /** By the select line, or by the part whose select it is. */
  private static Understanding polls(Words words) {
    String named = words.peek();
    if (named.isEmpty()) {
      return new Understanding.Unfinished("Next comes a select line, or the part it selects.");
    }
    Optional<Net> net =
        words.board().nets().stream().filter(n -> n.name().equalsIgnoreCase(named)).findFirst();
    if (net.isEmpty() && !isPart(words)) {
      boolean mayBecome =
          words.board().nets().stream().anyMatch(n -> Words.begins(n.name(), named))
              || words.board().parts().stream().anyMatch(p -> Words.begins(p.designator(), named));
      if (mayBecome) {
        return new Understanding.Unfinished("Next comes a select line, or the part it selects.");
      }
      throw words.refuse(
          "“"
              + Words.clip(named)
              + "” is neither a line nor a part of this board: name the select line that is polled,"
              + " or the part it selects.");
    }
    String what =
        net.map(Net::name)
            .orElseGet(
                () ->
                    words.board().parts().stream()
                        .map(Part::designator)
                        .filter(named::equalsIgnoreCase)
                        .findFirst()
                        .orElseThrow());
    words.skip();
    words.end();
    return new Understanding.Understood(
        new Finding.Polls(what),
        "The program asks "
            + what
            + " for ever: its select, and what should answer, are suspected.");
  }

  private static boolean isPart(Words words) {
    return words.board().parts().stream().anyMatch(p -> words.nextIs(p.designator()));
  }
}
