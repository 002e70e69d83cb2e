import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.ConvolveOp;
import java.awt.image.Kernel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.data.Loaded;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PhotoFile;
import raconteur.core.photo.PhotoMark;
import raconteur.core.photo.PlaneMap;

/**
 * Draws a board whose parts have places as a camera held by hand would see it: askew, unevenly lit,
 * a little noisy, on a bench. No picture of a real board is in it. Beside the picture it writes
 * where the four corners came to lie. The same arguments give the same picture.
 *
 * <p>Arguments: a board's id or file, {@code top} or {@code underside}, the picture to write, and
 * optionally a seed.
 */
final class Photograph {
  private static final int WIDE = 1900;
  private static final int HIGH = 1400;
  private static final double PIXELS_A_MILLIMETRE = 9;
  private static final double RIM_MILLIMETRES = 3;
  private static final Color MASK = new Color(0x2c5a45);
  private static final Color TRACK = new Color(0x3a7257);
  private static final Color TIN = new Color(0xb9bcb4);
  private static final Color HOLE = new Color(0x1c221f);
  private static final Color INK = new Color(0xe9e8da);
  private static final Color BODY = new Color(0x232426);
  private static final Color PRINT = new Color(0xb8b8b2);
  private static final Color BENCH = new Color(0x8d7355);

  private final Board board;
  private final boolean underside;
  private final Random random;

  private Photograph(Board board, boolean underside, long seed) {
    this.board = board;
    this.underside = underside;
    this.random = new Random(seed);
  }

  public static void main(String[] arguments) throws IOException {
    boolean underside = arguments[1].equals("underside");
    Path picture = Path.of(arguments[2]);
    long seed = arguments.length > 3 ? Long.parseLong(arguments[3]) : 310;
    if (!(BoardShelf.readNamed(arguments[0]) instanceof Loaded.Ok<Board>(Board board))) {
      throw new IllegalArgumentException("no such board: " + arguments[0]);
    }
    new Photograph(board, underside, seed).write(picture);
  }

  private void write(Path picture) throws IOException {
    double wide = board.identity().widthMillimetres();
    double high = board.identity().heightMillimetres();
    List<Point> pixels = new ArrayList<>();
    double scale = Math.min(WIDE * 0.84 / wide, HIGH * 0.84 / high);
    List<Point> corners =
        List.of(new Point(0, 0), new Point(wide, 0), new Point(wide, high), new Point(0, high));
    double lean = Math.toRadians(2 + 2 * random.nextDouble());
    for (Point corner : corners) {
      double x = (underside ? wide - corner.x() : corner.x()) - wide / 2;
      double y = corner.y() - high / 2;
      // The front is nearer to the camera, and the board lies a little askew.
      double near = 1 + 0.09 * y / high + 0.03 * x / wide;
      pixels.add(
          new Point(
              WIDE / 2.0 + scale * near * (x * Math.cos(lean) - y * Math.sin(lean)),
              HIGH / 2.0 + scale * near * (x * Math.sin(lean) + y * Math.cos(lean))));
    }
    List<String> names =
        List.of("rear left corner", "rear right corner", "front right corner", "front left corner");
    List<PhotoMark> marks = new ArrayList<>();
    for (int i = 0; i < corners.size(); i++) {
      Point rounded =
          new Point(Math.rint(pixels.get(i).x() * 10) / 10, Math.rint(pixels.get(i).y() * 10) / 10);
      marks.add(new PhotoMark(names.get(i), rounded, corners.get(i)));
    }
    PlaneMap map = ((PlaneMap.Fitted) PlaneMap.fit(marks, underside)).map();
    byte[] encoded = jpeg(seen(flat(), map));
    Files.write(picture, encoded);
    String name = hash(encoded).substring(0, 12);
    Files.writeString(
        picture.resolveSibling(picture.getFileName().toString().replaceAll("\\.[^.]*$", ".json")),
        PhotoFile.write(new BoardPhoto(name, underside, marks)) + "\n");
  }

