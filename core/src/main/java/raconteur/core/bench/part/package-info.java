/**
 * Programmed parts of the demo world's boards, the way they behave at their pins: the video
 * sequencer QM-12, the input and output QM-14, and what is plugged in from outside: a cartridge, a
 * keyboard. What they do inside is invented; their pins are those of the board file.
 */
@NullMarked
package raconteur.core.bench.part;

import org.jspecify.annotations.NullMarked;
