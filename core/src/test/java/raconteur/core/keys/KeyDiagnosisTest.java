package raconteur.core.keys;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

class KeyDiagnosisTest {
  private static final Board MARRAM = Boards.parse(Boards.text("marram-310"));
  private static final KeyMatrix KITTIWAKE = KeyMatrixText.of(Boards.KITTIWAKE_B).orElseThrow();
  private static final KeyMatrix TERMINAL = KeyMatrixText.of(MARRAM).orElseThrow();
  private static final KeyMatrix SMALL =
      matrix(
          """
          keys of a test
               A1  A2  A3
          R1   a   b   c
          R2   d   e   -
          also fire: R2
          """);

  private static final KeyMatrix TINY =
      matrix(
          """
          keys of a smaller test
               A1  A2
          R1   a   b
          R2   d   e
          also fire: R2
          """);

  static KeyMatrix matrix(String text) {
    return switch (KeyMatrixText.read("t.keys", text)) {
      case Loaded.Ok<KeyMatrix>(KeyMatrix matrix) -> matrix;
      case Loaded.Refused<KeyMatrix> refused -> throw new AssertionError(refused.summary());
    };
  }

  static KeysSeen seen(KeyMatrix matrix, String words) {
    return switch (KeysSeen.read(matrix, words)) {
      case KeysSeen.Ok(KeysSeen read) -> read;
      case KeysSeen.Refused(String why) -> throw new AssertionError(why);
    };
  }

  private static KeyDiagnosis told(KeyMatrix matrix, String words) {
    return KeyDiagnosis.of(matrix, seen(matrix, words));
  }

  /**
   * By enumeration that shares nothing with the diagnosis but the list of causes and the figures:
   * every set of up to three causes times every choice of a fault of its own for each of five keys.
   */
  @ParameterizedTest
  @CsvSource({
    "dead a b; works d e fire",
    "dead a; works b d",
    "ghost a d; doubtful b; works rest",
    "always d e fire; works rest"
  })
  void equalToBruteForce(String words) {
    KeysSeen seen = seen(TINY, words);
    List<KeyCause> causes = KeyCause.all(TINY, KeyFigures.shipped());
    KeyFigures f = KeyFigures.shipped();
    double[] own = {
      1 - f.chance("key dead") - f.chance("key dirty") - f.chance("key held"),
      f.chance("key dead"),
      f.chance("key dirty"),
      f.chance("key held")
    };
    KeyState[] makes = {KeyState.WORKS, KeyState.DEAD, KeyState.DOUBTFUL, KeyState.ALWAYS};
    double all = 0;
    double[] share = new double[causes.size()];
    double[] keys = new double[5];
    for (List<Integer> set : sets(causes.size())) {
      for (int choice = 0; choice < 1024; choice++) {
        double weight = 1;
        for (int cause : set) {
          weight *= causes.get(cause).odds();
        }
        for (int k = 0; k < 5; k++) {
          int mine = choice >> (2 * k) & 3;
          KeyState is = makes[mine];
          for (int cause : set) {
            KeyState made = causes.get(cause).makes().get(k);
            is = made.compareTo(is) > 0 ? made : is;
          }
          KeyState state = seen.states().get(TINY.keys().get(k));
          weight *= own[mine] * (state == null ? 1 : f.shown().get(is).get(state));
        }
        all += weight;
        for (int cause : set) {
          share[cause] += weight;
        }
        for (int k = 0; k < 5; k++) {
          keys[k] += (choice >> (2 * k) & 3) == 0 ? 0 : weight;
        }
      }
    }
    KeyDiagnosis diagnosis = KeyDiagnosis.of(TINY, seen);
    for (KeyDiagnosis.Suspected suspected : diagnosis.lines()) {
      double exact = share[causes.indexOf(suspected.cause())] / all;
      // Causes that touch only keys that work are left out: they carry next to nothing.
      assertThat(suspected.probability()).as(suspected.words()).isCloseTo(exact, within(0.02));
    }
    for (KeyDiagnosis.OwnFault fault : diagnosis.keys()) {
      assertThat(fault.probability())
          .as(fault.key().name())
          .isCloseTo(keys[TINY.keys().indexOf(fault.key())] / all, within(0.02));
    }
    assertThat(diagnosis.sets()).isNotEmpty();
  }

  private static List<List<Integer>> sets(int n) {
    List<List<Integer>> sets = new ArrayList<>();
    sets.add(List.of());
    for (int a = 0; a < n; a++) {
      sets.add(List.of(a));
      for (int b = a + 1; b < n; b++) {
        sets.add(List.of(a, b));
        for (int c = b + 1; c < n; c++) {
          sets.add(List.of(a, b, c));
        }
      }
    }
    return sets;
  }

  /** Every whole line that fails by itself, seen without an error, is named first. */
  @Test
  void everySingleFaultOfALineComesFirst() {
    singleFaultsComeFirst(KITTIWAKE);
  }

  @Tag("long")
  @Test
  void everySingleFaultOfATerminalsLineComesFirst() {
    singleFaultsComeFirst(TERMINAL);
  }

  private static void singleFaultsComeFirst(KeyMatrix matrix) {
    for (KeyCause cause : KeyCause.all(matrix, KeyFigures.shipped())) {
      boolean told =
          switch (cause.kind()) {
            case LINE_DEAD, LINE_HELD, ALL -> matrix.on(Math.max(0, cause.line())).size() > 2;
            case JOINED -> true;
            case LINE_DOUBTFUL, PULL_UP, BROKEN_ON_THE_WAY -> false;
          };
      if (told) {
        KeyDiagnosis diagnosis = KeyDiagnosis.of(matrix, shown(matrix, List.of(cause)));
        assertThat(diagnosis.sets().getFirst().faults())
            .as(cause.words(matrix))
            .containsExactly(cause.words(matrix));
      }
    }
  }

