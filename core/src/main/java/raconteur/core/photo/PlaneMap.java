package raconteur.core.photo;

import java.util.List;
import org.hipparchus.exception.MathRuntimeException;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.QRDecomposition;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;
import org.hipparchus.linear.SingularValueDecomposition;
import raconteur.core.board.Outline.Point;

/**
 * What a camera makes of a flat board, and back: a projective map of the plane, found from at least
 * four marks.
 *
 * <p>The normalised direct linear transformation begins it; Gauss-Newton steps then make the sum of
 * squares of the distances on the board, in millimetres, least (R. Hartley and A. Zisserman,
 * Multiple View Geometry in Computer Vision, 2nd edition, 2004, algorithm 4.2 and section 4.2.3;
 * from memory). Cost: a few thousand operations a mark.
 */
public final class PlaneMap {
  /** Fewer do not settle a plane. */
  public static final int FEWEST_MARKS = 4;

  private static final int STEPS = 20;
  private static final double SETTLED = 1e-12;

  /** Below this share of the largest, a singular value is no more than rounding. */
  private static final double NOTHING = 1e-9;

  /** Below this area, as a share of the marks' spread, three marks lie in one line. */
  private static final double FLAT = 1e-3;

  private final RealMatrix toBoard;
  private final RealMatrix toPixel;

  private PlaneMap(RealMatrix toBoard) {
    this.toBoard = toBoard;
    this.toPixel = MatrixUtils.inverse(toBoard);
  }

  /** What came of the marks. */
  public sealed interface Fit {}

  /**
   * A map.
   *
   * @param meanMillimetres root of the mean square of how far the marks are off on the board
   * @param worstMillimetres how far the worst of them is off
   * @param worst its number, from 0
   * @param checked whether there are more marks than a map needs, so that being off could show
   */
  public record Fitted(
      PlaneMap map, double meanMillimetres, double worstMillimetres, int worst, boolean checked)
      implements Fit {}

  /** Why there is no map, in a sentence that says what would do. */
  public record Refused(String sentence) implements Fit {}

  /**
   * The map of a picture's marks.
   *
   * @param underside whether the picture shows the underside, which is seen mirrored
   */
  public static Fit fit(List<PhotoMark> marks, boolean underside) {
    if (marks.size() < FEWEST_MARKS) {
      return new Refused(
          marks.size() + " of at least " + FEWEST_MARKS + " marks are set; set the others.");
    }
    if (lineUp(marks)) {
      return new Refused(
          "The marks lie too nearly in one line, or on one another; four corners would do.");
    }
    try {
      PlaneMap map = new PlaneMap(refined(direct(marks), marks));
      if (map.horizonCrosses(marks)) {
        return new Refused(
            "The marks cross: go round the board, rear left, rear right, front right, front left.");
      }
      if (map.turns(marks) == underside) {
        return new Refused(
            underside
                ? "The marks go round as on the top side; on the underside left and right are"
                    + " exchanged."
                : "The marks go round as on the underside; say that it is the underside, or set"
                    + " rear left first and go round clockwise.");
      }
      return map.judged(marks);
    } catch (MathRuntimeException e) {
      return new Refused("The marks do not settle where the board lies; four corners would do.");
    }
  }

  /** Where on the board a pixel lies, in millimetres seen from the top. */
  public Point onBoard(Point pixel) {
    return through(toBoard, pixel);
  }

  /** Where in the picture a point of the board lies. */
  public Point pixel(Point onBoard) {
    return through(toPixel, onBoard);
  }

  private static Point through(RealMatrix m, Point p) {
    double w = m.getEntry(2, 0) * p.x() + m.getEntry(2, 1) * p.y() + m.getEntry(2, 2);
    return new Point(
        (m.getEntry(0, 0) * p.x() + m.getEntry(0, 1) * p.y() + m.getEntry(0, 2)) / w,
        (m.getEntry(1, 0) * p.x() + m.getEntry(1, 1) * p.y() + m.getEntry(1, 2)) / w);
  }

