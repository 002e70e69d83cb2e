package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.board.Outline.Point;

class OutlineTest {
  private static final Part.Placement AT_100_50 = new Part.Placement(100, 50, 0, false, true);

  /**
   * Dual in-line packages: pins every 2.54 mm, rows 7.62 or 15.24 mm apart (JEDEC MS-001, MS-011;
   * from memory).
   */
  @ParameterizedTest
  @CsvSource({
    "DIP14, 14, 7.62",
    "DIP16, 16, 7.62",
    "DIP20, 20, 7.62",
    "DIP24, 24, 15.24",
    "DIP40W, 40, 15.24"
  })
  void dualInLinePinsLieOnTheStandardGrid(String name, int pins, double rows) {
    Outline outline = Outline.of(name, pins);
    Point first = outline.pins().getFirst();
    Point second = outline.pins().get(1);
    Point last = outline.pins().getLast();
    assertThat(second.x() - first.x()).isCloseTo(2.54, within(1e-9));
    assertThat(first.y() - last.y()).isCloseTo(rows, within(1e-9));
    assertThat(last.x()).isCloseTo(first.x(), within(1e-9));
  }

  @Test
  void pinsRunAroundThePackageSoThatTheLastFacesTheFirst() {
    Outline outline = Outline.of("DIP14", 14);
    assertThat(outline.pins().get(6).x()).isEqualTo(outline.pins().get(7).x());
    assertThat(outline.pins().get(6).y()).isNotEqualTo(outline.pins().get(7).y());
  }

  @Test
  void aQuarterTurnSwapsTheAxes() {
    Outline outline = Outline.of("DIP16", 16);
    Point flat = outline.onBoard(0, AT_100_50);
    Point turned = outline.onBoard(0, new Part.Placement(100, 50, 90, false, true));
    assertThat(turned.x() - 100).isCloseTo(-(flat.y() - 50), within(1e-9));
    assertThat(turned.y() - 50).isCloseTo(flat.x() - 100, within(1e-9));
  }

  @Test
  void aPartOnTheUndersideIsMirroredWhenSeenFromTheTop() {
    Outline outline = Outline.of("DIP16", 16);
    Point top = outline.onBoard(0, AT_100_50);
    Point under = outline.onBoard(0, new Part.Placement(100, 50, 0, true, true));
    assertThat(under.x() - 100).isCloseTo(-(top.x() - 100), within(1e-9));
    assertThat(under.y()).isEqualTo(top.y());
  }

  @ParameterizedTest
  @CsvSource({"CONN50, 50", "SIL9, 9", "TO220, 3", "AXIAL, 2", "RADIAL, 2", "SOMETHING-NEW, 5"})
  void everyPackageHasAPlaceForEveryPin(String name, int pins) {
    Outline outline = Outline.of(name, pins);
    assertThat(outline.pins()).hasSize(pins).doesNotHaveDuplicates();
    assertThat(outline.widthMillimetres()).isPositive();
    assertThat(outline.heightMillimetres()).isPositive();
  }
}
