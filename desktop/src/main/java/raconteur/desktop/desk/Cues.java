package raconteur.desktop.desk;

import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.LineUnavailableException;
import javax.sound.sampled.SourceDataLine;

/**
 * Short tones that say what became of a line, for eyes that are on the board: rising for kept,
 * level for a question, low and falling for refused.
 */
public final class Cues {
  private static final float RATE = 22_050;
  private static final AudioFormat FORMAT = new AudioFormat(RATE, 16, 1, true, false);
  private static final double LOUDNESS = 0.25;
  private static final double FADE_SECONDS = 0.008;

  private Cues() {}

  /** What became of a line. */
  public enum Cue {
    KEPT(660, 880, 0.07),
    ASKED(550, 550, 0.09),
    REFUSED(196, 165, 0.11);

    private final double first;
    private final double second;
    private final double seconds;

    Cue(double first, double second, double seconds) {
      this.first = first;
      this.second = second;
      this.seconds = seconds;
    }
  }

  /** The cue of an answer. */
  static Cue of(DeskState.Entered entered) {
    return switch (entered) {
      case DeskState.Kept _ -> Cue.KEPT;
      case DeskState.Questioned _ -> Cue.ASKED;
      case DeskState.Rejected _ -> Cue.REFUSED;
    };
  }

  /** Whether this machine can sound at all. */
  public static boolean possible() {
    try (SourceDataLine line = AudioSystem.getSourceDataLine(FORMAT)) {
      line.open(FORMAT);
      return true;
    } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
      return false;
    }
  }

  /** Sounds beside whatever else is going on; silent where the machine cannot. */
  static void play(Cue cue) {
    Thread.ofVirtual().start(() -> sound(cue));
  }

  private static void sound(Cue cue) {
    try (SourceDataLine line = AudioSystem.getSourceDataLine(FORMAT)) {
      line.open(FORMAT);
      line.start();
      byte[] samples = samples(cue);
      line.write(samples, 0, samples.length);
      line.drain();
    } catch (LineUnavailableException | IllegalArgumentException | SecurityException e) {
      // Sound is a help beside the sentence on the screen, which has been said already.
      return;
    }
  }

  /** Sixteen bits a sample, the low byte first; every tone swells and fades so that none clicks. */
  static byte[] samples(Cue cue) {
    int perTone = (int) Math.round(cue.seconds * RATE);
    byte[] bytes = new byte[2 * perTone * 2];
    int at = 0;
    for (double hertz : new double[] {cue.first, cue.second}) {
      for (int i = 0; i < perTone; i++) {
        double fromEnd = Math.min(i, perTone - 1 - i) / RATE;
        double swell = Math.min(1, fromEnd / FADE_SECONDS);
        double value = LOUDNESS * swell * Math.sin(2 * Math.PI * hertz * i / RATE);
        int sample = (int) Math.round(value * Short.MAX_VALUE);
        bytes[at++] = (byte) sample;
        bytes[at++] = (byte) (sample >> 8);
      }
    }
    return bytes;
  }
}
