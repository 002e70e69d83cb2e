package raconteur.core.predict;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.bench.test.DictionaryText;
import raconteur.core.bench.test.FaultDictionary;
import raconteur.core.bench.test.StartUp;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding.DeadTestEnd;

/**
 * What the simulated board does with one fault alone, as far as the shipped dictionary has it: the
 * deepest knowledge there is, where there is any. Of parts the simulation passes over (connectors,
 * capacitors, analogue parts) it knows nothing when they are dead and it sees no difference.
 */
final class SimulatedAnswers {
  private static final Set<String> PASSED_OVER =
      Set.of("connector", "electrolytic", "ceramic capacitor", "analogue", "line driver");

  private final Map<String, FaultDictionary.Answer> answers;

  SimulatedAnswers(Board board) {
    answers = new HashMap<>(DictionaryText.shipped(board));
    unknown(board)
        .forEach(fault -> answers.computeIfPresent(fault.toString(), (_, a) -> sees(a) ? a : null));
  }

  private static boolean sees(FaultDictionary.Answer answer) {
    return answer.look() != StartUp.Look.WORKS || answer.deadTest().end() != DeadTestEnd.PASS;
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
