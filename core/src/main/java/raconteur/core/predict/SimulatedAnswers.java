package raconteur.core.predict;

import java.util.Map;
import java.util.Optional;
import raconteur.core.bench.test.DictionaryText;
import raconteur.core.bench.test.FaultDictionary;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;

/**
 * What the simulated board does with one fault alone, as far as the shipped dictionary has it: the
 * deepest knowledge there is, where there is any.
 */
final class SimulatedAnswers {
  private final Map<String, FaultDictionary.Answer> answers;

  SimulatedAnswers(Board board) {
    answers = DictionaryText.shipped(board);
  }

  Optional<FaultDictionary.Answer> of(Fault fault) {
    return answers.isEmpty()
        ? Optional.empty()
        : Optional.ofNullable(answers.get(fault.toString()));
  }
}
