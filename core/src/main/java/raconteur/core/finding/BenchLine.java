package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.PinNames;

/**
 * Understands one line as it is said at the bench, for one board. Nothing is guessed: a line is
 * understood, asked about, unfinished or refused, each with one sentence. The grammar is written
 * down in docs/formats/bench-line.md.
 */
public final class BenchLine {
  /** Longest line accepted, in characters. */
  public static final int LONGEST = 400;

  private static final int MOST_OFFERS = 60;

  /** What is said in so many words is no slip of the keys. */
  private static final int FEWEST_WORDS = 4;

  /** Every kind of line; a new one is one more phrase here. */
  private static final List<Phrase> PHRASES =
      Stream.of(
              List.<Phrase>of(
                  new PullPhrase(),
                  new SeatPhrase(),
                  new FlashPhrase(),
                  new ContinuityPhrase(),
                  new SwapPhrase(),
                  new ScreenPhrase(),
                  new MendedPhrase(),
                  new FoundPhrase(),
                  new DamagePhrase(),
                  new NotePhrase()),
              TrialPhrases.all(),
              ProvokingPhrases.all(),
              BookkeepingPhrases.all(),
              ClosingPhrases.all(),
              List.<Phrase>of(
                  ScreenPhrase.missing(), new RailPhrase(), new PartPhrase(), new PinPhrase()))
          .flatMap(List::stream)
          .toList();

  private static final int MOST_NAMED = 4;

  /** What is seen, in whatever words. */
  private static final Pattern SHOWN = Pattern.compile("(?i)^(?:screen|picture) ");

  private static final Pattern WORKS =
      Pattern.compile(
          "(?i)\\b(?:ok|okay|good|fine|normal|perfect|works?|working|back|correct|right)\\b");

  /** Who sees it move does not miss it. */
  private static final Pattern MOVES =
      Pattern.compile(
          "(?i)\\b(?:has (?:a )?(?:signal|clock|pulses|audio|sound|video|music)|being"
              + " kicked|clocking|clocked|running|runs|pulsing|toggling|moving|active|present|alive|comes?"
              + " on|came on|lights? up|lit|spins?|spinning|turns? on|gets? it going|helps|starts"
              + " it)\\b");

  private static final Pattern SAME =
      Pattern.compile(
          "(?i)(?:(?:it is |it's )?(?:still )?(?:the |exactly the )?same(?:"
              + " (?:fault|thing|problem|as before))?|(?:still )?no"
              + " (?:change|difference|effect|help|better|luck|joy|improvement|good|go)|nothing"
              + " changed|unchanged|did(?:n't| not) (?:help|change|fix it|work)(?: anything| it)?"
              + "|still (?:dead|bad|broken|faulty|failing|not working|nothing|there)"
              + "|to no avail|same as before|as before)");

  /** What a meter shows of a rail that is well. */
  private static final double A_LITTLE_LESS = 0.99;

  private static final Pattern UNDER_A_HEADING =
      Pattern.compile("(?<heading>[^:]*[A-Za-z]{3}):\\s+(?<read>.+)");

  /** {@code sync ok}: nothing with a figure in it, which may be a rail, a part or a pin. */
  private static final Pattern PRAISE =
      Pattern.compile(
          "(?i)(?:the )?[a-z]+(?:[ /-][a-z]+){0,3} (?:is |are |all |looks? |seems? )*"
              + "(?:ok|okay|good|fine|alright|all right|present|there|normal|perfect)");

  private static final Pattern MISSES = Pattern.compile("(?i)no (?![0-9/])[a-z]+(?: [a-z]+){0,3}");

  /** Begins with a pin of a part that it does not name. */
  private static final Pattern OF_THE_SAME =
      Pattern.compile(
          "(?i)\\s*(?:nothing (?:on|at) (?:the )?|no signal (?:on|at) (?:the"
              + " )?)?(?:(?:its|the|both|all|other) )*(?:(?:[a-z/0-9]+ )?(?:pins?|legs?)"
              + " ?#?[0-9].*|(?:base|collector|emitter|drain|source|cathode|anode|inputs?|outputs?|enables?|selects?|chip"
              + " select|clears?|presets?|loads?|clocks?|carry|resets?|strobe|data|address)\\b.*)");

  private final Board board;

  public BenchLine(Board board) {
    this.board = board;
  }

