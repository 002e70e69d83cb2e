package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.DevicePin;

/**
 * What is measured of a rail: {@code 5V 4.94}, {@code 5V at U14 4.72}, {@code 5V dummy 5.02},
 * {@code 5V 0.8 A}, {@code 5V ripple 40 mV}, {@code 5V gnd 58 ohm}, {@code 5V gnd 51 ohm reversed}.
 */
final class RailPhrase implements Phrase {
  private static final List<String> WAYS = List.of("gnd", "at", "ripple", "dummy");

  private static final List<String> GOOD = List.of("good", "ok", "okay", "fine");

  /** What a meter shows of a rail that is well. */
  private static final double A_LITTLE_LESS = 0.99;

  /** A reading this many times off what is expected may have been taken in the wrong range. */
  private static final double KILO = 1000;

  @Override
  public boolean begins(Words words) {
    return words.board().supplies().stream()
        .anyMatch(r -> words.nextIs(r.name()) || ("+" + words.peek()).equalsIgnoreCase(r.name()));
  }

  @Override
  public Understanding read(Words words, BenchContext context) {
    Rail rail = words.rail();
    words.mayContinue(WAYS);
    String way = words.peek().toLowerCase(Locale.ROOT);
    if (WAYS.contains(way)) {
      words.skip();
      return switch (way) {
        case "gnd" -> ohms(words, rail);
        case "at" -> atPart(words, rail);
        case "ripple" -> ripple(words, rail);
        default -> dummy(words, rail);
      };
    }
    if (!way.isEmpty() && WAYS.stream().anyMatch(w -> w.startsWith(way))) {
      return new Understanding.Unfinished(
          "Next comes gnd and the ohms, at and a part, ripple, dummy, or the volts or amperes.");
    }
    if (GOOD.contains(way)) {
      words.skip();
      words.end();
      return new Understanding.Understood(
          new Finding.RailCalledGood(rail.name()),
          rail.name()
              + " is called good. A figure says more, and it is what switching on is judged by: "
              + rail.name().replaceFirst("^\\+", "")
              + " "
              + Quantities.plain(rail.volts() * A_LITTLE_LESS)
              + ".");
    }
    if (!way.isEmpty() && GOOD.stream().anyMatch(w -> w.startsWith(way))) {
      return new Understanding.Unfinished("Next comes good, where there is no figure.");
    }
    Words.Measured measured = words.quantity(Unit.VOLT, Unit.AMP);
    if (measured.kind() != Unit.AMP && words.nextIs("at")) {
      words.skip();
      return atPart(words, rail, words.part(), words.plausibleVolts(measured.value()));
    }
    words.end();
    return measured.kind() == Unit.AMP
        ? amps(words, rail, measured.value())
        : volts(rail, new Finding.RailVolts(rail.name(), words.plausibleVolts(measured.value())));
  }

  private static Understanding ohms(Words words, Rail rail) {
    double ohms = words.ohms();
    words.mayContinue(List.of("reversed"));
    boolean reversed = words.nextIs("reversed");
    if (reversed) {
      words.skip();
    }
    words.end();
    Finding reading = new Finding.RailOhms(rail.name(), ohms, reversed);
    double expected = rail.expectedOhms();
    if (ohms > 0 && ohms < 1 && ohms * KILO < 3 * expected) {
      return new Understanding.Asked(
          reading,
          Quantities.ohms(ohms)
              + " is less than the leads themselves: was the meter in kΩ? Then type "
              + Quantities.ohms(ohms * KILO)
              + ". Enter keeps it.");
    }
    if (Double.isFinite(ohms) && ohms > 30 * expected && ohms / KILO < 3 * expected) {
      return new Understanding.Asked(
          reading,
          Quantities.ohms(ohms)
              + " is far above the "
              + Quantities.ohms(expected)
              + " expected: was the meter in Ω? Then type "
              + Quantities.ohms(ohms / KILO)
              + ". Enter keeps it.");
    }
    return new Understanding.Understood(
        reading,
        rail.name()
            + " to ground, power off"
            + (reversed ? ", red lead on ground: " : ": ")
            + Quantities.ohms(ohms)
            + ", expected about "
            + Quantities.ohms(expected)
            + ".");
  }

  private static Understanding atPart(Words words, Rail rail) {
    return atPart(words, rail, words.part(), words.volts());
  }

  private static Understanding atPart(Words words, Rail said, Part part, double volts) {
    words.end();
    Rail rail = meant(words.board(), said, part);
    Finding reading = new Finding.FarVolts(rail.name(), part.designator(), volts);
    if (!feeds(words.board(), rail, part)) {
      return new Understanding.Asked(
          reading,
          part.designator() + " has no pin on " + rail.name() + ": is that meant? Enter keeps it.");
    }
    return volts(rail, reading);
  }

  private static Understanding ripple(Words words, Rail rail) {
    double volts = words.atLeastZero(Unit.VOLT);
    words.end();
    Finding reading = new Finding.Ripple(rail.name(), volts);
    String said = "Ripple on " + rail.name() + " " + Quantities.volts(volts) + " peak to peak";
    return volts > Math.abs(rail.volts())
        ? new Understanding.Asked(
            reading, said + ", more than the rail itself: is that meant in mV? Enter keeps it.")
        : new Understanding.Understood(reading, said + ".");
  }

