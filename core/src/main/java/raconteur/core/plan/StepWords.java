package raconteur.core.plan;

import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.Subject;
import raconteur.core.finding.TestKind;
import raconteur.core.judge.AcrossJudge;
import raconteur.core.judge.RailResistance;
import raconteur.core.judge.RailVoltage;

/** Says steps: title, set-up, caution, cost and reason of every kind of test and of mends. */
final class StepWords {
  private static final String POWER_OFF = "Power off, supply unplugged.";
  private static final String CLEANER =
      "Contact cleaner burns and should not be breathed: power off, ventilate, let it dry first.";

  private static final String SHARP =
      "Power off before the part moves; mind its direction when it goes back.";
  private static final String IRON =
      "Hot iron and fumes: ventilate, wear glasses; power off and capacitors discharged first.";

  private final Board board;
  private final Costs costs;
  private final School school;
  private final TestFacts facts;

  StepWords(Board board, Costs costs, School school) {
    this(board, costs, school, new TestFacts(board, costs));
  }

  private StepWords(Board board, Costs costs, School school, TestFacts facts) {
    this.board = board;
    this.costs = costs;
    this.school = school;
    this.facts = facts;
  }

  /** The same while some parts are out of the board. */
  StepWords with(Set<String> partsOut) {
    return new StepWords(board, costs, school, facts.with(partsOut));
  }

  /**
   * A test as a step.
   *
   * @param again whether it was made before
   * @param intoShort whether a rail is short to ground
   */
  Step test(LookAhead.Scored scored, List<LookAhead.Told> told, boolean again, boolean intoShort) {
    Finding test = scored.finding();
    String why =
        scored.saves() > 0
            ? String.format(
                Locale.ROOT,
                "For %.1f minutes it is expected to save %s of tests and mends to come; tells %.2f"
                    + " bit.",
                scored.cost(),
                minutes(scored.saves() + scored.cost()),
                scored.bits())
            : String.format(
                Locale.ROOT,
                "Tells %.2f bit about what to mend for %.1f minutes.",
                scored.bits(),
                scored.cost());
    List<Step.Outcome> outcomes = told.stream().map(t -> outcome(test, t)).toList();
    TestKind kind = facts.kind(test);
    String title = title(test);
    return new Step(
        again ? title + ", again" : title,
        test.subject().part(),
        test.subject().pins(),
        intoShort && kind.intoShort().isPresent()
            ? kind.intoShort().get()
            : kind.setUp(facts.inSocket(test)),
        kind.caution(facts.inSocket(test)),
        scored.test().price().clockMinutes(),
        scored.test().price().risk(),
        scored.bits(),
        why,
        outcomes,
        new Step.Test(test));
  }

