package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/**
 * A trial with a whole part, told with what the board did then: {@code swapped 5C and the score is
 * fine}, {@code U40 swapped with a good one, keys work}, {@code piggybacked 4B and ball bounces},
 * {@code pulling the SW1 wire and it boots}. Whatever it is that works again, the trial cured it;
 * what is still missing is the same.
 *
 * <p>Cost: three patterns a line; the board's parts by name where one fits.
 */
final class TrialInWords {
  private static final String WHO = "(?:(?:i|we|so|then|now|just|have|had|after|tried) )*";

  /** Where the trial ends and what it did begins. */
  private static final String THEN = "(?:\\s*[,;:]\\s*|\\s+)(?:(?:and|but|now|then|so) )*";

  /** So many words name a part. */
  private static final int MOST_WORDS = 5;

  private static final Pattern JOINING = Pattern.compile("(?i)^(?:(?:and|but|now|then|so)\\b ?)+");

  private static final String GOOD_ONE =
      "(?: (?:with|for|by) (?:(?:a|an|the|one|my|known|another) ?)*[a-z0-9 -]{0,30}?)?";

  /** In place of a line: what the board showed before. */
  static final String SAME_AGAIN = "same again";

  private enum Trial {
    SWAP("swap {part} good {did}"),
    PIGGYBACK("piggyback {part} {did}"),
    WITHOUT("without {part} {did}"),
    REPLACED("mended {part} replaced ; screen works"),
    CLEANED("mended {part} cleaned ; screen works"),
    RESEATED("mended {part} reseated ; screen works"),
    REPLACED_IN_VAIN("mended {part} replaced ; " + SAME_AGAIN);

    private final String line;

    Trial(String line) {
      this.line = line;
    }

    String line(String part, Finding.SwapEffect effect) {
      String did =
          switch (effect) {
            case SAME -> "same";
            case CHANGED -> "changed";
            case CURED -> this == PIGGYBACK ? "changed" : "cured";
          };
      return line.replace("{part}", part).replace("{did}", did);
    }
  }

  private record Form(Trial trial, Pattern said) {}

  private static final List<Form> FORMS =
      List.of(
          form(
              Trial.SWAP,
              WHO
                  + "(?:swapp(?:ed|ing)|exchang(?:ed|ing)|substitut(?:ed|ing))(?: out| over)?"
                  + " (?:the |a |my )?(?<part>.{2,30}?)"
                  + GOOD_ONE
                  + THEN
                  + "(?<did>.+)"),
          form(
              Trial.SWAP,
              "(?:the )?(?<part>.{2,30}?) (?:was |is |been )*(?:swapped|exchanged|substituted)"
                  + GOOD_ONE
                  + THEN
                  + "(?<did>.+)"),
          form(
              Trial.PIGGYBACK,
              WHO
                  + "piggy-?back(?:ed|ing)? (?:(?:a|an|another|good|the|on|onto) )*"
                  + "(?<part>.{2,30}?)"
                  + THEN
                  + "(?<did>.+)"),
          form(
              Trial.WITHOUT,
              WHO
                  + "(?:pull(?:ed|ing)|remov(?:ed|ing)|unplugg(?:ed|ing)|disconnect(?:ed|ing)|lift(?:ed|ing)|disabl(?:ed|ing)|bypass(?:ed|ing)|took|taking)(?:"
                  + " out| off)? (?:the )?(?<part>.{2,30}?)(?:"
                  + " (?:wire|lead|cable|plug|connector|out|off))*"
                  + THEN
                  + "(?<did>.+)"),
          form(
              Trial.REPLACED,
              WHO
                  + "(?:replac(?:ed|ing)|chang(?:ed|ing)|renew(?:ed|ing)) (?:the )?"
                  + "(?<part>.{2,30}?)"
                  + GOOD_ONE
                  + THEN
                  + "(?<did>.+)"),
          form(
              Trial.CLEANED,
              WHO
                  + "(?:clean(?:ed|ing)|scrubb(?:ed|ing)) (?:up )?(?:the )?(?<part>.{2,30}?)"
                  + "(?: (?:contacts|pins|edge|legs))*"
                  + THEN
                  + "(?<did>.+)"),
          form(
              Trial.RESEATED,
              WHO + "re-?seat(?:ed|ing) (?:the )?(?<part>.{2,30}?)" + THEN + "(?<did>.+)"),
          form(
              Trial.REPLACED,
              "(?:the )?(?<part>.{2,30}?) (?:was |is |been )*(?:replaced|changed|renewed)"
                  + GOOD_ONE
                  + THEN
                  + "(?<did>.+)"));