  /** What the line says, given what was said before. */
  public Understanding understand(String said, BenchContext context) {
    if (said.length() > LONGEST) {
      return new Understanding.Refused(
          "A line has at most "
              + LONGEST
              + " characters, this one has "
              + said.length()
              + "; it is kept here until you shorten it.");
    }
    String line = RowOfLines.named(board, said);
    Understanding heard = heardOrOfTheSame(line, context);
    if (!isWhole(heard)) {
      String capitals = PinsOfALine.inCapitals(board, line);
      Understanding ofALine = capitals.equals(line) ? heard : heardOrOfTheSame(capitals, context);
      heard = isWhole(ofALine) ? ofALine : heard;
    }
    if (heard instanceof Understanding.Proposed offer) {
      return Proposal.noted(offer, said);
    }
    if (PRAISE.matcher(line.strip()).matches()
        && heard.equals(unknownBeginning(new Words(board, line)))) {
      // What else is well, and no part is there for, is worth keeping and weighs nothing.
      return asSaid("note " + line.strip(), context);
    }
    if (heard instanceof Understanding.Refused && MISSES.matcher(line.strip()).matches()) {
      // What is missing, and nobody knows by that name, some part may be listed for.
      Optional<Understanding> near =
          Purposes.near(board, line).map(each -> aPurpose(each, line.strip(), context, true));
      if (near.filter(Understanding.Proposed.class::isInstance).isPresent()) {
        return near.get();
      }
    }
    if (!(heard instanceof Understanding.Refused(String why)) || !isASentence(line)) {
      return heard;
    }
    if (heard.equals(unknownBeginning(new Words(board, line)))) {
      return Proposal.ofANote(line, "");
    }
    // What was meant as a mend or another usual line is put right rather than noted; so is a line
    // of which it is known what to ask.
    boolean usual =
        phrase(new Words(board, line))
                .filter(p -> p instanceof VerbPhrase && !SHOWN.matcher(line).find())
                .isPresent()
            || Breath.speaksOfAMend(line);
    boolean asked =
        !heard.equals(asSaid(line, context))
            && !heard.equals(asSaid(Rewordings.shipped().plain(line), context));
    return usual || asked ? heard : Proposal.ofANote(line, why);
  }

  /** A pin without its part, where nothing else is meant by it, is of the part spoken of last. */
  private Understanding heardOrOfTheSame(String line, BenchContext context) {
    if (isOfAProcessorBefore(line, context)) {
      Understanding ofIt = heard(context.part() + " " + line.strip(), context, true);
      if (isTaken(ofIt)) {
        return ofIt;
      }
    }
    Understanding heard = heard(line, context, true);
    if (isTaken(heard)
        || context.part().isEmpty()
        || !(OF_THE_SAME.matcher(line).matches() || beginsWithAPin(line, context.part()))) {
      return heard;
    }
    Understanding ofTheSame = heard(context.part() + " " + line.strip(), context, true);
    boolean instead =
        heard instanceof Understanding.Refused
            && (ofTheSame instanceof Understanding.Proposed
                || heard.equals(unknownBeginning(new Words(board, line))));
    return isTaken(ofTheSame) || instead ? ofTheSame : heard;
  }

  /** Of several processors, pins are of the one spoken of last. */
  private boolean isOfAProcessorBefore(String line, BenchContext context) {
    String first = line.strip().split("\\s", 2)[0];
    return !context.part().isEmpty()
        && board.part(context.part()).filter(p -> p.device().isProcessor()).isPresent()
        && board.parts().stream().filter(p -> p.device().isProcessor()).count() > 1
        && board.net(first).isEmpty()
        && beginsWithAPin(line, context.part());
  }

  /** Whether a line begins with what the data book calls a pin of a part: {@code M1 stuck high}. */
  private boolean beginsWithAPin(String line, String part) {
    String first = line.strip().split("\\s", 2)[0];
    return first.matches("[/~]?[A-Za-z]+[0-9]+|[/~]?[A-Z][A-Z0-9/]+")
        && board.part(part).filter(p -> !PinNames.find(p.device(), first).isEmpty()).isPresent();
  }

  private boolean isASentence(String line) {
    List<String> words = List.of(line.strip().split("\\s+", -1));
    return words.size() >= FEWEST_WORDS
        && words.stream().filter(w -> w.matches("[A-Za-z',.]{2,}")).count() >= FEWEST_WORDS;
  }

