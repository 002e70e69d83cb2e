package raconteur.desktop.desk;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.StockRoom;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Patience;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Statement;
import raconteur.core.finding.Understanding;
import raconteur.core.judge.BenchGuard;
import raconteur.core.odds.SimilarStories;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.practice.OddsShown;
import raconteur.core.stock.Stock;
import raconteur.core.story.Case;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;
import raconteur.desktop.control.Keys;
import raconteur.desktop.workshop.Workshop;

/**
 * One case on the bench, shared by the views of its stages. Entering a line saves it first and then
 * has the odds worked out away from the window; an answer that was overtaken by a newer entry is
 * thrown away. Without the toolkit.
 */
public final class CaseDesk {
  private static final Duration MOST_THINKING = Duration.ofSeconds(30);

  /** So many lines what is shown late stays behind. */
  private static final int LATE_BY = 2;

  /** {@code strike 17 wrong pin}: takes an earlier line back. */
  private static final Pattern STRIKE =
      Pattern.compile("\\s*strike\\s+([0-9]{1,6})(.{0,200})", Pattern.CASE_INSENSITIVE);

  /** {@code if 17 wrong}: looks at the odds without an earlier line. */
  private static final Pattern WHAT_IF =
      Pattern.compile("\\s*if\\s+([0-9]{1,6})(\\s+wrong)?\\s*", Pattern.CASE_INSENSITIVE);

  private final Workshop workshop;
  private final List<Consumer<DeskState>> listeners = new ArrayList<>();
  private final BenchLine benchLine;
  private final Board board;
  private final AtomicInteger asked = new AtomicInteger();
  private final AtomicInteger stopped = new AtomicInteger(-1);
  private Optional<Advisor> advisor = Optional.empty();
  private List<Entry> entries;
  private Telling telling;
  private DeskState state;
  private final OddsShown odds;
  private String question = "";
  private final Set<String> declined = new HashSet<>();

  /** A case that is shown with all that is worked out. */
  public CaseDesk(Workshop workshop, Case traced, Board board) {
    this(workshop, traced, board, OddsShown.SHOWN);
  }

  /**
   * @param odds how much of what is worked out is shown: somebody may want to practise without
   */
  public CaseDesk(Workshop workshop, Case traced, Board board, OddsShown odds) {
    this.workshop = workshop;
    this.odds = odds;
    this.board = board;
    this.benchLine = new BenchLine(board);
    this.entries = traced.entries();
    this.telling = Telling.of(board, entries);
    this.state =
        new DeskState(
            traced.header(),
            board,
            telling,
            Optional.empty(),
            List.of(),
            0,
            true,
            "",
            List.of(),
            List.of());
  }

  public DeskState state() {
    return state;
  }

  /** How much of what is worked out is shown. */
  public OddsShown odds() {
    return odds;
  }

  /** The story as told so far, at once, before anything is worked out. */
  public Telling telling() {
    return telling;
  }

  /** No longer tells a listener. */
  public void removeListener(Consumer<DeskState> listener) {
    listeners.remove(listener);
  }

  /** Has a view told of every new state, on the window's thread, and of this one at once. */
  public void addListener(Consumer<DeskState> listener) {
    listeners.add(listener);
    listener.accept(state);
  }

  public Workshop workshop() {
    return workshop;
  }

  /** Works out what the story says. */
  public void start() {
    workOut("");
  }

  /** How the line is understood while it is typed. */
  public Understanding listen(String line) {
    Matcher wrong = WHAT_IF.matcher(line);
    if (wrong.matches()) {
      return new Understanding.Unfinished(
          "Shows how it would look if line "
              + wrong.group(1)
              + " were wrong; "
              + Keys.OPEN.label()
              + ".");
    }
    Matcher strike = STRIKE.matcher(line);
    return strike.matches()
        ? new Understanding.Unfinished(
            "Strikes line "
                + strike.group(1)
                + ": say why behind it, then "
                + Keys.OPEN.label()
                + ".")
        : withStock(BenchGuard.guard(benchLine.understand(line, context()), board, telling));
  }

  /** Asks where a part is said to come from a stock number that should not go into this board. */
  private Understanding withStock(Understanding understanding) {
    if (understanding instanceof Understanding.Understood(Closing.Fitted fitted, String sentence)
        && fitted.stockNumber().isPresent()) {
      int number = fitted.stockNumber().getAsInt();
      return switch (workshop.stock().take(number, state.header().number(), false)) {
        case Stock.Taken.Done _ ->
            new Understanding.Understood(fitted, sentence + " One of it leaves the stock.");
        case Stock.Taken.Refused(String why) ->
            new Understanding.Asked(fitted, why + " " + Keys.OPEN.on("keeps it all the same."));
      };
    }
    return understanding;
  }

