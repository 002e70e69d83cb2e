package raconteur.desktop.arrive;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.data.Figures;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.intake.Worth;
import raconteur.core.plan.Costs;
import raconteur.core.story.Condition;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.workshop.Settings;

/** Weighs a repair by the odds of the revision, what was read so far, and the shop's rates. */
final class WorthPresenter {
  private final CaseDesk desk;
  private final Costs costs = Costs.shipped();
  private Condition condition = Condition.UNMARKED;
  private Optional<List<Worth.Chance>> before = Optional.empty();

  WorthPresenter(CaseDesk desk) {
    this.desk = desk;
  }

  DeskState state() {
    return desk.state();
  }

  Worth.Rates rates() {
    Worth.Rates usual = Worth.Rates.usual();
    return new Worth.Rates(
        rate(Settings.Rate.MONEY_PER_HOUR).orElse(usual.moneyPerHour()),
        rate(Settings.Rate.PARTS_FACTOR).orElse(usual.partsFactor()));
  }

  private Optional<Double> rate(Settings.Rate rate) {
    return desk.workshop().settings().rate(rate).flatMap(Settings::rateOf);
  }

  /** Keeps a rate; a sentence where it is refused, else empty. */
  String keep(Settings.Rate rate, String typed) {
    Optional<Double> value = Settings.rateOf(typed);
    if (value.isEmpty()) {
      return "“" + typed.strip() + "” is no rate: type a number from 0 up, like 30 or 1,5.";
    }
    return desk.workshop().settings().keepRate(rate, plain(value.get()));
  }

  static String plain(double value) {
    return value == Math.rint(value) ? String.valueOf(Math.round(value)) : String.valueOf(value);
  }

  /** The chance of every place: what the readings say of it, else the odds of the revision. */
  private List<Worth.Chance> chances() {
    Condition now = desk.telling().condition();
    if (before.isEmpty() || !condition.equals(now)) {
      condition = now;
      before =
          Optional.of(
              Worth.before(
                  FaultCatalogue.of(
                      now.asFound(desk.state().board()),
                      Priors.shipped(),
                      desk.workshop().history(desk.state().board()),
                      now.allDamage(desk.state().board()))));
    }
    Map<Place, Double> read = new HashMap<>();
    desk.state()
        .advice()
        .ifPresent(
            a -> {
              a.diagnosis().suspects().forEach(s -> read.put(s.place(), s.probability()));
              for (Suspect cleared : a.diagnosis().cleared()) {
                read.put(cleared.place(), cleared.probability());
              }
            });
    return before.orElseThrow().stream()
        .map(c -> new Worth.Chance(c.place(), read.getOrDefault(c.place(), c.probability())))
        .toList();
  }

  Worth worth() {
    return Worth.of(desk.state().board(), chances(), costs, rates(), value());
  }

  /** What the mended board is worth, as it was said last. */
  Optional<Double> value() {
    return desk.telling().said(Bookkeeping.Value.class).stream()
        .map(Bookkeeping.Value::money)
        .reduce((earlier, later) -> later);
  }

  /** What was decided last. */
  Optional<String> decided() {
    return desk.telling().said(Bookkeeping.Decided.class).stream()
        .map(d -> d.choice().word() + (d.reason().isEmpty() ? "" : ", " + d.reason()))
        .reduce((earlier, later) -> later);
  }

  String origin() {
    return "Odds: "
        + desk.workshop().history(desk.state().board()).words()
        + ". Minutes: "
        + costs.origin()
        + ". Prices: "
        + Figures.shipped("worth").origin()
        + ".";
  }
}
