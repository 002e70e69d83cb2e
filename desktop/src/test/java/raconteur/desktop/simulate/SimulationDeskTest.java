package raconteur.desktop.simulate;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.store.Outcome;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.contest.Contest;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.practice.Deal;
import raconteur.core.practice.Debriefing;
import raconteur.core.practice.Level;
import raconteur.core.practice.OddsShown;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.workshop.Workshop;

class SimulationDeskTest {
  /** A seed whose one fault is a dead processor ROM: U16. */
  private static final long DEAD_ROM = 77;

  @TempDir private Path folder;

  private static Board board(Workshop workshop) {
    return workshop.boards().find("quillon-kittiwake-b").orElseThrow();
  }

  private static Deal deal(Workshop workshop, long seed) {
    return SimulatedCases.drawn(board(workshop), seed);
  }

  private static CaseDesk begin(Workshop workshop, long seed) {
    SimulatedCases cases = new SimulatedCases(workshop);
    Outcome<Integer> begun =
        cases.begin(board(workshop), deal(workshop, seed), "Not known to work.", List.of());
    CaseDesk desk = Demo.desk(workshop, ((Outcome.Done<Integer>) begun).value());
    desk.start();
    return desk;
  }

  @Test
  void aReadingOfTheSimulatedBoardBecomesALineOfTheStory() {
    Workshop workshop = Demo.in(folder);
    CaseDesk desk = begin(workshop, DEAD_ROM);
    var simulation = new SimulationDesk(desk, deal(workshop, DEAD_ROM));
    simulation.probe(PinRef.parse("U8.17"));
    simulation.railVolts("+5V");
    assertThat(desk.telling().lines()).hasSize(2);
    assertThat(desk.telling().findings()).hasSize(2);
    assertThat(simulation.state().said()).startsWith("Read: +5V ");
    simulation.probe(PinRef.parse("U8.39"));
    assertThat(simulation.state().refused()).isTrue();
    assertThat(desk.telling().lines()).hasSize(2);
    simulation.ask("u64.3");
    assertThat(desk.telling().lines()).hasSize(3);
    simulation.ask("U99.1");
    assertThat(simulation.state().said()).contains("no test of this board");
    simulation.look();
    assertThat(simulation.state().looked()).isTrue();
  }

  @Test
  void aTestProgramThatIsStoppedLogsNothing() throws Exception {
    Workshop workshop = Demo.in(folder);
    CaseDesk desk = begin(workshop, DEAD_ROM);
    try (var aside = Executors.newSingleThreadExecutor()) {
      Workshop beside =
          new Workshop(
              workshop.casebook(),
              workshop.boards(),
              workshop.worker(),
              workshop.files(),
              aside,
              workshop.window());
      var simulation =
          new SimulationDesk(
              Demo.desk(beside, desk.state().header().number()), deal(workshop, DEAD_ROM));
      var idle = new CountDownLatch(1);
      var asked = new AtomicBoolean();
      simulation.addListener(
          s -> {
            if (asked.get() && s.busy().isEmpty()) {
              idle.countDown();
            }
          });
      simulation.probe(PinRef.parse("U8.17"));
      aside.submit(() -> {}).get();
      asked.set(true);
      simulation.deadTest();
      assertThat(simulation.state().busy()).isNotEmpty();
      while (!idle.await(20, TimeUnit.MILLISECONDS)) {
        simulation.stop();
      }
      assertThat(simulation.state().said()).startsWith("Stopped");
      assertThat(desk.telling().findings()).isEmpty();
    }
  }

  @Test
  void aMendInTheStoryMendsTheSimulatedBoard() {
    Workshop workshop = Demo.in(folder);
    CaseDesk desk = begin(workshop, DEAD_ROM);
    Board board = desk.state().board();
    Deal deal = deal(workshop, DEAD_ROM);
    assertThat(Debriefing.left(board, deal, desk.telling()))
        .extracting(PlantedFault::toString)
        .containsExactly("U16 dead");
    desk.enter("mended U15 replaced");
    assertThat(Debriefing.left(board, deal, desk.telling())).hasSize(1);
    desk.enter("mended U16 replaced");
    assertThat(Debriefing.left(board, deal, desk.telling())).isEmpty();
  }

  @Test
  void simulatedBoardsAreNotCounted() {
    Workshop workshop = Demo.in(folder);
    Board board = board(workshop);
    var before = workshop.tally(board);
    CaseDesk desk = begin(workshop, DEAD_ROM);
    desk.enter("mended U16 replaced");
    desk.move(raconteur.core.story.CaseState.GONE_HOME);
    assertThat(workshop.tally(board)).isEqualTo(before);
    assertThat(workshop.settings().simulationSeed(desk.state().header().number()))
        .contains(DEAD_ROM);
    assertThat(workshop.settings().simulationSeed(1)).isEmpty();
  }

