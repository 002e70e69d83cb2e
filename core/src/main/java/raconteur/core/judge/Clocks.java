package raconteur.core.judge;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Figures;
import raconteur.core.device.PinRole;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;

/** Judges a board's clocks against its crystals, and its reset pulse. */
public final class Clocks {
  private static final Pattern VALUE =
      Pattern.compile(
          "([0-9]{1,6}(?:[.,][0-9]{1,6})?)\\s*(?:([km]?)hz|(m)(?:c/?s?)?\\b)",
          Pattern.CASE_INSENSITIVE);

  /** A crystal often says its megahertz as a bare figure. */
  private static final Pattern BARE = Pattern.compile("[0-9]{1,2}[.,][0-9]{2,6}");

  private static final int LARGEST_DIVIDER = 4096;

  private final Board board;
  private final Figures figures = Figures.shipped("supply");

  public Clocks(Board board) {
    this.board = board;
  }

  /** A crystal or oscillator with the frequency printed on it. */
  public record Source(String part, double hertz) {}

  /** The sources whose frequency the parts list says. */
  public List<Source> sources() {
    return board.parts().stream()
        .filter(p -> p.fitted() && p.device().isCrystal())
        .flatMap(p -> hertz(p).map(h -> new Source(p.designator(), h)).stream())
        .toList();
  }

  /** What is printed on a crystal or an oscillator, in Hz; empty where it says no frequency. */
  public static Optional<Double> hertz(Part part) {
    if (BARE.matcher(part.value().strip()).matches()) {
      return Optional.of(1e6 * Double.parseDouble(part.value().strip().replace(',', '.')));
    }
    Matcher matcher = VALUE.matcher(part.value());
    if (!matcher.find()) {
      return Optional.empty();
    }
    String unit = matcher.group(2) == null ? matcher.group(3) : matcher.group(2);
    double factor =
        switch (unit.toLowerCase(Locale.ROOT)) {
          case "m" -> 1e6;
          case "k" -> 1e3;
          default -> 1;
        };
    return Optional.of(Double.parseDouble(matcher.group(1).replace(',', '.')) * factor);
  }

  /** A frequency as a source divided by a whole number. */
  private record Division(Source source, int by, double offShare) {}

  /** What a counted frequency says. */
  public Verdict of(Finding.Frequency reading) {
    String read = board.describe(reading.pin()) + " runs at " + Quantities.hertz(reading.hertz());
    if (reading.hertz() < 1) {
      return Verdict.bad(board.describe(reading.pin()) + " stands still: no clock there.");
    }
    Optional<Division> nearest =
        sources().stream()
            .filter(s -> s.hertz() >= 0.9 * reading.hertz())
            .map(s -> division(s, reading.hertz()))
            .filter(d -> d.by() <= LARGEST_DIVIDER)
            .min(Comparator.comparingDouble(Division::offShare));
    if (nearest.isEmpty()) {
      return Verdict.unjudged(read + "; the parts list has no crystal to compare it with.");
    }
    Division division = nearest.get();
    String origin =
        division.source().part()
            + " ("
            + Quantities.hertz(division.source().hertz())
            + ")"
            + (division.by() == 1 ? "" : " divided by " + division.by());
    String off = String.format(Locale.ROOT, "%.2f %% off ", 100 * division.offShare());
    boolean close = division.offShare() <= figures.of("frequency off above share");
    // With large dividers something always fits, so nothing is proven by that.
    boolean telling = division.by() * figures.of("frequency off above share") < 0.25;
    if (close) {
      return telling
          ? Verdict.good(read + ", " + off + origin + ".")
          : Verdict.unjudged(read + ", which " + origin + " would give, as would others.");
    }
    return Verdict.doubtful(
        read
            + ", "
            + off
            + origin
            + ": no whole division of a crystal here; an overtone, a wrong crystal, or the"
            + " counter's trigger.");
  }

  private static Division division(Source source, double hertz) {
    int by = Math.max(1, (int) Math.round(source.hertz() / hertz));
    double expected = source.hertz() / by;
    return new Division(source, by, Math.abs(hertz - expected) / expected);
  }

  /** What a reset pulse says. */
  public Verdict of(Finding.ResetPulse reading) {
    String pin = board.describe(reading.pin());
    if (Double.isInfinite(reading.seconds())) {
      return Verdict.bad(
          pin
              + " never lets go: find out why before anything else; nothing behind it can run"
              + " (its capacitor, its resistor, its gate, or a rail that is low).");
    }
    String read = pin + " lets go after " + Quantities.seconds(reading.seconds());
    if (reading.seconds() < figures.of("reset shorter than seconds")) {
      return Verdict.doubtful(
          read + ", very short: some chips will not have started; its capacitor may be open.");
    }
    if (reading.seconds() > figures.of("reset longer than seconds")) {
      return Verdict.doubtful(read + ", long: a leaky capacitor or a resistor gone high.");
    }
    return Verdict.good(read + ", as a reset does.");
  }

  /**
   * Where the processor's reset is read: its pin on the net that is called so; where no net is, the
   * pin that its device calls so.
   */
  public static Optional<PinRef> resetPin(Board board) {
    return board.nets().stream()
        .filter(n -> PinRole.RESET.fits(n.name()))
        .flatMap(n -> n.path().stream())
        .filter(p -> board.part(p.part()).filter(x -> x.device().isProcessor()).isPresent())
        .findFirst()
        .or(
            () ->
                inputsOfProcessors(board, PinRole.RESET::fits)
                    .filter(pin -> board.netOf(pin).isEmpty())
                    .findFirst());
  }

  /** Where processors read their clock, by the names of their devices' pins. */
  public static List<PinRef> clockPins(Board board) {
    return Stream.concat(
            inputsOfProcessors(board, PinRole.CLOCK::fits),
            // Some are clocked in two phases from outside, by these names.
            inputsOfProcessors(board, TWO_PHASES::contains))
        .toList();
  }

  private static final Set<String> TWO_PHASES = Set.of("E", "Q", "PHI1", "PHI2");

  private static Stream<PinRef> inputsOfProcessors(Board board, Predicate<String> called) {
    return board.parts().stream()
        .filter(part -> part.fitted() && part.device().isProcessor())
        .flatMap(
            part ->
                part.device().pins().stream()
                    .filter(p -> called.test(p.name()))
                    .map(p -> part.pin(p.number())))
        .filter(pin -> board.kind(pin).reads());
  }
}
