/**
 * The window: its frame, the move from view to view, and the opening of the casebook. It stands
 * above all views. Start at {@link raconteur.desktop.app.RaconteurApp}.
 */
@NullMarked
package raconteur.desktop.app;

import org.jspecify.annotations.NullMarked;
