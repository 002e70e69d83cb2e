/**
 * Trace: the board, the suspects, the next step, the story and the bench line. {@link
 * raconteur.desktop.trace.TracePresenter} holds the state, {@link
 * raconteur.desktop.trace.TraceView} lays the parts out.
 */
@NullMarked
package raconteur.desktop.trace;

import org.jspecify.annotations.NullMarked;
