package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

/** Seating a part ends whichever of its contacts is poor. */
class SeatingTest {
  private static final Board SKUA = ToldStories.board("skua-3");
  private static final FaultCatalogue CATALOGUE =
      FaultCatalogue.of(SKUA, Priors.shipped(), History.NONE);

  private static Hypothesis of(double probability, String... faults) {
    List<String> all = CATALOGUE.faults().stream().map(Fault::toString).toList();
    return new Hypothesis(List.of(faults).stream().map(all::indexOf).toList(), probability);
  }

  private static Optional<Seating.Seat> best(Hypothesis... hypotheses) {
    return new Seating(SKUA, CATALOGUE).best(List.of(hypotheses), seat -> true);
  }

  @Test
  void allContactsOfASocketCountTogether() {
    Seating.Seat seat =
        best(
                of(0.1, "contact of U2.5 open"),
                of(0.15, "contact of U2.4 open"),
                of(0.2, "J2 dead"),
                of(0.5, "U4 dead"))
            .orElseThrow();
    assertThat(seat.part()).isEqualTo("U2");
    assertThat(seat.place()).isEqualTo(new Place.Joints("U2"));
    assertThat(seat.chance()).isCloseTo(0.25, within(1e-9));
  }

  /** Two contacts of one socket in one set are ended by one seating, and count once. */
  @Test
  void aSetCountsOnce() {
    assertThat(best(of(0.3, "contact of U2.5 open", "contact of U2.4 open")).orElseThrow().chance())
        .isCloseTo(0.3, within(1e-9));
  }

  /** A connector is cleaned; nothing is gained by seating what is soldered in. */
  @Test
  void aConnectorIsCleanedAndASolderedChipIsNotSeated() {
    assertThat(best(of(0.2, "J2 dead")).orElseThrow().place()).isEqualTo(new Place.OfPart("J2"));
    assertThat(best(of(0.9, "U4 dead"), of(0.1, "U14 dead"))).isEmpty();
  }

  /** Where the track may be broken as well, seating is worth its contacts' share alone. */
  @Test
  void ofABreakInALineTheContactsHaveTheirShare() {
    double chance = best(of(1, "A12 between U1.2 and U2.2 open")).orElseThrow().chance();
    assertThat(chance).isStrictlyBetween(0.2, 0.6);
  }

  /**
   * Nothing leads, and what does most of the work for its minutes is the socket of the ROM; seated
   * in vain it is not seated again on a guess.
   */
  @Test
  void nothingIsSeatedTwiceOnAGuess() {
    String lines =
        "free run on; screen garbage; +5V 5.01 V; U8.5 toggling; U10.1 toggling; U14.11 toggling;"
            + " C2 normal";
    Bench bench = new Bench(SKUA);
    assertThat(bench.steps(lines).getFirst().title()).startsWith("Seat U2 ");
    assertThat(bench.steps(lines).getFirst().caution()).isNotEmpty();
    assertThat(bench.steps(lines + "; mended U2 reseated; screen garbage"))
        .noneMatch(step -> step.title().startsWith("Seat U2 "));
  }

  /** Where a suspect's own mend is to seat it, that is told once. */
  @Test
  void noStepIsToldTwice() {
    Bench bench = new Bench(SKUA);
    for (String lines :
        List.of(
            "screen garbage; +5V 5 V; U2.10 floating; U1.30 toggling",
            "free run on; screen garbage; +5V 5 V; U2.10 floating; U1.30 toggling; U2 rom good",
            "screen garbage; U2 rom good; tap U2 changes; +5V 5 V; U1.6 toggling")) {
      List<Step> steps = bench.steps(lines);
      assertThat(steps.stream().map(Step::action)).as(lines).doesNotHaveDuplicates();
      assertThat(steps).hasSizeLessThanOrEqualTo(3);
    }
  }
}
