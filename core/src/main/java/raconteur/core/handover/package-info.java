/**
 * Handing a board over: the facts of a finished case ({@link raconteur.core.handover.Handover}),
 * and the two sheets that tell them ({@link raconteur.core.handover.OwnerSheet} in plain words,
 * {@link raconteur.core.handover.TechnicalSheet} with readings and reasons), each as a {@link
 * raconteur.core.handover.Sheet} that is shown, printed and exported the same.
 */
@NullMarked
package raconteur.core.handover;

import org.jspecify.annotations.NullMarked;
