/**
 * The instruments of the bench, one interface each, and three ways to fill them: {@link
 * raconteur.core.bench.instrument.SimulatedBench} reads a simulated board, {@link
 * raconteur.core.bench.instrument.TypedBench} asks the person at the bench and understands the
 * answer as the bench line does, and a {@link raconteur.core.bench.instrument.RecordedBench} plays
 * back what a real instrument wrote to a file.
 *
 * <p>An instrument answers with a finding, so that the engine cannot tell which of the three it
 * was. Simulated ones err as often as real ones (the shares are in {@code bench.json}) and repeat
 * with their seed.
 */
@NullMarked
package raconteur.core.bench.instrument;

import org.jspecify.annotations.NullMarked;
