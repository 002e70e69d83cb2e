/**
 * Photographs of boards as pixels: {@link raconteur.casebook.photo.StraightPicture} is one seen
 * straight from above, to scale; {@link raconteur.casebook.photo.PartPlacing} puts parts where they
 * were drawn on it; {@link raconteur.casebook.photo.BoardPhotos} keeps it in the casebook.
 */
@NullMarked
package raconteur.casebook.photo;

import org.jspecify.annotations.NullMarked;
