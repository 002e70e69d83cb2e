package raconteur.core.photo;

import java.util.List;

/**
 * One side of a board in a picture.
 *
 * @param picture the name of the picture it is, as it is kept
 * @param underside whether the underside is seen
 * @param marks in the pixels of the picture as it is kept
 */
public record BoardPhoto(String picture, boolean underside, List<PhotoMark> marks) {
  public BoardPhoto {
    marks = List.copyOf(marks);
  }

  /** The plane map of its marks, or why there is none. */
  public PlaneMap.Fit fit() {
    return PlaneMap.fit(marks, underside);
  }
}
