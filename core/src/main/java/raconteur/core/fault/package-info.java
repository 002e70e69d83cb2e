/**
 * What can be wrong: modes at places, and how likely each is before anything was read.
 *
 * <p>Start at {@link raconteur.core.fault.FaultCatalogue#of}, which lists every fault of a board
 * with its prior odds from {@link raconteur.core.fault.Priors} (a data file with its origin) and
 * from what closed cases of the revision have counted ({@link raconteur.core.fault.History}).
 */
@NullMarked
package raconteur.core.fault;

import org.jspecify.annotations.NullMarked;
