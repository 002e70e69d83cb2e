/**
 * Prove: the plan of proofs and the long run with its counter. {@link
 * raconteur.desktop.prove.SoakCounter} counts without the toolkit.
 */
@NullMarked
package raconteur.desktop.prove;

import org.jspecify.annotations.NullMarked;
