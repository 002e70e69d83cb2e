/**
 * What failed in a memory of the board on the bench, made into what it means: {@link
 * raconteur.desktop.memory.MemoryDialog}.
 */
@NullMarked
package raconteur.desktop.memory;

import org.jspecify.annotations.NullMarked;
