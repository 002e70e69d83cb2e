package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;

/**
 * Pins said by the line they are on: {@code A7 open between U1 and U5}, {@code E clock at pin 37}.
 * The line is named once, and each part, or the number of the pin, stands for the one pin it can.
 *
 * <p>Cost: every word against the names of the nets.
 */
final class PinsOfALine {
  private static final Pattern BETWEEN =
      Pattern.compile("(?i)\\b(between|from) (\\S+) (and|to) (\\S+)");
  private static final Pattern PIN =
      Pattern.compile("(?i)\\b(at|on) (?:its )?(?:pin|leg) ?#?([0-9]{1,3})\\b");

  /** Goes with the name of a line. */
  private static final Set<String> OF_IT =
      Set.of("on", "of", "the", "line", "signal", "trace", "track", "net", "is", "has");

  /** {@code U31 has clock on pin 21}. */
  private static final Pattern APART =
      Pattern.compile(
          "(?i)(?<part>\\S+) (?:has |have |had |shows |with |sees |gives )?(?:a |an |the"
              + " )?(?<said>.+?) (?<at>at|on|from|into|to) (?:its )?(?:pin|leg)"
              + " ?#?(?<pin>[0-9]{1,3})(?<rest>(?: .*)?)");

  private PinsOfALine() {}

  /** A part and, behind what is read there, one of its pins, put together; empty for others. */
  static Optional<String> putTogether(Board board, String plain) {
    Matcher told = APART.matcher(plain.strip());
    return told.matches()
            && Stream.of(told.group("said").split(" ", -1))
                .noneMatch(w -> board.partCalled(w).isPresent())
        ? board
            .partCalled(told.group("part"))
            .filter(p -> p.device().pin(told.group("pin")).isPresent())
            .map(
                p ->
                    told.group("said")
                        + " "
                        + told.group("at")
                        + " "
                        + p.pin(told.group("pin"))
                        + told.group("rest"))
        : Optional.empty();
  }

  /** The line with its pins in it; as it is where it names no line of the board, or several. */
  static String named(Board board, String plain) {
    List<String> words = List.of(plain.split(" ", -1));
    List<Net> nets = words.stream().flatMap(w -> board.net(w).stream()).distinct().toList();
    if (nets.size() != 1) {
      return plain;
    }
    Net net = nets.getFirst();
    Matcher between = BETWEEN.matcher(plain);
    if (between.find()) {
      Optional<PinRef> one = pinOf(board, net, between.group(2));
      Optional<PinRef> other = pinOf(board, net, between.group(4));
      return one.isPresent() && other.isPresent()
          ? without(net.name(), plain.substring(0, between.start()))
              + between.group(1)
              + " "
              + one.get()
              + " "
              + between.group(3)
              + " "
              + other.get()
              + plain.substring(between.end())
          : plain;
    }
    Matcher pin = PIN.matcher(plain);
    if (pin.find() && words.stream().noneMatch(w -> board.partCalled(w).isPresent())) {
      List<PinRef> numbered =
          net.path().stream().filter(p -> p.number().equals(pin.group(2))).toList();
      if (numbered.size() == 1) {
        return plain.substring(0, pin.start())
            + pin.group(1)
            + " "
            + numbered.getFirst()
            + plain.substring(pin.end());
      }
    }
    return plain;
  }

  /** Lines of the board that were typed in small letters, by their names: {@code clk dead}. */
  static String inCapitals(Board board, String said) {
    return Stream.of(said.split(" ", -1))
        .map(word -> isALineInSmall(board, word) ? word.toUpperCase(Locale.ROOT) : word)
        .collect(Collectors.joining(" "));
  }

  private static boolean isALineInSmall(Board board, String word) {
    return word.matches("[a-z][a-z0-9]+")
        && board.net(word).isEmpty()
        && board.partCalled(word).isEmpty()
        && !board.isSupply(word.toUpperCase(Locale.ROOT))
        && board.net(word.toUpperCase(Locale.ROOT)).isPresent();
  }

  private static Optional<PinRef> pinOf(Board board, Net net, String part) {
    List<PinRef> pins =
        board.partCalled(part).stream()
            .flatMap(p -> net.path().stream().filter(pin -> pin.part().equals(p.designator())))
            .toList();
    return pins.size() == 1 ? Optional.of(pins.getFirst()) : Optional.empty();
  }

  /** What is said before the pins, without the name of the line they say themselves. */
  private static String without(String net, String before) {
    StringBuilder left = new StringBuilder();
    for (String word : before.strip().split(" ", -1)) {
      if (!word.equals(net) && !OF_IT.contains(word.toLowerCase(Locale.ROOT))) {
        left.append(word).append(' ');
      }
    }
    return left.toString();
  }
}
