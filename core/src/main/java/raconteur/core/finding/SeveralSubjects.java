package raconteur.core.finding;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/**
 * A line that says one thing of several parts or pins, or says its verdict before its part, taken
 * apart into lines that each speak of one:
 *
 * <pre>
 * U3 U5 U7 tester pass       U11-U18 normal            U3, U5 and U7 good
 * U1.3 U2.1 low              D2 toggling at U9 U10     D0-D7 floating at U1
 * mended U21 U22 replaced    pull U3 U5                rom U15 good
 * </pre>
 *
 * @param lines a line for each subject, in the order they were said
 * @param subjects what they are about
 * @param unknown what looks like a part or a pin and is none of this board
 * @param there the parts of the line that is spoken of, where one is
 * @param question what has to be confirmed, since it was not said; empty for nothing
 */
record SeveralSubjects(
    List<String> lines,
    List<String> subjects,
    List<String> unknown,
    List<String> there,
    String question) {
  /** Example lines. */
  static final List<String> EXAMPLES =
      List.of(
          "U24 U25 U26 tester pass",
          "U24-U27 normal",
          "U24.14 U25.14 low",
          "BA0 toggling at U15 U16",
          "mended U21-U28 replaced",
          "damage corrosion U18 U19");

  /** Of a long line so many parts are named. */
  private static final int MOST_NAMED = 4;

  private static final int MOST_SHOWN = 8;

  private static final String STANDS = "0 Hz";

  /** Longer ranges are slips. */
  private static final int LONGEST_RANGE = 100;

  private static final Set<String> VERBS =
      Set.of("mended", "found", "pull", "seat", "missing", "backwards");

  /** Words that come before their part and are as often said behind it. */
  private static final Set<String> AFTER_A_PART =
      Set.of("piggyback", "swap", "diag", "function", "tap", "warm", "found", "mended", "without");

  private static final Set<String> VERDICTS = Set.of("tester", "rom");
  private static final Pattern RANGE =
      Pattern.compile("([A-Za-z]{1,4})(\\d{1,4})-([A-Za-z]{0,4})(\\d{1,4})");
  private static final Pattern COMMA_BETWEEN_WORDS = Pattern.compile(",(?!\\d)|(?<!\\d),");
  private static final Pattern LIKE_A_PART = Pattern.compile("[A-Za-z]{1,3}\\d{1,4}(\\.[/\\w]+)?");

  SeveralSubjects {
    lines = List.copyOf(lines);
    subjects = List.copyOf(subjects);
    unknown = List.copyOf(unknown);
    there = List.copyOf(there);
  }

  /**
   * The line taken apart; empty where it speaks of one thing in the usual order, or of none.
   *
   * @param out the parts that are out: nobody's tip stands there
   */
  static Optional<SeveralSubjects> of(Board board, String line, Set<String> out) {
    List<String> words = words(line);
    if (words.size() < 2) {
      return Optional.empty();
    }
    return new Reader(board, words, out).read();
  }

  /**
   * Whether a line that nobody understands yet may become one of several things while its last word
   * is still being typed.
   */
  static boolean mayBecome(Board board, String line) {
    if (line.isBlank()) {
      return false;
    }
    List<String> words = words(line);
    boolean open = !Character.isWhitespace(line.charAt(line.length() - 1)) && !words.isEmpty();
    String last = open ? words.getLast().toLowerCase(Locale.ROOT) : "";
    List<String> before = open ? words.subList(0, words.size() - 1) : words;
    boolean aPart =
        "and".startsWith(last)
            || last.matches("[a-z]{1,4}\\d{1,4}-[a-z]{0,4}\\d{0,4}")
            || board.parts().stream()
                .map(p -> p.designator().toLowerCase(Locale.ROOT))
                .anyMatch(d -> d.startsWith(last) || last.startsWith(d + "."));
    if (before.isEmpty()) {
      return aPart || nets(board).anyMatch(n -> n.startsWith(last));
    }
    String first = before.getFirst().toLowerCase(Locale.ROOT);
    if (nets(board).anyMatch(first::equals)
        && !new Reader(board, words, Set.of()).isSubject(first)) {
      return before.contains("at")
          ? aPart
          : before.size() > 1 ? "at".startsWith(last) : before.size() == 1;
    }
    int begins = VERBS.contains(first) || VERDICTS.contains(first) ? 1 : 0;
    if (first.equals("damage")) {
      begins = 2;
    }
    var reader = new Reader(board, before, Set.of());
    return aPart && before.size() >= begins && reader.gather(begins, begins == 0) == before.size();
  }

  /**
   * A line that names one net and not the place, at the pin where it is most likely read, and what
   * has to be asked about that; empty for any other line.
   *
   * @param out the parts that are out: nobody's tip stands there
   */
  static Optional<Elsewhere> atItsUsualPlace(Board board, String line, Set<String> out) {
    List<String> words = words(line);
    if (words.size() < 2 || words.contains("at")) {
      return Optional.empty();
    }
    Reader reader = new Reader(board, words, out);
    String shown = Reader.shown(words.subList(1, words.size()));
    if (shown.equals(STANDS) && !line.contains(STANDS)) {
      // START does nothing is of what START is there for.
      return Optional.empty();
    }
    return board.nets().stream()
        .filter(n -> !board.isSupply(n.name()) && isCalled(n, words.getFirst()))
        .findFirst()
        .flatMap(
            net ->
                reader
                    .where(net, "")
                    .map(
                        pin -> {
                          String others =
                              net.path().stream()
                                  .map(PinRef::part)
                                  .filter(p -> !p.equals(pin.part()) && !out.contains(p))
                                  .distinct()
                                  .limit(MOST_NAMED)
                                  .collect(Collectors.joining(", "));
                          return new Elsewhere(
                              pin + " " + shown,
                              "Where on it stood the tip? Enter keeps "
                                  + net.name()
                                  + " "
                                  + shown
                                  + " at "
                                  + pin.part()
                                  + (others.isEmpty() ? "." : "; else say at " + others + "."));
                        }));
  }

  /** A line that is taken only where what is asked is confirmed. */
  record Elsewhere(String line, String question) {}

  /** Nobody says the stroke of an active-low name at the bench. */
  private static boolean isCalled(Net net, String said) {
    return net.name().equalsIgnoreCase(said)
        || (net.name().startsWith("/") && net.name().substring(1).equalsIgnoreCase(said));
  }

  private static Stream<String> nets(Board board) {
    return board.nets().stream()
        .map(Net::name)
        .filter(n -> !board.isSupply(n))
        .map(n -> n.toLowerCase(Locale.ROOT));
  }

  /**
   * All of it understood together, or what stands against the first that is not.
   *
   * @param line as it was typed
   * @param one how each of the lines is understood
   */
  Understanding together(String line, Function<String, Understanding> one) {
    if (!unknown.isEmpty()) {
      return notThere();
    }
    if (lines.size() == 1) {
      return one.apply(lines.getFirst());
    }
    List<Statement> statements = new ArrayList<>();
    List<String> sentences = new ArrayList<>();
    Optional<String> doubt = question.isEmpty() ? Optional.empty() : Optional.of(question);
    for (String each : lines) {
      Understanding understood = one.apply(each);
      switch (understood) {
        case Understanding.Understood(Statement statement, String sentence) -> {
          statements.add(statement);
          sentences.add(sentence);
        }
        case Understanding.Asked(Statement statement, String sentence) -> {
          statements.add(statement);
          doubt = doubt.or(() -> Optional.of(sentence));
        }
        case Understanding.InTurn _,
            Understanding.Proposed _,
            Understanding.Unfinished _,
            Understanding.Refused _ -> {
          return understood;
        }
      }
    }
    if (statements.stream().anyMatch(Finding.PullStep.class::isInstance)) {
      return new Understanding.Refused(
          "One part a line where a rail is read after it: pull U13 92 ohm.");
    }
    var all = new Statement.Several(statements, String.join(" ", line.strip().split("\\s+")));
    return doubt.isPresent()
        ? new Understanding.Asked(all, doubt.get())
        : new Understanding.Understood(
            all, "Said of each of " + String.join(", ", subjects) + ". " + sentences.getFirst());
  }

  private Understanding notThere() {
    boolean one = unknown.size() == 1;
    if (!there.isEmpty()) {
      return new Understanding.Refused(
          String.join(", ", unknown.stream().map(Words::clip).toList())
              + (one ? " has" : " have")
              + " no pin on this line, which is at "
              + Words.clip(String.join(", ", there))
              + ".");
    }
    return new Understanding.Refused(
        few(unknown)
            + (one ? " is" : " are")
            + " not on this board"
            + (subjects.isEmpty() ? "." : others(one)));
  }

  /** The first of a long list, and that there are more. */
  private static String few(List<String> names) {
    List<String> each = names.stream().distinct().map(Words::clip).toList();
    return each.size() <= MOST_SHOWN
        ? String.join(", ", each)
        : String.join(", ", each.subList(0, MOST_SHOWN)) + " and others";
  }

  private String others(boolean one) {
    return "; without "
        + (one ? "it" : "them")
        + " the line would be taken for "
        + few(subjects)
        + ".";
  }

  /** Commas part words unless they stand in a number. */
  private static List<String> words(String line) {
    return Words.of(line).stream()
        .flatMap(COMMA_BETWEEN_WORDS::splitAsStream)
        .filter(word -> !word.isEmpty())
        .toList();
  }

  private static final class Reader {
    private final Board board;
    private final List<String> words;
    private final Set<String> out;
    private final List<String> subjects = new ArrayList<>();
    private final List<String> unknown = new ArrayList<>();

    Reader(Board board, List<String> words, Set<String> out) {
      this.board = board;
      this.words = words;
      this.out = out;
    }

    Optional<SeveralSubjects> read() {
      String first = words.getFirst().toLowerCase(Locale.ROOT);
      int at = at();
      Optional<SeveralSubjects> lines = lines(at);
      if (lines.isPresent()) {
        return lines;
      }
      if (at > 1 && at < words.size() - 1 && (!isSubject(words.getFirst()) || showsALevel(at))) {
        return line(net(words.getFirst()), at);
      }
      if (VERBS.contains(first)) {
        int rest = gather(1, false);
        String after = rest(rest);
        boolean alone = after.isEmpty() && (first.equals("mended") || first.equals("found"));
        return subjects.size() + unknown.size() < 2 || alone
            ? Optional.empty()
            : made(subject -> first + " " + subject + after);
      }
      if (first.equals("damage") && words.size() > 3) {
        String after = rest(gather(2, false));
        return subjects.size() + unknown.size() < 2
            ? Optional.empty()
            : made(subject -> first + " " + words.get(1) + " " + subject + after);
      }
      if (VERDICTS.contains(first)) {
        String after = rest(gather(1, false));
        return subjects.isEmpty() || after.isEmpty()
            ? Optional.empty()
            : made(subject -> subject + " " + first + after);
      }
      if (words.size() > 2
          && isSubject(first)
          && !first.contains(".")
          && AFTER_A_PART.contains(words.get(1).toLowerCase(Locale.ROOT))) {
        subjects.add(inCapitals(words.getFirst()));
        return made(subject -> words.get(1).toLowerCase(Locale.ROOT) + " " + subject + rest(2));
      }
      int rest = gather(0, true);
      String after = rest(rest);
      boolean verdict = after.equalsIgnoreCase(" good") || after.equalsIgnoreCase(" bad");
      if (subjects.isEmpty()
          || after.isEmpty()
          || (subjects.size() + unknown.size() < 2 && !verdict)) {
        return Optional.empty();
      }
      return made(subject -> subject + (verdict ? verdict(subject, after) : after));
    }

    /** By what a part that is called good was found so: there is one usual way for most. */
    private String verdict(String subject, String after) {
      boolean good = after.equalsIgnoreCase(" good");
      Optional<Part> part = board.part(subject);
      if (part.filter(p -> p.device().isRom()).isPresent()) {
        return good ? " rom good" : " rom differs";
      }
      boolean testable =
          part.filter(p -> p.device().isRam() || p.device().isSmallLogic()).isPresent();
      return testable ? (good ? " tester pass" : " tester fail") : after;
    }

    /** A name of a part and of a line: D5 low at U4 is of the line. */
    private boolean showsALevel(int at) {
      return words.subList(1, at).stream()
          .allMatch(w -> Speech.shipped().isOfAState(w.toLowerCase(Locale.ROOT)));
    }

    private int at() {
      return IntStream.range(0, words.size())
          .filter(i -> words.get(i).equalsIgnoreCase("at"))
          .findFirst()
          .orElse(-1);
    }

    private Optional<Net> net(String name) {
      return board.nets().stream()
          .filter(n -> !board.isSupply(n.name()))
          .filter(n -> isCalled(n, name))
          .findFirst();
    }

    /** A line by the name of its net, at the pins of some parts. */
    private Optional<SeveralSubjects> line(Optional<Net> net, int at) {
      if (net.isEmpty()) {
        return Optional.empty();
      }
      String shown = " " + shown(words.subList(1, at));
      for (String word : words.subList(at + 1, words.size())) {
        if (isAnd(word)) {
          continue;
        }
        List<String> pins =
            Stream.concat(
                    places(word).stream()
                        .flatMap(
                            place -> net.get().path().stream().filter(p -> p.part().equals(place))),
                    net.get().path().stream().filter(p -> p.toString().equalsIgnoreCase(word)))
                .map(PinRef::toString)
                .toList();
        subjects.addAll(pins);
        if (pins.isEmpty()) {
          unknown.add(word);
        }
      }
      return subjects.isEmpty() && unknown.isEmpty()
          ? Optional.empty()
          : made(
              subject -> subject + shown,
              net.get().path().stream().map(PinRef::part).distinct().toList());
    }

    /** A part, or all from one to another. */
    private List<String> places(String word) {
      Matcher range = RANGE.matcher(word);
      List<String> all = board.parts().stream().map(Part::designator).toList();
      if (!range.matches()) {
        return all.stream().filter(word::equalsIgnoreCase).toList();
      }
      int one = Integer.parseInt(range.group(2));
      int other = Integer.parseInt(range.group(4));
      return IntStream.rangeClosed(Math.min(one, other), Math.max(one, other))
          .limit(LONGEST_RANGE)
          .mapToObj(n -> range.group(1) + n)
          .flatMap(name -> all.stream().filter(name::equalsIgnoreCase))
          .toList();
    }

    private static final String ITS_USUAL_PLACE = "";

    /**
     * {@code D0-D7 floating}: several lines by their names, each at its pins on the parts named
     * behind {@code at}, or else where the processor has it, or what drives it.
     */
    private Optional<SeveralSubjects> lines(int at) {
      List<String> names = linesNamed();
      if (names.isEmpty()) {
        return Optional.empty();
      }
      List<String> parts =
          at > 0 && at + 1 < words.size()
              ? words.subList(at + 1, words.size()).stream().filter(w -> !isAnd(w)).toList()
              : List.of(ITS_USUAL_PLACE);
      List<String> there = new ArrayList<>();
      for (String name : names) {
        for (String part : parts) {
          Optional<PinRef> pin = net(name).flatMap(net -> where(net, part));
          pin.ifPresentOrElse(
              p -> subjects.add(p.toString()),
              () -> unknown.add(part.isEmpty() || isSubject(part) ? name : part));
          pin.map(PinRef::part).filter(p -> !there.contains(p)).ifPresent(there::add);
        }
      }
      String shown = shown(words.subList(named(), at > 0 ? at : words.size()));
      String question =
          parts.equals(List.of(ITS_USUAL_PLACE))
              ? "Taken at " + String.join(", ", there) + "; Enter keeps it, at names another part."
              : "";
      List<String> each = subjects.stream().distinct().toList();
      return Optional.of(
          new SeveralSubjects(
              each.stream().map(pin -> pin + " " + shown).toList(),
              each,
              unknown,
              List.of(),
              question));
    }

    /** What is said of them, in the probe's word where one is meant. */
    private static String shown(List<String> said) {
      Speech speech = Speech.shipped();
      List<String> telling =
          said.stream()
              .map(w -> w.toLowerCase(Locale.ROOT))
              .filter(w -> !speech.isFiller(w) || speech.means(w, "still"))
              .toList();
      boolean known = telling.stream().allMatch(speech::isOfAState);
      return (known ? speech.state(telling) : Optional.<String>empty())
          .orElseGet(() -> String.join(" ", said));
    }

    /** How many words at the front name lines. */
    private int named() {
      int i = 0;
      while (i < words.size() && (isLine(words.get(i)) || (i > 0 && isAnd(words.get(i))))) {
        i++;
      }
      return Math.max(1, i);
    }

    private static boolean isAnd(String word) {
      return word.equalsIgnoreCase("and");
    }

    /** A name that is a word of the language counts in capitals alone. */
    private boolean isLine(String word) {
      return !isSubject(word)
          && (word.matches("[a-z]+")
              ? board.nets().stream().anyMatch(n -> n.name().equals(word))
              : net(word).isPresent());
    }

    /** A range of lines, or several by their names; none where it is of one, or of parts. */
    private List<String> linesNamed() {
      if (words.size() < 2 || isSubject(words.getFirst())) {
        return List.of();
      }
      Matcher range = RANGE.matcher(words.getFirst());
      if (!range.matches()) {
        List<String> names =
            words.subList(0, named()).stream().filter(w -> !isAnd(w)).distinct().toList();
        return names.size() < 2 ? List.of() : names;
      }
      int one = Integer.parseInt(range.group(2));
      int other = Integer.parseInt(range.group(4));
      boolean same = range.group(3).isEmpty() || range.group(3).equalsIgnoreCase(range.group(1));
      return same
              && Math.abs(other - one) < LONGEST_RANGE
              && !isSubject(range.group(1) + one)
              && net(range.group(1) + one).isPresent()
          ? IntStream.rangeClosed(Math.min(one, other), Math.max(one, other))
              .mapToObj(n -> range.group(1) + n)
              .toList()
          : List.of();
    }

    private Optional<PinRef> where(Net net, String part) {
      if (!part.isEmpty()) {
        return net.path().stream()
            .filter(p -> p.part().equalsIgnoreCase(part) || p.toString().equalsIgnoreCase(part))
            .findFirst();
      }
      List<PinRef> in = net.path().stream().filter(p -> !out.contains(p.part())).toList();
      return in.stream()
          .filter(p -> board.part(p.part()).filter(x -> x.device().isProcessor()).isPresent())
          .findFirst()
          .or(() -> in.stream().filter(p -> board.kind(p).drives()).findFirst())
          .or(() -> in.stream().findFirst());
    }

    private Optional<SeveralSubjects> made(Function<String, String> line) {
      return made(line, List.of());
    }

    private Optional<SeveralSubjects> made(Function<String, String> line, List<String> there) {
      List<String> each = subjects.stream().distinct().toList();
      return Optional.of(
          new SeveralSubjects(each.stream().map(line).toList(), each, unknown, there, ""));
    }

    private String rest(int from) {
      List<String> rest = words.subList(Math.min(from, words.size()), words.size());
      return rest.isEmpty() ? "" : " " + String.join(" ", rest);
    }

    /**
     * Takes parts, and pins where those are meant, from a word on.
     *
     * @return the first word that is none
     */
    private int gather(int from, boolean pins) {
      int i = from;
      while (i < words.size()) {
        String word = words.get(i);
        Matcher range = RANGE.matcher(word);
        if (range.matches() && range(range)) {
          i++;
        } else if (subjects.size() > 1 && word.matches("(?i)both|all|are")) {
          i++;
        } else if (board.part(designator(word)).isPresent() && (pins || !word.contains("."))) {
          subjects.add(inCapitals(word));
          i++;
        } else if (word.equalsIgnoreCase("and") && i > from) {
          i++;
        } else if (!subjects.isEmpty()
            && LIKE_A_PART.matcher(word).matches()
            && (pins || !word.contains("."))) {
          unknown.add(word);
          i++;
        } else {
          return i;
        }
      }
      return i;
    }

    private boolean range(Matcher range) {
      String letters = range.group(1);
      boolean same = range.group(3).isEmpty() || range.group(3).equalsIgnoreCase(letters);
      int one = Integer.parseInt(range.group(2));
      int other = Integer.parseInt(range.group(4));
      if (!same || Math.abs(other - one) >= LONGEST_RANGE) {
        return false;
      }
      int step = other >= one ? 1 : -1;
      for (int n = one; n != other + step; n += step) {
        String name = letters + n;
        (board.part(designator(name)).isPresent() ? subjects : unknown).add(inCapitals(name));
      }
      return true;
    }

    private boolean isSubject(String word) {
      return board.part(designator(word)).isPresent();
    }

    /** A part or pin with its part in the capitals of the board. */
    private String inCapitals(String word) {
      int dot = word.indexOf('.');
      return designator(word) + (dot < 0 ? "" : word.substring(dot));
    }

    /** The part a word names, in the capitals of the board. */
    private String designator(String word) {
      int dot = word.indexOf('.');
      String part = dot < 0 ? word : word.substring(0, dot);
      return board.partCalled(part).map(Part::designator).orElse(part);
    }
  }
}
