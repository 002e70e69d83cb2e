package raconteur.core.predict;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.bench.test.DictionaryText;
import raconteur.core.bench.test.FaultDictionary;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * What the simulated board does with one fault alone, as far as the shipped dictionary has it: the
 * deepest knowledge there is, where there is any. Of parts the simulation passes over (connectors,
 * capacitors, analogue parts) it knows nothing when they are dead.
 */
final class SimulatedAnswers {
  private static final Set<String> PASSED_OVER =
      Set.of("connector", "electrolytic", "ceramic capacitor", "analogue", "line driver");

  private final Map<String, FaultDictionary.Answer> answers;

  SimulatedAnswers(Board board) {
    answers = new HashMap<>(DictionaryText.shipped(board));
    unknown(board).forEach(fault -> answers.remove(fault.toString()));
  }

  /** Faults the simulation passes over, so that it says nothing of them. */
  static List<Fault> unknown(Board board) {
    return board.parts().stream()
        .filter(part -> PASSED_OVER.contains(part.device().deviceClass()))
        .map(part -> new Fault(new Place.OfPart(part.designator()), FaultMode.DEAD))
        .toList();
  }

  Optional<FaultDictionary.Answer> of(Fault fault) {
    return answers.isEmpty()
        ? Optional.empty()
        : Optional.ofNullable(answers.get(fault.toString()));
  }
}
