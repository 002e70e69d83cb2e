package raconteur.core.story;

import java.time.Instant;

/**
 * What is known of a case before its story.
 *
 * @param number the number written on the board
 * @param boardId the id of the board revision
 * @param complaint what the owner says it does
 */
public record CaseHeader(
    int number, String boardId, String owner, String complaint, Instant opened, CaseState state) {

  public CaseHeader in(CaseState newState) {
    return new CaseHeader(number, boardId, owner, complaint, opened, newState);
  }
}
