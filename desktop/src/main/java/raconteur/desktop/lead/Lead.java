package raconteur.desktop.lead;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.story.Telling;
import raconteur.desktop.workshop.Workshop;

/**
 * How far somebody has come with the first board: each step is done in the view where it belongs,
 * and is known to be done by what the casebook says from then on. Without the toolkit.
 */
public final class Lead {
  private final Workshop workshop;
  private boolean on;
  private int passedOver;

  public Lead(Workshop workshop) {
    this.workshop = workshop;
    this.on = workshop.settings().leading();
  }

  /** One thing to do, in the order in which it is done. */
  public enum Step {
    DESCRIBE,
    TAKE_IN,
    LOOK,
    RAILS_TO_GROUND,
    RAILS_UP,
    SHOWS,
    ANSWER,
    ON
  }

  /** The case that is on the bench. */
  public record OnBench(Board board, Telling telling) {}

  /** Whether somebody is being led; it goes on at the next start, until it is left. */
  public boolean isOn() {
    return on;
  }

  /** Begins; a sentence where that could not be kept. */
  public String begin() {
    passedOver = 0;
    on = true;
    return workshop.settings().keepLeading(true);
  }

  /** Leaves it for good; a sentence where that could not be kept. */
  public String leave() {
    on = false;
    return workshop.settings().keepLeading(false);
  }

  /** Goes on without the step that is shown. */
  public void passOver(Step step) {
    passedOver = Math.max(passedOver, step.ordinal() + 1);
  }

  /** The first step that is neither done nor passed over. */
  public Step step(Optional<OnBench> bench) {
    return Arrays.stream(Step.values())
        .filter(step -> step.ordinal() >= passedOver)
        .filter(step -> !isDone(step, bench))
        .findFirst()
        .orElse(Step.ON);
  }

  private boolean isDone(Step step, Optional<OnBench> bench) {
    BoardShelf shelf = workshop.boards();
    return switch (step) {
      case DESCRIBE ->
          bench.isPresent()
              || shelf.boards().stream().anyMatch(b -> shelf.isOwn(b.identity().id()));
      case TAKE_IN -> bench.isPresent();
      case LOOK ->
          says(bench, Bookkeeping.Checked.class)
              || says(bench, Statement.Damaged.class)
              || says(bench, Statement.PartDamaged.class)
              || isDone(Step.RAILS_TO_GROUND, bench);
      case RAILS_TO_GROUND -> says(bench, Finding.RailOhms.class) || isDone(Step.RAILS_UP, bench);
      case RAILS_UP -> says(bench, Finding.RailVolts.class);
      case SHOWS -> says(bench, Finding.Symptom.class) || says(bench, Finding.FunctionCheck.class);
      case ANSWER -> bench.filter(b -> isAnswered(b.telling())).isPresent();
      case ON -> false;
    };
  }

  private static boolean says(Optional<OnBench> bench, Class<? extends Statement> what) {
    return bench.filter(b -> !b.telling().said(what).isEmpty()).isPresent();
  }

  /** Whether anything was found since it was said what the board shows. */
  private static boolean isAnswered(Telling telling) {
    List<Finding> findings = telling.findings().stream().map(f -> f.finding()).toList();
    return !findings.isEmpty()
        && findings.stream().anyMatch(Lead::isShown)
        && !isShown(findings.getLast());
  }

  private static boolean isShown(Finding finding) {
    return finding instanceof Finding.Symptom || finding instanceof Finding.FunctionCheck;
  }

  /** What is to be done, with examples of the board that is on the bench. */
  public String words(Step step, Optional<OnBench> bench) {
    String rail =
        bench.flatMap(b -> b.board().rails().stream().map(Rail::name).findFirst()).orElse("+5V");
    double volts = bench.flatMap(b -> b.board().rail(rail)).map(Rail::volts).orElse(5.0);
    String chip =
        bench
            .flatMap(
                b ->
                    b.board().parts().stream()
                        .filter(p -> p.device().isChip())
                        .map(p -> p.designator())
                        .findFirst())
            .orElse("U1");
    return switch (step) {
      case DESCRIBE ->
          "Say what your board is: its machine and revision, and its parts as they are marked, one"
              + " a line. A dozen chips are enough to begin; more can be added at any time.";
      case TAKE_IN -> "Take it in: choose the board, say whose it is and what is wrong with it.";
      case LOOK ->
          "Before power: look it over. Answer the checks by their keys, or type what strikes you:"
              + " damage corrosion "
              + chip
              + ".";
      case RAILS_TO_GROUND ->
          "Power off, supply unplugged: read each rail to ground with the meter and type it: "
              + rail
              + " gnd 350 ohm.";
      case RAILS_UP ->
          "Switch on, hand at the switch, and read the rails: "
              + rail
              + " "
              + figure(volts)
              + ". What smells or gets hot at once: off again.";
      case SHOWS -> "Say what it shows, as you would say it aloud: screen blank, or no sound.";
      case ANSWER ->
          "Do the next step at the bench, then press the key beside what you saw, or type whatever"
              + " else you found: "
              + chip
              + " hot.";
      case ON ->
          "That is the way: a step, a key, the next step. Mend, Prove and Hand over go on from"
              + " there; the manual tells the rest.";
    };
  }

  private static String figure(double volts) {
    return String.format(Locale.ROOT, "%.2f", volts * 0.99);
  }
}