  private static String hash(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** The board from straight above, in the coordinates of its top side. */
  private BufferedImage flat() {
    double wide = board.identity().widthMillimetres();
    double high = board.identity().heightMillimetres();
    BufferedImage image =
        new BufferedImage(
            (int) ((wide + 2 * RIM_MILLIMETRES) * PIXELS_A_MILLIMETRE),
            (int) ((high + 2 * RIM_MILLIMETRES) * PIXELS_A_MILLIMETRE),
            BufferedImage.TYPE_INT_RGB);
    Graphics2D g = image.createGraphics();
    g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    g.setColor(BENCH);
    g.fillRect(0, 0, image.getWidth(), image.getHeight());
    g.scale(PIXELS_A_MILLIMETRE, PIXELS_A_MILLIMETRE);
    g.translate(RIM_MILLIMETRES, RIM_MILLIMETRES);
    g.setColor(MASK);
    g.fill(new RoundRectangle2D.Double(0, 0, wide, high, 1.5, 1.5));
    for (double x : new double[] {5, wide - 5}) {
      for (double y : new double[] {5, high - 5}) {
        spot(g, TIN, x, y, 3.2);
        spot(g, BENCH, x, y, 1.7);
      }
    }
    tracks(g, wide, high);
    for (Part part : board.parts()) {
      pads(g, part);
    }
    if (!underside) {
      board.parts().forEach(part -> body(g, part));
      g.setColor(INK);
      g.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 1).deriveFont(4.2f));
      g.drawString(board.identity().assembly(), (float) (wide / 2), (float) (high - 4));
    }
    g.dispose();
    return image;
  }

  /** Tracks as they might run; the board's own nets where it has any would look no truer. */
  private void tracks(Graphics2D g, double wide, double high) {
    List<Point> pins = new ArrayList<>();
    for (Part part : board.parts()) {
      part.device().pins().forEach(p -> pins.add(Outline.pinOnBoard(part, p.number())));
    }
    g.setColor(TRACK);
    for (Point from : pins) {
      Point to = pins.get(random.nextInt(pins.size()));
      if (Math.abs(to.x() - from.x()) + Math.abs(to.y() - from.y()) > 80) {
        continue;
      }
      g.setStroke(new BasicStroke(random.nextInt(6) == 0 ? 1.1f : 0.45f));
      Path2D path = new Path2D.Double();
      path.moveTo(from.x(), from.y());
      double corner = Math.min(Math.abs(to.x() - from.x()), Math.abs(to.y() - from.y())) / 3;
      if (underside) {
        path.lineTo(to.x() - Math.signum(to.x() - from.x()) * corner, from.y());
        path.lineTo(to.x(), from.y() + Math.signum(to.y() - from.y()) * corner);
      } else {
        path.lineTo(from.x(), to.y() - Math.signum(to.y() - from.y()) * corner);
        path.lineTo(from.x() + Math.signum(to.x() - from.x()) * corner, to.y());
      }
      path.lineTo(to.x(), to.y());
      g.draw(path);
    }
  }

  private void pads(Graphics2D g, Part part) {
    for (var pin : part.device().pins()) {
      Point at = Outline.pinOnBoard(part, pin.number());
      spot(g, TIN, at.x(), at.y(), 0.85);
      spot(g, underside ? TIN.brighter() : HOLE, at.x(), at.y(), 0.4);
    }
  }

  private static void spot(Graphics2D g, Color colour, double x, double y, double radius) {
    g.setColor(colour);
    g.fill(new Ellipse2D.Double(x - radius, y - radius, 2 * radius, 2 * radius));
  }

  private void body(Graphics2D g, Part part) {
    Outline outline = Outline.of(part.device().outline(), part.device().pins().size());
    double w = outline.widthMillimetres();
    double h = outline.heightMillimetres();
    AffineTransform before = g.getTransform();
    g.translate(part.place().xMillimetres(), part.place().yMillimetres());
    g.rotate(Math.toRadians(part.place().turnedDegrees()));
    String kind = part.device().outline();
    if (kind.startsWith("DIP") || kind.startsWith("SO")) {
      chip(g, part, outline, w, h);
    } else if (kind.startsWith("CONN")) {
      g.setColor(INK);
      g.fill(new Rectangle2D.Double(-w / 2, -h / 2, w, h));
      outline.pins().forEach(p -> spot(g, TIN.darker(), p.x(), p.y(), 0.6));
    } else if (part.designator().startsWith("C")) {
      spot(g, new Color(0x1f3f73), 0, 0, h / 2);
      spot(g, TIN, 0, 0, h / 2 - 1);
    } else {
      g.setColor(TIN);
      g.fill(new RoundRectangle2D.Double(-w / 2, -h / 2, w, h, h, h));
    }
    g.setTransform(before);
    g.setColor(INK);
    g.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, 1).deriveFont(3.0f));
    double top =
        Math.max(h, outline.pins().stream().mapToDouble(p -> 2 * Math.abs(p.y())).max().orElse(0));
    g.drawString(
        part.designator(),
        (float) (part.place().xMillimetres() - w / 2),
        (float) (part.place().yMillimetres() - top / 2 - 1.4));
  }

  private void chip(Graphics2D g, Part part, Outline outline, double w, double h) {
    if (part.socketed()) {
      g.setColor(new Color(0x3c342c));
      double rows = outline.pins().getFirst().y() * 2 + 2.6;
      g.fill(new Rectangle2D.Double(-w / 2 - 1, -rows / 2, w + 2, rows));
    }
    g.setColor(TIN);
    for (Point pin : outline.pins()) {
      g.fill(
          new Rectangle2D.Double(
              pin.x() - 0.5,
              Math.min(pin.y(), Math.signum(pin.y()) * h / 2 - 0.3),
              1.0,
              Math.abs(pin.y()) - h / 2 + 0.6));
    }
    g.setColor(BODY);
    g.fill(new RoundRectangle2D.Double(-w / 2, -h / 2, w, h, 0.8, 0.8));
    spot(g, BODY.darker().darker(), -w / 2, 0, 1.1);
    spot(g, new Color(0x45474a), outline.pins().getFirst().x() + 0.4, h / 2 - 1.3, 0.6);
    g.setColor(PRINT);
    g.setFont(new Font(Font.MONOSPACED, Font.PLAIN, 1).deriveFont(2.7f));
    String week = String.format("%02d%02d", 81 + random.nextInt(4), 1 + random.nextInt(52));
    float left = (float) (-w / 2 + 3);
    g.drawString(part.device().name(), left, h > 8 ? -0.6f : 0.2f);
    g.setFont(g.getFont().deriveFont(2.0f));
    g.drawString(week, left, h > 8 ? 2.4f : 2.4f);
    if (part.device().name().startsWith("27")) {
      spot(g, new Color(0x6f7480), w / 2 - 8, 0, 3.4);
      g.setColor(new Color(0xd9d4bd));
      g.fill(new Rectangle2D.Double(w / 2 - 12, -3.2, 8, 6.4));
    }
  }

  /** What the camera sees: askew, lit from one side, grainy. */
  private BufferedImage seen(BufferedImage flat, PlaneMap map) {
    BufferedImage image = new BufferedImage(WIDE, HIGH, BufferedImage.TYPE_INT_RGB);
    double lampX = WIDE * (underside ? 0.68 : 0.3);
    double lampY = HIGH * 0.22;
    double grain = 0;
    for (int y = 0; y < HIGH; y++) {
      for (int x = 0; x < WIDE; x++) {
        Point at = map.onBoard(new Point(x + 0.5, y + 0.5));
        int fx = (int) ((at.x() + RIM_MILLIMETRES) * PIXELS_A_MILLIMETRE);
        int fy = (int) ((at.y() + RIM_MILLIMETRES) * PIXELS_A_MILLIMETRE);
        boolean inside = fx >= 0 && fy >= 0 && fx < flat.getWidth() && fy < flat.getHeight();
        if (x % 3 == 0) {
          grain = Math.sin(y * 0.045 + 3 * Math.sin(x * 0.004)) * 6;
        }
        int colour = inside ? flat.getRGB(fx, fy) : BENCH.getRGB();
        boolean bench = !inside || colour == BENCH.getRGB();
        double far = Math.hypot((x - lampX) / WIDE, (y - lampY) / HIGH);
        double light = 1.16 - 0.62 * far;
        double noise = random.nextGaussian() * 2.2 + (bench ? grain : 0);
        image.setRGB(
            x,
            y,
            lit(colour >> 16 & 0xFF, light * 1.03, noise) << 16
                | lit(colour >> 8 & 0xFF, light, noise) << 8
                | lit(colour & 0xFF, light * 0.93, noise));
      }
    }
    float[] blur = new float[9];
    Arrays.fill(blur, 1 / 18f);
    blur[4] += 0.5f;
    return new ConvolveOp(new Kernel(3, 3, blur), ConvolveOp.EDGE_NO_OP, null).filter(image, null);
  }

  private static int lit(int channel, double light, double noise) {
    return (int) Math.clamp(channel * light + noise, 0, 255);
  }

  private static byte[] jpeg(BufferedImage image) throws IOException {
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ImageWriteParam how = writer.getDefaultWriteParam();
    how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
    how.setCompressionQuality(0.8f);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
      writer.setOutput(stream);
      writer.write(null, new IIOImage(image, null, null), how);
    }
    writer.dispose();
    return out.toByteArray();
  }
}
