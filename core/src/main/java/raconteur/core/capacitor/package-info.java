/**
 * Capacitors: what is printed on one, whether what it measures is still good, whether another fits
 * in its place, and what a board's kit of new ones is.
 *
 * <p>Start at {@link raconteur.core.capacitor.CapacitorSpec#parse} and {@link
 * raconteur.core.capacitor.CapacitorJudge}.
 */
@NullMarked
package raconteur.core.capacitor;

import org.jspecify.annotations.NullMarked;
