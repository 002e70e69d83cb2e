/**
 * Proving a mended board: what to try again and what for the first time ({@link
 * raconteur.core.prove.ProvingPlan}), how long is long enough ({@link
 * raconteur.core.prove.Demonstration}), and how far the soak has come ({@link
 * raconteur.core.prove.Soak}). A board is proven by runs and hours without its fault since the last
 * mend; any failure begins them anew.
 */
@NullMarked
package raconteur.core.prove;

import org.jspecify.annotations.NullMarked;
