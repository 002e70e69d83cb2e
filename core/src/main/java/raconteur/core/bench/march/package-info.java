/**
 * March tests on memories of single bits, and the faults they are judged by: which test finds which
 * fault is published (van de Goor, Testing Semiconductor Memories, 1991; Using March Tests to Test
 * SRAMs, IEEE Design and Test of Computers 10(1), 1993; both from memory) and reproduced by
 * planting each fault in a {@link raconteur.core.bench.march.FaultyMemory}.
 */
@NullMarked
package raconteur.core.bench.march;

import org.jspecify.annotations.NullMarked;
