package raconteur.core.bench.logic;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.SimulatedBoard;

/**
 * What recurs is played back and not worked out, and nobody can tell. {@link LogicRun#runUntil}
 * works everything out, so it is what {@link LogicRun#run} is held against.
 */
class PlayBackTest {
  private static final SimulatedBoard GOOD = new SimulatedBoard(Boards.KITTIWAKE_B);

  private static LogicRun on(String fault) {
    SimulatedBoard board = GOOD;
    if (!fault.isEmpty()) {
      var read = new FaultWords(GOOD.board()).read(fault);
      assertThat(read).isInstanceOf(FaultWords.Planted.class);
      board = GOOD.with(((FaultWords.Planted) read).fault());
    }
    PoweredBoard powered =
        board.powerUp(
            PluggedIn.NOTHING.with(GOOD.setUp().deadTest().orElseThrow()),
            0,
            List.of(),
            LogicRun.PowerUp.AS_IT_FALLS,
            3);
    return powered.run();
  }

  private static List<String> shown(LogicRun run, Circuit circuit) {
    return IntStream.range(0, circuit.netNames().size())
        .mapToObj(n -> circuit.netName(n) + " " + run.shown(n) + run.seen(n))
        .collect(Collectors.toList());
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "U7.6 stuck low", "U4 dead", "U26.14 stuck high"})
  void everyLineStandsAndMovesAsIfItWereWorkedOut(String fault) {
    LogicRun played = on(fault);
    LogicRun workedOut = on(fault);
    Circuit circuit = played.circuit();
    List<List<Long>> moves = List.of(new ArrayList<>(), new ArrayList<>());
    for (int piece = 0; piece < 24; piece++) {
      // Odd lengths, so that it stops at every phase of a period, and now and then all is watched.
      long picos = 200_000_000L + 7_345_123L * piece;
      for (LogicRun run : List.of(played, workedOut)) {
        if (piece % 8 == 3) {
          run.attendToAll();
        } else if (piece % 8 == 6) {
          run.attendTo(List.of());
        }
        List<Long> told = moves.get(run == played ? 0 : 1);
        for (String net : List.of("PHI", "/CAS0", "D3")) {
          int number = circuit.net(net).orElseThrow();
          if (piece % 3 == 1) {
            run.watch(number, (_, line, at) -> told.add(at * 4 + line));
          } else {
            run.unwatch(number);
          }
        }
      }
      played.run(picos);
      workedOut.runUntil(() -> false, workedOut.picos() + picos);
      assertThat(shown(played, circuit)).as("piece " + piece).isEqualTo(shown(workedOut, circuit));
      assertThat(played.picos()).isEqualTo(workedOut.picos());
    }
    assertThat(moves.get(0)).isEqualTo(moves.get(1));
  }

  @Test
  void playingBackSavesMostOfWhatRunsFreely() {
    LogicRun played = on("");
    LogicRun workedOut = on("");
    for (int piece = 0; piece < 4; piece++) {
      played.run(2_000_000_000L);
      workedOut.runUntil(() -> false, workedOut.picos() + 2_000_000_000L);
    }
    assertThat(played.evaluations()).isLessThan(workedOut.evaluations() * 9 / 10);
  }

  @Test
  void whatAMemoryOrAProgramDrivesDoesNotRunFreely() {
    LogicRun run = on("");
    Circuit circuit = run.circuit();
    FreeRunning free = FreeRunning.of(circuit);
    for (String net : List.of("PHI", "/RAS", "CLK16", "T0")) {
      assertThat(free.nodes()[circuit.net(net).orElseThrow()]).as(net).isTrue();
    }
    for (String net : List.of("D0", "A5", "/CAS0", "MA0", "SH/LD", "/WE")) {
      assertThat(free.nodes()[circuit.net(net).orElseThrow()]).as(net).isFalse();
    }
  }
}
