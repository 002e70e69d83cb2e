package raconteur.core.photo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.RealMatrix;
import org.hipparchus.linear.RealVector;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LeastSquaresBuilder;
import org.hipparchus.optim.nonlinear.vector.leastsquares.LevenbergMarquardtOptimizer;
import org.hipparchus.optim.nonlinear.vector.leastsquares.MultivariateJacobianFunction;
import org.hipparchus.util.Pair;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Outline.Point;

class PlaneMapTest {
  private static final double WIDE = 240;
  private static final double HIGH = 180;
  private static final List<Point> CORNERS =
      List.of(new Point(0, 0), new Point(WIDE, 0), new Point(WIDE, HIGH), new Point(0, HIGH));
  private static final List<Point> SKEWED =
      List.of(
          new Point(310, 220), new Point(2830, 95), new Point(2985, 2110), new Point(150, 1870));

  /**
   * The unit square to any quadrilateral in closed form: P. Heckbert, Fundamentals of Texture
   * Mapping and Image Warping, 1989, section 2.2.3 (from memory). Shares nothing with the linear
   * algebra of the map.
   */
  private static Point heckbert(List<Point> quad, double u, double v) {
    Point p0 = quad.get(0);
    Point p1 = quad.get(1);
    Point p2 = quad.get(2);
    Point p3 = quad.get(3);
    double dx1 = p1.x() - p2.x();
    double dx2 = p3.x() - p2.x();
    double sx = p0.x() - p1.x() + p2.x() - p3.x();
    double dy1 = p1.y() - p2.y();
    double dy2 = p3.y() - p2.y();
    double sy = p0.y() - p1.y() + p2.y() - p3.y();
    double g = (sx * dy2 - dx2 * sy) / (dx1 * dy2 - dx2 * dy1);
    double h = (dx1 * sy - sx * dy1) / (dx1 * dy2 - dx2 * dy1);
    double w = g * u + h * v + 1;
    return new Point(
        ((p1.x() - p0.x() + g * p1.x()) * u + (p3.x() - p0.x() + h * p3.x()) * v + p0.x()) / w,
        ((p1.y() - p0.y() + g * p1.y()) * u + (p3.y() - p0.y() + h * p3.y()) * v + p0.y()) / w);
  }

  private static List<PhotoMark> marks(List<Point> pixels, List<Point> board) {
    return IntStream.range(0, pixels.size())
        .mapToObj(i -> new PhotoMark("mark " + i, pixels.get(i), board.get(i)))
        .toList();
  }

  private static PlaneMap.Fitted fitted(List<PhotoMark> marks, boolean underside) {
    assertThat(PlaneMap.fit(marks, underside)).isInstanceOf(PlaneMap.Fitted.class);
    return (PlaneMap.Fitted) PlaneMap.fit(marks, underside);
  }

  private static String refusal(List<Point> pixels, List<Point> board, boolean underside) {
    assertThat(PlaneMap.fit(marks(pixels, board), underside)).isInstanceOf(PlaneMap.Refused.class);
    return ((PlaneMap.Refused) PlaneMap.fit(marks(pixels, board), underside)).sentence();
  }

  @Test
  void fourCornersAgreeWithTheClosedForm() {
    PlaneMap.Fitted fit = fitted(marks(SKEWED, CORNERS), false);
    assertThat(fit.checked()).isFalse();
    for (double u = 0; u <= 1; u += 0.125) {
      for (double v = 0; v <= 1; v += 0.125) {
        Point pixel = heckbert(SKEWED, u, v);
        Point board = fit.map().onBoard(pixel);
        assertThat(board.x()).isCloseTo(u * WIDE, within(1e-6));
        assertThat(board.y()).isCloseTo(v * HIGH, within(1e-6));
        Point back = fit.map().pixel(board);
        assertThat(Math.hypot(back.x() - pixel.x(), back.y() - pixel.y())).isLessThan(1e-5);
      }
    }
  }

  /** Two pixels off at each of 24 marks. */
  private static List<PhotoMark> slipped(long seed) {
    Random random = new Random(seed);
    List<Point> pixels = new ArrayList<>();
    List<Point> board = new ArrayList<>();
    for (int i = 0; i < 24; i++) {
      double u = random.nextDouble();
      double v = random.nextDouble();
      Point true_ = heckbert(SKEWED, u, v);
      double dx = random.nextGaussian() * 2;
      double dy = random.nextGaussian() * 2;
      pixels.add(new Point(true_.x() + dx, true_.y() + dy));
      board.add(new Point(u * WIDE, v * HIGH));
    }
    return marks(pixels, board);
  }

