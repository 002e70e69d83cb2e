/**
 * Photographs of boards as pixels: {@link raconteur.casebook.photo.StraightPicture} is one seen
 * straight from above, to scale.
 */
@NullMarked
package raconteur.casebook.photo;

import org.jspecify.annotations.NullMarked;
