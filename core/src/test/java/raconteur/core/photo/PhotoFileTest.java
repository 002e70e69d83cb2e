package raconteur.core.photo;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Outline.Point;
import raconteur.core.data.Loaded;

class PhotoFileTest {
  private static final BoardPhoto PHOTO =
      new BoardPhoto(
          "0123456789ab",
          true,
          List.of(
              new PhotoMark("rear left corner", new Point(12.5, 7), new Point(0, 0)),
              new PhotoMark("U14.1", new Point(1e3, 2000.25), new Point(100.1, 33))));

  @Test
  void whatWasWrittenIsRead() {
    assertThat(PhotoFile.read("photo", PhotoFile.write(PHOTO))).isEqualTo(new Loaded.Ok<>(PHOTO));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "[]",
        "{\"picture\":\"x\",\"side\":\"left\",\"marks\":[]}",
        "{\"picture\":\"x\",\"side\":\"top\",\"marks\":[{\"what\":\"a\",\"pixel\":[1],\"at"
            + " mm\":[0,0]}]}",
        "{\"picture\":\"x\",\"side\":\"top\",\"marks\":[{\"what\":\"a\",\"pixel\":[1,1e99],\"at"
            + " mm\":[0,0]}]}",
        "{\"picture\":\"x\",\"side\":\"top\",\"marks\":[],\"more\":1}"
      })
  void whatIsNoneIsRefusedWithItsPlace(String text) {
    assertThat(PhotoFile.read("photo", text)).isInstanceOf(Loaded.Refused.class);
  }
}
