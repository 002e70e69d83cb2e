package raconteur.core.plan;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;

/** Says steps: title, set-up, caution, cost and reason of every kind of test and of mends. */
final class StepWords {
  private static final String POWER_OFF = "Power off, supply unplugged.";
  private static final String RUNNING = "Powered, running as usual.";
  private static final String SHARP =
      "Power off before the part moves; mind its direction when it goes back.";
  private static final String IRON =
      "Hot iron and fumes: ventilate, wear glasses; power off and capacitors discharged first.";

  private final Board board;
  private final Costs costs;

  StepWords(Board board, Costs costs) {
    this.board = board;
    this.costs = costs;
  }

  /** What makes two findings results of the same test. */
  static Object identity(Finding test) {
    return switch (test) {
      case Finding.Probe t -> t.pin();
      case Finding.Continuity t -> List.of(t.one(), t.other());
      case Finding.RailVolts t -> "volts " + t.rail();
      case Finding.RailOhms t -> "ohms " + t.rail();
      case Finding.PullStep t -> "pull " + t.part();
      case Finding.TesterVerdict t -> "tester " + t.part();
      case Finding.DeadTestResult _ -> "dead test";
      case Finding.Swap t -> "swap " + t.part();
      case Finding.Symptom _ -> "screen";
      case Finding.Heat t -> "heat " + t.part();
    };
  }

  /** What a test is about: tests that share any of it are not offered side by side. */
  Set<String> about(Finding test) {
    return switch (test) {
      case Finding.Probe t ->
          Set.of(t.pin().part(), board.netOf(t.pin()).map(Net::name).orElse("no net"));
      case Finding.Continuity t ->
          Set.of(board.netOf(t.one()).map(Net::name).orElse("") + " copper");
      case Finding.RailVolts _, Finding.RailOhms _ -> Set.of("rails");
      case Finding.PullStep _,
          Finding.TesterVerdict _,
          Finding.DeadTestResult _,
          Finding.Swap _,
          Finding.Symptom _,
          Finding.Heat _ ->
          Set.of(identity(test).toString());
    };
  }

  static double minutes(Finding test, Board board, Costs costs) {
    return switch (test) {
      case Finding.Probe _ -> costs.test("probe");
      case Finding.Continuity _ -> costs.test("continuity");
      case Finding.RailVolts _ -> costs.test("rail volts");
      case Finding.RailOhms _ -> costs.test("rail ohms");
      case Finding.PullStep _ -> costs.test("pull");
      case Finding.DeadTestResult _ -> costs.test("dead test");
      case Finding.Symptom _ -> costs.test("screen");
      case Finding.Heat _ -> costs.test("heat");
      case Finding.Swap _ -> costs.test("swap");
      case Finding.TesterVerdict t -> {
        Part part = board.part(t.part()).orElseThrow();
        yield part.socketed()
            ? costs.test("tester")
            : costs.takeOut(part) + costs.test("tester") + costs.putIn(part);
      }
    };
  }

  static double risk(Finding test, Board board, Costs costs) {
    return test instanceof Finding.TesterVerdict t
        ? costs.riskOfTakingOut(board, board.part(t.part()).orElseThrow())
        : 0;
  }

  Step test(
      Finding test,
      double bits,
      double minutes,
      double risk,
      List<Step.Outcome> outcomes,
      boolean again) {
    String why =
        String.format(
            Locale.ROOT,
            "Tells %.2f bit about what to mend for %.1f minutes, the most per minute of what meets"
                + " the suspects.",
            bits,
            minutes + risk);
    String title =
        switch (test) {
          case Finding.Probe t -> "Probe " + board.describe(t.pin());
          case Finding.Continuity t ->
              "Continuity from " + board.describe(t.one()) + " to " + t.other();
          case Finding.RailVolts t -> "Measure " + t.rail() + " at a far chip";
          case Finding.RailOhms t -> "Measure " + t.rail() + " to ground in ohms";
          case Finding.PullStep t -> "Pull " + t.part() + " and watch " + t.rail();
          case Finding.TesterVerdict t -> "Put " + named(t.part()) + " into the chip tester";
          case Finding.DeadTestResult _ -> "Run the dead-test cartridge";
          case Finding.Swap t -> "Try a known-good part for " + named(t.part());
          case Finding.Symptom _ -> "Look at the screen";
          case Finding.Heat t -> "Feel whether " + named(t.part()) + " runs hot";
        };
    return new Step(
        again ? title + ", again" : title,
        partOf(test),
        pinsOf(test),
        setUp(test),
        caution(test),
        minutes,
        risk,
        bits,
        why,
        outcomes);
  }

  private static String partOf(Finding test) {
    return switch (test) {
      case Finding.Probe t -> t.pin().part();
      case Finding.TesterVerdict t -> t.part();
      case Finding.Swap t -> t.part();
      case Finding.Heat t -> t.part();
      case Finding.PullStep t -> t.part();
      case Finding.Continuity t -> t.one().part();
      case Finding.RailVolts _, Finding.RailOhms _, Finding.DeadTestResult _, Finding.Symptom _ ->
          "";
    };
  }

  private static List<PinRef> pinsOf(Finding test) {
    return switch (test) {
      case Finding.Probe t -> List.of(t.pin());
      case Finding.Continuity t -> List.of(t.one(), t.other());
      case Finding _ -> List.of();
    };
  }

