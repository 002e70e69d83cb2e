/**
 * From findings to suspicion: hypotheses (sets of up to K faults), their posterior, what each
 * finding weighs, what is cleared, and which findings are doubtful.
 *
 * <p>Start at {@link raconteur.core.diagnose.Diagnoser}; {@link
 * raconteur.core.diagnose.HypothesisSearch} is the inference itself, equal to enumerating every
 * set, and {@link raconteur.core.diagnose.SetWalk} goes through the sets.
 */
@NullMarked
package raconteur.core.diagnose;

import org.jspecify.annotations.NullMarked;
