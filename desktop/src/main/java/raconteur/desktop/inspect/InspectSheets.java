package raconteur.desktop.inspect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.capacitor.EsrGuide;
import raconteur.core.continuity.ArrayPlan;
import raconteur.core.continuity.JoinedParts;
import raconteur.core.continuity.Peers;
import raconteur.core.continuity.PinTable;
import raconteur.core.continuity.RobustSpread;
import raconteur.core.continuity.ShortFinder;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.finding.TestKind;
import raconteur.core.inspect.Checklist;
import raconteur.core.judge.CapacitorJudge;
import raconteur.core.judge.MendedRails;
import raconteur.core.judge.PullLedger;
import raconteur.core.judge.RailResistance;
import raconteur.core.judge.Verdict;
import raconteur.core.plan.Costs;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Dot;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;

/** What the panes of Inspect show, without the toolkit. */
final class InspectSheets {
  private InspectSheets() {}

  static List<SheetRow> checks(Checklist list) {
    return list.checks().stream()
        .map(
            check ->
                new SheetRow(
                    check.id(),
                    List.of(check.standing().words(), check.title(), check.note()),
                    tone(check.standing()),
                    check.line().isEmpty() ? "check " + check.id() + " " : check.line()))
        .toList();
  }

  private static Tone tone(Checklist.Standing standing) {
    return switch (standing) {
      case OPEN -> Tone.PLAIN;
      case BEGUN -> Tone.DOUBTFUL;
      case DONE -> Tone.GOOD;
      case SKIPPED, NOT_APPLICABLE -> Tone.FAINT;
    };
  }

  /** Every rail's ohms both ways round, as far as they still hold. */
  static List<SheetRow> rails(Board board, Telling telling) {
    Map<String, Double> forward = new HashMap<>();
    Map<String, Double> reversed = new HashMap<>();
    MendedRails mended = new MendedRails(board, telling);
    for (Telling.DatedFinding told : telling.findings()) {
      switch (told.finding()) {
        case Finding.RailOhms t when mended.holds(told, t.rail()) ->
            (t.reversed() ? reversed : forward).put(t.rail(), t.ohms());
        case Finding.PullStep t when mended.holds(told, t.rail()) -> {
          forward.put(t.rail(), t.ohmsAfter());
          reversed.remove(t.rail());
        }
        case Finding _ -> {}
      }
    }
    RailResistance judge = new RailResistance();
    return board.rails().stream()
        .map(
            rail -> {
              Optional<Double> one = Optional.ofNullable(forward.get(rail.name()));
              Optional<Double> other = Optional.ofNullable(reversed.get(rail.name()));
              Optional<Verdict> verdict =
                  one.map(
                      o ->
                          other
                              .map(r -> judge.bothWays(rail, o, r))
                              .orElseGet(() -> judge.of(rail, o)));
              return new SheetRow(
                  rail.name(),
                  List.of(
                      rail.name(),
                      Quantities.ohms(rail.expectedOhms()),
                      one.map(Quantities::ohms).orElse("—"),
                      other.map(Quantities::ohms).orElse("—"),
                      verdict.map(v -> v.level().word()).orElse("to read")),
                  verdict.map(v -> Tone.of(v.level())).orElse(Tone.PLAIN),
                  rail.name() + " gnd ");
            })
        .toList();
  }

  /** The rail whose pulls are followed: the one read last, else the first. */
  static Optional<Rail> watched(DeskState state) {
    return state
        .board()
        .rail(state.telling().context().lastRail())
        .or(() -> state.board().rails().stream().findFirst());
  }

  static Optional<PullLedger> ledger(DeskState state) {
    return watched(state)
        .flatMap(rail -> PullLedger.of(state.board(), state.telling(), rail.name()));
  }

  /** The pulled parts, the heaviest load first. */
  static List<SheetRow> pulls(PullLedger ledger) {
    return ledger.ranked().stream()
        .map(
            step ->
                new SheetRow(
                    step.part() + " " + step.entry(),
                    List.of(
                        step.part(),
                        Quantities.ohms(step.beforeOhms())
                            + " → "
                            + Quantities.ohms(step.afterOhms()),
                        step.ownOhms().map(Quantities::ohms).orElse("—"),
                        step.ownOhms().isPresent() ? step.limitsWords() : "",
                        String.format(Locale.ROOT, "%.0f %%", 100 * step.share()),
                        step.kind().words()),
                    Tone.of(step.verdict().level()),
                    ""))
        .toList();
  }

  /** The next socketed part that could be pulled off the watched rail. */
  static Optional<String> nextPull(DeskState state) {
    return watched(state)
        .flatMap(
            rail ->
                state.board().parts().stream()
                    .filter(p -> p.fitted() && p.socketed())
                    .filter(p -> !state.telling().partsOut().contains(p.designator()))
                    .filter(p -> hangsOn(state.board(), p, rail))
                    .map(Part::designator)
                    .findFirst());
  }

