package raconteur.core.bench.instrument;

import java.util.Optional;
import java.util.function.Function;
import raconteur.core.board.PinRef;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.finding.Understanding;

/**
 * Instruments in the hands of the person at the bench: each asks for one reading in words and
 * understands the answer as the bench line does. A reading that is refused is no reading. What
 * cannot be said in a line (a trace, a picture) is not taken this way.
 */
public final class TypedBench implements Instruments {
  private final BenchLine line;
  private final Function<String, String> ask;

  /**
   * @param ask is given the beginning of a line, such as {@code U14.3}, and gives the rest, empty
   *     for none
   */
  public TypedBench(BenchLine line, Function<String, String> ask) {
    this.line = line;
    this.ask = ask;
  }

  private <F extends Statement> Optional<F> reading(String beginning, Class<F> kind) {
    String answer = ask.apply(beginning).strip();
    if (answer.isEmpty()) {
      return Optional.empty();
    }
    return line.understand(beginning + " " + answer, BenchContext.FRESH)
                instanceof Understanding.Understood understood
            && kind.isInstance(understood.statement())
        ? Optional.of(kind.cast(understood.statement()))
        : Optional.empty();
  }

  @Override
  public Optional<Finding.RailVolts> railVolts(String rail) {
    return reading(rail, Finding.RailVolts.class);
  }

  @Override
  public Optional<Finding.FarVolts> farVolts(String rail, String part) {
    return reading(rail + " at " + part, Finding.FarVolts.class);
  }

  @Override
  public Optional<Finding.RailOhms> railOhms(String rail) {
    return reading(rail + " gnd", Finding.RailOhms.class);
  }

  @Override
  public Optional<Finding.PullStep> pull(String part, String rail) {
    return reading("pull " + part, Finding.PullStep.class);
  }

  @Override
  public Optional<Finding.Continuity> continuity(PinRef one, PinRef other) {
    return reading("cont " + one + " " + other, Finding.Continuity.class);
  }

  @Override
  public Optional<Finding.Probe> probe(PinRef pin) {
    return reading(pin.toString(), Finding.Probe.class);
  }

  @Override
  public Optional<Finding.Frequency> frequency(PinRef pin) {
    return reading(pin.toString(), Finding.Frequency.class);
  }

  @Override
  public Optional<Instrument.ChipTester.Tested> chip(String part, boolean backwards) {
    return reading(part + " tester", Finding.TesterVerdict.class)
        .map(v -> new Instrument.ChipTester.Tested(v, backwards));
  }

  @Override
  public Optional<Instrument.RamTester.Marched> ram(String part) {
    return reading(part + " tester", Finding.TesterVerdict.class)
        .map(v -> new Instrument.RamTester.Marched(v, "", 0));
  }

  @Override
  public Optional<Instrument.RomReader.Compared> rom(String part, int reads) {
    return reading(part + " tester", Finding.TesterVerdict.class)
        .map(v -> new Instrument.RomReader.Compared(v, 0, 0, 0));
  }

  @Override
  public Optional<Finding.DeadTestResult> deadTest(int runs) {
    return reading("flash", Finding.DeadTestResult.class);
  }

  @Override
  public Optional<Finding.RailAmps> railAmps(String rail) {
    return reading(rail, Finding.RailAmps.class);
  }

  @Override
  public Optional<Finding.Temperature> temperature(String part) {
    return reading(part, Finding.Temperature.class);
  }
}
