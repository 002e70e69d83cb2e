package raconteur.core.finding;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.finding.Bookkeeping.Checked;
import raconteur.core.finding.Bookkeeping.Choice;
import raconteur.core.finding.Bookkeeping.LabelKind;
import raconteur.core.finding.Bookkeeping.PictureMoment;
import raconteur.core.finding.Bookkeeping.UndoneKind;

/** The lines that write something down without proving anything. */
final class BookkeepingPhrases {
  private static final int CENTURY_TURNS = 65;
  private static final double LARGEST_MILLIMETRES = 2000;

  private static final Map<String, Boolean> ON_OR_OFF = new LinkedHashMap<>();

  static {
    ON_OR_OFF.put("on", true);
    ON_OR_OFF.put("off", false);
  }

  private BookkeepingPhrases() {}

  static List<Phrase> all() {
    return List.of(
        LabelPhrase.ofANumber(LabelKind.SERIAL, "serial 004217", "Serial number"),
        LabelPhrase.ofANumber(LabelKind.SET, "set LF-0042", "Number of the set"),
        LabelPhrase.ofANumber(
            LabelKind.ASSEMBLY, "assembly QK-1040-02", "Assembly number on the board"),
        LabelPhrase.ofWhatCame("came supply and one lead", "Came with it"),
        new Verb("date", "date U7 8412", BookkeepingPhrases::date),
        new Verb("socket", "socket U7 single wipe", BookkeepingPhrases::socket),
        new Verb("missing", "missing U7", BookkeepingPhrases::missing),
        new Verb("foreign", "foreign U7 a 74HCT part", BookkeepingPhrases::foreign),
        new Verb("undone", "undone wire speaker red to J5", (words, context) -> undone(words)),
        new Verb("refitted", "refitted 3", BookkeepingPhrases::refitted),
        new Verb("check", "check bridges done", (words, context) -> check(words)),
        new Verb("picture", "picture 3f2a90c1d4e5 before", (words, context) -> picture(words)),
        new Verb("value", "value 250", (words, context) -> value(words)),
        new Verb("decided", "decided repair", (words, context) -> decided(words)),
        new Verb("free", "free run on", (words, context) -> freeRun(words)),
        new Verb("power", "power on", BookkeepingPhrases::power));
  }

  private static <E extends Enum<E>> Map<String, E> byWord(E[] values, Function<E, String> word) {
    Map<String, E> words = new LinkedHashMap<>();
    Arrays.stream(values).forEach(v -> words.put(word.apply(v), v));
    return words;
  }

  private static Understanding understood(Bookkeeping said, String sentence) {
    return new Understanding.Understood(said, sentence);
  }

  private static Understanding date(Words words, BenchContext context) {
    Part part = words.part();
    if (!words.more()) {
      return new Understanding.Unfinished("The date code: two digits of year, two of week.");
    }
    String code = words.peek();
    if (!code.matches("[0-9]{4}")) {
      if (code.matches("[0-9]{1,3}")) {
        return new Understanding.Unfinished("The date code: two digits of year, two of week.");
      }
      throw words.refuse("A date code is four digits, year and week: 8412 is week 12 of 1984.");
    }
    int digits = Integer.parseInt(code.substring(0, 2));
    int year = digits < CENTURY_TURNS ? 2000 + digits : 1900 + digits;
    int week = Integer.parseInt(code.substring(2));
    words.skip();
    words.end();
    if (week < 1 || week > 53) {
      throw words.refuse(
          "“" + code + "” is no year and week: 8412 is week 12 of 1984, weeks go from 01 to 53.");
    }
    return understood(
        new Bookkeeping.DateCode(part.designator(), year, week),
        PartPhrase.named(part) + " was made in week " + week + " of " + year + ".");
  }

  private static Understanding socket(Words words, BenchContext context) {
    Part part = words.part();
    Map<String, String> kinds = new LinkedHashMap<>();
    kinds.put("single", "single wipe");
    kinds.put("dual", "dual wipe");
    kinds.put("turned", "turned pin");
    kinds.put("soldered", "");
    String kind = words.oneOf("the kind of socket", kinds);
    if (kind.contains(" ")) {
      String second = kind.substring(kind.indexOf(' ') + 1);
      words.mayContinue(List.of(second));
      if (words.nextIs(second)) {
        words.skip();
      }
    }
    words.end();
    boolean listed = part.socket().equals(kind);
    String said = kind.isEmpty() ? "soldered in" : "in a " + kind + " socket";
    return understood(
        new Bookkeeping.SocketSeen(part.designator(), kind),
        PartPhrase.named(part)
            + " is "
            + said
            + (listed
                ? ", as this revision has it."
                : ", which this revision's list does not say."));
  }

  private static Understanding missing(Words words, BenchContext context) {
    Part part = words.part();
    words.end();
    if (!part.fitted()) {
      throw words.refuse(
          part.designator() + " is an empty place on this revision: nothing is missing there.");
    }
    return understood(
        new Bookkeeping.Missing(part.designator()),
        PartPhrase.named(part) + " is not there; it counts as out until it is seated.");
  }

  private static Understanding foreign(Words words, BenchContext context) {
    Part part = words.part();
    String found = words.rest();
    return understood(
        new Bookkeeping.Foreign(part.designator(), found),
        part.designator()
            + " is not original"
            + (found.isEmpty() ? "" : ": " + found)
            + ". Its joints are suspected more.");
  }