  /** The title of a kind of test with its subject in it. */
  private String title(Finding test) {
    Subject subject = test.subject();
    String title = facts.kind(test).title();
    if (!subject.pins().isEmpty()) {
      title =
          title
              .replace("{pin}", board.describe(subject.pins().getFirst()))
              .replace("{other pin}", subject.pins().getLast().toString());
    }
    return title
        .replace("{part}", named(subject.part()))
        .replace("{rail}", subject.rail())
        .replace(
            "{parts}",
            subject instanceof Subject.OfParts(var parts) ? String.join(", ", parts) : "")
        .replace("{about}", subject.key());
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
      case Finding.PartOhms t -> {
        AcrossJudge judge = new AcrossJudge(board.part(t.part()).orElseThrow());
        String word = judge.readsOpen(t) ? "open" : judge.of(t).level().word();
        yield typed(word, t.part() + " ", chance, meaning);
      }
      case Finding.PartVolts t ->
          typed(
              new AcrossJudge(board.part(t.part()).orElseThrow()).of(t).level().word(),
              t.part() + " ",
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
    Rail rail = board.rail(reading.rail()).orElseThrow();
    return switch (RailVoltage.of(rail, reading.volts())) {
      case ABSENT -> "absent";
      case WRONG_SIGN -> "wrong sign";
      case GOOD -> "good";
      case LOW ->
          RailVoltage.works(rail, reading.volts())
              ? "a little low"
              : RailVoltage.isCollapsed(rail, reading.volts()) ? "far too low" : "low";
      case HIGH -> "high";
    };
  }

  /** With a tenth where there are few: what is saved is then seen to be more than it costs. */
  private static String minutes(double minutes) {
    return String.format(Locale.ROOT, minutes < 9.5 ? "%.1f minutes" : "%.0f minutes", minutes);
  }

  private String ohmsWord(Finding.RailOhms reading) {
    Rail rail = board.rail(reading.rail()).orElseThrow();
    return RailResistance.isLow(rail, reading.ohms()) ? "low" : "as expected";
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
        yield part.device().isContact()
            ? 2 * costs.single("seat")
            : costs.takeOut(part) + costs.putIn(part) + costs.riskOfTakingOut(board, part);
      }
      case Place.Segment _ -> costs.single("wire");
      case Place.Contact(PinRef pin) ->
          isSocketed(pin) ? 2 * costs.single("seat") : costs.single("part bridge");
      case Place.Bridge _ -> costs.single("part bridge");
      case Place.Joints(String part) ->
          board.part(part).filter(Part::socketed).isPresent()
              ? 2 * costs.single("seat")
              : costs.single("reflow row");
      case Place.FittedSet set ->
          set.parts().stream().mapToDouble(part -> mendMinutes(new Place.OfPart(part))).sum();
      case Place.Inside inside -> mendMinutes(inside.mendable());
      case Place.Load load -> mendMinutes(load.mendable());
      case Place.Output output -> mendMinutes(output.mendable());
      case Place.Input input -> mendMinutes(input.mendable());
    };
  }

  private boolean isSocketed(PinRef pin) {
    return board.part(pin.part()).filter(Part::socketed).isPresent();
  }

  /** Minutes of a mend, with those its risk is worth. */
  double minutes(Mend mend) {
    return switch (mend) {
      case Mend.OfPart(String part, Mend.PartAction action) ->
          switch (action) {
            case REPLACED -> mendMinutes(new Place.OfPart(part));
            case REFLOWED -> costs.single("reflow row");
            case RESEATED, CLEANED -> 2 * costs.single("seat");
          };
      case Mend.OfSet set ->
          set.parts().stream().mapToDouble(part -> mendMinutes(new Place.OfPart(part))).sum();
      case Mend.Wired _ -> costs.single("wire");
      case Mend.Reflowed _, Mend.Parted _ -> costs.single("part bridge");
    };
  }

  /** The mend that goes with a place. */
  static Mend mendOf(Board board, Place place) {
    return switch (place) {
      case Place.Segment s -> new Mend.Wired(s.from(), s.to());
      case Place.Contact(PinRef pin)
          when board.part(pin.part()).filter(Part::socketed).isPresent() ->
          new Mend.OfPart(pin.part(), Mend.PartAction.RESEATED);
      case Place.Contact(PinRef pin) -> new Mend.Reflowed(pin);
      case Place.Bridge b -> new Mend.Parted(b.one(), b.other());
      case Place.FittedSet set -> new Mend.OfSet(set.parts());
      case Place.Joints(String part) ->
          new Mend.OfPart(
              part,
              board.part(part).filter(Part::socketed).isPresent()
                  ? Mend.PartAction.RESEATED
                  : Mend.PartAction.REFLOWED);
      case Place.OfPart _, Place.Load _, Place.Output _, Place.Input _, Place.Inside _ -> {
        String part = ((Place.OfPart) place.mendable()).part();
        boolean contact = board.part(part).filter(p -> p.device().isContact()).isPresent();
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
      case Place.Contact(PinRef pin) ->
          mend(
              isSocketed(pin)
                  ? "Seat " + named(pin.part()) + " again: its contact at pin " + pin.number()
                  : "Reflow the joint of " + pin,
              pin.part(),
              List.of(pin),
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
      case Place.FittedSet set ->
          mend(
              "Try another set in place of "
                  + set.parts().getFirst()
                  + " to "
                  + set.parts().getLast(),
              set.parts().getFirst(),
              List.of(),
              mendOf(board, place),
              minutes,
              why);
      case Place.Joints(String part) ->
          mend(
              board.part(part).filter(Part::socketed).isPresent()
                  ? "Seat " + named(part) + " again and clean its contacts"
                  : "Reflow the joints of " + named(part),
              part,
              List.of(),
              mendOf(board, place),
              minutes,
              why);
      case Place.OfPart _, Place.Load _, Place.Output _, Place.Input _, Place.Inside _ -> {
        String part = ((Place.OfPart) place.mendable()).part();
        boolean contact = board.part(part).filter(p -> p.device().isContact()).isPresent();
        String title = contact ? "Clean the contacts of " + named(part) : "Replace " + named(part);
        yield mend(title, part, List.of(), mendOf(board, place), minutes, why);
      }
    };
  }

  /** Seating a part, or cleaning a connector, on the guess that one of its contacts is poor. */
  Step seat(Seating.Seat seat) {
    return mend(
        (seat.place() instanceof Place.Joints
            ? "Seat " + named(seat.part()) + " again and clean its contacts"
            : "Clean the contacts of " + named(seat.part())),
        seat.part(),
        List.of(),
        mendOf(board, seat.place()),
        mendMinutes(seat.place()),
        String.format(
            Locale.ROOT,
            "%.0f %% that one of its contacts is the fault, whichever; it harms nothing.",
            seat.chance() * 100));
  }

  private static String caution(Mend mend, boolean socketed) {
    return switch (mend) {
      case Mend.OfPart(_, Mend.PartAction action) when action == Mend.PartAction.CLEANED -> CLEANER;
      case Mend.OfPart(_, Mend.PartAction action) when action == Mend.PartAction.RESEATED -> SHARP;
      case Mend other -> socketed ? SHARP : IRON;
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
        caution(mend, socketed),
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
