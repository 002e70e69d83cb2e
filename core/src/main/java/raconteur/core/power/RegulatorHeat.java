package raconteur.core.power;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.judge.RailVoltage;
import raconteur.core.judge.Verdict;
import raconteur.core.story.Telling;
import raconteur.core.supply.LinearRegulator;

/**
 * One linear regulator of a board at work: what it turns into heat from the volts and amperes read,
 * or from those the board's file says where nothing was read.
 *
 * @param measured whether voltage or current were read at this board
 */
public record RegulatorHeat(Part part, Rail rail, LinearRegulator regulator, boolean measured) {

  /** The regulators of a board whose input rail is known. */
  public static List<RegulatorHeat> all(Board board, Telling telling) {
    RailVoltage volts = new RailVoltage(board, telling);
    List<RegulatorHeat> all = new ArrayList<>();
    for (Rail rail : board.rails()) {
      Optional<Rail> source = board.rail(rail.from());
      Optional<Part> part =
          rail.madeBy().stream()
              .flatMap(name -> board.part(name).stream())
              .filter(p -> p.device().isRegulator())
              .findFirst();
      if (source.isPresent() && part.isPresent()) {
        Optional<Double> in = volts.lastVolts(source.get().name());
        Optional<Double> out = volts.lastVolts(rail.name());
        Optional<Double> amps = lastAmps(telling, rail.name());
        all.add(
            new RegulatorHeat(
                part.get(),
                rail,
                new LinearRegulator(
                    in.orElse(source.get().volts()),
                    out.orElse(rail.volts()),
                    amps.orElse(rail.amps())),
                in.isPresent() || amps.isPresent()));
      }
    }
    return all;
  }

  private static Optional<Double> lastAmps(Telling telling, String rail) {
    return telling.said(Finding.RailAmps.class).stream()
        .filter(a -> a.rail().equals(rail))
        .map(Finding.RailAmps::amps)
        .reduce((earlier, later) -> later);
  }

  /** What its heat says. */
  public Verdict verdict() {
    String sum =
        String.format(
            Locale.ROOT,
            "%s turns (%s − %s) × %s into %.1f W",
            part.designator(),
            Quantities.volts(regulator.inVolts()),
            Quantities.volts(regulator.outVolts()),
            Quantities.amps(regulator.amps()),
            regulator.watts());
    if (!regulator.hasHeadroom()) {
      return Verdict.bad(
          sum + ": its input is too low for it to regulate, so ripple comes through.");
    }
    if (!regulator.needsHeatsink()) {
      return Verdict.good(
          sum + String.format(Locale.ROOT, ": %.0f °C bare, fine.", regulator.bareCelsius()));
    }
    return regulator.heatsinkAtMost() > 0
        ? Verdict.doubtful(
            sum
                + String.format(
                    Locale.ROOT,
                    ": needs a heatsink of %.1f K/W or better, with paste.",
                    regulator.heatsinkAtMost()))
        : Verdict.bad(sum + ": more than any heatsink takes off one such part.");
  }
}