  private static Understanding undone(Words words) {
    UndoneKind kind = words.oneOf("what was undone", byWord(UndoneKind.values(), UndoneKind::word));
    if (!words.more()) {
      return new Understanding.Unfinished("Say what it is, then “to” and where it goes back.");
    }
    String rest = words.rest();
    int to = rest.lastIndexOf(" to ");
    String what = to < 0 ? rest : rest.substring(0, to);
    String where = to < 0 ? "" : rest.substring(to + " to ".length());
    Bookkeeping.Undone undone = new Bookkeeping.Undone(kind, what, where);
    if (where.isEmpty()) {
      return new Understanding.Asked(
          undone,
          "Where does this "
              + kind.word()
              + " go back? Mark it now and add “to” and its place; Enter keeps it unmarked.");
    }
    return understood(undone, "Undone: " + what + ", back to " + where + ".");
  }

  private static Understanding refitted(Words words, BenchContext context) {
    if (!words.more()) {
      return new Understanding.Unfinished("Which of the things undone, by its number?");
    }
    String number = words.peek();
    if (!number.matches("[0-9]{1,4}")
        || Integer.parseInt(number) < 1
        || Integer.parseInt(number) > context.undone()) {
      throw words.refuse(
          context.undone() == 0
              ? "Nothing is written down as undone on this board."
              : "Things undone have the numbers 1 to " + context.undone() + ".");
    }
    int item = Integer.parseInt(number);
    words.skip();
    words.end();
    Bookkeeping.Refitted refitted = new Bookkeeping.Refitted(item);
    if (!context.off().contains(item)) {
      return new Understanding.Asked(
          refitted, "Number " + item + " is back already: again? Enter keeps it.");
    }
    Optional<Integer> later = context.off().stream().filter(i -> i > item).max(Integer::compare);
    return later
        .<Understanding>map(
            i ->
                new Understanding.Asked(
                    refitted,
                    "Number "
                        + i
                        + " came off later and is not back yet: is it not in the way? Enter keeps"
                        + " it."))
        .orElseGet(() -> understood(refitted, "Number " + item + " is back in its place."));
  }

  private static Understanding check(Words words) {
    if (!words.more()) {
      return new Understanding.Unfinished("Which check, by its word in the list of checks?");
    }
    String id = words.peek();
    if (!id.matches("[A-Za-z0-9+\\-/_]{1,40}")) {
      throw words.refuse("A check is named by one word of the list of checks, like bridges.");
    }
    words.skip();
    Bookkeeping.CheckState state =
        words.oneOf(
            "what became of the check",
            byWord(Bookkeeping.CheckState.values(), Bookkeeping.CheckState::word));
    String reason = words.rest();
    if (reason.isEmpty() && state != Bookkeeping.CheckState.DONE) {
      return new Understanding.Unfinished("Say in a few words why, then Enter.");
    }
    return understood(
        new Checked(id, state, reason),
        "Check “"
            + id
            + "”: "
            + (state == Bookkeeping.CheckState.NOT_APPLICABLE ? "not applicable" : state.word())
            + (reason.isEmpty() ? "." : ", " + reason + "."));
  }

  private static Understanding picture(Words words) {
    String content = words.peek();
    if (content.matches("[0-9a-f]{0,11}")) {
      return new Understanding.Unfinished(
          "Pictures are added with “add a picture”; the line is written then.");
    }
    if (!content.matches("[0-9a-f]{12}")) {
      throw words.refuse("Pictures are added with “add a picture”; the line is written then.");
    }
    words.skip();
    PictureMoment moment =
        words.oneOf("when it was taken", byWord(PictureMoment.values(), PictureMoment::word));
    Optional<Outline.Point> at = Optional.empty();
    if (words.nextIs("at")) {
      words.skip();
      at =
          Optional.of(
              new Outline.Point(
                  words.millimetres("left", LARGEST_MILLIMETRES),
                  words.millimetres("top", LARGEST_MILLIMETRES)));
    }
    return understood(
        new Bookkeeping.Pictured(content, moment, at, words.rest()), "A picture of the case.");
  }

  private static Understanding value(Words words) {
    if (!words.more()) {
      return new Understanding.Unfinished("What it is worth when mended, as a number.");
    }
    String typed = words.peek();
    var number = Quantities.split(typed).filter(s -> s.unit().isEmpty() && s.number() >= 0);
    if (number.isEmpty()) {
      throw words.refuse("“" + Words.clip(typed) + "” is no amount: type a number like 250.");
    }
    words.skip();
    words.end();
    return understood(
        new Bookkeeping.Value(number.get().number()), "Mended, it is worth " + typed + ".");
  }

  private static Understanding decided(Words words) {
    Choice choice = words.oneOf("what was decided", byWord(Choice.values(), Choice::word));
    String reason = words.rest();
    return understood(
        new Bookkeeping.Decided(choice, reason),
        "Decided: " + choice.word() + (reason.isEmpty() ? "." : ", " + reason + "."));
  }

  private static Understanding freeRun(Words words) {
    words.oneOf("what runs free", Map.of("run", true));
    boolean on = words.oneOf("on or off", ON_OR_OFF);
    words.end();
    boolean known =
        !words.board().nets().isEmpty()
            && words.board().parts().stream().anyMatch(p -> p.device().isProcessor());
    return understood(
        new Bookkeeping.FreeRun(on),
        !on
            ? "The processor runs its own program again."
            : known
                ? "The processor only counts from here on: readings are held against such a board."
                : "Kept; without nets from a processor nobody can say what a line shows then, and"
                    + " readings are held against the board as it runs.");
  }

  private static Understanding power(Words words, BenchContext context) {
    boolean on = words.oneOf("on or off", ON_OR_OFF);
    boolean knowingly = on && words.nextIs("knowingly");
    if (knowingly) {
      words.skip();
    }
    words.end();
    return understood(
        new Bookkeeping.Power(on, knowingly),
        on
            ? "The board is powered from here on."
            : "The board is off from here on; let capacitors discharge before you touch it.");
  }
}
