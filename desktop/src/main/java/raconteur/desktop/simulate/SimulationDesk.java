package raconteur.desktop.simulate;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.instrument.Instrument;
import raconteur.core.bench.instrument.SimulatedBench;
import raconteur.core.bench.instrument.Taker;
import raconteur.core.bench.program.StartUp;
import raconteur.core.bench.screen.Picture;
import raconteur.core.board.PinRef;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Step;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;

/**
 * The instruments on the simulated board of one case: a reading is taken away from the window and
 * told to the story as if it had been typed. Without the toolkit.
 */
public final class SimulationDesk {
  private final CaseDesk desk;
  private final long seed;
  private final SimulatedBoard fresh;
  private final List<Consumer<State>> listeners = new ArrayList<>();
  private State state = State.IDLE;
  private Optional<SimulatedBench> bench = Optional.empty();
  private Telling benchTold;
  private boolean stopping;
  private Optional<Taker> taker = Optional.empty();
  private Optional<Picture> healthy = Optional.empty();

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

  public SimulationDesk(CaseDesk desk, long seed) {
    this.desk = desk;
    this.seed = seed;
    this.fresh = new SimulatedBoard(desk.state().board());
    this.benchTold = desk.telling();
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

  /** The bench with the board as the story left it; made anew after a mend or a pulled part. */
  private SimulatedBench bench() {
    Telling told = desk.telling();
    boolean same =
        told.mends().equals(benchTold.mends()) && told.partsOut().equals(benchTold.partsOut());
    if (bench.isEmpty() || !same) {
      SimulatedBoard now = SimulatedCases.asMended(fresh, seed, told);
      bench =
          Optional.of(new SimulatedBench(now, PluggedIn.NOTHING.without(told.partsOut()), 0, seed));
      benchTold = told;
    }
    return bench.get();
  }

  /** A logic probe at a pin. */
  public void probe(PinRef pin) {
    reading("Probing " + pin, () -> bench().probe(pin).map(Finding::line));
  }

  /** A logic probe at a pin that was typed; what is no pin is refused in one sentence. */
  public void probe(String typed) {
    Optional<PinRef> pin = pin(typed.strip().toUpperCase(Locale.ROOT));
    if (pin.isPresent()) {
      probe(pin.get());
    } else {
      publish(
          new State(
              "",
              "\"" + typed.strip() + "\" is no pin of this board; a pin is written U5.3.",
              true,
              state.looked(),
              state.picture()));
    }
  }

  private Optional<PinRef> pin(String text) {
    try {
      return Optional.of(PinRef.parse(text)).filter(p -> desk.state().board().pin(p).isPresent());
    } catch (IllegalArgumentException e) {
      return Optional.empty();
    }
  }

  /** The test of a step, made by the instruments; a mend is left to the hands. */
  public void take(Optional<Step> step) {
    if (step.isPresent() && step.get().action() instanceof Step.Test(Finding sample)) {
      String afterwards =
          sample instanceof Finding.PullStep pull ? new Statement.Seating(pull.part()).line() : "";
      reading(step.get().title(), () -> taker().take(sample).map(Finding::line), afterwards);
    }
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
    reading("Measuring " + rail, () -> bench().railVolts(rail).map(Finding::line));
  }

  /** Gives up the test program that runs; a short reading comes to its end. */
  public void stop() {
    stopping = true;
    bench.ifPresent(SimulatedBench::stop);
  }

  /** Two runs of the dead-test cartridge. */
  public void deadTest() {
    reading(
        "Running the dead test, some seconds a run", () -> bench().deadTest(2).map(Finding::line));
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

  /** A look at the screen. */
  public void look() {
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
