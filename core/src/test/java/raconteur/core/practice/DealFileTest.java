package raconteur.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

class DealFileTest {
  private static Deal deal(List<PlantedFault> faults) {
    return new Deal(
        "Third bench", Level.MASKED, "masked", OddsShown.LATE, Long.MIN_VALUE, faults, 2, 3);
  }

  private static Loaded<Deal> again(Board board, Deal deal) {
    return DealFile.read(board, DealFile.write(deal));
  }

  /** Every fault that can be dealt is read back as itself, there always or now and then. */
  @ParameterizedTest
  @CsvSource({"lanternfish-l1", "petrel-1", "quillon-kittiwake-b"})
  void everyFaultOfABoardComesBack(String id) {
    Board board = Dealt.find(id).orElseThrow();
    List<PlantedFault> all =
        FaultCatalogue.of(board, Priors.shipped(), History.NONE).faults().stream()
            .map(f -> new PlantedFault(new PlantedFault.Known(f), 0.37, 12))
            .toList();
    assertThat(all).hasSizeGreaterThan(300);
    Deal written = deal(all);
    assertThat(again(board, written)).isEqualTo(new Loaded.Ok<>(written));
  }

  @Test
  void whatOnlyTheSimulatorKnowsComesBackToo() {
    Board board = Boards.KITTIWAKE_B;
    for (String words :
        List.of(
            "U33 leaks +5V 20 ohm", "U17.9 slow 90 ns", "U22 cell 0x12 bit 0 stuck low at 5 %")) {
      String text = DealFile.write(deal(faults())).replace("U12 dead", words);
      Loaded<Deal> read = DealFile.read(board, text);
      assertThat(read).as(words).isInstanceOf(Loaded.Ok.class);
      assertThat(((Loaded.Ok<Deal>) read).value().faults())
          .extracting(Object::toString)
          .containsExactly(words);
    }
  }

  @Test
  void whatIsNoDealSaysWhere() {
    String good = DealFile.write(new Deal("", Level.USUAL, "", OddsShown.SHOWN, 7, faults(), 1, 0));
    assertThat(refusal(good.replace("U12 dead", "U99 dead"))).contains("faults[0]", "U99");
    assertThat(refusal(good.replace("U12 dead", "U12 dead at 0 %"))).contains("at 1 % at least");
    assertThat(refusal(good.replace("\"7\"", "\"seven\""))).contains("seed", "no whole number");
    assertThat(refusal(good.replace("as boards come in", "easy"))).contains("level");
    assertThat(refusal("{}")).isNotEmpty();
    assertThat(refusal("")).isNotEmpty();
  }

  private static List<PlantedFault> faults() {
    return List.of(PlantedFault.of(new Fault(new Place.OfPart("U12"), FaultMode.DEAD)));
  }

  private static String refusal(String text) {
    return DealFile.read(Dealt.LANTERNFISH, text) instanceof Loaded.Refused<Deal> refused
        ? refused.summary()
        : "";
  }
}
