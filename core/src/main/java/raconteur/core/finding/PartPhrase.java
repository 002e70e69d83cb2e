package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.SortedSet;
import java.util.TreeSet;
import raconteur.core.board.Part;

/**
 * What is said of a whole part: {@code U17 tester fail gates 2 4}, {@code U26 hot}, {@code U26 61
 * C}, {@code R14 470 ohm}, {@code BT1 2.1 V}, {@code U1 stopped}, {@code CE2 455 uF 0.2 ohm 3 uA}.
 */
final class PartPhrase implements Phrase {
  private enum About {
    TESTER,
    ROM,
    ELSEWHERE,
    PINS,
    OLD,
    WAS,
    RUNS,
    STOPPED,
    BURNING,
    HOT,
    NORMAL,
    COLD
  }

  private static final Map<String, About> ABOUT = new LinkedHashMap<>();
  private static final Map<String, Boolean> VERDICT = new LinkedHashMap<>();
  static final Map<String, Boolean> WORKS = new LinkedHashMap<>();
  private static final Map<String, Finding.ElsewhereEnd> ELSEWHERE_ENDS = new LinkedHashMap<>();
  private static final Map<String, Finding.RomEnd> ROM_ENDS = new LinkedHashMap<>();

  static {
    ABOUT.put("tester", About.TESTER);
    ABOUT.put("rom", About.ROM);
    ABOUT.put("elsewhere", About.ELSEWHERE);
    ABOUT.put("pins", About.PINS);
    ABOUT.put("old", About.OLD);
    ABOUT.put("was", About.WAS);
    ABOUT.put("runs", About.RUNS);
    ABOUT.put("stopped", About.STOPPED);
    ABOUT.put("burning", About.BURNING);
    ABOUT.put("hot", About.HOT);
    ABOUT.put("normal", About.NORMAL);
    ABOUT.put("cold", About.COLD);
    VERDICT.put("pass", true);
    VERDICT.put("fail", false);
    for (Finding.ElsewhereEnd end : Finding.ElsewhereEnd.values()) {
      ELSEWHERE_ENDS.put(end.name().toLowerCase(Locale.ROOT), end);
    }
    WORKS.put("good", true);
    WORKS.put("bad", false);
    for (Finding.RomEnd end : Finding.RomEnd.values()) {
      ROM_ENDS.put(end.name().toLowerCase(Locale.ROOT), end);
    }
  }

  @Override
  public boolean begins(Words words) {
    return words.board().parts().stream().anyMatch(p -> words.nextIs(p.designator()));
  }

  @Override
  public Understanding read(Words words, BenchContext context) {
    Part part = words.part();
    boolean across = AcrossPhrase.fits(part.device());
    if (words.peek().matches("-?[0-9].*")
        || ((across || isCapacitor(part)) && words.nextIs("OL"))) {
      return !isCapacitor(part) || across
          ? AcrossPhrase.read(words, context, part).orElseGet(() -> capacitor(words, part))
          : capacitor(words, part);
    }
    About about = words.oneOf("what is said of " + part.designator(), ABOUT);
    if (about == About.TESTER) {
      return tester(words, part);
    }
    if (about == About.ROM) {
      return rom(words, part);
    }
    if (about == About.ELSEWHERE) {
      Finding.ElsewhereEnd end = words.oneOf("how it did in the good board", ELSEWHERE_ENDS);
      words.end();
      String did =
          switch (end) {
            case GOOD -> " works in a good board.";
            case BAD -> " makes a good board fail.";
            case CHANGED -> " makes a good board fail otherwise than this one.";
          };
      return new Understanding.Understood(
          new Finding.Elsewhere(part.designator(), end),
          named(part) + did + " The good part back in shows that nothing was harmed.");
    }
    if (about == About.PINS) {
      return PinPhrase.inOrder(words, part);
    }
    if (about == About.OLD) {
      words.oneOf("what is said of the old part", Map.of("tester", true));
      boolean passed = words.oneOf("the tester's verdict", VERDICT);
      words.end();
      return new Understanding.Understood(
          new Finding.OldPartVerdict(part.designator(), passed),
          "The old "
              + named(part)
              + (passed
                  ? " passes the tester: its mend was not needed."
                  : " fails the tester: it was bad."));
    }
    if (about == About.RUNS || about == About.STOPPED) {
      return processing(words, part, about == About.RUNS);
    }
    if (about == About.WAS) {
      return ClosedPart.read(words, part);
    }
    words.end();
    Finding.Warmth warmth = Finding.Warmth.valueOf(about.name());
    if (context.partsOut().contains(part.designator())) {
      return new Understanding.Asked(
          new Finding.Heat(part.designator(), warmth),
          part.designator() + " is logged as pulled: is it back in? Enter keeps it.");
    }
    return new Understanding.Understood(
        new Finding.Heat(part.designator(), warmth),
        warmth == Finding.Warmth.BURNING
            ? named(part) + " is too hot to touch."
            : named(part)
                + " feels "
                + warmth.name().toLowerCase(Locale.ROOT)
                + " beside its twins.");
  }

  static boolean isCapacitor(Part part) {
    return part.device().isCapacitor();
  }

