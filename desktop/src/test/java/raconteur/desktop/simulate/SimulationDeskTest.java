package raconteur.desktop.simulate;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.store.Outcome;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.workshop.Workshop;

class SimulationDeskTest {
  /** A seed whose one fault is a dead processor ROM: U16. */
  private static final long DEAD_ROM = 77;

  @TempDir private Path folder;

  private static CaseDesk begin(Workshop workshop, long seed) {
    SimulatedCases cases = new SimulatedCases(workshop);
    Outcome<Integer> begun = cases.begin(cases.boards().getFirst(), seed);
    CaseDesk desk = Demo.desk(workshop, ((Outcome.Done<Integer>) begun).value());
    desk.start();
    return desk;
  }

  @Test
  void aReadingOfTheSimulatedBoardBecomesALineOfTheStory() {
    Workshop workshop = Demo.in(folder);
    CaseDesk desk = begin(workshop, DEAD_ROM);
    var simulation = new SimulationDesk(desk, DEAD_ROM);
    simulation.probe(PinRef.parse("U8.17"));
    simulation.railVolts("+5V");
    assertThat(desk.telling().lines()).hasSize(2);
    assertThat(desk.telling().findings()).hasSize(2);
    assertThat(simulation.state().said()).startsWith("Read: +5V ");
    simulation.probe(PinRef.parse("U8.39"));
    assertThat(simulation.state().refused()).isTrue();
    assertThat(desk.telling().lines()).hasSize(2);
    simulation.probe("u64.3");
    assertThat(desk.telling().lines()).hasSize(3);
    simulation.probe("U99.1");
    assertThat(simulation.state().said()).contains("no pin of this board");
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
          new SimulationDesk(Demo.desk(beside, desk.state().header().number()), DEAD_ROM);
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
    SimulatedBoard fresh = new SimulatedBoard(board);
    assertThat(SimulatedCases.asMended(fresh, DEAD_ROM, desk.telling()).faults())
        .extracting(PlantedFault::toString)
        .containsExactly("U16 dead");
    desk.enter("mended U15 replaced");
    assertThat(SimulatedCases.asMended(fresh, DEAD_ROM, desk.telling()).faults()).hasSize(1);
    desk.enter("mended U16 replaced");
    assertThat(SimulatedCases.asMended(fresh, DEAD_ROM, desk.telling()).faults()).isEmpty();
  }

  @Test
  void simulatedBoardsAreNotCounted() {
    Workshop workshop = Demo.in(folder);
    Board board = new SimulatedCases(workshop).boards().getFirst();
    var before = workshop.tally(board);
    CaseDesk desk = begin(workshop, DEAD_ROM);
    desk.enter("mended U16 replaced");
    desk.move(raconteur.core.story.CaseState.GONE_HOME);
    assertThat(workshop.tally(board)).isEqualTo(before);
    assertThat(workshop.settings().simulationSeed(desk.state().header().number()))
        .contains(DEAD_ROM);
    assertThat(workshop.settings().simulationSeed(1)).isEmpty();
  }

  @Test
  void theSameSeedHidesTheSameFaults() {
    Board board = new SimulatedCases(Demo.in(folder)).boards().getFirst();
    assertThat(FaultDraw.draw(board, 3, 42)).hasSize(3).isEqualTo(FaultDraw.draw(board, 3, 42));
  }
}
