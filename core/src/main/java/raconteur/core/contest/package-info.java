/**
 * Ways of tracing faults held against each other: cases with planted faults, worked on by several
 * policies under the same rules, and what each spent.
 *
 * <p>Start at {@link raconteur.core.contest.Contest}. A {@link raconteur.core.contest.Policy} is
 * told the story so far and names one action; a {@link raconteur.core.contest.Bench} takes the
 * reading, either on the simulated board or drawn from the models of the readings.
 */
@NullMarked
package raconteur.core.contest;

import org.jspecify.annotations.NullMarked;
