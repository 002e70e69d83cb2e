package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.PinRole;
import raconteur.core.device.Signal;

/**
 * A line that is neither usual nor a known rewording, taken by the words in it: which parts, pins,
 * lines it names ({@link SaidNames}), what its other words mean ({@link Speech}), and which usual
 * line those come to. Filling in of a few frames, as in early language understanding (frames with
 * slots; Bobrow and others 1977, doi:10.1016/0004-3702(77)90018-2). A word without a meaning is
 * never passed over in a reading or a mend: then the usual line is proposed and not taken. Of what
 * a board shows a detail or two may go unsaid.
 *
 * <p>Cost: a few dozen looks at every word, and every window of words against the board's purposes.
 */
final class Spoken {
  private static final int LONGEST_PURPOSE = 5;

  /** Fewer letters are short for too many words. */
  private static final int FEWEST_LETTERS = 3;

  /** Of {@code A7 ok at U1}. */
  private static final int WORDS_AT_A_PART = 4;

  /** Nobody says more in one breath; every window of words is looked up at every key. */
  private static final int MOST_WORDS = 40;

  /** Which of the lines of a stick. */
  private static final Set<String> WHICH = Set.of("left", "right", "up", "down", "fire");

  /** What buttons are called, and much else. */
  private static final Set<String> COMMON =
      Set.of("start", "select", "up", "down", "left", "right", "power", "reset", "test");

  /** What a chip is called by, or what is read at it. */
  private static final Set<String> OF_A_CHIP =
      Set.of(
          "rom",
          "roms",
          "eprom",
          "eproms",
          "prom",
          "ram",
          "rams",
          "latch",
          "latches",
          "buffer",
          "buffers",
          "decoder",
          "mux",
          "pal",
          "gal",
          "pin",
          "pins",
          "leg",
          "transistor",
          "transistors",
          "emitter",
          "collector");

  /** Levels and pins by what they are for: by themselves nothing a board does. */
  private static final Set<String> OF_A_PIN =
      Set.of(
          "high",
          "low",
          "data",
          "address",
          "clock",
          "output",
          "outputs",
          "input",
          "inputs",
          "enable",
          "enables",
          "select",
          "load",
          "clear",
          "line",
          "lines",
          "bus",
          "strobe",
          "even",
          "odd",
          "upper",
          "lower",
          "vertical",
          "horizontal");

  /** Said of a pin of a chip, and hardly of anything else. */
  private static final Set<String> A_PIN =
      Set.of("clock", "clk", "cs", "ce", "oe", "we", "enable", "strobe", "latch");

  /** What a pin that is named carries: its reading says no more by that. */
  private static final Set<String> CARRIED =
      Set.of(
          "crystal",
          "oscillator",
          "osc",
          "raw",
          "dot",
          "pixel",
          "baud",
          "data",
          "index",
          "pulse",
          "pulses",
          "step",
          "master",
          "main",
          "serial",
          "address",
          "interrupt",
          "irq",
          "carry",
          "composite",
          "audio",
          "video",
          "sync",
          "read",
          "write",
          "pulse-train",
          "waveform",
          "oscillation");

  private static final Set<String> PICTURE =
      Set.of("logo", "screen", "picture", "text", "graphics", "sprites", "lines", "title");
  private static final Pattern BESIDE_LETTERS = Pattern.compile("[^a-z0-9]");
  private static final Pattern NUMBER_BEHIND = Pattern.compile("[0-9]+$");
  private static final Pattern SYNC_NET = Pattern.compile("(?i)[/~]?[a-z]*(?:S|SYNC|SYN)");

  private static final int MOST_DETAILS = 2;
  private static final int MOST_BESIDE_A_PURPOSE = 1;

  private final Board board;
  private final Speech speech = Speech.shipped();
  private final SaidNames names;
  private final List<String> parts;
  private final List<String> pins;
  private final List<Net> nets;
  private final List<String> words;

  /**
   * A usual line a frame comes to.
   *
   * @param unknown the words that have no meaning in it
   * @param details how many such words it may have: none in a reading or a mend
   */
  private record Frame(String line, List<String> unknown, int details) {
    Frame(String line, List<String> unknown) {
      this(line, unknown, 0);
    }

    /** Whether it may be taken: of what a board shows, a detail or two may go unsaid. */
    boolean isWhole() {
      return unknown.size() <= details && unknown.stream().noneMatch(w -> w.matches(".*[0-9].*"));
    }

