/**
 * The window: its frame, the move from view to view, and what the views share. Start at {@link
 * raconteur.desktop.app.RaconteurApp}; {@link raconteur.desktop.app.Workshop} is what presenters
 * are given.
 */
@NullMarked
package raconteur.desktop.app;

import org.jspecify.annotations.NullMarked;
