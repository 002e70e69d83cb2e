/**
 * Logic simulation: nets with drivers of several strengths, devices compiled from their functions,
 * and a run of both, event by event.
 *
 * <p>A {@link raconteur.core.bench.logic.CircuitBuilder} takes nets, placed devices, pulls, clocks
 * and programmed components and makes an immutable {@link raconteur.core.bench.logic.Circuit}; a
 * {@link raconteur.core.bench.logic.LogicRun} switches it on. Nothing here knows a board, a fault
 * or an instrument. Levels inside are small numbers, see {@link raconteur.core.bench.logic.Lines}.
 */
@NullMarked
package raconteur.core.bench.logic;

import org.jspecify.annotations.NullMarked;
