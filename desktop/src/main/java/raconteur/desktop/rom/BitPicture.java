package raconteur.desktop.rom;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * The bits of an image, a square a data line, addresses from the upper left row by row: a line that
 * stands is a plain square, an address line that does nothing repeats its halves. What is not as it
 * should be is drawn over it.
 */
final class BitPicture extends Drawing {
  private static final int ACROSS = 4;
  private static final double GAP = 10;
  private static final double NAME = 14;

  private Optional<byte[]> should = Optional.empty();
  private Optional<byte[]> read = Optional.empty();
  private List<WritableImage> planes = List.of();
  private Theme.Inks drawnIn = Theme.inks(false);

  /**
   * @param at told the sentence about the byte under the mouse, or an empty one
   */
  BitPicture(Consumer<String> at) {
    setMinSize(320, 180);
    setAccessibleText("No reading yet");
    setOnMouseMoved(e -> at.accept(under(e.getX(), e.getY())));
    setOnMouseExited(e -> at.accept(""));
  }

  void show(Optional<byte[]> newShould, Optional<byte[]> newRead) {
    should = newShould;
    read = newRead;
    planes = List.of();
    setAccessibleText(
        newRead
            .map(r -> "Eight squares of bits, " + r.length + " bytes, " + wrong(r) + " wrong")
            .orElse("No reading yet"));
    draw();
  }

  private long wrong(byte[] r) {
    return should
        .map(
            s -> IntStream.range(0, Math.min(s.length, r.length)).filter(a -> s[a] != r[a]).count())
        .orElse(0L);
  }

  /** How many addresses lie beside one another: as near to a square as a power of two is. */
  private static int columns(int bytes) {
    int bits = 32 - Integer.numberOfLeadingZeros(Math.max(1, bytes - 1));
    return 1 << ((bits + 1) / 2);
  }

  private static int rows(int bytes) {
    return (bytes + columns(bytes) - 1) / columns(bytes);
  }

  private double cellWidth() {
    return (getWidth() - GAP * (ACROSS + 1)) / ACROSS;
  }

  private double cellHeight() {
    return (getHeight() - 2 * (NAME + GAP)) / 2;
  }

  private double left(int plane) {
    return GAP + plane % ACROSS * (cellWidth() + GAP);
  }

  private double top(int plane) {
    int row = plane / ACROSS;
    return NAME + row * (cellHeight() + GAP + NAME);
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    if (read.isEmpty()) {
      g.setFill(inks.faint());
      g.setFont(Theme.text(13));
      g.fillText("What is read is drawn here, a square a data line.", 20, 36);
      return;
    }
    List<WritableImage> planes = planes(read.get(), inks);
    g.setImageSmoothing(columns(read.get().length) > cellWidth());
    for (int plane = 0; plane < 8; plane++) {
      // D7 first, as a byte is written.
      int bit = 7 - plane;
      g.drawImage(planes.get(bit), left(plane), top(plane), cellWidth(), cellHeight());
      g.setStroke(inks.faint());
      g.setLineWidth(0.7);
      g.strokeRect(left(plane), top(plane), cellWidth(), cellHeight());
      g.setFill(inks.ink());
      g.setFont(Theme.text(11));
      g.fillText("D" + bit, left(plane), top(plane) - 3);
    }
  }

  /** The eight squares in the colours of now; made once for each. */
  private List<WritableImage> planes(byte[] image, Theme.Inks inks) {
    if (!inks.equals(drawnIn) || planes.isEmpty()) {
      drawnIn = inks;
      planes = IntStream.range(0, 8).mapToObj(bit -> plane(image, bit, inks)).toList();
    }
    return planes;
  }

  private WritableImage plane(byte[] image, int bit, Theme.Inks inks) {
    int columns = columns(image.length);
    int rows = rows(image.length);
    int high = argb(inks.ink().interpolate(inks.paper(), 0.35));
    int low = argb(inks.paper());
    int wrongHigh = argb(inks.suspect());
    int wrongLow = argb(inks.suspect().interpolate(inks.paper(), 0.45));
    int[] colours = new int[columns * rows];
    for (int a = 0; a < image.length; a++) {
      boolean set = ((image[a] >> bit) & 1) == 1;
      colours[a] = isWrong(image, a, bit) ? set ? wrongHigh : wrongLow : set ? high : low;
    }
    WritableImage picture = new WritableImage(columns, rows);
    picture
        .getPixelWriter()
        .setPixels(0, 0, columns, rows, PixelFormat.getIntArgbInstance(), colours, 0, columns);
    return picture;
  }

  private static int argb(Color colour) {
    return (0xFF << 24)
        | ((int) Math.round(colour.getRed() * 255) << 16)
        | ((int) Math.round(colour.getGreen() * 255) << 8)
        | (int) Math.round(colour.getBlue() * 255);
  }

  private boolean isWrong(byte[] image, int address, int bit) {
    return should
        .filter(s -> address < s.length)
        .filter(s -> (((s[address] ^ image[address]) >> bit) & 1) == 1)
        .isPresent();
  }

  private String under(double x, double y) {
    if (read.isEmpty()) {
      return "";
    }
    int length = read.get().length;
    for (int plane = 0; plane < 8; plane++) {
      double across = (x - left(plane)) / cellWidth();
      double down = (y - top(plane)) / cellHeight();
      if (across >= 0 && across < 1 && down >= 0 && down < 1) {
        int row = (int) (down * rows(length));
        int address = row * columns(length) + (int) (across * columns(length));
        return address < length
            ? "D" + (7 - plane) + " of " + RomPresenter.at(address, should, read.get())
            : "";
      }
    }
    return "";
  }
}
