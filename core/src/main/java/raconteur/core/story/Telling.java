package raconteur.core.story;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.device.Signal;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Statement;
import raconteur.core.finding.Understanding;
import raconteur.core.finding.WayToGround;

/**
 * A story replayed on its board: what each line means, and what the next line leans on.
 *
 * @param lines in order; strikes do not appear, they change what they strike
 * @param context for the next bench line
 * @param epoch how many mends there are so far
 * @param freeRun whether the processor does nothing but count now
 */
public record Telling(
    List<Told> lines, BenchContext context, int epoch, Set<String> partsOut, boolean freeRun) {
  public Telling {
    lines = List.copyOf(lines);
    partsOut = Set.copyOf(partsOut);
  }

  /** One mend and the epoch it begins. */
  public record DatedMend(int epoch, Mend mend) {}

  /** One finding that counts, with the state of the board it speaks of. */
  public record DatedFinding(Entry.Line entry, Finding finding, Moment moment) {}

  /** What a test depends on that would be made now. */
  public Moment momentOf(Finding test) {
    Optional<Double> before =
        test instanceof Finding.PullStep pull
            ? Optional.ofNullable(context.lastRailOhms().get(pull.rail()))
            : Optional.empty();
    return new Moment(epoch, partsOut, before, freeRun);
  }

  /** The board as it is now. */
  public Moment now() {
    return new Moment(epoch, partsOut, Optional.empty(), freeRun);
  }

  /** Replays entries on a board; linear in the number of entries. */
  public static Telling of(Board board, List<Entry> entries) {
    return new Replay(board, entries).telling();
  }

  /** The findings that count, in order. */
  public List<DatedFinding> findings() {
    List<DatedFinding> findings = new ArrayList<>();
    for (Told told : lines) {
      for (Told.Counts counts : told.counted()) {
        switch (counts.statement()) {
          case Finding.OldPartVerdict old ->
              findings.add(
                  new DatedFinding(told.entry(), old, before(old.part(), counts.moment())));
          case Closing.Shows shows ->
              findings.add(
                  new DatedFinding(
                      told.entry(),
                      new Finding.ComesAndGoes(shows.times(), shows.in(), shows.hours()),
                      counts.moment()));
          case Finding finding ->
              findings.add(new DatedFinding(told.entry(), finding, counts.moment()));
          case Statement.Found(Conclusion conclusion) ->
              findings.add(
                  new DatedFinding(
                      told.entry(),
                      new Finding.FoundBad(conclusion),
                      lookedAt(conclusion, counts.moment())));
          case Statement _ -> {}
        }
      }
    }
    return findings;
  }

  /** The board as it was before a part was last replaced. */
  private Moment before(String part, Moment moment) {
    int epoch =
        mends().stream()
            .filter(mend -> mend.epoch() <= moment.epoch())
            .filter(mend -> mend.mend().equals(new Mend.OfPart(part, Mend.PartAction.REPLACED)))
            .mapToInt(mend -> mend.epoch() - 1)
            .max()
            .orElse(moment.epoch());
    return moment.in(epoch);
  }

  /** What was mended is often told afterwards: what was found is of the time before. */
  private Moment lookedAt(Conclusion conclusion, Moment moment) {
    int epoch = moment.epoch();
    for (DatedMend mend : mends()) {
      boolean of =
          switch (conclusion) {
            case Conclusion.BadPart bad ->
                mend.mend() instanceof Mend.OfPart(String part, _) && part.equals(bad.part());
            case Conclusion.BadLeg bad ->
                mend.mend() instanceof Mend.OfPart(String part, _) && part.equals(bad.pin().part());
            case Conclusion.BadCopper bad ->
                mend.mend().pins().contains(bad.one()) || mend.mend().pins().contains(bad.other());
          };
      if (of && mend.epoch() <= moment.epoch()) {
        epoch = mend.epoch() - 1;
      }
    }
    return moment.in(epoch);
  }

  /** The lines of one kind that count, in order. */
  public <T extends Statement> List<T> said(Class<T> kind) {
    List<T> said = new ArrayList<>();
    for (Told told : lines) {
      told.counted().stream()
          .map(Told.Counts::statement)
          .filter(kind::isInstance)
          .map(kind::cast)
          .forEach(said::add);
    }
    return said;
  }

  /** How the board was found and what was marked on it. */
  public Condition condition() {
    Map<String, String> sockets = new HashMap<>();
    said(Bookkeeping.SocketSeen.class).forEach(seen -> sockets.put(seen.part(), seen.kind()));
    return new Condition(
        said(Statement.Damaged.class).stream().map(Statement.Damaged::area).toList(),
        sockets,
        said(Bookkeeping.Foreign.class).stream()
            .map(Bookkeeping.Foreign::part)
            .collect(Collectors.toSet()),
        said(Statement.PartDamaged.class).stream()
            .collect(
                Collectors.toMap(
                    Statement.PartDamaged::part, Statement.PartDamaged::kind, (_, last) -> last)),
        said(Bookkeeping.Missing.class).stream()
            .map(Bookkeeping.Missing::part)
            .filter(partsOut()::contains)
            .collect(Collectors.toSet()),
        replacedTogether(),
        findings().stream()
            .map(DatedFinding::finding)
            .flatMap(finding -> way(finding).stream())
            .distinct()
            .toList(),
        findings().stream()
            .map(DatedFinding::finding)
            .filter(Finding.FarVolts.class::isInstance)
            .map(Finding.FarVolts.class::cast)
            .distinct()
            .toList());
  }

  /**
   * The same with only what was measured against the board's nets and rails; a line that has next
   * to no ohms to ground is joined to it.
   */
  public Condition conditionOf(Board board) {
    List<Finding.Continuity> toGround =
        findings().stream()
            .map(DatedFinding::finding)
            .filter(Finding.PinOhms.class::isInstance)
            .flatMap(f -> WayToGround.of(board, (Finding.PinOhms) f).stream())
            .distinct()
            .toList();
    return condition().alsoMeasured(toGround).withSurprisesOnly(board);
  }

  /** What one line, or one epoch, replaced more than one of. */
  private Set<List<String>> replacedTogether() {
    Map<Integer, List<String>> byEpoch = new TreeMap<>();
    for (DatedMend mend : mends()) {
      if (mend.mend() instanceof Mend.OfPart(String part, Mend.PartAction action)
          && action == Mend.PartAction.REPLACED) {
        List<String> parts = byEpoch.computeIfAbsent(mend.epoch(), _ -> new ArrayList<>());
        if (!parts.contains(part)) {
          parts.add(part);
        }
      }
    }
    return byEpoch.values().stream().filter(set -> set.size() > 1).collect(Collectors.toSet());
  }

  /** What a finding says of a way from pin to pin. */
  private static Optional<Finding.Continuity> way(Finding finding) {
    return switch (finding) {
      case Finding.Continuity way -> Optional.of(way);
      case Finding.FoundBad(Conclusion.BadCopper bad) ->
          Optional.of(
              new Finding.Continuity(
                  bad.one(), bad.other(), bad.fault() == Conclusion.CopperFault.SHORT));
      case Finding _ -> Optional.empty();
    };
  }

  /** The mends that count, in order; what one line says was mended begins one epoch. */
  public List<DatedMend> mends() {
    List<DatedMend> mends = new ArrayList<>();
    int begun = 0;
    for (Told told : lines) {
      List<Mend> here =
          told.counted().stream()
              .map(Told.Counts::statement)
              .filter(Statement.Mended.class::isInstance)
              .map(mended -> ((Statement.Mended) mended).mend())
              .toList();
      begun += here.isEmpty() ? 0 : 1;
      for (Mend mend : here) {
        mends.add(new DatedMend(begun, mend));
      }
    }
    return mends;
  }

  private static final class Replay {
    private final Heard.Ear heard;
    private final List<Entry> entries;
    private final Map<Integer, String> struck = new HashMap<>();
    private final List<Told> lines = new ArrayList<>();
    private final Set<String> partsOut = new HashSet<>();
    private final Map<String, Double> lastOhms = new HashMap<>();
    private final Map<String, Pulled> pulls = new HashMap<>();
    private String lastRail = "";
    private String part = "";
    private String symptom = "";
    private String stood = "";
    private int epoch;
    private BenchContext.Supply supply = BenchContext.Supply.NOT_SAID;
    private int undone;
    private boolean freeRun;
    private final Set<Integer> off = new TreeSet<>();

    /**
     * What a rail read before a part was pulled, with those parts out: with it back it is so again.
     */
    private record Pulled(String rail, double ohms, Set<String> out) {}

    Replay(Board board, List<Entry> entries) {
      this.heard = Heard.on(board);
      this.entries = entries;
    }

    Telling telling() {
      for (Entry entry : entries) {
        if (entry instanceof Entry.Strike strike) {
          struck.put(strike.struck(), strike.why());
        }
      }
      for (Entry entry : entries) {
        if (entry instanceof Entry.Line line) {
          meanings(line).forEach(meaning -> lines.add(new Told(line, meaning)));
        }
      }
      return new Telling(lines, context(), epoch, partsOut, freeRun);
    }

    private BenchContext context() {
      return new BenchContext(
          partsOut, lastOhms, lastRail, supply, undone, off, symptom, part, stood);
    }

    /** What a line means; several where it says several things one after another. */
    private List<Told.Meaning> meanings(Entry.Line line) {
      if (struck.containsKey(line.number())) {
        return List.of(new Told.Struck(struck.get(line.number())));
      }
      return switch (heard.understand(line.line(), context())) {
        case Understanding.Understood understood -> List.of(counts(understood.statement()));
        case Understanding.Asked asked -> List.of(counts(asked.statement()));
        case Understanding.InTurn(List<Understanding.Understood> all) -> {
          List<Told.Meaning> meanings = new ArrayList<>();
          all.forEach(one -> meanings.add(counts(one.statement())));
          yield meanings;
        }
        case Understanding.Proposed offer -> List.of(new Told.Unread(offer.unasked()));
        case Understanding.Unfinished(String why) -> List.of(new Told.Unread(why));
        case Understanding.Refused(String why) -> List.of(new Told.Unread(why));
      };
    }

    private Told.Meaning counts(Statement statement) {
      Optional<Double> before =
          statement instanceof Finding.PullStep pull
              ? Optional.ofNullable(lastOhms.get(pull.rail()))
              : Optional.empty();
      var counts = new Told.Counts(statement, new Moment(epoch, partsOut, before, freeRun));
      int begun = epoch;
      counts.each().forEach(each -> take(each.statement(), before));
      // Several mends of one line, with no look at the board between them, are one epoch.
      epoch = Math.min(epoch, begun + 1);
      return counts;
    }

    private void take(Statement statement, Optional<Double> before) {
      if (statement instanceof Finding finding && !finding.subject().part().isEmpty()) {
        part = finding.subject().part();
      }
      switch (statement) {
        case Statement.Removal removal -> partsOut.add(removal.part());
        case Statement.Seating seating -> {
          partsOut.remove(seating.part());
          lastOhms.clear();
          Optional.ofNullable(pulls.remove(seating.part()))
              .filter(pulled -> pulled.out().equals(partsOut))
              .ifPresent(pulled -> lastOhms.put(pulled.rail(), pulled.ohms()));
        }
        case Statement.Mended mended -> mended(mended.mend());
        case Finding.Symptom(String card) -> symptom = card;
        case Finding.Probe probe -> stood = probe.shown() == Signal.TOGGLING ? "" : probe.line();
        case Finding.RailOhms reading when reading.reversed() -> {}
        case Finding.RailOhms reading -> railRead(reading.rail(), reading.ohms());
        case Finding.PullStep pull -> {
          before.ifPresent(
              ohms -> pulls.put(pull.part(), new Pulled(pull.rail(), ohms, Set.copyOf(partsOut))));
          partsOut.add(pull.part());
          railRead(pull.rail(), pull.ohmsAfter());
        }
        case Bookkeeping.Missing missing -> partsOut.add(missing.part());
        case Bookkeeping.Undone _ -> off.add(++undone);
        case Bookkeeping.Refitted refitted -> off.remove(refitted.item());
        case Bookkeeping.FreeRun run -> freeRun = run.on();
        // Only a program of its own can have made these.
        case Finding.DeadTestResult _, Finding.DiagnosticResult _, Finding.Message _ ->
            freeRun = false;
        case Bookkeeping.Power power ->
            supply = power.on() ? BenchContext.Supply.ON : BenchContext.Supply.OFF;
        case Bookkeeping _,
            Closing _,
            Finding _,
            Statement.Remark _,
            Statement.Damaged _,
            Statement.PartDamaged _,
            Statement.Several _,
            Statement.Found _ -> {}
      }
    }

    private void mended(Mend mend) {
      epoch++;
      lastOhms.clear();
      pulls.clear();
      if (mend instanceof Mend.OfPart part) {
        partsOut.remove(part.part());
      }
    }

    private void railRead(String rail, double ohms) {
      lastOhms.put(rail, ohms);
      lastRail = rail;
    }
  }
}
