package raconteur.core.finding;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.supply.Conductance;

/** {@code pull U7} and {@code pull U7 92 ohm on 5V}: a part out, and how the rail stepped. */
final class PullPhrase extends VerbPhrase {
  PullPhrase() {
    super("pull", "pull U13 92 ohm");
  }

  @Override
  Understanding readRest(Words words, BenchContext context) {
    Part part = words.part();
    boolean out = context.partsOut().contains(part.designator());
    if (!words.more()) {
      if (out) {
        throw words.refuse(part.designator() + " is out already: seat it first, or pull another.");
      }
      if (!part.fitted()) {
        return new Understanding.Asked(new Statement.Removal(part.designator()), emptyPlace(part));
      }
      return new Understanding.Understood(
          new Statement.Removal(part.designator()),
          PartPhrase.named(part)
              + " comes out. With the rail's ohms behind it, its own share is worked out.");
    }
    double ohms = words.ohms();
    words.mayContinue(List.of("on"));
    Rail rail;
    if (words.nextIs("on")) {
      words.skip();
      rail = words.rail();
    } else {
      rail =
          words
              .board()
              .rail(context.lastRail())
              .orElseThrow(
                  () ->
                      words.refuse(
                          "Log the rail before the pull, for example 5V gnd 58 ohm, then the step"
                              + " can be worked out."));
    }
    words.end();
    return step(words, context, part, rail, ohms, out);
  }

  private static Understanding step(
      Words words, BenchContext context, Part part, Rail rail, double after, boolean out) {
    Double before = context.lastRailOhms().get(rail.name());
    if (before == null) {
      throw words.refuse(
          "Log "
              + rail.name()
              + " before the pull, for example "
              + rail.name()
              + " gnd 58 ohm, then the step can be worked out.");
    }
    Finding step = new Finding.PullStep(part.designator(), rail.name(), after);
    String stepped = rail.name() + " " + Quantities.ohms(before) + " → " + Quantities.ohms(after);
    if (!part.fitted()) {
      return new Understanding.Asked(step, emptyPlace(part));
    }
    if (out) {
      return new Understanding.Asked(
          step, part.designator() + " was out already: was it seated meanwhile? Enter keeps it.");
    }
    if (!RailPhrase.feeds(words.board(), rail, part)) {
      return new Understanding.Asked(
          step,
          part.designator() + " has no pin on " + rail.name() + ": is that meant? Enter keeps it.");
    }
    if (after < before) {
      return new Understanding.Asked(
          step, stepped + " falls, but a pull can only raise it: contact good? Enter keeps it.");
    }
    Optional<Double> own = Conductance.removedOhms(before, after);
    return new Understanding.Understood(
        step,
        "Without "
            + PartPhrase.named(part)
            + " "
            + stepped
            + ": the part itself is "
            + own.map(o -> "about " + Quantities.ohms(o)).orElse("too high to tell")
            + ".");
  }

  private static String emptyPlace(Part part) {
    return part.designator()
        + " is an empty place on this revision: was something in it? Enter keeps it.";
  }
}
