package raconteur.core.bench.part;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;

class KeyboardTest {
  private static final int COLUMNS = 3;
  private static final int ROWS = 4;

  /** The connector with one column pulled low, and what the keyboard does to its rows. */
  private static int[] scanned(int lowColumn, Keyboard.Key... held) {
    int[] levels = new int[COLUMNS + ROWS];
    Arrays.fill(levels, Lines.HIGH);
    levels[lowColumn] = Lines.LOW;
    int[] driven = new int[COLUMNS + ROWS];
    Arrays.fill(driven, Lines.FLOATING);
    Component.Pins pins = mock(Component.Pins.class);
    when(pins.read(anyInt())).thenAnswer(call -> levels[call.<Integer>getArgument(0)]);
    doAnswer(call -> driven[call.<Integer>getArgument(0)] = call.getArgument(1))
        .when(pins)
        .drive(anyInt(), anyInt());
    new Keyboard(COLUMNS, ROWS, Set.of(held)).wake(pins);
    return driven;
  }

  @Test
  void aKeyPullsItsRowDownWhileItsColumnIsLow() {
    int[] rows = scanned(1, new Keyboard.Key(1, 2));
    assertThat(rows[COLUMNS + 2]).isEqualTo(Lines.LOW);
    assertThat(Arrays.stream(rows).filter(r -> r == Lines.LOW)).hasSize(1);
  }

  @Test
  void aKeyOfAnotherColumnDoesNothing() {
    assertThat(scanned(0, new Keyboard.Key(1, 2))).doesNotContain(Lines.LOW);
  }

  @Test
  void keysOfOneColumnAreSeenTogether() {
    int[] rows = scanned(2, new Keyboard.Key(2, 0), new Keyboard.Key(2, 3), new Keyboard.Key(0, 1));
    assertThat(rows[COLUMNS]).isEqualTo(Lines.LOW);
    assertThat(rows[COLUMNS + 3]).isEqualTo(Lines.LOW);
    assertThat(rows[COLUMNS + 1]).isEqualTo(Lines.FLOATING);
  }

  @Test
  void nothingHeldLeavesTheRowsAlone() {
    for (int column = 0; column < COLUMNS; column++) {
      assertThat(Arrays.stream(scanned(column)).boxed().toList())
          .isEqualTo(
              List.of(
                  Lines.FLOATING,
                  Lines.FLOATING,
                  Lines.FLOATING,
                  Lines.FLOATING,
                  Lines.FLOATING,
                  Lines.FLOATING,
                  Lines.FLOATING));
    }
  }
}