  /** What the last word could become. */
  public List<String> offers(String line) {
    List<String> offers = new ArrayList<>(benchLine.complete(line, context()));
    if (!line.isBlank() && "strike".startsWith(line.strip().toLowerCase(Locale.ROOT))) {
      offers.add("strike");
    }
    if (!line.isBlank() && "if".startsWith(line.strip().toLowerCase(Locale.ROOT))) {
      offers.add("if");
    }
    return offers;
  }

  /** Usual lines near to one that is not understood, or not wholly: for people to choose from. */
  public List<String> near(String line) {
    return STRIKE.matcher(line).matches() || WHAT_IF.matcher(line).matches()
        ? List.of()
        : benchLine.nearest(line, context());
  }

  private BenchContext context() {
    return telling.context();
  }

  /** Takes a line: keeps it, asks back once where it is odd, or refuses it. */
  public DeskState.Entered enter(String line) {
    Matcher strike = STRIKE.matcher(line);
    if (strike.matches()) {
      return strike(Integer.parseInt(strike.group(1)), strike.group(2));
    }
    Matcher wrong = WHAT_IF.matcher(line);
    if (wrong.matches()) {
      return whatIf(Integer.parseInt(wrong.group(1)));
    }
    return switch (listen(line)) {
      case Understanding.Understood understood -> keep(understood.statement());
      case Understanding.InTurn(List<Understanding.Understood> lines) -> keepInTurn(lines);
      case Understanding.Asked asking when question.equals(line) -> keep(asking.statement());
      case Understanding.Asked asking -> ask(line, asking.sentence());
      case Understanding.Proposed(List<Understanding.Understood> lines, _, _)
          when question.equals(line) ->
          keepInTurn(lines);
      case Understanding.Proposed proposed -> ask(line, proposed.sentence());
      case Understanding.Unfinished unfinished -> DeskState.rejected(unfinished);
      case Understanding.Refused refused -> DeskState.rejected(refused);
    };
  }

  private DeskState.Entered ask(String line, String sentence) {
    question = line;
    return new DeskState.Questioned(sentence);
  }

  private DeskState.Entered keep(Statement statement) {
    question = "";
    return switch (workshop.casebook().append(state.header().number(), statement.line())) {
      case Outcome.Failed<Entry> failed -> new DeskState.Rejected(failed.sentence());
      case Outcome.Done<Entry>(Entry entry) -> {
        String stock = stockKeeping().kept(statement);
        added(entry, statement.line());
        yield new DeskState.Kept("Kept as entry " + entry.number() + "." + stock);
      }
    };
  }

  /** Keeps lines that were said in one breath; where one cannot be kept, those after it are not. */
  private DeskState.Entered keepInTurn(List<Understanding.Understood> lines) {
    int kept = 0;
    DeskState.Entered last = new DeskState.Rejected("There is nothing to keep.");
    for (Understanding.Understood line : lines) {
      last = keep(line.statement());
      if (last instanceof DeskState.Rejected(String why)) {
        return new DeskState.Rejected(
            kept == 0
                ? why
                : "Kept up to “" + lines.get(kept - 1).statement().line() + "”: " + why);
      }
      kept++;
    }
    return last;
  }

  private StockKeeping stockKeeping() {
    return new StockKeeping(
        () -> new StockRoom(workshop.casebook()), board, state.header().number());
  }

  /** Strikes a line; the reason is kept with it. */
  public DeskState.Entered strike(int number, String why) {
    Optional<Told> struck =
        telling.lines().stream()
            .filter(t -> t.entry().number() == number && !(t.meaning() instanceof Told.Struck))
            .findFirst();
    if (struck.isEmpty()) {
      return new DeskState.Rejected("There is no line " + number + " to strike.");
    }
    if (why.isBlank()) {
      return new DeskState.Rejected("Say in a few words why the line is struck.");
    }
    return switch (workshop.casebook().strike(state.header().number(), number, why.strip())) {
      case Outcome.Failed<Entry> failed -> new DeskState.Rejected(failed.sentence());
      case Outcome.Done<Entry>(Entry entry) -> {
        added(entry, "the strike");
        String stock =
            struck.get().meaning() instanceof Told.Counts(Statement statement, _)
                ? stockKeeping().struck(statement)
                : "";
        yield new DeskState.Kept("Line " + number + " is struck." + stock);
      }
    };
  }

  private void added(Entry entry, String cause) {
    int number = state.header().number();
    // Another window may have written meanwhile: the file, not our copy, is the story.
    entries = workshop.casebook().find(number).map(Case::entries).orElse(entries);
    if (entries.isEmpty()) {
      entries = List.of(entry);
    }
    int epoch = telling.epoch();
    telling = Telling.of(board, entries);
    if (telling.epoch() != epoch) {
      declined.clear();
    }
    workOut(cause);
  }

