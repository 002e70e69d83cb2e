/**
 * Arithmetic of rails: conductances that add, and what one part's share of a leak is.
 *
 * <p>Start at {@link raconteur.core.supply.Conductance}.
 */
@NullMarked
package raconteur.core.supply;

import org.jspecify.annotations.NullMarked;
