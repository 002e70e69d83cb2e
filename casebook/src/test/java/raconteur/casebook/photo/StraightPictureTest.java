package raconteur.casebook.photo;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.board.Outline.Point;
import raconteur.core.photo.PhotoMark;
import raconteur.core.photo.PlaneMap;

class StraightPictureTest {
  /** A board of 40 x 20 mm, ten pixels a millimetre, its quarters in four colours. */
  private static BufferedImage quarters() {
    BufferedImage image = new BufferedImage(600, 400, BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setColor(Color.RED);
    g.fillRect(100, 100, 200, 100);
    g.setColor(Color.GREEN);
    g.fillRect(300, 100, 200, 100);
    g.setColor(Color.BLUE);
    g.fillRect(100, 200, 200, 100);
    g.setColor(Color.WHITE);
    g.fillRect(300, 200, 200, 100);
    g.dispose();
    return image;
  }

  private static PlaneMap map(boolean underside) {
    double left = underside ? 500 : 100;
    double right = underside ? 100 : 500;
    return ((PlaneMap.Fitted)
            PlaneMap.fit(
                List.of(
                    new PhotoMark("a", new Point(left, 100), new Point(0, 0)),
                    new PhotoMark("b", new Point(right, 100), new Point(40, 0)),
                    new PhotoMark("c", new Point(right, 300), new Point(40, 20)),
                    new PhotoMark("d", new Point(left, 300), new Point(0, 20))),
                underside))
        .map();
  }

  private static Color at(StraightPicture picture, double x, double y) {
    int column = (int) (x * picture.width() / 40);
    int row = (int) (y * picture.height() / 20);
    return new Color(picture.colours()[row * picture.width() + column]);
  }

  @Test
  void everyQuarterComesToItsPlace() {
    StraightPicture top = StraightPicture.of(quarters(), map(false), 40, 20, 200);
    assertThat(top.width()).isEqualTo(200);
    assertThat(top.height()).isEqualTo(100);
    assertThat(at(top, 5, 5)).isEqualTo(Color.RED);
    assertThat(at(top, 35, 5)).isEqualTo(Color.GREEN);
    assertThat(at(top, 5, 15)).isEqualTo(Color.BLUE);
    assertThat(at(top, 35, 15)).isEqualTo(Color.WHITE);
  }

  @Test
  void theUndersideLiesAsTheTopDoes() {
    StraightPicture under = StraightPicture.of(quarters(), map(true), 40, 20, 200);
    assertThat(at(under, 5, 5)).isEqualTo(Color.GREEN);
    assertThat(at(under, 35, 15)).isEqualTo(Color.BLUE);
  }

  @Test
  void besideThePhotographItIsSeeThrough() {
    PlaneMap half =
        ((PlaneMap.Fitted)
                PlaneMap.fit(
                    List.of(
                        new PhotoMark("a", new Point(-100, 0), new Point(0, 0)),
                        new PhotoMark("b", new Point(600, 0), new Point(40, 0)),
                        new PhotoMark("c", new Point(600, 400), new Point(40, 20)),
                        new PhotoMark("d", new Point(-100, 400), new Point(0, 20))),
                    false))
            .map();
    StraightPicture picture = StraightPicture.of(quarters(), half, 40, 20, 200);
    assertThat(picture.colours()[0]).isZero();
    assertThat(picture.colours()[picture.width() - 1] >>> 24).isEqualTo(0xFF);
  }

  @Test
  void whatIsNoPictureIsNone() {
    assertThat(StraightPicture.of(new byte[] {1, 2, 3}, map(false), 40, 20, 200)).isEmpty();
  }
}
