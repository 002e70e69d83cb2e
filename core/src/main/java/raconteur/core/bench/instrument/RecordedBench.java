package raconteur.core.bench.instrument;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.Predicate;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.finding.Finding;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/**
 * What real instruments wrote to files, played back: readings, a capture, dumps of ROMs. Of several
 * readings of one place the last counts.
 */
public final class RecordedBench implements Instruments {
  private final Board board;
  private final List<Finding> readings;
  private final Optional<Capture> capture;
  private final Map<String, List<int[]>> dumps;
  private final Map<String, int[]> references;

  /**
   * @param capture its tracks are named by net or by pin
   * @param dumps every read of a ROM, by part
   * @param references what the ROMs should hold, by part
   */
  public RecordedBench(
      Board board,
      List<Finding> readings,
      Optional<Capture> capture,
      Map<String, List<int[]>> dumps,
      Map<String, int[]> references) {
    this.board = board;
    this.readings = List.copyOf(readings);
    this.capture = capture;
    this.dumps = Map.copyOf(dumps);
    this.references = Map.copyOf(references);
  }

  private <F extends Finding> Optional<F> last(Class<F> kind, Predicate<F> fits) {
    return readings.reversed().stream()
        .filter(kind::isInstance)
        .map(kind::cast)
        .filter(fits)
        .findFirst();
  }

  @Override
  public Optional<Finding.RailVolts> railVolts(String rail) {
    return last(Finding.RailVolts.class, f -> f.rail().equals(rail));
  }

  @Override
  public Optional<Finding.FarVolts> farVolts(String rail, String part) {
    return last(Finding.FarVolts.class, f -> f.rail().equals(rail) && f.part().equals(part));
  }

  @Override
  public Optional<Finding.RailOhms> railOhms(String rail) {
    return last(Finding.RailOhms.class, f -> f.rail().equals(rail));
  }

  @Override
  public Optional<Finding.PullStep> pull(String part, String rail) {
    return last(Finding.PullStep.class, f -> f.part().equals(part) && f.rail().equals(rail));
  }

  @Override
  public Optional<Finding.RailAmps> railAmps(String rail) {
    return last(Finding.RailAmps.class, f -> f.rail().equals(rail));
  }

  @Override
  public Optional<Finding.Continuity> continuity(PinRef one, PinRef other) {
    return last(
        Finding.Continuity.class,
        f ->
            (f.one().equals(one) && f.other().equals(other))
                || (f.one().equals(other) && f.other().equals(one)));
  }

  @Override
  public Optional<Finding.Temperature> temperature(String part) {
    return last(Finding.Temperature.class, f -> f.part().equals(part));
  }

  @Override
  public Optional<Finding.Probe> probe(PinRef pin) {
    return last(Finding.Probe.class, f -> f.pin().equals(pin))
        .or(() -> scope(pin).map(t -> new Finding.Probe(pin, t.asProbed())));
  }

  @Override
  public Optional<Track> scope(PinRef pin) {
    Optional<String> net = board.netOf(pin).map(Net::name);
    return capture.flatMap(
        c -> c.track(pin.toString()).or(() -> net.flatMap(name -> c.track(name))));
  }

  @Override
  public Optional<Capture> record(Collection<PinRef> pins, double micros) {
    return capture;
  }

  @Override
  public Optional<Instrument.ChipTester.Tested> chip(String part, boolean backwards) {
    return last(Finding.TesterVerdict.class, f -> f.part().equals(part))
        .map(f -> new Instrument.ChipTester.Tested(f, backwards));
  }

  @Override
  public Optional<Finding.DeadTestResult> deadTest(int runs) {
    return last(Finding.DeadTestResult.class, _ -> true);
  }

  @Override
  public Optional<Instrument.RomReader.Compared> rom(String part, int reads) {
    List<int[]> all = dumps.getOrDefault(part, List.of());
    int[] reference = references.get(part);
    if (all.isEmpty() || reference == null) {
      return Optional.empty();
    }
    int differing = 0;
    int unstable = 0;
    for (int i = 0; i < reference.length; i++) {
      int at = i;
      long values = all.stream().mapToInt(d -> at < d.length ? d[at] : -1).distinct().count();
      unstable += values > 1 ? 1 : 0;
      differing += at < all.getFirst().length && all.getFirst()[at] == reference[at] ? 0 : 1;
    }
    boolean good = differing + unstable == 0;
    return Optional.of(
        new Instrument.RomReader.Compared(
            new Finding.TesterVerdict(part, good, new TreeSet<>()),
            reference.length,
            differing,
            unstable));
  }
}
