package raconteur.core.bench.screen;

import java.util.ArrayList;
import java.util.List;
import raconteur.core.bench.BenchSetUp;

/** Reads the characters of a picture by their dots, as somebody in front of it would. */
public final class ScreenText {
  /** What stands where no character looks like the dots. */
  public static final char UNREADABLE = '\u00bf';

  private ScreenText() {}

  /** The lines of text, blanks at their ends left out. */
  public static List<String> of(Picture picture, BenchSetUp.Screen screen) {
    int background = background(picture);
    List<String> lines = new ArrayList<>();
    for (int row = 0; row < screen.rows(); row++) {
      StringBuilder line = new StringBuilder();
      for (int column = 0; column < screen.columns(); column++) {
        long pattern = 0;
        for (int y = 0; y < 8; y++) {
          for (int x = 0; x < 8; x++) {
            int dot =
                picture.dot(picture.margin() + column * 8 + x, picture.margin() + row * 8 + y);
            pattern = pattern << 1 | (dot == background ? 0 : 1);
          }
        }
        line.append(screen.characters().named(pattern).orElse(UNREADABLE));
      }
      lines.add(line.toString().stripTrailing());
    }
    return lines;
  }

  /** The colour most dots of the text area have. */
  public static int background(Picture picture) {
    int[] counts = new int[16];
    for (int y = picture.margin(); y < picture.height() - picture.margin(); y++) {
      for (int x = picture.margin(); x < picture.width() - picture.margin(); x++) {
        counts[picture.dot(x, y)]++;
      }
    }
    int most = 0;
    for (int i = 1; i < counts.length; i++) {
      most = counts[i] > counts[most] ? i : most;
    }
    return most;
  }
}
