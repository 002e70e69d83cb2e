package raconteur.core.inspect;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Predicate;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.Statement;
import raconteur.core.story.Telling;

/**
 * One part tried by swapping, in the order that harms least and proves most: the suspect into a
 * good board, a good one into the suspect board, and the good one back to show that nothing was
 * harmed; then the chip is marked at once, so that a bad one never gets back into the stock (common
 * practice, no source).
 *
 * @param part which
 * @param trials the three, in order, then the mark
 * @param patience how long to wait for the fault before a trial counts
 * @param caution what can hurt at it, empty where nothing does
 */
public record SwapTrial(String part, List<Trial> trials, String patience, String caution) {
  /** Of an exponential waiting time, −ln 0.05. */
  private static final double MEANS_FOR_95_PERCENT = 3;

  public SwapTrial {
    trials = List.copyOf(trials);
  }

  /**
   * One thing to do.
   *
   * @param line the number of the story's line that has its answer, empty while it is to be done
   * @param answer what that line says
   * @param choices what can come out, each a line for the story
   */
  public record Trial(String what, OptionalInt line, String answer, List<Choice> choices) {
    public Trial {
      choices = List.copyOf(choices);
    }

    public boolean done() {
      return line.isPresent();
    }
  }

  /** One outcome by a word, and the line that says it. */
  public record Choice(String word, String line) {}

  /** The first that is still to be done; empty where the part is tried and marked. */
  public Optional<Trial> next() {
    return trials.stream().filter(t -> !t.done()).findFirst();
  }

  /** What was tried of a part since the last mend, and what is left; empty for an unknown part. */
  public static Optional<SwapTrial> of(Board board, Telling telling, String designator) {
    return board
        .part(designator)
        .map(
            part ->
                new SwapTrial(
                    designator, trials(telling, designator), wait(telling), caution(part)));
  }

  private static List<Trial> trials(Telling telling, String part) {
    return List.of(
        trial(
            "Its chip in a good board of the same revision",
            telling,
            s -> s instanceof Finding.Elsewhere f && f.part().equals(part),
            List.of(
                new Choice("works there", part + " elsewhere good"),
                new Choice("does not", part + " elsewhere bad"))),
        trial(
            "A good chip in its place here",
            telling,
            s -> s instanceof Finding.Swap f && f.part().equals(part),
            List.of(
                new Choice("cures it", "swap " + part + " good cured"),
                new Choice("changes it", "swap " + part + " good changed"),
                new Choice("no change", "swap " + part + " good same"))),
        trial(
            "The good board's own chip back in the good board",
            telling,
            s -> s instanceof Closing.GoodBoard c && c.part().equals(part),
            List.of(
                new Choice("works as before", "back " + part + " good"),
                new Choice("is harmed", "back " + part + " bad"))),
        trial(
            "Mark the chip that came out",
            telling,
            s -> s instanceof Closing.OldPart c && c.part().equals(part),
            List.of(
                new Choice("✓ a good spare", "fate " + part + " spare"),
                new Choice("✗ the dead box", "fate " + part + " dead"))));
  }

  /** The latest line of this kind since the last mend answers it. */
  private static Trial trial(
      String what, Telling telling, Predicate<Statement> about, List<Choice> choices) {
    return telling.lines().stream()
        .filter(
            told ->
                told.counted().stream()
                    .anyMatch(
                        c -> c.moment().epoch() == telling.epoch() && about.test(c.statement())))
        .reduce((_, later) -> later)
        .map(
            told ->
                new Trial(
                    what, OptionalInt.of(told.entry().number()), told.entry().line(), choices))
        .orElseGet(() -> new Trial(what, OptionalInt.empty(), "", choices));
  }

  /** A fault that comes by chance is seen with 95 % within three times its mean time. */
  private static String wait(Telling telling) {
    return telling.said(Closing.Shows.class).stream()
        .reduce((_, later) -> later)
        .map(
            shows -> {
              double many = MEANS_FOR_95_PERCENT * shows.in() / shows.times();
              return shows.hours()
                  ? "Leave each try on for "
                      + Quantities.plain(Math.ceil(many * 10) / 10)
                      + " hours: the fault shows "
                      + shows.times()
                      + " in "
                      + Quantities.plain(shows.in())
                      + "."
                  : "Switch each try on "
                      + (int) Math.ceil(many)
                      + " times: the fault shows "
                      + shows.times()
                      + " in "
                      + Quantities.plain(shows.in())
                      + " runs.";
            })
        .orElse("Leave each try on for as long as the fault takes to show.");
  }

  private static String caution(Part part) {
    String heat =
        part.socketed()
            ? ""
            : " It is soldered: a tester or a probe costs less than taking it out.";
    return "Both boards off before a chip moves; rails proven good first, or this board harms the "
        + "good chip too."
        + heat;
  }
}
