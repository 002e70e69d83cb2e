package raconteur.desktop.power;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.continuity.Peers;
import raconteur.core.continuity.RobustSpread;
import raconteur.core.device.Signal;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.judge.Clocks;
import raconteur.core.judge.CurrentBudget;
import raconteur.core.judge.MendedRails;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdicts;
import raconteur.core.power.PowerUpOrder;
import raconteur.core.power.RegulatorHeat;
import raconteur.core.predict.GoodBoard;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;
import raconteur.core.supply.DummyLoad;
import raconteur.core.supply.Interval;
import raconteur.core.supply.LinearRegulator;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.Dot;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;

/** What the panes of Power show, without the toolkit. */
final class PowerSheets {
  private PowerSheets() {}

  /** What was last read of one rail and still holds. */
  record RailReadings(
      Rail rail,
      Optional<Double> volts,
      Optional<Double> farVolts,
      Optional<Double> dummyVolts,
      Optional<Double> amps,
      Optional<Double> ripple,
      Verdict.Level worst) {}

  static List<RailReadings> readings(Board board, Telling telling) {
    Verdicts verdicts = new Verdicts(board, telling);
    MendedRails mended = new MendedRails(board, telling);
    List<RailReadings> all = new ArrayList<>();
    for (Rail rail : board.rails()) {
      Map<String, Double> last = new LinkedHashMap<>();
      Map<String, Verdict.Level> levels = new LinkedHashMap<>();
      for (Telling.DatedFinding told : telling.findings()) {
        if (mended.holds(told, rail.name())) {
          note(rail, told, verdicts, last, levels);
        }
      }
      all.add(
          new RailReadings(
              rail,
              Optional.ofNullable(last.get("volts")),
              Optional.ofNullable(last.get("far")),
              Optional.ofNullable(last.get("dummy")),
              Optional.ofNullable(last.get("amps")),
              Optional.ofNullable(last.get("ripple")),
              levels.values().stream().max(Verdict::bySeverity).orElse(Verdict.Level.UNJUDGED)));
    }
    return all;
  }

  private static void note(
      Rail rail,
      Telling.DatedFinding told,
      Verdicts verdicts,
      Map<String, Double> last,
      Map<String, Verdict.Level> levels) {
    Optional<Map.Entry<String, Double>> read =
        switch (told.finding()) {
          case Finding.RailVolts t when t.rail().equals(rail.name()) ->
              Optional.of(Map.entry("volts", t.volts()));
          case Finding.FarVolts t when t.rail().equals(rail.name()) ->
              Optional.of(Map.entry("far", t.volts()));
          case Finding.DummyVolts t when t.rail().equals(rail.name()) ->
              Optional.of(Map.entry("dummy", t.volts()));
          case Finding.RailAmps t when t.rail().equals(rail.name()) ->
              Optional.of(Map.entry("amps", t.amps()));
          case Finding.Ripple t when t.rail().equals(rail.name()) ->
              Optional.of(Map.entry("ripple", t.volts()));
          case Finding _ -> Optional.empty();
        };
    read.ifPresent(
        r -> {
          last.put(r.getKey(), r.getValue());
          verdicts.of(told).ifPresent(v -> levels.put(r.getKey(), v.level()));
        });
  }

  static List<SheetRow> rails(DeskState state) {
    return readings(state.board(), state.telling()).stream()
        .map(
            r -> {
              CurrentBudget budget =
                  CurrentBudget.of(state.board(), r.rail(), state.telling().partsOut());
              boolean read =
                  r.volts().isPresent() || r.amps().isPresent() || r.dummyVolts().isPresent();
              return new SheetRow(
                  r.rail().name(),
                  List.of(
                      r.rail().name(),
                      dummy(r.rail()),
                      volts(r.dummyVolts()),
                      volts(r.volts()),
                      volts(r.farVolts()),
                      r.amps().map(Quantities::amps).orElse("—"),
                      budget.expectedAmps() == 0 ? "not known" : range(budget.expected()),
                      volts(r.ripple()),
                      read ? r.worst().word() : "to read"),
                  read ? Tone.of(r.worst()) : Tone.PLAIN,
                  r.rail().name() + " ",
                  detail(r.rail(), budget));
            })
        .toList();
  }

  /** {@code 1.1–2.3 A}. */
  private static String range(Interval amps) {
    boolean milli = amps.most() < 0.1;
    double unit = milli ? 1e-3 : 1;
    return String.format(
        Locale.ROOT,
        milli ? "%.0f–%.0f mA" : "%.2g–%.2g A",
        amps.least() / unit,
        amps.most() / unit);
  }

  /** Where the figures of a row come from. */
  private static String detail(Rail rail, CurrentBudget budget) {
    DummyLoad load = DummyLoad.of(rail);
    return String.format(
        Locale.ROOT,
        "%s: the dummy load draws %s and turns %.1f W into heat. %s",
        rail.name(),
        Quantities.amps(load.amps()),
        load.watts(),
        budget.origin());
  }

