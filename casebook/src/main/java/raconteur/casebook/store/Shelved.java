package raconteur.casebook.store;

import java.time.Instant;
import raconteur.core.story.CaseHeader;

/**
 * A case as it stands on the shelf.
 *
 * @param last the last line of its story, empty where there is none
 * @param lastTold when it was told, or when the case was opened
 */
public record Shelved(CaseHeader header, String last, Instant lastTold) {}
