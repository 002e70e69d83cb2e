/**
 * The Shelf: all cases and where they stand. {@link raconteur.desktop.shelf.ShelfPresenter} holds
 * the state, the view renders it.
 */
@NullMarked
package raconteur.desktop.shelf;

import org.jspecify.annotations.NullMarked;
