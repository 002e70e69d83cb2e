package raconteur.core.judge;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.finding.Quantities;

/** Whether one capacitor may stand in for another; every reason against it is given. */
public final class CapacitorFit {
  /** A smoothing capacitor may be larger by this factor without asking; common practice. */
  private static final double LARGER_WITHOUT_ASKING = 2;

  private static final double PITCH_SLACK_MILLIMETRES = 0.3;

  private CapacitorFit() {}

  /** One thing compared. */
  private record Line(Verdict.Level level, String words) {}

  /**
   * @param original what is printed in the parts list
   * @param offered what is at hand
   * @param polarised whether the place is that of a polarised part
   */
  public static Verdict check(CapacitorSpec original, CapacitorSpec offered, boolean polarised) {
    List<Line> lines = new ArrayList<>();
    double share = offered.farads() / original.farads();
    String value = Quantities.farads(offered.farads());
    if (share < 0.99) {
      lines.add(bad(value + " is less than " + Quantities.farads(original.farads())));
    } else if (share > LARGER_WITHOUT_ASKING) {
      lines.add(doubtful(value + " is far more: the inrush, and any time it sets, grow with it"));
    }
    atLeast(lines, "V", original.volts(), offered.volts(), "voltage");
    atMost(lines, original.diameterMillimetres(), offered.diameterMillimetres(), "diameter");
    atMost(lines, original.heightMillimetres(), offered.heightMillimetres(), "height");
    pitch(lines, original, offered);
    atLeast(lines, "°C", original.celsius(), offered.celsius(), "temperature");
    if (polarised && offered.bipolar()) {
      lines.add(good("either way round fits a polarised place"));
    } else if (!polarised && !offered.bipolar()) {
      lines.add(bad("the place has no polarity, the part has one"));
    } else if (polarised) {
      lines.add(good("mind the polarity: plus to plus"));
    }
    Verdict.Level worst =
        lines.stream().map(Line::level).max(Verdict::bySeverity).orElse(Verdict.Level.GOOD);
    String verdict =
        switch (worst) {
          case GOOD -> "Fits";
          case BAD -> "Does not fit";
          case DOUBTFUL, UNJUDGED -> "May fit";
        };
    return new Verdict(
        worst,
        verdict
            + ": "
            + String.join("; ", lines.stream().sorted(worstFirst()).map(Line::words).toList())
            + ".");
  }

  private static java.util.Comparator<Line> worstFirst() {
    return (a, b) -> Verdict.bySeverity(b.level(), a.level());
  }

  private static Line good(String words) {
    return new Line(Verdict.Level.GOOD, words);
  }

  private static Line doubtful(String words) {
    return new Line(Verdict.Level.DOUBTFUL, words);
  }

  private static Line bad(String words) {
    return new Line(Verdict.Level.BAD, words);
  }

  private static void atLeast(
      List<Line> lines, String unit, OptionalDouble wanted, OptionalDouble offered, String what) {
    if (wanted.isPresent() && offered.isPresent()) {
      boolean enough = offered.getAsDouble() >= wanted.getAsDouble();
      String words =
          what
              + " "
              + Quantities.plain(offered.getAsDouble())
              + " "
              + unit
              + (enough
                  ? " is enough"
                  : " is under " + Quantities.plain(wanted.getAsDouble()) + " " + unit);
      lines.add(enough ? good(words) : bad(words));
    } else if (wanted.isPresent()) {
      lines.add(doubtful("its " + what + " is not given"));
    }
  }

  private static void atMost(
      List<Line> lines, OptionalDouble wanted, OptionalDouble offered, String what) {
    if (wanted.isPresent() && offered.isPresent()) {
      boolean fits = offered.getAsDouble() <= wanted.getAsDouble();
      String sizes =
          what
              + " "
              + Quantities.plain(offered.getAsDouble())
              + " against "
              + Quantities.plain(wanted.getAsDouble())
              + " mm";
      lines.add(
          fits
              ? good(sizes)
              : bad(sizes + (what.equals("height") ? ": a taller part levers on its pads" : "")));
    } else if (wanted.isPresent() || offered.isPresent()) {
      lines.add(doubtful("compare the " + what + " by hand, one of the two is not given"));
    }
  }

  private static void pitch(List<Line> lines, CapacitorSpec original, CapacitorSpec offered) {
    if (original.pitchMillimetres().isPresent() && offered.pitchMillimetres().isPresent()) {
      double off =
          Math.abs(
              original.pitchMillimetres().getAsDouble() - offered.pitchMillimetres().getAsDouble());
      lines.add(
          off <= PITCH_SLACK_MILLIMETRES
              ? good("same pitch")
              : bad("the pitch differs by " + Quantities.plain(off) + " mm"));
    }
  }
}
