package raconteur.core.finding;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinNames;

/**
 * Pins said by their names at parts said in words: {@code ROM CE stuck high}, {@code CE at the ROMs
 * stuck high}, {@code ACIA irq never goes low}, {@code D8-D15 stuck at the CPU}, and {@code RAS
 * stuck high}, which only memories have.
 *
 * <p>Cost: the first words of a line against the parts of the board.
 */
final class PinsByName {
  private static final int MOST_WORDS = 3;
  private static final int MOST_PARTS = 32;

  /** {@code A0-A7}, {@code D8 to D15}. */
  private static final Pattern RANGE =
      Pattern.compile("(?i)([/~]?[a-z]{1,3})([0-9]{1,2})(?: ?- ?| to )[/~]?[a-z]{0,3}([0-9]{1,2})");

  private static final Pattern AT =
      Pattern.compile("(?i)(?:at|on|of) (?:all |the |both )*(?<part>[a-z0-9/' -]+)");

  private static final Pattern OF_MEMORIES = Pattern.compile("(?i)[/~]?(?:RAS|CAS)");

  /** Standing still, whichever way. */
  private static final Pattern STUCK = Pattern.compile("(?i)(?:are |is |all )*(?:stuck|static)");

  private static final Pattern WELL =
      Pattern.compile("(?i)^(?:is |are |looks? |there )*(?:ok|okay|good|fine|all right|there)$");

  /** Of several memories the processor's own are meant. */
  private static final Pattern MAIN = Pattern.compile("(?i)\\b(?:main|program|prog|boot)\\b");

  private static final Pattern OUTPUT =
      Pattern.compile(
          "(?i)(?:the )?(?<part>[a-z0-9]+(?: [a-z0-9]+){1,3}) outputs?"
              + " (?:has|have|with|gives|shows|is|are) (?:(?:a|good|some|the|clean)"
              + " )*(?:(?<none>no|dead|silent|missing|absent|flat)|(?=signal|sound|audio|video|pulses|activity|alive|there|present|toggling))(?:"
              + " ?[a-z]+){0,3}");

  private static final Pattern NO_PROGRAM =
      Pattern.compile(
          "(?i)\\b(?:char(?:acter)?|font|colou?r|palette|sprites?|tiles?|graphics|gfx|sound|speech"
              + "|video|screen)\\b");

  /** {@code no CAS at IC4}. */
  private static final Pattern NONE =
      Pattern.compile(
          "(?i)(?:there is |there's )?no (?<pin>[/~]?[A-Z][A-Z0-9/]{0,5})(?: clock| signal| line|"
              + " pulses)? (?:at|on|to|from|reaching) (?<part>.+)");

  private static final Pattern BUS =
      Pattern.compile(
          "(?i)(?:the )?(data|address) (?:bus )?(low|lower|high|upper) (?:byte|half)?(?: of)?"
              + " ?(?:is |are )?");

  private PinsByName() {}

  /** The line with its pins by number; empty where no part, or not every part, has such a pin. */
  static Optional<String> named(Board board, String plain) {
    List<String> words = List.of(plain.strip().split(" ", -1));
    if (words.size() < 2) {
      return Optional.empty();
    }
    return outputs(board, plain.strip())
        .or(() -> partFirst(board, words))
        .or(() -> pinFirst(board, plain.strip()))
        .or(() -> ofABus(board, plain.strip()));
  }

  /** {@code audio filter output has signal}, of the one part that is listed so. */
  private static Optional<String> outputs(Board board, String plain) {
    Matcher said = OUTPUT.matcher(plain);
    if (!said.matches()) {
      return Optional.empty();
    }
    List<String> words = List.of(said.group("part").split(" ", -1));
    List<String> pins =
        Purposes.only(board, words).stream()
            .flatMap(name -> board.part(name).stream())
            .flatMap(part -> PinTask.pins(part, "outputs").stream())
            .toList();
    return pins.isEmpty()
        ? Optional.empty()
        : Optional.of(
            String.join(" ", pins) + (said.group("none") == null ? " toggling" : " 0 Hz"));
  }

  /** {@code data bus low byte stuck}: the main processor's pins. */
  private static Optional<String> ofABus(Board board, String plain) {
    Matcher bus = BUS.matcher(plain);
    if (!bus.lookingAt() || bus.end() == plain.length()) {
      return Optional.empty();
    }
    boolean upper = bus.group(2).toLowerCase(Locale.ROOT).matches("high|upper");
    String names = bus.group(1).substring(0, 1) + (upper ? "8-15" : "0-7");
    List<String> pins = pins(PartsByKind.only(board, "cpu"), names);
    return pins.isEmpty() ? Optional.empty() : Optional.of(line(pins, plain.substring(bus.end())));
  }

  private static Optional<String> partFirst(Board board, List<String> words) {
    return IntStream.rangeClosed(1, Math.min(MOST_WORDS, words.size() - 2))
        .boxed()
        .flatMap(
            n -> {
              List<String> pins =
                  pins(parts(board, String.join(" ", words.subList(0, n))), words.get(n));
              String rest = String.join(" ", words.subList(n + 1, words.size()));
              return pins.isEmpty()
                  ? Optional.<String>empty().stream()
                  : Optional.of(line(pins, rest)).stream();
            })
        .findFirst();
  }

