/**
 * A board's photographs as a place to work on.
 *
 * <p>{@link raconteur.core.photo.PlaneMap} is found from marks whose place on the board is known
 * and says where any pixel lies in millimetres; the underside's marks are pins both sides share.
 * {@link raconteur.core.photo.DrawnPart} tells package, turn and place of a part from the two
 * points that were drawn for it, {@link raconteur.core.photo.PartRow} where the others of its row
 * lie. {@link raconteur.core.photo.PhotoFile} keeps which picture shows which side, and its marks.
 * Nothing here reads a picture; that is done where files are read.
 */
@NullMarked
package raconteur.core.photo;

import org.jspecify.annotations.NullMarked;