  private static String dummy(Rail rail) {
    DummyLoad load = DummyLoad.of(rail);
    return String.format(
        Locale.ROOT, "%s %s W", Quantities.ohms(load.ohms()), rated(load.ratedWatts()));
  }

  /** The next rating resistors are sold with. */
  private static String rated(double watts) {
    for (double sold : new double[] {0.25, 0.5, 1, 2, 5, 10, 25, 50, 100}) {
      if (watts <= sold) {
        return Quantities.plain(sold).replace(".0", "");
      }
    }
    return String.format(Locale.ROOT, "%.0f", watts);
  }

  private static String volts(Optional<Double> volts) {
    return volts.map(Quantities::volts).orElse("—");
  }

  /** Power, and the next reading that is missing, the source rails first. */
  static List<Answer> railAnswers(DeskState state, String chosen) {
    List<Answer> answers = new ArrayList<>();
    boolean on = state.telling().context().supply() == BenchContext.Supply.ON;
    answers.add(on ? new Answer("power off", "power off") : new Answer("power on", "power on"));
    List<RailReadings> readings = readings(state.board(), state.telling());
    String next =
        readings.stream()
            .filter(r -> r.volts().isEmpty())
            .map(r -> r.rail().name())
            .findFirst()
            .orElse(chosen);
    String rail = chosen.isEmpty() ? next : chosen;
    if (!next.isEmpty()) {
      answers.add(new Answer(next + " volts", next + " "));
    }
    if (!rail.isEmpty()) {
      answers.add(new Answer(rail + " at a far chip", rail + " at "));
      answers.add(new Answer("ripple", rail + " ripple "));
      answers.add(new Answer("on dummy load", rail + " dummy "));
    }
    return answers;
  }

  static List<SheetRow> regulators(DeskState state) {
    return RegulatorHeat.all(state.board(), state.telling()).stream()
        .map(
            heat -> {
              Verdict verdict = heat.verdict();
              return new SheetRow(
                  heat.part().designator(),
                  List.of(
                      heat.part().designator() + " " + heat.part().device().name(),
                      heat.rail().from() + " → " + heat.rail().name(),
                      Quantities.amps(heat.regulator().amps()),
                      String.format(Locale.ROOT, "%.1f W", heat.regulator().watts()),
                      heatsink(heat.regulator()),
                      heat.measured() ? "measured" : "the board's file"),
                  Tone.of(verdict.level()),
                  heat.part().designator() + " ",
                  verdict.sentence());
            })
        .toList();
  }

  private static String heatsink(LinearRegulator regulator) {
    if (!regulator.needsHeatsink()) {
      return "none needed";
    }
    return regulator.heatsinkAtMost() > 0
        ? String.format(Locale.ROOT, "%.1f K/W or better", regulator.heatsinkAtMost())
        : "too hot for any";
  }

  /** Clock pins and reset pins worth a reading, with what was read. */
  static List<SheetRow> clocks(DeskState state) {
    Board board = state.board();
    Map<PinRef, Finding> last = new LinkedHashMap<>();
    Map<PinRef, Verdict> verdicts = new LinkedHashMap<>();
    Verdicts judge = new Verdicts(board, state.telling());
    for (Telling.DatedFinding told : state.telling().findings()) {
      Optional<PinRef> pin =
          switch (told.finding()) {
            case Finding.Frequency t -> Optional.of(t.pin());
            case Finding.ResetPulse t -> Optional.of(t.pin());
            case Finding _ -> Optional.empty();
          };
      pin.ifPresent(
          p -> {
            last.put(p, told.finding());
            judge.of(told).ifPresent(v -> verdicts.put(p, v));
          });
    }
    List<SheetRow> rows = new ArrayList<>();
    Map<PinRef, Boolean> pins = new LinkedHashMap<>();
    clockPins(board).forEach(p -> pins.put(p, false));
    Clocks.resetPin(board).ifPresent(p -> pins.put(p, true));
    last.keySet().forEach(p -> pins.putIfAbsent(p, last.get(p) instanceof Finding.ResetPulse));
    pins.forEach(
        (pin, reset) -> {
          Optional<Verdict> verdict = Optional.ofNullable(verdicts.get(pin));
          rows.add(
              new SheetRow(
                  pin.toString(),
                  List.of(
                      board.describe(pin),
                      reset ? "reset" : "clock",
                      Optional.ofNullable(last.get(pin)).map(PowerSheets::shown).orElse("to read"),
                      verdict.map(v -> v.level().word()).orElse("")),
                  verdict.map(v -> Tone.of(v.level())).orElse(Tone.PLAIN),
                  reset ? pin + " released " : pin + " ",
                  verdict.map(Verdict::sentence).orElse("")));
        });
    return rows;
  }

