/**
 * Power coming on: in which order parts go back and rails come up, and how warm the regulators get
 * by what the board draws. What single readings of a rail say is {@code core.judge}'s.
 *
 * <p>Start at {@link raconteur.core.power.PowerUpOrder}.
 */
@NullMarked
package raconteur.core.power;

import org.jspecify.annotations.NullMarked;
