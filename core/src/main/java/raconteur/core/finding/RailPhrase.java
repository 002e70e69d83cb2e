package raconteur.core.finding;

import java.util.List;
import raconteur.core.board.Rail;

/** {@code 5V 4.94} and {@code 5V gnd 58 ohm}: what the meter says of a rail. */
final class RailPhrase implements Phrase {

  @Override
  public boolean begins(Words words) {
    return words.board().rails().stream()
        .anyMatch(r -> words.nextIs(r.name()) || ("+" + words.peek()).equalsIgnoreCase(r.name()));
  }

  @Override
  public Understanding read(Words words, BenchContext context) {
    Rail rail = words.rail();
    words.mayContinue(List.of("gnd"));
    if (words.nextIs("gnd")) {
      words.skip();
      double ohms = words.ohms();
      words.end();
      return ohms(rail, ohms);
    }
    if (words.more() && "gnd".startsWith(words.peek().toLowerCase(java.util.Locale.ROOT))) {
      return new Understanding.Unfinished("Next comes gnd and the ohms, or the volts.");
    }
    double volts = words.volts();
    words.end();
    return volts(rail, volts);
  }

  private static Understanding ohms(Rail rail, double ohms) {
    String sentence =
        rail.name()
            + " to ground, power off: "
            + Quantities.ohms(ohms)
            + ", expected about "
            + Quantities.ohms(rail.expectedOhms())
            + ".";
    return new Understanding.Understood(new Finding.RailOhms(rail.name(), ohms), sentence);
  }

  private static Understanding volts(Rail rail, double volts) {
    Finding reading = new Finding.RailVolts(rail.name(), volts);
    String range =
        Quantities.volts(rail.lowestGoodVolts())
            + " to "
            + Quantities.volts(rail.highestGoodVolts());
    String said = rail.name() + " reads " + Quantities.volts(volts);
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

  @Override
  public List<String> beginnings(Words words) {
    return words.board().rails().stream().map(Rail::name).toList();
  }

  @Override
  public String example() {
    return "5V gnd 58 ohm";
  }
}
