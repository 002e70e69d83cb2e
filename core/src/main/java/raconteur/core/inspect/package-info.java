/**
 * The bench before and at first power: the checks made for one board from its data, and one verdict
 * on every reading, with whether it is safe to go on.
 *
 * <p>Start at {@link raconteur.core.inspect.Checklist} and {@link raconteur.core.inspect.Verdicts}.
 */
@NullMarked
package raconteur.core.inspect;

import org.jspecify.annotations.NullMarked;
