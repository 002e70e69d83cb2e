package raconteur.core.keys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.data.Loaded;
import raconteur.core.finding.Quantities;

class KeyTextTest {
  private static final KeyMatrix KITTIWAKE = KeyMatrixText.of(Boards.KITTIWAKE_B).orElseThrow();
  private static final String TABLE = "   C0 C1\nR0 a b\nR1 c -\nR0: U1.2 J1.1\n";

  private static String refusal(String text) {
    return KeyMatrixText.read("t.keys", text) instanceof Loaded.Refused<KeyMatrix> refused
        ? refused.summary()
        : "";
  }

  @Test
  void whatIsWrongInATableIsToldByItsLine() {
    assertThat(refusal(TABLE)).isEmpty();
    assertThat(refusal(TABLE.replace("R1 c -", "R1 c"))).contains("line 3", "2 columns");
    assertThat(refusal(TABLE.replace("R1 c", "R1 a"))).contains("line 3", "already");
    assertThat(refusal(TABLE.replace("R1", "R0"))).contains("line 3");
    assertThat(refusal(TABLE.replace("J1.1", "plug"))).contains("line 4", "J3.11");
    assertThat(refusal(TABLE.replace("R0:", "R9:"))).contains("line 4", "no line");
    assertThat(refusal(TABLE + "kind rubber\n")).contains("carbon");
    assertThat(refusal(TABLE + "also fire: R7\n")).contains("R7");
    assertThat(refusal(TABLE.replace(" b", " ,"))).contains("COMMA");
    assertThat(refusal("")).contains("no table");
    assertThat(refusal("x".repeat(200_000))).contains("longer");
    Random random = new Random(3);
    for (int i = 0; i < 3_000; i++) {
      StringBuilder text = new StringBuilder(TABLE);
      for (int k = 0; k < 4; k++) {
        text.setCharAt(random.nextInt(text.length()), (char) random.nextInt(300));
      }
      assertThat(KeyMatrixText.read("t", text.toString())).isNotNull();
    }
  }

  @Test
  void whatWasSeenIsReadByKeyByLineAndByRest() {
    KeysSeen seen = KeyDiagnosisTest.seen(KITTIWAKE, "dead q ROW3; doubtful A, S; works rest");
    assertThat(seen.states()).hasSize(KITTIWAKE.keys().size());
    assertThat(seen.states().get(KITTIWAKE.find("M").orElseThrow())).isEqualTo(KeyState.DEAD);
    assertThat(seen.states().get(KITTIWAKE.find("S").orElseThrow())).isEqualTo(KeyState.DOUBTFUL);
    assertThat(KeyDiagnosisTest.seen(KITTIWAKE, seen.words(KITTIWAKE))).isEqualTo(seen);
    for (String wrong : List.of("broken Q", "dead", "dead XYZZY", "Q dead")) {
      assertThat(KeysSeen.read(KITTIWAKE, wrong)).as(wrong).isInstanceOf(KeysSeen.Refused.class);
    }
    assertThat(KeysSeen.read(KITTIWAKE, " ; ")).isEqualTo(new KeysSeen.Ok(KeysSeen.NOTHING));
  }

  /**
   * One of the checks finds it: over every order of up to six, with the keyboard's opening paid
   * when the first that needs it comes, none takes fewer expected minutes.
   */
  @Test
  void noOrderOfChecksIsQuicker() {
    for (String words :
        List.of(
            "dead Q W E; works A", "dead 8 9 0; works 1 2 3", "dead Q; works W A", "ghost Q A")) {
      KeyDiagnosis diagnosis = KeyDiagnosis.of(KITTIWAKE, KeyDiagnosisTest.seen(KITTIWAKE, words));
      List<KeyChecks.Check> order = KeyChecks.of(KITTIWAKE, diagnosis);
      List<KeyChecks.Check> first = order.subList(0, Math.min(6, order.size()));
      double best = Double.MAX_VALUE;
      for (List<KeyChecks.Check> other : permutations(first)) {
        best = Math.min(best, expected(other));
      }
      // What follows beyond the sixth may be a reason to open; without it a little is left.
      assertThat(expected(first)).as(words).isLessThanOrEqualTo(best * 1.02);
    }
  }

  private static double expected(List<KeyChecks.Check> order) {
    double minutes = 0;
    double sum = 0;
    boolean open = false;
    for (KeyChecks.Check check : order) {
      minutes += check.minutes() + (check.opened() && !open ? KeyChecks.openingMinutes() : 0);
      open |= check.opened();
      sum += check.probability() * minutes;
    }
    return sum;
  }

  private static List<List<KeyChecks.Check>> permutations(List<KeyChecks.Check> all) {
    if (all.isEmpty()) {
      return List.of(List.of());
    }
    List<List<KeyChecks.Check>> orders = new ArrayList<>();
    for (int i = 0; i < all.size(); i++) {
      List<KeyChecks.Check> rest = new ArrayList<>(all);
      KeyChecks.Check head = rest.remove(i);
      for (List<KeyChecks.Check> tail : permutations(rest)) {
        List<KeyChecks.Check> order = new ArrayList<>(List.of(head));
        order.addAll(tail);
        orders.add(order);
      }
    }
    return orders;
  }

  /**
   * Common practice, no source: carbon is good to some hundred ohms; the odd one out is cleaned.
   */
  @Test
  void contactsAreJudgedByTheirKindAndByTheirNeighbours() {
    Map<KeyMatrix.Key, Double> ohms = new LinkedHashMap<>();
    String[] names = {"Q", "W", "E", "R", "T", "Y", "U"};
    double[] values = {120, 110, 130, 900, 125, 118, 380};
    for (int i = 0; i < names.length; i++) {
      ohms.put(KITTIWAKE.find(names[i]).orElseThrow(), values[i]);
    }
    KeyOhms judged = KeyOhms.of(KITTIWAKE, ohms);
    assertThat(judged.typicalOhms()).isCloseTo(125, within(1e-6));
    assertThat(judged.judged().stream().filter(KeyOhms.Judged::toClean).map(j -> j.key().name()))
        .containsExactly("R", "U");
    assertThat(judged.judged().get(1).overLimit()).as("380 Ω is odd, not too much").isFalse();
    assertThat(KeyOhms.of(KITTIWAKE, Map.of()).judged()).isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "120, 120",
    "2k4, 2400",
    "2.4k, 2400",
    "'2,4k', 2400",
    "1M, 1e6",
    "47ohm, 47",
    "OL, Infinity"
  })
  void ohmsInOneWord(String word, double ohms) {
    assertThat(Quantities.ohmsOf(word)).contains(ohms);
  }

  @ParameterizedTest
  @CsvSource({"''", "k4", "2.4k4", "12x", "-5", "1e300"})
  void whatIsNoResistance(String word) {
    assertThat(Quantities.ohmsOf(word)).isEmpty();
  }
}