  /** Takes in what another window has written. */
  public void refresh() {
    workshop
        .casebook()
        .find(state.header().number())
        .filter(c -> !c.entries().equals(entries))
        .ifPresent(
            c -> {
              entries = c.entries();
              telling = Telling.of(board, entries);
              workOut("");
            });
  }

  /** Shows the next of the suggested steps large. */
  public void showNextSuggestion() {
    if (!state.steps().isEmpty()) {
      int next = (state.step() + 1) % state.steps().size();
      publish(
          with(
              state.advice(), state.steps(), next, state.thinking(), state.news(), state.shifts()));
    }
  }

  /**
   * Declines the step shown: it cannot be reached, or its reading was unclear. It comes back after
   * the next mend.
   */
  public void decline() {
    state
        .shownStep()
        .ifPresent(
            step -> {
              declined.add(step.action().name());
              rethink();
            });
  }

  /** The shop changed its school or its instruments. */
  public void shopChanged() {
    workshop.worker().execute(() -> advisor = Optional.empty());
    workOut("");
  }

  /** Works out the steps anew, the odds being as they are. */
  private void rethink() {
    Optional<Advisor.Advice> advice = state.advice();
    if (advice.isEmpty()) {
      return;
    }
    int mine = asked.incrementAndGet();
    Set<String> without = Set.copyOf(declined);
    publish(with(advice, state.steps(), state.step(), true, state.news(), state.shifts()));
    aside(
        mine,
        () -> {
          List<Step> steps =
              advisor
                  .map(a -> a.nextSteps(advice.get(), without, patience(mine)))
                  .orElse(List.of());
          show(mine, with(advice, steps, 0, false, state.news(), state.shifts()));
        });
  }

  /** Tells how the picture would change if a line were wrong; the story stays as it is. */
  private DeskState.Entered whatIf(int number) {
    if (odds == OddsShown.HIDDEN) {
      return new DeskState.Rejected("The odds are hidden in this case; the debrief shows them.");
    }
    boolean there = telling.findings().stream().anyMatch(f -> f.entry().number() == number);
    if (!there) {
      return new DeskState.Rejected("Line " + number + " is no reading of this story.");
    }
    int mine = asked.incrementAndGet();
    List<Entry> story = new ArrayList<>(entries);
    story.add(
        new Entry.Strike(
            entries.getLast().number() + 1, entries.getLast().at(), number, "what if"));
    Optional<Advisor.Advice> now = state.advice();
    aside(
        mine,
        () ->
            advisor.ifPresent(
                mind -> {
                  Advisor.Advice other = mind.advise(story, patience(mine));
                  String news = News.whatIf(number, now, other);
                  show(
                      mine,
                      with(now, state.steps(), state.step(), false, news, News.shifts(now, other)));
                }));
    return new DeskState.Kept("The story stays as it is.");
  }

  /** Stops what is being worked out: what was weighed by then is shown, and how much that is. */
  public void stopThinking() {
    stopped.set(asked.get());
  }

  /** Until it takes too long, the user says stop, or something newer is asked. */
  private Patience patience(int mine) {
    return Patience.of(
        MOST_THINKING, System::nanoTime, () -> isStopped(mine) || asked.get() != mine);
  }

  private boolean isStopped(int mine) {
    return stopped.get() == mine;
  }

  /** Moves the case on the shelf; a sentence where that failed, else empty. */
  public String move(CaseState to) {
    return switch (workshop.casebook().move(state.header().number(), to)) {
      case Outcome.Failed<CaseState> failed -> failed.sentence();
      case Outcome.Done<CaseState> _ -> {
        publish(
            new DeskState(
                state.header().in(to),
                board,
                telling,
                state.advice(),
                state.steps(),
                state.step(),
                state.thinking(),
                state.news(),
                state.shifts(),
                state.similar()));
        yield "";
      }
    };
  }

  private void workOut(String cause) {
    int mine = asked.incrementAndGet();
    if (odds == OddsShown.HIDDEN) {
      publish(with(Optional.empty(), List.of(), 0, false, "", List.of()));
      return;
    }
    Telling story = odds == OddsShown.LATE ? earlier() : telling;
    Optional<Advisor.Advice> before = state.advice();
    publish(with(before, state.steps(), state.step(), true, state.news(), state.shifts()));
    Set<String> without = Set.copyOf(declined);
    aside(mine, () -> think(mine, story, before, cause, without));
  }

