package raconteur.core.judge;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import raconteur.core.board.Part;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.capacitor.EsrGuide;
import raconteur.core.capacitor.Tolerance;
import raconteur.core.data.Figures;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;

/** Judges what one capacitor measures by what is printed on it. */
public final class CapacitorJudge {
  /** Less than the leads of a meter have (common practice, no source). */
  private static final double LEAST_SERIES_OHMS = 0.005;

  private final Part part;
  private final Optional<CapacitorSpec> spec;

  public CapacitorJudge(Part part) {
    this.part = part;
    this.spec = CapacitorSpec.parse(part.value());
  }

  /** Whether the parts list says what it should be. */
  public boolean canJudge() {
    return spec.isPresent();
  }

  public Optional<CapacitorSpec> spec() {
    return spec;
  }

  /** What a letter says, else what its kind is sold with. */
  public Tolerance tolerance() {
    return spec.flatMap(CapacitorSpec::tolerance)
        .orElse(part.device().isElectrolytic() ? Tolerance.T : Tolerance.M);
  }

  /** A reading at a share of the printed value, for what a test might show. */
  public Finding.CapacitorReading example(double share) {
    return new Finding.CapacitorReading(
        part.designator(),
        spec.map(s -> OptionalDouble.of(s.farads() * share)).orElse(OptionalDouble.empty()),
        OptionalDouble.empty(),
        OptionalDouble.empty());
  }

  /**
   * Whether no more was read than its ohms and those are none: no capacitor has so little in
   * series, and who says shorted means this.
   */
  public static boolean isShorted(Finding.CapacitorReading reading) {
    return reading.seriesOhms().isPresent()
        && reading.seriesOhms().getAsDouble() < LEAST_SERIES_OHMS
        && reading.farads().isEmpty();
  }

  /** What a reading says; the worst of value, series resistance and leakage decides. */
  public Verdict of(Finding.CapacitorReading reading) {
    if (isShorted(reading)) {
      return Verdict.bad(
          part.designator()
              + ": "
              + Quantities.ohms(reading.seriesOhms().getAsDouble())
              + " is a short: through it, or beside it while it is in.");
    }
    if (spec.isEmpty()) {
      return Verdict.unjudged(
          part.designator()
              + ": the parts list has no value to judge it by; add it under Boards, like 100 uF 16"
              + " V.");
    }
    List<Verdict> verdicts = new ArrayList<>();
    reading.farads().ifPresent(farads -> verdicts.add(value(spec.get(), farads)));
    reading.seriesOhms().ifPresent(ohms -> verdicts.add(series(spec.get(), ohms)));
    reading.leakageAmps().ifPresent(amps -> verdicts.add(leakage(spec.get(), amps)));
    Verdict.Level worst =
        verdicts.stream()
            .map(Verdict::level)
            .max(Verdict::bySeverity)
            .orElse(Verdict.Level.UNJUDGED);
    String sentence = String.join("; ", verdicts.stream().map(Verdict::sentence).toList());
    return new Verdict(worst, part.designator() + " (" + part.value() + "): " + sentence + ".");
  }

  private Verdict value(CapacitorSpec printed, double farads) {
    double share = farads / printed.farads();
    Tolerance tolerance = tolerance();
    String read = Quantities.farads(farads) + " is " + Math.round(100 * share) + " %";
    if (share >= tolerance.leastShare() && share <= tolerance.mostShare()) {
      return Verdict.good(read + ", within " + tolerance.words());
    }
    double farOff = Figures.shipped("supply").of("capacitor bad below share of its lower limit");
    boolean bad = share < tolerance.leastShare() * farOff || share > 2 * tolerance.mostShare();
    String why =
        share < tolerance.leastShare()
            ? ", under " + tolerance.words() + ": dried out or open"
            : ", over " + tolerance.words() + ": leaky, or something is still in parallel";
    return bad ? Verdict.bad(read + why) : Verdict.doubtful(read + why);
  }

  private Verdict series(CapacitorSpec printed, double ohms) {
    String read = "series " + Quantities.ohms(ohms);
    if (!part.device().isElectrolytic() || printed.volts().isEmpty()) {
      return Verdict.unjudged(read + ", no guide for this kind or without its voltage");
    }
    double most = EsrGuide.mostOhms(printed.farads(), printed.volts().getAsDouble());
    String guide = ", the guide says " + Quantities.ohms(most) + " at most";
    if (ohms <= most) {
      return Verdict.good(read + guide);
    }
    return ohms <= 2 * most ? Verdict.doubtful(read + guide) : Verdict.bad(read + guide);
  }

  private Verdict leakage(CapacitorSpec printed, double amps) {
    String read = "leaks " + Quantities.amps(amps);
    if (!part.device().isElectrolytic() || printed.volts().isEmpty()) {
      return Verdict.unjudged(read + ", no limit for this kind or without its voltage");
    }
    double most = EsrGuide.mostLeakageAmps(printed.farads(), printed.volts().getAsDouble());
    String limit = ", the limit is " + Quantities.amps(most);
    if (amps <= most) {
      return Verdict.good(read + limit);
    }
    return amps <= 5 * most
        ? Verdict.doubtful(read + limit + "; form it for some minutes and read again")
        : Verdict.bad(read + limit);
  }
}
