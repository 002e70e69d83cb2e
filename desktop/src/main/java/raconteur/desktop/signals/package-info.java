/**
 * Recordings of a scope or a bus recorder on the board at hand: what each line does, and which of
 * it goes into the story. {@link raconteur.desktop.signals.SignalsPresenter} reads the file away
 * from the window.
 */
@NullMarked
package raconteur.desktop.signals;

import org.jspecify.annotations.NullMarked;
