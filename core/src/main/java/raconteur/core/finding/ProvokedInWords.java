package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/**
 * A fault that comes and goes with what a hand does, in whatever words: {@code wiggling the power
 * plug cuts it out}, {@code comes back when I lean on the slot}, {@code picture flickers when the
 * CRT cable is moved}, {@code cartridges only work when pushed down}. The part is named, or is the
 * one that is listed for the thing, or its plug.
 *
 * <p>Cost: four patterns a line; the board's parts by name where one fits.
 */
final class ProvokedInWords {
  private static final int MOST_WORDS = 5;

  /** Of a pin it is said with another meaning: only plugs and switches are held by hand. */
  private static final String HELD = "held";

  /**
   * What a hand does.
   *
   * @param usual the verb of the usual line that says so
   */
  private record Deed(String usual, String said) {}

  private static final List<Deed> DEEDS =
      List.of(
          new Deed(
              "tap",
              "tap(?:p(?:ed|ing))?|knock(?:ed|ing)?|hit(?:ting)?|flick(?:ed|ing)?|bang(?:ed|ing)?"
                  + "|thump(?:ed|ing)?|smack(?:ed|ing)?|slap(?:p(?:ed|ing))?"),
          new Deed(
              "press",
              "press(?:ed|ing)?|push(?:ed|ing)?|squeez(?:e|ed|ing)|lean(?:ed|ing|t)?"
                  + "|(?:finger|thumb|hand|pressure)(?= on)"),
          new Deed(HELD, "held|hold(?:ing)?"),
          new Deed(
              "moved",
              "wiggl(?:e|ed|ing)|wriggl(?:e|ed|ing)|waggl(?:e|ed|ing)|jiggl(?:e|ed|ing)"
                  + "|mov(?:e|ed|ing)|rock(?:ed|ing)?|twist(?:ed|ing)?|bend(?:ing)?|bent"
                  + "|flex(?:ed|ing)?|touch(?:ed|ing)?|nudg(?:e|ed|ing)|pull(?:ed|ing) on"));

  private static final String VERB =
      "(?<done>" + DEEDS.stream().map(Deed::said).collect(Collectors.joining("|")) + ")";

  private static final String ABOUT =
      "(?: (?:on|onto|at|against|down|near|around|in|upon|up|hard|firmly|gently|lightly))*";
  private static final String WHOSE = "(?: (?:the|a|my|its|this|that))*";
  private static final String WHEN =
      "(?<when>when|when-?ever|if|while|as long as|until|till|unless|after|by|only by|with|as)";
  private static final String BY_WHOM = "(?: (?:i|you|we|someone))*";

  /** {@code wiggling the plug cuts it out}. */
  private static final Pattern DOING =
      pattern("(?:gently |just |by |a |lightly )*" + VERB + ABOUT + WHOSE + " (?<rest>.+)");

  /** {@code cuts out when wiggling the plug}. */
  private static final Pattern WHEN_DOING =
      pattern(
          "(?<did>.+?) "
              + WHEN
              + BY_WHOM
              + " (?:gently |just )*"
              + VERB
              + ABOUT
              + WHOSE
              + " (?<rest>.+)");

  /** {@code flickers when the cable is moved}. */
  private static final Pattern WHEN_DONE =
      pattern(
          "(?<did>.+?) "
              + WHEN
              + WHOSE
              + " (?<rest>.+?)(?: (?:is|are|was|were|gets|being))* "
              + VERB
              + ABOUT
              + "(?: about| a bit| a little)*");

  /** {@code cartridges only work when leaned on}. */
  private static final Pattern OF_ITSELF =
      pattern(
          "(?:the |my )*(?<rest>.+?) (?<did>(?:only |just |never |sometimes"
              + " )*(?:works?|runs?|starts?|boots?|loads?|reads?|makes? contact|comes?"
              + " (?:on|up|back))(?: .*?)?) (?<when>when|if|while|unless|until|after)(?: (?:it"
              + " is|it's|they are|they're|being))* "
              + VERB
              + ABOUT);

  private static final Pattern EFFECT =
      pattern(
          ".*\\b(?:works?|worked|starts?|started|boots?|runs?|comes?|came|goes|flickers?|flickering"
              + "|flash(?:es)?|cuts?|crash(?:es|ed)?|resets?|reboots?|changes?|changed|drops?"
              + "|disappears?|appears?|returns?|dies|loses?|breaks|stops?|freezes|hangs?|crackles?"
              + "|glitch(?:es|y)?|blanks?|fix(?:es|ed)?|helps?|helped|brings?|makes?|gets?|cures?|cured"
              + "|lets?|wakes?|affects?|kills?|restarts?|shows?|shuts|powers|turns|switches|jumps?|distorts?|is"
              + " back|alive|fine|ok)\\b.*");

  /** What is missing until somebody lends a hand comes with it. */
  private static final Pattern UNTIL = pattern("until|till|unless");

  private static final Pattern SAME =
      pattern(
          "(?:it |is |it's )*(?:still|stays|remains|keeps)\\b.*|.*\\b(?:no"
              + " (?:difference|change|effect|help|better|luck)|the"
              + " same|(?:changes|changed|helps|cures|fixes) nothing|nothing"
              + " (?:changes|changed|happens|happened)|does nothing|did nothing|does(?:n't| not)"
              + " (?:help|change|matter)|did(?:n't| not) (?:help|change)|unchanged|same)\\b.*");

