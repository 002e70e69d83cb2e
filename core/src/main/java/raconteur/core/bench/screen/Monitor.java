package raconteur.core.bench.screen;

import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalInt;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.logic.LogicRun;

/**
 * A monitor on a board's video lines. It finds the picture by the sync line alone: the level the
 * line rests at, the long pulse a picture begins with, the short ones its lines begin with. With no
 * such pulses there is no picture, as on the bench.
 */
public final class Monitor {
  private static final int MARGIN = 8;
  private static final long LONGEST_LINE_PULSE_PICOS = 20_000_000;
  private static final long WATCHED_PICOS = 40_000_000_000L;
  private static final long STEP_PICOS = 4_000_000_000L;
  private static final int MOST_CHANGES = 4_000_000;

  private final PoweredBoard board;
  private final BenchSetUp.Screen screen;

  public Monitor(PoweredBoard board, BenchSetUp.Screen screen) {
    this.board = board;
    this.screen = screen;
  }

  /** Everything a line did: when, and what came then. */
  private static final class Track implements LogicRun.Watcher {
    private long[] picos = new long[1024];
    private byte[] line = new byte[1024];
    private int count;

    Track(long now, int shown) {
      moved(0, shown, now);
    }

    @Override
    public void moved(int net, int shown, long at) {
      if (count == picos.length && count < MOST_CHANGES) {
        picos = Arrays.copyOf(picos, count * 2);
        line = Arrays.copyOf(line, count * 2);
      }
      if (count < picos.length) {
        picos[count] = at;
        line[count++] = (byte) shown;
      }
    }

    private int cursor;

    /** The level at a moment; moments are asked for in order. */
    boolean highAt(long at) {
      while (cursor + 1 < count && picos[cursor + 1] <= at) {
        cursor++;
      }
      return line[cursor] == Lines.HIGH;
    }
  }

  /** Watches for two pictures' time and puts one together; empty where the sync line gives none. */
  public Optional<Picture> watch() {
    OptionalInt sync = board.net(screen.sync());
    if (sync.isEmpty()) {
      return Optional.empty();
    }
    int[] nets = new int[screen.lines().size()];
    Track[] tracks = new Track[nets.length];
    LogicRun run = board.run();
    run.rest();
    for (int i = 0; i < nets.length; i++) {
      OptionalInt net = board.net(screen.lines().get(i));
      nets[i] = net.orElse(sync.getAsInt());
      tracks[i] = new Track(run.picos(), net.isPresent() ? run.shown(nets[i]) : Lines.LOW);
      if (net.isPresent()) {
        run.watch(nets[i], tracks[i]);
      }
    }
    Track pulses = new Track(run.picos(), run.shown(sync.getAsInt()));
    run.watch(sync.getAsInt(), pulses);
    Optional<Picture> picture = Optional.empty();
    long until = run.picos() + WATCHED_PICOS;
    while (picture.isEmpty() && run.picos() < until) {
      run.run(STEP_PICOS);
      for (Track track : tracks) {
        track.cursor = 0;
      }
      picture = draw(pulses, tracks, run.picos());
    }
    for (int net : nets) {
      run.unwatch(net);
    }
    run.unwatch(sync.getAsInt());
    return picture;
  }

  private Optional<Picture> draw(Track pulses, Track[] tracks, long end) {
    boolean restsHigh = restsHigh(pulses, end);
    int start = -1;
    for (int i = 1; i + 1 < pulses.count && start < 0; i++) {
      boolean pulse = (pulses.line[i] == Lines.HIGH) != restsHigh;
      if (pulse && pulses.picos[i + 1] - pulses.picos[i] > LONGEST_LINE_PULSE_PICOS) {
        start = i + 1;
      }
    }
    if (start < 0) {
      return Optional.empty();
    }
    int height = screen.rows() * 8 + 2 * MARGIN;
    int width = screen.columns() * 8 + 2 * MARGIN;
    byte[] dots = new byte[width * height];
    int line = 0;
    int shownLines = 0;
    for (int i = start; i + 1 < pulses.count && shownLines < height; i++) {
      boolean pulse = (pulses.line[i] == Lines.HIGH) != restsHigh;
      boolean shortOne = pulses.picos[i + 1] - pulses.picos[i] < LONGEST_LINE_PULSE_PICOS;
      if (pulse && shortOne) {
        int y = line++ - screen.firstLine() + MARGIN;
        if (y >= 0 && y < height) {
          shownLines++;
          scan(tracks, pulses.picos[i], dots, y * width, width);
        }
      }
    }
    return shownLines < height
        ? Optional.empty()
        : Optional.of(new Picture(width, height, MARGIN, dots));
  }

  private void scan(Track[] tracks, long pulse, byte[] dots, int from, int width) {
    for (int x = 0; x < width; x++) {
      long at =
          pulse + screen.firstDotPicos() + (x - MARGIN) * screen.dotPicos() + screen.dotPicos() / 2;
      int dot = 0;
      for (int t = 0; t < tracks.length; t++) {
        dot |= tracks[t].highAt(at) ? 1 << t : 0;
      }
      dots[from + x] = (byte) dot;
    }
  }

  private static boolean restsHigh(Track pulses, long end) {
    long high = 0;
    long low = 0;
    for (int i = 0; i < pulses.count; i++) {
      long until = i + 1 < pulses.count ? pulses.picos[i + 1] : end;
      if (pulses.line[i] == Lines.HIGH) {
        high += until - pulses.picos[i];
      } else {
        low += until - pulses.picos[i];
      }
    }
    return high > low;
  }
}