  /**
   * @param several whether it may be several things said in one breath; a piece of them is not
   */
  private Understanding heard(String line, BenchContext context, boolean several) {
    Understanding asSaid = asSaid(line, context);
    return switch (asSaid) {
      case Understanding.Understood _,
          Understanding.Asked _,
          Understanding.InTurn _,
          Understanding.Proposed _ ->
          asSaid;
      case Understanding.Unfinished _ ->
          onTheWay(line, context)
              .or(() -> reworded(line, context, true))
              .or(() -> trial(line, context))
              .or(() -> Spoken.ofOneLine(board, line, u -> asSaid(u, context)))
              .or(
                  () ->
                      several ? inTurn(line, context).filter(BenchLine::isTaken) : Optional.empty())
              .orElse(asSaid);
      case Understanding.Refused _ ->
          inOtherWords(line, context, several)
              .orElseGet(() -> inPlainSpelling(line, context, asSaid));
    };
  }

  /** What stands against a line once it is put right in its spelling. */
  private Understanding inPlainSpelling(
      String line, BenchContext context, Understanding asItStands) {
    String plain = Rewordings.shipped().plain(line);
    return plain.equals(line.strip()) ? asItStands : asSaid(plain, context);
  }

  private Optional<Understanding> trial(String line, BenchContext context) {
    String shown =
        context.symptom().isEmpty() ? context.stood() : ScreenPhrase.VERB + " " + context.symptom();
    return TrialInWords.named(board, line)
        .map(
            usual ->
                shown.isEmpty()
                    ? usual.replace(Rewordings.AND + TrialInWords.SAME_AGAIN, "")
                    : usual.replace(TrialInWords.SAME_AGAIN, shown))
        .map(usual -> eachAsSaid(usual, context))
        .filter(BenchLine::isWhole);
  }

  private Optional<Understanding> ofAProcessor(String line, BenchContext context) {
    return OtherProcessor.named(board, Rewordings.shipped().plain(line))
        .map(usual -> heard(usual, context, false))
        .filter(BenchLine::isWhole);
  }

  private Optional<Understanding> atPinsByName(String line, BenchContext context) {
    String plain = Rewordings.shipped().plain(line);
    return PinsByName.named(board, plain)
        .or(() -> ClockByFrequency.named(board, line))
        .map(
            usual -> {
              Understanding said = asSaid(usual, context);
              return isWhole(said) ? said : reworded(usual, context, false).orElse(said);
            })
        .filter(BenchLine::isWhole);
  }

  private Optional<Understanding> byWhatIsMeant(String line, BenchContext context) {
    String plain = Rewordings.shipped().plain(line);
    return ProvokedInWords.named(board, plain)
        .or(() -> TasksInWords.named(board, plain))
        .or(() -> PinsByName.ofStrobes(board, plain))
        .map(usual -> eachAsSaid(usual, context))
        .filter(BenchLine::isWhole)
        .or(
            () ->
                PinsOfALine.putTogether(board, plain)
                    .map(usual -> heard(usual, context, false))
                    .filter(BenchLine::isWhole));
  }

  private Optional<Understanding> onTheWay(String line, BenchContext context) {
    return VoltsOnTheWay.named(board, Rewordings.shipped().plain(line))
        .map(usual -> asSaid(usual, context));
  }

  /** The line by a rewording, or else by what its words mean. */
  private Optional<Understanding> inOtherWords(String line, BenchContext context, boolean several) {
    if (SAME.matcher(line.strip()).matches()) {
      String same =
          context.symptom().isEmpty()
              ? context.stood()
              : ScreenPhrase.VERB + " " + context.symptom();
      if (!same.isEmpty()) {
        return Optional.of(asSaid(same, context));
      }
    }
    Optional<Understanding> onTheWay =
        onTheWay(line, context)
            .or(() -> ofAProcessor(line, context))
            .or(() -> byWhatIsMeant(line, context));
    if (onTheWay.isPresent()) {
      return onTheWay;
    }
    Optional<Understanding> reworded = reworded(line, context, false);
    if (reworded.filter(u -> !(u instanceof Understanding.Refused)).isPresent()) {
      return reworded;
    }
    Optional<Understanding> trial = trial(line, context).or(() -> atPinsByName(line, context));
    if (trial.isPresent()) {
      return trial;
    }
    Optional<Understanding> inTurn = several ? inTurn(line, context) : Optional.empty();
    if (inTurn.filter(BenchLine::isTaken).isPresent()) {
      return inTurn;
    }
    Optional<Understanding> instead =
        several ? inTurn.or(() -> underAHeading(line, context)) : inTurn;
    return atOnce(line, context, reworded, several)
        .filter(u -> instead.isEmpty() || isTaken(u))
        .or(() -> instead);
  }

