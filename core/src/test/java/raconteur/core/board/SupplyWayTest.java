package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.fault.Place;

/** The way of the supply, on boards of which only the nets were typed. */
class SupplyWayTest {
  private static final Board SMEW = ToldStories.board("smew-1");
  private static final Board CURLEW = ToldStories.board("curlew-1");

  private static String made(Board board, String rail) {
    Rail known = board.rail(rail).orElseThrow();
    return known.madeBy() + " from " + known.from();
  }

  @Test
  void itIsFollowedFromTheRegulatorToThePlug() {
    assertThat(made(SMEW, "+5V")).isEqualTo("[U26] from UNREG");
    assertThat(made(SMEW, "UNREG")).isEqualTo("[F1] from VIN");
    assertThat(made(SMEW, "VIN")).isEqualTo("[J1] from ");
    // Through a rectifier, a switch and a fuse.
    assertThat(made(CURLEW, "RAW")).isEqualTo("[D1] from ACP");
    assertThat(made(CURLEW, "ACP")).isEqualTo("[SW1] from ACF");
    assertThat(made(CURLEW, "ACF")).isEqualTo("[F1] from ACI");
    assertThat(made(CURLEW, "ACI")).isEqualTo("[P1] from ");
  }

  /** What feeds a 7812 and a 7805 must suit the larger: 14 V and more (data books, from memory). */
  @Test
  void whatFeedsTwoRegulatorsSuitsTheLarger() {
    Rail raw = CURLEW.rail("RAW").orElseThrow();
    assertThat(raw.volts() * (1 - raw.tolerance())).isEqualTo(14, within(0.01));
    assertThat(CURLEW.rails().stream().filter(r -> r.name().equals("RAW"))).hasSize(1);
  }

  private static double suspicion(Board board, String part, String... lines) {
    return Stories.advise(board, 2, lines)
        .diagnosis()
        .at(new Place.OfPart(part))
        .map(s -> s.probability())
        .orElse(0.0);
  }

  @Test
  void aFuseIsSuspectedBetweenVoltsAndNone() {
    assertThat(suspicion(SMEW, "F1", "5V 0 V", "J1.1 9 V", "U26.1 0 V")).isGreaterThan(0.5);
    assertThat(suspicion(SMEW, "J1", "5V 0 V", "J1.1 9 V", "U26.1 0 V")).isLessThan(0.05);
    // One rail missing of three is not the plug of them all.
    assertThat(suspicion(CURLEW, "P1", "-5V 0 V", "5V 5 V", "12V 12 V"))
        .isLessThan(suspicion(CURLEW, "VR3", "-5V 0 V", "5V 5 V", "12V 12 V"));
  }
}
