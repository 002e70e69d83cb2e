package raconteur.desktop.practice;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import java.util.function.Supplier;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Shelved;
import raconteur.core.board.Board;
import raconteur.core.contest.Contest;
import raconteur.core.contest.Policies;
import raconteur.core.data.Loaded;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.practice.Deal;
import raconteur.core.practice.Dealer;
import raconteur.core.practice.Debrief;
import raconteur.core.practice.Debriefing;
import raconteur.core.practice.Lesson;
import raconteur.core.practice.Lessons;
import raconteur.core.practice.Level;
import raconteur.core.practice.OddsShown;
import raconteur.core.practice.PracticeResult;
import raconteur.core.practice.Progress;
import raconteur.core.practice.ResultFile;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Telling;
import raconteur.desktop.simulate.SimulatedCases;
import raconteur.desktop.workshop.Workshop;

/**
 * Deals boards to practise on, begins lessons, and goes through what was done. Without the toolkit;
 * what takes long runs beside the window and can be stopped.
 */
public final class PracticePresenter {
  private final Workshop workshop;
  private final SimulatedCases cases;
  private final Supplier<SplittableRandom> dice;
  private final List<Consumer<Work>> listeners = new ArrayList<>();
  private final AtomicInteger asked = new AtomicInteger();
  private Optional<Lessons> lessons = Optional.empty();
  private List<Row> rows = List.of();
  private Work work = Work.NONE;
  private volatile boolean stopped;

  /**
   * What is being worked out.
   *
   * @param words what, empty for nothing
   */
  public record Work(String words, double share) {
    static final Work NONE = new Work("", 0);

    boolean busy() {
      return !words.isEmpty();
    }
  }

  /** A practised case on the list. */
  public record Row(CaseHeader header, Board board, Deal deal, Optional<PracticeResult> result) {}

  /** A debrief with the planner's go at the same board, where it was waited for. */
  public record Debriefed(Row row, Debrief debrief, Optional<PracticeResult> result) {}

  /** A presenter that deals by dice of its own. */
  public PracticePresenter(Workshop workshop) {
    this(workshop, SplittableRandom::new);
  }

  PracticePresenter(Workshop workshop, Supplier<SplittableRandom> dice) {
    this.workshop = workshop;
    this.cases = new SimulatedCases(workshop);
    this.dice = dice;
  }

  /** Has a view told of what is being worked out, on the window's thread, and now. */
  void addListener(Consumer<Work> listener) {
    listeners.add(listener);
    listener.accept(work);
  }

  private void publish(Work now) {
    work = now;
    List.copyOf(listeners).forEach(l -> l.accept(now));
  }

  /** Reads the lessons and the practised cases beside the window. */
  public void load(Runnable then) {
    Optional<Lessons> before = lessons;
    workshop
        .files()
        .execute(
            () -> {
              Lessons read = before.orElseGet(() -> Lessons.shipped(workshop.boards()::find));
              List<Row> now = read();
              workshop
                  .window()
                  .execute(
                      () -> {
                        lessons = Optional.of(read);
                        rows = now;
                        then.run();
                      });
            });
  }

  /** The boards that can be dealt. */
  List<Board> boards() {
    return cases.boards();
  }

  /** How a board answers. */
  static String answers(Board board) {
    return switch (SimulatedCases.from(board)) {
      case RUNNING -> "This board runs: readings are what it does.";
      case COUNTING ->
          "This board has no program here: its processor only counts, and readings are what it does"
              + " then.";
      case MODELS ->
          "This board does not run here: readings fall as the models say, which suits the planner.";
    };
  }

  String person() {
    return workshop.settings().practising();
  }

  /** Keeps who practises; a sentence where that failed, else empty. */
  String keepPerson(String person) {
    return workshop.settings().keepPractising(person.strip());
  }

  /** The ladder, the easiest first; empty until it was read. */
  List<Lesson> ladder() {
    return lessons.map(Lessons::ladder).orElse(List.of());
  }

  /** A lesson by its id; empty until they were read. */
  public Optional<Lesson> lesson(String id) {
    return lessons.flatMap(read -> read.find(id));
  }

  /** Begins a lesson; its case, or a sentence why not. */
  public Outcome<Integer> begin(Lesson lesson, OddsShown odds) {
    return cases.begin(
        lesson.board(), lesson.dealtTo(person(), odds), lesson.task(), lesson.opening());
  }

  /**
   * Deals a board beside the window.
   *
   * @param then gets its case, or a sentence why there is none
   */
  void deal(Board board, Level level, OddsShown odds, Consumer<Outcome<Integer>> then) {
    if (work.busy()) {
      return;
    }
    long seed = dice.get().nextInt(1, Integer.MAX_VALUE);
    beside(
        "Looking for a fault that shows on " + board.identity().shortName() + " …",
        () ->
            new Dealer(board, SimulatedCases.bench(board, SimulatedCases.from(board), seed))
                .deal(level, seed, () -> stopped),
        dealt -> {
          if (dealt.isEmpty() && stopped) {
            return;
          }
          then.accept(
              dealt
                  .map(
                      d ->
                          cases.begin(
                              board,
                              new Deal(
                                  person(),
                                  level,
                                  "",
                                  odds,
                                  seed,
                                  d.faults(),
                                  d.opening().size(),
                                  0),
                              level.meaning(),
                              d.opening()))
                  .orElseGet(
                      () ->
                          new Outcome.Failed<>(
                              "No such trouble was found on this board: choose another level or"
                                  + " another board.")));
        });
  }

