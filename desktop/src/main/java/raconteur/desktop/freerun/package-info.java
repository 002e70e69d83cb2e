/**
 * The free run of the board on the bench: what each of its lines shows while the processor counts
 * through its addresses, worked out beside the window, and a reading held against it.
 */
@NullMarked
package raconteur.desktop.freerun;

import org.jspecify.annotations.NullMarked;
