/**
 * The board revisions at hand: those that ship with the application and those in the user's folder.
 *
 * <p>Start at {@link raconteur.casebook.boards.BoardShelf}.
 */
@NullMarked
package raconteur.casebook.boards;

import org.jspecify.annotations.NullMarked;