  /** All cases of practice as they were last read, the latest first. */
  List<Row> rows() {
    return rows;
  }

  private List<Row> read() {
    Set<Integer> simulated = workshop.settings().simulatedCases();
    return workshop.casebook().shelf().stream()
        .map(Shelved::header)
        .filter(header -> simulated.contains(header.number()))
        .flatMap(header -> row(header).stream())
        .sorted(Comparator.comparingInt((Row r) -> -r.header().number()))
        .toList();
  }

  private Optional<Row> row(CaseHeader header) {
    return workshop
        .boards()
        .find(header.boardId())
        .flatMap(
            board ->
                cases
                    .deal(header.number(), board)
                    .map(deal -> new Row(header, board, deal, result(header.number()))));
  }

  private Optional<PracticeResult> result(int caseNumber) {
    return workshop
        .settings()
        .practised(caseNumber)
        .flatMap(
            text ->
                ResultFile.read(caseNumber, text) instanceof Loaded.Ok<PracticeResult>(var result)
                    ? Optional.of(result)
                    : Optional.empty());
  }

  /** What a person's cases have shown so far; in the order they were dealt. */
  Progress progress(String person) {
    return new Progress(
            rows().reversed().stream()
                .flatMap(r -> r.result().map(end -> new Progress.Practised(r.deal(), end)).stream())
                .toList())
        .of(person);
  }

  /** The best end of each lesson of a person, by the lesson's id. */
  Map<String, PracticeResult> solved() {
    return progress(person()).lessons();
  }

  /** The level the person at the bench is weakest at; empty before there is enough to say. */
  Optional<Level> weakest() {
    return progress(person()).weakest();
  }

  /**
   * Goes through a case beside the window: first what was done, then the planner on the same board
   * with the same dice.
   *
   * @param then gets what was done as soon as it is there, and again with the planner's minutes
   */
  void debrief(Row row, Consumer<Debriefed> then) {
    if (work.busy()) {
      return;
    }
    Optional<Case> told = workshop.casebook().find(row.header().number());
    if (told.isEmpty()) {
      return;
    }
    int lines = told.get().entries().size();
    beside(
        "Going through the story …",
        () ->
            new Debriefing(
                    row.board(),
                    new Advisor(row.board(), History.NONE, workshop.settings().faultsTogether()),
                    row.deal())
                .over(
                    told.get().entries(),
                    done -> progressed("Going through the story, line " + done, done, lines),
                    () -> stopped),
        debrief -> {
          then.accept(new Debriefed(row, debrief, row.result()));
          if (!stopped && debrief.complete()) {
            plannersGo(
                row,
                SimulatedCases.from(row.board(), Telling.of(row.board(), told.get().entries())),
                debrief,
                then);
          }
        });
  }

  private void plannersGo(Row row, Contest.From from, Debrief debrief, Consumer<Debriefed> then) {
    Board board = row.board();
    Deal deal = row.deal();
    beside(
        "The planner works on the same board with the same dice …",
        () ->
            new Contest(
                    board,
                    new Contest.Rules(workshop.settings().faultsTogether(), from, false, 0),
                    SimulatedCases.bench(board, from, deal.seed()))
                .play(Policies.RACONTEUR, deal.faults(), deal.seed(), () -> stopped),
        played -> {
          if (stopped) {
            then.accept(new Debriefed(row, debrief, row.result()));
            return;
          }
          PracticeResult result =
              new PracticeResult(
                  row.header().number(),
                  debrief.cost(),
                  (int) debrief.mendsInVain(),
                  debrief.solved(),
                  played.score().minutes(),
                  played.score().wrongMends(),
                  played.score().solved());
          workshop.settings().keepPractised(row.header().number(), ResultFile.write(result));
          load(() -> then.accept(new Debriefed(row, debrief, Optional.of(result))));
        });
  }

  /** Gives up what is being worked out. */
  void stop() {
    stopped = true;
  }

  private void progressed(String words, int done, int of) {
    workshop.window().execute(() -> publish(new Work(words, (double) done / Math.max(1, of))));
  }

  /**
   * Runs beside the window; what fails ends the waiting and goes where everything uncaught goes.
   */
  private <T> void beside(String words, Supplier<T> calculation, Consumer<T> then) {
    int mine = asked.incrementAndGet();
    stopped = false;
    publish(new Work(words, 0));
    workshop
        .instruments()
        .execute(
            () -> {
              T result;
              try {
                result = calculation.get();
              } catch (RuntimeException e) {
                workshop.window().execute(() -> ended(mine));
                throw e;
              }
              workshop
                  .window()
                  .execute(
                      () -> {
                        ended(mine);
                        then.accept(result);
                      });
            });
  }

  private void ended(int mine) {
    if (mine == asked.get()) {
      publish(Work.NONE);
    }
  }
}