  /**
   * What is read under a heading that nobody understands: {@code no select at all: U13.15 high}.
   */
  private Optional<Understanding> underAHeading(String line, BenchContext context) {
    Matcher headed = UNDER_A_HEADING.matcher(line.strip());
    if (!headed.matches()
        || !(heard(headed.group("read"), context, false)
            instanceof Understanding.Understood understood)
        || !(understood.statement() instanceof Finding)) {
      return Optional.empty();
    }
    Proposal proposal = new Proposal();
    proposal.add(understood);
    proposal.leave(headed.group("heading"));
    return Optional.of(proposal.offered());
  }

  private Optional<Understanding> inTurn(String line, BenchContext context) {
    return new Breath(board, (piece, now) -> heard(piece, now, false), line).taken(context);
  }

  private static boolean isWhole(Understanding heard) {
    return isTaken(heard) && !(heard instanceof Understanding.Unfinished);
  }

  private static boolean isTaken(Understanding heard) {
    return !(heard instanceof Understanding.Refused || heard instanceof Understanding.Proposed);
  }

  /**
   * The line as one thing that is said, by what its words mean.
   *
   * @param whole whether it is a line and not a piece of one
   */
  private Optional<Understanding> atOnce(
      String line, BenchContext context, Optional<Understanding> reworded, boolean whole) {
    String plain = Rewordings.shipped().plain(line);
    String byKind = PartsByKind.named(board, PinsOfALine.named(board, plain));
    // With its place in it, a pin's number may be put right as well.
    String named = byKind.equals(plain) ? plain : Rewordings.shipped().plain(byKind);
    if (!named.equals(plain)) {
      Understanding byPart = asSaid(named, context);
      if (byPart instanceof Understanding.Refused) {
        byPart = reworded(named, context, false).orElse(byPart);
      } else if (byPart instanceof Understanding.Unfinished) {
        byPart = reworded(named, context, true).orElse(byPart);
      }
      if (!(byPart instanceof Understanding.Refused)) {
        return Optional.of(byPart);
      }
    }
    if (reworded.isPresent()) {
      return reworded;
    }
    if (!named.equals(plain)) {
      Optional<Understanding> byPlaces = spoken(named, context).filter(BenchLine::isTaken);
      if (byPlaces.isPresent()) {
        return byPlaces;
      }
    }
    Optional<Understanding> spoken = spoken(plain, context);
    if (!named.equals(plain)
        && spoken.filter(u -> !(u instanceof Understanding.Refused)).isEmpty()) {
      spoken = spoken(named, context).or(() -> spoken(plain, context));
    }
    boolean strange = phrase(new Words(board, line)).isEmpty();
    if (strange && spoken.filter(BenchLine::offersAPurpose).isPresent()) {
      // Which of several parts is meant matters more than what else was said.
      Optional<Understanding> offered = spoken;
      spoken =
          PartsByKind.which(board, plain)
              .<Understanding>map(Understanding.Refused::new)
              .or(() -> offered);
    }
    return spoken
        .or(() -> PinTask.which(board, plain).map(Understanding.Refused::new))
        .or(
            () ->
                strange
                    ? PartsByKind.which(board, plain).map(Understanding.Refused::new)
                    : Optional.empty())
        .or(
            () ->
                strange
                    ? Purposes.near(board, plain).map(near -> aPurpose(near, plain, context, whole))
                    : Optional.empty());
  }

  private static boolean offersAPurpose(Understanding heard) {
    return heard instanceof Understanding.Proposed(List<Understanding.Understood> lines, _, _)
        && lines.stream().allMatch(l -> l.statement() instanceof Finding.FunctionCheck);
  }

  /** By what its words mean; one that begins with a usual verb is refused for what is wrong. */
  private Optional<Understanding> spoken(String plain, BenchContext context) {
    Optional<Phrase> phrase = phrase(new Words(board, plain));
    boolean usual =
        phrase.filter(p -> p instanceof VerbPhrase).isPresent() && !SHOWN.matcher(plain).find();
    return Spoken.understand(board, plain, usual, u -> asSaid(u, context))
        .filter(u -> isTaken(u) || !usual);
  }

