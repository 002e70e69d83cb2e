package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/**
 * What one test showed. A new kind is one record here, one phrase, one model, and a row each in
 * {@code tests.json} and {@code readings.json}; docs/architecture.md names the places.
 */
public sealed interface Finding extends Statement {

  /** The test it is a result of: what has to be set up for it, what it costs, what it needs. */
  TestKind kind();

  /** What on the board it speaks of. */
  Subject subject();

  /** Whether the board is powered while it is found. */
  default TestKind.Power power() {
    return kind().power();
  }

  /**
   * What makes two findings results of the same test; it stands in stories, so it never changes.
   */
  default String identity() {
    return (kind().asks() + " " + subject().key()).strip();
  }

  /** A number on a meter, judged by itself against limits. */
  sealed interface Measured extends Finding {}

  /** One of a few things a test can show; what it means is for the diagnosis to say. */
  sealed interface Shown extends Finding {}

  /** The voltage of a rail against ground, board powered. */
  record RailVolts(String rail, double volts) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("rail volts");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRail(rail);
    }

    @Override
    public String line() {
      return rail + " " + Quantities.plain(volts) + " V";
    }
  }

  /** A rail somebody calls good and gives no figure of, board powered. */
  record RailCalledGood(String rail) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("rail called good");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRail(rail);
    }

    @Override
    public String line() {
      return rail + " good";
    }
  }

  /** The voltage of a rail at the supply pin of one part, board powered. */
  record FarVolts(String rail, String part, double volts) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("far volts");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRailAt(rail, part);
    }

    @Override
    public String line() {
      return rail + " at " + part + " " + Quantities.plain(volts) + " V";
    }
  }

  /** The voltage of a rail's supply on a dummy load, away from the board's parts. */
  record DummyVolts(String rail, double volts) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("dummy load");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRail(rail);
    }

    @Override
    public String line() {
      return rail + " dummy " + Quantities.plain(volts) + " V";
    }
  }

  /** The current the board draws from a rail. */
  record RailAmps(String rail, double amps) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("rail amps");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRail(rail);
    }

    @Override
    public String line() {
      return rail + " " + Quantities.plain(amps) + " A";
    }
  }

  /** The ripple on a rail, peak to peak, board powered. */
  record Ripple(String rail, double volts) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("ripple");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRail(rail);
    }

    @Override
    public String line() {
      return rail + " ripple " + Quantities.plain(volts) + " V";
    }
  }

  /**
   * The resistance of a rail to ground, power off; infinite for over range.
   *
   * @param reversed true where the red lead was on ground
   */
  record RailOhms(String rail, double ohms, boolean reversed) implements Measured {
    public RailOhms(String rail, double ohms) {
      this(rail, ohms, false);
    }

    @Override
    public TestKind kind() {
      return TestKind.of("rail ohms");
    }

    @Override
    public Subject subject() {
      return new Subject.OfRail(rail);
    }

    @Override
    public String line() {
      return rail + " gnd " + Quantities.ohmsLine(ohms) + (reversed ? " reversed" : "");
    }
  }

  /** The resistance of a rail after one more part was pulled, power off. */
  record PullStep(String part, String rail, double ohmsAfter) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("pull");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPartOnRail(part, rail);
    }

    @Override
    public String line() {
      return "pull " + part + " " + Quantities.ohmsLine(ohmsAfter) + " on " + rail;
    }
  }

  /**
   * What a logic probe shows at a pin of the running board.
   *
   * @param stuck whether the level is called stuck: who says so expects the line to move
   */
  record Probe(PinRef pin, Signal shown, boolean stuck) implements Shown {
    public Probe(PinRef pin, Signal shown) {
      this(pin, shown, false);
    }

    @Override
    public TestKind kind() {
      return TestKind.of("probe");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return pin
          + (stuck ? " " + PinPhrase.STUCK + " " : " ")
          + shown.name().toLowerCase(Locale.ROOT);
    }
  }

  /** Whether a meter sees copper between two pins, power off. */
  record Continuity(PinRef one, PinRef other, boolean joined) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("continuity");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(one, other);
    }

    @Override
    public String line() {
      return "cont " + one + " " + other + (joined ? " joined" : " open");
    }
  }

  /** A chip tester's verdict; the failing gates are empty where it names none or passes. */
  record TesterVerdict(String part, boolean passed, SortedSet<String> failingGates)
      implements Shown {
    public TesterVerdict {
      failingGates = java.util.Collections.unmodifiableSortedSet(new TreeSet<>(failingGates));
    }

    @Override
    public TestKind kind() {
      return TestKind.of("tester");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      if (passed) {
        return part + " tester pass";
      }
      return part
          + " tester fail"
          + (failingGates.isEmpty() ? "" : " gates " + String.join(" ", failingGates));
    }
  }

  /** What the dead-test cartridge did. */
  enum DeadTestEnd {
    NONE,
    PASS,
    FLASHES
  }

  /** The dead-test cartridge's answer; one count a run where it flashes. */
  record DeadTestResult(DeadTestEnd end, List<Integer> counts) implements Shown {
    public DeadTestResult {
      counts = List.copyOf(counts);
      if ((end == DeadTestEnd.FLASHES) == counts.isEmpty()) {
        throw new IllegalArgumentException("counts belong to flashes: " + end + " " + counts);
      }
    }

    @Override
    public TestKind kind() {
      return TestKind.of("dead test");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return switch (end) {
        case NONE -> "flash none";
        case PASS -> "flash pass";
        case FLASHES ->
            "flash " + counts.stream().map(String::valueOf).collect(Collectors.joining(" "));
      };
    }
  }

  /** What changed when a part was swapped for one known good. */
  enum SwapEffect {
    SAME,
    CHANGED,
    CURED
  }

  /** A known-good part tried in this board; the old one went back afterwards. */
  record Swap(String part, SwapEffect effect) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("swap");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return "swap " + part + " good " + effect.name().toLowerCase(Locale.ROOT);
    }
  }

  /** What the board shows or does, as one of its symptom cards. */
  record Symptom(String card) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("screen");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return "screen " + card;
    }
  }

  /** How warm a part feels beside its twins. */
  enum Warmth {
    /** Nobody leaves a finger on it. */
    BURNING,
    HOT,
    NORMAL,
    COLD;

    boolean isTooWarm() {
      return this == BURNING || this == HOT;
    }
  }

  /** A part touched, or seen by a thermal camera, while running. */
  record Heat(String part, Warmth warmth) implements Shown {
    /** Whether it is warmer than it should be. */
    public boolean tooWarm() {
      return warmth.isTooWarm();
    }

    @Override
    public TestKind kind() {
      return TestKind.of("heat");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " " + warmth.name().toLowerCase(Locale.ROOT);
    }
  }

  /** How hot a part is, board running, in °C. */
  record Temperature(String part, double celsius) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("temperature");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " " + Quantities.plain(celsius) + " C";
    }
  }

  /** The resistance from a pin to ground, power off; infinite for over range. */
  record PinOhms(PinRef pin, double ohms) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("pin ohms");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return pin + " gnd " + Quantities.ohmsLine(ohms);
    }
  }

  /** What a counter shows at a pin of the running board. */
  record Frequency(PinRef pin, double hertz) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("frequency");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return pin + " " + Quantities.plain(hertz) + " Hz";
    }
  }

  /** How long after power-on a reset line lets go; infinite where it never does. */
  record ResetPulse(PinRef pin, double seconds) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("reset pulse");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return Double.isInfinite(seconds)
          ? pin + " held"
          : pin + " released " + Quantities.scaled(seconds, 1e-3, "ms");
    }
  }

  /**
   * What a scope shows at a pin of the running board.
   *
   * @param lowest the lowest level it stays at
   * @param highest the highest; the same for a line that does not move
   */
  record PinVolts(PinRef pin, double lowest, double highest) implements Measured {
    public PinVolts {
      if (lowest > highest) {
        throw new IllegalArgumentException(lowest + " V above " + highest + " V");
      }
    }

    @Override
    public TestKind kind() {
      return TestKind.of("scope");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return lowest == highest
          ? pin + " " + Quantities.plain(lowest) + " V"
          : pin + " swings " + Quantities.plain(lowest) + " " + Quantities.plain(highest) + " V";
    }
  }

  /** How a ROM's contents compare with what should be in it. */
  enum RomEnd {
    GOOD,
    DIFFERS,
    UNSTEADY,
    SILENT
  }

  /** A ROM read twice and compared; unsteady where the two reads differ, silent where none came. */
  record RomCompare(String part, RomEnd end) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("rom reader");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " rom " + end.name().toLowerCase(Locale.ROOT);
    }
  }

  /** How a good board does with a part of this one in it. */
  enum ElsewhereEnd {
    GOOD,
    BAD,
    /** It fails too, and otherwise than this one. */
    CHANGED
  }

  /** A part of this board tried in a good board of the same revision. */
  record Elsewhere(String part, ElsewhereEnd end) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("good board");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " elsewhere " + end.name().toLowerCase(Locale.ROOT);
    }
  }

  /** The practitioner's own verdict on a part or a way from pin to pin, having looked at it. */
  record FoundBad(Conclusion conclusion) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("found");
    }

    @Override
    public Subject subject() {
      return switch (conclusion) {
        case Conclusion.BadPart bad -> new Subject.OfPart(bad.part());
        case Conclusion.BadCopper bad -> Subject.OfPins.of(bad.one(), bad.other());
        case Conclusion.BadLeg bad -> Subject.OfPins.of(bad.pin());
      };
    }

    @Override
    public String line() {
      return "found " + conclusion.line();
    }
  }

  /** A good memory held on top of one of the board's, pin on pin. */
  record Piggyback(String part, boolean changed) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("piggyback");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return "piggyback " + part + (changed ? " changed" : " same");
    }
  }

  /** The board run with one part out of its socket. */
  record Without(String part, SwapEffect effect) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("without");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return "without " + part + " " + effect.name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * What the full diagnostic says of parts.
   *
   * @param bad every part it names, true where it calls it bad; none where it shows nothing that
   *     can be read
   * @param harness whether the loop-back harness was in; without it good ports are called bad
   */
  record DiagnosticResult(SortedMap<String, Boolean> bad, boolean harness) implements Shown {
    public DiagnosticResult {
      bad = java.util.Collections.unmodifiableSortedMap(new TreeMap<>(bad));
    }

    @Override
    public TestKind kind() {
      return TestKind.of(harness ? "diagnostic with harness" : "diagnostic");
    }

    @Override
    public Subject subject() {
      return new Subject.OfParts(bad.keySet());
    }

    @Override
    public String line() {
      if (bad.isEmpty()) {
        return "diag nothing" + (harness ? " harness" : "");
      }
      return "diag "
          + bad.entrySet().stream()
              .map(e -> e.getKey() + (e.getValue() ? " bad" : " good"))
              .collect(Collectors.joining(" "))
          + (harness ? " harness" : "");
    }
  }

  /**
   * Whether what parts are there for works: a port, a row of keys, the sound. Where it does not,
   * one of them, or what reaches it, is why.
   *
   * @param parts one, or all that share a purpose
   * @param purpose the words it was called by; empty where the part was
   */
  record FunctionCheck(List<String> parts, String purpose, boolean works) implements Shown {
    public FunctionCheck {
      parts = List.copyOf(parts);
    }

    /** The check of what one part is there for. */
    public static FunctionCheck of(String part, boolean works) {
      return new FunctionCheck(List.of(part), "", works);
    }

    @Override
    public TestKind kind() {
      return TestKind.of("function");
    }

    @Override
    public Subject subject() {
      return parts.size() == 1
          ? new Subject.OfPart(parts.getFirst())
          : new Subject.OfParts(Set.copyOf(parts));
    }

    @Override
    public String line() {
      return "function "
          + (purpose.isEmpty() ? parts.getFirst() : purpose)
          + (works ? " good" : " bad");
    }
  }

  /**
   * A stretch of use that is meant to show that a board is mended.
   *
   * @param check a word of the proving plan, for example {@code soak}
   * @param amount runs, or hours
   * @param clean false where the fault, or another, came within it
   */
  record ProofRun(String check, double amount, boolean hours, boolean clean) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("proof");
    }

    @Override
    public Subject subject() {
      return new Subject.OfBoard(check);
    }

    @Override
    public String line() {
      return "proof "
          + check
          + " "
          + Quantities.plain(amount)
          + (hours ? " hours " : " runs ")
          + (clean ? "clean" : "failed");
    }
  }

  /** A line that shows noise and no level: nothing drives it, or two things do. */
  record Noise(PinRef pin) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("probe");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return pin + " noisy";
    }
  }

  /** What may be done to a board that shows its fault now and then. */
  enum Provocation {
    TAP("tapped"),
    FLEX("flexed"),
    MOVED("moved"),
    WARM("warmed"),
    COLD("cooled");

    private final String words;

    Provocation(String words) {
      this.words = words;
    }

    public String word() {
      return name().toLowerCase(Locale.ROOT);
    }

    public String words() {
      return words;
    }
  }

  /**
   * Whether what the board shows changes while a part, or the whole board, is tapped, flexed,
   * moved, warmed or cooled.
   *
   * @param part empty for the board as a whole
   */
  record Provoked(Provocation how, String part, boolean changes) implements Shown {
    @Override
    public String identity() {
      return (kind().asks() + " " + how.word() + " " + part).strip();
    }

    @Override
    public TestKind kind() {
      return TestKind.of("provoke");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return how.word() + (part.isEmpty() ? "" : " " + part) + (changes ? " changes" : " same");
    }
  }

  /** Two parts of this board put into one another's places. */
  record Exchanged(String one, String other, SwapEffect effect) implements Shown {
    @Override
    public String identity() {
      return kind().asks() + " " + one + " " + other;
    }

    @Override
    public TestKind kind() {
      return TestKind.of("exchange");
    }

    @Override
    public Subject subject() {
      return new Subject.OfParts(Set.of(one, other));
    }

    @Override
    public String line() {
      return "exchanged " + one + " " + other + " " + effect.name().toLowerCase(Locale.ROOT);
    }
  }

  /** Whether a program runs: a cartridge, the board's own firmware, a game. */
  record Runs(String program, boolean runs) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("runs");
    }

    @Override
    public Subject subject() {
      return new Subject.OfBoard(program);
    }

    @Override
    public String line() {
      return "runs " + program + (runs ? "" : " not");
    }
  }

  /** The whole board felt over, and no part hot but those that were said to be. */
  record NothingHot() implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("heat sweep");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return "nothing hot";
    }
  }

  /** Whether what has to survive a power-off did. */
  record Settings(boolean kept) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("settings");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return kept ? "settings kept" : "settings lost";
    }
  }

  /** A recorder on the bus shows the program asking one address for ever, by its select line. */
  record Polls(String net) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("recorder");
    }

    @Override
    public Subject subject() {
      return new Subject.OfBoard(net);
    }

    @Override
    public String line() {
      return "polls " + net;
    }
  }

  /** What the screen shows while the dead test runs. */
  enum TestPicture {
    RIGHT,
    WRONG,
    NOTHING
  }

  /** The picture while the dead test runs: its colour and border are made without the memories. */
  record DeadTestPicture(TestPicture look) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("dead test picture");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return "flash picture " + look.name().toLowerCase(Locale.ROOT);
    }
  }

  /**
   * Whether what comes or goes by one contact works: a key's line, a channel, one signal of a port.
   */
  record PinFunction(PinRef pin, boolean works) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("pin function");
    }

    @Override
    public Subject subject() {
      return Subject.OfPins.of(pin);
    }

    @Override
    public String line() {
      return "function " + pin + (works ? " good" : " bad");
    }
  }

  /** A chip tester's verdict on a part that was replaced. */
  record OldPartVerdict(String part, boolean passed) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("old part");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " old tester " + (passed ? "pass" : "fail");
    }
  }

  /** An error code of the board's own firmware, by its table. */
  record FirmwareError(String code) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("firmware error");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return "error " + code;
    }
  }

  /** How often a fault shows that does not always. */
  record ComesAndGoes(int times, double in, boolean hours) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("now and then");
    }

    @Override
    public Subject subject() {
      return Subject.OfBoard.WHOLE;
    }

    @Override
    public String line() {
      return "shows " + times + " in " + Quantities.plain(in) + (hours ? " hours" : " runs");
    }
  }

  /**
   * What a capacitor measures out of circuit; what was not measured is empty.
   *
   * @param seriesOhms equivalent series resistance
   * @param leakageAmps at its working voltage
   */
  record CapacitorReading(
      String part, OptionalDouble farads, OptionalDouble seriesOhms, OptionalDouble leakageAmps)
      implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("capacitor");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      StringBuilder line = new StringBuilder(part);
      farads.ifPresent(f -> line.append(' ').append(Quantities.faradsLine(f)));
      seriesOhms.ifPresent(r -> line.append(' ').append(Quantities.ohmsLine(r)));
      leakageAmps.ifPresent(a -> line.append(' ').append(Quantities.scaled(a, 1e-6, "uA")));
      return line.toString();
    }
  }

  /** The resistance across a part with two ends, power off; infinite for over range. */
  record PartOhms(String part, double ohms) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("part ohms");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " " + Quantities.ohmsLine(ohms);
    }
  }

  /** The voltage across a part with two ends: a cell's own, or a diode's drop on a meter. */
  record PartVolts(String part, double volts) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("part volts");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " " + Quantities.plain(volts) + " V";
    }
  }

  /** The alternating voltage that comes to a part, such as the plug of the supply. */
  record AlternatingVolts(String part, double volts) implements Measured {
    @Override
    public TestKind kind() {
      return TestKind.of("alternating volts");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + " " + Quantities.plain(volts) + " Vac";
    }
  }

  /** Whether a processor was seen to go about its work: its strobes and address lines move. */
  record Processing(String part, boolean runs) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("processing");
    }

    @Override
    public Subject subject() {
      return new Subject.OfPart(part);
    }

    @Override
    public String line() {
      return part + (runs ? " runs" : " stopped");
    }
  }

  /** What a program on the board says it found, in its own words. */
  record Message(String text) implements Shown {
    @Override
    public TestKind kind() {
      return TestKind.of("message");
    }

    @Override
    public Subject subject() {
      return new Subject.OfBoard(text.toLowerCase(Locale.ROOT));
    }

    @Override
    public String line() {
      return "says " + text;
    }
  }
}
