package raconteur.desktop.simulate;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.instrument.Instrument;
import raconteur.core.bench.instrument.SimulatedBench;
import raconteur.core.bench.instrument.Taker;
import raconteur.core.bench.program.StartUp;
import raconteur.core.bench.screen.Picture;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.contest.Bench;
import raconteur.core.contest.Contest;
import raconteur.core.contest.SwitchedOn;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Step;
import raconteur.core.practice.AskedTest;
import raconteur.core.practice.Deal;
import raconteur.core.practice.Debriefing;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;

/**
 * The instruments on the simulated board of one case: a reading is taken away from the window and
 * told to the story as if it had been typed. Without the toolkit.
 */
public final class SimulationDesk {
  private final CaseDesk desk;
  private Deal deal;
  private final boolean runs;
  private final SimulatedBoard fresh;
  private final List<Consumer<State>> listeners = new ArrayList<>();
  private State state = State.IDLE;
  private Optional<SimulatedBench> bench = Optional.empty();
  private Telling benchTold;
  private boolean stopping;
  private Optional<Taker> taker = Optional.empty();
  private Optional<Picture> healthy = Optional.empty();
  private Optional<Bench> byModels = Optional.empty();

  /**
   * What the bar shows.
   *
   * @param busy what is being done, empty for nothing
   * @param said what came of the last reading
   * @param looked whether somebody looked at the screen; no picture then means a dark screen
   */
  public record State(
      String busy, String said, boolean refused, boolean looked, Optional<Picture> picture) {
    static final State IDLE = new State("", "", false, false, Optional.empty());
  }

  public SimulationDesk(CaseDesk desk, Deal deal) {
    this.desk = desk;
    this.deal = deal;
    this.runs = SimulatedCases.runs(desk.state().board());
    this.fresh = new SimulatedBoard(desk.state().board());
    this.benchTold = desk.telling();
  }

  /** Whether the board runs its program; else its processor counts, or the models answer. */
  public boolean runs() {
    return runs;
  }

  /** Where the readings come from. */
  Contest.From from() {
    return SimulatedCases.from(fresh.board(), desk.telling());
  }

  public Deal deal() {
    return deal;
  }

  /** What whoever dealt it said of the board. */
  String complaint() {
    return desk.state().header().complaint();
  }

  /** Has a view told of every new state, on the window's thread, and of this one at once. */
  public void addListener(Consumer<State> listener) {
    listeners.add(listener);
    listener.accept(state);
  }

  public State state() {
    return state;
  }

  private void publish(State next) {
    state = next;
    List.copyOf(listeners).forEach(l -> l.accept(next));
  }

  /** The bench with the board as the story left it; made anew where that is another board now. */
  private SimulatedBench bench() {
    Telling told = desk.telling();
    List<PlantedFault> there =
        SwitchedOn.there(Debriefing.left(fresh.board(), deal, told), deal.seed(), told);
    boolean same = bench.filter(b -> b.board().faults().equals(there)).isPresent();
    if (!same || !told.partsOut().equals(benchTold.partsOut())) {
      SimulatedBoard now = fresh.with(there);
      bench =
          Optional.of(
              new SimulatedBench(now, PluggedIn.NOTHING.without(told.partsOut()), 0, deal.seed()));
      benchTold = told;
    }
    return bench.get();
  }

  /** A logic probe at a pin. */
  public void probe(PinRef pin) {
    reading("Probing " + pin, new Finding.Probe(pin, Signal.LOW));
  }

  /**
   * A test that was typed as its reading would be logged, without what it showed; what is none is
   * refused in one sentence.
   */
  public void ask(String typed) {
    Optional<Finding> test = AskedTest.of(desk.state().board(), desk.telling().context(), typed);
    if (test.isPresent()) {
      reading(test.get().kind().title(), test.get());
    } else {
      publish(
          new State(
              "",
              "\""
                  + typed.strip()
                  + "\" is no test of this board; one is written as it is logged, without what it"
                  + " shows: "
                  + examples()
                  + ".",
              true,
              state.looked(),
              state.picture()));
    }
  }

  private String examples() {
    String part = example(desk.state().board());
    return desk.state().board().rails().stream()
        .findFirst()
        .map(
            rail ->
                String.join(
                    ", ",
                    rail.name() + " gnd",
                    "then pull " + part,
                    part + ".1",
                    part + " tester",
                    "swap " + part))
        .orElse(part + ".1, " + part + " tester, swap " + part);
  }

  /** A part of a board to name in examples: the one with the most pins that is no connector. */
  public static String example(Board board) {
    return board.parts().stream()
        .filter(part -> part.fitted() && !part.device().isContact())
        .max(Comparator.comparingInt(part -> part.device().pins().size()))
        .map(Part::designator)
        .orElse("U1");
  }

  /** The test of a step, made by the instruments; a mend is left to the hands. */
  public void take(Optional<Step> step) {
    if (step.isPresent() && step.get().action() instanceof Step.Test(Finding sample)) {
      reading(step.get().title(), sample);
    }
  }

