package raconteur.core.bench.freerun;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/** A processor that counts on boards with faults; what it needs to count is common practice. */
class ExerciserTest {
  private static Exerciser of(Board board) {
    return switch (Exerciser.of(board, OptionalDouble.empty())) {
      case Exerciser.Made.Ready(Exerciser exerciser) -> exerciser;
      case Exerciser.Made.Refused(String why) -> throw new AssertionError(why);
    };
  }

  private static SimulatedBoard with(Exerciser exerciser, Place place, FaultMode mode) {
    return exerciser.healthy().with(List.of(PlantedFault.of(new Fault(place, mode))));
  }

  private static boolean counts(Exerciser exerciser, SimulatedBoard board) {
    return exerciser.switchOn(board, PluggedIn.NOTHING, 0, 1).counts();
  }

  private static Signal at(Exerciser exerciser, SimulatedBoard board, String pin) {
    Map<PinRef, Signal> shown = ShortRun.of(exerciser, board, PluggedIn.NOTHING, 0, 1).shown();
    return shown.getOrDefault(PinRef.parse(pin), Signal.DOUBTFUL);
  }

  /**
   * A bare crystal, a can, a divider, nothing that can be reckoned: the good board has its clock.
   */
  @ParameterizedTest
  @ValueSource(
      strings = {"heron-1", "skua-3", "gannet-1", "tern-1", "whimbrel-3", "gadwall-6", "siskin-2"})
  void aGoodBoardCounts(String id) {
    Exerciser board = of(ToldStories.board(id));
    assertThat(counts(board, board.healthy())).isTrue();
    Part processor = board.processor();
    PinRef address = processor.pin(processor.device().pinNamed("A1").orElseThrow().number());
    assertThat(ShortRun.always(board, board.healthy())).containsEntry(address, Signal.TOGGLING);
  }

  /** Without its clock, or held in reset, or told to wait, a processor puts nothing out. */
  @ParameterizedTest
  @CsvSource({
    "U33.13, STUCK_LOW, false", // the clock's divider
    "U32.4, STUCK_LOW, false", // /RESET
    "U14.15, STUCK_LOW, true" // a select: it counts on
  })
  void itCountsAsLongAsItsClockAndResetLetIt(String output, FaultMode mode, boolean counts) {
    Exerciser heron = of(ToldStories.board("heron-1"));
    assertThat(counts(heron, heron.healthy())).isTrue();
    assertThat(counts(heron, with(heron, new Place.Output(PinRef.parse(output)), mode)))
        .isEqualTo(counts);
  }

  @Test
  void aCrystalThatIsDeadStopsAllOfIt() {
    Exerciser board = of(CountingBoard.z80());
    SimulatedBoard dead = with(board, new Place.OfPart("X1"), FaultMode.DEAD);
    assertThat(counts(board, dead)).isFalse();
    assertThat(at(board, board.healthy(), "U3.30")).isEqualTo(Signal.TOGGLING);
    assertThat(at(board, dead, "U3.30")).isNotEqualTo(Signal.TOGGLING);
  }

  /** What is wrong with the processor itself shows at its pins though it is not simulated. */
  @Test
  void itsOwnOutputsAreHeldWhereTheyAreBad() {
    Exerciser board = of(CountingBoard.z80());
    PinRef lowest = PinRef.parse("U3.30");
    Place output = new Place.Output(lowest);
    assertThat(at(board, with(board, output, FaultMode.STUCK_LOW), "U5.5")).isEqualTo(Signal.LOW);
    assertThat(at(board, with(board, output, FaultMode.STUCK_HIGH), "U5.5")).isEqualTo(Signal.HIGH);
    assertThat(at(board, with(board, output, FaultMode.STUCK_LOW), "U5.6"))
        .isEqualTo(Signal.TOGGLING);
    SimulatedBoard dead = with(board, new Place.OfPart("U3"), FaultMode.DEAD);
    assertThat(at(board, dead, "U5.6")).isNotEqualTo(Signal.TOGGLING);
  }

  /** Behind a broken contact nothing is driven; before it all goes on. */
  @Test
  void copperIsCutWhereItIsBroken() {
    Exerciser board = of(CountingBoard.z80());
    SimulatedBoard off = with(board, new Place.Contact(PinRef.parse("U4.1")), FaultMode.OPEN);
    assertThat(at(board, off, "U4.1")).isNotEqualTo(Signal.TOGGLING);
    assertThat(at(board, off, "U3.37")).isEqualTo(Signal.TOGGLING);
    SimulatedBoard atProcessor =
        with(
            board,
            new Place.Segment("A7", PinRef.parse("U3.37"), PinRef.parse("U4.1")),
            FaultMode.OPEN);
    assertThat(at(board, atProcessor, "U4.1")).isNotEqualTo(Signal.TOGGLING);
    assertThat(at(board, atProcessor, "U3.37")).isEqualTo(Signal.TOGGLING);
  }

  /**
   * Held against the run through every address: no line that is known in both is said otherwise.
   */
  @Test
  void theShortCourseSaysOfNoLineWhatTheWholeRunDoesNot() {
    Board board = CountingBoard.z80();
    Map<PinRef, Signal> known = ShortRun.always(of(board), of(board).healthy());
    FreeRun.Outcome.Ran whole =
        (FreeRun.Outcome.Ran) FreeRun.of(board, OptionalDouble.empty(), _ -> {}, () -> false);
    List<FreeRunLine> both =
        whole.lines().stream()
            .filter(line -> known.containsKey(line.at()))
            .filter(line -> line.shows() != FreeRunLine.Shows.NOT_KNOWN)
            .toList();
    assertThat(both).hasSizeGreaterThan(10);
    assertThat(both)
        .allSatisfy(line -> assertThat(line.shows().name()).isEqualTo(known.get(line.at()).name()));
  }

  @Test
  void theShortCourseMovesEveryAddressLineByItself() {
    Exerciser board = of(ToldStories.board("heron-1"));
    int[] course = board.shortCourse();
    assertThat(board.addressCount()).isEqualTo(0x10000);
    assertThat(course.length).isLessThan(2000);
    var addresses = Arrays.stream(course).boxed().collect(Collectors.toSet());
    for (int bit = 1; bit < board.addressCount(); bit <<= 1) {
      assertThat(addresses).contains(bit);
    }
    // Every region of 4 K has its first and its last address.
    for (int region = 0; region < board.addressCount(); region += 0x1000) {
      assertThat(addresses).contains(region, region + 0xFFF);
    }
  }
}