    /** Whether it is of a line by its name, where the place is still to be asked for. */
    boolean isOfALine(Spoken spoken) {
      return spoken.pins.isEmpty() && !spoken.nets.isEmpty();
    }
  }

  private Spoken(Board board, String plain) {
    this.board = board;
    names = new SaidNames(board, plain);
    parts = names.parts();
    pins = names.pins();
    nets = names.nets();
    words = names.words();
    words.removeIf(word -> pins.stream().anyMatch(pin -> isNameOf(word, pin)));
  }

  /** Whether a word is what the data book calls a pin that is named anyway: PHI2 at U1.39. */
  private boolean isNameOf(String word, String pin) {
    int dot = pin.indexOf('.');
    return word.matches(".*[a-z].*")
        && part(pin.substring(0, Math.max(0, dot)))
            .flatMap(p -> p.device().pin(pin.substring(dot + 1)))
            .map(p -> letters(p.name()).equals(letters(word)))
            .orElse(false);
  }

  private static String letters(String name) {
    return BESIDE_LETTERS.matcher(name.toLowerCase(Locale.ROOT)).replaceAll("");
  }

  private Optional<Part> part(String designator) {
    return names.part(designator);
  }

  /**
   * What a line comes to; empty where no frame fits it.
   *
   * @param plain the line, put right in its spelling
   * @param begun whether it begins with a usual verb: then every word has to have a meaning
   * @param usual understands a usual line
   */
  static Optional<Understanding> understand(
      Board board, String plain, boolean begun, Function<String, Understanding> usual) {
    if (plain.split(" ", MOST_WORDS + 1).length > MOST_WORDS) {
      return Optional.empty();
    }
    Spoken spoken = new Spoken(board, plain);
    Optional<Understanding> proposed = Optional.empty();
    for (Frame frame : spoken.frames()) {
      Understanding taken = usual.apply(frame.line());
      boolean clear =
          taken instanceof Understanding.Understood || taken instanceof Understanding.Asked;
      if ((begun ? frame.unknown().isEmpty() : frame.isWhole())
          && (clear || (taken instanceof Understanding.Unfinished && frame.isOfALine(spoken)))) {
        return Optional.of(taken);
      }
      // A figure is the half of a reading; which of several displays is dead the note says.
      boolean unsaid =
          frame.details() == 0 && frame.unknown().stream().anyMatch(w -> w.matches(".*[0-9].*"));
      boolean turned = Breath.TURNS_ROUND.matcher(String.join(" ", frame.unknown())).find();
      if (clear && !unsaid && !turned && proposed.isEmpty()) {
        proposed = Optional.of(Proposal.of(taken, frame.unknown()));
      }
    }
    return proposed;
  }

  /**
   * A line of the board and what is said of it in one more word, which could still go on: {@code A7
   * dead}, {@code start ignored}, {@code A7 ok at U1}. Empty for anything else.
   */
  static Optional<Understanding> ofOneLine(
      Board board, String line, Function<String, Understanding> usual) {
    String[] words = line.strip().split("\\s+", -1);
    Speech speech = Speech.shipped();
    boolean atAPart =
        words.length == WORDS_AT_A_PART
            && words[2].matches("(?i)at|on|from")
            && board.partCalled(words[WORDS_AT_A_PART - 1]).isPresent();
    String said = words.length < 2 ? "" : words[1].toLowerCase(Locale.ROOT);
    boolean aLine =
        (words.length == 2 || atAPart)
            && board.partCalled(words[0]).isEmpty()
            && !words[0].contains(".");
    if (aLine && atAPart && speech.means(said, "praised")) {
      return understand(board, line.strip(), false, usual);
    }
    return aLine && words.length == 2 && speech.isKnown(said) && !speech.isFiller(said)
        ? understand(board, line.strip(), true, usual)
            .filter(u -> u instanceof Understanding.Understood || u instanceof Understanding.Asked)
        : Optional.empty();
  }

