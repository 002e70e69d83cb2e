/**
 * Trace: the board, the suspects and the next step of the case on the desk. {@link
 * raconteur.desktop.trace.TraceView} lays the parts out; the state is that of {@link
 * raconteur.desktop.desk.CaseDesk}.
 */
@NullMarked
package raconteur.desktop.trace;

import org.jspecify.annotations.NullMarked;
