package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;

/**
 * Several things said in one breath, where pieces of it are lines by themselves: {@code resoldered
 * U21, works now}. A piece that names no part may be of the part named before it: {@code VR1 out
 * 4.97, in 9.1}. Where some pieces are clear and others are not, what is clear is offered.
 *
 * <p>Cost: every piece is heard once or twice, and once with the next.
 */
final class Breath {
  /** Where one thing that is said in a breath ends and the next begins. */
  private static final Pattern ENDS =
      Pattern.compile(
          "[,;.]\\s+|(?<=\\b(?:screen|picture|display|video|image|dead|keyboard|sound|sync|colour|color|beep|life|power|lights))\\s+(?=no\\s)|(?<=[A-Za-z]{3}):\\s+|\\s+[-–—]+\\s+|\\s*->\\s*|(?i)\\s+with\\s+(?=(?:(?:both|all|its|the|two)"
              + " )*(?:inputs?|outputs?|pins? ?[0-9]|legs?"
              + " ?[0-9]|clock|enables?|select|clear|load|preset|carry)\\b)"
              + "|(?<!\\bnow)(?!(?<=[0-9])\\s+and\\s+[0-9]{1,2}(?:\\s+[a-z]|$))\\s+(?:and|but|then|so|while|though|although)\\s+(?:then\\s+)?");

  /** A word or two that are called well. */
  private static final Pattern SAYS_WELL =
      Pattern.compile(
          "(?i)\\s*(?:the )?[a-z-]+(?: [a-z-]+)? (?:is |are |looks?"
              + " )?(?:ok|okay|fine|good|there|works?)");

  /** Behind a level that was said, the next pin. */
  private static final Pattern NEXT_PIN =
      Pattern.compile(
          "(?i)(?<=\\b(?:toggling|pulsing|high|low|flat|dead|floating|static|still|moving))\\s+"
              + "(?=[A-Z]{1,4}[0-9]{1,4}[A-Z]?(?:\\.| (?:pin|leg) ?#?)[0-9])");

  /** Behind what is well, what is not: {@code background ok sprites gone}. */
  private static final Pattern NOT_SO =
      Pattern.compile(
          "(?i)(?<=[a-z] (?:ok|okay|fine|good|works))\\s+"
              + "(?=[a-z]+ (?:gone|dead|bad|missing|garbled|wrong|broken|garbage)$)");

  /** What was said of the one before, or that it is not so: {@code QB doesn't}. */
  private static final Pattern AS_BEFORE =
      Pattern.compile(
          "(?i)(?<who>\\S+(?: \\S+){0,2}?) (?:(?:is|are|was|were|do|does|did|has|have)"
              + "(?<not>n['’]?t| not)?|(?<too>too|as well|also|likewise))");

  /** Says nothing of its own. */
  private static final Pattern OTHERWISE =
      Pattern.compile(
          "(?i)(?:otherwise|else|apart from that|the rest|rest|everything else)(?: is| are| all)*"
              + " (?:ok|okay|fine|good|works|normal|alright)");

  private static final Pattern BUT = Pattern.compile("(?i)\\bbut\\b");

  private static final Pattern A_PART = Pattern.compile("\\b(" + Rewordings.PART + ")\\b");

  /** Something said of a line at another place: {@code dead at J2}. */
  private static final Pattern ELSEWHERE =
      Pattern.compile("(?i)(?:[a-z]+ ){1,3}(?:at|on) (?:the )?" + Rewordings.PART + "(?:[ .].*)?");

  /** Of the board as it is now, or of other parts, and not of the one named before. */
  private static final Pattern OF_THE_BOARD =
      Pattern.compile(
          "(?i)\\b(?:still|board|game|it|screen|picture|same|now|others?|rest|all(?! the"
              + " time)|everything)\\b");

  /** What is said behind it takes back what was said before. */
  static final Pattern TURNS_ROUND =
      Pattern.compile(
          "(?i)\\b(?:except|unless|instead|apart from|not|never|without|neither|nor)\\b");

  /** What was done to something. */
  private static final List<String> MENDING =
      List.of(
          "replaced",
          "reseated",
          "cleaned",
          "reflowed",
          "wired",
          "pulled",
          "swapped",
          "piggybacked");

  private static final Finding.Symptom WORKS = new Finding.Symptom("works");
  private static final Finding.Symptom DARK = new Finding.Symptom("blank");
  private static final Finding.Symptom ROLLING = new Finding.Symptom("rolling");

