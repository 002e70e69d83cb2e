package raconteur.core.predict;

import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.SymptomCard;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * What the board shows, by its symptom cards and the start order: the earliest block that fails
 * decides. Where the board was simulated with a fault, the card it then showed counts most.
 */
final class SymptomModel implements TestModel<SymptomModel.Shown> {
  private static final String WORKING_CARD = "works";
  private static final double REST = 0.002;

  /** Of what the cards of a block leave. Common practice, no source. */
  private static final double LOOKS_RIGHT = 0.3;

  private static final double LIKE_SOME_CARD = 0.3;

  /** How far two cards that nothing makes both are taken for one another, beside two alike. */
  private static final double TAKEN_FOR_ANY = 0.03;

  /** How far a simulated look is taken for what a real board shows. */
  private static final double AS_SIMULATED = 0.8;

  private final Board board;
  private final Map<String, SymptomCard> cards = new LinkedHashMap<>();
  private final StartOrder order;
  private final SimulatedAnswers simulated;
  private final Readings readings;
  private final Map<String, Map<String, Double>> alike;

  /**
   * What decides the picture.
   *
   * @param stage of the block that fails; the number of stages where none does
   * @param part where some card speaks of that part by name, else empty
   * @param card as simulated, empty where it was not
   */
  record Shown(int stage, String part, String card) {
    private static final Comparator<Shown> EARLIEST =
        Comparator.comparingInt(Shown::stage).thenComparing(Shown::card).thenComparing(Shown::part);

    static Shown first(Shown one, Shown other) {
      return EARLIEST.compare(one, other) <= 0 ? one : other;
    }
  }

  /**
   * @param card what is shown: one the board has no card for is weighed among the usual ones
   */
  SymptomModel(Predictor.Shared shared, String card) {
    this.board = shared.board();
    board.symptoms().forEach(own -> cards.put(own.id(), own));
    if (!cards.containsKey(card)) {
      board.symptomsBeside().forEach(usual -> cards.put(usual.id(), usual));
    }
    this.order = shared.startOrder();
    this.simulated = shared.simulated();
    this.readings = shared.readings();
    this.alike = alike(cards.values());
  }

  @Override
  public Shown none() {
    return new Shown(order.stages(), "", "");
  }

  @Override
  public Shown effectOf(Fault fault) {
    String card = simulated.of(fault).map(a -> a.look().card()).orElse("");
    boolean unseen =
        fault.mode() == FaultMode.LEAKS || isBypass(fault) || card.equals(WORKING_CARD);
    int stage = order.stage(order.blockOf(fault));
    if (unseen && !hasFunctionOffScreen(stage)) {
      return none();
    }
    return stage < 0 || fault.mode() == FaultMode.LEAKS
        ? none()
        : new Shown(stage, named(fault), card.equals(WORKING_CARD) ? "" : card);
  }

  /** Keys, sound and ports fail without a change on the screen. */
  private boolean hasFunctionOffScreen(int stage) {
    return stage >= 0 && OFF_SCREEN.contains(order.block(stage));
  }

  private static final List<String> OFF_SCREEN = List.of("io", "keyboard", "sound", "expansion");

  /** A board hardly ever shows that one of its many small capacitors is gone. */
  private boolean isBypass(Fault fault) {
    return fault.place() instanceof Place.OfPart(String part)
        && board.part(part).filter(p -> p.device().isCeramicCapacitor()).isPresent();
  }

  @Override
  public Shown combine(Shown one, Shown other) {
    return Shown.first(one, other);
  }

  @Override
  public double probability(Finding found, Shown shown) {
    String card = ((Finding.Symptom) found).card();
    if (shown.stage() == order.stages()) {
      return healthy(card);
    }
    double byBlock = byWritten(card, shown);
    double exact =
        shown.card().isEmpty()
            ? byBlock
            : AS_SIMULATED * (card.equals(shown.card()) ? 1 : 0) + (1 - AS_SIMULATED) * byBlock;
    return readings.chance("symptom", "drawer", "right") * exact
        + readings.chance("symptom", "drawer", "neighbouring") * mistaken(card, shown);
  }