  /** The same sum of squares, made least by a solver from outside from another beginning. */
  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void noMapIsNearerThanTheOneOfAnOutsideSolver(long seed) {
    List<PhotoMark> marks = slipped(seed);
    double[] truth = new double[2 * marks.size()];
    for (int i = 0; i < marks.size(); i++) {
      truth[2 * i] = marks.get(i).onBoard().x();
      truth[2 * i + 1] = marks.get(i).onBoard().y();
    }
    MultivariateJacobianFunction off =
        at -> new Pair<>(new ArrayRealVector(mapped(at.toArray(), marks)), slopes(at, marks));
    double rms =
        new LevenbergMarquardtOptimizer()
            .optimize(
                new LeastSquaresBuilder()
                    .model(off)
                    .target(truth)
                    .start(new double[] {240, 0, 0, 0, 180, 0, 0, 0})
                    .maxEvaluations(100_000)
                    .maxIterations(100_000)
                    .build())
            .getRMS();
    PlaneMap.Fitted fit = fitted(marks, false);
    // The solver counts both directions of a mark as a residual each.
    assertThat(fit.meanMillimetres()).isCloseTo(rms * Math.sqrt(2), within(1e-6));
    assertThat(fit.checked()).isTrue();
    Point middle = fit.map().onBoard(heckbert(SKEWED, 0.5, 0.5));
    assertThat(Math.hypot(middle.x() - WIDE / 2, middle.y() - HIGH / 2)).isLessThan(0.25);
  }

  /** Pixels are counted in thousands, so that the solver's numbers are of one size. */
  private static double[] mapped(double[] h, List<PhotoMark> marks) {
    double[] points = new double[2 * marks.size()];
    for (int i = 0; i < marks.size(); i++) {
      double x = marks.get(i).pixel().x() / 3000;
      double y = marks.get(i).pixel().y() / 3000;
      double w = h[6] * x + h[7] * y + 1;
      points[2 * i] = (h[0] * x + h[1] * y + h[2]) / w;
      points[2 * i + 1] = (h[3] * x + h[4] * y + h[5]) / w;
    }
    return points;
  }

  private static RealMatrix slopes(RealVector at, List<PhotoMark> marks) {
    RealMatrix slopes = new Array2DRowRealMatrix(2 * marks.size(), 8);
    for (int k = 0; k < 8; k++) {
      double step = 1e-5 * Math.max(1, Math.abs(at.getEntry(k)));
      double[] more = at.toArray();
      double[] less = at.toArray();
      more[k] += step;
      less[k] -= step;
      double[] up = mapped(more, marks);
      double[] down = mapped(less, marks);
      for (int i = 0; i < up.length; i++) {
        slopes.setEntry(i, k, (up[i] - down[i]) / (2 * step));
      }
    }
    return slopes;
  }

  @Test
  void oneMarkThatWasMisplacedIsNamed() {
    List<Point> pixels = new ArrayList<>(SKEWED);
    List<Point> board = new ArrayList<>(CORNERS);
    for (double u : new double[] {0.2, 0.5, 0.8}) {
      pixels.add(heckbert(SKEWED, u, 0.4));
      board.add(new Point(u * WIDE, 0.4 * HIGH));
    }
    Point slipped = pixels.get(5);
    pixels.set(5, new Point(slipped.x() + 60, slipped.y()));
    PlaneMap.Fitted fit = fitted(marks(pixels, board), false);
    assertThat(fit.worst()).isEqualTo(5);
    assertThat(fit.worstMillimetres()).isGreaterThan(2);
  }

  @Test
  void theUndersideIsSeenMirroredAndComesOutAsTheTop() {
    List<Point> mirrored = SKEWED.stream().map(p -> new Point(3000 - p.x(), p.y())).toList();
    PlaneMap map = fitted(marks(mirrored, CORNERS), true).map();
    Point at = heckbert(SKEWED, 0.25, 0.75);
    Point board = map.onBoard(new Point(3000 - at.x(), at.y()));
    assertThat(board.x()).isCloseTo(WIDE / 4, within(1e-6));
    assertThat(board.y()).isCloseTo(HIGH * 3 / 4, within(1e-6));
    assertThat(refusal(mirrored, CORNERS, false)).contains("as on the underside");
    assertThat(refusal(SKEWED, CORNERS, true)).contains("as on the top side");
  }

  @Test
  void cornersThatCrossOrSettleNothingAreRefusedWithWhatWouldDo() {
    List<Point> crossed = List.of(SKEWED.get(0), SKEWED.get(2), SKEWED.get(1), SKEWED.get(3));
    assertThat(refusal(crossed, CORNERS, false)).contains("cross").contains("rear left");
    List<Point> inLine =
        List.of(new Point(0, 0), new Point(100, 0), new Point(200, 0), new Point(0, 100));
    assertThat(refusal(inLine, CORNERS, false)).contains("one line").contains("four corners");
    assertThat(
            refusal(
                List.of(SKEWED.get(0), SKEWED.get(0), SKEWED.get(0), SKEWED.get(0)),
                CORNERS,
                false))
        .contains("one line");
    assertThat(refusal(SKEWED.subList(0, 3), CORNERS.subList(0, 3), false))
        .contains("3 of at least 4");
    assertThat(
            refusal(
                java.util.Collections.nCopies(6, SKEWED.get(0)),
                java.util.Collections.nCopies(6, CORNERS.get(0)),
                false))
        .contains("on one another");
    List<Point> manyInLine = IntStream.range(0, 9).mapToObj(i -> new Point(i * 50, 7)).toList();
    List<Point> boardLine = IntStream.range(0, 9).mapToObj(i -> new Point(i * 10, 3)).toList();
    assertThat(PlaneMap.fit(marks(manyInLine, boardLine), false))
        .isInstanceOf(PlaneMap.Refused.class);
  }
}
