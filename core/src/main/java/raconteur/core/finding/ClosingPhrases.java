package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Part;

/** The lines of mending, proving and handing over. */
final class ClosingPhrases {
  private static final int LONGEST_TEXT = 200;
  private static final double MOST_HOURS = 10_000;
  private static final double MOST_RUNS = 1_000_000;
  private static final Map<String, Closing.Fate> FATES = new LinkedHashMap<>();
  private static final Map<String, Boolean> ENDS = new LinkedHashMap<>();
  private static final Map<String, Boolean> KINDS = new LinkedHashMap<>();

  static {
    for (Closing.Fate fate : Closing.Fate.values()) {
      FATES.put(fate.word(), fate);
    }
    ENDS.put("clean", true);
    ENDS.put("failed", false);
    KINDS.put("runs", false);
    KINDS.put("hours", true);
    KINDS.put("run", false);
    KINDS.put("hour", true);
    KINDS.put("h", true);
  }

  private ClosingPhrases() {}

  static List<Phrase> all() {
    return List.of(
        new Verb("proof", "proof soak 12 runs clean", (words, context) -> proof(words)),
        new Verb("shows", "shows 1 in 12 runs", (words, context) -> shows(words)),
        new Verb("fate", "fate U26 dead", (words, context) -> fate(words)),
        new Verb("back", "back U26 good", (words, context) -> back(words)),
        new Verb("fitted", "fitted U26 4116-2 from stock 14", (words, context) -> fitted(words)),
        new Verb("limit", "limit no harness at hand, ports not looped", (w, c) -> limit(w)),
        new Verb("advise", "advise keep dust off the memories", (w, c) -> advise(w)),
        new Verb("hours", "hours 3.5", (words, context) -> hours(words)),
        new Verb("cost", "cost 12 set of DRAM", (words, context) -> cost(words)));
  }

  private static double number(Words words, String what, double most) {
    if (!words.more()) {
      throw new Words.Halt(new Understanding.Unfinished("Next comes " + what + ", as a number."));
    }
    String typed = words.peek();
    if (typed.matches("[0-9]{1,9}[.,]")) {
      throw new Words.Halt(new Understanding.Unfinished("The number goes on behind the point."));
    }
    double value =
        Quantities.split(typed)
            .filter(s -> s.unit().isEmpty() && s.number() >= 0 && s.number() <= most)
            .map(Quantities.Split::number)
            .orElseThrow(
                () ->
                    words.refuse(
                        "“"
                            + Words.clip(typed)
                            + "” is not "
                            + what
                            + "; a number up to "
                            + Quantities.plain(most)
                            + " is."));
    words.skip();
    return value;
  }

  private static Understanding proof(Words words) {
    String check = words.peek();
    if (check.isEmpty()) {
      return new Understanding.Unfinished("Which proof, by its word in the plan, like soak?");
    }
    if (!check.matches("[A-Za-z][A-Za-z0-9+\\-]{0,39}")) {
      throw words.refuse("A proof is named by one word of the proving plan, like soak.");
    }
    words.skip();
    words.mayContinue(ENDS.keySet());
    double amount = 1;
    boolean hours = false;
    if (!words.more()) {
      return new Understanding.Unfinished("How many runs or hours, then clean or failed.");
    }
    if (Character.isDigit(words.peek().charAt(0))) {
      amount = number(words, "the number of runs or hours", MOST_RUNS);
      hours = words.oneOf("runs or hours", KINDS);
    }
    boolean clean = words.oneOf("how it ended", ENDS);
    words.end();
    if (amount <= 0 || (!hours && amount != Math.rint(amount))) {
      throw words.refuse("Runs are counted whole, from 1; hours may be 0.5.");
    }
    String ran = Quantities.plain(amount) + (hours ? " h" : amount == 1 ? " run" : " runs");
    return new Understanding.Understood(
        new Finding.ProofRun(check, amount, hours, clean),
        clean
            ? "Proof “" + check + "”: " + ran + " without a fault."
            : "Proof “" + check + "” failed after " + ran + ": back to Trace with it.");
  }

  private static Understanding shows(Words words) {
    double times = number(words, "how often it showed", MOST_RUNS);
    words.mayContinue(List.of("in"));
    if (!words.nextIs("in")) {
      return new Understanding.Unfinished("Next comes in, and the runs or hours.");
    }
    words.skip();
    double in = number(words, "the runs or hours it was watched", MOST_RUNS);
    boolean hours = words.oneOf("runs or hours", KINDS);
    words.end();
    boolean whole = times == Math.rint(times) && (hours || in == Math.rint(in));
    if (times < 1 || in <= 0 || !whole || (!hours && in < times)) {
      throw words.refuse("A fault shows at least once and at most once a run: shows 1 in 12 runs.");
    }
    return new Understanding.Understood(
        new Closing.Shows((int) times, in, hours),
        "It shows "
            + Quantities.plain(times)
            + " in "
            + Quantities.plain(in)
            + (hours ? " hours." : " runs."));
  }

  private static Understanding fate(Words words) {
    Part part = words.part();
    Closing.Fate fate = words.oneOf("what became of it", FATES);
    words.end();
    return new Understanding.Understood(
        new Closing.OldPart(part.designator(), fate),
        "The old " + PartPhrase.named(part) + ": " + fate.words() + ".");
  }

  private static Understanding back(Words words) {
    Part part = words.part();
    boolean unharmed = words.oneOf("how the good board does now", PartPhrase.WORKS);
    words.end();
    return new Understanding.Understood(
        new Closing.GoodBoard(part.designator(), unharmed),
        unharmed
            ? "With its own "
                + part.designator()
                + " back the good board works: nothing was harmed."
            : "The good board does not work with its own "
                + part.designator()
                + " back: something was harmed, and the trials before it prove little.");
  }

  private static Understanding fitted(Words words) {
    Part part = words.part();
    if (!words.more()) {
      return new Understanding.Unfinished("What was put in: its type, and where it came from.");
    }
    String what = text(words);
    return new Understanding.Understood(
        new Closing.Fitted(part.designator(), what), part.designator() + " is now " + what + ".");
  }

  private static Understanding limit(Words words) {
    if (!words.more()) {
      return new Understanding.Unfinished("What stays as it is, and why.");
    }
    String text = text(words);
    return new Understanding.Understood(new Closing.Limit(text), "Accepted: " + text + ".");
  }

  private static Understanding advise(Words words) {
    if (!words.more()) {
      return new Understanding.Unfinished("What the owner should do or watch.");
    }
    String text = text(words);
    return new Understanding.Understood(new Closing.Advice(text), "Advice: " + text + ".");
  }

  private static String text(Words words) {
    String text = words.rest();
    if (text.length() > LONGEST_TEXT) {
      throw words.refuse("This has at most " + LONGEST_TEXT + " characters.");
    }
    return text;
  }

  private static Understanding hours(Words words) {
    double hours = number(words, "the hours", MOST_HOURS);
    words.end();
    return new Understanding.Understood(
        new Closing.Hours(hours), Quantities.plain(hours) + " hours at the bench.");
  }

  private static Understanding cost(Words words) {
    double money = number(words, "what it cost", MOST_RUNS);
    String what = text(words);
    return new Understanding.Understood(
        new Closing.Cost(money, what),
        "Cost " + Quantities.plain(money) + (what.isEmpty() ? "." : " for " + what + "."));
  }
}
