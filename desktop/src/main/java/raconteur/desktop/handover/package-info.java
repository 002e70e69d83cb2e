/**
 * Hand over: the two sheets as they will be printed, what is still to be said, and the exports.
 * {@link raconteur.desktop.handover.HandoverPresenter} gathers the facts away from the window.
 */
@NullMarked
package raconteur.desktop.handover;

import org.jspecify.annotations.NullMarked;