  /** Two lines at once, drawn 60 times, and one key of its own beside them. */
  @Test
  void twoLinesAndAKeyAreToldApart() {
    Random random = new Random(5);
    List<KeyCause> dead =
        KeyCause.all(TERMINAL, KeyFigures.shipped()).stream()
            .filter(c -> c.kind() == KeyCause.Kind.LINE_DEAD)
            .toList();
    int right = 0;
    for (int i = 0; i < 60; i++) {
      KeyCause one = dead.get(random.nextInt(dead.size()));
      KeyCause other = dead.get(random.nextInt(dead.size()));
      KeyMatrix.Key key = TERMINAL.keys().get(random.nextInt(TERMINAL.keys().size()));
      KeysSeen seen =
          shown(TERMINAL, List.of(one, other)).with(key, java.util.Optional.of(KeyState.DEAD));
      List<String> best = KeyDiagnosis.of(TERMINAL, seen).sets().getFirst().faults();
      boolean both = best.contains(one.words(TERMINAL)) && best.contains(other.words(TERMINAL));
      right += both && best.size() == (one.equals(other) ? 1 : 2) ? 1 : 0;
    }
    assertThat(right).isGreaterThanOrEqualTo(58);
  }

  private static KeysSeen shown(KeyMatrix matrix, List<KeyCause> causes) {
    Map<KeyMatrix.Key, KeyState> states = new HashMap<>();
    for (int k = 0; k < matrix.keys().size(); k++) {
      KeyState is = KeyState.WORKS;
      for (KeyCause cause : causes) {
        KeyState made = cause.makes().get(k);
        is = made.compareTo(is) > 0 ? made : is;
      }
      states.put(matrix.keys().get(k), is);
    }
    return new KeysSeen(states);
  }

  /** Common practice, no source: one key that works clears its row and its column of being dead. */
  @Test
  void oneKeyThatWorksClearsItsRow() {
    KeyDiagnosis without = told(KITTIWAKE, "dead Q W E");
    KeyDiagnosis with = told(KITTIWAKE, "dead Q W E; works P");
    assertThat(rowDead(without, "ROW1")).isGreaterThan(0.5);
    assertThat(rowDead(with, "ROW1")).isLessThan(0.1);
  }

  private static double rowDead(KeyDiagnosis diagnosis, String name) {
    return diagnosis.lines().stream()
        .filter(s -> s.words().startsWith(name + " does not come through"))
        .mapToDouble(KeyDiagnosis.Suspected::probability)
        .sum();
  }

  /** A contact that shares a line with the keys speaks for or against it as any key of it does. */
  @Test
  void aJoystickOnTheSameLineAccusesOrClears() {
    double dead = rowDead(told(SMALL, "dead d e fire; works a b c"), "R2");
    double clear = rowDead(told(SMALL, "dead d e; works a b c fire"), "R2");
    assertThat(dead).isGreaterThan(0.8);
    assertThat(clear).isLessThan(0.05);
  }

  @Test
  void nothingTriedSaysNothing() {
    KeyDiagnosis diagnosis = KeyDiagnosis.of(KITTIWAKE, KeysSeen.NOTHING);
    assertThat(diagnosis.lines()).isEmpty();
    assertThat(KeyChecks.of(KITTIWAKE, diagnosis)).isEmpty();
    assertThat(KeyLines.of(KITTIWAKE, KeysSeen.NOTHING, diagnosis))
        .noneMatch(l -> l.startsWith("function"));
  }

  @Test
  void theStoryIsToldWhichPinsOfThePlugAreBad() {
    KeysSeen seen = seen(KITTIWAKE, "dead COL2; works rest");
    List<String> lines = KeyLines.of(KITTIWAKE, seen, KeyDiagnosis.of(KITTIWAKE, seen));
    assertThat(lines)
        .contains("function J3.3 bad", "function J3.1 good", "function J3.11 good")
        .hasSize(4);
    for (String line : lines) {
      assertThat(new BenchLine(Boards.KITTIWAKE_B).understand(line, BenchContext.FRESH))
          .as(line)
          .isInstanceOf(Understanding.Understood.class);
    }
    // Broken on the keyboard, the plug's pin is good: keys before the break come through it.
    KeysSeen broken = seen(KITTIWAKE, "dead 8 9 0; works rest");
    assertThat(KeyLines.of(KITTIWAKE, broken, KeyDiagnosis.of(KITTIWAKE, broken)))
        .contains("function J3.11 good");
  }

  @Test
  void everyPinOfTheShippedKeyboardsIsOnItsBoard() {
    for (int i = 0; i < KITTIWAKE.lines(); i++) {
      KeyMatrix.Line line = KITTIWAKE.lineAt(i);
      var net = Boards.KITTIWAKE_B.netOf(line.plug().orElseThrow()).orElseThrow();
      assertThat(net.path()).as(line.name()).containsAll(line.path());
      assertThat(net.name()).isEqualTo(line.name());
    }
    for (int i = 0; i < TERMINAL.lines(); i++) {
      TERMINAL.lineAt(i).path().forEach(pin -> assertThat(MARRAM.pin(pin)).isPresent());
    }
  }
}