  /** What was dealt stands with the case: other priors tomorrow hide nothing else in it. */
  @Test
  void whatWasDealtIsKeptWithTheCase() {
    Workshop workshop = Demo.in(folder);
    SimulatedCases cases = new SimulatedCases(workshop);
    Deal deal = deal(workshop, 5);
    int number = begin(workshop, 5).state().header().number();
    assertThat(cases.deal(number, board(workshop))).contains(deal);
    assertThat(cases.hinted(number, deal).hints()).isEqualTo(1);
    assertThat(cases.deal(number, board(workshop)).orElseThrow().hints()).isEqualTo(1);
    assertThat(cases.deal(1, board(workshop))).isEmpty();
    workshop.settings().keepDeal(number, "junk");
    assertThat(cases.deal(number, board(workshop))).as("drawn by its seed").contains(deal);
  }

  @Test
  void aBoardThatDoesNotRunAnswersByTheModels() {
    Workshop workshop = Demo.in(folder);
    Board marram = workshop.boards().find("marram-310").orElseThrow();
    Deal deal = SimulatedCases.drawn(marram, 3);
    Outcome<Integer> begun =
        new SimulatedCases(workshop).begin(marram, deal, "Dark.", List.of("screen blank"));
    CaseDesk desk = Demo.desk(workshop, ((Outcome.Done<Integer>) begun).value());
    var simulation = new SimulationDesk(desk, deal);
    assertThat(simulation.runs()).isFalse();
    for (String asked : List.of("U3", "5V", "U7 rom", "swap U3")) {
      int before = desk.telling().lines().size();
      simulation.ask(asked);
      assertThat(desk.telling().lines()).as(simulation.state().said()).hasSize(before + 1);
    }
    simulation.look();
    assertThat(desk.telling().lines().getLast().entry().line()).startsWith("screen ");
    simulation.ask("mended U3 replaced");
    assertThat(simulation.state().refused()).isTrue();
  }

  /**
   * A board without a program of ours counts: its story says so, and a probe shows what it does.
   */
  @Test
  void aBoardOfNetsAnswersAsItsProcessorCounts() {
    Workshop workshop = Demo.in(folder);
    Board lanternfish = workshop.boards().find("lanternfish-l1").orElseThrow();
    assertThat(SimulatedCases.from(lanternfish)).isEqualTo(Contest.From.COUNTING);
    PinRef select = PinRef.parse("U6.15");
    Deal deal =
        new Deal(
            "",
            Level.USUAL,
            "",
            OddsShown.SHOWN,
            11,
            List.of(PlantedFault.of(new Fault(new Place.Output(select), FaultMode.STUCK_LOW))),
            0,
            0);
    Outcome<Integer> begun =
        new SimulatedCases(workshop).begin(lanternfish, deal, "Dark.", List.of("screen blank"));
    CaseDesk desk = Demo.desk(workshop, ((Outcome.Done<Integer>) begun).value());
    assertThat(desk.telling().freeRun()).isTrue();
    var simulation = new SimulationDesk(desk, deal);
    assertThat(simulation.from()).isEqualTo(Contest.From.COUNTING);
    simulation.ask("U6.15");
    assertThat(desk.telling().lines().getLast().entry().line()).isEqualTo("U6.15 low");
    simulation.ask("U6.1");
    assertThat(desk.telling().lines().getLast().entry().line()).isEqualTo("U6.1 toggling");
  }

  /** Hidden means hidden: nothing is worked out that a view could show; a hint shows one step. */
  @Test
  void whileTheOddsAreHiddenNothingIsGivenAwayButByAHint() {
    Workshop workshop = Demo.in(folder);
    int number = begin(workshop, DEAD_ROM).state().header().number();
    CaseDesk hidden =
        new CaseDesk(
            workshop,
            workshop.casebook().find(number).orElseThrow(),
            board(workshop),
            OddsShown.HIDDEN);
    hidden.start();
    hidden.enter("screen blank");
    assertThat(hidden.state().advice()).isEmpty();
    assertThat(hidden.state().steps()).isEmpty();
    assertThat(hidden.state().news()).isEmpty();
    assertThat(hidden.state().thinking()).isFalse();
    assertThat(hidden.enter("if 1 wrong")).isInstanceOf(DeskState.Rejected.class);
    AtomicBoolean given = new AtomicBoolean();
    hidden.hint(() -> given.set(true));
    assertThat(given).isTrue();
    assertThat(hidden.state().steps()).hasSize(1);
    assertThat(hidden.state().advice()).isEmpty();
    hidden.enter("5V 5.0");
    assertThat(hidden.state().steps()).isEmpty();
  }

  @Test
  void whatIsShownLateIsTwoLinesBehind() {
    Workshop workshop = Demo.in(folder);
    int number = begin(workshop, DEAD_ROM).state().header().number();
    CaseDesk late =
        new CaseDesk(
            workshop,
            workshop.casebook().find(number).orElseThrow(),
            board(workshop),
            OddsShown.LATE);
    late.start();
    for (String line : List.of("screen garbage", "5V 5.0", "U16 rom differs")) {
      late.enter(line);
    }
    assertThat(late.state().advice().orElseThrow().telling().lines()).hasSize(1);
    assertThat(late.telling().lines()).hasSize(3);
  }

  @Test
  void theSameSeedHidesTheSameFaults() {
    Board board = board(Demo.in(folder));
    assertThat(FaultDraw.draw(board, 3, 42)).hasSize(3).isEqualTo(FaultDraw.draw(board, 3, 42));
  }
}
