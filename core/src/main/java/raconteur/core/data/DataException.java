package raconteur.core.data;

/** Carries one {@link Issue} from the place where it was seen to the loader that lists it. */
public final class DataException extends RuntimeException {
  private static final long serialVersionUID = 1L;
  private final transient Issue issue;

  DataException(Issue issue) {
    super(issue.toString());
    this.issue = issue;
  }

  public Issue issue() {
    return issue;
  }
}