  /** Shows the planner's next step; kept, and paid for at the debrief. */
  public void hint() {
    desk.hint(
        () -> {
          deal = new SimulatedCases(desk.workshop()).hinted(desk.state().header().number(), deal);
          publish(
              new State(
                  "",
                  deal.hints()
                      + (deal.hints() == 1 ? " hint" : " hints")
                      + " so far, "
                      + Math.round(Debriefing.HINT_MINUTES)
                      + " minutes each.",
                  false,
                  state.looked(),
                  state.picture()));
        });
  }

  private void reading(String doing, Finding sample) {
    String afterwards =
        sample instanceof Finding.PullStep pull ? new Statement.Seating(pull.part()).line() : "";
    reading(doing, () -> shown(sample).map(Finding::line), afterwards);
  }

  private Optional<? extends Finding> shown(Finding sample) {
    return runs
        ? taker().take(sample)
        : models()
            .take(Debriefing.left(fresh.board(), deal, desk.telling()), sample, desk.telling(), 0);
  }

  private Bench models() {
    Bench made = byModels.orElseGet(() -> SimulatedCases.bench(fresh.board(), from(), deal.seed()));
    byModels = Optional.of(made);
    return made;
  }

  private Taker taker() {
    SimulatedBench now = bench();
    if (taker.filter(t -> t.isAt(now)).isEmpty()) {
      Picture good = healthy.orElseGet(() -> StartUp.healthy(fresh));
      healthy = Optional.of(good);
      taker = Optional.of(new Taker(now, good));
    }
    return taker.get();
  }

  /** The meter on a rail. */
  public void railVolts(String rail) {
    reading("Measuring " + rail, new Finding.RailVolts(rail, 0));
  }

  /** Gives up the test program that runs; a short reading comes to its end. */
  public void stop() {
    stopping = true;
    bench.ifPresent(SimulatedBench::stop);
  }

  /** Two runs of the dead-test cartridge. */
  public void deadTest() {
    if (runs) {
      reading(
          "Running the dead test, some seconds a run",
          () -> bench().deadTest(2).map(Finding::line));
    } else {
      ask("flash");
    }
  }

  /** The full diagnostic with its harness; what it says is shown, not told to the story. */
  public void diagnostic() {
    take(
        "Running the diagnostic, some seconds",
        () ->
            bench()
                .diagnostic(true)
                .map(SimulationDesk::words)
                .orElse(stopping ? "Stopped." : "There is no diagnostic."),
        said -> publish(new State("", said, false, state.looked(), state.picture())));
  }

  private static String words(Instrument.FullDiagnostic.Report report) {
    if (report.lines().isEmpty()) {
      return "The diagnostic shows nothing that can be read.";
    }
    List<String> lines = new ArrayList<>();
    report
        .lines()
        .forEach(
            l ->
                lines.add(
                    l.subject()
                        + (l.passed() ? " pass" : " fail")
                        + (l.bits().isEmpty() ? "" : " bits " + l.bits())));
    return String.join(" · ", lines) + (report.finished() ? "" : " · then it stopped");
  }

  /** A look at the screen, or at whatever a board shows that has none here. */
  public void look() {
    if (!runs) {
      ask("screen");
      return;
    }
    take(
        "Watching the screen",
        () -> bench().picture(),
        picture ->
            publish(
                new State(
                    "",
                    picture.isEmpty() ? "The screen shows no picture." : "",
                    false,
                    true,
                    picture)));
  }

  /** The screen is looked away from. */
  public void lookAway() {
    publish(new State(state.busy(), "", false, false, Optional.empty()));
  }

  private void reading(String doing, Supplier<Optional<String>> take) {
    reading(doing, take, "");
  }

  /**
   * @param afterwards what is entered once the reading is kept, empty for nothing
   */
  private void reading(String doing, Supplier<Optional<String>> take, String afterwards) {
    take(
        doing,
        take,
        line -> {
          if (line.isEmpty()) {
            publish(
                new State(
                    "",
                    stopping
                        ? "Stopped; nothing was logged."
                        : "There is nothing to measure there.",
                    !stopping,
                    state.looked(),
                    state.picture()));
            return;
          }
          DeskState.Entered entered = desk.enter(line.get());
          if (entered instanceof DeskState.Questioned) {
            entered = desk.enter(line.get());
          }
          boolean kept = entered instanceof DeskState.Kept;
          if (kept && !afterwards.isEmpty()) {
            desk.enter(afterwards);
          }
          publish(
              new State(
                  "",
                  kept ? "Read: " + line.get() : line.get() + ": " + entered.sentence(),
                  !kept,
                  state.looked(),
                  state.picture()));
        });
  }

  private <T> void take(String doing, Supplier<T> work, Consumer<T> then) {
    if (!state.busy().isEmpty()) {
      return;
    }
    stopping = false;
    publish(new State(doing + " …", "", false, state.looked(), state.picture()));
    desk.workshop()
        .instruments()
        .execute(
            () -> {
              T result = work.get();
              desk.workshop().window().execute(() -> then.accept(result));
            });
  }
}
