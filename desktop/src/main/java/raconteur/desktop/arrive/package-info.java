/**
 * Arrive: opening a case for a board that has come in. {@link
 * raconteur.desktop.arrive.ArrivePresenter} holds the state, the view renders it.
 */
@NullMarked
package raconteur.desktop.arrive;

import org.jspecify.annotations.NullMarked;