  /** All frames that fit, the fullest meaning first. */
  private List<Frame> frames() {
    List<Frame> frames = new ArrayList<>();
    if (!parts.isEmpty() && pins.isEmpty() && !names.partsAreScattered()) {
      ofParts(frames);
    }
    if (!pins.isEmpty() || !nets.isEmpty()) {
      ofLines(frames);
    }
    // Of two things said with a but between them, which is good and which is not no frame can say.
    boolean both = words.contains("but") && any("good") && (any("bad") || any("not"));
    boolean ofTheBoard = nets.stream().allMatch(n -> SYNC_NET.matcher(n.name()).matches());
    // What a chip does is not yet what the board does.
    boolean ofAChip = words.stream().anyMatch(OF_A_CHIP::contains) && !any("self test");
    if (parts.isEmpty() && pins.isEmpty() && !both && ofTheBoard && !ofAChip) {
      purposes(frames);
      symptoms(frames);
    }
    return frames;
  }

  private boolean any(String meaning) {
    return names.any(meaning);
  }

  /** Bad by themselves: nothing, and no beep either, is not good. */
  private static final Set<String> PLAINLY_BAD =
      Set.of("nothing", "dead", "blank", "silent", "missing", "gone");

  /** Whether something is called bad, or not good; “no errors” is good. */
  private boolean isBad() {
    boolean bad = any("bad") || any("differs");
    int no = words.indexOf("no");
    boolean ofItself = no >= 0 && no + 1 < words.size() && PLAINLY_BAD.contains(words.get(no + 1));
    if (no >= 0 && !ofItself && words.stream().anyMatch(PLAINLY_BAD::contains)) {
      return true;
    }
    boolean denied =
        words.stream().anyMatch(w -> speech.means(w, "not") && !speech.means(w, "bad"));
    return any("rom bad") || bad != denied;
  }

  private void add(List<Frame> frames, String line, String... meanings) {
    frames.add(new Frame(line, unknown(Set.of(), meanings)));
  }

  /** The words that mean none of these and are none of those taken otherwise. */
  private List<String> unknown(Set<String> taken, String... meanings) {
    return words.stream()
        .filter(w -> !taken.contains(w) && !speech.isFiller(w) && !isKindOfOne(w))
        .filter(w -> parts.isEmpty() || !isPurpose(w))
        .filter(w -> Arrays.stream(meanings).noneMatch(m -> speech.means(w, m)))
        .toList();
  }

  private boolean isPurpose(String word) {
    return !isVerdict(word) && word.matches("[a-z]{4,}") && !Purposes.parts(board, word).isEmpty();
  }

  /** Whether a word is what a part that is named is called by: its type, ROM, custom. */
  private boolean isKindOfOne(String word) {
    return parts.stream()
        .anyMatch(
            p ->
                part(p)
                    .filter(
                        x ->
                            x.device().name().equalsIgnoreCase(word)
                                || PartsByKind.isKind(x, word)
                                || (x.device().isUnknown() && word.equals("custom")))
                    .isPresent());
  }

  private void ofParts(List<Frame> frames) {
    String all = String.join(" ", parts);
    tried(frames, all);
    // What is missing at a part is something else.
    if (any("absent") && !words.contains("at")) {
      add(frames, "missing " + all, "absent");
    }
    boolean bad = isBad();
    boolean roms =
        parts.stream()
            .allMatch(
                p -> part(p).filter(x -> x.device().isRom() || x.device().isEprom()).isPresent());
    if (roms && (any("rom") || any("rom bad") || any("self test") || any("tester"))) {
      add(
          frames,
          all + (bad ? " rom differs" : " rom good"),
          "rom",
          "rom bad",
          "tester",
          "differs",
          "bad",
          "good",
          "not",
          "self test",
          "says");
    }
    if (any("tester")) {
      add(
          frames,
          all + (bad ? " tester fail" : " tester pass"),
          "tester",
          "bad",
          "good",
          "not",
          "self test",
          "says");
    }
    if ((any("self test") || any("says")) && (any("bad") || any("good")) && !testIsItsName()) {
      add(
          frames,
          parts.stream()
              .map(p -> p + (bad ? " bad" : " good"))
              .collect(Collectors.joining(" ", "diag ", "")),
          "self test",
          "says",
          "bad",
          "good",
          "not",
          "rom");
    }
    if (any("hot")) {
      String warmth = any("not") ? " normal" : any("burning") ? " burning" : " hot";
      add(frames, all + warmth, "hot", "burning", "not", "speed");
    }
    if (any("cold")) {
      add(frames, all + " cold", "cold");
    }
    if (any("corroded")) {
      add(frames, "damage corrosion " + all, "corroded", "around", "bad", "plain colour");
    }
    // Programmed is said of a ROM; burned of a finger.
    boolean programmed = !roms && words.stream().anyMatch(w -> w.matches("burn.*|.*programmed"));
    for (String action : List.of("reflowed", "reseated", "cleaned", "replaced")) {
      if (any(action) && !(programmed && action.equals("replaced"))) {
        add(
            frames,
            "mended " + all + " " + action,
            action,
            "around",
            "rom",
            "joint",
            "corroded",
            "self test");
      }
    }
    if (any("pulled")) {
      add(frames, "pull " + all, "pulled");
    }
    if (any("killed") && !any("absent") && !any("not")) {
      add(frames, "found " + all + " dead", "killed");
    }
  }

