package raconteur.desktop.theme;

import atlantafx.base.theme.PrimerLight;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import javafx.application.Application;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.DialogPane;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.stage.Window;

/** Typefaces, stylesheet and the colours that are drawn with on canvases. */
public final class Theme {
  /** The figures' typeface; JavaFX knows it by its full name only. */
  public static final String FIGURES = "B612 Mono Regular";

  private static final Map<Long, Font> CACHE = new ConcurrentHashMap<>();
  private static final String DIM = "dim";

  // The mono cut names its family B612 too and would otherwise win over the text cut.
  private static final List<String> FONTS =
      List.of("B612Mono-Regular.otf", "B612Mono-Bold.otf", "B612-Regular.otf", "B612-Bold.otf");

  private Theme() {}

  /** The colours of drawings, light or dim. */
  public record Inks(
      Color paper,
      Color board,
      Color ink,
      Color faint,
      Color part,
      Color suspect,
      Color cleared,
      Color mended,
      Color step) {}

  private static final Inks LIGHT =
      new Inks(
          Color.web("#f7f2e6"),
          Color.web("#efe6cf"),
          Color.web("#26313a"),
          Color.web("#5d584b"),
          Color.web("#fffdf6"),
          Color.web("#b3431d"),
          Color.web("#3f6350"),
          Color.web("#4a5f9c"),
          Color.web("#00685f"));

  private static final Inks DIMMED =
      new Inks(
          Color.web("#221d18"),
          Color.web("#2d2720"),
          Color.web("#eadfc8"),
          Color.web("#a89c86"),
          Color.web("#3a332a"),
          Color.web("#e8743f"),
          Color.web("#86b39a"),
          Color.web("#93a8e6"),
          Color.web("#57c3b4"));

  /** Loads typefaces and the base theme; once, before the first scene. */
  public static void prepare() {
    for (String font : FONTS) {
      InputStream in = Objects.requireNonNull(Theme.class.getResourceAsStream(font), font);
      Font.loadFont(in, 13);
    }
    Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
  }

  /** Puts our stylesheet on a scene. */
  public static void dress(Scene scene) {
    scene
        .getStylesheets()
        .add(Objects.requireNonNull(Theme.class.getResource("raconteur.css")).toExternalForm());
  }

  /** Gives a dialog the looks of the window that owns it. */
  public static void dressDialog(DialogPane dialog, Window owner) {
    dialog.getStylesheets().setAll(owner.getScene().getStylesheets());
    setDim(dialog, isDim(owner.getScene().getRoot()));
  }

  public static boolean isDim(Parent root) {
    return root.getStyleClass().contains(DIM);
  }

  public static void setDim(Parent root, boolean dim) {
    root.getStyleClass().remove(DIM);
    if (dim) {
      root.getStyleClass().add(DIM);
    }
  }

  /** The text cut in a size, to half a pixel. */
  public static Font text(double size) {
    return CACHE.computeIfAbsent(2 * Math.round(size * 2), _ -> Font.font("B612", size));
  }

  /** The figures' cut in a size, to half a pixel. */
  public static Font figures(double size) {
    return CACHE.computeIfAbsent(2 * Math.round(size * 2) + 1, _ -> Font.font(FIGURES, size));
  }

  public static Inks inks(boolean dim) {
    return dim ? DIMMED : LIGHT;
  }
}
