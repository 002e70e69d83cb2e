package raconteur.core.intake;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.data.Figures;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.finding.Bookkeeping.Choice;
import raconteur.core.plan.Costs;

/**
 * Whether a repair is worth it: expected hours and parts from the chance that each part is at
 * fault, times the shop's rates, against what the mended board is worth. Faults are taken as
 * independent, so their variances add.
 *
 * @param minutes expected, with standard deviation
 * @param partsMoney expected price of parts
 * @param lines the arithmetic, one sum a line
 * @param choice what the figures speak for; empty where no value was given
 */
public record Worth(
    double minutes,
    double sigmaMinutes,
    double partsMoney,
    double donorMoney,
    List<String> lines,
    Optional<Choice> choice,
    String why) {
  public Worth {
    lines = List.copyOf(lines);
  }

  /**
   * The shop's own rates.
   *
   * @param moneyPerHour what an hour is charged at
   * @param partsFactor what prices of parts are multiplied by, for one's own sources
   */
  public record Rates(double moneyPerHour, double partsFactor) {
    public static Rates usual() {
      return new Rates(Figures.shipped("worth").of("money per hour"), 1);
    }
  }

  /** The chance that something has to be mended. */
  public record Chance(Place place, double probability) {}

  /** What is expected before anything was read: the odds of the revision. */
  public static List<Chance> before(FaultCatalogue catalogue) {
    List<Chance> chances = new ArrayList<>();
    double[] sound = new double[catalogue.places().size()];
    java.util.Arrays.fill(sound, 1);
    for (int fault = 0; fault < catalogue.faults().size(); fault++) {
      sound[catalogue.placeOf(fault)] *= 1 / (1 + catalogue.odds(fault));
    }
    for (int place = 0; place < sound.length; place++) {
      chances.add(new Chance(catalogue.places().get(place), 1 - sound[place]));
    }
    return chances;
  }

  /**
   * Weighs one board.
   *
   * @param chances of everything that may have to be mended
   * @param value of the mended board, empty where nobody said
   */
  public static Worth of(
      Board board, List<Chance> chances, Costs costs, Rates rates, Optional<Double> value) {
    return new Worker(board, costs, rates).weigh(chances, value);
  }

  private static final class Worker {
    private final Board board;
    private final Costs costs;
    private final Rates rates;
    private final Figures figures = Figures.shipped("worth");

    Worker(Board board, Costs costs, Rates rates) {
      this.board = board;
      this.costs = costs;
      this.rates = rates;
    }

    /** One chance with what it would cost. */
    private record Item(String name, double probability, double minutes, double money) {}

    private Item item(Chance chance) {
      double trace = figures.of("minutes of tracing per fault");
      return switch (chance.place()) {
        case Place.OfPart(String name) -> {
          Part part = board.part(name).orElseThrow();
          double work =
              costs.takeOut(part) + costs.putIn(part) + costs.riskOfTakingOut(board, part);
          yield new Item(name, chance.probability(), work + trace, price(part));
        }
        case Place.Segment s ->
            new Item(s.net(), chance.probability(), costs.single("wire") + trace, 0);
        case Place.Contact c ->
            new Item(
                c.pin().toString(), chance.probability(), costs.single("part bridge") + trace, 0);
        case Place.Bridge b ->
            new Item(
                b.netOne() + "/" + b.netOther(),
                chance.probability(),
                costs.single("part bridge") + trace,
                0);
        case Place.Joints joints ->
            new Item(
                joints.toString(), chance.probability(), costs.single("reflow row") + trace, 0);
        // Nothing was fitted yet when a board is weighed up.
        case Place.FittedSet set -> new Item(set.toString(), chance.probability(), trace, 0);
        case Place.Inside inside -> item(new Chance(inside.mendable(), chance.probability()));
        case Place.Load load -> item(new Chance(load.mendable(), chance.probability()));
        case Place.Output output -> item(new Chance(output.mendable(), chance.probability()));
        case Place.Input input -> item(new Chance(input.mendable(), chance.probability()));
      };
    }

    private double price(Part part) {
      String name = "price of other parts";
      if (part.device().isCustom()) {
        name = "price of a custom";
      } else if (part.device().isRom()) {
        name = "price of a rom";
      } else if (part.device().isRam()) {
        name = "price of a ram";
      } else if (part.device().isProcessor()) {
        name = "price of a cpu";
      }
      return figures.of(name) * rates.partsFactor();
    }

    Worth weigh(List<Chance> chances, Optional<Double> value) {
      List<Item> items = chances.stream().map(this::item).toList();
      double faults = items.stream().mapToDouble(Item::probability).sum();
      double mending = items.stream().mapToDouble(i -> i.probability() * i.minutes()).sum();
      double parts = items.stream().mapToDouble(i -> i.probability() * i.money()).sum();
      double variance =
          items.stream()
              .mapToDouble(i -> i.probability() * (1 - i.probability()) * i.minutes() * i.minutes())
              .sum();
      double fixed =
          figures.of("minutes of intake and inspection")
              + figures.of("minutes of proving and writing up");
      double minutes = fixed + mending;
      double cost = minutes / 60 * rates.moneyPerHour() + parts;
      double donor =
          board.parts().stream()
                  .filter(p -> p.fitted() && p.socketed())
                  .mapToDouble(this::price)
                  .sum()
              * figures.of("share of a donor's good chips that sell");
      List<String> lines = new ArrayList<>();
      lines.add(said("%5.0f min  looking, proving, writing up", fixed));
      lines.add(said("%5.0f min  tracing and mending %.1f expected faults", mending, faults));
      lines.add(
          said(
              "%5.1f h    in all, give or take %.1f, at %.0f an hour: %.0f",
              minutes / 60,
              Math.sqrt(variance) / 60,
              rates.moneyPerHour(),
              minutes / 60 * rates.moneyPerHour()));
      lines.add(said("%5.0f      parts; together %.0f", parts, cost));
      value.ifPresent(v -> lines.add(said("%5.0f      it is worth when mended", v)));
      lines.add(said("%5.0f      its socketed chips would bring as a donor", donor));
      dearest(items, lines);
      return judged(minutes, Math.sqrt(variance), parts, donor, cost, lines, value);
    }

    private static void dearest(List<Item> items, List<String> lines) {
      List<Item> dear =
          items.stream()
              .sorted(Comparator.comparingDouble((Item i) -> -i.probability() * i.minutes()))
              .limit(3)
              .toList();
      lines.add(
          "Most of it: "
              + String.join(
                  ", ",
                  dear.stream()
                      .map(
                          i ->
                              said(
                                  "%s %.0f %% × %.0f min",
                                  i.name(), 100 * i.probability(), i.minutes()))
                      .toList())
              + ".");
    }

    private Worth judged(
        double minutes,
        double sigma,
        double parts,
        double donor,
        double cost,
        List<String> lines,
        Optional<Double> value) {
      if (value.isEmpty()) {
        return new Worth(
            minutes,
            sigma,
            parts,
            donor,
            lines,
            Optional.empty(),
            "Say what it is worth when mended, for example value 250, and it can be weighed.");
      }
      double worst = cost + sigma / 60 * rates.moneyPerHour();
      Choice choice;
      String why;
      if (worst <= value.get()) {
        choice = Choice.REPAIR;
        why = said("even a bad run costs %.0f, less than its value of %.0f.", worst, value.get());
      } else if (cost <= value.get()) {
        choice = Choice.REPAIR;
        why =
            said(
                "on average %.0f against %.0f, but a bad run costs %.0f: agree on a limit.",
                cost, value.get(), worst);
      } else if (donor > cost - value.get()) {
        choice = Choice.DONOR;
        why =
            said(
                "repairing loses %.0f; as a donor it brings about %.0f.",
                cost - value.get(), donor);
      } else {
        choice = Choice.STOP;
        why =
            said(
                "repairing loses %.0f, and as a donor it brings only %.0f; sentiment may say else.",
                cost - value.get(), donor);
      }
      return new Worth(minutes, sigma, parts, donor, lines, Optional.of(choice), why);
    }

    private static String said(String format, Object... values) {
      return String.format(Locale.ROOT, format, values);
    }
  }
}