  /** The story without its last lines. */
  private Telling earlier() {
    return Telling.of(board, entries.subList(0, Math.max(0, entries.size() - LATE_BY)));
  }

  /**
   * Shows what would be done next, whatever else is hidden, until the next line.
   *
   * @param given told on the window's thread once there is one
   */
  public void hint(Runnable given) {
    int mine = asked.incrementAndGet();
    Telling story = telling;
    Set<String> without = Set.copyOf(declined);
    publish(with(state.advice(), List.of(), 0, true, "", List.of()));
    aside(
        mine,
        () -> {
          Advisor mind = advisor();
          List<Step> steps =
              mind.nextSteps(
                  mind.adviseUnexplained(story, patience(mine)), without, patience(mine));
          List<Step> first = steps.stream().limit(1).toList();
          String news = first.isEmpty() ? "There is no step that would help." : "";
          show(mine, with(state.advice(), first, 0, false, news, List.of()));
          if (!first.isEmpty()) {
            workshop.window().execute(given);
          }
        });
  }

  /**
   * Runs a calculation away from the window. One that fails ends the waiting and says so; what it
   * failed with goes where everything goes that nobody caught.
   */
  private void aside(int mine, Runnable calculation) {
    workshop
        .worker()
        .execute(
            () -> {
              try {
                calculation.run();
              } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
                show(
                    mine,
                    with(
                        state.advice(),
                        state.steps(),
                        state.step(),
                        false,
                        "What this means could not be worked out ("
                            + e
                            + "). The line is in the story, and the rest goes on.",
                        List.of()));
                Thread here = Thread.currentThread();
                here.getUncaughtExceptionHandler().uncaughtException(here, e);
              }
            });
  }

  private DeskState with(
      Optional<Advisor.Advice> advice,
      List<Step> steps,
      int step,
      boolean thinking,
      String news,
      List<News.Shift> shifts) {
    return new DeskState(
        state.header(),
        board,
        telling,
        advice,
        steps,
        step,
        thinking,
        news,
        shifts,
        state.similar());
  }

  /**
   * Runs away from the window; only the worker touches the advisor. Where nothing was worked out
   * yet, what is suspected and what to do next come before what every single line weighs, which
   * takes a search a line.
   */
  private void think(
      int mine, Telling story, Optional<Advisor.Advice> before, String cause, Set<String> without) {
    if (mine != asked.get()) {
      return;
    }
    Advisor mind = advisor();
    boolean opening = before.isEmpty();
    Advisor.Advice advice =
        opening
            ? mind.adviseUnexplained(story, patience(mine))
            : mind.advise(story, patience(mine));
    String left = advice.diagnosis().effort().words();
    String news = cause.isEmpty() ? left : (News.tell(before, advice) + " " + left).strip();
    List<News.Shift> shifts = cause.isEmpty() ? List.of() : News.shifts(before, advice);
    show(mine, with(Optional.of(advice), List.of(), 0, true, news, shifts));
    if (mine == asked.get()) {
      List<Step> steps = mind.nextSteps(advice, without, patience(mine));
      List<SimilarStories.Likeness> similar =
          SimilarStories.of(board, advice.telling(), workshop.earlier(board));
      if (opening) {
        show(mine, with(Optional.of(advice), steps, 0, true, news, shifts).like(similar));
      }
      Advisor.Advice explained =
          opening && !isStopped(mine) ? mind.advise(story, patience(mine)) : advice;
      // What was stopped while lines were weighed one by one rests on less than what is there.
      Advisor.Advice told = opening && isStopped(mine) ? advice : explained;
      show(mine, with(Optional.of(told), steps, 0, false, news, shifts).like(similar));
    }
  }

  /** Whoever reasons about this case, made when first needed; on the worker only. */
  private Advisor advisor() {
    Advisor mind =
        advisor.orElseGet(
            () ->
                new Advisor(
                    board,
                    workshop.history(board),
                    workshop.settings().faultsTogether(),
                    workshop.settings().shop()));
    advisor = Optional.of(mind);
    return mind;
  }

  /**
   * While the steps are still worked out the earlier ones stay, and where they stay the one shown.
   */
  private void show(int mine, DeskState next) {
    workshop
        .window()
        .execute(
            () -> {
              if (mine == asked.get()) {
                boolean none = next.thinking() && next.steps().isEmpty();
                List<Step> steps = none ? state.steps() : next.steps();
                int step = steps.equals(state.steps()) ? state.step() : 0;
                publish(
                    with(next.advice(), steps, step, next.thinking(), next.news(), next.shifts())
                        .like(next.similar()));
              }
            });
  }

  private void publish(DeskState next) {
    state = next;
    List.copyOf(listeners).forEach(l -> l.accept(next));
  }
}
