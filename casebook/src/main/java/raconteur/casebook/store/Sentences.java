package raconteur.casebook.store;

import java.nio.file.Path;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** Says in one sentence what a database error means to the user. */
final class Sentences {
  private Sentences() {}

  static String cannotOpen(Path file, Exception e) {
    return switch (code(e)) {
      case SQLITE_NOTADB -> file + " is not a casebook; choose another file with --casebook FILE.";
      case SQLITE_CORRUPT -> file + " is damaged; nothing was changed. " + repair(file);
      case SQLITE_CANTOPEN, SQLITE_PERM, SQLITE_AUTH ->
          file + " cannot be opened; is the folder there and yours to write in?";
      case SQLITE_READONLY, SQLITE_READONLY_DIRECTORY, SQLITE_READONLY_DBMOVED ->
          file + " cannot be written; make it writable, or open another with --casebook FILE.";
      case SQLITE_BUSY, SQLITE_LOCKED ->
          file + " is held by another program; try again in a moment.";
      default -> file + " cannot be opened: " + e.getMessage();
    };
  }

  /** What to do about a damaged file. */
  static String repair(Path file) {
    return new Backups(file)
        .copies().stream()
            .findFirst()
            .map(
                c ->
                    "The last backup is of "
                        + c.day()
                        + ": ./raconteur restore --casebook "
                        + file
                        + " puts it in its place and keeps the damaged file aside.")
            .orElse("There is no backup beside it; open another with --casebook FILE.");
  }

  static String cannotWrite(Path file, Exception e, String onConflict) {
    String kept = " Nothing was saved; what you typed is still there.";
    return switch (code(e)) {
      case SQLITE_CONSTRAINT,
          SQLITE_CONSTRAINT_PRIMARYKEY,
          SQLITE_CONSTRAINT_FOREIGNKEY,
          SQLITE_CONSTRAINT_UNIQUE ->
          onConflict;
      case SQLITE_FULL -> "The disk is full." + kept;
      case SQLITE_BUSY, SQLITE_LOCKED -> "Another program is writing to " + file + "." + kept;
      case SQLITE_READONLY, SQLITE_READONLY_DIRECTORY, SQLITE_READONLY_DBMOVED ->
          file + " can no longer be written." + kept;
      default -> file + " cannot be written: " + e.getMessage() + "." + kept;
    };
  }

  private static SQLiteErrorCode code(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof SQLiteException sqlite) {
        return sqlite.getResultCode();
      }
    }
    return SQLiteErrorCode.UNKNOWN_ERROR;
  }
}
