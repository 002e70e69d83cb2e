package raconteur.core.story;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.finding.Statement;

/** One line of the story with what it means on this board. */
public record Told(Entry.Line entry, Meaning meaning) {
  /** A pin's name may have a stroke, and its full stop is within the word. */
  private static final Pattern BETWEEN_WORDS = Pattern.compile("[\\s,;:()]+|\\.(?=\\s|$)");

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

  /**
   * Whether the line names a part, or a pin of it: as it was typed, or as it is meant, where its
   * pin was called by the line it is on.
   */
  public boolean speaksOf(String part) {
    return Stream.concat(
            Stream.of(entry.line()), counted().stream().map(each -> each.statement().line()))
        .flatMap(BETWEEN_WORDS::splitAsStream)
        .anyMatch(
            word ->
                word.equalsIgnoreCase(part)
                    || word.regionMatches(true, 0, part + ".", 0, part.length() + 1));
  }

  /** It was taken back. */
  public record Struck(String why) implements Meaning {}

  /** This board does not understand it, for example because the board file has changed. */
  public record Unread(String why) implements Meaning {}
}
