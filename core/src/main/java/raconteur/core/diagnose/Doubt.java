package raconteur.core.diagnose;

import raconteur.core.story.Telling.DatedFinding;

/**
 * A finding that fits badly into even the best explanation of the others.
 *
 * @param fit the chance of what was found under what is believed now, as a share of the chance its
 *     best explanation would give it
 */
public record Doubt(DatedFinding finding, double fit) {}
