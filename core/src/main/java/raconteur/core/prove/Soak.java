package raconteur.core.prove;

import java.util.List;
import java.util.Optional;
import raconteur.core.data.Figures;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * How far the long run has come since the last mend.
 *
 * @param shows how often the fault used to come; empty where it was there all the time, or nobody
 *     said
 * @param cleanRuns runs without a fault since the last mend, or since the last failure
 * @param cleanHours hours without
 * @param failed whether the last stretch failed
 */
public record Soak(
    Optional<Closing.Shows> shows, int cleanRuns, double cleanHours, boolean failed) {
  /** The word of the proving plan the long run goes by. */
  public static final String CHECK = "soak";

  private static final Figures FIGURES = Figures.shipped("proving");

  /** What the story has of it. */
  public static Soak of(Telling telling) {
    List<Closing.Shows> said = telling.said(Closing.Shows.class);
    int runs = 0;
    double hours = 0;
    boolean failed = false;
    for (DatedFinding told : telling.findings()) {
      if (told.finding() instanceof Finding.ProofRun run
          && run.check().equals(CHECK)
          && told.moment().epoch() == telling.epoch()) {
        failed = !run.clean();
        runs = failed ? 0 : runs + (run.hours() ? 0 : (int) run.amount());
        hours = failed ? 0 : hours + (run.hours() ? run.amount() : 0);
      }
    }
    return new Soak(
        said.isEmpty() ? Optional.empty() : Optional.of(said.getLast()), runs, hours, failed);
  }

  /** How sure one wants to be. */
  public static double wantedConfidence() {
    return FIGURES.of("confidence");
  }

  /** Where the figures that nobody counted come from. */
  public static String origin() {
    return FIGURES.origin();
  }

  /** Whether hours are what is counted; runs otherwise. */
  public boolean byHours() {
    return shows.map(Closing.Shows::hours).orElse(cleanRuns == 0);
  }

  /** What is wanted, in runs or hours as {@link #byHours} says. */
  public double wanted() {
    if (shows.isEmpty()) {
      return FIGURES.of(byHours() ? "hours" : "runs");
    }
    double every = shows.get().in() / shows.get().times();
    return shows.get().hours()
        ? Demonstration.hours(every, wantedConfidence(), 0)
        : Demonstration.runs(1 / every, wantedConfidence(), 0);
  }

  /** What is done, in the same unit. */
  public double done() {
    return byHours() ? cleanHours : cleanRuns;
  }

  /** What is left, at least 0. */
  public double left() {
    return Math.max(0, wanted() - done());
  }

  public boolean finished() {
    return !failed && done() > 0 && left() <= 1e-9;
  }

  /**
   * How sure one may be by now that a fault which came and went is gone; empty where nobody said
   * how often it came.
   */
  public Optional<Double> confidence() {
    return shows.map(
        s -> {
          double every = s.in() / s.times();
          return s.hours()
              ? Demonstration.hoursConfidence(every, cleanHours, 0)
              : Demonstration.confidence(1 / every, cleanRuns, 0);
        });
  }
}