  /**
   * Of rails of the same volts the one a part hangs on: 12 V behind a coil is 12 V all the same.
   */
  private static Rail meant(Board board, Rail said, Part part) {
    List<Rail> others =
        board.rails().stream()
            .filter(r -> r.volts() == said.volts() && feeds(board, r, part))
            .toList();
    return !feeds(board, said, part) && others.size() == 1 ? others.getFirst() : said;
  }

  private static Understanding dummy(Words words, Rail rail) {
    double volts = words.volts();
    words.end();
    return volts(rail, new Finding.DummyVolts(rail.name(), volts));
  }

  private static Understanding amps(Words words, Rail rail, double amps) {
    if (amps < 0) {
      throw words.refuse("Type the current a rail delivers as a number from 0 up, like 0.8 A.");
    }
    Finding reading = new Finding.RailAmps(rail.name(), amps);
    String said = rail.name() + " delivers " + Quantities.amps(amps);
    boolean odd = rail.amps() > 0 && (amps > 20 * rail.amps() || amps > 30);
    return odd
        ? new Understanding.Asked(
            reading,
            said
                + ", expected are "
                + Quantities.amps(rail.amps())
                + ": was the meter in mA? Enter keeps it.")
        : new Understanding.Understood(reading, said + ".");
  }

  /** One voltage of the rail, wherever it was read. */
  private static Understanding volts(Rail rail, Finding reading) {
    double volts =
        switch (reading) {
          case Finding.RailVolts t -> t.volts();
          case Finding.FarVolts t -> t.volts();
          case Finding.DummyVolts t -> t.volts();
          case Finding other -> throw new IllegalArgumentException("no voltage: " + other);
        };
    String where =
        switch (reading) {
          case Finding.FarVolts t -> " at " + t.part();
          case Finding.DummyVolts _ -> " on its dummy load";
          case Finding _ -> "";
        };
    String range =
        Quantities.volts(rail.lowestGoodVolts())
            + " to "
            + Quantities.volts(rail.highestGoodVolts());
    String said = rail.name() + where + " reads " + Quantities.volts(volts);
    if (Math.abs(volts) > 2 * Math.abs(rail.volts()) + 2) {
      return new Understanding.Asked(
          reading, said + ", far outside " + range + ": is that meant? Enter keeps it.");
    }
    if (volts * rail.volts() < 0 && Math.abs(volts) > 0.3) {
      return new Understanding.Asked(
          reading, said + ", the wrong sign: leads the right way round? Enter keeps it.");
    }
    return new Understanding.Understood(reading, said + "; good is " + range + ".");
  }

  /**
   * Volts at a pin that is on a rail: the rail's own where its maker has the pin, else those at the
   * part; empty for a pin of any other line.
   */
  static Optional<Understanding> atPin(Board board, PinRef pin, double volts) {
    return board
        .netOf(pin)
        .flatMap(net -> board.railOfNet(net.name()))
        .or(() -> madeAt(board, pin))
        .map(
            rail ->
                volts(
                    rail,
                    rail.madeBy().contains(pin.part()) || board.netOf(pin).isEmpty()
                        ? new Finding.RailVolts(rail.name(), volts)
                        : new Finding.FarVolts(rail.name(), pin.part(), volts)));
  }

  /** The rail at a regulator's output or input, where nobody wrote down what that is joined to. */
  private static Optional<Rail> madeAt(Board board, PinRef pin) {
    boolean ofARegulator =
        board.netOf(pin).isEmpty()
            && board.part(pin.part()).filter(p -> p.device().isRegulator()).isPresent();
    String name = board.pin(pin).map(DevicePin::name).orElse("");
    Optional<Rail> made =
        board.rails().stream()
            .filter(r -> ofARegulator && r.madeBy().contains(pin.part()))
            .findFirst();
    return name.startsWith("OUT")
        ? made
        : name.startsWith("IN") ? made.flatMap(r -> board.rail(r.from())) : Optional.empty();
  }

  /** Whether a part has a pin on a rail; at sheet depth that is not known, and taken for true. */
  static boolean feeds(Board board, Rail rail, Part part) {
    return board.nets().isEmpty()
        || part.pins().stream()
            .anyMatch(p -> board.netOf(p).filter(n -> n.name().equals(rail.net())).isPresent());
  }

  @Override
  public List<String> beginnings(Words words) {
    return words.board().rails().stream().map(Rail::name).toList();
  }

  @Override
  public String example() {
    return "5V gnd 58 ohm";
  }

  @Override
  public List<String> examples() {
    return List.of(
        "5V gnd 58 ohm",
        "5V gnd 61 ohm reversed",
        "5V 4.94",
        "5V at U14 4.72",
        "5V dummy 5.02",
        "5V good",
        "5V 0.8 A",
        "5V ripple 40 mV");
  }
}
