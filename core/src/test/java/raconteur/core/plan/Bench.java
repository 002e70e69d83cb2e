package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;

/**
 * A board of its own on which stories are told as one line, their readings parted by semicolons.
 */
final class Bench {
  private final Advisor advisor;

  Bench(Board board) {
    this.advisor = new Advisor(board, History.NONE, 2);
  }

  Advisor.Advice told(String lines) {
    Advisor.Advice advice =
        advisor.advise(
            Stories.of(
                Arrays.stream(lines.split(";", -1)).map(String::strip).toArray(String[]::new)));
    assertThat(advice.telling().lines())
        .allSatisfy(t -> assertThat(t.meaning().toString()).doesNotStartWith("Unread"));
    return advice;
  }

  /** The places suspected most, in words. */
  List<String> leaders(String lines, int most) {
    return told(lines).diagnosis().suspects().stream()
        .limit(most)
        .map(Suspect::place)
        .map(Object::toString)
        .toList();
  }

  List<Step> steps(String lines) {
    return advisor.nextSteps(told(lines));
  }
}
