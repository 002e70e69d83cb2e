/**
 * Capacitors: what is printed on one, what series resistance a good one of its kind has, and what a
 * board's kit of new ones is. Whether one is still good, or another fits, is {@code core.judge}'s.
 *
 * <p>Start at {@link raconteur.core.capacitor.CapacitorSpec#parse}.
 */
@NullMarked
package raconteur.core.capacitor;

import org.jspecify.annotations.NullMarked;
