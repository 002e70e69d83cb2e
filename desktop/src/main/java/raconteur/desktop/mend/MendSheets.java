package raconteur.desktop.mend;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.judge.Verdict;
import raconteur.core.mend.AfterChecks;
import raconteur.core.mend.MendPlan;
import raconteur.core.mend.SocketChoice;
import raconteur.core.mend.WirePlan;
import raconteur.core.stock.AdapterPlan;
import raconteur.core.stock.RamSet;
import raconteur.core.stock.Stock;
import raconteur.core.stock.Substitution;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.Tone;

/** What the panes of Mend show, without the toolkit. */
final class MendSheets {
  private MendSheets() {}

  static MendPlan plan(DeskState state, Stock stock, double from) {
    return MendPlan.of(
        new MendPlan.Request(
            state.board(),
            state.telling(),
            state.advice().map(a -> a.diagnosis().suspects()).orElse(List.of()),
            stock.sockets()),
        from);
  }

  static List<SheetRow> jobs(MendPlan plan) {
    List<SheetRow> rows = new ArrayList<>();
    int number = 1;
    for (MendPlan.Job job : plan.jobs()) {
      rows.add(
          new SheetRow(
              job.line(),
              List.of(
                  String.valueOf(number++),
                  job.title(),
                  job.method().words(),
                  job.socket().map(SocketChoice::words).orElse(""),
                  job.why(),
                  figure(job.minutes()),
                  percent(job.damage())),
              job.socket().filter(s -> !s.inStock()).isPresent() ? Tone.DOUBTFUL : Tone.PLAIN,
              job.line(),
              job.mark()
                  + ". Afterwards "
                  + (job.checks().isEmpty()
                      ? "nothing is to be measured."
                      : job.checks().size() + " pairs of pins to measure.")));
    }
    return rows;
  }

  private static String figure(double minutes) {
    return String.format(Locale.ROOT, "%.0f min", minutes);
  }

  private static String percent(double share) {
    return share == 0 ? "—" : String.format(Locale.ROOT, "%.1f %%", share * 100);
  }

  static String summary(MendPlan plan) {
    if (plan.jobs().isEmpty()) {
      return "Nothing is found and nothing is suspected that much: go on in Trace, or take less"
          + " suspicion.";
    }
    return String.format(
        Locale.ROOT,
        "%d to mend, about %.0f minutes; %.1f %% that a pad or a track goes with it. What needs no"
            + " heat comes first, then each next place as far from the last ones as can be.",
        plan.jobs().size(),
        plan.minutes(),
        plan.damage() * 100);
  }

  static List<SheetRow> wires(Board board, WirePlan plan) {
    List<SheetRow> rows = new ArrayList<>();
    int number = 1;
    for (WirePlan.Wire wire : plan.wires()) {
      rows.add(
          new SheetRow(
              wire.line(),
              List.of(
                  String.valueOf(number++),
                  board.describe(wire.from()),
                  board.describe(wire.to()),
                  String.format(Locale.ROOT, "%.0f mm", wire.millimetres()),
                  String.format(
                      Locale.ROOT,
                      "%.0f, %.0f to %.0f, %.0f",
                      wire.fromUnder().x(),
                      wire.fromUnder().y(),
                      wire.toUnder().x(),
                      wire.toUnder().y())),
              Tone.PLAIN,
              wire.line()));
    }
    return rows;
  }

  static List<SheetRow> checks(Board board, AfterChecks checks) {
    List<SheetRow> rows = new ArrayList<>();
    for (AfterChecks.Check check : checks.all()) {
      boolean open = check.measured().isEmpty();
      rows.add(
          new SheetRow(
              check.goodLine(),
              List.of(
                  open ? "to read" : check.good() ? "good" : "bad",
                  board.describe(check.one()),
                  board.describe(check.other()),
                  check.joined() ? "joined" : "apart"),
              open ? Tone.PLAIN : check.good() ? Tone.GOOD : Tone.BAD,
              "cont " + check.one() + " " + check.other() + " "));
    }
    return rows;
  }

  static List<SheetRow> substitution(Substitution answer) {
    List<SheetRow> rows = new ArrayList<>();
    for (Substitution.Line line : answer.lines()) {
      rows.add(
          new SheetRow(
              line.subject() + line.words(),
              List.of(word(line.level()), line.subject(), line.words()),
              Tone.of(line.level()),
              ""));
    }
    return rows;
  }

  private static String word(Verdict.Level level) {
    return switch (level) {
      case GOOD -> "for";
      case DOUBTFUL, UNJUDGED -> "mind";
      case BAD -> "against";
    };
  }

  static List<SheetRow> adapter(AdapterPlan plan) {
    List<SheetRow> rows = new ArrayList<>();
    for (AdapterPlan.Line line : plan.lines()) {
      String does =
          switch (line.action()) {
            case STRAIGHT -> "into socket pin " + line.to();
            case LIFT_AND_WIRE -> "lift, wire to socket pin " + line.to();
            case LIFT_AND_TIE -> "lift, tie to " + line.to();
            case LEAVE -> "leave open";
          };
      boolean moves =
          line.action() == AdapterPlan.Action.LIFT_AND_WIRE
              || line.action() == AdapterPlan.Action.LIFT_AND_TIE;
      rows.add(
          new SheetRow(
              line.pin(),
              List.of(line.pin(), line.name(), does, line.why()),
              moves ? Tone.DOUBTFUL : Tone.PLAIN,
              ""));
    }
    return rows;
  }

  /** What to know of an adapter, as one paragraph; empty for one that is plain. */
  static String adapterNotes(AdapterPlan plan) {
    List<String> notes = new ArrayList<>(plan.problems());
    notes.addAll(plan.unused());
    notes.addAll(plan.notes());
    return String.join(" ", notes);
  }

  static Substitution check(Board board, Part part, Device offered, String grade, String needed) {
    OptionalInt nanos =
        needed.strip().matches("[0-9]{1,5}")
            ? OptionalInt.of(Integer.parseInt(needed.strip()))
            : OptionalInt.empty();
    return Substitution.check(board, part, offered, grade.strip(), nanos);
  }

  static List<SheetRow> banks(RamSet set) {
    List<SheetRow> rows = new ArrayList<>();
    int number = 1;
    for (RamSet.Filled bank : set.banks()) {
      rows.add(
          new SheetRow(
              String.valueOf(number),
              List.of(
                  String.valueOf(number++),
                  bank.positions().getFirst() + " … " + bank.positions().getLast(),
                  String.valueOf(bank.positions().size()),
                  bank.chosen().map(l -> l.device() + l.grade()).orElse("nothing at hand")),
              bank.chosen().isPresent() ? Tone.GOOD : Tone.DOUBTFUL,
              ""));
    }
    return rows;
  }
}