  private static Form form(Trial trial, String said) {
    return new Form(trial, Pattern.compile("(?i)" + said));
  }

  private static final Pattern STILL =
      Pattern.compile(
          "(?i)(?:still .*|.*\\b(?:no change|no difference|the same|same|no"
              + " better|unchanged|change[sd] nothing|did(?:n't| not) (?:help|change|fix)|makes"
              + " no|made no|nothing changed)\\b.*)");

  private static final Pattern OTHER =
      Pattern.compile(
          "(?i)(?:it |the |fault |symptom |picture |screen |now |is |something )*"
              + "(?:changes?|changed|different|worse|better|moves|moved)(?: .*)?");

  private static final Pattern DENIED =
      Pattern.compile(
          "(?i)\\b(?:no|not|never|nothing|still|wrong|bad|dead|missing|garbled|worse|different"
              + "|another|but|only|half|until|unless|hot|lost)\\b|n['’]t\\b");

  /** A fault that is gone is cured, a sound that is gone is not. */
  private static final Pattern FAULT_GONE =
      Pattern.compile(
          "(?i)(?:the |all )*(?:faults?|problems?|lines?|stripes?|bars?|noise|hum|flicker|garbage"
              + "|errors?|crash(?:es)?|symptoms?|rubbish|interference|snow|jitter|it)"
              + " (?:is |are |has |have |was )*"
              + "(?:gone|cured|fixed|away|disappeared|vanished|went away|stopped)(?: .*)?");

  private static final Pattern WELL =
      Pattern.compile(
          "(?i)(?:(?:[a-z0-9/']+ ){0,4}?)(?:is |are |was |has |have |now |comes? |came |got |all"
              + " |looks? |sounds? |reads?"
              + " )*(?:works?|worked|working|fine|ok|okay|good|back|perfect(?:ly)?"
              + "|correct(?:ly)?|normal(?:ly)?|boots?|booted|starts?|started|runs?|reads?|loads?"
              + "|bounces?|moves?|plays?|responds?|counts?|scores?|appears?|returns?|returned"
              + "|fixed|cured|solved|clean|clear|steady|stable|alive|there)(?:"
              + " (?:now|again|fine|ok|good|perfectly|properly|correctly|normally|up|too|as it"
              + " should|to .{1,20}))*");

  /** {@code disconnecting S1 brings it up}. */
  private static final Pattern BRINGS_UP =
      Pattern.compile(
          "(?i)(?:(?:clears?|cleared|cures?|cured|fixe[sd]|solve[sd]) (?:it|the"
              + " (?:fault|short|problem))|(?:brings?|brought|makes?|made|lets?|gets?|got|has)"
              + " (?:it|the board|the machine|the game|everything|the [a-z]+) (?:all"
              + " )?(?:up|back|boot|start|run|work|going|go|to life|alive)(?: again| now| up)*)");

  /** What is said of the part that was taken out, and not of the board without it. */
  private static final Pattern OF_THE_PART =
      Pattern.compile(
          "(?i)\\b(?:tests?|tested|tester|reads?|measures?|measured|checks?|checked|programmer|cleaned"
              + "|socket|legs?|pins?)\\b");

  /** {@code swapping U26 and U27 makes the fault move}. */
  private static final Pattern BOTH =
      Pattern.compile(
          "(?i)"
              + WHO
              + "(?:swapp(?:ed|ing)|exchang(?:ed|ing)|changing)(?: over| round)? (?:the"
              + " )?(?<one>[^\\s,;:]+) (?:and|with|for) (?:the )?(?<other>[^\\s,;:]+)(?:"
              + " (?:over|round|around))?"
              + THEN
              + "(?<did>.+)");