  /** What a thing hangs by is a plug of the board, whatever lies on the other side. */
  private static final Pattern BY_A_PLUG =
      pattern(
          "(?<what>.*?)(?:"
              + " ?\\b(?:cables?|leads?|plugs?|connectors?|ribbons?|wires?|wiring|loom|harness"
              + "|slot|socket|jack|flex))+");

  private ProvokedInWords() {}

  private static Pattern pattern(String said) {
    return Pattern.compile("(?i)" + said);
  }

  /** The usual line; empty where nothing is done by hand, or nobody can tell to what. */
  static Optional<String> named(Board board, String plain) {
    String line = plain.strip().replaceAll("[,:;](?=\\s)", "");
    return of(board, WHEN_DOING.matcher(line))
        .or(() -> of(board, WHEN_DONE.matcher(line)))
        .or(() -> of(board, OF_ITSELF.matcher(line)))
        .or(() -> doing(board, DOING.matcher(line)));
  }

  /** With the effect in front, or around the verb. */
  private static Optional<String> of(Board board, Matcher told) {
    if (!told.matches()) {
      return Optional.empty();
    }
    boolean until = UNTIL.matcher(told.group("when")).matches();
    return (until ? Optional.of(true) : effect(told.group("did")))
        .flatMap(did -> begun(board, told).map(part -> line(told, part, did)));
  }

  /** With the effect behind what was touched: the longest name that leaves one. */
  private static Optional<String> doing(Board board, Matcher told) {
    if (!told.matches()) {
      return Optional.empty();
    }
    List<String> words = List.of(told.group("rest").split(" ", -1));
    return lengths(words.size() - 1)
        .flatMap(
            n ->
                effect(String.join(" ", words.subList(n, words.size())))
                    .flatMap(
                        did ->
                            part(board, told, String.join(" ", words.subList(0, n)))
                                .map(part -> line(told, part, did)))
                    .stream())
        .findFirst();
  }

  /** The part that the first of some words name. */
  private static Optional<Part> begun(Board board, Matcher told) {
    List<String> words = List.of(told.group("rest").strip().split(" ", -1));
    return lengths(words.size())
        .flatMap(n -> part(board, told, String.join(" ", words.subList(0, n))).stream())
        .findFirst();
  }

  /** So many words may name a part, the most first. */
  private static Stream<Integer> lengths(int words) {
    return IntStream.iterate(Math.min(MOST_WORDS, words), n -> n > 0, n -> n - 1).boxed();
  }

  private static Optional<Boolean> effect(String did) {
    if (SAME.matcher(did).matches()) {
      return Optional.of(false);
    }
    return EFFECT.matcher(did).matches() ? Optional.of(true) : Optional.empty();
  }

  private static String deed(Matcher told) {
    String done = told.group("done").toLowerCase(Locale.ROOT);
    return DEEDS.stream()
        .filter(deed -> Pattern.compile(deed.said()).matcher(done + " on").lookingAt())
        .map(Deed::usual)
        .findFirst()
        .orElseThrow();
  }

  private static String line(Matcher told, Part part, boolean changes) {
    String deed = deed(told);
    // Who presses on a plug, or holds one, moves it.
    boolean moved = deed.equals(HELD) || (deed.equals("press") && part.device().isContact());
    return (moved ? "moved" : deed) + " " + part.designator() + (changes ? " changes" : " same");
  }

  /**
   * One part that is touched by a hand: that is named by its place or by what it is, or else a plug
   * that is listed for the thing. No button: those are there to be pressed.
   */
  private static Optional<Part> part(Board board, Matcher told, String said) {
    if (CONTROL.matcher(said).find()) {
      return Optional.empty();
    }
    Matcher hanging = BY_A_PLUG.matcher(said);
    boolean byAPlug = hanging.matches();
    List<Part> named = PartsByKind.only(board, said);
    List<Part> parts = named.isEmpty() ? plugs(TrialInWords.parts(board, said)) : named;
    if (byAPlug && parts.size() != 1) {
      parts = plugs(TrialInWords.parts(board, hanging.group("what").strip()));
    }
    boolean held = deed(told).equals(HELD);
    List<Part> meant = parts.size() == 1 ? parts : plugs(parts);
    return meant.size() == 1
        ? Optional.of(meant.getFirst())
            .filter(p -> !isAButton(p) && (!held || p.device().isContact()))
        : Optional.empty();
  }

  private static List<Part> plugs(List<Part> parts) {
    return parts.stream().filter(p -> p.device().isContact()).toList();
  }

  /** What whoever plays or types presses. */
  private static final Pattern CONTROL =
      pattern(
          "\\b(?:buttons?|keys?|fire|start|select|jump|coin|left|right|up|down|trigger|space|return"
              + "|enter|flippers?)\\b|^(?:the )?reset(?: switch)?$");

  /** A switch of the supply stays as it is, and may be a poor contact; a button is pressed. */
  private static boolean isAButton(Part part) {
    return part.device().isKey() && !part.called().matches("(?i).*\\b(?:power|on/?off|mains)\\b.*");
  }
}
