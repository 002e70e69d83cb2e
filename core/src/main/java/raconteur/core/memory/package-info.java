/**
 * What a tester or a diagnostic says of a memory, by address and bit, made into what it means.
 *
 * <p>{@link raconteur.core.memory.MemoryFails} reads what failed where, {@link
 * raconteur.core.memory.MemoryShape} says which address lines choose a row and which a column.
 * {@link raconteur.core.memory.MemoryDiagnosis} finds the shortest way to say it all: everything, a
 * line, a row, a column, a cell, for one bit or for all of them at once. {@link
 * raconteur.core.memory.MarchChoice} says which march test finds which kind of fault, how long it
 * takes and which tell kinds apart.
 */
@NullMarked
package raconteur.core.memory;

import org.jspecify.annotations.NullMarked;
