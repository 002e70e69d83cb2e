package raconteur.core.finding;

import java.util.List;
import java.util.stream.Collectors;

/** What the bench line makes of what is typed so far. */
public sealed interface Understanding {

  /** One sentence for the line under the entry. */
  String sentence();

  /** Clear and plausible. */
  record Understood(Statement statement, String sentence) implements Understanding {}

  /** Clear, but so odd that it has to be confirmed. */
  record Asked(Statement statement, String sentence) implements Understanding {}

  /**
   * Clear, but more than one line holds: said in one breath, kept one after another.
   *
   * @param lines in the order they were said
   */
  record InTurn(List<Understood> lines) implements Understanding {
    public InTurn {
      lines = List.copyOf(lines);
    }

    @Override
    public String sentence() {
      return lines.stream()
          .map(l -> l.statement().line())
          .collect(Collectors.joining("; then ", "Kept as " + lines.size() + " lines: ", "."));
    }
  }

  /**
   * Several lines that are kept only where that is confirmed: one of them has to be, or some of
   * what was said is not clear; then a note of all that was said is the last of them.
   *
   * @param lines what is clear, in the order it was said
   * @param left what is not
   */
  record Proposed(List<Understood> lines, List<String> left, String sentence)
      implements Understanding {
    /** How an offer ends of which no more than a note can be kept. */
    static final String AS_A_NOTE = " Enter keeps it as a note, which weighs nothing.";

    public Proposed {
      lines = List.copyOf(lines);
      left = List.copyOf(left);
    }

    /** What to write instead where nobody can be asked, as in a file of lines. */
    public String unasked() {
      if (sentence.endsWith(AS_A_NOTE)) {
        return sentence.substring(0, sentence.length() - AS_A_NOTE.length())
            + " Or say it behind note.";
      }
      String clear =
          lines.stream()
              .map(Understood::statement)
              .filter(s -> !(s instanceof Statement.Remark))
              .map(Statement::line)
              .collect(Collectors.joining("; "));
      String rest =
          left.isEmpty() ? "" : (clear.isEmpty() ? "it" : ", and the rest") + " behind note";
      return (left.isEmpty() ? "More than one line" : "Not all of it is clear")
          + ": say "
          + clear
          + rest
          + ".";
    }
  }

  /** Good so far; the sentence says what comes next. */
  record Unfinished(String sentence) implements Understanding {}

  /** Not understood; the sentence says what would be. */
  record Refused(String sentence) implements Understanding {}
}
