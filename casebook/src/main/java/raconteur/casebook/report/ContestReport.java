package raconteur.casebook.report;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.contest.Contest;
import raconteur.core.contest.Standing;

/**
 * How policies stood after a contest, as text or as JSON; docs/formats/contest.md tells the form.
 *
 * @param rules what it was played by
 * @param beside the planner beside the exact optimum, where that was asked for
 */
public record ContestReport(
    String board,
    Contest.Rules rules,
    long seed,
    List<Standing> standings,
    Optional<Beside> beside) {

  /**
   * The planner's choices beside others, in mean minutes over small problems.
   *
   * @param optimum the best there are
   * @param byTheRule the best that mend only where the planner would let them
   * @param mostBits always the test that tells most a minute
   */
  public record Beside(
      int problems,
      double optimum,
      double byTheRule,
      double planned,
      double neverTesting,
      double mostBits) {
    double ratio() {
      return planned / byTheRule;
    }
  }

  public ContestReport {
    standings = List.copyOf(standings);
  }

  private String from() {
    return switch (rules.from()) {
      case MODELS -> "models";
      case RUNNING -> "simulated bench";
      case COUNTING -> "simulated bench in a free run";
    };
  }

  /** A table with 95 % intervals. */
  public String text() {
    StringBuilder text = new StringBuilder();
    text.append(
        String.format(
            Locale.ROOT,
            "%s%s, readings from the %s%s, K = %d, seed %d; 95 %% intervals in brackets%n",
            board,
            rules.withoutFiles() ? " without its files" : "",
            from(),
            rules.outside() > 0
                ? String.format(
                    Locale.ROOT, ", %.0f %% of faults from outside", rules.outside() * 100)
                : "",
            rules.largest(),
            seed));
    text.append(
        String.format(
            Locale.ROOT,
            "%-22s %5s  %-22s %6s %6s %-20s %s%n",
            "policy",
            "cases",
            "minutes",
            "tests",
            "mends",
            "mended in vain",
            "unsolved"));
    for (Standing s : standings) {
      text.append(
          String.format(
              Locale.ROOT,
              "%-22s %5d  %-22s %6.1f %6.1f %-20s %s%n",
              s.policy().words(),
              s.cases(),
              words(s.minutes(), "%.0f [%.0f, %.0f]"),
              s.tests().value(),
              s.mends().value(),
              words(s.wrongMends(), "%.2f [%.2f, %.2f]"),
              words(s.unsolved(), "%.3f [%.3f, %.3f]")));
    }
    beside.ifPresent(
        b ->
            text.append(
                String.format(
                    Locale.ROOT,
                    "on %d small problems cut out of the board: optimum %.2f min, %.2f where mends"
                        + " wait for the usual suspicion; the planner %.2f min, %.3f times that;"
                        + " never testing %.2f min, most bits a minute %.2f min%n",
                    b.problems(),
                    b.optimum(),
                    b.byTheRule(),
                    b.planned(),
                    b.ratio(),
                    b.neverTesting(),
                    b.mostBits())));
    return text.toString();
  }

  private static String words(Standing.Estimate e, String form) {
    return String.format(Locale.ROOT, form, e.value(), e.low(), e.high());
  }

  /** One object. */
  public String json() {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.useDefaultPrettyPrinter();
      out.writeStartObject();
      out.writeStringField("format", "raconteur-contest/1");
      out.writeStringField("board", board);
      out.writeStringField(
          "readings",
          switch (rules.from()) {
            case MODELS -> "models";
            case RUNNING -> "simulated";
            case COUNTING -> "simulated free run";
          });
      out.writeBooleanField("without files", rules.withoutFiles());
      out.writeNumberField("outside", rules.outside());
      out.writeNumberField("largest hypothesis", rules.largest());
      out.writeNumberField("seed", seed);
      out.writeArrayFieldStart("standings");
      for (Standing s : standings) {
        out.writeStartObject();
        out.writeStringField("policy", s.policy().words());
        out.writeNumberField("cases", s.cases());
        estimate(out, "minutes", s.minutes());
        estimate(out, "tests", s.tests());
        estimate(out, "mends", s.mends());
        estimate(out, "mended in vain", s.wrongMends());
        estimate(out, "unsolved", s.unsolved());
        out.writeEndObject();
      }
      out.writeEndArray();
      if (beside.isPresent()) {
        out.writeObjectFieldStart("beside the optimum");
        out.writeNumberField("problems", beside.get().problems());
        out.writeNumberField("optimum minutes", beside.get().optimum());
        out.writeNumberField("optimum by the rule minutes", beside.get().byTheRule());
        out.writeNumberField("planned minutes", beside.get().planned());
        out.writeNumberField("never testing minutes", beside.get().neverTesting());
        out.writeNumberField("most bits minutes", beside.get().mostBits());
        out.writeNumberField("ratio", beside.get().ratio());
        out.writeEndObject();
      }
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException("writing to memory cannot fail", e);
    }
    return text + System.lineSeparator();
  }

  private static void estimate(JsonGenerator out, String name, Standing.Estimate e)
      throws IOException {
    out.writeObjectFieldStart(name);
    out.writeNumberField("value", e.value());
    out.writeNumberField("low", e.low());
    out.writeNumberField("high", e.high());
    out.writeEndObject();
  }
}
