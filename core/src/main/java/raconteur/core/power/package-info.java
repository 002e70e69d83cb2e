/**
 * The supply judged: what a rail's ohms, volts, current and ripple say, what every pulled part
 * took, what must not be powered yet, and in which order it all comes on. The arithmetic underneath
 * is in {@code core.supply}.
 *
 * <p>Start at {@link raconteur.core.power.RailResistance}, {@link raconteur.core.power.PullLedger}
 * and {@link raconteur.core.power.PowerSafety}.
 */
@NullMarked
package raconteur.core.power;

import org.jspecify.annotations.NullMarked;