  /** What it does to the fault when two parts change places. */
  private static final Pattern FOLLOWS =
      Pattern.compile(
          "(?i).*\\b(?:moves?|moved|follows?|followed|changes?|changed|turns?|turned|different|goes"
              + " with|went with|swaps|swapped|other (?:side|half|bit|player|channel))\\b.*");

  private TrialInWords() {}

  private static Optional<String> exchanged(Board board, String line) {
    Matcher told = BOTH.matcher(line);
    if (!told.matches()) {
      return Optional.empty();
    }
    Optional<Part> one = board.partCalled(told.group("one"));
    Optional<Part> other = board.partCalled(told.group("other"));
    String did = told.group("did");
    Optional<String> came =
        STILL.matcher(did).matches()
            ? Optional.of("same")
            : FOLLOWS.matcher(did).matches() ? Optional.of("changed") : Optional.empty();
    return one.isPresent() && other.isPresent()
        ? came.map(c -> "exchanged " + told.group("one") + " " + told.group("other") + " " + c)
        : Optional.empty();
  }

  /** The usual line; empty where no trial is told, or nobody can tell what it did. */
  static Optional<String> named(Board board, String line) {
    Optional<String> exchanged = exchanged(board, line.strip());
    if (exchanged.isPresent()) {
      return exchanged;
    }
    return FORMS.stream().flatMap(form -> usual(board, form, line.strip()).stream()).findFirst();
  }

  private static Optional<String> usual(Board board, Form form, String line) {
    Matcher told = form.said().matcher(line);
    if (!told.matches()) {
      return Optional.empty();
    }
    String part = told.group("part").strip();
    String did = told.group("did").strip();
    Optional<String> usual = usual(board, form.trial(), part, did);
    // The name may go on: of the cartridge slot the cartridge is not all.
    for (int more = 1; more < MOST_WORDS && usual.isEmpty() && did.contains(" "); more++) {
      String[] split = did.split(" ", 2);
      part = part + " " + split[0];
      did = JOINING.matcher(split[1]).replaceFirst("");
      usual = usual(board, form.trial(), part, did);
    }
    return usual;
  }

  private static Optional<String> usual(Board board, Trial trial, String part, String did) {
    if (trial == Trial.WITHOUT && OF_THE_PART.matcher(did).find()) {
      return Optional.empty();
    }
    List<Part> parts = parts(board, part);
    if (parts.size() != 1) {
      return Optional.empty();
    }
    return effect(did)
        .filter(
            e ->
                switch (trial) {
                  case CLEANED, RESEATED -> e == Finding.SwapEffect.CURED;
                  case REPLACED -> e == Finding.SwapEffect.CURED || isPlainly(did);
                  case SWAP, PIGGYBACK, WITHOUT, REPLACED_IN_VAIN -> true;
                })
        .map(
            effect ->
                (trial == Trial.REPLACED && effect == Finding.SwapEffect.SAME
                        ? Trial.REPLACED_IN_VAIN
                        : trial)
                    .line(parts.getFirst().designator(), effect));
  }

  /** That nothing changed, and not what is still wrong: that is a line of its own. */
  private static boolean isPlainly(String did) {
    return effect(did).filter(Finding.SwapEffect.SAME::equals).isPresent()
        && !did.toLowerCase(Locale.ROOT).startsWith("still");
  }

  /** The parts that are called so, or are listed for it. */
  static List<Part> parts(Board board, String said) {
    List<Part> called = PartsByKind.only(board, said);
    return called.isEmpty()
        ? Purposes.parts(board, said).stream().flatMap(p -> board.part(p).stream()).toList()
        : called;
  }

  private static Optional<Finding.SwapEffect> effect(String did) {
    if (STILL.matcher(did).matches()) {
      return Optional.of(Finding.SwapEffect.SAME);
    }
    if (OTHER.matcher(did).matches()) {
      return Optional.of(Finding.SwapEffect.CHANGED);
    }
    boolean well =
        Stream.of(WELL, FAULT_GONE, BRINGS_UP).anyMatch(p -> p.matcher(did).matches())
            && (FAULT_GONE.matcher(did).matches() || !DENIED.matcher(did).find());
    return well ? Optional.of(Finding.SwapEffect.CURED) : Optional.empty();
  }
}
