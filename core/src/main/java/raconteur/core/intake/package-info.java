/**
 * Arrive: which revision a board is, what is not as it left the works, what was taken apart and
 * goes back, which boards belong together, and whether the repair is worth it.
 *
 * <p>Start at {@link raconteur.core.intake.RevisionQuestions}, {@link
 * raconteur.core.intake.PartsFound}, {@link raconteur.core.intake.TakingApart} and {@link
 * raconteur.core.intake.Worth}.
 */
@NullMarked
package raconteur.core.intake;

import org.jspecify.annotations.NullMarked;
