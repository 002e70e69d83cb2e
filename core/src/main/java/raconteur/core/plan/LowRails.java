package raconteur.core.plan;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.finding.Finding;
import raconteur.core.judge.RailResistance;
import raconteur.core.judge.RailVoltage;
import raconteur.core.story.Telling;

/** Rails that read so low to ground that nothing is switched on before it is explained. */
final class LowRails {
  private final Board board;

  LowRails(Board board) {
    this.board = board;
  }

  /** The rails whose last ohms are called low and that were not seen at their voltage since. */
  Set<String> low(List<Telling.DatedFinding> findings) {
    Map<String, Double> ohms = ohms(findings);
    return board.rails().stream()
        .filter(rail -> ohms.containsKey(rail.name()))
        .filter(rail -> RailResistance.isLow(rail, ohms.get(rail.name())))
        .map(Rail::name)
        .collect(Collectors.toSet());
  }

  /** What rails last read to ground, but for those that stood at their voltage since then. */
  Map<String, Double> ohms(List<Telling.DatedFinding> findings) {
    Map<String, Double> ohms = new HashMap<>();
    for (Telling.DatedFinding told : findings) {
      switch (told.finding()) {
        case Finding.RailOhms read -> ohms.put(read.rail(), read.ohms());
        case Finding.PullStep pull -> ohms.put(pull.rail(), pull.ohmsAfter());
        case Finding.RailVolts volts -> dropIfGood(ohms, volts.rail(), volts.volts());
        case Finding.FarVolts volts -> dropIfGood(ohms, volts.rail(), volts.volts());
        case Finding _ -> {}
      }
    }
    return ohms;
  }

  private void dropIfGood(Map<String, Double> ohms, String rail, double volts) {
    board
        .rail(rail)
        .filter(r -> RailVoltage.of(r, volts) == RailVoltage.Standing.GOOD)
        .ifPresent(r -> ohms.remove(r.name()));
  }
}
