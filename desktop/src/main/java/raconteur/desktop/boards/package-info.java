/**
 * The Boards view: the revisions known, how much is known of each, what to look at and what to add
 * next, editing every section of a board, importing with a preview, and exporting.
 *
 * <p>Start at {@link raconteur.desktop.boards.BoardsPresenter}; {@link
 * raconteur.desktop.boards.BoardSection} is what one table of a board shows and takes.
 */
@NullMarked
package raconteur.desktop.boards;

import org.jspecify.annotations.NullMarked;
