/**
 * The case: an append-only list of entries, told line by line, and the state of the board at every
 * moment of it. Mends split the story into epochs; a struck entry stays to be read but counts for
 * nothing.
 *
 * <p>Start at {@link raconteur.core.story.Telling#of}; {@link raconteur.core.story.CaseFiles} reads
 * and writes the open case format.
 */
@NullMarked
package raconteur.core.story;

import org.jspecify.annotations.NullMarked;
