/**
 * One judge a reading: good, doubtful or bad, with its reason, before anything is weighed. A limit
 * stands once; what the verdict card says and what the diagnosis weighs are sorted by the same
 * judge. Also here is what follows at once from such verdicts: whether it is safe to switch on, and
 * the question asked before a line that could cost a chip. The arithmetic underneath is in {@code
 * core.supply}.
 *
 * <p>Start at {@link raconteur.core.judge.Verdicts}, which knows all judges, {@link
 * raconteur.core.judge.RailVoltage} for one of them, and {@link raconteur.core.judge.PowerSafety}.
 */
@NullMarked
package raconteur.core.judge;

import org.jspecify.annotations.NullMarked;
