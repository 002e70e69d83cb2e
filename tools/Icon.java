import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.File;
import java.io.IOException;
import javax.imageio.ImageIO;

/** Draws the program's icon: a chip on a sheet of the logbook, with a line told under it. */
final class Icon {
  private static final int SIZE = 256;
  private static final Color SHEET = new Color(0xfffdf6);
  private static final Color INK = new Color(0x26313a);
  private static final Color SUSPECT = new Color(0x9c3916);
  private static final Color STEP = new Color(0x00615a);

  private Icon() {}

  public static void main(String[] arguments) throws IOException {
    BufferedImage image = new BufferedImage(SIZE, SIZE, BufferedImage.TYPE_INT_ARGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(SHEET);
    g.fill(new RoundRectangle2D.Double(12, 12, 232, 232, 28, 28));
    g.setColor(INK);
    g.setStroke(new BasicStroke(8));
    g.draw(new RoundRectangle2D.Double(12, 12, 232, 232, 28, 28));
    g.setColor(SUSPECT);
    g.fill(new RoundRectangle2D.Double(56, 66, 144, 62, 10, 10));
    g.setColor(INK);
    for (int pin = 0; pin < 5; pin++) {
      g.fillRect(68 + pin * 27, 48, 12, 18);
      g.fillRect(68 + pin * 27, 128, 12, 18);
    }
    g.setColor(SHEET);
    g.fillOval(66, 88, 18, 18);
    g.setColor(STEP);
    g.setStroke(new BasicStroke(12, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    Path2D line = new Path2D.Double();
    line.moveTo(48, 204);
    line.lineTo(96, 204);
    line.lineTo(96, 174);
    line.lineTo(144, 174);
    line.lineTo(144, 204);
    line.lineTo(208, 204);
    g.draw(line);
    g.dispose();
    ImageIO.write(image, "png", new File(arguments[0]));
  }
}
