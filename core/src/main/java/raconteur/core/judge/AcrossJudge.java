package raconteur.core.judge;

import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Part;
import raconteur.core.data.Figures;
import raconteur.core.device.Device;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;

/**
 * Judges what a meter shows across a part with two ends. In the board everything beside the part
 * reads along, which can make ohms lower and never higher: a resistor that reads more than is
 * printed on it is convicted where it stands, one that reads less is not. Limits are in {@code
 * supply.json} (common practice, no source).
 */
public final class AcrossJudge {
  private static final Pattern PRINTED_VOLTS = Pattern.compile("(?i)([0-9]+(?:[.,][0-9]+)?) ?v");
  private static final Pattern ZENER = Pattern.compile("(?i)zener|BZ[XY]");
  private static final Pattern LITHIUM = Pattern.compile("(?i)\\b(?:CR|BR)[0-9/]{3,5}|lithium");

  /** Cells of these words, by the volts of one (from memory). */
  private static final double LITHIUM_VOLTS = 3.0;

  private final Part part;
  private final Device device;

  public AcrossJudge(Part part) {
    this.part = part;
    this.device = part.device();
  }

  private static double figure(String name) {
    return Figures.shipped("supply").of(name);
  }

  /** What the meter shows where the part is good; empty where nobody can say. */
  public OptionalDouble goodOhms() {
    if (device.isSeries()) {
      return OptionalDouble.of(0.1);
    }
    return device.isResistor() && !device.isTrimmer() ? part.printedOhms() : OptionalDouble.empty();
  }

  /**
   * What the meter shows where nobody would call it good nor open, in the middle of both limits.
   */
  public OptionalDouble doubtfulOhms() {
    if (device.isSeries()) {
      return OptionalDouble.of(
          between("coil or fuse good up to ohms", "coil or fuse bad from ohms"));
    }
    OptionalDouble good = goodOhms();
    return good.isEmpty()
        ? good
        : OptionalDouble.of(
            good.getAsDouble() * between("resistor good up to share", "resistor bad above share"));
  }

  private static double between(String good, String bad) {
    return Math.sqrt(figure(good) * figure(bad));
  }

  /** The share of its volts at which a cell is neither good nor flat, in the middle of both. */
  public static double doubtfulCellShare() {
    return between("cell flat below share", "cell good from share");
  }

  /** What a cell is sold with; empty where nobody wrote it down. */
  public OptionalDouble cellVolts() {
    Matcher printed = PRINTED_VOLTS.matcher(part.value());
    if (!device.isCell()) {
      return OptionalDouble.empty();
    }
    if (printed.find()) {
      return OptionalDouble.of(Double.parseDouble(printed.group(1).replace(',', '.')));
    }
    return LITHIUM.matcher(part.called()).find()
        ? OptionalDouble.of(LITHIUM_VOLTS)
        : OptionalDouble.empty();
  }

  /** Whether it reads far more than it should: nothing beside a part raises what is across it. */
  public boolean readsOpen(Finding.PartOhms reading) {
    return !device.isDiode() && of(reading).level() == Verdict.Level.BAD;
  }

  /** What a diode is made to hold, board powered; empty for one that is made to conduct. */
  private OptionalDouble zenerVolts() {
    Matcher printed = PRINTED_VOLTS.matcher(part.called());
    return device.isDiode() && ZENER.matcher(part.called()).find() && printed.find()
        ? OptionalDouble.of(Double.parseDouble(printed.group(1).replace(',', '.')))
        : OptionalDouble.empty();
  }