  private String setUp(Finding test) {
    return switch (test) {
      case Finding.Probe _, Finding.Heat _, Finding.RailVolts _, Finding.Symptom _ -> RUNNING;
      case Finding.Continuity _, Finding.RailOhms _, Finding.PullStep _ -> POWER_OFF;
      case Finding.DeadTestResult _ -> "Cartridge in, then power on; several runs tell more.";
      case Finding.TesterVerdict t ->
          board.part(t.part()).orElseThrow().socketed()
              ? "Power off, part out of its socket."
              : "Power off; the part has to be desoldered first.";
      case Finding.Swap _ -> "Power off, swap, power on; wait as long as the fault takes to show.";
    };
  }

  private String caution(Finding test) {
    return switch (test) {
      case Finding.TesterVerdict t when !board.part(t.part()).orElseThrow().socketed() -> IRON;
      case Finding.TesterVerdict _, Finding.Swap _, Finding.PullStep _ -> SHARP;
      case Finding.Heat _ -> "A faulty part can burn a finger: approach with the back of the hand.";
      case Finding.DeadTestResult _ -> "Cartridges go in and out with the power off.";
      case Finding.RailVolts _, Finding.Probe _ ->
          "Live board: one hand, no slipping probe; mains parts are for those licensed to open"
              + " them.";
      case Finding.Continuity _, Finding.RailOhms _, Finding.Symptom _ -> "";
    };
  }

  Step.Outcome outcome(Finding outcome, double chance, Place place, double probability) {
    String meaning =
        String.format(
            Locale.ROOT, "puts %.0f %% on %s", probability * 100, PlaceWords.shortly(place));
    return switch (outcome) {
      case Finding.RailVolts t -> typed(railWord(t), t.rail() + " ", chance, meaning);
      case Finding.RailOhms t ->
          typed(
              Double.isInfinite(t.ohms()) ? "over range" : ohmsWord(t),
              t.rail() + " gnd ",
              chance,
              meaning);
      case Finding.DeadTestResult t when t.end() == Finding.DeadTestEnd.FLASHES ->
          new Step.Outcome("flashes " + t.counts().getFirst(), "", "flash ", chance, meaning);
      case Finding t -> {
        String line = t.line();
        yield new Step.Outcome(lastWord(line), line, "", chance, meaning);
      }
    };
  }

  private static Step.Outcome typed(String word, String start, double chance, String meaning) {
    return new Step.Outcome(word, "", start, chance, meaning);
  }

  private String railWord(Finding.RailVolts reading) {
    double nominal = board.rail(reading.rail()).orElseThrow().volts();
    double share = reading.volts() / nominal;
    if (share < 0) {
      return "wrong sign";
    }
    return share == 0 ? "absent" : share < 0.9 ? "low" : share > 1.1 ? "high" : "good";
  }

  private String ohmsWord(Finding.RailOhms reading) {
    double expected = board.rail(reading.rail()).orElseThrow().expectedOhms();
    return reading.ohms() < expected / 2 ? "low" : "as expected";
  }

  private static String lastWord(String line) {
    return line.substring(line.lastIndexOf(' ') + 1);
  }

  private String named(String designator) {
    return board
        .part(designator)
        .map(p -> p.designator() + " (" + p.device().name() + ")")
        .orElse(designator);
  }

  double mendMinutes(Place place) {
    return switch (place) {
      case Place.OfPart whole -> {
        Part part = board.part(whole.part()).orElseThrow();
        yield costs.takeOut(part) + costs.putIn(part) + costs.riskOfTakingOut(board, part);
      }
      case Place.Segment _ -> costs.single("wire");
      case Place.Bridge _ -> costs.single("part bridge");
      case Place.Load load -> mendMinutes(load.mendable());
      case Place.Output output -> mendMinutes(output.mendable());
    };
  }

  /** The step that mends the leading suspect. */
  Step mend(Suspect suspect, double nextTestMinutes) {
    Place place = suspect.place();
    double minutes = mendMinutes(place);
    String why =
        String.format(
            Locale.ROOT,
            "%.0f %% sure; mending in vain would waste %.1f minutes on average%s.",
            suspect.probability() * 100,
            (1 - suspect.probability()) * minutes,
            nextTestMinutes < 1000
                ? String.format(Locale.ROOT, ", the next test takes %.1f", nextTestMinutes)
                : "");
    return switch (place) {
      case Place.Segment s ->
          mend(
              "Mend " + s.net() + " between " + s.from() + " and " + s.to() + ": reflow, or a wire",
              s.from().part(),
              List.of(s.from(), s.to()),
              new Mend.Wired(s.from(), s.to()),
              minutes,
              why);
      case Place.Bridge b ->
          mend(
              "Part the bridge between " + b.one() + " and " + b.other(),
              b.one().part(),
              List.of(b.one(), b.other()),
              new Mend.Parted(b.one(), b.other()),
              minutes,
              why);
      case Place.OfPart _, Place.Load _, Place.Output _ -> {
        String part = ((Place.OfPart) place.mendable()).part();
        yield mend(
            "Replace " + named(part),
            part,
            List.of(),
            new Mend.OfPart(part, Mend.PartAction.REPLACED),
            minutes,
            why);
      }
    };
  }

  private Step mend(
      String title, String part, List<PinRef> pins, Mend mend, double minutes, String why) {
    boolean socketed = pins.isEmpty() && board.part(part).filter(Part::socketed).isPresent();
    return new Step(
        title,
        part,
        pins,
        "Power off, supply unplugged.",
        socketed ? SHARP : IRON,
        minutes,
        0,
        0,
        why,
        List.of(
            new Step.Outcome(
                "done", "mended " + mend.line(), "", 1, "then run the failing test again")));
  }
}
