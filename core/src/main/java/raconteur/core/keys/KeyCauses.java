package raconteur.core.keys;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;

/** Lists what may be wrong with the lines of a keyboard. */
final class KeyCauses {
  private final KeyMatrix matrix;
  private final KeyFigures figures;
  private final List<KeyCause> causes = new ArrayList<>();

  KeyCauses(KeyMatrix matrix, KeyFigures figures) {
    this.matrix = matrix;
    this.figures = figures;
  }

  List<KeyCause> all() {
    for (int line = 0; line < matrix.lines(); line++) {
      ofLine(line);
    }
    for (int one = 0; one < matrix.lines(); one++) {
      for (int other = one + 1; other < matrix.lines(); other++) {
        if (matrix.isRow(one) == matrix.isRow(other)) {
          List<KeyMatrix.Key> first = matrix.on(one);
          List<KeyMatrix.Key> second = matrix.on(other);
          add(
              KeyCause.Kind.JOINED,
              one,
              other,
              figures.chance("lines joined"),
              KeyState.GHOST,
              k -> first.contains(k) || second.contains(k));
        }
      }
    }
    add(
        KeyCause.Kind.ALL,
        -1,
        -1,
        figures.chance("plug off") + figures.chance("chip"),
        KeyState.DEAD,
        _ -> true);
    return causes;
  }

  private void ofLine(int line) {
    List<KeyMatrix.Key> here = matrix.on(line);
    double dead =
        figures.chance("plug contact")
            + figures.chance("wire or tail")
            + figures.chance("track")
            + figures.chance("port pin");
    add(KeyCause.Kind.LINE_DEAD, line, -1, dead, KeyState.DEAD, here::contains);
    add(
        KeyCause.Kind.LINE_DOUBTFUL,
        line,
        -1,
        (figures.chance("plug contact") + figures.chance("wire or tail")) / 2,
        KeyState.DOUBTFUL,
        here::contains);
    // A row that is read as pressed reads so at every column; a column that never lets go only
    // puts its keys among the others.
    add(
        KeyCause.Kind.LINE_HELD,
        line,
        -1,
        figures.chance("line held"),
        matrix.isRow(line) ? KeyState.ALWAYS : KeyState.GHOST,
        here::contains);
    if (matrix.isRow(line)) {
      add(
          KeyCause.Kind.PULL_UP,
          line,
          -1,
          figures.chance("pull-up"),
          KeyState.DOUBTFUL,
          here::contains);
    }
    for (int reached = 1; reached < here.size(); reached++) {
      List<KeyMatrix.Key> beyond = here.subList(reached, here.size());
      add(
          KeyCause.Kind.BROKEN_ON_THE_WAY,
          line,
          reached,
          figures.chance("broken on the way"),
          KeyState.DEAD,
          beyond::contains);
    }
  }

  private void add(
      KeyCause.Kind kind,
      int line,
      int other,
      double chance,
      KeyState becomes,
      Predicate<KeyMatrix.Key> touched) {
    KeyState[] makes = new KeyState[matrix.keys().size()];
    Arrays.fill(makes, KeyState.WORKS);
    for (int i = 0; i < makes.length; i++) {
      if (touched.test(matrix.keys().get(i))) {
        makes[i] = becomes;
      }
    }
    causes.add(new KeyCause(kind, line, other, chance / (1 - chance), List.of(makes)));
  }
}
