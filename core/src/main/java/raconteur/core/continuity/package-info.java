/**
 * Work with the meter and the power off: the fewest touches that prove an array of sockets, which
 * of several parts holds two nets together, the pins of a chip beside each other, and lines that
 * read unlike their kind.
 *
 * <p>Start at {@link raconteur.core.continuity.ArrayPlan}, {@link
 * raconteur.core.continuity.ShortFinder} and {@link raconteur.core.continuity.Peers}; a line walked
 * with the power on is {@link raconteur.core.continuity.WalkedLine}.
 */
@NullMarked
package raconteur.core.continuity;

import org.jspecify.annotations.NullMarked;
