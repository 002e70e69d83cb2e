package raconteur.core.bench.freerun;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import raconteur.core.finding.Quantities;

/** What a free run comes to, in words. */
public final class FreeRunWords {
  /** The window of one sweep makes the last of more doubtful. */
  private static final MathContext FIGURES = new MathContext(4);

  private static final double EVEN = 0.005;

  private FreeRunWords() {}

  /** How the board is brought to it, and what the lines hang on: a sentence each. */
  public static List<String> setUp(FreeRun.Outcome.Ran ran) {
    List<String> sentences = new ArrayList<>();
    String part = ran.processor().designator() + " (" + ran.processor().device().name() + ")";
    sentences.add(
        ran.cycle().code().isEmpty()
            ? part
                + " is taken to put out an address for two periods of its clock: nobody wrote down"
                + " its own timing."
            : "Power off: lift "
                + part
                + "'s data pins off the board's bus and tie them to "
                + ran.cycle().code()
                + " hex, which does nothing; leave everything else.");
    sentences.add(
        "Its clock runs at "
            + Quantities.hertz(rounded(ran.hertz()))
            + "; each address stands for "
            + Quantities.seconds(
                ran.cycle().halves().size() / 2.0 * ran.cycle().dividedBy() / ran.hertz())
            + ".");
    sentences.addAll(ran.notes());
    return sentences;
  }

  /** What a line shows: {@code 62.5 kHz, high 50 %}. */
  public static String shows(FreeRunLine line) {
    return switch (line.shows()) {
      case TOGGLING ->
          Quantities.hertz(rounded(line.hertz()))
              + (Math.abs(line.highShare() - 0.5) < EVEN
                  ? ""
                  : ", high " + percent(line.highShare()));
      case HIGH -> "high";
      case LOW -> "low";
      case FLOATING -> "floating";
      case NOT_KNOWN -> "not known";
    };
  }

  /** The addresses a select is low or high at; empty where they are no few stretches. */
  public static String where(FreeRunLine line) {
    if (!line.lowAt().isEmpty() && size(line.lowAt()) <= size(line.highAt(), line)) {
      return "low at " + stretches(line.lowAt());
    }
    return line.highAt().isEmpty() ? "" : "high at " + stretches(line.highAt());
  }

  private static long size(List<FreeRunLine.Stretch> stretches) {
    return stretches.stream().mapToLong(s -> s.to() - s.from() + 1L).sum();
  }

  private static long size(List<FreeRunLine.Stretch> stretches, FreeRunLine line) {
    return stretches.isEmpty() && !line.lowAt().isEmpty() ? Long.MAX_VALUE : size(stretches);
  }

  private static String stretches(List<FreeRunLine.Stretch> stretches) {
    return stretches.stream()
        .map(
            s ->
                s.from() == s.to()
                    ? String.format(Locale.ROOT, "%04X", s.from())
                    : String.format(Locale.ROOT, "%04X–%04X", s.from(), s.to()))
        .collect(Collectors.joining(", "));
  }

  private static double rounded(double hertz) {
    return new BigDecimal(hertz).round(FIGURES).doubleValue();
  }

  private static String percent(double share) {
    double percent = 100 * share;
    return percent < 1 || percent > 99
        ? String.format(Locale.ROOT, "%.2f %%", percent)
        : String.format(Locale.ROOT, "%.0f %%", percent);
  }
}