  /** {@code RAS ok}, {@code CAS never goes low}: what is listed for the strobes is not meant. */
  static Optional<String> ofStrobes(Board board, String plain) {
    return plain.matches("(?i)[/~]?(?:RAS|CAS)[/_#]? .*")
        ? pinFirst(board, plain.strip())
        : Optional.empty();
  }

  /** The pin, what is said of it, and where; or of the processor, or of the memories. */
  private static Optional<String> pinFirst(Board board, String plain) {
    Matcher none = NONE.matcher(plain);
    if (none.matches()) {
      return pinFirst(board, none.group("pin") + " dead at " + none.group("part"));
    }
    Matcher range = RANGE.matcher(plain);
    boolean several = range.lookingAt();
    String pin = several ? range.group() : plain.split(" ", 2)[0];
    String rest = WELL.matcher(plain.substring(pin.length()).strip()).replaceFirst("toggling");
    if (rest.isEmpty() || board.net(pin).isPresent() || board.partCalled(pin).isPresent()) {
      return Optional.empty();
    }
    Matcher at = AT.matcher(rest);
    for (int from = 0; at.find(from); from = at.start() + 1) {
      List<String> where = List.of(at.group("part").strip().split(" ", -1));
      String before = rest.substring(0, at.start()).strip();
      int most = before.isEmpty() ? Math.min(MOST_WORDS, where.size() - 1) : where.size();
      for (int n = most; n >= 1; n--) {
        List<String> pins = pins(parts(board, String.join(" ", where.subList(0, n))), pin);
        if (!pins.isEmpty()) {
          String behind = String.join(" ", where.subList(n, where.size()));
          return Optional.of(line(pins, (before + " " + behind).strip()));
        }
      }
    }
    List<Part> owners =
        several
            ? PartsByKind.only(board, "cpu")
            : OF_MEMORIES.matcher(pin).matches() ? memoriesWith(board, pin) : List.of();
    List<String> pins = pins(owners, pin);
    return pins.isEmpty() ? Optional.empty() : Optional.of(line(pins, rest));
  }

  private static String line(List<String> pins, String said) {
    Matcher never = NEVER.matcher(said);
    String shown =
        STUCK.matcher(said).matches()
            ? "0 Hz"
            : never.matches() ? "stuck " + (never.group("low") == null ? "low" : "high") : said;
    return String.join(" ", pins) + " " + shown;
  }

  /** What never goes low stands high. */
  private static final Pattern NEVER =
      Pattern.compile(
          "(?i)(?:is |are )?never (?:goes |gets |comes |pulled |is )*(?:(?<low>low|down)|high|up)");

  private static List<Part> memoriesWith(Board board, String pin) {
    return board.parts().stream()
        .filter(p -> p.fitted() && p.device().isRam() && !pin(p, pin).isEmpty())
        .toList();
  }

  /** The parts that are called so, one or several. */
  static List<Part> parts(Board board, String said) {
    List<Part> called = PartsByKind.only(board, said);
    if (!called.isEmpty()) {
      return called;
    }
    return said.endsWith("s") && !said.endsWith("ss")
        ? PartsByKind.only(board, said.substring(0, said.length() - 1))
        : List.of();
  }

  /** The pin of that name, or of that task, at every one of the parts; none where one lacks it. */
  private static List<String> pins(List<Part> parts, String said) {
    if (parts.isEmpty() || parts.size() > MOST_PARTS) {
      return List.of();
    }
    List<String> all = new ArrayList<>();
    for (Part part : ofPrograms(parts)) {
      List<String> own = RANGE.matcher(said).matches() ? range(part, said) : pin(part, said);
      if (own.isEmpty()) {
        return List.of();
      }
      all.addAll(own);
    }
    return all;
  }

  /** Of several memories the processor's own; all where nothing tells. */
  static List<Part> ofPrograms(List<Part> parts) {
    if (parts.size() < 2) {
      return parts;
    }
    List<Part> main = parts.stream().filter(p -> MAIN.matcher(p.called()).find()).toList();
    List<Part> programs =
        parts.stream().filter(p -> !NO_PROGRAM.matcher(p.called()).find()).toList();
    return !main.isEmpty() ? main : !programs.isEmpty() ? programs : parts;
  }

  private static List<String> pin(Part part, String said) {
    if (!said.matches("[/~]?[A-Za-z][A-Za-z0-9/]*")) {
      return List.of();
    }
    List<DevicePin> named = PinNames.find(part.device(), said.toUpperCase(Locale.ROOT));
    return named.size() == 1
        ? List.of(part.pin(named.getFirst().number()).toString())
        : Stream.of(said, said.equalsIgnoreCase("select") ? "cs" : said)
            .map(word -> PinTask.plainest(part, word))
            .filter(p -> p.size() == 1)
            .findFirst()
            .orElse(List.of());
  }

  private static List<String> range(Part part, String said) {
    Matcher range = RANGE.matcher(said);
    if (!range.matches()) {
      return List.of();
    }
    int from = Integer.parseInt(range.group(2));
    int to = Integer.parseInt(range.group(3));
    List<String> pins =
        IntStream.rangeClosed(Math.min(from, to), Math.max(from, to))
            .boxed()
            .flatMap(n -> pin(part, range.group(1) + n).stream())
            .toList();
    return pins.size() == Math.abs(to - from) + 1 ? pins : List.of();
  }
}