  static Understanding temperature(BenchContext context, Part part, double celsius) {
    Finding reading = new Finding.Temperature(part.designator(), celsius);
    String said = named(part) + " is at " + Quantities.plain(celsius) + " °C";
    if (celsius < -20 || celsius > 200) {
      return new Understanding.Asked(reading, said + ": is that meant? Enter keeps it.");
    }
    return context.partsOut().contains(part.designator())
        ? new Understanding.Asked(
            reading, part.designator() + " is logged as out: is it back in? Enter keeps it.")
        : new Understanding.Understood(reading, said + "; its twins tell whether that is much.");
  }

  /** Value, series resistance and leakage in any order, each at most once. */
  private static Understanding capacitor(Words words, Part part) {
    OptionalDouble farads = OptionalDouble.empty();
    OptionalDouble ohms = OptionalDouble.empty();
    OptionalDouble amps = OptionalDouble.empty();
    do {
      if (words.nextIs("OL")) {
        ohms = OptionalDouble.of(words.ohms());
        continue;
      }
      Words.Measured measured = words.quantity(Unit.FARAD, Unit.OHM, Unit.AMP);
      if (measured.value() < 0) {
        throw words.refuse(
            "A capacitor measures nothing below 0: type for example 127 uF 0.2 ohm.");
      }
      switch (measured.kind()) {
        case OHM -> ohms = OptionalDouble.of(measured.value());
        case AMP -> amps = OptionalDouble.of(measured.value());
        default -> farads = OptionalDouble.of(measured.value());
      }
    } while (words.more());
    words.end();
    Finding reading = new Finding.CapacitorReading(part.designator(), farads, ohms, amps);
    String said =
        part.designator()
            + " ("
            + part.value()
            + ") measures"
            + (farads.isPresent() ? " " + Quantities.farads(farads.getAsDouble()) : "")
            + (ohms.isPresent() ? ", series " + Quantities.ohms(ohms.getAsDouble()) : "")
            + (amps.isPresent() ? ", leaks " + Quantities.amps(amps.getAsDouble()) : "");
    if (farads.isPresent() && farads.getAsDouble() > 10) {
      return new Understanding.Asked(
          reading, said + ": more than any capacitor here; say uF, nF or pF? Enter keeps it.");
    }
    return new Understanding.Understood(reading, said + "; out of circuit, power off.");
  }

  private static Understanding processing(Words words, Part part, boolean runs) {
    words.end();
    if (!part.device().isProcessor()) {
      throw words.refuse(
          named(part)
              + " is no processor: say what a pin of it shows, for example "
              + part.designator()
              + ".1 toggling.");
    }
    return new Understanding.Understood(
        new Finding.Processing(part.designator(), runs),
        named(part)
            + (runs
                ? " goes about its work: its supply, clock and reset do."
                : " stands: its own supply, clock or reset, or itself, before anything behind"
                    + " it."));
  }

  private static Understanding tester(Words words, Part part) {
    boolean passed = words.oneOf("the tester's verdict", VERDICT);
    SortedSet<String> gates = new TreeSet<>();
    if (!passed) {
      words.mayContinue(List.of("gates"));
      if (words.nextIs("gates") || words.nextIs("gate")) {
        words.skip();
        List<String> known = List.copyOf(part.device().gateOutputs().keySet());
        if (known.isEmpty()) {
          throw words.refuse(
              "The gates of a " + part.device().name() + " are not described: leave “gates” out.");
        }
        Map<String, String> names = new LinkedHashMap<>();
        known.forEach(g -> names.put(g, g));
        do {
          gates.add(words.oneOf("a gate of " + part.device().name(), names));
        } while (words.more());
      }
    }
    words.end();
    String sentence =
        (part.device().isChip() ? "Chip tester on " : "Tested or measured by itself, ")
            + named(part)
            + ": "
            + (passed
                ? "pass"
                : gates.isEmpty() ? "fail" : "fail at gate " + String.join(", ", gates))
            + ".";
    return new Understanding.Understood(
        new Finding.TesterVerdict(part.designator(), passed, gates), sentence);
  }

  private static Understanding rom(Words words, Part part) {
    if (!part.device().isRom()) {
      throw words.refuse(
          named(part) + " is no ROM: say tester pass or tester fail of other chips.");
    }
    Finding.RomEnd end = words.oneOf("how its contents compare", ROM_ENDS);
    words.end();
    String said =
        switch (end) {
          case GOOD -> " reads as it should, twice.";
          case DIFFERS -> " does not hold what it should.";
          case SILENT -> " does not answer when it is read.";
          case UNSTEADY -> " reads differently each time: marginal, or a bad contact.";
        };
    return new Understanding.Understood(
        new Finding.RomCompare(part.designator(), end), named(part) + said);
  }

  static String named(Part part) {
    return part.designator() + " (" + part.device().name() + ")";
  }

  @Override
  public List<String> beginnings(Words words) {
    return List.of();
  }

  @Override
  public String example() {
    return "U5 tester fail gates 2 4";
  }

  @Override
  public List<String> examples() {
    return List.of(
        "U5 tester fail gates 2 4",
        "U5 old tester pass",
        "U14 pins t t l h",
        "U26 was dead, 4116-3 from stock 1, old one to the dead box",
        "U15 rom differs",
        "U10 elsewhere good",
        "U26 hot",
        "U26 61 C",
        "R1 1.2k",
        "R1 OL",
        "J1 9.1 Vac",
        "U8 stopped",
        "CE2 455 uF 0.2 ohm 3 uA");
  }
}
