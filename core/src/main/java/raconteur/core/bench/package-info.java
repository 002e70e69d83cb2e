/**
 * The simulated bench: a board that runs, with faults planted in it, and instruments to look at it.
 *
 * <p>{@link raconteur.core.bench.SimulatedBoard} is a board with the faults it secretly has; {@link
 * raconteur.core.bench.PoweredBoard} is what one gets by switching it on. {@link
 * raconteur.core.bench.BoardCircuit} turns board, faults and what is plugged in into a circuit for
 * {@code bench.logic}; {@link raconteur.core.bench.BenchSetUp} is what a board file does not say:
 * what is in the ROMs, where the screen and the cartridge hang. {@link
 * raconteur.core.bench.SupplySide} is the simple arithmetic of rails, leaks, currents and heat.
 * Everything here is simulated and says so on screen.
 */
@NullMarked
package raconteur.core.bench;

import org.jspecify.annotations.NullMarked;
