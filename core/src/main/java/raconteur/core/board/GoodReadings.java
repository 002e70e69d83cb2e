package raconteur.core.board;

import java.util.List;
import java.util.Map;
import raconteur.core.device.Signal;

/**
 * What a healthy board was measured to do, learnt at the bench, and what that changes in what is
 * known of the revision.
 *
 * @param signals net name to what a probe showed there
 * @param railOhms rail name to ohms to ground, power off
 * @param railAmps rail name to the current drawn
 */
public record GoodReadings(
    Map<String, Signal> signals, Map<String, Double> railOhms, Map<String, Double> railAmps) {
  public GoodReadings {
    signals = Map.copyOf(signals);
    railOhms = Map.copyOf(railOhms);
    railAmps = Map.copyOf(railAmps);
  }

  /** How many readings would be new or different. */
  public int news(Board board) {
    BoardContents before = board.contents();
    BoardContents after = learnt(before);
    int news = 0;
    for (int i = 0; i < before.nets().size(); i++) {
      news += before.nets().get(i).equals(after.nets().get(i)) ? 0 : 1;
    }
    for (int i = 0; i < before.rails().size(); i++) {
      news += before.rails().get(i).equals(after.rails().get(i)) ? 0 : 1;
    }
    return news;
  }

  /** The contents with these readings as what a healthy board shows. */
  public BoardContents learnt(BoardContents contents) {
    List<Net> nets =
        contents.nets().stream()
            .map(
                n -> {
                  Signal signal = signals.get(n.name());
                  return signal == null ? n : n.withHealthy(signal);
                })
            .toList();
    List<Rail> rails =
        contents.rails().stream()
            .map(
                r ->
                    r.measured(
                        railOhms.getOrDefault(r.name(), r.expectedOhms()),
                        railAmps.getOrDefault(r.name(), r.amps())))
            .toList();
    return contents.withNets(nets).withRails(rails);
  }
}