  /** Whether what sounds like a test is what the only part is listed for: a diagnostic lamp. */
  private boolean testIsItsName() {
    return parts.size() == 1
        && words.stream()
            .filter(w -> speech.means(w, "self test") || speech.means(w, "says"))
            .allMatch(w -> Purposes.parts(board, w).contains(parts.getFirst()));
  }

  /** What was tried on parts, and what came of it. */
  private void tried(List<Frame> frames, String all) {
    boolean none = any("same") || (any("effect") && any("not"));
    String came =
        none ? "same" : any("cured") ? "cured" : any("changed") || any("effect") ? "changed" : "";
    boolean one = parts.size() == 1;
    if (any("swapped") && parts.size() == 2) {
      frames.add(
          new Frame(
              "exchanged " + all + " " + came,
              unknown(
                  Set.of(),
                  "swapped",
                  "same",
                  "effect",
                  "cured",
                  "changed",
                  "not",
                  "seen",
                  "bad",
                  "with one another")));
    }
    if (came.isEmpty() || !one) {
      return;
    }
    String stays = came.equals("changed") ? "changes" : came;
    if (any("swapped") || (any("replaced") && !came.equals("changed"))) {
      add(
          frames,
          "swap " + all + " good " + came,
          "swapped",
          "replaced",
          "same",
          "effect",
          "cured",
          "changed",
          "not",
          "good");
    }
    if (any("piggybacked")) {
      add(
          frames,
          "piggyback " + all + (came.equals("same") ? " same" : " changed"),
          "piggybacked",
          "same",
          "effect",
          "cured",
          "changed",
          "not",
          "seen");
    }
    List.of("moved", "tapped", "warmed", "cooled")
        .forEach(
            how -> {
              if (any(how)) {
                String verb =
                    switch (how) {
                      case "moved" -> came.equals("cured") ? "press" : "moved";
                      case "tapped" -> "tap";
                      case "warmed" -> "heat";
                      default -> "freeze";
                    };
                add(
                    frames,
                    verb + " " + all + " " + stays,
                    how,
                    "same",
                    "effect",
                    "cured",
                    "changed",
                    "not",
                    "seen");
              }
            });
  }

  private void ofLines(List<Frame> frames) {
    if (pins.size() + nets.size() == 1 && any("ground") && (any("not") || any("joined"))) {
      board.net(board.ground()).ifPresent(nets::add);
    }
    boolean beside = parts.isEmpty() || any("around");
    boolean way = any("way");
    if (pins.size() + nets.size() == 2 && beside && (any("joined") || any("open") || way)) {
      boolean gone = any("not") || any("open") || (way && any("way gone"));
      boolean open = gone || !(any("joined") || way);
      List<String> ends = ends();
      add(
          frames,
          "cont " + String.join(" ", ends) + (open ? " open" : " joined"),
          "joined",
          "open",
          "way",
          way ? "way there" : "way",
          way ? "way gone" : "way",
          "not",
          "around",
          "copper",
          "ground",
          "corroded");
    }
    Optional<String> state = speech.state(words).or(this::missing).or(this::well);
    readAtItsPart();
    if (state.isEmpty() || !parts.isEmpty() || names.areScattered()) {
      return;
    }
    String shown = state.get();
    words.removeIf(SaidNames.OF_A_LINE::contains);
    if (!pins.isEmpty()) {
      words.removeIf(CARRIED::contains);
    }
    words.removeIf(Speech::isMeasured);
    // With a figure “ok” is what the figure says anyway.
    String figured = shown.endsWith("Hz") || shown.endsWith("V") ? "good" : "not";
    String[] meant = {
      "high",
      "low",
      "toggling",
      "floating",
      "between",
      "still",
      "held",
      "not",
      "bad",
      "speed",
      figured
    };
    if (!pins.isEmpty() && nets.isEmpty()) {
      add(frames, String.join(" ", pins) + " " + shown, meant);
    } else if (pins.isEmpty()) {
      String names = nets.stream().map(Net::name).distinct().collect(Collectors.joining(" "));
      add(frames, names + " " + shown, meant);
    }
  }

