package raconteur.core.bench.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

class LinesTextTest {
  private static final SimulatedBoard GOOD = new SimulatedBoard(Boards.KITTIWAKE_B);

  @Test
  void theShippedLinesAreThoseOfTheBoardThatShips() {
    LinesText.Lines shipped = LinesText.shipped(Boards.KITTIWAKE_B);
    assertThat(shipped.changed()).hasSizeGreaterThan(3000);
    assertThat(shipped.healthy()).isEqualTo(LineStates.of(GOOD, LineStates.SEED));
    var cut = new Fault(new Place.OfPart("U45"), FaultMode.DEAD);
    Map<PinRef, Signal> again = LineStates.of(GOOD.with(PlantedFault.of(cut)), LineStates.SEED);
    String line = LinesText.line(Boards.KITTIWAKE_B, cut.toString(), again, shipped.healthy());
    assertThat(LinesText.read(Boards.KITTIWAKE_B, List.of(line)).changed().get("U45 dead"))
        .isEqualTo(shipped.changed().get("U45 dead"));
  }

  @Test
  void wordsThatSayNothingOfThisBoardArePassedOver() {
    LinesText.Lines read =
        LinesText.read(
            Boards.KITTIWAKE_B, List.of("U8 dead\tA0=L NOWHERE=H U8.9999=L A1=Q A2 =", "broken o"));
    assertThat(read.changed().keySet()).containsExactly("U8 dead");
    assertThat(read.changed().get("U8 dead").values()).containsOnly(Signal.LOW);
    assertThat(read.changed().get("U8 dead").keySet())
        .containsExactlyInAnyOrderElementsOf(Boards.KITTIWAKE_B.net("A0").orElseThrow().path());
  }
}
