package raconteur.core.practice;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.bench.PlantedFault;
import raconteur.core.data.Loaded;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

class ProgressTest {
  private static Progress.Practised one(String person, Level level, String lesson, double minutes) {
    PlantedFault dead = PlantedFault.of(new Fault(new Place.OfPart("U1"), FaultMode.DEAD));
    boolean solved = minutes > 0;
    return new Progress.Practised(
        new Deal(person, level, lesson, OddsShown.HIDDEN, 1, List.of(dead), 1, 0),
        new PracticeResult(1, Math.abs(minutes), 0, solved, 20, 0, true));
  }

  /** By hand: twice and half the planner's minutes are as good as the planner. */
  @Test
  void ratiosAreAveragedAsRatios() {
    Progress progress =
        new Progress(
            List.of(
                one("A", Level.LEAK, "", 40),
                one("A", Level.LEAK, "", 10),
                one("A", Level.LINE, "", 80),
                one("A", Level.LINE, "", 80),
                one("A", Level.SHARED, "", 200)));
    assertThat(progress.byLevel().get(Level.LEAK)).isCloseTo(1, within(1e-12));
    assertThat(progress.byLevel().get(Level.LINE)).isCloseTo(4, within(1e-12));
    assertThat(progress.byLevel()).as("one case says nothing").doesNotContainKey(Level.SHARED);
    assertThat(progress.weakest()).contains(Level.LINE);
    assertThat(progress.curve().get(1)).isCloseTo(1, within(1e-12));
    // The fifth root of 2 · 0.5 · 4 · 4 · 10.
    assertThat(progress.curve().getLast()).isCloseTo(Math.pow(160, 0.2), within(1e-12));
  }

  @Test
  void whatNeverCameHomeStandsAsTenTimes() {
    assertThat(one("A", Level.LEAK, "", -5).ratio()).isEqualTo(10);
    assertThat(one("A", Level.LEAK, "", 900).ratio()).isEqualTo(10);
  }

  @Test
  void everybodyHasALadderOfTheirOwnAndItsBestEndCounts() {
    Progress all =
        new Progress(
            List.of(
                one("A", Level.LEAK, "x", 60),
                one("A", Level.LEAK, "x", 30),
                one("A", Level.LEAK, "y", -30),
                one("B", Level.LEAK, "z", 30)));
    assertThat(all.of("A").lessons()).containsOnlyKeys("x");
    assertThat(all.of("A").lessons().get("x").minutes()).isEqualTo(30);
    assertThat(all.of("B").cases()).hasSize(1);
    assertThat(all.of("C").weakest()).isEmpty();
    assertThat(all.of("C").curve()).isEmpty();
  }

  @Test
  void anEndIsReadBackAndJunkIsRefused() {
    PracticeResult end = new PracticeResult(7, 41.5, 2, true, 26.25, 0, true);
    assertThat(ResultFile.read(7, ResultFile.write(end))).isEqualTo(new Loaded.Ok<>(end));
    for (String junk :
        List.of(
            "",
            "{}",
            "[]",
            ResultFile.write(end).replace("26.25", "0"),
            ResultFile.write(end).replace("41.5", "-1"))) {
      assertThat(ResultFile.read(7, junk)).as(junk).isInstanceOf(Loaded.Refused.class);
    }
  }
}