  private static boolean hangsOn(Board board, Part part, Rail rail) {
    return board.nets().isEmpty()
        || part.pins().stream()
            .flatMap(p -> board.netOf(p).stream())
            .anyMatch(n -> n.name().equals(rail.net()));
  }

  /** The electrolytics and other capacitors with what they measure. */
  static List<SheetRow> capacitors(Board board, Telling telling) {
    Map<String, Finding.CapacitorReading> last = new HashMap<>();
    telling.said(Finding.CapacitorReading.class).forEach(r -> last.put(r.part(), r));
    List<Part> listed = new ArrayList<>();
    board.parts().stream().filter(p -> p.device().isElectrolytic()).forEach(listed::add);
    board.parts().stream()
        .filter(p -> p.device().isCapacitor())
        .filter(p -> !p.device().isElectrolytic())
        .forEach(listed::add);
    return listed.stream()
        .map(part -> capacitor(part, Optional.ofNullable(last.get(part.designator()))))
        .toList();
  }

  private static SheetRow capacitor(Part part, Optional<Finding.CapacitorReading> reading) {
    CapacitorJudge judge = new CapacitorJudge(part);
    Optional<Verdict> verdict = reading.map(judge::of);
    String guide =
        judge
            .spec()
            .filter(s -> part.device().isElectrolytic() && s.volts().isPresent())
            .map(CapacitorSpec::farads)
            .map(
                farads ->
                    String.format(
                        Locale.ROOT,
                        "≤ %.2g Ω",
                        EsrGuide.mostOhms(
                            farads, judge.spec().orElseThrow().volts().getAsDouble())))
            .orElse("");
    return new SheetRow(
        part.designator(),
        List.of(
            part.designator(),
            part.value().isEmpty() ? "not in the list" : part.value(),
            judge.tolerance().words(),
            guide,
            reading.map(InspectSheets::measured).orElse("—"),
            verdict.map(v -> v.level().word()).orElse("")),
        verdict.map(v -> Tone.of(v.level())).orElse(Tone.PLAIN),
        part.designator() + " ");
  }

  private static String measured(Finding.CapacitorReading reading) {
    List<String> words = new ArrayList<>();
    reading.farads().ifPresent(f -> words.add(Quantities.farads(f)));
    reading.seriesOhms().ifPresent(r -> words.add(Quantities.ohms(r)));
    reading.leakageAmps().ifPresent(a -> words.add(Quantities.amps(a)));
    return String.join(", ", words);
  }

  /** Two nets that were found joined since the last mend and should be apart. */
  record Shorted(String one, String other) {}

  static List<Shorted> shorted(Board board, Telling telling) {
    Set<Set<String>> seen = new HashSet<>();
    List<Shorted> shorts = new ArrayList<>();
    for (Telling.DatedFinding told : telling.findings().reversed()) {
      if (told.moment().epoch() == telling.epoch()
          && told.finding() instanceof Finding.Continuity(PinRef a, PinRef b, boolean joined)) {
        String one = board.netOf(a).map(Net::name).orElse("");
        String other = board.netOf(b).map(Net::name).orElse("");
        boolean apart = !one.isEmpty() && !other.isEmpty() && !one.equals(other);
        if (apart && seen.add(Set.of(one, other)) && joined) {
          shorts.add(new Shorted(one, other));
        }
      }
    }
    return shorts;
  }

  /** What to take off to find which part joins two nets. */
  static ShortFinder.Plan removals(DeskState state, Shorted nets, Costs costs) {
    Map<String, Double> suspicion = new HashMap<>();
    state
        .advice()
        .ifPresent(
            a ->
                a.diagnosis()
                    .suspects()
                    .forEach(
                        (Suspect s) -> {
                          if (s.place() instanceof Place.OfPart(String part)) {
                            suspicion.put(part, s.probability());
                          }
                        }));
    Board board = state.telling().condition().asFound(state.board());
    return ShortFinder.plan(
        JoinedParts.of(
            board,
            nets.one(),
            nets.other(),
            state.telling().partsOut(),
            part -> suspicion.getOrDefault(part.designator(), LITTLE),
            part -> costs.takeOut(part) + costs.riskOfTakingOut(board, part),
            costs::putIn),
        TestKind.of("continuity").minutes());
  }

  private static final double LITTLE = 0.01;

  static List<SheetRow> removals(ShortFinder.Plan plan, Board board, Shorted nets) {
    List<SheetRow> rows = new ArrayList<>();
    int turn = 0;
    for (List<ShortFinder.Candidate> group : plan.groups()) {
      turn++;
      for (ShortFinder.Candidate candidate : group) {
        Part part = board.part(candidate.part()).orElseThrow();
        rows.add(
            new SheetRow(
                candidate.part(),
                List.of(
                    turn + (group.size() > 1 ? " together" : ""),
                    candidate.part(),
                    part.device().name(),
                    part.socketed() ? "pull" : "desolder",
                    String.format(Locale.ROOT, "%.1f", candidate.minutes()),
                    "then read " + nets.one() + " to " + nets.other() + " again"),
                Tone.PLAIN,
                "pull " + candidate.part()));
      }
    }
    return rows;
  }

