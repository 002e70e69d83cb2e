package raconteur.core.handover;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.Function;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Part;
import raconteur.core.data.Figures;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.diagnose.Weight;
import raconteur.core.fault.Place;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.Statement;
import raconteur.core.intake.SetMatch;
import raconteur.core.judge.Verdicts;
import raconteur.core.plan.Step;
import raconteur.core.prove.ProvingPlan;
import raconteur.core.prove.Soak;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * The facts of a case: what was wrong, what was done, what shows that it is mended. Everything that
 * is said of a board when it goes home is said from here.
 *
 * @param closed when the last line was written
 * @param labels what is printed on the board and came with it, by what it is
 * @param works what was mended, in the order it was
 * @param readings what was measured before the first mend and after the last
 * @param hours at the bench as they were said; empty where nobody said
 * @param seenHours what the times of the lines come to, pauses left out
 */
public record Handover(
    CaseHeader header,
    Board board,
    Instant closed,
    Map<String, String> labels,
    List<String> symptoms,
    List<Work> works,
    List<Measured> readings,
    ProvingPlan proving,
    Soak soak,
    List<String> limits,
    List<String> advice,
    List<Picture> pictures,
    OptionalDouble hours,
    double seenHours,
    List<Closing.Cost> costs) {

  /** Lines further apart than this were not written at one sitting. */
  private static final Duration PAUSE = Duration.ofMinutes(30);

  private static final int REASONS = 3;
  private static final double A_REASON_FROM_DECIBANS = 1;

  public Handover {
    labels = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(labels));
    symptoms = List.copyOf(symptoms);
    works = List.copyOf(works);
    readings = List.copyOf(readings);
    limits = List.copyOf(limits);
    advice = List.copyOf(advice);
    pictures = List.copyOf(pictures);
    costs = List.copyOf(costs);
  }

  /**
   * One thing mended.
   *
   * @param place where, as it is said
   * @param part the designator, empty for copper
   * @param device what sits there, empty for copper
   * @param fault what was wrong with it, empty where nobody found out
   * @param reasons the readings that spoke for it most, each as a line
   * @param fitted what went in, empty for the same again
   * @param fate what became of the old part, empty where nobody said
   * @param replaced whether a part was exchanged
   */
  public record Work(
      int line,
      Instant at,
      String place,
      String part,
      String device,
      String fault,
      String done,
      List<String> reasons,
      String fitted,
      String fate,
      boolean replaced) {
    public Work {
      reasons = List.copyOf(reasons);
    }
  }

  /** One thing that was measured, before and after; either may be empty. */
  public record Measured(String what, String before, String after, String verdict) {}

  /** A picture of the casebook. */
  public record Picture(String content, Bookkeeping.PictureMoment moment, String caption) {}

  /**
   * Gathers the facts.
   *
   * @param reasoning what a story up to some line says; it is asked once a mend, for its reasons
   */
  public static Handover of(
      Case finished, Board board, Function<List<Entry>, Diagnosis> reasoning) {
    return new Worker(finished, board, reasoning).handover();
  }

  /** What parts cost in all. */
  public double cost() {
    return costs.stream().mapToDouble(Closing.Cost::money).sum();
  }

  /** The hours that are charged: those said, or else those seen. */
  public double hoursOrSeen() {
    return hours.orElse(seenHours);
  }

  private static final class Worker {
    private final Case finished;
    private final Board board;
    private final Function<List<Entry>, Diagnosis> reasoning;
    private final Telling telling;
    private final Map<String, String> fitted = new HashMap<>();
    private final Map<String, String> fates = new HashMap<>();

    Worker(Case finished, Board board, Function<List<Entry>, Diagnosis> reasoning) {
      this.finished = finished;
      this.board = board;
      this.reasoning = reasoning;
      this.telling = Telling.of(board, finished.entries());
      telling.said(Closing.Fitted.class).forEach(f -> fitted.put(f.part(), f.what()));
      telling.said(Closing.OldPart.class).forEach(f -> fates.put(f.part(), f.fate().words()));
    }

    Handover handover() {
      ProvingPlan proving = ProvingPlan.of(board, telling);
      List<Closing.Hours> hours = telling.said(Closing.Hours.class);
      return new Handover(
          finished.header(),
          board,
          finished.entries().isEmpty()
              ? finished.header().opened()
              : finished.entries().getLast().at(),
          labels(),
          symptoms(),
          works(),
          readings(),
          proving,
          Soak.of(telling),
          proving.limits(telling),
          advice(),
          telling.said(Bookkeeping.Pictured.class).stream()
              .map(p -> new Picture(p.content(), p.moment(), p.caption()))
              .toList(),
          hours.isEmpty()
              ? OptionalDouble.empty()
              : OptionalDouble.of(hours.stream().mapToDouble(Closing.Hours::hours).sum()),
          seenHours(),
          telling.said(Closing.Cost.class));
    }

    private Map<String, String> labels() {
      Map<String, String> labels = new LinkedHashMap<>();
      labels.put("revision", board.identity().revision());
      SetMatch.label(telling, Bookkeeping.LabelKind.ASSEMBLY)
          .or(() -> Optional.of(board.identity().assembly()))
          .filter(text -> !text.isEmpty())
          .ifPresent(text -> labels.put("assembly", text));
      SetMatch.label(telling, Bookkeeping.LabelKind.SERIAL)
          .ifPresent(text -> labels.put("serial number", text));
      SetMatch.label(telling, Bookkeeping.LabelKind.SET)
          .ifPresent(text -> labels.put("board set", text));
      SetMatch.label(telling, Bookkeeping.LabelKind.CAME)
          .ifPresent(text -> labels.put("came with it", text));
      return labels;
    }

    private List<String> symptoms() {
      return telling.findings().stream()
          .filter(f -> f.moment().epoch() == 0)
          .map(Telling.DatedFinding::finding)
          .filter(Finding.Symptom.class::isInstance)
          .map(f -> ((Finding.Symptom) f).card())
          .distinct()
          .map(card -> board.symptom(card).map(s -> s.title()).orElse(card))
          .toList();
    }

    private List<Work> works() {
      List<Work> works = new ArrayList<>();
      Map<String, Conclusion> found = new HashMap<>();
      for (Told told : telling.lines()) {
        for (Told.Counts counts : told.counted()) {
          Statement statement = counts.statement();
          switch (statement) {
            case Statement.Found(Conclusion conclusion) -> found.put(place(conclusion), conclusion);
            case Statement.Mended(Mend mend) ->
                works.add(work(told.entry(), mend, found.remove(place(mend))));
            case Statement _ -> {}
          }
        }
      }
      return works;
    }

    private static String place(Conclusion conclusion) {
      return switch (conclusion) {
        case Conclusion.BadPart bad -> bad.part();
        case Conclusion.BadCopper bad -> bad.one() + " – " + bad.other();
        case Conclusion.BadLeg bad -> bad.pin().part();
      };
    }

    private static String place(Mend mend) {
      return switch (mend) {
        case Mend.OfPart part -> part.part();
        case Mend.OfSet set -> String.join(", ", set.parts());
        case Mend.Reflowed joint -> joint.pin().toString();
        case Mend.Wired wire -> wire.from() + " – " + wire.to();
        case Mend.Parted bridge -> bridge.one() + " – " + bridge.other();
      };
    }

    private Work work(
        Entry.Line line, Mend mend, @org.jspecify.annotations.Nullable Conclusion found) {
      Optional<Part> part =
          mend instanceof Mend.OfPart(String name, _) ? board.part(name) : Optional.empty();
      boolean replaced =
          mend instanceof Mend.OfPart(_, Mend.PartAction action)
              && action == Mend.PartAction.REPLACED;
      Optional<Suspect> suspect = suspect(line, mend);
      String fault =
          found != null
              ? fault(found)
              : suspect
                  .filter(s -> s.probability() >= 0.5)
                  .map(s -> s.faults().getFirst().fault().mode().words())
                  .orElse("");
      String name = part.map(Part::designator).orElse("");
      return new Work(
          line.number(),
          line.at(),
          place(mend),
          name,
          part.map(p -> p.device().name()).orElse(""),
          fault,
          done(mend),
          suspect.map(Worker::reasons).orElse(List.of()),
          replaced ? fitted.getOrDefault(name, "") : "",
          replaced ? fates.getOrDefault(name, "") : "",
          replaced);
    }

    private static String fault(Conclusion conclusion) {
      return switch (conclusion) {
        case Conclusion.BadPart bad -> bad.fault().name().toLowerCase(java.util.Locale.ROOT);
        case Conclusion.BadCopper bad ->
            bad.fault() == Conclusion.CopperFault.OPEN ? "open" : "joined wrongly";
        case Conclusion.BadLeg bad -> "leg " + bad.pin().number() + " broken";
      };
    }

    private static String done(Mend mend) {
      return switch (mend) {
        case Mend.OfPart part -> part.action().name().toLowerCase(java.util.Locale.ROOT);
        case Mend.OfSet _ -> "replaced";
        case Mend.Reflowed _ -> "joint soldered again";
        case Mend.Wired _ -> "joined by a wire";
        case Mend.Parted _ -> "parted";
      };
    }

    /** The suspect a mend answered, as the story stood just before it. */
    private Optional<Suspect> suspect(Entry.Line line, Mend mend) {
      List<Entry> before =
          finished.entries().stream().filter(e -> e.number() < line.number()).toList();
      return reasoning.apply(before).suspects().stream()
          .filter(s -> Step.Repair.of(board, s.place()).mend().equals(mend) || samePart(s, mend))
          .findFirst();
    }

    private static boolean samePart(Suspect suspect, Mend mend) {
      return mend instanceof Mend.OfPart(String part, _)
          && suspect.place().mendable().equals(new Place.OfPart(part));
    }

    private static List<String> reasons(Suspect suspect) {
      return suspect.weights().stream()
          // What was found is told as the fault; the reasons are what it was found by.
          .filter(w -> !(w.finding().finding() instanceof Finding.FoundBad))
          .filter(w -> w.decibans() >= A_REASON_FROM_DECIBANS)
          .sorted(Comparator.comparingDouble((Weight w) -> -w.decibans()))
          .limit(REASONS)
          .map(w -> w.finding().entry().line() + " (" + w.words() + ")")
          .toList();
    }

    private List<Measured> readings() {
      Map<String, String[]> rows = new LinkedHashMap<>();
      Map<String, String> verdicts = new HashMap<>();
      var judge = new Verdicts(board, telling);
      int last = telling.epoch();
      for (Telling.DatedFinding told : telling.findings()) {
        measured(told.finding())
            .ifPresent(
                m -> {
                  String[] row = rows.computeIfAbsent(m.what(), _ -> new String[] {"", ""});
                  if (told.moment().epoch() == 0 && row[0].isEmpty()) {
                    row[0] = m.value();
                  }
                  if (last > 0 && told.moment().epoch() == last) {
                    row[1] = m.value();
                    judge.of(told).ifPresent(v -> verdicts.put(m.what(), v.level().word()));
                  }
                });
      }
      List<Measured> readings = new ArrayList<>();
      rows.forEach(
          (what, row) -> {
            if (!row[0].isEmpty() || !row[1].isEmpty()) {
              readings.add(new Measured(what, row[0], row[1], verdicts.getOrDefault(what, "")));
            }
          });
      return readings;
    }

    /** A reading with its figure. */
    private record Value(String what, String value) {}

    private static Optional<Value> measured(Finding finding) {
      return switch (finding) {
        case Finding.RailVolts t -> value(t.rail(), Quantities.volts(t.volts()));
        case Finding.FarVolts t -> value(t.rail() + " at " + t.part(), Quantities.volts(t.volts()));
        case Finding.RailAmps t -> value(t.rail() + " current", Quantities.amps(t.amps()));
        case Finding.Ripple t -> value(t.rail() + " ripple", Quantities.volts(t.volts()));
        case Finding.RailOhms t when !t.reversed() ->
            value(t.rail() + " to ground", Quantities.ohms(t.ohms()));
        case Finding.Temperature t -> value(t.part(), Quantities.plain(t.celsius()) + " °C");
        case Finding.Frequency t -> value("clock at " + t.pin(), Quantities.hertz(t.hertz()));
        case Finding.DeadTestResult t -> value("dead test", t.line());
        case Finding _ -> Optional.empty();
      };
    }

    private static Optional<Value> value(String what, String value) {
      return Optional.of(new Value(what, value));
    }

    /** What was said, and what this board's story suggests. */
    private List<String> advice() {
      List<String> advice =
          new ArrayList<>(
              telling.said(Closing.Advice.class).stream().map(Closing.Advice::text).toList());
      boolean dust =
          telling.condition().damage().stream().anyMatch(a -> a.kind() == DamageArea.Kind.DUST);
      boolean liquid =
          telling.condition().damage().stream()
              .anyMatch(
                  a -> a.kind() == DamageArea.Kind.LIQUID || a.kind() == DamageArea.Kind.CORROSION);
      if (dust) {
        advice.add("Keep it dusted: a blanket of dust cooks memories and customs.");
      }
      if (liquid) {
        advice.add(
            "It was wet or corroded once: have it looked at if anything changes, corrosion goes"
                + " on.");
      }
      if (board.parts().stream().anyMatch(p -> p.device().isCell())) {
        advice.add("Take cells out before it is put away; leaking cells ruin boards.");
      }
      telling.findings().stream()
          .map(Telling.DatedFinding::finding)
          .filter(
              f ->
                  f instanceof Finding.Temperature t
                      && t.celsius()
                          >= Figures.shipped("supply").of("heatsink advised from celsius"))
          .map(f -> ((Finding.Temperature) f).part())
          .distinct()
          .forEach(p -> advice.add(p + " runs hot: a heatsink would help it live."));
      return advice;
    }

    /** What the lines' own times come to, each sitting by itself. */
    private double seenHours() {
      Duration seen = Duration.ZERO;
      Instant before = finished.header().opened();
      for (Entry entry : finished.entries()) {
        Duration apart = Duration.between(before, entry.at());
        if (!apart.isNegative() && apart.compareTo(PAUSE) <= 0) {
          seen = seen.plus(apart);
        }
        before = entry.at();
      }
      return seen.toMinutes() / 60.0;
    }
  }
}