  /** Whether every word beside the names means that, or nothing. */
  private boolean saysNothingBut(String meaning) {
    return words.stream()
        .allMatch(
            w -> speech.means(w, meaning) || speech.isFiller(w) || SaidNames.OF_A_LINE.contains(w));
  }

  /** A line that is said not to be there: {@code no CAS}. */
  private Optional<String> missing() {
    return any("not") && saysNothingBut("not") ? Optional.of("0 Hz") : Optional.empty();
  }

  /**
   * A line that is called well: what it shows then, to be offered, since “ok” may be meant else.
   */
  private Optional<String> well() {
    List<Net> lines = new ArrayList<>(nets);
    pins.forEach(pin -> board.netOf(PinRef.parse(pin)).ifPresent(lines::add));
    if (!any("praised")
        || !saysNothingBut("praised")
        || lines.stream().anyMatch(n -> PinRole.STOPS.fits(n.name()))) {
      return Optional.empty();
    }
    Set<Signal> said =
        lines.stream().flatMap(n -> n.healthy().stream()).collect(Collectors.toSet());
    return Optional.of(
        said.size() == 1
            ? said.iterator().next().name().toLowerCase(Locale.ROOT)
            : Signal.TOGGLING.name().toLowerCase(Locale.ROOT));
  }

  /** {@code no HS from U18}: one line, and a part that is on it. */
  private void readAtItsPart() {
    if (nets.size() == 1 && parts.size() == 1 && pins.isEmpty()) {
      nets.getFirst().path().stream()
          .filter(p -> p.part().equals(parts.getFirst()))
          .findFirst()
          .ifPresent(
              pin -> {
                pins.add(pin.toString());
                nets.clear();
                parts.clear();
              });
    }
  }

  /** A pin of each of two lines, on one part where both come to one. */
  private List<String> ends() {
    if (nets.size() == 2) {
      for (PinRef one : nets.getFirst().path()) {
        for (PinRef other : nets.getLast().path()) {
          if (one.part().equals(other.part())) {
            return List.of(one.toString(), other.toString());
          }
        }
      }
    }
    List<String> ends = new ArrayList<>(pins);
    nets.forEach(n -> ends.add(n.path().getFirst().toString()));
    return ends;
  }

  /** What parts are there for, or a line that leaves the board by a plug, and whether it works. */
  private void purposes(List<Frame> frames) {
    if (!any("bad") && !any("marks") && !any("good") && !any("not")) {
      return;
    }
    if (any("not") && (any("high") || any("low") || any("floating"))) {
      // A level that is not there is of a line, and says too little of it.
      return;
    }
    if (words.contains("until") && (any("moved") || any("tapped") || any("flexed"))) {
      // What is done to a part, and helps, is not what the part is for.
      return;
    }
    if (any("swapped")
        || any("replaced")
        || any("reseated")
        || any("cleaned")
        || any("piggybacked")) {
      // Of something that was done, and no more of what a part is for.
      return;
    }
    boolean partly = any("partly");
    if (partly && speech.means(words.getFirst(), "partly") && !isBad()) {
      // What else does not is what it is about: only the left channel works.
      return;
    }
    String verdict = partly || isBad() || any("marks") ? " bad" : " good";
    for (int length = Math.min(LONGEST_PURPOSE, words.size()); length > 0; length--) {
      for (int from = 0; from + length <= words.size(); from++) {
        List<String> window = words.subList(from, from + length);
        if (length == 1
            && (window.getFirst().matches("[0-9]+")
                || isVerdict(window.getFirst())
                || SaidNames.OF_A_LINE.contains(window.getFirst())
                || isTopic(window.getFirst()))) {
          continue;
        }
        if (window.stream()
            .allMatch(w -> speech.isFiller(w) || isRail(w) || OF_A_PIN.contains(w))) {
          continue;
        }
        if (isCutShort(from, length) || (length == 1 && isAWordOfAPicture(window.getFirst()))) {
          continue;
        }
        if (leavesAPin(window)) {
          continue;
        }
        String said = String.join(" ", window);
        Optional<String> by =
            leaving(window)
                .or(
                    () ->
                        Purposes.parts(board, said).isEmpty()
                                || window.stream().anyMatch(this::isVerdict)
                            ? Optional.empty()
                            : Optional.of(said));
        by.ifPresent(
            it ->
                frames.add(
                    new Frame(
                        "function " + it + verdict,
                        unknown(
                            new LinkedHashSet<>(window),
                            "bad",
                            "good",
                            "not",
                            "marks",
                            "speed",
                            "self test",
                            "rom",
                            "high",
                            "low"),
                        MOST_BESIDE_A_PURPOSE)));
      }
    }
  }

