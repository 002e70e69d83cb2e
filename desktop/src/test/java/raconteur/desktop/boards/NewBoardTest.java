package raconteur.desktop.boards;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Rail;

class NewBoardTest {
  private static Outcome<BoardContents> made(String size, String rails) {
    return new NewBoard(" Tern ", "3", size, rails, Optional.empty(), Optional.empty()).contents();
  }

  private static BoardContents done(String size, String rails) {
    return ((Outcome.Done<BoardContents>) made(size, rails)).value();
  }

  @ParameterizedTest
  @CsvSource({"240 x 180", "240x180", "240 × 180 mm", "'240,0 180'", "240 by 180", "240*180"})
  void aSizeIsWrittenAsPeopleWriteIt(String size) {
    assertThat(done(size, "").identity().widthMillimetres()).isEqualTo(240);
    assertThat(done(size, "").identity().heightMillimetres()).isEqualTo(180);
  }

  @Test
  void railsAreNamedByTheirVoltsAndStandOnce() {
    assertThat(done("", "+5V, VCC GND -5V 3.3V").rails())
        .extracting(Rail::name)
        .containsExactly("+5V", "-5V", "+3.3V");
    assertThat(done("", "").identity().id()).isEqualTo("tern-3");
    assertThat(done("", "").identity().title()).isEqualTo("Tern, revision 3");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "eleven | +5V | is no size",
        "0 x 5 | +5V | is no size",
        "9000 x 9000 | +5V | is no size",
        "'' | 12V_EN | is no rail"
      })
  void whatCannotBeTakenSaysWhatCould(String size, String rails, String reason) {
    assertThat(made(size, rails))
        .isInstanceOfSatisfying(
            Outcome.Failed.class, failed -> assertThat(failed.sentence()).contains(reason));
  }
}
