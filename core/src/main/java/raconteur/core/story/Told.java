package raconteur.core.story;

import raconteur.core.finding.Statement;

/** One line of the story with what it means on this board. */
public record Told(Entry.Line entry, Meaning meaning) {

  /** What became of a line. */
  public sealed interface Meaning {}

  /** It counts. */
  public record Counts(Statement statement, Moment moment) implements Meaning {}

  /** It was taken back. */
  public record Struck(String why) implements Meaning {}

  /** This board does not understand it, for example because the board file has changed. */
  public record Unread(String why) implements Meaning {}
}
