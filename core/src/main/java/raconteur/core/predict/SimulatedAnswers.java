package raconteur.core.predict;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.bench.program.DictionaryText;
import raconteur.core.bench.program.FaultDictionary;
import raconteur.core.bench.program.StartUp;
import raconteur.core.board.Board;
import raconteur.core.device.Device;
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
  private final Map<String, FaultDictionary.Answer> answers;

  SimulatedAnswers(Board board) {
    answers = new HashMap<>(DictionaryText.shipped(board));
    unknown(board)
        .forEach(fault -> answers.computeIfPresent(fault.toString(), (_, a) -> sees(a) ? a : null));
  }

  private static boolean sees(FaultDictionary.Answer answer) {
    return answer.look() != StartUp.Look.WORKS || answer.deadTest().end() != DeadTestEnd.PASS;
  }

  private static boolean isPassedOver(Device device) {
    return device.isContact()
        || device.isElectrolytic()
        || device.isCeramicCapacitor()
        || device.isAnalogue()
        || device.isLineDriver();
  }

  /** Faults the simulation passes over, so that it says nothing of them. */
  static List<Fault> unknown(Board board) {
    return board.parts().stream()
        .filter(part -> isPassedOver(part.device()))
        .map(part -> new Fault(new Place.OfPart(part.designator()), FaultMode.DEAD))
        .toList();
  }

  Optional<FaultDictionary.Answer> of(Fault fault) {
    return answers.isEmpty()
        ? Optional.empty()
        : Optional.ofNullable(answers.get(fault.toString()));
  }
}
