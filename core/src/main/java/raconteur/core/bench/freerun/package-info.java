/**
 * A processor that does nothing but count through its addresses: the oldest way to see whether a
 * board's clock, buffers, decoders and selects work without a single good memory on it.
 *
 * <p>{@link raconteur.core.bench.freerun.BusCycle} is what a processor's pins do meanwhile, by
 * type, from data; {@link raconteur.core.bench.freerun.FreeRun} lets a board run so in the
 * simulation and tells what each line then shows, with its frequency. It needs nets and the
 * functions of the small logic, no program and no memory contents.
 */
@NullMarked
package raconteur.core.bench.freerun;

import org.jspecify.annotations.NullMarked;
