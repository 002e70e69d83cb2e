/**
 * The bench before and at first power: the checks made for one board from its data, how each stage
 * stands, runs of the dead test told together, and the trial of a chip by swapping.
 *
 * <p>Start at {@link raconteur.core.inspect.Checklist}.
 */
@NullMarked
package raconteur.core.inspect;

import org.jspecify.annotations.NullMarked;
