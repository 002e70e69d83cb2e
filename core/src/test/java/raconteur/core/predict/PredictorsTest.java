package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.board.Board;

class PredictorsTest {
  @Test
  void casesOfOneBoardShareAPredictorAndABoardThatOnlyLooksTheSameHasItsOwn() {
    Board one = Boards.small();
    Board another = Boards.small();
    Predictor first = Predictors.of(one);
    Predictor second = Predictors.of(another);
    assertThat(first).isNotSameAs(second);
    assertThat(Predictors.of(one)).isSameAs(first);
    assertThat(Predictors.of(another)).isSameAs(second);
  }

  @Test
  void boardsNotLookedAtForLongAreLetGo() {
    Board first = Boards.small();
    Predictor made = Predictors.of(first);
    for (int i = 0; i < 3; i++) {
      Predictors.of(Boards.small());
    }
    assertThat(Predictors.of(first)).isNotSameAs(made);
  }
}
