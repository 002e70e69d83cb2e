package raconteur.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class CuesTest {
  private static int sample(byte[] samples, int at) {
    return samples[2 * at + 1] << 8 | (samples[2 * at] & 0xFF);
  }

  /** A sine of f hertz goes up through zero f times a second. */
  private static double hertz(byte[] samples, int from, int to) {
    int rises = 0;
    for (int i = from + 1; i < to; i++) {
      rises += sample(samples, i - 1) < 0 && sample(samples, i) >= 0 ? 1 : 0;
    }
    return rises * 22_050.0 / (to - from);
  }

  @Test
  void keptRisesRefusedIsLowAndNothingClicks() {
    byte[] kept = Cues.samples(Cues.Cue.KEPT);
    int half = kept.length / 4;
    assertThat(hertz(kept, 0, half)).isCloseTo(660, within(20.0));
    assertThat(hertz(kept, half, 2 * half)).isCloseTo(880, within(20.0));
    byte[] refused = Cues.samples(Cues.Cue.REFUSED);
    assertThat(hertz(refused, 0, refused.length / 2)).isBetween(165.0, 200.0);
    for (Cues.Cue cue : Cues.Cue.values()) {
      byte[] samples = Cues.samples(cue);
      assertThat(sample(samples, 0)).isZero();
      assertThat(Math.abs(sample(samples, samples.length / 2 - 1))).isLessThan(400);
      int loudest = 0;
      for (int i = 0; i < samples.length / 2; i++) {
        loudest = Math.max(loudest, Math.abs(sample(samples, i)));
      }
      assertThat(loudest).isBetween(6_000, 10_000);
    }
  }

  @Test
  void everyAnswerHasACueOfItsOwn() {
    assertThat(Cues.of(new DeskState.Kept("kept"))).isEqualTo(Cues.Cue.KEPT);
    assertThat(Cues.of(new DeskState.Questioned("sure?"))).isEqualTo(Cues.Cue.ASKED);
    assertThat(Cues.of(new DeskState.Rejected("no"))).isEqualTo(Cues.Cue.REFUSED);
  }
}
