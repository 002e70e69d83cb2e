package raconteur.core.bench.program;

import java.util.List;
import java.util.Optional;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.bench.screen.Monitor;
import raconteur.core.bench.screen.Picture;
import raconteur.core.bench.screen.ScreenText;

/** What a board shows by itself some time after it was switched on, as a person would put it. */
public final class StartUp {
  private static final long START_MICROS = 24_000;
  private static final double FEW_CELLS = 0.02;

  private StartUp() {}

  /** The drawers symptoms are put in; the names are those of the boards' symptom cards. */
  public enum Look {
    /** No picture, or nothing in it. */
    BLANK("blank"),
    /** A picture of one colour. */
    BORDER("border"),
    /** Text where it should be, but not what it should be. */
    CHARACTERS("characters"),
    /** What it should be, in other colours. */
    COLOURS("colours"),
    /** Dots all over, the same from picture to picture. */
    GARBAGE("garbage"),
    /** Dots all over that change. */
    CHANGING("changing"),
    /** Nothing to see: as a healthy board. */
    WORKS("works");

    private final String card;

    Look(String card) {
      this.card = card;
    }

    /** The symptom card it belongs to. */
    public String card() {
      return card;
    }
  }

  /** What the screen shows. */
  public record Result(Look look, List<String> text) {
    public Result {
      text = List.copyOf(text);
    }
  }

  /**
   * Switches on and looks.
   *
   * @param healthy the pictures of a healthy board
   */
  public static Result run(
      SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed, Picture healthy) {
    BenchSetUp.Screen screen = board.setUp().screen().orElseThrow();
    PoweredBoard powered = start(board, plugged, minutesOn, seed);
    Optional<Picture> first = new Monitor(powered, screen).watch();
    if (first.isEmpty()) {
      return new Result(Look.BLANK, List.of());
    }
    List<String> text = ScreenText.of(first.get(), screen);
    Look look = look(first.get(), healthy, screen);
    if (look == Look.GARBAGE) {
      Optional<Picture> second = new Monitor(powered, screen).watch();
      boolean same = second.isPresent() && cells(first.get(), second.get(), screen) < FEW_CELLS;
      look = same ? Look.GARBAGE : Look.CHANGING;
    }
    return new Result(look, text);
  }

  /** The picture of a healthy board. */
  public static Picture healthy(SimulatedBoard board) {
    SimulatedBoard good = board.with(List.of());
    PoweredBoard powered = start(good, PluggedIn.NOTHING, 0, 1);
    return new Monitor(powered, good.setUp().screen().orElseThrow())
        .watch()
        .orElseThrow(() -> new IllegalStateException("a healthy board shows a picture"));
  }

  private static PoweredBoard start(
      SimulatedBoard board, PluggedIn plugged, double minutesOn, long seed) {
    PoweredBoard powered =
        board.powerUp(plugged, minutesOn, List.of(), LogicRun.PowerUp.AS_IT_FALLS, seed);
    powered.run().attendTo(List.of());
    powered.runMicros(START_MICROS);
    powered.run().attendToAll();
    powered.runMicros(70);
    return powered;
  }

  private static Look look(Picture shown, Picture healthy, BenchSetUp.Screen screen) {
    int background = ScreenText.background(shown);
    boolean plain = plain(shown, background);
    if (plain) {
      return background == 0 ? Look.BLANK : Look.BORDER;
    }
    List<String> text = ScreenText.of(shown, screen);
    List<String> good = ScreenText.of(healthy, screen);
    if (text.equals(good)) {
      return java.util.Arrays.equals(shown.dots(), healthy.dots()) ? Look.WORKS : Look.COLOURS;
    }
    return sameLayout(text, good, screen) ? Look.CHARACTERS : Look.GARBAGE;
  }

  private static boolean plain(Picture picture, int background) {
    for (int y = picture.margin(); y < picture.height() - picture.margin(); y++) {
      for (int x = picture.margin(); x < picture.width() - picture.margin(); x++) {
        if (picture.dot(x, y) != background) {
          return false;
        }
      }
    }
    return true;
  }

  /** Text where text should be, and either one thing or nothing where nothing should be. */
  private static boolean sameLayout(
      List<String> text, List<String> good, BenchSetUp.Screen screen) {
    char empty = charAt(text, screen.rows() - 1, screen.columns() - 1);
    int wrong = 0;
    for (int row = 0; row < screen.rows(); row++) {
      for (int column = 0; column < screen.columns(); column++) {
        boolean blank = charAt(text, row, column) == empty;
        wrong += blank == (charAt(good, row, column) == ' ') ? 0 : 1;
      }
    }
    return wrong <= screen.columns() / 2;
  }

  private static char charAt(List<String> text, int row, int column) {
    String line = text.get(row);
    return column < line.length() ? line.charAt(column) : ' ';
  }

  /** The share of character cells in which two pictures differ. */
  private static double cells(Picture one, Picture other, BenchSetUp.Screen screen) {
    List<String> first = ScreenText.of(one, screen);
    List<String> second = ScreenText.of(other, screen);
    int differ = 0;
    for (int row = 0; row < screen.rows(); row++) {
      for (int column = 0; column < screen.columns(); column++) {
        differ += charAt(first, row, column) == charAt(second, row, column) ? 0 : 1;
      }
    }
    return (double) differ / (screen.rows() * screen.columns());
  }
}
