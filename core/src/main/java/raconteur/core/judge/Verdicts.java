package raconteur.core.judge;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.continuity.Peers;
import raconteur.core.continuity.PinTable;
import raconteur.core.continuity.RobustSpread;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;
import raconteur.core.finding.Quantities;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/** What each reading of a story says by itself, with its reason. */
public final class Verdicts {
  private final Board board;
  private final Telling telling;
  private final RailVoltage voltages;
  private final Peers peers;

  public Verdicts(Board board, Telling telling) {
    this.board = board;
    this.telling = telling;
    this.voltages = new RailVoltage(board, telling);
    this.peers = new Peers(board);
  }

  /** The verdict on the last finding of the story, empty where there is none. */
  public Optional<Verdict> last() {
    List<DatedFinding> findings = telling.findings();
    return findings.isEmpty() ? Optional.empty() : of(findings.getLast());
  }

  /** The verdict on one finding; empty where only the diagnosis can say what it means. */
  public Optional<Verdict> of(DatedFinding told) {
    return switch (told.finding()) {
      case Finding.RailVolts t -> Optional.of(voltages.atRail(rail(t.rail()), t.volts()));
      case Finding.FarVolts t -> Optional.of(voltages.atPart(rail(t.rail()), t.part(), t.volts()));
      case Finding.DummyVolts t -> Optional.of(voltages.onDummyLoad(rail(t.rail()), t.volts()));
      case Finding.RailAmps t ->
          Optional.of(
              CurrentBudget.of(board, rail(t.rail()), told.moment().partsOut()).of(t.amps()));
      case Finding.Ripple t -> Optional.of(RailRipple.of(board, rail(t.rail())).of(t.volts()));
      case Finding.RailOhms t -> Optional.of(ohms(told, t));
      case Finding.PullStep t -> pull(told, t);
      case Finding.Continuity t -> Optional.of(continuity(t));
      case Finding.Temperature t -> Optional.of(temperature(told, t));
      case Finding.PinOhms t -> Optional.of(line(told, t));
      case Finding.Frequency t -> Optional.of(new Clocks(board).of(t));
      case Finding.ResetPulse t -> Optional.of(new Clocks(board).of(t));
      case Finding.CapacitorReading t ->
          Optional.of(new CapacitorJudge(board.part(t.part()).orElseThrow()).of(t));
      case Finding.PartOhms t -> Optional.of(across(t.part()).of(t));
      case Finding.PartVolts t -> Optional.of(across(t.part()).of(t));
      case Finding.AlternatingVolts t -> Optional.of(across(t.part()).of(t));
      case Finding.PinVolts t -> Optional.of(levels(t));
      case Finding.Shown _ -> Optional.empty();
    };
  }

  /** What a scope's levels mean at an input. */
  private static Verdict levels(Finding.PinVolts t) {
    String shown = Quantities.volts(t.lowest());
    if (t.lowest() != t.highest()) {
      shown += " to " + Quantities.volts(t.highest());
    }
    return switch (LogicLevels.of(t.lowest(), t.highest())) {
      case LOW -> Verdict.good(shown + ": a proper low.");
      case HIGH -> Verdict.good(shown + ": a proper high.");
      case TOGGLING -> Verdict.good(shown + ": swings between proper levels.");
      default ->
          Verdict.doubtful(
              shown
                  + ": neither low (up to 0.8 V) nor high (from 2.0 V): two outputs fight, or"
                  + " nothing drives it.");
    };
  }

  private AcrossJudge across(String part) {
    return new AcrossJudge(board.part(part).orElseThrow());
  }

  private Rail rail(String name) {
    return board.rail(name).orElseThrow();
  }

