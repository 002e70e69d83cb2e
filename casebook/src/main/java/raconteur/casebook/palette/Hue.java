package raconteur.casebook.palette;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** A colour by what it is for, on the light sheet and in the dim workshop. */
public enum Hue {
  /** What lies behind everything. */
  PAPER("#f7f2e6", "#221d18"),
  /** What is read stands on it. */
  SHEET("#fffdf6", "#2d2720"),
  RULE("#d8cdb4", "#544a3d"),
  INK("#26313a", "#eadfc8"),
  FAINT("#625d50", "#b5a991"),
  SUSPECT("#9c3916", "#f0895a"),
  CLEARED("#3f6350", "#8fbfa4"),
  MENDED("#41548c", "#a3b5ee"),
  /** The next step, and whatever can be pressed. */
  STEP("#00615a", "#63cabb"),
  STEP_PAPER("#e3efe7", "#26332e"),
  /** A question, or a caution. */
  ASKS("#7a5200", "#e8bf6a"),
  /** Words on a button of the step's colour. */
  ON_STEP("#fffdf6", "#221d18"),
  /** Bars that are not filled, cells at rest. */
  GROUND("#efe6cf", "#3a332a"),
  /** The board as it is drawn, and a part on it. */
  BOARD("#efe6cf", "#2d2720"),
  PART("#fffdf6", "#3a332a"),
  ACCENT_MUTED("#8fbdb1", "#3d6a62"),
  NEUTRAL_MUTED("#d8cdb4aa", "#544a3daa");

  private final String light;
  private final String dim;

  Hue(String light, String dim) {
    this.light = light;
    this.dim = dim;
  }

  /** {@code #rrggbb}, or {@code #rrggbbaa}. */
  public String light() {
    return light;
  }

  public String dim() {
    return dim;
  }

  /** Red, green and blue on paper, which is always light, in one number. */
  public int printed() {
    return Integer.parseInt(light.substring(1, 7), 16);
  }

  /** Its name in the stylesheet. */
  public String token() {
    return "-" + name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** The tokens of the stylesheet: all hues under the root, and again under the dim root. */
  public static String stylesheet() {
    return ".root {" + tokens(false) + "}\n.root.dim {" + tokens(true) + "}\n";
  }

  private static String tokens(boolean dim) {
    return Arrays.stream(values())
        .map(hue -> hue.token() + ": " + (dim ? hue.dim : hue.light) + ";")
        .collect(Collectors.joining(" "));
  }
}
