/**
 * Mend: the plan of jobs, the wires, what to measure afterwards, and what may stand in for what.
 * {@link raconteur.desktop.mend.MendSheets} holds what is shown, without the toolkit.
 */
@NullMarked
package raconteur.desktop.mend;

import org.jspecify.annotations.NullMarked;
