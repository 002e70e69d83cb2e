package raconteur.core.prove;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.data.Figures;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Quantities;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdicts;
import raconteur.core.mend.AfterChecks;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * What a mended board has to show before it goes home: the failing test again, then what its
 * revision has. Only what was seen since the last mend counts; a proof may be skipped with a reason
 * ({@code check sound skipped no speaker}), which is then a limit the report names.
 */
public record ProvingPlan(String origin, List<Proof> proofs) {
  private static final ProofKinds KINDS = ProofKinds.shipped();
  private static final String WORKING_CARD = "works";

  public ProvingPlan {
    proofs = List.copyOf(proofs);
  }

  /** How a proof stands. */
  public enum Standing {
    OPEN("open"),
    BEGUN("begun"),
    HELD("held"),
    FAILED("failed"),
    SKIPPED("not shown");

    private final String words;

    Standing(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * One proof.
   *
   * @param passed a whole line that says it held, empty where there is none
   * @param failed a whole line that says it did not, empty where there is none
   * @param line how a line begins that answers it
   * @param note what was seen, or why it was skipped
   */
  public record Proof(
      String id,
      String title,
      String caution,
      String passed,
      String failed,
      String line,
      Standing standing,
      String note) {
    public boolean open() {
      return standing == Standing.OPEN || standing == Standing.BEGUN;
    }
  }

  /** Makes the plan for a board and what was told of it. */
  public static ProvingPlan of(Board board, Telling telling) {
    return new Worker(board, telling).plan();
  }

  /** How many proofs are neither held nor decided against. */
  public long stillOpen() {
    return proofs.stream().filter(Proof::open).count();
  }

  public List<Proof> failed() {
    return proofs.stream().filter(p -> p.standing() == Standing.FAILED).toList();
  }

  private static final class Worker {
    private final Board board;
    private final Telling telling;
    private final List<DatedFinding> now;
    private final Verdicts verdicts;
    private final List<Proof> proofs = new ArrayList<>();

    Worker(Board board, Telling telling) {
      this.board = board;
      this.telling = telling;
      this.verdicts = new Verdicts(board, telling);
      this.now =
          telling.findings().stream().filter(f -> f.moment().epoch() == telling.epoch()).toList();
    }

    ProvingPlan plan() {
      for (ProofKinds.Kind kind : KINDS.kinds()) {
        if (has(kind.when())) {
          switch (kind.per()) {
            case BOARD -> add(kind, "");
            case RAIL -> board.rails().forEach(rail -> add(kind, rail.name()));
            case CONNECTOR -> connectors().forEach(part -> add(kind, part.designator()));
          }
        }
      }
      return new ProvingPlan(KINDS.origin(), proofs);
    }

    /** Connectors something of the user's plugs into; that of the dead test is proven by it. */
    private List<Part> connectors() {
      return board.parts().stream()
          .filter(p -> p.fitted() && p.device().isContact())
          .filter(p -> !List.of("power", "keyboard").contains(p.block()))
          .filter(p -> !p.designator().equals(board.deadTest().cartridge()))
          .toList();
    }

    private boolean has(ProofKinds.When when) {
      return switch (when) {
        case ALWAYS -> true;
        case MENDED -> telling.epoch() > 0;
        case RAILS -> !board.rails().isEmpty();
        case SYMPTOM -> true;
        case FLASHES -> !board.deadTest().flashes().isEmpty();
        case CONNECTORS -> !connectors().isEmpty();
        case KEYBOARD -> board.symptom("keys").isPresent() || board.blocks().contains("keyboard");
        case SOUND -> board.symptom("silent").isPresent() || board.blocks().contains("sound");
        case TAPE -> board.symptom("tape").isPresent();
        case CELLS -> board.parts().stream().anyMatch(p -> p.device().isCell());
      };
    }

    private void add(ProofKinds.Kind kind, String name) {
      String id = named(kind.id(), name);
      Seen seen = skipped(id).orElseGet(() -> seen(kind, id, name));
      proofs.add(
          new Proof(
              id,
              named(kind.title(), name),
              kind.caution(),
              named(kind.passed(), name),
              named(kind.failed(), name),
              named(kind.line(), name),
              seen.standing(),
              seen.note()));
    }

    private static String named(String text, String name) {
      return text.replace("{}", name);
    }

    /** How a proof stands and what shows it. */
    private record Seen(Standing standing, String note) {
      static final Seen OPEN = new Seen(Standing.OPEN, "");

      static Seen of(boolean held, String note) {
        return new Seen(held ? Standing.HELD : Standing.FAILED, note);
      }
    }

    private Optional<Seen> skipped(String id) {
      return telling.said(Bookkeeping.Checked.class).stream()
          .filter(c -> c.check().equals(id) && c.state() != Bookkeeping.CheckState.DONE)
          .reduce((first, second) -> second)
          .map(c -> new Seen(Standing.SKIPPED, c.reason()));
    }

    private Seen seen(ProofKinds.Kind kind, String id, String name) {
      return switch (kind.when()) {
        case RAILS -> rail(name);
        case SYMPTOM -> symptom();
        case FLASHES -> kind.id().equals("dead-test") ? deadTest() : diagnostic();
        case CONNECTORS ->
            last(Finding.FunctionCheck.class, f -> f.parts().contains(name))
                .map(f -> Seen.of(f.works(), ""))
                .orElse(Seen.OPEN);
        case MENDED -> kind.id().equals("touched") ? touched() : runs(id, coldStarts());
        case KEYBOARD, SOUND, TAPE, CELLS -> runs(id, 1);
        case ALWAYS -> soak();
      };
    }

    private static int coldStarts() {
      return (int) Figures.shipped("proving").of("cold starts");
    }

    private <T extends Finding> Optional<T> last(Class<T> kind, Predicate<T> which) {
      return now.stream()
          .map(DatedFinding::finding)
          .filter(kind::isInstance)
          .map(kind::cast)
          .filter(which)
          .reduce((first, second) -> second);
    }

    private Seen rail(String name) {
      Optional<DatedFinding> read =
          now.stream()
              .filter(f -> f.finding() instanceof Finding.RailVolts t && t.rail().equals(name))
              .reduce((first, second) -> second);
      return read.flatMap(
              f ->
                  verdicts
                      .of(f)
                      .map(
                          v ->
                              Seen.of(
                                  v.level() != Verdict.Level.BAD,
                                  Quantities.volts(((Finding.RailVolts) f.finding()).volts()))))
          .orElse(Seen.OPEN);
    }

    private Seen symptom() {
      return last(Finding.Symptom.class, s -> true)
          .map(
              s ->
                  Seen.of(
                      s.card().equals(WORKING_CARD),
                      board.symptom(s.card()).map(c -> c.title()).orElse(s.card())))
          .filter(s -> telling.epoch() > 0 || s.standing() == Standing.HELD)
          .orElse(Seen.OPEN);
    }

    private Seen deadTest() {
      return last(Finding.DeadTestResult.class, d -> true)
          .map(d -> Seen.of(d.end() == Finding.DeadTestEnd.PASS, d.line()))
          .orElse(Seen.OPEN);
    }

    private Seen diagnostic() {
      Optional<Finding.DiagnosticResult> shown = last(Finding.DiagnosticResult.class, d -> true);
      if (shown.isEmpty()) {
        return Seen.OPEN;
      }
      List<String> bad =
          shown.get().bad().entrySet().stream()
              .filter(e -> e.getValue())
              .map(e -> e.getKey())
              .toList();
      if (!bad.isEmpty() || shown.get().bad().isEmpty()) {
        return Seen.of(false, bad.isEmpty() ? "shows nothing" : "bad: " + String.join(", ", bad));
      }
      return shown.get().harness()
          ? Seen.of(true, "all good, with harness")
          : new Seen(Standing.BEGUN, "good, but without its harness");
    }

    private Seen touched() {
      AfterChecks checks = AfterChecks.of(board, telling);
      if (!checks.bad().isEmpty()) {
        return Seen.of(false, checks.bad().getFirst());
      }
      String note = checks.done() + " of " + checks.all().size();
      if (checks.done() == checks.all().size()) {
        return new Seen(Standing.HELD, checks.all().isEmpty() ? "nothing was soldered" : note);
      }
      return new Seen(checks.done() == 0 ? Standing.OPEN : Standing.BEGUN, note);
    }

    private Seen runs(String id, int wanted) {
      int clean = 0;
      for (DatedFinding told : now) {
        if (told.finding() instanceof Finding.ProofRun run && run.check().equals(id)) {
          if (!run.clean()) {
            clean = -1;
          } else {
            clean = Math.max(0, clean) + Math.max(1, (int) run.amount());
          }
        }
      }
      if (clean < 0) {
        return Seen.of(false, "");
      }
      String note = wanted == 1 ? "" : clean + " of " + wanted;
      return clean >= wanted
          ? Seen.of(true, note)
          : new Seen(clean == 0 ? Standing.OPEN : Standing.BEGUN, note);
    }

    private Seen soak() {
      Soak soak = Soak.of(telling);
      if (soak.failed()) {
        return Seen.of(false, "the fault came back");
      }
      String unit = soak.byHours() ? " h" : " runs";
      String note = figure(soak.done()) + " of " + figure(soak.wanted()) + unit;
      if (soak.finished()) {
        return Seen.of(true, note);
      }
      return new Seen(soak.done() > 0 ? Standing.BEGUN : Standing.OPEN, note);
    }

    private static String figure(double amount) {
      return amount == Math.rint(amount)
          ? String.valueOf((long) amount)
          : String.format(java.util.Locale.ROOT, "%.1f", amount);
    }
  }

  /** What was accepted as it is: the limits that were said, and the proofs that were skipped. */
  public List<String> limits(Telling telling) {
    return Stream.concat(
            telling.said(Closing.Limit.class).stream().map(Closing.Limit::text),
            proofs.stream()
                .filter(p -> p.standing() == Standing.SKIPPED)
                .map(p -> p.title() + ": not shown, " + p.note()))
        .toList();
  }
}
