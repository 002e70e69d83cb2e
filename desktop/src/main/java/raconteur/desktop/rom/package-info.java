/**
 * The bench for ROMs: readings held against each other and against what should be there, as
 * sentences and as a picture of their bits; what it comes to goes into the story.
 */
@NullMarked
package raconteur.desktop.rom;

import org.jspecify.annotations.NullMarked;
