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

  /** How those begin that are not kept yet. */
  public static final String BEGUN = "begun ";

  private static final String NONE = "none";

  private final Casebook casebook;

  public BoardPhotos(Casebook casebook) {
    this.casebook = casebook;
  }

  /** The photograph of a side of a board; none where there is none or it cannot be read. */
  public Optional<BoardPhoto> find(String boardId, boolean underside) {
    return read(setting(boardId, underside));
  }

  /** One that was begun and is not kept yet: it may have too few marks to be straightened. */
  public Optional<BoardPhoto> begun(String boardId, boolean underside) {
    return read(BEGUN + setting(boardId, underside));
  }

  private Optional<BoardPhoto> read(String name) {
    return casebook
        .setting(name)
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

  /**
   * Keeps a picture and what it shows, in the place of what was begun; the sentence that says why
   * not, or nothing.
   */
  public Optional<String> keep(String boardId, Picture picture, BoardPhoto photo) {
    String name = setting(boardId, photo.underside());
    return keepAs(name, picture, photo)
        .or(
            () ->
                begun(boardId, photo.underside()).flatMap(_ -> giveUp(boardId, photo.underside())));
  }

  /** Keeps what was begun, so that it is there again; the one that is kept stays. */
  public Optional<String> begin(String boardId, Picture picture, BoardPhoto photo) {
    return keepAs(BEGUN + setting(boardId, photo.underside()), picture, photo);
  }

  /** Gives up what was begun; the one that is kept is shown again. */
  public Optional<String> giveUp(String boardId, boolean underside) {
    return keepSetting(BEGUN + setting(boardId, underside), NONE);
  }

  private Optional<String> keepAs(String name, Picture picture, BoardPhoto photo) {
    return casebook.keep(picture) instanceof Outcome.Failed<Picture>(String why)
        ? Optional.of(why)
        : keepSetting(name, PhotoFile.write(photo));
  }

  /** Shows a board's side without a photograph from now on; the picture stays in the casebook. */
  public Optional<String> forget(String boardId, boolean underside) {
    return keepSetting(setting(boardId, underside), NONE).or(() -> giveUp(boardId, underside));
  }

  private Optional<String> keepSetting(String name, String value) {
    return casebook.keepSetting(name, value) instanceof Outcome.Failed<String>(String why)
        ? Optional.of(why)
        : Optional.empty();
  }

  private static String setting(String boardId, boolean underside) {
    return SETTING + (underside ? "the underside of " : "the top of ") + boardId;
  }
}