  /** Whether a pin is spoken of beside what a part is there for: the sound processor's clock. */
  private boolean leavesAPin(List<String> window) {
    return words.stream().anyMatch(w -> A_PIN.contains(w) && !window.contains(w));
  }

  /** Whether the word behind says which of several it is of: player 2 left is not player 2. */
  private boolean isCutShort(int from, int length) {
    boolean oneMore = from + length < words.size();
    return oneMore
        && WHICH.contains(words.get(from + length))
        && words.get(from + length - 1).matches(".*[0-9]|player|joystick|stick|pad|dpad");
  }

  /** A button's word where the picture is spoken of: start logo garbled. */
  private boolean isAWordOfAPicture(String word) {
    boolean aCommonWord = COMMON.contains(word);
    return aCommonWord && words.stream().anyMatch(w -> PICTURE.contains(w));
  }

  private boolean isRail(String word) {
    return board.rails().stream()
        .anyMatch(r -> r.name().replaceFirst("^\\+", "").equalsIgnoreCase(word.replace("+", "")));
  }

  private boolean isVerdict(String word) {
    return names.isVerdict(word);
  }

  private boolean isTopic(String word) {
    // What is garbled may as well be what parts are there for.
    return speech.symptoms().stream()
        .anyMatch(s -> s.isAbout(word) && !s.needs().contains("garbled"));
  }

  /** The contact of a plug by which a line leaves whose name is said: {@code player 1 up}. */
  private Optional<String> leaving(List<String> said) {
    String whole = String.join("", said);
    String initials =
        said.size() < 2
            ? whole
            : said.subList(0, said.size() - 1).stream()
                    .map(w -> w.substring(0, 1))
                    .collect(Collectors.joining())
                + said.getLast();
    return board.nets().stream()
        .filter(n -> !board.isSupply(n.name()))
        .filter(
            n -> {
              String name = letters(n.name());
              return name.equals(whole) || name.equals(initials) || isShortFor(name, said);
            })
        .flatMap(n -> n.path().stream())
        .filter(p -> part(p.part()).filter(x -> x.device().isContact()).isPresent())
        .map(PinRef::toString)
        .findFirst();
  }

  /** {@code sol2} for a second solenoid: the first letters and the number. */
  private static boolean isShortFor(String name, List<String> said) {
    if (said.size() != 2) {
      return false;
    }
    String letters = NUMBER_BEHIND.matcher(name).replaceFirst("");
    return letters.length() >= FEWEST_LETTERS
        && said.getFirst().startsWith(letters)
        && name.equals(letters + said.getLast());
  }

  private void symptoms(List<Frame> frames) {
    if (any("praised") && !any("bad") && !any("not")) {
      return;
    }
    for (Speech.Shown shown : speech.symptoms()) {
      boolean topic = words.stream().anyMatch(shown::isAbout);
      boolean needed = shown.needs().isEmpty() || shown.needs().stream().anyMatch(this::any);
      if (topic && shown.unless().stream().anyMatch(this::any)) {
        // It is said not to show that: it is of nothing else that it shows, either.
        return;
      }
      if (topic && needed) {
        Set<String> topics =
            words.stream()
                .filter(w -> isTopic(w) || speech.means(w, "plain colour"))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        for (int i = 1; i < words.size(); i++) {
          // Of two joysticks, or of keys, which one is no more than a detail here.
          boolean ofThem = shown.isAbout(words.get(i - 1)) || topics.contains(words.get(i - 1));
          if (ofThem && words.get(i).matches("[a-z0-9](?:[-/][a-z0-9])?")) {
            topics.add(words.get(i));
          }
        }
        frames.add(
            new Frame(
                ScreenPhrase.VERB + " " + shown.card(),
                unknown(
                    topics, "bad", "good", "not", "marks", "speed", "still", "high", "low", "same"),
                MOST_DETAILS));
      }
    }
  }
}