  private Fitted judged(List<PhotoMark> marks) {
    double sum = 0;
    double most = 0;
    int worst = 0;
    for (int i = 0; i < marks.size(); i++) {
      double off = distance(onBoard(marks.get(i).pixel()), marks.get(i).onBoard());
      sum += off * off;
      if (off > most) {
        most = off;
        worst = i;
      }
    }
    return new Fitted(
        this, Math.sqrt(sum / marks.size()), most, worst, marks.size() > FEWEST_MARKS);
  }

  private static double distance(Point one, Point other) {
    return Math.hypot(one.x() - other.x(), one.y() - other.y());
  }

  /** Whether what the map takes for infinitely far runs between the marks. */
  private boolean horizonCrosses(List<PhotoMark> marks) {
    long ahead = marks.stream().filter(m -> weight(m.pixel()) > 0).count();
    return ahead != 0 && ahead != marks.size();
  }

  private double weight(Point p) {
    return toBoard.getEntry(2, 0) * p.x() + toBoard.getEntry(2, 1) * p.y() + toBoard.getEntry(2, 2);
  }

  /** Whether the picture shows the board from above: clockwise stays clockwise. */
  private boolean turns(List<PhotoMark> marks) {
    Point m = middle(marks.stream().map(PhotoMark::pixel).toList());
    double step = spread(marks.stream().map(PhotoMark::pixel).toList()) * 1e-3;
    Point here = onBoard(m);
    Point right = onBoard(new Point(m.x() + step, m.y()));
    Point down = onBoard(new Point(m.x(), m.y() + step));
    return (right.x() - here.x()) * (down.y() - here.y())
            - (right.y() - here.y()) * (down.x() - here.x())
        > 0;
  }

  /** Whether no four marks stand apart in both planes, so that nothing is settled. */
  private static boolean lineUp(List<PhotoMark> marks) {
    boolean piled =
        !(spread(marks.stream().map(PhotoMark::pixel).toList()) > 0
            && spread(marks.stream().map(PhotoMark::onBoard).toList()) > 0);
    if (piled) {
      return true;
    }
    return marks.size() == FEWEST_MARKS
        && (hasFlatTriple(marks.stream().map(PhotoMark::pixel).toList())
            || hasFlatTriple(marks.stream().map(PhotoMark::onBoard).toList()));
  }

  private static boolean hasFlatTriple(List<Point> points) {
    double size = spread(points);
    for (int out = 0; out < points.size(); out++) {
      Point a = points.get((out + 1) % points.size());
      Point b = points.get((out + 2) % points.size());
      Point c = points.get((out + 3) % points.size());
      double area =
          Math.abs((b.x() - a.x()) * (c.y() - a.y()) - (b.y() - a.y()) * (c.x() - a.x())) / 2;
      if (!(area > FLAT * size * size)) {
        return true;
      }
    }
    return false;
  }

  private static Point middle(List<Point> points) {
    return new Point(
        points.stream().mapToDouble(Point::x).average().orElse(0),
        points.stream().mapToDouble(Point::y).average().orElse(0));
  }

  /** Mean distance from the middle. */
  private static double spread(List<Point> points) {
    Point m = middle(points);
    return points.stream().mapToDouble(p -> distance(p, m)).average().orElse(0);
  }

  /** Moves the points about zero, root two away on average. */
  private static RealMatrix normaliser(List<Point> points) {
    Point m = middle(points);
    double s = Math.sqrt(2) / spread(points);
    return new Array2DRowRealMatrix(
        new double[][] {{s, 0, -s * m.x()}, {0, s, -s * m.y()}, {0, 0, 1}});
  }