  private final Board board;
  private final BiFunction<String, BenchContext, Understanding> hear;
  private final String line;
  private final List<String> pieces;

  private final List<Understanding.Understood> all = new ArrayList<>();
  private final Proposal proposal = new Proposal();
  private final List<String> left = new ArrayList<>();
  private Optional<Understanding.Asked> question = Optional.empty();

  /** The line the piece before began with; empty for none. */
  private String lastLine = "";

  /** What is said of a mend that nobody understood. */
  private Optional<Understanding> unsaidMend = Optional.empty();

  /** The only pin that was read in the piece before; empty for none. */
  private String lastPin = "";

  /** Whether something that is well went unsaid. */
  private boolean onlyShown;

  /** The only part, or the rail, of the piece before; empty where it named none, or several. */
  private String lastNamed = "";

  /**
   * @param hear understands a piece
   */
  Breath(Board board, BiFunction<String, BenchContext, Understanding> hear, String line) {
    this.board = board;
    this.hear = hear;
    this.line = line;
    pieces =
        Arrays.stream(ENDS.split(Rewordings.ofTheSamePart(line.strip())))
            .flatMap(p -> Arrays.stream(NEXT_PIN.split(p)))
            .flatMap(p -> Arrays.stream(NOT_SO.split(p)))
            .filter(p -> !p.isBlank() && !OTHERWISE.matcher(p.strip()).matches())
            .toList();
  }

  /** What all of it says, or an offer of what is clear; empty where that is nothing. */
  Optional<Understanding> taken(BenchContext context) {
    if (pieces.isEmpty() || pieces.getFirst().equals(line.strip())) {
      return Optional.empty();
    }
    BenchContext now = context;
    for (int i = 0; i < pieces.size(); i++) {
      String piece = i == 0 ? pieces.getFirst() : asBefore(pieces.get(i), pieces.get(i - 1));
      String next = i + 1 < pieces.size() ? pieces.get(i + 1) : "";
      Understanding taken = pieceOf(piece, now);
      if (!isClear(taken) && !next.isEmpty()) {
        // "swapped U5, no change" is one thing, in two pieces.
        Understanding both = hear.apply(piece + " " + next, now);
        if (isClear(both)) {
          taken = both;
          i++;
        } else if (!isAsked(taken) && isAsked(both)) {
          taken = both;
          i++;
        }
      }
      if (!isClear(taken) && !isAsked(taken)) {
        taken = ofTheSamePart(piece, now).orElse(taken);
      }
      if (!take(piece, taken)) {
        return all.isEmpty() && i + 1 == pieces.size() ? Optional.empty() : unsaidMend;
      }
      lastPin = all.isEmpty() ? "" : onlyPin(all.getLast().statement());
      lastLine = line(piece).orElse("");
      lastNamed = rail(piece).or(() -> onlyPart(piece)).orElse(lastNamed);
      if (!all.isEmpty() && all.getLast().statement() instanceof Finding.Symptom(String card)) {
        now = now.showing(card);
      }
    }
    return together();
  }

  /**
   * In full what is said by leaving it out: {@code IC3 is hot, IC2 isn't}. The piece itself where
   * it leaves nothing out.
   */
  private static String asBefore(String piece, String before) {
    Matcher matcher = AS_BEFORE.matcher(piece.strip());
    if (!matcher.matches()) {
      return piece;
    }
    Speech speech = Speech.shipped();
    List<String> said = List.of(before.strip().split("\\s+", -1));
    int from = 1;
    while (from < said.size()
        && (!speech.isKnown(said.get(from).toLowerCase(Locale.ROOT))
            || speech.isFiller(said.get(from).toLowerCase(Locale.ROOT)))) {
      from++;
    }
    List<String> told = new ArrayList<>(said.subList(from, said.size()));
    boolean denied =
        told.removeIf(
            w ->
                speech.means(w.toLowerCase(Locale.ROOT), "not")
                    && !speech.means(w.toLowerCase(Locale.ROOT), "bad"));
    if (told.isEmpty()) {
      return piece;
    }
    boolean too = matcher.group("too") != null;
    boolean deniesNow = too ? denied : matcher.group("not") != null;
    return matcher.group("who") + (deniesNow ? " not " : " ") + String.join(" ", told);
  }

  private static boolean isClear(Understanding taken) {
    return taken instanceof Understanding.Understood || taken instanceof Understanding.InTurn;
  }

