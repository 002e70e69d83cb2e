package raconteur.core.odds;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Net;
import raconteur.core.finding.Closing;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Statement;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * What one closed case counts for, told apart from its story: this is what leaves the shop where
 * counts are shared.
 *
 * @param key the same for the same case wherever it is counted, different for any other
 * @param origin the shop it comes from, empty for this one
 * @param number its number in this casebook, empty for a case of another shop
 * @param symptoms what it showed before anything was mended, by symptom card
 * @param positions what was found or replaced, by position
 * @param marks what was marked on it, for example {@code dust}
 * @param held whether the last proof or picture after the last mend was good; a cure that held
 * @param hours at the bench, 0 where nobody said
 */
public record CountedCase(
    String key,
    String origin,
    String boardId,
    OptionalInt number,
    Instant opened,
    Set<String> symptoms,
    Map<String, Position> positions,
    Set<String> marks,
    boolean held,
    double hours) {
  private static final String WORKING_CARD = "works";

  public CountedCase {
    symptoms = java.util.Collections.unmodifiableSet(new TreeSet<>(symptoms));
    positions = java.util.Collections.unmodifiableMap(new TreeMap<>(positions));
    marks = java.util.Collections.unmodifiableSet(new TreeSet<>(marks));
  }

  /** What was found, by word, and whether the part was replaced. */
  public record Position(Set<String> faults, boolean replaced) {
    public Position {
      faults = java.util.Collections.unmodifiableSet(new TreeSet<>(faults));
    }
  }

  /** Counts one closed case of this shop. */
  public static CountedCase of(Board board, Case closed) {
    Telling telling = Telling.of(board, closed.entries());
    var counter = new Counter(board);
    for (Told told : telling.lines()) {
      for (Told.Counts counts : told.counted()) {
        counter.count(counts.statement(), counts.moment().epoch());
      }
    }
    Map<String, Position> positions = new HashMap<>();
    counter.faults.forEach(
        (name, faults) ->
            positions.put(name, new Position(faults, counter.replaced.contains(name))));
    return new CountedCase(
        key(closed),
        "",
        board.identity().id(),
        OptionalInt.of(closed.header().number()),
        closed.header().opened(),
        counter.symptoms,
        positions,
        counter.marks,
        counter.held,
        counter.hours);
  }

  /** A digest of what a case is: the same story is the same case, whatever its number. */
  private static String key(Case counted) {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      String head = counted.header().boardId() + "\n" + counted.header().opened() + "\n";
      digest.update(head.getBytes(StandardCharsets.UTF_8));
      counted.entries().forEach(e -> digest.update((e + "\n").getBytes(StandardCharsets.UTF_8)));
      return HexFormat.of().formatHex(digest.digest(), 0, 16);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every platform has SHA-256", e);
    }
  }

  /** The cases of a revision that are closed. */
  public static List<CountedCase> of(Board board, List<Case> cases) {
    return cases.stream()
        .filter(c -> c.header().boardId().equals(board.identity().id()))
        .filter(c -> c.header().state().closed())
        .map(c -> of(board, c))
        .toList();
  }

  private static final class Counter {
    private final Board board;
    private final Map<String, Set<String>> faults = new HashMap<>();
    private final Set<String> replaced = new TreeSet<>();
    private final Set<String> symptoms = new TreeSet<>();
    private final Set<String> marks = new TreeSet<>();
    private boolean held;
    private double hours;

    Counter(Board board) {
      this.board = board;
    }

    void count(Statement statement, int epoch) {
      switch (statement) {
        case Statement.Found(Conclusion.BadPart bad) ->
            at(bad.part()).add(bad.fault().name().toLowerCase(Locale.ROOT));
        case Statement.Found(Conclusion.BadLeg bad) -> at(bad.pin().part()).add("broken leg");
        case Statement.PartDamaged(DamageArea.Kind kind, _) -> marks.add(kind.word());
        case Statement.Found(Conclusion.BadCopper bad) ->
            at(board.netOf(bad.one()).map(Net::name).map(n -> "track " + n).orElse("track"))
                .add(bad.fault().name().toLowerCase(Locale.ROOT));
        case Statement.Mended(Mend.OfPart(String part, Mend.PartAction action)) -> {
          held = false;
          if (action == Mend.PartAction.REPLACED) {
            at(part);
            replaced.add(part);
          }
        }
        case Statement.Mended _ -> held = false;
        case Statement.Damaged(DamageArea area) -> marks.add(area.kind().word());
        case Finding.Symptom symptom -> {
          held = epoch > 0 && symptom.card().equals(WORKING_CARD);
          if (epoch == 0) {
            symptoms.add(symptom.card());
          }
        }
        case Finding.ProofRun run -> held = run.clean();
        case Finding.DeadTestResult test ->
            held = epoch > 0 && test.end() == Finding.DeadTestEnd.PASS;
        case Closing.Hours said -> hours += said.hours();
        case Statement _ -> {}
      }
    }

    private Set<String> at(String name) {
      return faults.computeIfAbsent(name, _ -> new TreeSet<>());
    }
  }
}
