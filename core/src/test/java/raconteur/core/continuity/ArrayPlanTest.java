package raconteur.core.continuity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
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

  /** Σ(n − 1) over the lines and one touch a neighbouring pair: nothing less can prove it. */
  @Test
  void noPlanHasFewerTouches() {
    assertThat(plan.touches()).hasSize(plan.lowerBound());
    ArrayPlan bare =
        ArrayPlan.of(sheet(24), ArrayPlan.arrays(sheet(24)).getFirst(), School.ALL_AT_ONCE);
    // 14 common lines over 24 sockets, and 11 neighbours along the rows (1|2, 2|3, 13|14, 14|15
    // touch a pin that is left out).
    assertThat(bare.touches()).hasSize(14 * 23 + 10);
    assertThat(bare.lowerBound()).isEqualTo(bare.touches().size());
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
