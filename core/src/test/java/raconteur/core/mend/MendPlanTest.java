package raconteur.core.mend;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.story.Telling;

class MendPlanTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static MendPlan plan(Map<Integer, Integer> sockets, String... lines) {
    Telling telling = Telling.of(BOARD, Stories.of(lines));
    return MendPlan.of(new MendPlan.Request(BOARD, telling, List.of(), sockets), 0.5);
  }

  private static String soldered(int pins) {
    return BOARD.parts().stream()
        .filter(p -> p.fitted() && !p.socketed() && p.device().outline().equals("DIP" + pins))
        .filter(p -> p.device().deviceClass().equals("small logic"))
        .map(Part::designator)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void aPartKnownDeadIsCutOffAndACustomNeverIs() {
    String gate = soldered(14);
    MendPlan.Job cut = plan(Map.of(), "found " + gate + " dead").jobs().getFirst();
    MendPlan.Job whole = plan(Map.of(), "found " + gate + " slow").jobs().getFirst();
    assertThat(cut.method()).isEqualTo(Method.CUT_LEGS);
    assertThat(whole.method()).isEqualTo(Method.DESOLDER);
    assertThat(cut.minutes()).isLessThan(whole.minutes());
    assertThat(cut.damage()).isLessThan(whole.damage());
  }

  /**
   * A joint inside a line is reflowed, a contact in a socket is pressed home: no wire for either.
   */
  @Test
  void aContactIsReflowedOrPressedHomeAsItsPartSits() {
    Telling nothing = Telling.of(BOARD, Stories.of());
    for (String pin : List.of("U39.5", "U44.38")) {
      boolean socketed = BOARD.part(PinRef.parse(pin).part()).orElseThrow().socketed();
      Suspect suspect =
          new Suspect(new Place.Contact(PinRef.parse(pin)), 0.9, 0.01, List.of(), List.of());
      MendPlan.Job job =
          MendPlan.of(new MendPlan.Request(BOARD, nothing, List.of(suspect), Map.of()), 0.5)
              .jobs()
              .getFirst();
      assertThat(job.method()).as(pin).isEqualTo(socketed ? Method.RESEAT : Method.REFLOW);
      assertThat(job.line())
          .isEqualTo(
              socketed
                  ? "mended " + PinRef.parse(pin).part() + " reseated"
                  : "mended " + pin + " reflowed");
      assertThat(job.caution().contains("iron")).as(pin).isEqualTo(!socketed);
    }
  }

  @Test
  void whatIsMendedIsNotInThePlan() {
    String gate = soldered(14);
    assertThat(plan(Map.of(), "found " + gate + " dead", "mended " + gate + " replaced").jobs())
        .isEmpty();
  }

  @Test
  void heatIsSpread() {
    List<String> rams =
        BOARD.parts().stream()
            .filter(p -> !p.socketed() && p.device().deviceClass().contains("ram"))
            .map(Part::designator)
            .limit(8)
            .toList();
    String[] found = rams.stream().map(p -> "found " + p + " dead").toArray(String[]::new);
    List<MendPlan.Job> jobs = plan(Map.of(), found).jobs();
    assertThat(jobs).hasSameSizeAs(rams);
    double asListed = nearest(rams);
    assertThat(nearest(jobs.stream().map(MendPlan.Job::part).toList())).isGreaterThan(asListed);
  }

  /** How near two jobs in a row come to each other at the nearest. */
  private static double nearest(List<String> parts) {
    double least = Double.MAX_VALUE;
    for (int i = 0; i + 1 < parts.size(); i++) {
      Part.Placement a = BOARD.part(parts.get(i)).orElseThrow().place();
      Part.Placement b = BOARD.part(parts.get(i + 1)).orElseThrow().place();
      least =
          Math.min(
              least,
              Math.hypot(a.xMillimetres() - b.xMillimetres(), a.yMillimetres() - b.yMillimetres()));
    }
    return least;
  }

  @Test
  void twoSmallSocketsServeForAMissingOne() {
    String chip = soldered(16);
    assertThat(socket(chip, Map.of(16, 1))).isEqualTo("16-pin socket");
    assertThat(socket(chip, Map.of(8, 2))).isEqualTo("8-pin and 8-pin socket end to end");
    assertThat(socket(chip, Map.of(8, 1, 14, 5))).isEqualTo("16-pin socket: none left");
  }

  private static String socket(String chip, Map<Integer, Integer> stock) {
    return plan(stock, "found " + chip + " dead").jobs().getFirst().socket().orElseThrow().words();
  }

  @Test
  void everythingSolderedIsMeasuredAfterwards() {
    String gate = soldered(14);
    String[] story = {"mended " + gate + " replaced"};
    AfterChecks checks = AfterChecks.of(BOARD, Telling.of(BOARD, Stories.of(story)));
    AfterChecks.Check first = checks.next().orElseThrow();
    assertThat(checks.all().stream().filter(AfterChecks.Check::joined).count()).isBetween(8L, 14L);
    AfterChecks measured =
        AfterChecks.of(BOARD, Telling.of(BOARD, Stories.of(story[0], first.goodLine())));
    assertThat(measured.done()).isEqualTo(1);
    AfterChecks open =
        AfterChecks.of(BOARD, Telling.of(BOARD, Stories.of(story[0], first.badLine())));
    assertThat(open.bad()).hasSize(1);
    AfterChecks before =
        AfterChecks.of(BOARD, Telling.of(BOARD, Stories.of(first.goodLine(), story[0])));
    assertThat(before.done()).as("a reading from before the mend").isZero();
  }

  @Test
  void wiresJoinThePiecesByTheShortestWays() {
    var net =
        BOARD.nets().stream()
            .filter(n -> n.path().size() >= 6 && !BOARD.isSupply(n.name()))
            .findFirst()
            .orElseThrow();
    List<PinRef> path = net.path();
    List<Place.Segment> cuts =
        List.of(
            new Place.Segment(net.name(), path.get(0), path.get(1)),
            new Place.Segment(net.name(), path.get(3), path.get(4)));
    WirePlan plan = WirePlan.of(BOARD, cuts);
    assertThat(WirePlan.pieces(net, cuts)).hasSize(3);
    assertThat(plan.wires()).hasSize(2);
    double straight = apart(path.get(0), path.get(1)) + apart(path.get(3), path.get(4));
    assertThat(plan.millimetres()).isLessThanOrEqualTo(straight * 1.25 + 1e-9);
    WirePlan.Wire wire = plan.wires().getFirst();
    assertThat(wire.fromUnder().x())
        .isEqualTo(BOARD.identity().widthMillimetres() - top(wire.from()).x());
    assertThat(plan.verification(BOARD).stream().filter(AfterChecks.Check::joined)).hasSize(2);
  }

  @Test
  void aCutThatLiesSomewhereBetweenTwoPinsIsWiredFromOneToTheOther() {
    List<PinRef> path = BOARD.net("BA0").orElseThrow().path();
    WirePlan plan = WirePlan.of(BOARD, List.of(new Place.Segment("BA0", path.get(1), path.get(5))));
    assertThat(plan.wires()).hasSize(1);
    assertThat(plan.wires().getFirst().from()).isEqualTo(path.get(1));
    assertThat(plan.wires().getFirst().to()).isEqualTo(path.get(5));
  }

  private static raconteur.core.board.Outline.Point top(PinRef pin) {
    return raconteur.core.board.Outline.pinOnBoard(
        BOARD.part(pin.part()).orElseThrow(), pin.number());
  }

  private static double apart(PinRef a, PinRef b) {
    return Math.hypot(top(a).x() - top(b).x(), top(a).y() - top(b).y());
  }

  private static MendPlan.Job suspected(Place place, double probability) {
    Suspect suspect = new Suspect(place, probability, 0.01, List.of(), List.of());
    return MendPlan.of(
            new MendPlan.Request(
                BOARD, Telling.of(BOARD, Stories.of()), List.of(suspect), Map.of()),
            0.5)
        .jobs()
        .getFirst();
  }

  /** A bridge is parted with braid and a sharp look, on both nets' pins, by the iron. */
  @Test
  void aShortThatWasFoundIsParted() {
    MendPlan.Job job = plan(Map.of(), "found U15.8 U15.9 short").jobs().getFirst();
    assertThat(job.place()).isInstanceOf(Place.Bridge.class);
    assertThat(job.method()).isEqualTo(Method.PART);
    assertThat(job.caution()).contains("Hot iron");
    assertThat(job.mark()).contains("underside");
    assertThat(job.damage()).isPositive();
    assertThat(plan(Map.of(), "found U15.8 U15.9 short", job.line()).jobs()).isEmpty();
  }

  /** What was found open between two nets is no way that a wire could mend. */
  @Test
  void anOpenBetweenTwoNetsIsNoJob() {
    assertThat(plan(Map.of(), "found U15.8 U15.9 open").jobs()).isEmpty();
  }

  /** The joints at the ends of a track that was found open are not mended as well. */
  @Test
  void theEndsOfATrackFoundOpenAreNotMendedTwice() {
    Telling told = Telling.of(BOARD, Stories.of("found U15.8 U16.8 open"));
    List<Suspect> ends =
        List.of(
            new Suspect(new Place.Contact(PinRef.parse("U15.8")), 0.9, 0.01, List.of(), List.of()),
            new Suspect(
                new Place.Contact(PinRef.parse("U44.38")), 0.9, 0.01, List.of(), List.of()));
    assertThat(
            MendPlan.of(new MendPlan.Request(BOARD, told, ends, Map.of()), 0.5).jobs().stream()
                .map(MendPlan.Job::place))
        .hasSize(2)
        .noneMatch(place -> place.equals(new Place.Contact(PinRef.parse("U15.8"))));
  }

  /** In a socket a part is swapped, without heat, damage or a new socket. */
  @Test
  void aSocketedPartIsSwapped() {
    String socketed =
        BOARD.parts().stream()
            .filter(p -> p.fitted() && p.socketed() && !p.device().isContact())
            .map(Part::designator)
            .findFirst()
            .orElseThrow();
    MendPlan.Job job = suspected(new Place.OfPart(socketed), 0.8);
    assertThat(job.method()).isEqualTo(Method.SWAP);
    assertThat(job.damage()).isZero();
    assertThat(job.socket()).isEmpty();
    assertThat(job.why()).isEqualTo("80 % suspected");
    assertThat(job.caution()).contains("Power off before the part moves");
  }

  /** Contacts are cleaned; nothing is unsoldered for that. */
  @Test
  void aPlugIsCleaned() {
    String plug =
        BOARD.parts().stream()
            .filter(p -> p.fitted() && p.device().isContact())
            .map(Part::designator)
            .findFirst()
            .orElseThrow();
    MendPlan.Job job = suspected(new Place.OfPart(plug), 0.6);
    assertThat(job.method()).isEqualTo(Method.CLEAN);
    assertThat(job.checks()).isEmpty();
    assertThat(job.damage()).isZero();
  }

  /** What leaks, a stuck output and a deaf input are mended where they are: at the part. */
  @Test
  void whatIsInsideAPartIsMendedByThePart() {
    String gate = soldered(14);
    PinRef pin = PinRef.parse(gate + ".3");
    for (Place place :
        List.of(new Place.Load(gate, "+5V"), new Place.Output(pin), new Place.Input(pin))) {
      MendPlan.Job job = suspected(place, 0.7);
      assertThat(job.part()).isEqualTo(gate);
      assertThat(job.line()).isEqualTo("mended " + gate + " replaced");
    }
  }

  /** The least suspicion asked for is a limit, and the plan's sums are those of its jobs. */
  @Test
  void thePlanAddsUp() {
    String one = soldered(14);
    String other = soldered(16);
    MendPlan plan = plan(Map.of(), "found " + one + " dead", "found " + other + " dead");
    assertThat(plan.jobs()).hasSize(2);
    assertThat(plan.minutes())
        .isCloseTo(plan.jobs().stream().mapToDouble(MendPlan.Job::minutes).sum(), within(1e-9));
    double kept = 1;
    for (MendPlan.Job job : plan.jobs()) {
      kept *= 1 - job.damage();
    }
    assertThat(plan.damage()).isCloseTo(1 - kept, within(1e-9));
    assertThat(plan.words()).contains(one, other);
    assertThat(plan.waiting()).hasSize(2);
    assertThat(plan(Map.of(14, 9, 16, 9), "found " + one + " dead").waiting()).isEmpty();
    assertThat(plan.cuts()).isEmpty();
    assertThat(plan(Map.of(), "found U15.8 U16.8 open").cuts()).hasSize(1);
  }

  @Test
  void whatIsSuspectedLessThanAskedIsNotMended() {
    Suspect suspect = new Suspect(new Place.OfPart(soldered(14)), 0.49, 0.01, List.of(), List.of());
    assertThat(
            MendPlan.of(
                    new MendPlan.Request(
                        BOARD, Telling.of(BOARD, Stories.of()), List.of(suspect), Map.of()),
                    0.5)
                .jobs())
        .isEmpty();
  }
}
