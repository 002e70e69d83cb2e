package raconteur.core.keys;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import raconteur.core.board.PinRef;

/**
 * What to look at, in the order that finds what is wrong in the least expected minutes. Where one
 * of several checks will find it, the order by chance over minutes is the best (W. E. Smith, Naval
 * Research Logistics Quarterly 3, 1956, from memory); what can be seen only with the keyboard open
 * waits behind its opening, and goes first when its best beginning, opening included, has the
 * better ratio (J. B. Sidney, Operations Research 23, 1975, from memory).
 */
public final class KeyChecks {
  private static final double LEAST = 0.005;

  private final KeyMatrix matrix;
  private final KeyFigures figures;

  /**
   * One thing to look at.
   *
   * @param words what to do
   * @param minutes it takes, without opening the keyboard
   * @param probability that it finds something
   * @param opened whether the keyboard must be open
   */
  public record Check(String words, double minutes, double probability, boolean opened) {
    Check with(Check same) {
      return new Check(words, minutes, Math.min(1, probability + same.probability), opened);
    }

    double ratio() {
      return probability / minutes;
    }
  }

  private KeyChecks(KeyMatrix matrix, KeyFigures figures) {
    this.matrix = matrix;
    this.figures = figures;
  }

  /** The checks for a diagnosis, first things first. */
  public static List<Check> of(KeyMatrix matrix, KeyDiagnosis diagnosis) {
    return new KeyChecks(matrix, KeyFigures.shipped()).ordered(diagnosis);
  }

  /** Minutes it takes to open the keyboard, once. */
  public static double openingMinutes() {
    return KeyFigures.shipped().minutesFor("open the keyboard");
  }

  private List<Check> ordered(KeyDiagnosis diagnosis) {
    List<Check> outside = new ArrayList<>();
    List<Check> inside = new ArrayList<>();
    for (Check check : all(diagnosis)) {
      (check.opened() ? inside : outside).add(check);
    }
    Comparator<Check> best = Comparator.comparingDouble((Check c) -> -c.ratio());
    outside.sort(best);
    inside.sort(best);
    List<Check> order = new ArrayList<>();
    boolean open = false;
    while (!outside.isEmpty() || !inside.isEmpty()) {
      boolean next =
          outside.isEmpty()
              || (!inside.isEmpty() && ratioInside(inside, open) > outside.getFirst().ratio());
      open |= next;
      order.add(next ? inside.removeFirst() : outside.removeFirst());
    }
    return order;
  }

  /** The best ratio of a beginning of what is inside, its opening included while it is shut. */
  private double ratioInside(List<Check> inside, boolean open) {
    double minutes = open ? 0 : figures.minutesFor("open the keyboard");
    double chance = 0;
    double best = 0;
    for (Check check : inside) {
      minutes += check.minutes();
      chance += check.probability();
      best = Math.max(best, chance / minutes);
      if (open) {
        return best;
      }
    }
    return best;
  }

  private List<Check> all(KeyDiagnosis diagnosis) {
    List<Check> checks = new ArrayList<>();
    for (KeyDiagnosis.Suspected suspected : diagnosis.lines()) {
      ofLine(checks, suspected.cause(), suspected.probability());
    }
    for (KeyDiagnosis.OwnFault key : diagnosis.keys()) {
      add(
          checks,
          "Clean " + key.key().name() + " and measure its contact",
          figures.minutesFor("key"),
          key.probability(),
          true);
    }
    // What is done once serves every fault it would find.
    Map<String, Check> once = new LinkedHashMap<>();
    for (Check check : checks) {
      once.merge(check.words(), check, Check::with);
    }
    return List.copyOf(once.values());
  }

  private void ofLine(List<Check> checks, KeyCause cause, double probability) {
    String name = cause.line() < 0 ? "" : matrix.lineAt(cause.line()).name();
    switch (cause.kind()) {
      case LINE_DEAD, LINE_DOUBTFUL -> ofWay(checks, matrix.lineAt(cause.line()), probability);
      case LINE_HELD ->
          add(
              checks,
              "Probe " + name + " with the keyboard unplugged: still held, it is the board",
              figures.minutesFor("port pin"),
              probability,
              false);
      case PULL_UP ->
          add(
              checks,
              "Measure the pull-up of " + name,
              figures.minutesFor("pull-up"),
              probability,
              false);
      case JOINED ->
          add(
              checks,
              "With the keyboard unplugged, continuity from "
                  + name
                  + " to "
                  + matrix.lineAt(cause.other()).name()
                  + ", on the board and on the tail",
              figures.minutesFor("joined"),
              probability,
              false);
      case BROKEN_ON_THE_WAY ->
          add(
              checks,
              "Look along "
                  + name
                  + " behind "
                  + matrix.on(cause.line()).get(cause.other() - 1).name()
                  + ": a crease, a crack, a joint",
              figures.minutesFor("on the way"),
              probability,
              true);
      case ALL -> {
        double plug = figures.chance("plug off");
        double chip = figures.chance("chip");
        add(
            checks,
            "See that the keyboard is plugged in, and rightly",
            figures.minutesFor("plug"),
            probability * plug / (plug + chip),
            false);
        add(
            checks,
            "Probe what drives and reads the lines: selects, clock, supply",
            figures.minutesFor("chip"),
            probability * chip / (plug + chip),
            false);
      }
    }
  }

  /** A line's way from its chip to the keyboard, shared out as such faults usually lie. */
  private void ofWay(List<Check> checks, KeyMatrix.Line line, double probability) {
    double plug = figures.chance("plug contact");
    double wire = figures.chance("wire or tail");
    double track = figures.chance("track");
    double port = figures.chance("port pin");
    double all = plug + wire + track + port;
    String at = line.plug().map(p -> " " + p).orElse(" of " + line.name());
    add(
        checks,
        "Clean and press the plug's contact" + at,
        figures.minutesFor("plug"),
        probability * plug / all,
        false);
    add(
        checks,
        "Continuity of the wire or tail of " + line.name(),
        figures.minutesFor("wire or tail"),
        probability * wire / all,
        false);
    String way = line.path().stream().map(PinRef::toString).collect(Collectors.joining(" to "));
    add(
        checks,
        line.path().size() > 1
            ? "Continuity from " + way
            : "Continuity of the track of " + line.name(),
        figures.minutesFor("track"),
        probability * track / all,
        false);
    add(
        checks,
        "Probe "
            + line.chip().map(PinRef::toString).orElse("the port's pin of " + line.name())
            + " while a key of it is held",
        figures.minutesFor("port pin"),
        probability * port / all,
        false);
  }

  private static void add(
      List<Check> checks, String words, double minutes, double probability, boolean opened) {
    if (probability >= LEAST) {
      checks.add(new Check(words, minutes, probability, opened));
    }
  }
}
