/**
 * Arithmetic of supplies that any handbook has: conductances that add, preferred values, dummy
 * loads, the heat of a linear regulator, the ripple a reservoir leaves. Nothing here knows a
 * board's story; what the numbers say of one is judged in {@code core.power}.
 *
 * <p>Start at {@link raconteur.core.supply.Conductance}.
 */
@NullMarked
package raconteur.core.supply;

import org.jspecify.annotations.NullMarked;