  private static boolean isAsked(Understanding taken) {
    return taken instanceof Understanding.Asked;
  }

  /** The line a piece begins with. */
  private Optional<String> line(String piece) {
    String first = piece.strip().split("\\s", 2)[0];
    return board.nets().stream()
        .map(Net::name)
        .filter(n -> n.replace("/", "").equalsIgnoreCase(first.replace("/", "")))
        .filter(n -> !n.matches("[a-z]+") && board.part(n).isEmpty())
        .findFirst();
  }

  /** The rail a piece begins with. */
  private Optional<String> rail(String piece) {
    String first = piece.strip().split("\\s", 2)[0];
    return board.rails().stream()
        .map(Rail::name)
        .filter(r -> r.replaceFirst("^\\+", "").equalsIgnoreCase(first.replaceFirst("^\\+", "")))
        .findFirst();
  }

  /** The part that is named; empty where none is, or several. */
  private Optional<String> onlyPart(String piece) {
    Matcher matcher = A_PART.matcher(piece);
    List<String> named = new ArrayList<>();
    while (matcher.find()) {
      board
          .part(matcher.group(1).toUpperCase(Locale.ROOT))
          .ifPresent(p -> named.add(p.designator()));
    }
    List<String> once = named.stream().distinct().toList();
    return once.isEmpty() ? Optional.empty() : Optional.of(once.size() == 1 ? once.getFirst() : "");
  }

  private Understanding pieceOf(String piece, BenchContext now) {
    return ofTheSameLine(piece, now).orElseGet(() -> hear.apply(piece, now));
  }

  /** What is said of the line of the piece before, at another place. */
  private Optional<Understanding> ofTheSameLine(String piece, BenchContext now) {
    return lastLine.isEmpty() || !ELSEWHERE.matcher(piece.strip()).matches()
        ? Optional.empty()
        : Optional.of(hear.apply(lastLine + " " + piece.strip(), now))
            .filter(u -> u instanceof Understanding.Understood);
  }

  private static String onlyPin(Statement said) {
    List<PinRef> pins =
        said instanceof Finding finding ? finding.subject().pins() : List.<PinRef>of();
    return pins.size() == 1 ? pins.getFirst().toString() : "";
  }

  /** What goes into the gate whose output was read before. */
  private static final Pattern ITS_INPUTS =
      Pattern.compile("(?i)(?:(?:both|all|its|the|two) )*inputs\\b.*");

  /** A reading or a mend of the part that was named before, or of the rail at another part. */
  private Optional<Understanding> ofTheSamePart(String piece, BenchContext now) {
    boolean ofARail = board.rail(lastNamed).isPresent();
    boolean ofAPin = !lastPin.isEmpty() && ITS_INPUTS.matcher(piece.strip()).matches();
    if (lastNamed.isEmpty()
        || piece.strip().matches("[0-9]{1,3}")
        || (ofARail ? !piece.strip().startsWith("at ") : onlyPart(piece).isPresent())
        || (!ofAPin && OF_THE_BOARD.matcher(piece).find())
        || Arrays.stream(piece.split("\\s+", -1)).anyMatch(this::isNamed)) {
      return Optional.empty();
    }
    return Optional.of(hear.apply((ofAPin ? lastPin : lastNamed) + " " + piece.strip(), now))
        .filter(
            u ->
                u instanceof Understanding.Understood(Statement said, _)
                    && (said instanceof Finding
                        || said instanceof Statement.Mended
                        || (said instanceof Statement.Several(List<Statement> each, String _)
                            && each.stream().allMatch(Finding.class::isInstance))));
  }

  private boolean isNamed(String word) {
    return board.net(word).isPresent() || board.rail(word).isPresent();
  }

  /** Adds a piece; false where without it the rest may not stand. */
  private boolean take(String piece, Understanding taken) {
    switch (taken) {
      case Understanding.Understood understood -> {
        all.add(understood);
        proposal.add(understood);
      }
      case Understanding.InTurn(List<Understanding.Understood> more) -> {
        all.addAll(more);
        proposal.add(taken);
      }
      case Understanding.Asked one -> {
        all.add(new Understanding.Understood(one.statement(), one.sentence()));
        proposal.add(one);
        question = question.or(() -> Optional.of(one));
      }
      case Understanding.Proposed _, Understanding.Unfinished _, Understanding.Refused _ -> {
        return passedOver(piece, taken);
      }
    }
    return true;
  }