  /** The neighbouring pins of a part with what was measured between them. */
  static List<SheetRow> pins(Board board, Telling telling, String designator) {
    Map<Set<PinRef>, Boolean> seen = new HashMap<>();
    telling
        .said(Finding.Continuity.class)
        .forEach(c -> seen.put(Set.of(c.one(), c.other()), c.joined()));
    return board
        .part(designator)
        .map(
            part ->
                PinTable.of(board, part).stream()
                    .map(
                        row -> {
                          Boolean joined = seen.get(Set.of(row.pair().one(), row.pair().other()));
                          String shown = joined == null ? "to read" : joined ? "joined" : "apart";
                          Tone tone =
                              joined == null
                                  ? Tone.PLAIN
                                  : joined == row.joined() ? Tone.GOOD : Tone.BAD;
                          return new SheetRow(
                              row.pair().toString(),
                              List.of(row.words(), row.joined() ? "joined" : "apart", shown),
                              tone,
                              "cont " + row.pair().one() + " " + row.pair().other() + " ");
                        })
                    .toList())
        .orElse(List.of());
  }

  /** The buses whose lines can be compared. */
  static List<String> buses(Board board) {
    return new Peers(board).buses().stream().map(Peers.Bus::stem).toList();
  }

  /** A bus's lines as they read to ground. */
  record Lines(List<Dot> dots, double from, double to, Optional<PinRef> next, String words) {}

  static Lines lines(Board board, Telling telling, String stem) {
    Peers peers = new Peers(board);
    Optional<Peers.Bus> bus = peers.buses().stream().filter(b -> b.stem().equals(stem)).findFirst();
    Moment now = telling.now();
    Map<String, Finding.PinOhms> last = new LinkedHashMap<>();
    for (Telling.DatedFinding told : telling.findings()) {
      if (told.finding() instanceof Finding.PinOhms ohms
          && told.moment().epoch() == now.epoch()
          && told.moment().partsOut().equals(now.partsOut())) {
        board.netOf(ohms.pin()).ifPresent(net -> last.put(net.name(), ohms));
      }
    }
    List<Dot> dots = new ArrayList<>();
    List<Double> read = new ArrayList<>();
    Optional<PinRef> next = Optional.empty();
    for (Net line : bus.map(Peers.Bus::lines).orElse(List.of())) {
      Finding.PinOhms ohms = last.get(line.name());
      if (ohms == null) {
        dots.add(new Dot(line.name(), 0, "", false));
        next = next.isPresent() ? next : chipPin(board, line);
      } else {
        double log = Peers.logOhms(ohms.ohms());
        read.add(log);
        boolean odd =
            peers
                .ofLine(ohms.pin(), now, telling.findings())
                .filter(s -> s.isOutlier(log))
                .isPresent();
        dots.add(new Dot(line.name(), log, Quantities.ohms(ohms.ohms()), odd));
      }
    }
    long odd = dots.stream().filter(Dot::odd).count();
    if (read.size() < 4) {
      return new Lines(dots, 1, 0, next, "Four lines or more of a bus tell which of them is odd.");
    }
    RobustSpread spread = peers.ofLines(read);
    double reach = RobustSpread.OUTLIER_FROM * spread.scale();
    String words =
        "Most lines read about "
            + Quantities.ohms(Math.exp(spread.median()))
            + "; "
            + (odd == 0 ? "none is odd." : odd + (odd == 1 ? " is odd." : " are odd."));
    return new Lines(dots, spread.median() - reach, spread.median() + reach, next, words);
  }

  /** A pin of a chip on a line, where a lead holds better than on a resistor. */
  private static Optional<PinRef> chipPin(Board board, Net net) {
    return net.path().stream()
        .filter(p -> board.part(p.part()).filter(x -> x.device().pins().size() > 8).isPresent())
        .findFirst()
        .or(() -> net.path().stream().findFirst());
  }

  /** Arrays of a board as they are chosen from. */
  static String arrayName(List<String> parts, Board board) {
    return parts.size()
        + " × "
        + board.part(parts.getFirst()).map(p -> p.device().name()).orElse("")
        + ", "
        + parts.getFirst()
        + " to "
        + parts.getLast();
  }

  static String schoolWords(ArrayPlan.School school) {
    return switch (school) {
      case ALL_AT_ONCE -> "all sockets at once";
      case ONE_AT_A_TIME -> "one socket at a time";
    };
  }
}