  private Verdict ohms(DatedFinding told, Finding.RailOhms reading) {
    Rail rail = rail(reading.rail());
    RailResistance judge = new RailResistance();
    return telling.findings().stream()
        .filter(other -> other.moment().equals(told.moment()))
        .map(DatedFinding::finding)
        .filter(Finding.RailOhms.class::isInstance)
        .map(Finding.RailOhms.class::cast)
        .filter(r -> r.rail().equals(reading.rail()) && r.reversed() != reading.reversed())
        .reduce((earlier, later) -> later)
        .map(
            other ->
                judge.bothWays(
                    rail,
                    reading.reversed() ? other.ohms() : reading.ohms(),
                    reading.reversed() ? reading.ohms() : other.ohms()))
        .orElseGet(() -> judge.of(rail, reading.ohms()));
  }

  private Optional<Verdict> pull(DatedFinding told, Finding.PullStep reading) {
    return PullLedger.of(board, telling, reading.rail()).stream()
        .flatMap(ledger -> ledger.steps().stream())
        .filter(step -> step.entry() == told.entry().number())
        .map(PullLedger.Step::verdict)
        .findFirst();
  }

  private Verdict continuity(Finding.Continuity reading) {
    Optional<String> one = board.netOf(reading.one()).map(Net::name);
    Optional<String> other = board.netOf(reading.other()).map(Net::name);
    String pins = reading.one() + " and " + reading.other();
    if (one.isEmpty() || other.isEmpty()) {
      return Verdict.unjudged(
          pins + " are " + (reading.joined() ? "joined" : "open") + "; their nets are not known.");
    }
    boolean same = one.equals(other);
    if (same == reading.joined()) {
      return Verdict.good(
          pins + (same ? " are joined, one net: whole." : " are apart, as different nets are."));
    }
    if (same) {
      return Verdict.bad(pins + " are open though both are " + one.get() + ": a break between.");
    }
    boolean sameChip = reading.one().part().equals(reading.other().part());
    return Verdict.bad(
        sameChip
            ? reading.one().part()
                + " "
                + PinTable.words(board, new PinTable.Pair(reading.one(), reading.other()))
                + " are joined: a bridge, or a part that has both."
            : pins + " are joined: " + one.get() + " and " + other.get() + " are shorted.");
  }

  private Verdict temperature(DatedFinding told, Finding.Temperature reading) {
    String read = reading.part() + " is at " + Quantities.plain(reading.celsius()) + " °C";
    Optional<RobustSpread> twins = peers.ofPart(reading.part(), told.moment(), telling.findings());
    if (twins.isEmpty()) {
      return reading.celsius() > TOO_HOT_CELSIUS
          ? Verdict.doubtful(read + ", too hot to touch whatever its twins are.")
          : Verdict.unjudged(read + "; take two of its twins as well, they tell.");
    }
    double off = reading.celsius() - twins.get().median();
    String among = read + String.format(Locale.ROOT, ", %+.0f K against its twins", off);
    if (!twins.get().isOutlier(reading.celsius())) {
      return Verdict.good(among + ": like them.");
    }
    return off > 0
        ? Verdict.bad(among + ": it works against something, or leaks.")
        : Verdict.bad(among + ": it does not work at all, or is not fed.");
  }

  private static final double TOO_HOT_CELSIUS = 75;

  private Verdict line(DatedFinding told, Finding.PinOhms reading) {
    PinRef pin = reading.pin();
    String read = board.describe(pin) + " to ground " + Quantities.ohms(reading.ohms());
    Optional<RobustSpread> lines = peers.ofLine(pin, told.moment(), telling.findings());
    if (lines.isEmpty()) {
      return Verdict.unjudged(
          read + "; three more lines of " + peers.bus(pin) + " tell whether that is odd.");
    }
    double log = Peers.logOhms(reading.ohms());
    String typical = Quantities.ohms(Math.exp(lines.get().median()));
    if (!lines.get().isOutlier(log)) {
      return Verdict.good(read + ", like the others (" + typical + ").");
    }
    return log < lines.get().median()
        ? Verdict.bad(
            read + ", low against " + typical + ": a shorted output or input hangs on this line.")
        : Verdict.bad(
            read + ", high against " + typical + ": part of this line is cut off before here.");
  }
}