  /** Whether something was done to the board, which changes what comes after. */
  static boolean speaksOfAMend(String said) {
    Speech speech = Speech.shipped();
    return Arrays.stream(said.toLowerCase(Locale.ROOT).split("[^a-z-]+", -1))
        .anyMatch(w -> MENDING.stream().anyMatch(m -> speech.means(w, m)));
  }

  private boolean passedOver(String piece, Understanding taken) {
    if (SAYS_WELL.matcher(piece).matches() && !(taken instanceof Understanding.Proposed)) {
      // “sync ok but black picture”: of what is well nothing is known here; it goes unsaid.
      onlyShown = true;
      return true;
    }
    if (TURNS_ROUND.matcher(piece).find()) {
      return false;
    }
    if (speaksOfAMend(piece)) {
      // What was read after a mend is of another board than before it.
      unsaidMend =
          Optional.of(
              new Understanding.Refused(
                  "“"
                      + Words.clip(piece.strip())
                      + "” is not taken in, and what is said with it is of the mended board: say"
                      + " what was done where, for example mended U5 reflowed, mended U5.3 U9.5"
                      + " wired."));
      return false;
    }
    left.add(piece.strip());
    if (taken
        instanceof Understanding.Proposed(List<Understanding.Understood> some, var words, _)) {
      some.forEach(proposal::add);
      words.forEach(proposal::leave);
    } else {
      proposal.leave(piece.strip());
    }
    return true;
  }

  private Optional<Understanding> together() {
    if (!all.isEmpty()
        && left.stream().allMatch(piece -> SAYS_WELL.matcher(piece).matches())
        && all.stream().allMatch(u -> u.statement() instanceof Finding.Shown)) {
      // Beside what the board shows, what is well may go unsaid.
      left.clear();
    }
    if (!left.isEmpty() || (onlyShown && all.isEmpty())) {
      return proposal.isEmpty() ? Optional.empty() : Optional.of(proposal.offered());
    }
    List<Understanding.Understood> once = withoutPraise(all.stream().distinct().toList());
    if (onlyShown && !once.stream().allMatch(u -> u.statement() instanceof Finding.Shown)) {
      return Optional.empty();
    }
    if (question.isPresent()) {
      return asked(once, question.get());
    }
    return Optional.of(once.size() == 1 ? once.getFirst() : new Understanding.InTurn(once));
  }

  /** “Picture ok but no sound” is no board that works; without a picture no sync is to be seen. */
  private List<Understanding.Understood> withoutPraise(List<Understanding.Understood> said) {
    boolean dark = said.stream().anyMatch(l -> l.statement().equals(DARK));
    List<Understanding.Understood> lines =
        said.stream().filter(l -> !dark || !l.statement().equals(ROLLING)).toList();
    List<Understanding.Understood> bad =
        lines.stream().filter(l -> !l.statement().equals(WORKS)).toList();
    if (bad.isEmpty() || !bad.stream().allMatch(l -> isComplaint(l.statement()))) {
      return lines;
    }
    // What works at the end works now; what was well before a complaint is a part of the board.
    boolean worksNow = lines.getLast().statement().equals(WORKS) && !BUT.matcher(line).find();
    return worksNow ? lines : bad;
  }

  private static boolean isComplaint(Statement said) {
    return said instanceof Finding.Symptom
        || (said instanceof Finding.FunctionCheck check && !check.works());
  }

  /** Readings of which one has to be confirmed: all of them wait for that. */
  private Optional<Understanding> asked(
      List<Understanding.Understood> lines, Understanding.Asked first) {
    List<Statement> statements = lines.stream().map(Understanding.Understood::statement).toList();
    if (!statements.stream().allMatch(Finding.class::isInstance)) {
      // A mend and a reading are lines of their own.
      return Optional.of(proposal.offered()).filter(Understanding.Proposed.class::isInstance);
    }
    if (statements.size() == 1) {
      return Optional.of(first);
    }
    String others =
        statements.stream()
            .filter(s -> !s.equals(first.statement()))
            .map(Statement::line)
            .collect(Collectors.joining("; "));
    String plain = String.join(" ", line.strip().split("\\s+", -1));
    return Optional.of(
        new Understanding.Asked(
            new Statement.Several(statements, plain),
            first.sentence() + " With it goes " + others + "."));
  }
}
