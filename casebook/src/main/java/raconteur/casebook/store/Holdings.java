package raconteur.casebook.store;

import java.util.Optional;
import org.jdbi.v3.core.Handle;

/**
 * How much a casebook holds.
 *
 * @param lastLine the time of the latest entry as it is written, empty where there is none
 */
public record Holdings(int cases, long lines, Optional<String> lastLine) {

  static Holdings of(Handle handle) {
    return new Holdings(
        Soundness.number(handle, "SELECT count(*) FROM cases"),
        handle.createQuery("SELECT count(*) FROM entries").mapTo(Long.class).one(),
        handle.createQuery("SELECT max(at) FROM entries").mapTo(String.class).findOne());
  }

  /** For example {@code 14 cases with 312 lines, the last of 2026-11-27T19:20:00Z}. */
  public String words() {
    String many = (cases == 1 ? "1 case" : cases + " cases") + " with ";
    return many
        + (lines == 1 ? "1 line" : lines + " lines")
        + lastLine.map(at -> ", the last of " + at).orElse("");
  }
}
