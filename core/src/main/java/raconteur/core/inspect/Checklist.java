package raconteur.core.inspect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;
import raconteur.core.continuity.ArrayPlan;
import raconteur.core.continuity.ArrayProgress;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Finding;
import raconteur.core.judge.PowerSafety;
import raconteur.core.story.Telling;

/**
 * The checks of one board before first power, made from its data, in the order of least risk.
 *
 * @param origin where the list comes from
 */
public record Checklist(String origin, List<Check> checks) {
  private static final CheckKinds KINDS = CheckKinds.shipped();
  private static final Set<DamageArea.Kind> DIRT =
      Set.of(DamageArea.Kind.LIQUID, DamageArea.Kind.CORROSION, DamageArea.Kind.DUST);

  public Checklist {
    checks = List.copyOf(checks);
  }

  /** How a check stands. */
  public enum Standing {
    OPEN("open"),
    BEGUN("begun"),
    DONE("done"),
    SKIPPED("skipped"),
    NOT_APPLICABLE("not applicable");

    private final String words;

    Standing(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * One check.
   *
   * @param id the word it is ticked off with
   * @param caution the usual precaution, empty for none
   * @param line how the bench line begins that does it
   * @param note what was read, or why it was not done; empty for nothing
   */
  public record Check(
      String id, String title, String caution, String line, Standing standing, String note) {
    public boolean open() {
      return standing == Standing.OPEN || standing == Standing.BEGUN;
    }
  }

  /** Makes the list for a board and what was told of it. */
  public static Checklist of(Board board, Telling telling) {
    return new Worker(board, telling).list();
  }

  /** How many checks are neither done nor decided against. */
  public long stillOpen() {
    return checks.stream().filter(Check::open).count();
  }

  private static final class Worker {
    private final Board board;
    private final Telling telling;
    private final List<List<String>> arrays;
    private final Map<String, Bookkeeping.Checked> ticked = new HashMap<>();
    private final List<Check> checks = new ArrayList<>();

    Worker(Board board, Telling telling) {
      this.board = board;
      this.telling = telling;
      this.arrays = ArrayPlan.arrays(board);
      telling.said(Bookkeeping.Checked.class).forEach(c -> ticked.put(c.check(), c));
    }

    Checklist list() {
      for (CheckKinds.Kind kind : KINDS.kinds()) {
        if (has(kind.when())) {
          switch (kind.per()) {
            case BOARD -> add(kind, "");
            case RAIL -> board.rails().forEach(rail -> add(kind, rail.name()));
            case ARRAY -> arrays.forEach(array -> add(kind, array.getFirst()));
          }
        }
      }
      return new Checklist(KINDS.origin(), checks);
    }

    private boolean has(CheckKinds.When when) {
      return switch (when) {
        case ALWAYS -> true;
        case PLACED -> board.parts().stream().anyMatch(p -> p.place().known());
        case DIRTY -> telling.condition().damage().stream().anyMatch(a -> DIRT.contains(a.kind()));
        case CELLS -> board.parts().stream().anyMatch(p -> p.device().isCell());
        case SOCKETS -> board.parts().stream().anyMatch(Part::socketed);
        case RAILS -> !board.rails().isEmpty();
        case ARRAY -> !arrays.isEmpty();
        case ELECTROLYTICS -> board.parts().stream().anyMatch(p -> p.device().isElectrolytic());
        case MULTIRAIL -> !PowerSafety.multiRailParts(board).isEmpty();
      };
    }

    private void add(CheckKinds.Kind kind, String name) {
      String id = kind.id().replace("{}", name).replace(' ', '-');
      Bookkeeping.Checked tick = ticked.get(id);
      Seen seen = tick == null ? seen(kind, name) : said(tick);
      checks.add(
          new Check(
              id,
              kind.title().replace("{}", name),
              kind.caution(),
              kind.line().replace("{}", name),
              seen.standing(),
              seen.note()));
    }

    /** How a check stands and what shows it. */
    private record Seen(Standing standing, String note) {}

    private static Seen said(Bookkeeping.Checked tick) {
      Standing standing =
          switch (tick.state()) {
            case DONE -> Standing.DONE;
            case SKIPPED -> Standing.SKIPPED;
            case NOT_APPLICABLE -> Standing.NOT_APPLICABLE;
          };
      return new Seen(standing, tick.reason());
    }

    /** What the readings themselves show to be done. */
    private Seen seen(CheckKinds.Kind kind, String name) {
      return switch (kind.when()) {
        case RAILS -> rail(name);
        case ARRAY -> array(name);
        case MULTIRAIL -> multirail();
        case PLACED -> marked();
        case ELECTROLYTICS -> electrolytics();
        case SOCKETS -> begun(telling.said(Bookkeeping.SocketSeen.class).size(), "noted");
        case ALWAYS, DIRTY, CELLS ->
            kind.id().equals("pictures") && !telling.said(Bookkeeping.Pictured.class).isEmpty()
                ? new Seen(Standing.DONE, telling.said(Bookkeeping.Pictured.class).size() + " kept")
                : new Seen(Standing.OPEN, "");
      };
    }

    private static Seen begun(int count, String what) {
      return count == 0
          ? new Seen(Standing.OPEN, "")
          : new Seen(Standing.BEGUN, count + " " + what);
    }

    private Seen rail(String name) {
      Set<Boolean> ways = new HashSet<>();
      telling.said(Finding.RailOhms.class).stream()
          .filter(r -> r.rail().equals(name))
          .forEach(r -> ways.add(r.reversed()));
      if (ways.size() == 2) {
        return new Seen(Standing.DONE, "read both ways");
      }
      return ways.isEmpty()
          ? new Seen(Standing.OPEN, "")
          : new Seen(Standing.BEGUN, "read one way; turn the leads round");
    }

    private Seen array(String first) {
      List<String> parts =
          arrays.stream().filter(a -> a.getFirst().equals(first)).findFirst().orElseThrow();
      ArrayProgress progress =
          ArrayProgress.of(ArrayPlan.of(board, parts, ArrayPlan.School.ALL_AT_ONCE), telling);
      if (progress.finished()) {
        return new Seen(Standing.DONE, progress.faults().size() + " faults found");
      }
      return begun(progress.done(), "of " + progress.plan().touches().size() + " touches");
    }

    private Seen multirail() {
      Set<Part> parts = PowerSafety.multiRailParts(board).keySet();
      long out = parts.stream().filter(p -> telling.partsOut().contains(p.designator())).count();
      PowerSafety safety = PowerSafety.of(board, telling);
      boolean proven =
          safety.provenRails().containsAll(board.rails().stream().map(Rail::name).toList());
      if (out == parts.size() || proven) {
        return new Seen(Standing.DONE, proven ? "all rails are proven" : "all " + out + " out");
      }
      return out == 0
          ? new Seen(Standing.OPEN, "")
          : new Seen(Standing.BEGUN, out + " of " + parts.size() + " out");
    }

    private Seen marked() {
      int marks = telling.condition().damage().size();
      return begun(marks, marks == 1 ? "area marked" : "areas marked");
    }

    private Seen electrolytics() {
      Set<String> measured = new HashSet<>();
      telling.said(Finding.CapacitorReading.class).forEach(r -> measured.add(r.part()));
      List<String> all =
          board.parts().stream()
              .filter(p -> p.fitted() && p.device().isElectrolytic())
              .map(Part::designator)
              .toList();
      return measured.containsAll(all)
          ? new Seen(Standing.DONE, "all " + all.size() + " measured")
          : begun(measured.size(), "of " + all.size() + " measured");
    }
  }
}
