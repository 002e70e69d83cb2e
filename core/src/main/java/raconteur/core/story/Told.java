package raconteur.core.story;

import java.util.List;
import java.util.stream.Stream;
import raconteur.core.finding.Statement;

/** One line of the story with what it means on this board. */
public record Told(Entry.Line entry, Meaning meaning) {

  /** What became of a line. */
  public sealed interface Meaning {}

  /** It counts. */
  public record Counts(Statement statement, Moment moment) implements Meaning {

    /** The same for each thing the line speaks of. */
    Stream<Counts> each() {
      return statement instanceof Statement.Several several
          ? several.parts().stream().map(part -> new Counts(part, moment))
          : Stream.of(this);
    }
  }

  /** All that the line says and that counts, one thing at a time. */
  public List<Counts> counted() {
    return meaning instanceof Counts counts ? counts.each().toList() : List.of();
  }

  /** It was taken back. */
  public record Struck(String why) implements Meaning {}

  /** This board does not understand it, for example because the board file has changed. */
  public record Unread(String why) implements Meaning {}
}
