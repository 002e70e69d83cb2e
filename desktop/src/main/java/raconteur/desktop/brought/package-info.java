/**
 * A file that is dragged onto the window or given at its start: {@link
 * raconteur.desktop.brought.Offer} says what it is and what could be done with it here and now,
 * {@link raconteur.desktop.brought.OfferBar} asks which.
 */
@NullMarked
package raconteur.desktop.brought;

import org.jspecify.annotations.NullMarked;
