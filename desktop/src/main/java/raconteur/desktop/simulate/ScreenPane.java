package raconteur.desktop.simulate;

import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.bench.screen.Picture;
import raconteur.desktop.control.Texts;

/** The simulated board's screen, over the map while it is looked at. */
public final class ScreenPane extends VBox {
  private static final int SCALE = 2;
  private static final int WIDTH = 336;
  private static final int HEIGHT = 216;
  private static final int AROUND = 84;
  private static final int BLACK = 0xFF000000;

  private final ImageView image = new ImageView();
  private final Label caption = Texts.label("", "faint");

  /**
   * @param space what it lies over: it never asks for more room than there is
   */
  public ScreenPane(SimulationDesk desk, ReadOnlyDoubleProperty space) {
    super(8);
    setMinSize(0, 0);
    image.setPreserveRatio(true);
    image.fitHeightProperty().bind(Bindings.min(HEIGHT * SCALE, space.subtract(AROUND)));
    getStyleClass().add("screen-pane");
    setAlignment(Pos.CENTER);
    setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    image.setSmooth(true);
    HBox foot = new HBox(10, caption, Texts.button("look away", desk::lookAway, "plain-button"));
    foot.setAlignment(Pos.CENTER);
    getChildren().addAll(image, foot);
    desk.addListener(this::show);
  }

  private void show(SimulationDesk.State state) {
    setVisible(state.looked());
    setManaged(state.looked());
    image.setImage(drawn(state.picture()));
    caption.setText(
        state.picture().isPresent()
            ? "The simulated screen, one picture"
            : "The simulated screen stays dark: no sync");
  }

  private static WritableImage drawn(Optional<Picture> picture) {
    int width = picture.map(Picture::width).orElse(WIDTH);
    int height = picture.map(Picture::height).orElse(HEIGHT);
    int[] pixels = new int[width * SCALE * height * SCALE];
    for (int y = 0; y < height * SCALE; y++) {
      for (int x = 0; x < width * SCALE; x++) {
        int column = x / SCALE;
        int row = y / SCALE;
        pixels[y * width * SCALE + x] =
            picture.map(p -> BLACK | Picture.rgb(p.dot(column, row))).orElse(BLACK);
      }
    }
    WritableImage image = new WritableImage(width * SCALE, height * SCALE);
    image
        .getPixelWriter()
        .setPixels(
            0,
            0,
            width * SCALE,
            height * SCALE,
            PixelFormat.getIntArgbInstance(),
            pixels,
            0,
            width * SCALE);
    return image;
  }
}
