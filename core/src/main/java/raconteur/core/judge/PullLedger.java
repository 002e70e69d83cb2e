package raconteur.core.judge;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;
import raconteur.core.supply.Conductance;
import raconteur.core.supply.Interval;
import raconteur.core.supply.Reading;

/**
 * Pull and watch: what every pulled part itself took from a rail, from the rail's resistance before
 * and after. Conductances add, so a step in resistance is one part's conductance; what is left at
 * the end is everything not pulled.
 *
 * <p>The limits of a part's own resistance are those of both readings taken at their worst: half
 * the last digit, what the same rail reads when it is read again, and the contact of the leads.
 * They hold where the leads stayed as they were: a junction lets current through one way only, so
 * steps read with reversed leads are another ledger, and {@link #polarityDiffers()} says where the
 * board's two ways differ.
 *
 * @param rail the rail
 * @param startOhms the reading before the first pull
 * @param steps in the order they were made
 * @param leftOhms the last reading
 * @param explainedFromOhms from where on the rail no longer reads low
 * @param polarityDiffers whether the rail read differently with the leads the other way round
 */
public record PullLedger(
    Rail rail,
    double startOhms,
    List<Step> steps,
    double leftOhms,
    double explainedFromOhms,
    boolean polarityDiffers) {
  /** A step of so many last digits, and of so much, is one. Common practice, no source. */
  private static final double PLAIN_DIGITS = 4;

  private static final double PLAIN_RISE = 1.1;

  public PullLedger {
    steps = List.copyOf(steps);
  }

  /**
   * One pull.
   *
   * @param ownOhms of the part alone; empty where the rail did not rise
   * @param limits between which the part's own resistance lies; the upper is infinite where the
   *     step is within what the meter can tell
   * @param share of the conductance there was before the first pull, 0 to 1
   */
  public record Step(
      int entry,
      String part,
      double beforeOhms,
      double afterOhms,
      Optional<Double> ownOhms,
      Interval limits,
      double share,
      Kind kind) {

    /** What the step says of its part. */
    public Verdict verdict() {
      String step = part + ": " + Quantities.ohms(beforeOhms) + " → " + Quantities.ohms(afterOhms);
      String own =
          ownOhms
              .filter(o -> kind == Kind.LEAKS || kind == Kind.SMALL)
              .map(o -> ", itself " + Quantities.ohms(o) + " (" + limitsWords() + ")")
              .orElse("");
      String sentence = step + own + ", " + kind.words() + ".";
      return switch (kind) {
        case LEAKS -> Verdict.bad(sentence);
        case SMALL, FELL -> Verdict.doubtful(sentence);
        case NOTHING -> Verdict.good(sentence);
      };
    }

    /** Between what the part's own resistance lies. */
    public String limitsWords() {
      return Double.isInfinite(limits.most())
          ? "at least " + Quantities.ohms(limits.least())
          : Quantities.ohms(limits.least()) + " to " + Quantities.ohms(limits.most());
    }
  }

  /** What a step says. */
  public enum Kind {
    /** The part is lower than a good one by far. */
    LEAKS("leaks: a good one is megohms"),
    /** The step is more than the meter can be off, but small. */
    SMALL("takes a little, no leak that matters"),
    /** Within what the meter can be off. */
    NOTHING("takes nothing that the meter can tell"),
    /** The rail fell, which no pull can do. */
    FELL("the rail fell: warm fingers, a charged capacitor or poor contact; take it again");

    private final String words;

    Kind(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** The ledger of a rail since the last mend; empty where nothing was pulled yet. */
  public static Optional<PullLedger> of(Board board, Telling telling, String railName) {
    Figures figures = Figures.shipped("supply");
    Rail rail = board.rail(railName).orElseThrow();
    List<Step> steps = new ArrayList<>();
    double start = Double.NaN;
    double forward = Double.NaN;
    double reversed = Double.NaN;
    double now = Double.NaN;
    for (DatedFinding told : telling.findings()) {
      if (told.moment().epoch() == telling.epoch()) {
        switch (told.finding()) {
          case Finding.RailOhms reading when reading.rail().equals(railName) -> {
            if (reading.reversed()) {
              reversed = reading.ohms();
            } else {
              forward = reading.ohms();
              now = reading.ohms();
              if (steps.isEmpty()) {
                start = reading.ohms();
              }
            }
          }
          case Finding.PullStep pull when pull.rail().equals(railName) -> {
            double before = told.moment().ohmsBefore().orElse(now);
            steps.add(step(told.entry().number(), pull, before, start, figures));
            now = pull.ohmsAfter();
          }
          default -> {}
        }
      }
    }
    if (Double.isNaN(start)) {
      return Optional.empty();
    }
    double ratio = Math.max(forward / reversed, reversed / forward);
    return Optional.of(
        new PullLedger(
            rail,
            start,
            steps,
            now,
            RailResistance.suspiciousBelow(rail, figures),
            ratio > figures.of("polarities differ above ratio")));
  }

  private static Step step(
      int entry, Finding.PullStep pull, double before, double start, Figures figures) {
    double after = pull.ohmsAfter();
    Interval limits = limits(before, after);
    Optional<Double> own = Conductance.removedOhms(before, after);
    double share = own.map(o -> Math.min(1, start / o)).orElse(0.0);
    return new Step(
        entry, pull.part(), before, after, own, limits, share, kind(before, after, figures));
  }

  /** What a step from one reading to another says of the part that was pulled. */
  public static Kind kind(double before, double after) {
    return kind(before, after, Figures.shipped("supply"));
  }

  /**
   * Whether a leak that matters would have shown: where the rail reads so low that what the meter
   * cannot tell is more than such a leak, a step of nothing clears nobody.
   */
  public static boolean wouldShow(double before, double after) {
    return !(limits(before, after).least() < Figures.shipped("supply").of("part loads below ohms"));
  }

  /**
   * Whether a step is so much more than the meter's last digits that no reading of a steady rail
   * could be off by it.
   */
  public static boolean isPlain(double before, double after) {
    return after - before > PLAIN_DIGITS * (Reading.halfDigit(before) + Reading.halfDigit(after))
        && after > before * PLAIN_RISE;
  }

  private static Kind kind(double before, double after, Figures figures) {
    Interval limits = limits(before, after);
    Optional<Double> own = Conductance.removedOhms(before, after);
    if (after < before - uncertainty(before) - uncertainty(after)) {
      return Kind.FELL;
    }
    if (own.isEmpty() || Double.isInfinite(limits.most())) {
      return Kind.NOTHING;
    }
    return own.get() < figures.of("part loads below ohms") ? Kind.LEAKS : Kind.SMALL;
  }

  /** How far off a reading of a steady rail may be, in ohms. */
  private static double uncertainty(double ohms) {
    Figures figures = Figures.shipped("supply");
    return Reading.halfDigit(ohms)
        + ohms * figures.of("ohms read again within share")
        + figures.of("ohms of the leads' own contact");
  }

  /** The part's own resistance at the worst of both readings. */
  static Interval limits(double before, double after) {
    double b = uncertainty(before);
    double a = uncertainty(after);
    double most = 1 / Math.max(before - b, Double.MIN_NORMAL) - 1 / (after + a);
    double least = 1 / (before + b) - 1 / Math.max(after - a, Double.MIN_NORMAL);
    double lowest = most > 0 ? 1 / most : Double.POSITIVE_INFINITY;
    return new Interval(lowest, least > 0 ? 1 / least : Double.POSITIVE_INFINITY);
  }

  /** The parts by what they take, the heaviest first. */
  public List<Step> ranked() {
    return steps.stream().sorted(Comparator.comparingDouble((Step s) -> -s.share())).toList();
  }

  /** Whether what was pulled explains the low reading. */
  public boolean explained() {
    return leftOhms >= explainedFromOhms;
  }

  /** What the ledger says, in one or two sentences. */
  public String words() {
    String way = rail.name() + " began at " + Quantities.ohms(startOhms);
    if (startOhms >= explainedFromOhms) {
      way += ", which is not low for this board";
    }
    if (steps.isEmpty()) {
      return way + ". Pull the socketed parts one by one; every step is that part's own share.";
    }
    way += " and reads " + Quantities.ohms(leftOhms) + " now: ";
    way +=
        explained()
            ? "explained, what is left is not low."
            : "not explained yet, it should come above " + Quantities.ohms(explainedFromOhms) + ".";
    return polarityDiffers
        ? way
            + " The two ways round differ: a junction conducts, so these figures hold for one way"
            + " of the leads only."
        : way;
  }
}
