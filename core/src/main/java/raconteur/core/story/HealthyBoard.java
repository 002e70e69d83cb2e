package raconteur.core.story;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.board.GoodReadings;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;

/** Learns from a story what its board shows now that it is healthy. */
public final class HealthyBoard {
  private HealthyBoard() {}

  /**
   * The last reading of every net and rail since the last mend, with no part out of its socket;
   * what was read before a mend speaks of a sick board.
   */
  public static GoodReadings learn(Board board, List<Entry> entries) {
    Telling telling = Telling.of(board, entries);
    Map<String, Signal> signals = new HashMap<>();
    Map<String, Double> ohms = new HashMap<>();
    Map<String, Double> amps = new HashMap<>();
    for (Telling.DatedFinding dated : telling.findings()) {
      if (dated.moment().epoch() < telling.epoch() || !dated.moment().partsOut().isEmpty()) {
        continue;
      }
      switch (dated.finding()) {
        case Finding.Probe probe when isPlain(probe.shown()) ->
            board
                .netOf(probe.pin())
                .filter(net -> !board.isSupply(net.name()))
                .ifPresent(net -> signals.put(net.name(), probe.shown()));
        case Finding.RailOhms rail when Double.isFinite(rail.ohms()) && !rail.reversed() ->
            ohms.put(rail.rail(), rail.ohms());
        case Finding.RailAmps rail -> amps.put(rail.rail(), rail.amps());
        default -> {}
      }
    }
    return new GoodReadings(signals, ohms, amps);
  }

  private static boolean isPlain(Signal signal) {
    return signal == Signal.HIGH || signal == Signal.LOW || signal == Signal.TOGGLING;
  }
}
