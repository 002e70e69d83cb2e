package raconteur.desktop.simulate;

import java.util.Optional;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.paint.Color;
import raconteur.core.bench.screen.Picture;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The simulated board's screen, over the map while it is looked at. */
public final class ScreenPane extends VBox {
  private static final int LARGEST = 2;
  private static final int SAMPLES = 3;
  private static final int WIDTH = 336;
  private static final int HEIGHT = 216;
  private static final int AROUND = 84;

  private final ReadOnlyDoubleProperty space;
  private final ImageView image = new ImageView();
  private final Label caption = Texts.label("", Style.FAINT);

  /**
   * @param space what it lies over: it never asks for more room than there is
   */
  public ScreenPane(SimulationDesk desk, ReadOnlyDoubleProperty space) {
    super(8);
    setMinSize(0, 0);
    this.space = space;
    Style.SCREEN_PANE.on(this);
    setAlignment(Pos.CENTER);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    HBox foot =
        new HBox(10, caption, Texts.button("look away", desk::lookAway, Style.PLAIN_BUTTON));
    foot.setAlignment(Pos.CENTER);
    getChildren().addAll(image, foot);
    desk.addListener(this::show);
    space.addListener((observed, before, now) -> show(desk.state()));
  }

  private void show(SimulationDesk.State state) {
    setVisible(state.looked());
    setManaged(state.looked());
    double room = Math.clamp(space.get() - AROUND, HEIGHT / 2.0, HEIGHT * LARGEST);
    image.setImage(drawn(state.picture(), room / HEIGHT));
    caption.setText(
        state.picture().isPresent()
            ? "The simulated screen, one picture"
            : "The simulated screen stays dark: no sync");
  }

  /**
   * Draws a picture at any scale, each of its own dots averaged from a few points of the picture.
   */
  private static WritableImage drawn(Optional<Picture> picture, double scale) {
    int width = (int) (WIDTH * scale);
    int height = (int) (HEIGHT * scale);
    WritableImage image = new WritableImage(width, height);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int red = 0;
        int green = 0;
        int blue = 0;
        for (int sample = 0; sample < SAMPLES * SAMPLES && picture.isPresent(); sample++) {
          int down = sample / SAMPLES;
          int column = (int) ((x + (sample % SAMPLES + 0.5) / SAMPLES) / scale);
          int row = (int) ((y + (down + 0.5) / SAMPLES) / scale);
          int rgb =
              Picture.rgb(
                  picture
                      .get()
                      .dot(
                          Math.min(column, picture.get().width() - 1),
                          Math.min(row, picture.get().height() - 1)));
          red += rgb >> 16 & 0xFF;
          green += rgb >> 8 & 0xFF;
          blue += rgb & 0xFF;
        }
        int count = SAMPLES * SAMPLES;
        image.getPixelWriter().setColor(x, y, Color.rgb(red / count, green / count, blue / count));
      }
    }
    return image;
  }
}
