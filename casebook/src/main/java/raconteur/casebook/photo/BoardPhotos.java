package raconteur.casebook.photo;

import java.util.Optional;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Picture;
import raconteur.core.data.Loaded;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PhotoFile;

/**
 * The photographs of boards in a casebook: the picture among its pictures, which side it shows and
 * its marks among its settings, so that both go into every copy and archive.
 */
public final class BoardPhotos {
  /** How their settings begin. */
  public static final String SETTING = "photograph of ";

  private static final String NONE = "none";

  private final Casebook casebook;

  public BoardPhotos(Casebook casebook) {
    this.casebook = casebook;
  }

  /** The photograph of a side of a board; none where there is none or it cannot be read. */
  public Optional<BoardPhoto> find(String boardId, boolean underside) {
    return casebook
        .setting(setting(boardId, underside))
        .filter(text -> !text.equals(NONE))
        .flatMap(
            text ->
                PhotoFile.read("photograph", text)
                        instanceof Loaded.Ok<BoardPhoto>(BoardPhoto photo)
                    ? Optional.of(photo)
                    : Optional.empty());
  }

  /** The picture of a photograph; none where it is not in this casebook. */
  public Optional<Picture> picture(BoardPhoto photo) {
    return casebook.picture(photo.picture());
  }

  /** Keeps a picture and what it shows; the sentence that says why not, or nothing. */
  public Optional<String> keep(String boardId, Picture picture, BoardPhoto photo) {
    return casebook.keep(picture) instanceof Outcome.Failed<Picture>(String why)
        ? Optional.of(why)
        : keepSetting(boardId, photo.underside(), PhotoFile.write(photo));
  }

  /** Shows a board's side without a photograph from now on; the picture stays in the casebook. */
  public Optional<String> forget(String boardId, boolean underside) {
    return keepSetting(boardId, underside, NONE);
  }

  private Optional<String> keepSetting(String boardId, boolean underside, String value) {
    return casebook.keepSetting(setting(boardId, underside), value)
            instanceof Outcome.Failed<String>(String why)
        ? Optional.of(why)
        : Optional.empty();
  }

  private static String setting(String boardId, boolean underside) {
    return SETTING + (underside ? "the underside of " : "the top of ") + boardId;
  }
}