  /**
   * The line as people say it in other words, or what would have to be said instead.
   *
   * @param begun whether it may yet become a usual line: then nothing is refused or guessed
   */
  private Optional<Understanding> reworded(String line, BenchContext context, boolean begun) {
    String plain = Rewordings.shipped().plain(line);
    if (!plain.equals(line.strip())) {
      Understanding respelt = asSaid(plain, context);
      if (respelt instanceof Understanding.Understood || respelt instanceof Understanding.Asked) {
        return Optional.of(respelt);
      }
    }
    boolean strange = !begun && phrase(new Words(board, line)).isEmpty();
    Optional<Understanding> instead = Optional.empty();
    for (Rewordings.Rewording way : Rewordings.shipped().all()) {
      Optional<String> usual =
          way.line(plain, board).filter(l -> !begun || !l.startsWith(ScreenPhrase.VERB + " "));
      Optional<String> ask = way.ask(plain, board);
      if (usual.isPresent()) {
        Understanding taken = eachAsSaid(usual.get(), context);
        if (isTaken(taken) && !(taken instanceof Understanding.Unfinished)) {
          return Optional.of(taken);
        }
        // What the usual line lacks says more than that nothing begins with these words.
        if (strange && instead.isEmpty() && !usual.get().startsWith(ScreenPhrase.VERB + " ")) {
          instead = Optional.of(taken);
        }
      } else if (ask.isPresent()) {
        return ask.map(begun ? Understanding.Unfinished::new : Understanding.Refused::new);
      }
    }
    return instead;
  }

  /** What a rewording comes to: one line, or several that are all clear. */
  private Understanding eachAsSaid(String usual, BenchContext context) {
    List<String> lines = List.of(usual.split(Rewordings.AND, -1));
    List<Understanding> all = lines.stream().map(l -> asSaid(l, context)).toList();
    List<Understanding.Understood> clear =
        all.stream()
            .filter(Understanding.Understood.class::isInstance)
            .map(Understanding.Understood.class::cast)
            .toList();
    if (lines.size() > 1 && clear.size() == lines.size()) {
      return new Understanding.InTurn(clear);
    }
    // Where one of several is not clear, none of them is what was said.
    return all.stream()
        .filter(u -> !(u instanceof Understanding.Understood))
        .findFirst()
        .orElseGet(all::getFirst);
  }

  /** Who tells something of what parts are listed for mostly tells that it does not work. */
  private Understanding aPurpose(
      Purposes.Near near, String plain, BenchContext context, boolean whole) {
    boolean one = near.parts().size() == 1;
    String listed =
        "“"
            + near.word()
            + "” is what "
            + near.parts().stream().limit(MOST_NAMED).collect(Collectors.joining(", "))
            + (near.parts().size() > MOST_NAMED ? " and others" : "")
            + (one ? " is" : " are")
            + " listed for: ";
    String bad = "function " + near.word() + " bad";
    return whole
            && asSaid(bad, context) instanceof Understanding.Understood doesNotWork
            && !WORKS.matcher(plain).find()
            && !MOVES.matcher(plain).find()
            && !Breath.speaksOfAMend(plain)
        ? new Understanding.Proposed(
            List.of(doesNotWork),
            List.of(plain),
            listed + "Enter keeps " + bad + ", and what you said as a note.")
        : new Understanding.Refused(listed + "say " + bad + ", or good.");
  }

  /** What the line says in the usual words alone. */
  Understanding asSaid(String line, BenchContext context) {
    Optional<SeveralSubjects> several = SeveralSubjects.of(board, line, context.partsOut());
    Understanding understood =
        several
            .map(all -> all.together(line, each -> one(each, context)))
            .orElseGet(() -> one(line, context));
    if (understood instanceof Understanding.Refused) {
      Optional<SeveralSubjects.Elsewhere> place =
          SeveralSubjects.atItsUsualPlace(board, line, context.partsOut());
      if (place.isPresent()) {
        switch (one(place.get().line(), context)) {
          case Understanding.Understood(Statement statement, String _) -> {
            return new Understanding.Asked(statement, place.get().question());
          }
          // What is asked of the figure matters more than where the tip stood.
          case Understanding.Asked asked -> {
            return asked;
          }
          case Understanding _ -> {}
        }
      }
    }
    if (understood instanceof Understanding.Refused(String why)
        && SeveralSubjects.mayBecome(board, line)) {
      return new Understanding.Unfinished(
          several.filter(s -> !s.there().isEmpty()).isPresent()
              ? why
              : "Another part or pin, or what is said of all of them, for example tester pass.");
    }
    return understood;
  }

