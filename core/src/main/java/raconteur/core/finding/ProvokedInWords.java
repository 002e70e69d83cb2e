package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
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

  /** What a hand does, by the usual line that says so. */
  private static final Map<String, String> DONE =
      Map.of(
          "tap",
          "tap(?:p(?:ed|ing))?|knock(?:ed|ing)?|hit(?:ting)?|flick(?:ed|ing)?|bang(?:ed|ing)?"
              + "|thump(?:ed|ing)?|smack(?:ed|ing)?|slap(?:p(?:ed|ing))?",
          "press",
          "finger|thumb|hand|pressure|press(?:ed|ing)?|push(?:ed|ing)?|squeez(?:e|ed|ing)|lean(?:ed|ing|t)?|h[eo]ld(?:ing)?",
          "moved",
          "wiggl(?:e|ed|ing)|wriggl(?:e|ed|ing)|waggl(?:e|ed|ing)|jiggl(?:e|ed|ing)|mov(?:e|ed|ing)"
              + "|rock(?:ed|ing)?|twist(?:ed|ing)?|bend(?:ing)?|bent|flex(?:ed|ing)?"
              + "|touch(?:ed|ing)?|nudg(?:e|ed|ing)|pull(?:ed|ing) on");

  private static final String VERB = "(?<done>" + String.join("|", DONE.values()) + ")";

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
              + " (?:difference|change|effect|help|better|luck)|the same|nothing"
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
        .flatMap(did -> begun(board, told.group("rest")).map(p -> line(told, p, did)));
  }

  /** With the effect behind what was touched: the longest name that leaves one. */
  private static Optional<String> doing(Board board, Matcher told) {
    if (!told.matches()) {
      return Optional.empty();
    }
    List<String> words = List.of(told.group("rest").split(" ", -1));
    return IntStream.iterate(Math.min(MOST_WORDS, words.size() - 1), n -> n > 0, n -> n - 1)
        .boxed()
        .flatMap(
            n ->
                effect(String.join(" ", words.subList(n, words.size())))
                    .flatMap(
                        did ->
                            part(board, String.join(" ", words.subList(0, n)))
                                .map(part -> line(told, part, did)))
                    .stream())
        .findFirst();
  }

  /** The part that the first of some words name. */
  private static Optional<Part> begun(Board board, String said) {
    List<String> words = List.of(said.strip().split(" ", -1));
    return IntStream.iterate(Math.min(MOST_WORDS, words.size()), n -> n > 0, n -> n - 1)
        .boxed()
        .flatMap(n -> part(board, String.join(" ", words.subList(0, n))).stream())
        .findFirst();
  }

  private static Optional<Boolean> effect(String did) {
    if (SAME.matcher(did).matches()) {
      return Optional.of(false);
    }
    return EFFECT.matcher(did).matches() ? Optional.of(true) : Optional.empty();
  }

  private static String line(Matcher told, Part part, boolean changes) {
    String done = told.group("done").toLowerCase(Locale.ROOT);
    String verb =
        DONE.entrySet().stream()
            .filter(e -> done.matches(e.getValue()))
            .map(Map.Entry::getKey)
            .findFirst()
            .orElseThrow();
    // Who presses on a plug moves it.
    boolean moved = verb.equals("press") && part.device().isContact();
    return (moved ? "moved" : verb) + " " + part.designator() + (changes ? " changes" : " same");
  }

  /** One part, that is no button: those are there to be pressed. */
  private static Optional<Part> part(Board board, String said) {
    Matcher hanging = BY_A_PLUG.matcher(said);
    boolean byAPlug = hanging.matches();
    List<Part> parts = TrialInWords.parts(board, said);
    if (byAPlug && parts.size() != 1) {
      parts = TrialInWords.parts(board, hanging.group("what").strip());
    }
    if (byAPlug || parts.size() > 1) {
      parts = parts.stream().filter(p -> p.device().isContact()).toList();
    }
    return parts.size() == 1
        ? Optional.of(parts.getFirst()).filter(p -> !isAButton(p))
        : Optional.empty();
  }

  /** A switch of the supply stays as it is, and may be a poor contact; a button is pressed. */
  private static boolean isAButton(Part part) {
    return part.device().isKey() && !part.called().matches("(?i).*\\b(?:power|on/?off|mains)\\b.*");
  }
}
