package raconteur.core.bench;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/** Records nets of a powered board while time passes. */
public final class Recorder {
  /** More changes of one net than this are not kept. */
  private static final int MOST_CHANGES = 2_000_000;

  private Recorder() {}

  private static Track.State state(int line) {
    return Track.State.values()[line];
  }

  /**
   * Lets time pass and records.
   *
   * @param nets numbers of nets with the names they go by
   */
  public static Capture record(PoweredBoard board, List<Line> nets, long micros) {
    LogicRun run = board.run();
    run.rest();
    List<List<Track.Change>> changes = new ArrayList<>();
    for (Line net : nets) {
      List<Track.Change> list = new ArrayList<>();
      list.add(new Track.Change(run.picos(), state(run.shown(net.net()))));
      changes.add(list);
      run.watch(
          net.net(),
          (_, shown, picos) -> {
            if (list.size() < MOST_CHANGES) {
              list.add(new Track.Change(picos, state(shown)));
            }
          });
    }
    board.runMicros(micros);
    List<Track> tracks = new ArrayList<>();
    for (int i = 0; i < nets.size(); i++) {
      run.unwatch(nets.get(i).net());
      tracks.add(new Track(nets.get(i).name(), changes.get(i), run.picos()));
    }
    return new Capture("simulated", tracks);
  }

  /** A net with the name it goes by. */
  public record Line(int net, String name) {}
}
