package raconteur.desktop.workshop;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.scene.image.Image;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import raconteur.casebook.photo.BoardPhotos;
import raconteur.casebook.photo.StraightPicture;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Picture;
import raconteur.core.board.Board;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PlaneMap;

/**
 * The straightened photographs of boards for every map in the window, and how they are looked at.
 * Straightening is done beside the window; the last few are kept. To be used by the window's own
 * thread.
 */
public final class Photographs {
  private static final int MOST_KEPT = 4;
  private static final int LONGEST_PIXELS = 2200;

  private final BoardPhotos photos;
  private final Executor files;
  private final Executor window;
  private final Map<Wanted, Optional<Image>> made = new LinkedHashMap<>(8, 0.75f, true);
  private final Set<Wanted> beingMade = new HashSet<>();
  private final Map<String, Optional<BoardPhoto>> known = new LinkedHashMap<>();
  private final ReadOnlyIntegerWrapper changes = new ReadOnlyIntegerWrapper();
  private Look look = Look.DIMMED;

  /** How much of the photograph a map shows. */
  public enum Look {
    DIMMED("photograph, dimmed"),
    PHOTOGRAPH("photograph"),
    DRAWING("drawing");

    private final String words;

    Look(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /** A photograph of a board of some size. */
  private record Wanted(BoardPhoto photo, double wide, double high) {}

  /**
   * @param files straightens
   * @param window takes what came of it
   */
  public Photographs(Casebook casebook, Executor files, Executor window) {
    this.photos = new BoardPhotos(casebook);
    this.files = files;
    this.window = window;
  }

  /** Changes whenever maps have to be drawn again. */
  public ReadOnlyIntegerProperty changes() {
    return changes.getReadOnlyProperty();
  }

  public Look look() {
    return look;
  }

  /** Looks at it this way from now on. */
  public void look(Look other) {
    if (look != other) {
      look = other;
      changed();
    }
  }

  /** The next way of looking at it. */
  public void lookOtherwise() {
    look(Look.values()[(look.ordinal() + 1) % Look.values().length]);
  }

  private void changed() {
    changes.set(changes.get() + 1);
  }

  /** The photograph of a side, as it is kept. */
  public Optional<BoardPhoto> find(Board board, boolean underside) {
    String id = board.identity().id();
    return known.computeIfAbsent(id + " " + underside, _ -> photos.find(id, underside));
  }

  /** The picture of a photograph, as it is kept. */
  public Optional<Picture> picture(BoardPhoto photo) {
    return photos.picture(photo);
  }

  /** Keeps a photograph; the sentence that says why not, or nothing. */
  public Optional<String> keep(Board board, Picture picture, BoardPhoto photo) {
    return after(photos.keep(board.identity().id(), picture, photo));
  }

  /** One that was begun for a side and is not kept yet. */
  public Optional<BoardPhoto> begun(Board board, boolean underside) {
    return photos.begun(board.identity().id(), underside);
  }

  /** Keeps what was begun; the sentence that says why not, or nothing. */
  public Optional<String> begin(Board board, Picture picture, BoardPhoto photo) {
    return photos.begin(board.identity().id(), picture, photo);
  }

  /** Gives up what was begun for a side; the sentence that says why not, or nothing. */
  public Optional<String> giveUp(Board board, boolean underside) {
    return photos.giveUp(board.identity().id(), underside);
  }

  /** Takes the photograph of a side away; the sentence that says why not, or nothing. */
  public Optional<String> forget(Board board, boolean underside) {
    return after(photos.forget(board.identity().id(), underside));
  }

  private Optional<String> after(Optional<String> refusal) {
    known.clear();
    changed();
    return refusal;
  }

  /**
   * The side of a board seen straight from above, the underside as it lies under the top; none
   * where there is no photograph, the board's size is not known, or it is being made. Once it is
   * made, {@link #changes} changes.
   */
  public Optional<Image> straight(Board board, boolean underside) {
    double wide = board.identity().widthMillimetres();
    double high = board.identity().heightMillimetres();
    if (!(wide > 0 && high > 0)) {
      return Optional.empty();
    }
    return find(board, underside).flatMap(photo -> straight(new Wanted(photo, wide, high)));
  }

  private Optional<Image> straight(Wanted wanted) {
    Optional<Image> there = made.get(wanted);
    if (there != null) {
      return there;
    }
    if (beingMade.add(wanted)) {
      files.execute(
          () -> {
            Optional<StraightPicture> straight = straightened(wanted);
            window.execute(() -> keep(wanted, straight.map(Photographs::image)));
          });
    }
    return Optional.ofNullable(made.get(wanted)).flatMap(i -> i);
  }

  private Optional<StraightPicture> straightened(Wanted wanted) {
    return wanted.photo().fit() instanceof PlaneMap.Fitted fitted
        ? photos
            .picture(wanted.photo())
            .flatMap(
                p ->
                    StraightPicture.of(
                        p.bytes(), fitted.map(), wanted.wide(), wanted.high(), LONGEST_PIXELS))
        : Optional.empty();
  }

  private void keep(Wanted wanted, Optional<Image> image) {
    beingMade.remove(wanted);
    made.put(wanted, image);
    List<Wanted> oldest = new ArrayList<>(made.keySet());
    for (int i = 0; i < oldest.size() - MOST_KEPT; i++) {
      made.remove(oldest.get(i));
    }
    changed();
  }

  private static Image image(StraightPicture straight) {
    WritableImage image = new WritableImage(straight.width(), straight.height());
    image
        .getPixelWriter()
        .setPixels(
            0,
            0,
            straight.width(),
            straight.height(),
            PixelFormat.getIntArgbInstance(),
            straight.colours(),
            0,
            straight.width());
    return image;
  }
}