  /** What ohms across it say. */
  public Verdict of(Finding.PartOhms reading) {
    double ohms = reading.ohms();
    String shown = part.designator() + " reads " + Quantities.ohms(ohms);
    if (device.isSeries()) {
      return ohms <= figure("coil or fuse good up to ohms")
          ? Verdict.good(shown + ": it joins its ends, as it should.")
          : ohms <= figure("coil or fuse bad from ohms")
              ? Verdict.doubtful(shown + ": much for what should join its ends; take it again.")
              : Verdict.bad(shown + ": open, where it should join its ends.");
    }
    if (device.isKey()) {
      return ofKey(shown, ohms);
    }
    if (device.isSpeaker()) {
      return Double.isInfinite(ohms)
          ? Verdict.doubtful(shown + ": a coil is open; a piezo buzzer reads so when it is good.")
          : Verdict.good(shown + ": its coil is whole.");
    }
    if (device.isDiode()) {
      return ohms <= figure("shorted junction up to ohms")
          ? Verdict.bad(shown + ": shorted, or what is beside it is; lift one end to tell.")
          : Verdict.unjudged(shown + ": a diode test says more, for example " + example(0.6));
    }
    OptionalDouble printed = goodOhms();
    if (printed.isEmpty()) {
      return Verdict.unjudged(
          shown + ": the parts list has no value to judge it by; add it under Boards, like 4k7.");
    }
    double share = ohms / printed.getAsDouble();
    String beside = " where " + Quantities.ohms(printed.getAsDouble()) + " is printed";
    if (share > figure("resistor bad above share")) {
      return Verdict.bad(shown + beside + ": nothing beside it can raise it, it is open or gone.");
    }
    if (share > figure("resistor good up to share")) {
      return Verdict.doubtful(shown + beside + ": gone high; lift one end and take it again.");
    }
    return share >= figure("resistor good from share")
        ? Verdict.good(shown + beside + ".")
        : Verdict.unjudged(
            shown + beside + ": what is beside it reads along; lift one end to tell.");
  }

  private static Verdict ofKey(String shown, double ohms) {
    if (ohms <= figure("switch good up to ohms")) {
      return Verdict.good(shown + ": closed, and clean.");
    }
    return ohms <= figure("switch bad from ohms")
        ? Verdict.doubtful(shown + ": a dirty contact, if it was pressed.")
        : Verdict.bad(shown + ": it does not close, if it was pressed.");
  }

  private String example(double volts) {
    return new Finding.PartVolts(part.designator(), volts).line() + ".";
  }

  /** What volts across it say. */
  public Verdict of(Finding.PartVolts reading) {
    double volts = reading.volts();
    String shown = part.designator() + " shows " + Quantities.volts(volts);
    if (device.isCell()) {
      OptionalDouble sold = cellVolts();
      if (sold.isEmpty()) {
        return volts < figure("cell of any kind flat below volts")
            ? Verdict.bad(shown + ": flat, whatever kind it is.")
            : Verdict.unjudged(
                shown + ": the parts list does not say its volts; add them, like 3.6 V.");
      }
      double share = volts / sold.getAsDouble();
      String of = " of " + Quantities.volts(sold.getAsDouble());
      return share >= figure("cell good from share")
          ? Verdict.good(shown + of + ".")
          : share >= figure("cell flat below share")
              ? Verdict.doubtful(shown + of + ": low; charge it or replace it.")
              : Verdict.bad(shown + of + ": flat.");
    }
    OptionalDouble regulates = zenerVolts();
    if (regulates.isPresent() && volts > figure("diode drop up to volts")) {
      double share = volts / regulates.getAsDouble();
      String of = " of " + Quantities.volts(regulates.getAsDouble());
      return Math.abs(share - 1) <= figure("zener off by share")
          ? Verdict.good(shown + of + ".")
          : Verdict.unjudged(
              shown + of + ": what feeds it may be short of it; lift one end to tell.");
    }
    if (device.isDiode()) {
      double most = figure(device.isLamp() ? "lamp drop up to volts" : "diode drop up to volts");
      if (volts < figure("diode drop from volts")) {
        return Verdict.bad(shown + ": shorted, or what is beside it is; lift one end to tell.");
      }
      return volts <= most
          ? Verdict.good(shown + ": it conducts, and drops what it should.")
          : Verdict.bad(shown + ": open, if the leads were the right way round.");
    }
    return Verdict.unjudged(shown + ": what it should be is not known.");
  }

  /** Alternating volts: there, or not. */
  public Verdict of(Finding.AlternatingVolts reading) {
    String shown = Quantities.volts(reading.volts()) + " alternating at " + part.designator();
    return reading.volts() >= figure("alternating there from volts")
        ? Verdict.good(shown + ": it comes this far.")
        : Verdict.bad(shown + ": nothing comes here; fuse, switch, plug, or the supply before it.");
  }
}
