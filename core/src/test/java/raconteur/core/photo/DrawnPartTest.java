package raconteur.core.photo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part.Placement;

class DrawnPartTest {
  /**
   * Lengths between the outer pins and rows apart as JEDEC MS-001 and MS-011 give them (from
   * memory), seen with pin 1 at the lower left: drawn to the upper right corner.
   */
  @ParameterizedTest
  @CsvSource({
    "DIP14, 15.24, 7.62",
    "DIP16, 17.78, 7.62",
    "DIP20, 22.86, 7.62",
    "DIP24W, 27.94, 15.24",
    "DIP24N, 27.94, 7.62",
    "DIP28W, 33.02, 15.24",
    "DIP40W, 48.26, 15.24"
  })
  void thePackageFollowsFromTheTwoCorners(String name, double along, double rows) {
    Random random = new Random(name.hashCode());
    for (int i = 0; i < 50; i++) {
      double slip = 0.5;
      Point one = new Point(100 + slip * random.nextGaussian() / 2, 80);
      Point far = new Point(100 + along, 80 - rows + slip * random.nextGaussian() / 2);
      DrawnPart drawn = DrawnPart.dualInLine(one, far, false).orElseThrow();
      assertThat(drawn.packageName()).isEqualTo(name);
      assertThat(drawn.place().turnedDegrees()).isZero();
      assertThat(drawn.place().xMillimetres()).isCloseTo(100 + along / 2, within(1.0));
    }
  }

  @ParameterizedTest
  @CsvSource({"0", "90", "180", "270"})
  void theTurnFollowsFromWhereItWasDrawnTo(double turn) {
    for (boolean underside : List.of(false, true)) {
      Placement true_ = new Placement(50, 60, turn, underside, true);
      Outline outline = Outline.of("DIP20", 20);
      DrawnPart drawn =
          DrawnPart.dualInLine(outline.onBoard(0, true_), outline.onBoard(10, true_), underside)
              .orElseThrow();
      assertThat(drawn.place()).isEqualTo(true_);
      assertThat(drawn.pins()).isEqualTo(20);
      assertThat(drawn.offByMillimetres()).isCloseTo(0, within(1e-9));
    }
  }

  @Test
  void aPartOfOneRowIsDrawnToItsLastPin() {
    Placement true_ = new Placement(30, 40, 90, false, true);
    Outline outline = Outline.of("SIL9", 9);
    DrawnPart drawn =
        DrawnPart.of("SIL9", 9, outline.onBoard(0, true_), outline.onBoard(8, true_), false);
    assertThat(drawn.place()).isEqualTo(true_);
    assertThat(DrawnPart.farPin(Outline.of("DIP8", 8))).isEqualTo(4);
    assertThat(DrawnPart.farPin(Outline.of("AXIAL", 2))).isEqualTo(1);
  }

  @Test
  void aPartAcrossTheBoardsCornersIsTurnedByAnEighth() {
    Placement true_ = new Placement(30, 40, 45, false, true);
    Outline outline = Outline.of("DIP14", 14);
    assertThat(
            DrawnPart.of("DIP14", 14, outline.onBoard(0, true_), outline.onBoard(7, true_), false)
                .place()
                .turnedDegrees())
        .isEqualTo(45);
  }

  @Test
  void whatFitsNoPackageIsNone() {
    assertThat(DrawnPart.dualInLine(new Point(0, 0), new Point(0.5, 0.5), false)).isEmpty();
    assertThat(DrawnPart.dualInLine(new Point(0, 0), new Point(200, -8), false)).isEmpty();
    assertThat(
            DrawnPart.of("DIP14", 14, new Point(0, 0), new Point(48.26, -15.24), false).isClose())
        .isFalse();
  }

  @Test
  void aRowStepsEvenlyAndAnArrayRowByRow() {
    Placement first = new Placement(20, 30, 90, false, true);
    Placement last = new Placement(90, 50, 90, false, true);
    assertThat(PartRow.between(first, last, 8, 1))
        .hasSize(8)
        .startsWith(first)
        .endsWith(last)
        .contains(new Placement(30, 32.9, 90, false, true));
    assertThat(PartRow.between(first, last, 3, 2))
        .extracting(p -> p.xMillimetres() + " " + p.yMillimetres())
        .containsExactly(
            "20.0 30.0", "55.0 30.0", "90.0 30.0", "20.0 50.0", "55.0 50.0", "90.0 50.0");
    assertThat(PartRow.next(first, new Placement(30, 30, 90, false, true)))
        .isEqualTo(new Placement(40, 30, 90, false, true));
  }

  @Test
  void designatorsCountOn() {
    assertThat(PartRow.after("U9")).contains("U10");
    assertThat(PartRow.after("IC09")).contains("IC10");
    assertThat(PartRow.after("5C")).contains("6C");
    assertThat(PartRow.after("U")).isEmpty();
  }
}
