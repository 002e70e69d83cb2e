package raconteur.casebook.palette;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Contrast as Web Content Accessibility Guidelines 2.2 defines it (W3C, 2023: relative luminance,
 * contrast ratio; 4.5 : 1 is success criterion 1.4.3).
 */
class HueTest {
  private static final List<Hue> GROUNDS = List.of(Hue.PAPER, Hue.SHEET, Hue.STEP_PAPER);

  @Test
  void theMeasureIsTheGuidelines() {
    assertThat(contrast("#ffffff", "#000000")).isCloseTo(21.0, within(1e-9));
    // The grey that just passes on white, a worked example of the guideline's notes.
    assertThat(contrast("#767676", "#ffffff")).isCloseTo(4.54, within(0.005));
  }

  @ParameterizedTest
  @EnumSource(
      value = Hue.class,
      names = {"INK", "FAINT", "SUSPECT", "CLEARED", "MENDED", "STEP", "ASKS"})
  void wordsCanBeReadOnEveryGround(Hue words) {
    for (Hue ground : GROUNDS) {
      assertThat(contrast(words.light(), ground.light())).as("%s light", ground).isGreaterThan(4.5);
      assertThat(contrast(words.dim(), ground.dim())).as("%s dim", ground).isGreaterThan(4.5);
    }
  }

  @Test
  void wordsCanBeReadOnButtonsBoardsAndParts() {
    for (Hue[] pair :
        new Hue[][] {
          {Hue.ON_STEP, Hue.STEP},
          {Hue.INK, Hue.BOARD},
          {Hue.INK, Hue.PART},
          {Hue.PART, Hue.SUSPECT},
          {Hue.PART, Hue.CLEARED},
          {Hue.PART, Hue.MENDED}
        }) {
      assertThat(contrast(pair[0].light(), pair[1].light()))
          .as(pair[0] + " on " + pair[1])
          .isGreaterThan(4.5);
      assertThat(contrast(pair[0].dim(), pair[1].dim()))
          .as(pair[0] + " on " + pair[1])
          .isGreaterThan(4.5);
    }
  }

  private static double contrast(String one, String other) {
    double a = luminance(one);
    double b = luminance(other);
    return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
  }

  private static double luminance(String hex) {
    int rgb = Integer.parseInt(hex.substring(1, 7), 16);
    return 0.2126 * linear(rgb >> 16 & 255)
        + 0.7152 * linear(rgb >> 8 & 255)
        + 0.0722 * linear(rgb & 255);
  }

  private static double linear(int channel) {
    double c = channel / 255.0;
    return c <= 0.04045 ? c / 12.92 : Math.pow((c + 0.055) / 1.055, 2.4);
  }
}
