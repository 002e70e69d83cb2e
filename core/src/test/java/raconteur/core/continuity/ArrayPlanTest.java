package raconteur.core.continuity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.ArrayPlan.School;
import raconteur.core.continuity.ArrayPlan.Touch;
import raconteur.core.story.Telling;

class ArrayPlanTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;
  private static final List<String> PARTS = ArrayPlan.arrays(BOARD).getFirst();
  private final ArrayPlan plan = ArrayPlan.of(BOARD, PARTS, School.ALL_AT_ONCE);

  /** A board without nets: sockets × 16 pins in parallel. */
  static Board sheet(int sockets) {
    StringBuilder parts = new StringBuilder();
    for (int i = 1; i <= sockets; i++) {
      parts
          .append(i == 1 ? "" : ",")
          .append("{\"part\": \"M")
          .append(i)
          .append("\", \"device\": \"4116\", \"block\": \"ram\", \"socket\": \"turned pin\"}");
    }
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "array", "machine": "Array", "revision": "A",
         "title": "Sockets", "copper": {"layers": 2, "order known": false},
         "blocks": ["ram"], "parts": [%s]}
        """
            .formatted(parts));
  }

  @Test
  void dataInAndDataOutAreLeftOut() {
    assertThat(PARTS).hasSize(16);
    assertThat(plan.leftOut()).containsExactly("2", "14");
    ArrayPlan bare =
        ArrayPlan.of(sheet(24), ArrayPlan.arrays(sheet(24)).getFirst(), School.ALL_AT_ONCE);
    assertThat(bare.leftOut()).containsExactly("2", "14");
  }

  /** What a meter would find: copper, joints and bridges by the board alone, not by the plan. */
  private record Copper(
      List<Set<PinRef>> lines,
      Set<PinRef> openJoints,
      Set<PinRef> cutBefore,
      List<Set<PinRef>> bridges) {

    boolean joined(PinRef one, PinRef other) {
      Set<PinRef> reached = new HashSet<>();
      List<PinRef> edge = new ArrayList<>(List.of(one));
      while (!edge.isEmpty()) {
        PinRef pin = edge.removeLast();
        if (reached.add(pin)) {
          edge.addAll(next(pin));
        }
      }
      return reached.contains(other);
    }

    private List<PinRef> next(PinRef pin) {
      List<PinRef> next = new ArrayList<>();
      for (Set<PinRef> line : lines) {
        List<PinRef> row = new ArrayList<>(line);
        int at = row.indexOf(pin);
        if (at >= 0 && !openJoints.contains(pin)) {
          step(row, at, -1).ifPresent(next::add);
          step(row, at, 1).ifPresent(next::add);
        }
      }
      bridges.stream().filter(b -> b.contains(pin)).forEach(next::addAll);
      return next;
    }

    /** The next pin along the copper that has its joint, unless a cut lies between. */
    private Optional<PinRef> step(List<PinRef> row, int at, int by) {
      for (int i = at + by; i >= 0 && i < row.size(); i += by) {
        if (cutBefore.contains(row.get(by > 0 ? i : i + 1))) {
          return Optional.empty();
        }
        if (!openJoints.contains(row.get(i))) {
          return Optional.of(row.get(i));
        }
      }
      return Optional.empty();
    }
  }

  /** The lines of 16-pin sockets in parallel by their pin numbers, data pins 2 and 14 left out. */
  private static List<Set<PinRef>> rows(List<String> sockets) {
    List<Set<PinRef>> lines = new ArrayList<>();
    for (int pin = 1; pin <= 16; pin++) {
      if (pin != 2 && pin != 14) {
        Set<PinRef> line = new LinkedHashSet<>();
        for (String socket : sockets) {
          line.add(new PinRef(socket, "" + pin));
        }
        lines.add(line);
      }
    }
    return lines;
  }

  private static boolean shown(ArrayPlan plan, Copper copper) {
    return plan.touches().stream().anyMatch(t -> copper.joined(t.one(), t.other()) != t.joined());
  }

  /**
   * Every single open joint, cut and bridge of neighbours is shown by some touch, and leaving out
   * any one touch leaves some fault unseen: nothing is missing and nothing is too much.
   */
  @Test
  void everySingleFaultIsShownAndNoTouchIsTooMuch() {
    Board sheet = sheet(5);
    List<String> sockets = ArrayPlan.arrays(sheet).getFirst();
    ArrayPlan bare = ArrayPlan.of(sheet, sockets, School.ALL_AT_ONCE);
    List<Set<PinRef>> lines = rows(sockets);
    List<Copper> faults = new ArrayList<>();
    for (Set<PinRef> line : lines) {
      for (PinRef pin : line) {
        faults.add(new Copper(lines, Set.of(pin), Set.of(), List.of()));
        if (!pin.equals(line.iterator().next())) {
          faults.add(new Copper(lines, Set.of(), Set.of(pin), List.of()));
        }
      }
    }
    for (String socket : sockets) {
      for (int pin = 1; pin < 16; pin++) {
        boolean along =
            pin != 8 && Set.of(pin, pin + 1).stream().noneMatch(Set.of(2, 14)::contains);
        if (along) {
          Set<PinRef> pair =
              Set.of(new PinRef(socket, "" + pin), new PinRef(socket, "" + (pin + 1)));
          faults.add(new Copper(lines, Set.of(), Set.of(), List.of(pair)));
        }
      }
    }
    assertThat(faults).hasSize(14 * 5 + 14 * 4 + 5 * 10);
    assertThat(shown(bare, new Copper(lines, Set.of(), Set.of(), List.of()))).isFalse();
    assertThat(faults).allMatch(fault -> shown(bare, fault));
    for (int left = 0; left < bare.touches().size(); left++) {
      List<Touch> rest = new ArrayList<>(bare.touches());
      Touch out = rest.remove(left);
      ArrayPlan less = new ArrayPlan(sockets, rest, bare.leftOut());
      assertThat(faults).as("without %s", out).anyMatch(fault -> !shown(less, fault));
    }
  }

  /** Σ(n − 1) over the board's lines and one touch a neighbouring pair, counted from its nets. */
  @Test
  void noPlanHasFewerTouches() {
    Set<String> apart = new HashSet<>();
    Map<String, Integer> pinsOfNet = new HashMap<>();
    for (String part : PARTS) {
      for (int pin = 1; pin <= 16; pin++) {
        if (pin != 2 && pin != 14) {
          pinsOfNet.merge(net(part, pin), 1, Integer::sum);
          boolean along = pin < 16 && pin != 8 && pin + 1 != 2 && pin + 1 != 14;
          if (along && !net(part, pin).equals(net(part, pin + 1))) {
            apart.add(new TreeSet<>(Set.of(net(part, pin), net(part, pin + 1))).toString());
          }
        }
      }
    }
    int least = pinsOfNet.values().stream().mapToInt(n -> n - 1).sum() + apart.size();
    assertThat(plan.touches()).hasSize(least);
    assertThat(plan.lowerBound()).isEqualTo(least);
    ArrayPlan bare =
        ArrayPlan.of(sheet(24), ArrayPlan.arrays(sheet(24)).getFirst(), School.ALL_AT_ONCE);
    // 14 common lines over 24 sockets, and 10 neighbours along the rows (1|2, 2|3, 13|14, 14|15
    // touch a pin that is left out).
    assertThat(bare.touches()).hasSize(14 * 23 + 10);
    assertThat(bare.lowerBound()).isEqualTo(bare.touches().size());
  }

  private static String net(String part, int pin) {
    return BOARD.netOf(new PinRef(part, "" + pin)).orElseThrow().name();
  }

  /** One at a time costs more touches, all of which can be made when their socket is in. */
  @Test
  void oneAtATimeNeverTouchesASocketThatIsNotInYet() {
    ArrayPlan slow = ArrayPlan.of(BOARD, PARTS, School.ONE_AT_A_TIME);
    assertThat(slow.touches().size()).isGreaterThan(plan.touches().size());
    Set<String> in = new HashSet<>();
    for (Touch touch : slow.touches()) {
      in.add(touch.afterSocket());
      assertThat(in).contains(touch.one().part(), touch.other().part());
    }
    assertThat(slow.lowerBound()).isEqualTo(plan.lowerBound());
  }

  /** What a meter would say of an array with copper broken, joints open and lines bridged. */
  private record Array(
      ArrayPlan plan, Set<PinRef> openJoints, Set<String> cutBefore, Set<String> bridged) {

    boolean joined(PinRef one, PinRef other) {
      if (openJoints.contains(one) || openJoints.contains(other)) {
        return false;
      }
      String a = line(one);
      String b = line(other);
      if (!a.equals(b)) {
        return bridged.contains(a + " | " + b) || bridged.contains(b + " | " + a);
      }
      int from = Math.min(index(one), index(other));
      int to = Math.max(index(one), index(other));
      for (int i = from + 1; i <= to; i++) {
        if (cutBefore.contains(a + "@" + plan.parts().get(i))) {
          return false;
        }
      }
      return true;
    }

    private int index(PinRef pin) {
      return plan.parts().indexOf(pin.part());
    }

    private String line(PinRef pin) {
      return plan.touches().stream()
          .filter(t -> t.joined() && (t.one().equals(pin) || t.other().equals(pin)))
          .map(Touch::line)
          .findFirst()
          .orElseThrow();
    }
  }

  private static ArrayProgress work(ArrayPlan plan, Array array) {
    List<String> lines = new ArrayList<>();
    ArrayProgress progress = ArrayProgress.of(plan, Telling.of(BOARD, List.of()));
    while (progress.next().isPresent()) {
      Touch touch = progress.next().get();
      boolean joined = array.joined(touch.one(), touch.other());
      lines.add("cont " + touch.one() + " " + touch.other() + (joined ? " joined" : " open"));
      progress =
          ArrayProgress.of(plan, Telling.of(BOARD, Stories.of(lines.toArray(String[]::new))));
    }
    return progress;
  }

  @Test
  void aWholeArrayIsProvenWithoutAFault() {
    ArrayProgress progress = work(plan, new Array(plan, Set.of(), Set.of(), Set.of()));
    assertThat(progress.faults()).isEmpty();
    assertThat(progress.done()).isEqualTo(plan.touches().size());
  }

  /** Planted breaks, open joints and bridges are all found, and told apart. */
  @RepeatedTest(3)
  void plantedFaultsAreFoundAndLocalised(RepetitionInfo repetition) {
    Random random = new Random(repetition.getCurrentRepetition());
    List<Touch> walks = plan.touches().stream().filter(Touch::joined).toList();
    List<Touch> pairs = plan.touches().stream().filter(t -> !t.joined()).toList();
    Touch cut = walks.get(random.nextInt(walks.size()));
    Touch bridge = pairs.get(random.nextInt(pairs.size()));
    Touch joint = walks.get(random.nextInt(walks.size()));
    boolean apart = !joint.line().equals(cut.line()) && !bridge.line().contains(joint.line());
    Set<PinRef> open = apart ? Set.of(joint.other()) : Set.of();
    ArrayProgress progress =
        work(
            plan,
            new Array(
                plan, open, Set.of(cut.line() + "@" + cut.other().part()), Set.of(bridge.line())));
    assertThat(progress.faults())
        .anyMatch(f -> f.contains(cut.one() + " and " + cut.other()))
        .anyMatch(f -> f.startsWith(bridge.line() + " are joined"));
    if (apart && walks.stream().anyMatch(t -> t.one().equals(joint.other()))) {
      assertThat(progress.faults())
          .anyMatch(f -> f.contains("joint or contact at " + joint.other()));
    }
  }

  @Test
  void aJoinedNeighbourSaysWhichPinsAndWhatTheyCarry() {
    var rows = PinTable.of(BOARD, BOARD.part("U22").orElseThrow());
    assertThat(rows.getFirst().words()).isEqualTo("pins 1 and 2: VBB (-5V) and DIN (BD0)");
    assertThat(rows).hasSize(14);
    assertThat(rows).noneMatch(PinTable.Row::joined);
  }
}
