package raconteur.core.plan;

import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Quantities;

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
  private final School school;

  StepWords(Board board, Costs costs, School school) {
    this.board = board;
    this.costs = costs;
    this.school = school;
  }

  /** A test as a step; {@code again} where it was made before. */
  Step test(LookAhead.Scored scored, boolean again) {
    Finding test = scored.finding();
    String why =
        scored.saves() > 0
            ? String.format(
                Locale.ROOT,
                "For %.1f minutes it is expected to save %.0f minutes of mending in vain; tells"
                    + " %.2f bit.",
                scored.cost(),
                scored.saves() + scored.cost(),
                scored.bits())
            : String.format(
                Locale.ROOT,
                "Tells %.2f bit about what to mend for %.1f minutes.",
                scored.bits(),
                scored.cost());
    List<Step.Outcome> outcomes = scored.told().stream().map(t -> outcome(test, t)).toList();
    String title =
        switch (test) {
          case Finding.Probe t -> "Probe " + board.describe(t.pin());
          case Finding.Continuity t ->
              "Continuity from " + board.describe(t.one()) + " to " + t.other();
          case Finding.RailVolts t -> "Measure " + t.rail() + " at a far chip";
          case Finding.RailOhms t -> "Measure " + t.rail() + " to ground in ohms";
          case Finding.PullStep t ->
              "Pull " + named(t.part()) + " and measure " + t.rail() + " to ground again";
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
          case Finding.PinVolts t -> "Scope " + board.describe(t.pin());
          case Finding.RomCompare t -> "Read " + named(t.part()) + " twice and compare";
          case Finding.Elsewhere t -> "Try " + named(t.part()) + " in a good board";
          case Finding.Piggyback t -> "Hold a good chip on top of " + named(t.part());
          case Finding.Without t -> "Run the board without " + named(t.part());
          case Finding.DiagnosticResult t ->
              "Run the full diagnostic and see what it says of "
                  + String.join(", ", t.bad().keySet());
          case Finding.FunctionCheck t -> "Check what " + named(t.part()) + " is for";
          case Finding.ProofRun t -> "Let it run: " + t.check();
        };
    return new Step(
        again ? title + ", again" : title,
        TestFacts.partOf(test),
        TestFacts.pinsOf(test),
        setUp(test),
        caution(test),
        scored.test().price().clockMinutes(),
        scored.test().price().risk(),
        scored.bits(),
        why,
        outcomes,
        new Step.Test(test));
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
          Finding.PinVolts _,
          Finding.FunctionCheck _,
          Finding.ProofRun _,
          Finding.Symptom _ ->
          RUNNING;
      case Finding.RomCompare _ -> "Power off, part out, into the reader; read it twice.";
      case Finding.Elsewhere _ -> "Power off both boards, swap, wait; then the good part back.";
      case Finding.Piggyback _ -> "Power off, good chip pressed on pin for pin, power on.";
      case Finding.Without _ -> "Power off, part out, power on.";
      case Finding.DiagnosticResult t ->
          t.harness()
              ? "Diagnostic in, loop-back harness on, power on."
              : "Diagnostic in, power on; without its harness it calls good ports bad.";
      case Finding.Continuity _, Finding.RailOhms _, Finding.PinOhms _ -> POWER_OFF;
      case Finding.PullStep _ -> POWER_OFF + " Seat the part again afterwards.";
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
      case Finding.TesterVerdict _,
          Finding.Swap _,
          Finding.PullStep _,
          Finding.Elsewhere _,
          Finding.Without _,
          Finding.Piggyback _ ->
          SHARP;
      case Finding.RomCompare t -> board.part(t.part()).orElseThrow().socketed() ? SHARP : IRON;
      case Finding.CapacitorReading _ -> IRON;
      case Finding.DummyVolts _ ->
          "The load gets hot, and inside a mains supply charge stays: leave that to those licensed"
              + " to open it.";
      case Finding.Heat _, Finding.Temperature _ ->
          "A faulty part can burn a finger: approach with the back of the hand.";
      case Finding.DeadTestResult _, Finding.DiagnosticResult _ ->
          "Cartridges go in and out with the power off.";
      case Finding.RailVolts _,
          Finding.FarVolts _,
          Finding.RailAmps _,
          Finding.Ripple _,
          Finding.Frequency _,
          Finding.ResetPulse _,
          Finding.PinVolts _,
          Finding.Probe _ ->
          "Live board: one hand, no slipping probe; mains parts are for those licensed to open"
              + " them.";
      case Finding.Continuity _,
          Finding.RailOhms _,
          Finding.PinOhms _,
          Finding.FunctionCheck _,
          Finding.ProofRun _,
          Finding.Symptom _ ->
          "";
    };
  }

  private Step.Outcome outcome(Finding test, LookAhead.Told told) {
    double chance = told.chance();
    String meaning =
        String.format(
            Locale.ROOT,
            "puts %.0f %% on %s",
            told.probability() * 100,
            PlaceWords.shortly(told.place()));
    return switch (told.outcome()) {
      case Finding.PullStep t -> {
        double before = ((Finding.PullStep) test).ohmsAfter();
        yield t.ohmsAfter() > before
            ? typed("rises", "pull " + t.part() + " ", chance, meaning)
            : new Step.Outcome(
                "stays at " + Quantities.ohms(before), t.line(), "", chance, meaning);
      }
      case Finding.RailVolts t -> typed(railWord(t), t.rail() + " ", chance, meaning);
      case Finding.RailOhms t ->
          typed(
              Double.isInfinite(t.ohms()) ? "over range" : ohmsWord(t),
              t.rail() + " gnd ",
              chance,
              meaning);
      case Finding.DeadTestResult t when t.end() == Finding.DeadTestEnd.FLASHES ->
          new Step.Outcome("flashes " + t.counts().getFirst(), "", "flash ", chance, meaning);
      case Finding.PinVolts t -> {
        String word = LogicLevels.of(t.lowest(), t.highest()).name().toLowerCase(Locale.ROOT);
        yield typed(word, t.pin() + " ", chance, meaning);
      }
      case Finding.DiagnosticResult t -> {
        List<String> bad =
            t.bad().entrySet().stream().filter(e -> e.getValue()).map(e -> e.getKey()).toList();
        yield new Step.Outcome(
            t.bad().isEmpty()
                ? "nothing"
                : bad.isEmpty() ? "all good" : String.join(" ", bad) + " bad",
            t.line(),
            "",
            chance,
            meaning);
      }
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
        yield Parts.isContact(part)
            ? 2 * costs.single("seat")
            : costs.takeOut(part) + costs.putIn(part) + costs.riskOfTakingOut(board, part);
      }
      case Place.Segment _ -> costs.single("wire");
      case Place.Bridge _ -> costs.single("part bridge");
      case Place.Load load -> mendMinutes(load.mendable());
      case Place.Output output -> mendMinutes(output.mendable());
      case Place.Input input -> mendMinutes(input.mendable());
    };
  }

  /** Minutes of a mend, with those its risk is worth. */
  double minutes(Mend mend) {
    return switch (mend) {
      case Mend.OfPart(String part, Mend.PartAction action) ->
          action == Mend.PartAction.REPLACED
              ? mendMinutes(new Place.OfPart(part))
              : 2 * costs.single("seat");
      case Mend.Reflowed _, Mend.Wired _ -> costs.single("wire");
      case Mend.Parted _ -> costs.single("part bridge");
    };
  }

  /** The mend that goes with a place. */
  static Mend mendOf(Board board, Place place) {
    return switch (place) {
      case Place.Segment s -> new Mend.Wired(s.from(), s.to());
      case Place.Bridge b -> new Mend.Parted(b.one(), b.other());
      case Place.OfPart _, Place.Load _, Place.Output _, Place.Input _ -> {
        String part = ((Place.OfPart) place.mendable()).part();
        boolean contact = board.part(part).filter(Parts::isContact).isPresent();
        yield new Mend.OfPart(part, contact ? Mend.PartAction.CLEANED : Mend.PartAction.REPLACED);
      }
    };
  }

  /** What mending a place is called where it is declined. */
  static String mendName(Board board, Place place) {
    return new Step.Repair(mendOf(board, place)).name();
  }

  /**
   * The step that mends the leading suspect.
   *
   * @param nextTestMinutes what the best test costs; empty where none is left that tells much
   */
  Step mend(Suspect suspect, OptionalDouble nextTestMinutes) {
    Place place = suspect.place();
    double minutes = mendMinutes(place);
    String why =
        String.format(
            Locale.ROOT,
            "%.0f %% sure; mending in vain would waste %.1f minutes on average%s.",
            suspect.probability() * 100,
            (1 - suspect.probability()) * minutes,
            nextTestMinutes.isPresent()
                ? String.format(
                    Locale.ROOT, ", the next test takes %.1f", nextTestMinutes.getAsDouble())
                : "; no test that is left tells more than a trifle");
    return switch (place) {
      case Place.Segment s ->
          mend(
              "Mend " + s.net() + " between " + s.from() + " and " + s.to() + ": reflow, or a wire",
              s.from().part(),
              List.of(s.from(), s.to()),
              mendOf(board, place),
              minutes,
              why);
      case Place.Bridge b ->
          mend(
              "Part the bridge between " + b.one() + " and " + b.other(),
              b.one().part(),
              List.of(b.one(), b.other()),
              mendOf(board, place),
              minutes,
              why);
      case Place.OfPart _, Place.Load _, Place.Output _, Place.Input _ -> {
        String part = ((Place.OfPart) place.mendable()).part();
        yield mend("Replace " + named(part), part, List.of(), mendOf(board, place), minutes, why);
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
        pins.isEmpty() && !socketed ? POWER_OFF + " " + school.sockets() : POWER_OFF,
        socketed ? SHARP : IRON,
        minutes,
        0,
        0,
        why,
        List.of(
            new Step.Outcome(
                "done", "mended " + mend.line(), "", 1, "then run the failing test again")),
        new Step.Repair(mend));
  }
}
