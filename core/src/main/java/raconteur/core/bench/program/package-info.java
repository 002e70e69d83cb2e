/**
 * Tests that run a program on a simulated board: the dead-test cartridge and the full diagnostic,
 * each judged by what shows on the screen alone, and the dictionary of what every fault does to
 * them.
 *
 * <p>{@link raconteur.core.bench.program.DeadTest} counts flashes, {@link
 * raconteur.core.bench.program.Diagnostic} reads the screen, {@link
 * raconteur.core.bench.program.StartUp} looks at what the board does by itself, {@link
 * raconteur.core.bench.program.FaultDictionary} does all of it for many faults.
 */
@NullMarked
package raconteur.core.bench.program;

import org.jspecify.annotations.NullMarked;
