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
      case Finding.FarVolts t -> "volts " + t.rail() + " at " + t.part();
      case Finding.DummyVolts t -> "dummy " + t.rail();
      case Finding.RailAmps t -> "amps " + t.rail();
      case Finding.Ripple t -> "ripple " + t.rail();
      case Finding.Temperature t -> "heat " + t.part();
      case Finding.PinOhms t -> "ohms " + t.pin();
      case Finding.Frequency t -> "frequency " + t.pin();
      case Finding.ResetPulse t -> "reset " + t.pin();
      case Finding.CapacitorReading t -> "capacitor " + t.part();
    };
  }

  /** What a test is about: tests that share any of it are not offered side by side. */
  Set<String> about(Finding test) {
    return switch (test) {
      case Finding.Probe t ->
          Set.of(t.pin().part(), board.netOf(t.pin()).map(Net::name).orElse("no net"));
      case Finding.Continuity t ->
          Set.of(board.netOf(t.one()).map(Net::name).orElse("") + " copper");
      case Finding.RailVolts _,
          Finding.RailOhms _,
          Finding.FarVolts _,
          Finding.DummyVolts _,
          Finding.RailAmps _,
          Finding.Ripple _ ->
          Set.of("rails");
      case Finding.PullStep _,
          Finding.TesterVerdict _,
          Finding.DeadTestResult _,
          Finding.Swap _,
          Finding.Symptom _,
          Finding.Heat _,
          Finding.Temperature _,
          Finding.PinOhms _,
          Finding.Frequency _,
          Finding.ResetPulse _,
          Finding.CapacitorReading _ ->
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
      case Finding.Heat _, Finding.Temperature _ -> costs.test("heat");
      case Finding.FarVolts _ -> costs.test("rail volts");
      case Finding.DummyVolts _ -> costs.test("dummy load");
      case Finding.RailAmps _ -> costs.test("rail amps");
      case Finding.Ripple _, Finding.Frequency _, Finding.ResetPulse _ -> costs.test("scope");
      case Finding.PinOhms _ -> costs.test("rail ohms");
      case Finding.CapacitorReading t -> {
        Part part = board.part(t.part()).orElseThrow();
        yield costs.takeOut(part) + costs.test("capacitor") + costs.putIn(part);
      }
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
    return switch (test) {
      case Finding.TesterVerdict t ->
          costs.riskOfTakingOut(board, board.part(t.part()).orElseThrow());
      case Finding.CapacitorReading t ->
          costs.riskOfTakingOut(board, board.part(t.part()).orElseThrow());
      case Finding _ -> 0;
    };
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
          case Finding.FarVolts t -> "Measure " + t.rail() + " at " + named(t.part());
          case Finding.DummyVolts t -> "Prove the supply of " + t.rail() + " on its dummy load";
          case Finding.RailAmps t -> "Measure the current from " + t.rail();
          case Finding.Ripple t -> "Look at the ripple on " + t.rail();
          case Finding.Temperature t -> "Take the temperature of " + named(t.part());
          case Finding.PinOhms t -> "Measure " + board.describe(t.pin()) + " to ground in ohms";
          case Finding.Frequency t -> "Count the clock at " + board.describe(t.pin());
          case Finding.ResetPulse t -> "Watch the reset at " + board.describe(t.pin());
          case Finding.CapacitorReading t -> "Measure " + named(t.part()) + " out of circuit";
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
      case Finding.FarVolts t -> t.part();
      case Finding.Temperature t -> t.part();
      case Finding.CapacitorReading t -> t.part();
      case Finding.PinOhms t -> t.pin().part();
      case Finding.Frequency t -> t.pin().part();
      case Finding.ResetPulse t -> t.pin().part();
      case Finding.RailVolts _,
          Finding.RailOhms _,
          Finding.DummyVolts _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.DeadTestResult _,
          Finding.Symptom _ ->
          "";
    };
  }

  private static List<PinRef> pinsOf(Finding test) {
    return switch (test) {
      case Finding.Probe t -> List.of(t.pin());
      case Finding.Continuity t -> List.of(t.one(), t.other());
      case Finding.PinOhms t -> List.of(t.pin());
      case Finding.Frequency t -> List.of(t.pin());
      case Finding.ResetPulse t -> List.of(t.pin());
      case Finding _ -> List.of();
    };
  }

  private String setUp(Finding test) {
    return switch (test) {
      case Finding.Probe _,
          Finding.Heat _,
          Finding.Temperature _,
          Finding.RailVolts _,
          Finding.FarVolts _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.Frequency _,
          Finding.Symptom _ ->
          RUNNING;
      case Finding.Continuity _, Finding.RailOhms _, Finding.PullStep _, Finding.PinOhms _ ->
          POWER_OFF;
      case Finding.ResetPulse _ -> "Probe on the pin, then power on.";
      case Finding.DummyVolts _ -> "The supply alone, on a resistor in place of the board.";
      case Finding.CapacitorReading _ -> "Power off, discharged, one leg or the whole part out.";
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
      case Finding.CapacitorReading _ -> IRON;
      case Finding.DummyVolts _ ->
          "The load gets hot, and inside a mains supply charge stays: leave that to those licensed"
              + " to open it.";
      case Finding.Heat _, Finding.Temperature _ ->
          "A faulty part can burn a finger: approach with the back of the hand.";
      case Finding.DeadTestResult _ -> "Cartridges go in and out with the power off.";
      case Finding.RailVolts _,
          Finding.FarVolts _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.Frequency _,
          Finding.ResetPulse _,
          Finding.Probe _ ->
          "Live board: one hand, no slipping probe; mains parts are for those licensed to open"
              + " them.";
      case Finding.Continuity _, Finding.RailOhms _, Finding.PinOhms _, Finding.Symptom _ -> "";
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
