/**
 * The QP-8, the invented processor of the demo world: its instructions, an assembler that reads
 * programs from text, and the processor as a part on a simulated board.
 *
 * <p>{@link raconteur.core.bench.qp8.Instruction} lists what it can do, {@link
 * raconteur.core.bench.qp8.Assembler} turns text into bytes, {@link
 * raconteur.core.bench.qp8.Processor} fetches them through the real nets. Its two repeating march
 * instructions let a test cartridge walk through memory without any memory of its own.
 */
@NullMarked
package raconteur.core.bench.qp8;

import org.jspecify.annotations.NullMarked;
