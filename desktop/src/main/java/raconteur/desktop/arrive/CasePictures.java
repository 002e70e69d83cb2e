package raconteur.desktop.arrive;

import java.nio.file.Path;
import java.util.Optional;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.casebook.store.PictureReader;
import raconteur.core.board.Outline;
import raconteur.core.finding.Bookkeeping;
import raconteur.desktop.workshop.Workshop;

/** Pictures that go into the casebook, and the line by which a story has them. */
public final class CasePictures {
  private CasePictures() {}

  /**
   * Keeps a picture; the line for the story still has to be entered.
   *
   * @param at the place on the board it looks at
   */
  public static Outcome<String> keep(
      Workshop workshop,
      Path file,
      Bookkeeping.PictureMoment moment,
      Optional<Outline.Point> at,
      String caption) {
    Outcome<Picture> kept =
        switch (PictureReader.read(file)) {
          case Outcome.Failed<Picture> failed -> failed;
          case Outcome.Done<Picture>(Picture picture) -> workshop.casebook().keep(picture);
        };
    return switch (kept) {
      case Outcome.Failed<Picture>(String why) -> new Outcome.Failed<>(why);
      case Outcome.Done<Picture>(Picture picture) ->
          new Outcome.Done<>(new Bookkeeping.Pictured(picture.name(), moment, at, caption).line());
    };
  }
}
