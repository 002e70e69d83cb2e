package raconteur.core.continuity;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.data.Figures;
import raconteur.core.finding.Finding;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/** What reads alike on a good board: the lines of one bus to ground, twins in temperature. */
public final class Peers {
  private static final int FEWEST_OTHER_LINES = 3;
  private static final int FEWEST_OTHER_TWINS = 2;

  /** What a meter's over range counts as, in ohms. */
  private static final double OVER_RANGE_OHMS = 20e6;

  private final Board board;
  private final double leastLogScale;
  private final double leastKelvin;

  public Peers(Board board) {
    Figures figures = Figures.shipped("supply");
    this.board = board;
    this.leastLogScale =
        Math.log(1 + figures.of("like lines differ by share")) / RobustSpread.OUTLIER_FROM;
    this.leastKelvin = figures.of("hotter than twins kelvin") / RobustSpread.OUTLIER_FROM;
  }

  /**
   * What lines are alike: the net's name without its number, {@code MA} for {@code MA3}; where no
   * nets are known, the part and the pin's name without its number.
   */
  public String bus(PinRef pin) {
    return board
        .netOf(pin)
        .map(Net::name)
        .map(Peers::stem)
        .orElseGet(
            () ->
                pin.part()
                    + " "
                    + stem(
                        board
                            .part(pin.part())
                            .flatMap(p -> p.device().pin(pin.number()))
                            .map(p -> p.name())
                            .orElse(pin.number())));
  }

  private static String stem(String name) {
    return name.replaceAll("[0-9]+$", "");
  }

  /** How lines read together, from their log ohms; at least one. */
  public RobustSpread ofLines(List<Double> logOhms) {
    return RobustSpread.of(array(logOhms), leastLogScale);
  }

  /** How warm twins are together, in °C; at least one. */
  public RobustSpread ofTwins(List<Double> celsius) {
    return RobustSpread.of(array(celsius), leastKelvin);
  }

  private static double[] array(List<Double> values) {
    return values.stream().mapToDouble(Double::doubleValue).toArray();
  }

  /** A resistance as it is compared. */
  public static double logOhms(double ohms) {
    return Math.log(Math.clamp(ohms, 0.1, OVER_RANGE_OHMS));
  }

  /** How the other lines of a pin's bus read in the same state of the board; log ohms. */
  public Optional<RobustSpread> ofLine(PinRef pin, Moment moment, List<DatedFinding> told) {
    Map<String, Double> others = new LinkedHashMap<>();
    String own = line(pin);
    for (DatedFinding other : told) {
      if (other.finding() instanceof Finding.PinOhms(PinRef at, double ohms)
          && sameState(other.moment(), moment)
          && bus(at).equals(bus(pin))
          && !line(at).equals(own)) {
        others.put(line(at), logOhms(ohms));
      }
    }
    return spread(List.copyOf(others.values()), FEWEST_OTHER_LINES, leastLogScale);
  }

  /** How warm the twins of a part are in the same state of the board; °C. */
  public Optional<RobustSpread> ofPart(String part, Moment moment, List<DatedFinding> told) {
    String device = device(part);
    Map<String, Double> others = new LinkedHashMap<>();
    for (DatedFinding other : told) {
      if (other.finding() instanceof Finding.Temperature(String twin, double celsius)
          && sameState(other.moment(), moment)
          && !twin.equals(part)
          && device(twin).equals(device)) {
        others.put(twin, celsius);
      }
    }
    return spread(List.copyOf(others.values()), FEWEST_OTHER_TWINS, leastKelvin);
  }

  private static Optional<RobustSpread> spread(List<Double> others, int fewest, double least) {
    return others.size() < fewest
        ? Optional.empty()
        : Optional.of(
            RobustSpread.of(others.stream().mapToDouble(Double::doubleValue).toArray(), least));
  }

  private static boolean sameState(Moment one, Moment other) {
    return one.epoch() == other.epoch() && one.partsOut().equals(other.partsOut());
  }

  private String line(PinRef pin) {
    return board.netOf(pin).map(Net::name).orElse(pin.toString());
  }

  private String device(String part) {
    return board.part(part).map(p -> p.device().name()).orElse("");
  }

  /** The buses of a board that have at least three numbered lines, in the order of its nets. */
  public List<Bus> buses() {
    Map<String, List<Net>> byStem = new LinkedHashMap<>();
    for (Net net : board.nets()) {
      if (!stem(net.name()).equals(net.name()) && !board.isSupply(net.name())) {
        byStem.computeIfAbsent(stem(net.name()), s -> new ArrayList<>()).add(net);
      }
    }
    return byStem.entrySet().stream()
        .filter(e -> e.getValue().size() > FEWEST_OTHER_LINES)
        .map(e -> new Bus(e.getKey(), inOrder(e.getKey(), e.getValue())))
        .toList();
  }

  private static List<Net> inOrder(String stem, List<Net> lines) {
    return lines.stream()
        .sorted(Comparator.comparing((Net n) -> new BigInteger(n.name().substring(stem.length()))))
        .toList();
  }

  /** Lines that are alike. */
  public record Bus(String stem, List<Net> lines) {
    public Bus {
      lines = List.copyOf(lines);
    }
  }
}
