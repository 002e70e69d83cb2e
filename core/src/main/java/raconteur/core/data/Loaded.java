package raconteur.core.data;

import java.util.List;
import java.util.stream.Collectors;

/** What became of a file: the value in it, or the list of reasons why there is none. */
public sealed interface Loaded<T> {

  /** The file was understood. */
  record Ok<T>(T value) implements Loaded<T> {}

  /** The file was refused; at least one issue says why. */
  record Refused<T>(List<Issue> issues) implements Loaded<T> {
    public Refused {
      issues = List.copyOf(issues);
      if (issues.isEmpty()) {
        throw new IllegalArgumentException("a refusal needs at least one issue");
      }
    }

    /** The first issues, one a line, with a count of what is left out. */
    public String summary() {
      String first =
          issues.stream().limit(8).map(Issue::toString).collect(Collectors.joining("\n"));
      return issues.size() <= 8 ? first : first + "\n… and " + (issues.size() - 8) + " more";
    }
  }

  /** The value of a file that ships with the application, which can only be wrong by our fault. */
  default T shipped() {
    return switch (this) {
      case Ok<T> ok -> ok.value();
      case Refused<T> refused -> throw new IllegalStateException(refused.summary());
    };
  }
}
