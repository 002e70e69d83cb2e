package raconteur.core.bench.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;

class ShippedDictionaryTest {
  private static final Map<String, FaultDictionary.Answer> SHIPPED =
      DictionaryText.shipped(Boards.KITTIWAKE_B);

  @Test
  void whatShipsSpeaksOfThisBoardAndOfNoOther() {
    List<String> faults =
        FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE).faults().stream()
            .map(Fault::toString)
            .toList();
    assertThat(SHIPPED).hasSizeGreaterThan(1000);
    assertThat(faults).containsAll(SHIPPED.keySet());
    assertThat(DictionaryText.shipped(Boards.KITTIWAKE_D)).isEmpty();
  }

  /** Run again, one of them, so that a simulator that changed does not keep old answers. */
  @Tag("long")
  @Test
  void oneOfTheShippedAnswersComesOutAgain() {
    List<Fault> again =
        FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE).faults().stream()
            .filter(f -> f.toString().equals("U45 dead"))
            .toList();
    Map<String, FaultDictionary.Answer> answers =
        new FaultDictionary(new SimulatedBoard(Boards.KITTIWAKE_B))
            .run(again, Map.of(), 2, (_, _) -> {}, () -> false);
    assertThat(answers).hasSize(1);
    answers.forEach((fault, answer) -> assertThat(answer).as(fault).isEqualTo(SHIPPED.get(fault)));
  }
}
