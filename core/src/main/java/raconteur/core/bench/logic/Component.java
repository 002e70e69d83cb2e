package raconteur.core.bench.logic;

/**
 * A part that is programmed rather than written in the notation: a processor, a video sequencer, a
 * cartridge. Its pins are numbered in the order it was placed with.
 */
public interface Component {

  /** Its view of its own pins. */
  interface Pins {
    /** What an input sees: low, high or unknown. */
    int read(int pin);

    /** Drives an output, one unit delay from now; {@link Lines#FLOATING} lets go. */
    void drive(int pin, int line);

    /** Time since power-up. */
    long picos();

    /** One of many possible outcomes where nature decides, always the same for a seed. */
    boolean toss();

    /** The number a run of inputs makes, lowest first; unknown bits are tossed. */
    default int word(int firstPin, int count) {
      int word = 0;
      for (int i = 0; i < count; i++) {
        int line = read(firstPin + i);
        boolean high = line == Lines.HIGH || (line == Lines.UNKNOWN && toss());
        word |= high ? 1 << i : 0;
      }
      return word;
    }

    /** Drives a run of outputs with a number, lowest first. */
    default void driveWord(int firstPin, int count, int word) {
      for (int i = 0; i < count; i++) {
        drive(firstPin + i, word >>> i & 1);
      }
    }

    /** Lets go of a run of outputs. */
    default void letGo(int firstPin, int count) {
      for (int i = 0; i < count; i++) {
        drive(firstPin + i, Lines.FLOATING);
      }
    }
  }

  /** One of the pins it listens to moved, or the power came on. */
  void wake(Pins pins);
}
