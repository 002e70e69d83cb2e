package raconteur.casebook.photo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.demo.DemoCases;
import raconteur.casebook.store.Archive;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PlaneMap;

class BoardPhotosTest {
  @TempDir private Path folder;

  private Casebook open(String name) {
    return ((Outcome.Done<Casebook>) Casebook.open(folder.resolve(name), Clock.systemUTC()))
        .value();
  }

  @Test
  void theDrawnPhotographsFitTheirBoardAndGoIntoTheArchive() {
    try (Casebook demo = open("demo.casebook");
        Casebook other = open("other.casebook")) {
      DemoCases.fill(demo);
      for (boolean underside : new boolean[] {false, true}) {
        BoardPhoto photo = new BoardPhotos(demo).find("marram-310", underside).orElseThrow();
        assertThat(photo.fit()).isInstanceOf(PlaneMap.Fitted.class);
      }
      Path file = folder.resolve("all.zip");
      assertThat(Archive.write(demo, Map.of(), file)).isInstanceOf(Outcome.Done.class);
      assertThat(Archive.read(file, other, folder.resolve("boards")))
          .isInstanceOf(Outcome.Done.class);
      BoardPhoto photo = new BoardPhotos(demo).find("marram-310", true).orElseThrow();
      BoardPhoto moved = new BoardPhotos(other).find("marram-310", true).orElseThrow();
      assertThat(moved).isEqualTo(photo);
      assertThat(new BoardPhotos(other).picture(moved).orElseThrow().bytes())
          .isEqualTo(new BoardPhotos(demo).picture(photo).orElseThrow().bytes());
    }
  }

  @Test
  void whatWasBegunStandsBesideWhatIsKeptUntilItIsKeptOrGivenUp() {
    try (Casebook demo = open("demo.casebook")) {
      DemoCases.fill(demo);
      BoardPhotos photos = new BoardPhotos(demo);
      BoardPhoto kept = photos.find("marram-310", false).orElseThrow();
      Picture picture = photos.picture(kept).orElseThrow();
      BoardPhoto half = new BoardPhoto(kept.picture(), false, kept.marks().subList(0, 2));
      assertThat(photos.begin("marram-310", picture, half)).isEmpty();
      assertThat(photos.begun("marram-310", false)).contains(half);
      assertThat(photos.find("marram-310", false)).contains(kept);
      assertThat(photos.giveUp("marram-310", false)).isEmpty();
      assertThat(photos.begun("marram-310", false)).isEmpty();
      photos.begin("marram-310", picture, half);
      assertThat(photos.keep("marram-310", picture, kept)).isEmpty();
      assertThat(photos.begun("marram-310", false)).isEmpty();
    }
  }

  @Test
  void aSideIsForgottenByItself() {
    try (Casebook demo = open("demo.casebook")) {
      DemoCases.fill(demo);
      BoardPhotos photos = new BoardPhotos(demo);
      assertThat(photos.forget("marram-310", false)).isEmpty();
      assertThat(photos.find("marram-310", false)).isEmpty();
      assertThat(photos.find("marram-310", true)).isPresent();
      assertThat(photos.find("petrel-1", false)).isEmpty();
    }
  }

  @Test
  void aPhotographWhoseMarksCannotBeReadIsNone() {
    try (Casebook demo = open("demo.casebook")) {
      demo.keepSetting(BoardPhotos.SETTING + "the top of petrel-1", "{\"picture\": 7}");
      assertThat(new BoardPhotos(demo).find("petrel-1", false)).isEmpty();
    }
  }
}
