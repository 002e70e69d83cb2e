/**
 * The picture a simulated board makes: what its video lines do over time, put together by the sync
 * pulses the way a monitor does it, and the characters in it read back by their dots.
 *
 * <p>{@link raconteur.core.bench.screen.Monitor} watches a powered board and gives a {@link
 * raconteur.core.bench.screen.Picture}; {@link raconteur.core.bench.screen.ScreenText} reads it.
 */
@NullMarked
package raconteur.core.bench.screen;

import org.jspecify.annotations.NullMarked;
