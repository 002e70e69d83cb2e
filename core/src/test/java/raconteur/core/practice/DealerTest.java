package raconteur.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.contest.Bench;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

class DealerTest {
  private static final Board BOARD = Dealt.LANTERNFISH;
  private static final Bench BENCH = Bench.ofModels(BOARD);

  private static Dealer.Dealt deal(Level level, long seed) {
    return new Dealer(BOARD, BENCH).deal(level, seed).orElseThrow();
  }

  private static Fault known(PlantedFault fault) {
    return ((PlantedFault.Known) fault.wrong()).fault();
  }

  @ParameterizedTest
  @EnumSource(Level.class)
  void whatIsDealtShowsAndBeginsWithLinesOfAStory(Level level) {
    for (int seed = 1; seed <= 6; seed++) {
      Dealer.Dealt dealt = deal(level, seed);
      assertThat(dealt.faults()).hasSizeBetween(1, 3);
      for (PlantedFault fault : dealt.faults()) {
        assertThat(BENCH.shows(new PlantedFault(fault.wrong(), 1, 0)))
            .as(fault.toString())
            .isTrue();
      }
      for (String line : dealt.opening()) {
        assertThat(new BenchLine(BOARD).understand(line, BenchContext.FRESH))
            .as(line)
            .isInstanceOf(Understanding.Understood.class);
      }
      assertThat(dealt.opening().getLast()).startsWith("screen ");
      assertThat(deal(level, seed)).as("the same seed").isEqualTo(dealt);
    }
  }

  @Test
  void eachLevelDealsItsKindOfTrouble() {
    for (int seed = 1; seed <= 8; seed++) {
      assertThat(known(deal(Level.DEAD_PART, seed).faults().getFirst()).mode())
          .isEqualTo(FaultMode.DEAD);
      assertThat(known(deal(Level.LEAK, seed).faults().getFirst()).place())
          .isInstanceOf(Place.Load.class);
      PlantedFault sometimes = deal(Level.INTERMITTENT, seed).faults().getFirst();
      assertThat(sometimes.chance()).isBetween(0.3, 0.7);
      assertThat(known(deal(Level.REPAIRED, seed).faults().getLast()).mode())
          .isEqualTo(FaultMode.OPEN);
      List<PlantedFault> two = deal(Level.MASKED, seed).faults();
      assertThat(BENCH.masks(two.getFirst(), two.getLast())).isTrue();
    }
  }

  /** Counted anew from the nets: four parts of one kind read the output that is bad. */
  @Test
  void aSharedCauseHasManyVictims() {
    for (int seed = 1; seed <= 8; seed++) {
      Place place = known(deal(Level.SHARED, seed).faults().getFirst()).place();
      PinRef pin = ((Place.Output) place).pin();
      List<String> victims =
          BOARD.netOf(pin).orElseThrow().path().stream()
              .filter(p -> BOARD.kind(p).reads())
              .map(PinRef::part)
              .distinct()
              .map(p -> BOARD.part(p).orElseThrow().device().name())
              .toList();
      assertThat(victims.stream().distinct())
          .anyMatch(kind -> victims.stream().filter(kind::equals).count() >= 4);
    }
  }

  @Test
  void seedsDealManyBoards() {
    Set<String> dealt = new HashSet<>();
    for (int seed = 1; seed <= 20; seed++) {
      dealt.add(deal(Level.DEAD_PART, seed).faults().toString());
    }
    assertThat(dealt).hasSizeGreaterThan(8);
  }

  /** A parts list has no nets: what needs them is not dealt, and it says so at once. */
  @Test
  void whatABoardCannotHaveIsNotDealt() {
    Dealer dealer = new Dealer(Dealt.PETREL, Bench.ofModels(Dealt.PETREL));
    assertThat(dealer.canDeal(Level.SHARED)).isFalse();
    assertThat(dealer.deal(Level.SHARED, 1)).isEmpty();
    assertThat(Arrays.stream(Level.values()).filter(dealer::canDeal)).contains(Level.DEAD_PART);
  }
}
