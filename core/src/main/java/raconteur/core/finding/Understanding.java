package raconteur.core.finding;

/** What the bench line makes of what is typed so far. */
public sealed interface Understanding {

  /** One sentence for the line under the entry. */
  String sentence();

  /** Clear and plausible. */
  record Understood(Statement statement, String sentence) implements Understanding {}

  /** Clear, but so odd that it has to be confirmed. */
  record Asked(Statement statement, String sentence) implements Understanding {}

  /** Good so far; the sentence says what comes next. */
  record Unfinished(String sentence) implements Understanding {}

  /** Not understood; the sentence says what would be. */
  record Refused(String sentence) implements Understanding {}
}
