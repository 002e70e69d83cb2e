/**
 * What to do next: tests and mends on offer, what each costs in minutes and risk, and how much each
 * would tell about what to mend.
 *
 * <p>Start at {@link raconteur.core.plan.NextSteps}; {@link raconteur.core.plan.Costs} holds the
 * minutes from {@code minutes.json}, {@link raconteur.core.plan.Candidates} lists what can be done.
 */
@NullMarked
package raconteur.core.plan;

import org.jspecify.annotations.NullMarked;
