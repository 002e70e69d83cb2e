package raconteur.core.judge;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/** Names the kind of fault a rail's voltage speaks of, from its sign, its size and what is near. */
public final class RailVoltage {
  private static final String POWER_OFF = " Switch off.";

  /** How a voltage stands to what the rail should have. */
  public enum Standing {
    GOOD,
    LOW,
    HIGH,
    ABSENT,
    WRONG_SIGN
  }

  /**
   * A rail below this share of its voltage lets nothing work. Logic is specified down to 90 or 95 %
   * and mostly works a little below. Common practice, no source.
   */
  private static final double WORKS_FROM = 0.85;

  /**
   * Below this share of its volts a rail is held down, or nothing makes it: a capacitor that dried
   * out leaves the troughs of the mains between full and a good deal lower, and no more (common
   * practice, no source).
   */
  private static final double COLLAPSED = 0.5;

  private final Board board;
  private final Telling telling;
  private final Figures figures = Figures.shipped("supply");

  public RailVoltage(Board board, Telling telling) {
    this.board = board;
    this.telling = telling;
  }

  /** Sorts a voltage. */
  public static Standing of(Rail rail, double volts) {
    double absent =
        Math.abs(rail.volts()) * Figures.shipped("supply").of("rail absent below share");
    if (Math.abs(volts) < absent) {
      return Standing.ABSENT;
    }
    if (volts * rail.volts() < 0) {
      return Standing.WRONG_SIGN;
    }
    if (volts >= rail.lowestGoodVolts() && volts <= rail.highestGoodVolts()) {
      return Standing.GOOD;
    }
    return Math.abs(volts) < Math.abs(rail.volts()) ? Standing.LOW : Standing.HIGH;
  }

  /** Whether what hangs on a rail works at a voltage, or nearly. */
  public static boolean works(Rail rail, double volts) {
    return volts / rail.volts() >= WORKS_FROM;
  }

  /** Whether less is left of a rail than a smoothing capacitor that dried out would leave. */
  public static boolean isCollapsed(Rail rail, double volts) {
    return volts / rail.volts() < COLLAPSED;
  }

  /** What a voltage at the regulator or anywhere on the rail says. */
  public Verdict atRail(Rail rail, double volts) {
    String read = rail.name() + " reads " + Quantities.volts(volts);
    String range =
        Quantities.volts(rail.lowestGoodVolts())
            + " to "
            + Quantities.volts(rail.highestGoodVolts());
    return switch (of(rail, volts)) {
      case GOOD -> Verdict.good(read + ", good (" + range + ").");
      case HIGH -> Verdict.bad(read + ", high: good is " + range + "." + POWER_OFF + high(rail));
      case LOW -> Verdict.bad(read + ", low: good is " + range + ". " + low(rail));
      case ABSENT -> Verdict.bad(read + ", absent. " + absent(rail));
      case WRONG_SIGN -> Verdict.bad(read + ", the wrong sign. " + wrongSign(rail) + POWER_OFF);
    };
  }

  private static String high(Rail rail) {
    return rail.madeBy().isEmpty()
        ? " Its supply regulates no more, or a higher rail is joined to it."
        : " "
            + rail.madeBy().getFirst()
            + " regulates no more, its ground leg is open, or a higher rail is joined to it.";
  }

  private String low(Rail rail) {
    Optional<Rail> source = board.rail(rail.from());
    Optional<Double> sourceVolts = source.flatMap(r -> lastVolts(r.name()));
    if (source.isPresent()
        && sourceVolts.isPresent()
        && of(source.get(), sourceVolts.get()) != Standing.GOOD) {
      return "Its source "
          + source.get().name()
          + " is off as well, at "
          + Quantities.volts(sourceVolts.get())
          + ": begin there.";
    }
    Optional<String> hot = hotMaker(rail);
    if (hot.isPresent()) {
      return hot.get()
          + " is hot while its output is low: it is overloaded, so look for the load, not for a"
          + " dead regulator.";
    }
    return maker(rail)
        .map(
            m ->
                "Feel "
                    + m
                    + ": hot means that it is overloaded, cool that it is not fed or worn out.")
        .orElse("Something loads it, or its supply is weak: read its ohms with the power off.");
  }

