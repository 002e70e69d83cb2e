/**
 * What closed cases have counted: faults found and parts replaced, per revision and position, each
 * with an interval.
 *
 * <p>Start at {@link raconteur.core.odds.Tally#of}; {@link raconteur.core.odds.ClopperPearson} is
 * the interval.
 */
@NullMarked
package raconteur.core.odds;

import org.jspecify.annotations.NullMarked;