  /** The chance that what is shown is taken for a card though another one fits. */
  private double mistaken(String card, Shown shown) {
    double sum = 0;
    for (SymptomCard meant : cards.values()) {
      double chance =
          shown.card().isEmpty()
              ? byWritten(meant.id(), shown)
              : AS_SIMULATED * (meant.id().equals(shown.card()) ? 1 : 0)
                  + (1 - AS_SIMULATED) * byWritten(meant.id(), shown);
      sum += chance * alike.getOrDefault(meant.id(), Map.of()).getOrDefault(card, 0.0);
    }
    return sum;
  }

  /**
   * How a card is mistaken for others: the more, the more alike what makes both is (the cosine of
   * their chances); a little for any.
   */
  private static Map<String, Map<String, Double>> alike(Collection<SymptomCard> cards) {
    Map<String, Map<String, Double>> alike = new HashMap<>();
    for (SymptomCard one : cards) {
      Map<String, Double> row = new HashMap<>();
      for (SymptomCard other : cards) {
        row.put(other.id(), cosine(one.chances(), other.chances()) + TAKEN_FOR_ANY);
      }
      double sum = row.values().stream().mapToDouble(Double::doubleValue).sum();
      row.replaceAll((_, weight) -> weight / sum);
      alike.put(one.id(), row);
    }
    return alike;
  }

  private static double cosine(Map<String, Double> one, Map<String, Double> other) {
    double dot = 0;
    for (var entry : one.entrySet()) {
      dot += entry.getValue() * other.getOrDefault(entry.getKey(), 0.0);
    }
    double length = length(one) * length(other);
    return length == 0 ? 0 : dot / length;
  }

  private static double length(Map<String, Double> chances) {
    return Math.sqrt(chances.values().stream().mapToDouble(c -> c * c).sum());
  }

  /**
   * One bad picture is easily taken for another, but hardly a good one for bad: that is the monitor
   * or its lead.
   */
  private double healthy(String card) {
    return card.equals(WORKING_CARD)
        ? readings.chance("symptom", "healthy", "works")
        : readings.chance("symptom", "healthy", "other") / Math.max(1, cards.values().size() - 1);
  }

  /** The part a fault is in, where cards speak of it by its name. */
  private String named(Fault fault) {
    String part =
        switch (fault.place()) {
          case Place.Joints(String name) -> name;
          case Place place when place.mendable() instanceof Place.OfPart(String name) -> name;
          case Place _ -> "";
        };
    return cards.values().stream().anyMatch(c -> c.chances().containsKey(part)) ? part : "";
  }

  /**
   * The chance of a card as it is written. What the cards leave is for boards that look right all
   * the same, or like none of the cards.
   */
  private double byWritten(String card, Shown shown) {
    double written = cards.values().stream().mapToDouble(c -> weight(c, shown)).sum();
    double left = Math.max(0, 1 - written);
    double all = cards.values().stream().mapToDouble(c -> seen(c, shown, left)).sum();
    return Optional.ofNullable(cards.get(card)).map(c -> seen(c, shown, left)).orElse(0.0) / all;
  }

  /** What is written, and a card's share of what is not. */
  private double seen(SymptomCard card, Shown shown, double left) {
    return weight(card, shown)
        + left
            * (card.id().equals(WORKING_CARD)
                ? LOOKS_RIGHT
                : LIKE_SOME_CARD / cards.values().size());
  }

  private double weight(SymptomCard card, Shown shown) {
    double byBlock = card.chances().getOrDefault(order.block(shown.stage()), 0.0);
    return card.chances().getOrDefault(shown.part(), byBlock) + REST;
  }

  @Override
  public List<Finding> outcomes() {
    return cards.values().stream().<Finding>map(c -> new Finding.Symptom(c.id())).toList();
  }
}
