/**
 * Mending: what is done to each accepted suspect, by which method, in which order and at what risk
 * ({@link raconteur.core.mend.MendPlan}); where the wires go when tracks are cut ({@link
 * raconteur.core.mend.WirePlan}); and what has to be measured afterwards because it was touched
 * ({@link raconteur.core.mend.AfterChecks}).
 */
@NullMarked
package raconteur.core.mend;

import org.jspecify.annotations.NullMarked;
