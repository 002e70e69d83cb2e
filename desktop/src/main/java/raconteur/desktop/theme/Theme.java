package raconteur.desktop.theme;

import atlantafx.base.theme.PrimerLight;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import javafx.application.Application;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.DialogPane;
import javafx.scene.image.Image;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.stage.Window;
import raconteur.casebook.palette.Hue;

/** Typefaces, stylesheet and the colours that are drawn with on canvases. */
public final class Theme {
  private static final Map<Long, Font> CACHE = new ConcurrentHashMap<>();

  // The mono cut names its family B612 too and would otherwise win over the text cut.
  private static final List<String> FONTS =
      List.of("B612Mono-Regular.otf", "B612Mono-Bold.otf", "B612-Regular.otf", "B612-Bold.otf");

  private static final Pattern SIZE_OF_TEXT = Pattern.compile("-fx-font-size: ([0-9]{1,3})px");
  private static final int USUAL_PERCENT = 100;
  private static volatile int textPercent = USUAL_PERCENT;

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

  private static final Inks LIGHT = inks(Hue::light);
  private static final Inks DIMMED = inks(Hue::dim);

  private static Inks inks(Function<Hue, String> in) {
    return new Inks(
        Color.web(in.apply(Hue.PAPER)),
        Color.web(in.apply(Hue.BOARD)),
        Color.web(in.apply(Hue.INK)),
        Color.web(in.apply(Hue.FAINT)),
        Color.web(in.apply(Hue.PART)),
        Color.web(in.apply(Hue.SUSPECT)),
        Color.web(in.apply(Hue.CLEARED)),
        Color.web(in.apply(Hue.MENDED)),
        Color.web(in.apply(Hue.STEP)));
  }

  /** Loads typefaces and the base theme; once, before the first scene. */
  public static void prepare() {
    for (String font : FONTS) {
      InputStream in = Objects.requireNonNull(Theme.class.getResourceAsStream(font), font);
      Font.loadFont(in, 13);
    }
    Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
  }

  /** The program's icon; drawn by tools/Icon.java. */
  public static Optional<Image> icon() {
    return Optional.ofNullable(Theme.class.getResourceAsStream("icon.png")).map(Image::new);
  }

  /** How large text is everywhere, in per cent; scenes are dressed again to show it. */
  public static void setTextPercent(int percent) {
    textPercent = percent;
  }

  /** How large text is, in per cent. */
  public static int textPercent() {
    return textPercent;
  }

  /** A width that has to grow with the text in it. */
  public static double wide(double width) {
    return Math.max(1, textPercent / 100.0) * width;
  }

  /** Puts our stylesheet on a scene, and the colours it speaks of. */
  public static void dress(Scene scene) {
    scene.getStylesheets().setAll(inline(Hue.stylesheet()), stylesheet());
  }

  private static String inline(String css) {
    return "data:text/css;base64,"
        + Base64.getEncoder().encodeToString(css.getBytes(StandardCharsets.UTF_8));
  }

  /** As it ships, or with every size of text in it as large as is wanted. */
  private static String stylesheet() {
    URL shipped = Objects.requireNonNull(Theme.class.getResource("raconteur.css"));
    if (textPercent == USUAL_PERCENT) {
      return shipped.toExternalForm();
    }
    try (InputStream in = shipped.openStream()) {
      String css = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return inline(
          SIZE_OF_TEXT
              .matcher(css)
              .replaceAll(
                  size ->
                      "-fx-font-size: "
                          + Math.round(Integer.parseInt(size.group(1)) * textPercent / 100.0)
                          + "px"));
    } catch (IOException e) {
      throw new UncheckedIOException("our own stylesheet cannot be read", e);
    }
  }

  /** Gives a dialog the looks of the window that owns it. */
  public static void dressDialog(DialogPane dialog, Window owner) {
    dialog.getStylesheets().setAll(owner.getScene().getStylesheets());
    setDim(dialog, isDim(owner.getScene().getRoot()));
  }

  /**
   * The same for a dialog that is a bench of its own: alerts are kept narrow, these have tables.
   */
  public static void dressDialog(DialogPane dialog, Window owner, double width, double height) {
    dressDialog(dialog, owner);
    dialog.setPrefSize(width, height);
    Style.ROOMY.on(dialog);
  }

  public static boolean isDim(Parent root) {
    return Style.DIM.isOn(root);
  }

  public static void setDim(Parent root, boolean dim) {
    if (dim) {
      Style.DIM.on(root);
    } else {
      Style.DIM.off(root);
    }
  }

  /** The text cut in a size, to half a pixel, as large as text is wanted. */
  public static Font text(double size) {
    long halves = Math.round(size * textPercent / 50.0);
    return CACHE.computeIfAbsent(halves, _ -> Font.font("B612", halves / 2.0));
  }

  public static Inks inks(boolean dim) {
    return dim ? DIMMED : LIGHT;
  }
}