  private static String shown(Finding finding) {
    return switch (finding) {
      case Finding.Frequency t -> Quantities.hertz(t.hertz());
      case Finding.ResetPulse t ->
          Double.isInfinite(t.seconds()) ? "held" : Quantities.seconds(t.seconds());
      case Finding other -> other.line();
    };
  }

  /** One pin of every net that runs in the clock block on a good board. */
  private static List<PinRef> clockPins(Board board) {
    GoodBoard good = GoodBoard.of(board);
    return board.nets().stream()
        .filter(n -> n.path().stream().anyMatch(p -> inBlock(board, p, "clock")))
        .filter(n -> good.shows(n).filter(s -> s == Signal.TOGGLING).isPresent())
        .map(Net::path)
        .map(List::getFirst)
        .limit(8)
        .toList();
  }

  private static boolean inBlock(Board board, PinRef pin, String block) {
    return board
        .part(pin.part())
        .filter(p -> p.block().equals(block) && p.device().pins().size() > 3)
        .isPresent();
  }

  /** The kinds of device of which there are at least three. */
  static List<String> twins(Board board) {
    Map<String, Integer> counts = new LinkedHashMap<>();
    board.parts().stream()
        .filter(p -> p.fitted() && p.device().pins().size() > 3)
        .filter(p -> !p.device().isContact())
        .forEach(p -> counts.merge(p.device().name(), 1, Integer::sum));
    return counts.entrySet().stream()
        .filter(e -> e.getValue() > 2)
        .sorted(Map.Entry.<String, Integer>comparingByValue().reversed())
        .map(Map.Entry::getKey)
        .toList();
  }

  /** The temperatures of one kind of device. */
  record Sweep(List<Dot> dots, double from, double to, Optional<String> next, String words) {}

  static Sweep sweep(Board board, Telling telling, String device) {
    Peers peers = new Peers(board);
    Moment now = telling.now();
    Map<String, Double> last = new LinkedHashMap<>();
    for (Telling.DatedFinding told : telling.findings()) {
      if (told.finding() instanceof Finding.Temperature(String part, double celsius)
          && told.moment().epoch() == now.epoch()
          && told.moment().partsOut().equals(now.partsOut())) {
        last.put(part, celsius);
      }
    }
    List<Dot> dots = new ArrayList<>();
    Optional<String> next = Optional.empty();
    double from = 1;
    double to = 0;
    List<Double> read = new ArrayList<>();
    for (Part part : board.parts()) {
      boolean twin =
          part.fitted()
              && part.device().name().equals(device)
              && !telling.partsOut().contains(part.designator());
      if (twin) {
        Double celsius = last.get(part.designator());
        if (celsius == null) {
          dots.add(new Dot(part.designator(), 0, "", false));
          next = next.isPresent() ? next : Optional.of(part.designator());
        } else {
          read.add(celsius);
          boolean odd =
              peers
                  .ofPart(part.designator(), now, telling.findings())
                  .filter(s -> s.isOutlier(celsius))
                  .isPresent();
          dots.add(new Dot(part.designator(), celsius, Quantities.plain(celsius) + " °C", odd));
        }
      }
    }
    String words = "Three twins or more tell which runs hot or cold.";
    if (read.size() > 2) {
      RobustSpread spread = peers.ofTwins(read);
      from = spread.median() - RobustSpread.OUTLIER_FROM * spread.scale();
      to = spread.median() + RobustSpread.OUTLIER_FROM * spread.scale();
      words =
          String.format(
              Locale.ROOT,
              "Most run at about %.0f °C; %d stand off.",
              spread.median(),
              dots.stream().filter(Dot::odd).count());
    }
    return new Sweep(dots, from, to, next, words);
  }

  static List<SheetRow> order(DeskState state) {
    List<SheetRow> rows = new ArrayList<>();
    int number = 0;
    for (PowerUpOrder.Step step : PowerUpOrder.of(state.board(), state.telling()).steps()) {
      number++;
      rows.add(
          new SheetRow(
              String.valueOf(number),
              List.of(String.valueOf(number), step.words(), step.done() ? "done" : ""),
              step.done() ? Tone.GOOD : Tone.PLAIN,
              step.done() ? "" : step.line()));
    }
    return rows;
  }

  /** The sources the parts list names, in one sentence. */
  static String sources(Board board) {
    List<Clocks.Source> sources = new Clocks(board).sources();
    return sources.isEmpty()
        ? "The parts list names no crystal with its frequency, so frequencies are only noted."
        : "Frequencies are compared with "
            + String.join(
                ", ",
                sources.stream()
                    .map(s -> s.part() + " (" + Quantities.hertz(s.hertz()) + ")")
                    .toList())
            + " and its whole divisions.";
  }
}
