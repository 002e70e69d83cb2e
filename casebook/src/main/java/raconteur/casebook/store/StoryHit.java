package raconteur.casebook.store;

/**
 * A line found in a story.
 *
 * @param entry its number, 0 for what is known of the case before its story
 */
public record StoryHit(int caseNumber, int entry, String line) {}
