package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.story.Telling;

class OccurrenceTest {
  private final Board board = Boards.small();
  private final FaultCatalogue catalogue = FaultCatalogue.of(board, Priors.shipped(), History.NONE);

  private List<Occurrence> after(String... lines) {
    Telling telling = Telling.of(board, Stories.of(lines));
    return Occurrence.all(board, catalogue, Priors.shipped(), telling.mends());
  }

  private List<Occurrence> of(List<Occurrence> all, String fault) {
    return all.stream().filter(o -> name(o).equals(fault)).toList();
  }

  private String name(Occurrence o) {
    return catalogue.faults().get(o.fault()).toString();
  }

  /** Common practice, no source: mends go wrong 1 in 30 by hand. */
  @Test
  void aReplacementEndsMostOfAFaultAndLeavesTheRest() {
    List<Occurrence> dead = of(after("mended U1 replaced"), "U1 dead");
    assertThat(dead).hasSize(2).allMatch(Occurrence::exclusive);
    double cured = dead.stream().filter(o -> !o.during(1)).mapToDouble(Occurrence::odds).sum();
    double left = dead.stream().filter(o -> o.during(1)).mapToDouble(Occurrence::odds).sum();
    assertThat(left / (cured + left)).isCloseTo(1.0 / 30, within(0.002));
    assertThat(dead).allMatch(o -> o.during(0));
  }

  /** Common practice, no source: an open introduced nearby once in 60 desolderings. */
  @Test
  void aReplacementMayBreakCopperAtThePartsPins() {
    double broken =
        after("mended U1 replaced").stream()
            .filter(o -> o.from() == 1)
            .peek(o -> assertThat(place(o)).isInstanceOf(Place.Segment.class))
            .mapToDouble(Occurrence::odds)
            .sum();
    assertThat(broken).isPositive().isLessThan(1.0 / 60);
  }

  /** What a mend broke is mended by the next one like anything else, or it would be for ever. */
  @Test
  void whatAReplacementBrokeALaterMendCures() {
    List<Occurrence> track =
        of(after("mended U1 replaced", "mended U1.2 U2.1 wired"), "MID between U1.2 and U2.1 open");
    double broken = track.stream().filter(o -> o.from() == 1).mapToDouble(Occurrence::odds).sum();
    double left =
        track.stream()
            .filter(o -> o.from() == 1 && o.during(2))
            .mapToDouble(Occurrence::odds)
            .sum();
    assertThat(left / broken).isCloseTo(1.0 / 30, within(0.002));
    assertThat(track).hasSize(4).allMatch(Occurrence::exclusive);
  }

  private Place place(Occurrence o) {
    Fault fault = catalogue.faults().get(o.fault());
    return fault.place();
  }

  /** What each mend can cure, and what it leaves as it was. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "mended U1.2 U2.1 wired | MID between U1.2 and U2.1 open | U1 dead",
        "mended U2.1 reflowed | MID between U1.2 and U2.1 open | IN between J1.1 and U1.1 open",
        "mended U1 reseated | IN between J1.1 and U1.1 open | U1 dead",
        "mended U1.1 U1.2 parted | IN to MID at U1.1, U1.2 short | U1 dead",
        "mended U1 replaced | U1.2 output stuck low | U2.3 output stuck low",
      })
  void aMendCuresWhatItReaches(String mend, String cured, String untouched) {
    List<Occurrence> all = after(mend);
    assertThat(of(all, cured)).as(cured).anyMatch(o -> o.until() == 1);
    assertThat(of(all, untouched)).as(untouched).isNotEmpty().noneMatch(o -> o.until() == 1);
  }

  @Test
  void aSecondMendWorksOnWhatTheFirstLeft() {
    List<Occurrence> dead = of(after("mended U1 replaced", "mended U1 replaced"), "U1 dead");
    double total = dead.stream().mapToDouble(Occurrence::odds).sum();
    double left = dead.stream().filter(o -> o.during(2)).mapToDouble(Occurrence::odds).sum();
    assertThat(left / total).isCloseTo(1.0 / 900, within(2e-4));
    assertThat(total).isCloseTo(of(after(), "U1 dead").getFirst().odds(), within(1e-12));
  }
}