  private Understanding one(String line, BenchContext context) {
    Words words = new Words(board, line);
    if (!words.more()) {
      return new Understanding.Unfinished("Type a reading, for example " + examples() + ".");
    }
    try {
      return phrase(words)
          .map(phrase -> SupplyCheck.of(phrase.read(words, context), context))
          .orElseGet(() -> unknownBeginning(words));
    } catch (Words.Halt halt) {
      return halt.understanding();
    }
  }

  /**
   * Usual lines that come near to one that is not understood, or not wholly, the nearest first: for
   * people to choose from. None for any other line.
   */
  public List<String> nearest(String line, BenchContext context) {
    boolean strange =
        line.length() <= LONGEST
            && line.strip().contains(" ")
            && !isTaken(understand(line, context));
    return strange
        ? Nearest.lines(board, Rewordings.shipped().plain(line), l -> asSaid(l, context))
        : List.of();
  }

  /** What the last word of the line could become; whole words, at most {@value #MOST_OFFERS}. */
  public List<String> complete(String line, BenchContext context) {
    if (line.length() > LONGEST) {
      return List.of();
    }
    Optional<SeveralSubjects> several = SeveralSubjects.of(board, line, context.partsOut());
    if (several.isEmpty()) {
      return completeOne(line, context);
    }
    // What comes next goes by the last of them.
    String open = Character.isWhitespace(line.charAt(line.length() - 1)) ? " " : "";
    return completeOne(several.get().lines().getLast() + open, context);
  }

  private List<String> completeOne(String line, BenchContext context) {
    Words words = new Words(board, line);
    Optional<Phrase> phrase = phrase(words);
    boolean atFirstWord = !line.stripLeading().contains(" ");
    if (phrase.isEmpty() || (atFirstWord && words.peek().indexOf('.') < 0)) {
      String prefix = words.peek().toLowerCase(Locale.ROOT);
      return atFirstWord
          ? beginnings(words).stream()
              .filter(b -> Words.begins(b, prefix))
              .limit(MOST_OFFERS)
              .toList()
          : List.of();
    }
    try {
      phrase.get().read(words, context);
    } catch (Words.Halt halt) {
      // The offers gathered on the way are what is wanted.
    }
    return words.offers().stream().limit(MOST_OFFERS).toList();
  }

  /** Example lines of every kind. */
  public static List<String> exampleLines() {
    return Stream.concat(
            PHRASES.stream().map(Phrase::examples).flatMap(List::stream),
            SeveralSubjects.EXAMPLES.stream())
        .toList();
  }

  /** Readings that could be taken on this very board. */
  private String examples() {
    List<Part> chips =
        board.parts().stream().filter(p -> p.fitted() && p.device().isChip()).toList();
    List<String> readings = new ArrayList<>();
    chips.stream()
        .filter(p -> p.device().isSmallLogic())
        .flatMap(p -> p.pins().stream())
        .filter(pin -> board.kind(pin).drives())
        .findFirst()
        .or(
            () ->
                chips.stream()
                    .flatMap(p -> p.pins().stream())
                    .filter(pin -> board.kind(pin).drives() || board.kind(pin).reads())
                    .findFirst())
        .ifPresent(pin -> readings.add(pin + " toggling"));
    board.rails().stream()
        .findFirst()
        .ifPresent(
            rail ->
                readings.add(
                    rail.name()
                        + String.format(Locale.ROOT, " %.2f", rail.volts() * A_LITTLE_LESS)));
    chips.stream()
        .skip(chips.size() / 2)
        .findFirst()
        .ifPresent(p -> readings.add(p.designator() + " hot"));
    readings.add("screen blank");
    return String.join(", ", readings);
  }

  private static Optional<Phrase> phrase(Words words) {
    return PHRASES.stream().filter(p -> p.begins(words)).findFirst();
  }

  private static Set<String> beginnings(Words words) {
    Set<String> all = new LinkedHashSet<>();
    PHRASES.forEach(p -> all.addAll(p.beginnings(words)));
    return all;
  }

  private static Understanding unknownBeginning(Words words) {
    String first = words.peek();
    String prefix = first.toLowerCase(Locale.ROOT);
    boolean couldBecome = beginnings(words).stream().anyMatch(b -> Words.begins(b, prefix));
    words.skip();
    if (couldBecome && !words.more()) {
      return new Understanding.Unfinished(
          "A part, a pin, a rail, or a word like pull, flash, cont, mended.");
    }
    return new Understanding.Refused(
        "“"
            + Words.clip(first)
            + "” begins no line on this board: begin with one of its parts, pins or rails, or with"
            + " a word like pull, cont, swap, mended, check or note; the manual lists them all.");
  }
}
