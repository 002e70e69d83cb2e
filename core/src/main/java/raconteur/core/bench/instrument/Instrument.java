package raconteur.core.bench.instrument;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import raconteur.core.bench.screen.Picture;
import raconteur.core.board.PinRef;
import raconteur.core.finding.Finding;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/**
 * An instrument of the bench, one interface each. An answer is empty where there is nothing to say
 * about a place, or where this way of filling an instrument cannot say it.
 */
public interface Instrument {

  /** Volts, ohms and continuity. */
  interface Meter {
    default Optional<Finding.RailVolts> railVolts(String rail) {
      return Optional.empty();
    }

    /** A rail at the supply pin of a part. */
    default Optional<Finding.FarVolts> farVolts(String rail, String part) {
      return Optional.empty();
    }

    /** A rail to ground, power off. */
    default Optional<Finding.RailOhms> railOhms(String rail) {
      return Optional.empty();
    }

    /** The same with one more part out than before. */
    default Optional<Finding.PullStep> pull(String part, String rail) {
      return Optional.empty();
    }

    default Optional<Finding.Continuity> continuity(PinRef one, PinRef other) {
      return Optional.empty();
    }
  }

  /** What stands at a pin of the running board. */
  interface LogicProbe {
    default Optional<Finding.Probe> probe(PinRef pin) {
      return Optional.empty();
    }
  }

  /** A pin over time. */
  interface Oscilloscope {
    default Optional<Track> scope(PinRef pin) {
      return Optional.empty();
    }

    /** What a counter says of it. */
    default Optional<Finding.Frequency> frequency(PinRef pin) {
      return scope(pin)
          .filter(t -> t.hertz().isPresent())
          .map(t -> new Finding.Frequency(pin, t.hertz().getAsDouble()));
    }
  }

  /** A logic chip by its function. */
  interface ChipTester {
    /** What it says, and whether the chip was in the wrong way round, which harms nothing. */
    record Tested(Finding.TesterVerdict verdict, boolean backwards) {}

    default Optional<Tested> chip(String part, boolean backwards) {
      return Optional.empty();
    }
  }

  /** A RAM by march and by its access time against its grade. */
  interface RamTester {
    /**
     * @param march the name of the march that was run
     * @param slowestNanos the slowest access seen, 0 where none was timed
     */
    record Marched(Finding.TesterVerdict verdict, String march, int slowestNanos) {}

    default Optional<Marched> ram(String part) {
      return Optional.empty();
    }
  }

  /** A ROM read several times and compared. */
  interface RomReader {
    /**
     * @param differing how many bytes differ from the reference
     * @param unstable how many bytes changed between reads
     */
    record Compared(Finding.TesterVerdict verdict, int bytes, int differing, int unstable) {}

    default Optional<Compared> rom(String part, int reads) {
      return Optional.empty();
    }
  }

  /** The dead-test cartridge, run so many times. */
  interface DeadTestCartridge {
    default Optional<Finding.DeadTestResult> deadTest(int runs) {
      return Optional.empty();
    }
  }

  /** The full diagnostic. */
  interface FullDiagnostic {
    /** One line of its screen. */
    record Line(String subject, boolean passed, List<Integer> bits) {}

    /** What it said; empty lines where it did not come to its end. */
    record Report(boolean finished, boolean harness, List<Line> lines) {
      public Report {
        lines = List.copyOf(lines);
      }
    }

    default Optional<Report> diagnostic(boolean harness) {
      return Optional.empty();
    }
  }

  /** The current of a rail. */
  interface Clamp {
    default Optional<Finding.RailAmps> railAmps(String rail) {
      return Optional.empty();
    }
  }

  /** How hot a part is. */
  interface Thermometer {
    default Optional<Finding.Temperature> temperature(String part) {
      return Optional.empty();
    }
  }

  /** Several lines over the same time. */
  interface BusRecorder {
    default Optional<Capture> record(Collection<PinRef> pins, double micros) {
      return Optional.empty();
    }
  }

  /** The picture on the screen; empty for none. */
  interface ScreenCamera {
    default Optional<Picture> picture() {
      return Optional.empty();
    }
  }
}
