/**
 * The bench for keyboards: keys ticked on the matrix by mouse, keys or words, what explains all of
 * it, and what to look at first; what it comes to goes into the story.
 */
@NullMarked
package raconteur.desktop.keys;

import org.jspecify.annotations.NullMarked;