  private String absent(Rail rail) {
    Optional<Rail> source = board.rail(rail.from());
    Optional<Double> sourceVolts = source.flatMap(r -> lastVolts(r.name()));
    if (source.isPresent() && sourceVolts.isPresent()) {
      return of(source.get(), sourceVolts.get()) == Standing.GOOD
          ? source.get().name()
              + " in front of it is good, so "
              + maker(rail).orElse("its regulator")
              + " is dead, or shut down by a short."
          : source.get().name() + " in front of it is off as well: begin there.";
    }
    return "A fuse, a switch, a plug, its regulator, or a short that shuts it down"
        + source.map(r -> "; read " + r.name() + " next").orElse("")
        + ".";
  }

  private String wrongSign(Rail rail) {
    String worst =
        "A dead regulator or zener would leave it at zero at worst, so it is being pulled there by"
            + " a short to another line";
    List<String> pulling =
        board.rails().stream().filter(r -> r.volts() * rail.volts() < 0).map(Rail::name).toList();
    return worst + (pulling.isEmpty() ? "." : ", likely " + String.join(" or ", pulling) + ".");
  }

  private static Optional<String> maker(Rail rail) {
    return rail.madeBy().stream().findFirst();
  }

  /** A maker of the rail that was found hot. */
  private Optional<String> hotMaker(Rail rail) {
    double hot = figures.of("regulator hot above celsius");
    return telling.findings().stream()
        .map(DatedFinding::finding)
        .flatMap(
            f ->
                switch (f) {
                  case Finding.Heat heat when heat.tooWarm() -> Optional.of(heat.part()).stream();
                  case Finding.Temperature(String part, double celsius) when celsius > hot ->
                      Optional.of(part).stream();
                  case Finding _ -> java.util.stream.Stream.<String>empty();
                })
        .filter(rail.madeBy()::contains)
        .filter(p -> board.part(p).map(Part::device).filter(RailVoltage::regulates).isPresent())
        .findFirst();
  }

  private static boolean regulates(raconteur.core.device.Device device) {
    return device.isRegulator();
  }

  /** What a voltage at a far chip says, beside what was read at the regulator. */
  public Verdict atPart(Rail rail, String part, double volts) {
    Verdict alone = atRail(rail, volts);
    Optional<Double> near = lastVolts(rail.name());
    if (near.isEmpty()) {
      return new Verdict(
          alone.level(), alone.sentence() + " Read it at the regulator too, for the drop.");
    }
    double drop = Math.abs(near.get()) - Math.abs(volts);
    String along =
        " From the regulator ("
            + Quantities.volts(near.get())
            + ") to "
            + part
            + " it drops "
            + Quantities.volts(drop)
            + ".";
    if (drop < -figures.of("drop to far chip above volts")) {
      return Verdict.doubtful(
          alone.sentence()
              + " It is higher here than at the regulator, "
              + Quantities.volts(near.get())
              + ": one of the two readings is off, or another supply feeds in.");
    }
    if (drop > figures.of("drop to far chip above volts")) {
      return new Verdict(
          alone.isGood() ? Verdict.Level.DOUBTFUL : Verdict.Level.BAD,
          alone.sentence() + along + " A joint, a connector or a thin track on the way resists.");
    }
    return new Verdict(alone.level(), alone.sentence() + along);
  }

  /** What a supply on its dummy load says. */
  public Verdict onDummyLoad(Rail rail, double volts) {
    return switch (of(rail, volts)) {
      case GOOD ->
          Verdict.good(
              rail.name()
                  + " holds "
                  + Quantities.volts(volts)
                  + " on its dummy load: this supply is proven, what is wrong now is the board's.");
      case LOW, HIGH, ABSENT, WRONG_SIGN ->
          Verdict.bad(
              rail.name()
                  + " gives "
                  + Quantities.volts(volts)
                  + " on its dummy load: the supply itself is faulty; nothing of the board is on"
                  + " it.");
    };
  }

  /** The last voltage read at the rail itself that still holds. */
  public Optional<Double> lastVolts(String rail) {
    MendedRails mended = new MendedRails(board, telling);
    return telling.findings().stream()
        .filter(f -> mended.holds(f, rail))
        .flatMap(
            f ->
                f.finding() instanceof Finding.RailVolts(String name, double volts)
                        && name.equals(rail)
                    ? java.util.stream.Stream.of(volts)
                    : java.util.stream.Stream.empty())
        .reduce((earlier, later) -> later);
  }
}