  private static RealMatrix direct(List<PhotoMark> marks) {
    RealMatrix fromPixels = normaliser(marks.stream().map(PhotoMark::pixel).toList());
    RealMatrix fromBoard = normaliser(marks.stream().map(PhotoMark::onBoard).toList());
    // At least nine rows, so that the null vector is among the right singular vectors.
    double[][] rows = new double[Math.max(9, 2 * marks.size())][9];
    for (int i = 0; i < marks.size(); i++) {
      Point p = through(fromPixels, marks.get(i).pixel());
      Point q = through(fromBoard, marks.get(i).onBoard());
      rows[2 * i] = new double[] {0, 0, 0, -p.x(), -p.y(), -1, q.y() * p.x(), q.y() * p.y(), q.y()};
      rows[2 * i + 1] =
          new double[] {p.x(), p.y(), 1, 0, 0, 0, -q.x() * p.x(), -q.x() * p.y(), -q.x()};
    }
    var svd = new SingularValueDecomposition(new Array2DRowRealMatrix(rows));
    double[] values = svd.getSingularValues();
    if (values[7] < NOTHING * values[0]) {
      throw new MathRuntimeException(org.hipparchus.exception.LocalizedCoreFormats.SINGULAR_MATRIX);
    }
    double[] h = svd.getV().getColumn(8);
    RealMatrix normalised =
        new Array2DRowRealMatrix(
            new double[][] {{h[0], h[1], h[2]}, {h[3], h[4], h[5]}, {h[6], h[7], h[8]}});
    return MatrixUtils.inverse(fromBoard).multiply(normalised).multiply(fromPixels);
  }

  /** Gauss-Newton over the eight numbers of a map, in normalised pixels. */
  private static RealMatrix refined(RealMatrix first, List<PhotoMark> marks) {
    RealMatrix fromPixels = normaliser(marks.stream().map(PhotoMark::pixel).toList());
    RealMatrix map = first.multiply(MatrixUtils.inverse(fromPixels));
    map = map.scalarMultiply(1 / map.getEntry(2, 2));
    double before = squares(map, fromPixels, marks);
    for (int step = 0; step < STEPS; step++) {
      RealMatrix next = stepped(map, fromPixels, marks);
      double after = squares(next, fromPixels, marks);
      if (!(after < before * (1 - SETTLED))) {
        break;
      }
      map = next;
      before = after;
    }
    return map.multiply(fromPixels);
  }

  private static double squares(RealMatrix map, RealMatrix fromPixels, List<PhotoMark> marks) {
    double sum = 0;
    for (PhotoMark mark : marks) {
      double off = distance(through(map, through(fromPixels, mark.pixel())), mark.onBoard());
      sum += off * off;
    }
    return sum;
  }

  private static RealMatrix stepped(RealMatrix map, RealMatrix fromPixels, List<PhotoMark> marks) {
    RealMatrix slopes = new Array2DRowRealMatrix(2 * marks.size(), 8);
    RealVector off = new ArrayRealVector(2 * marks.size());
    for (int i = 0; i < marks.size(); i++) {
      Point p = through(fromPixels, marks.get(i).pixel());
      Point q = through(map, p);
      double w = map.getEntry(2, 0) * p.x() + map.getEntry(2, 1) * p.y() + map.getEntry(2, 2);
      double px = p.x() / w;
      double py = p.y() / w;
      slopes.setRow(2 * i, new double[] {px, py, 1 / w, 0, 0, 0, -q.x() * px, -q.x() * py});
      slopes.setRow(2 * i + 1, new double[] {0, 0, 0, px, py, 1 / w, -q.y() * px, -q.y() * py});
      off.setEntry(2 * i, marks.get(i).onBoard().x() - q.x());
      off.setEntry(2 * i + 1, marks.get(i).onBoard().y() - q.y());
    }
    RealVector change = new QRDecomposition(slopes).getSolver().solve(off);
    RealMatrix next = map.copy();
    for (int k = 0; k < 8; k++) {
      next.addToEntry(k / 3, k % 3, change.getEntry(k));
    }
    return next;
  }
}
