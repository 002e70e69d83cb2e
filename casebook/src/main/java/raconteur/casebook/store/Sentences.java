package raconteur.casebook.store;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.function.Function;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** Says in one sentence what a database error means to the user. */
final class Sentences {
  private static final int PRIMARY = 0xFF;

  private Sentences() {}

  static String cannotOpen(Path file, Exception e) {
    return switch (code(e)) {
      case SQLITE_NOTADB ->
          file
              + " is not a casebook; choose another file with --casebook FILE."
              + (new Backups(file).copies().isEmpty() ? "" : " " + repair(file));
      case SQLITE_CORRUPT -> file + " is damaged; nothing was changed. " + repair(file);
      case SQLITE_CANTOPEN, SQLITE_PERM, SQLITE_AUTH ->
          file + " cannot be opened; is the folder there and yours to write in?";
      case SQLITE_READONLY ->
          file + " cannot be written; make it writable, or open another with --casebook FILE.";
      case SQLITE_BUSY, SQLITE_LOCKED, SQLITE_PROTOCOL ->
          file + " is held by another program; try again in a moment.";
      case SQLITE_FULL, SQLITE_IOERR ->
          file + " cannot be opened: the disk is full, or fails to read and write.";
      default -> file + " cannot be opened: " + e.getMessage();
    };
  }

  /** What is wrong with a file, to follow its name. */
  static String of(Exception e, Function<SQLException, String> otherwise) {
    return switch (code(e)) {
      case SQLITE_NOTADB -> "is no casebook";
      case SQLITE_CORRUPT -> "is damaged";
      case SQLITE_CANTOPEN, SQLITE_PERM, SQLITE_AUTH -> "cannot be opened";
      case SQLITE_FULL, SQLITE_IOERR -> "cannot be read: the disk is full, or fails";
      default -> "cannot be read (" + message(e, otherwise) + ")";
    };
  }

  private static String message(Exception e, Function<SQLException, String> of) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof SQLException sql) {
        return String.valueOf(of.apply(sql));
      }
    }
    return String.valueOf(e.getMessage());
  }

  /** What to do about a damaged file. */
  static String repair(Path file) {
    return new Backups(file)
        .latestGood()
        .map(
            good ->
                "The latest good copy is of "
                    + good.copy().day()
                    + " ("
                    + good.contents().words()
                    + "): ./raconteur restore --casebook "
                    + file
                    + (Files.exists(file)
                        ? " puts it in its place and keeps what is there now aside."
                        : " puts it in its place."))
        .orElse(
            "There is no good copy in "
                + new Backups(file).folder()
                + "; open another with --casebook FILE.");
  }

  static String cannotWrite(Path file, Exception e, String onConflict) {
    String kept = " Nothing was saved; what you typed is still there.";
    return switch (code(e)) {
      case SQLITE_CONSTRAINT -> onConflict;
      case SQLITE_FULL -> "The disk is full." + kept;
      case SQLITE_BUSY, SQLITE_LOCKED, SQLITE_PROTOCOL ->
          "Another program is writing to " + file + ", for longer than was waited." + kept;
      case SQLITE_READONLY -> file + " can no longer be written." + kept;
      case SQLITE_CORRUPT, SQLITE_NOTADB -> file + " is damaged." + kept + " " + repair(file);
      default -> file + " cannot be written: " + e.getMessage() + "." + kept;
    };
  }

  /** Whether trying again in a moment may help. */
  static boolean isBusy(Exception e) {
    return switch (code(e)) {
      case SQLITE_BUSY, SQLITE_LOCKED, SQLITE_PROTOCOL -> true;
      default -> false;
    };
  }

  /** Whether it is the index of the search that is damaged, which can be made again. */
  static boolean isIndexDamaged(Exception e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof SQLiteException sqlite) {
        return sqlite.getResultCode() == SQLiteErrorCode.SQLITE_CORRUPT_VTAB;
      }
    }
    return false;
  }

  /** The code without its finer shades, of which there are many. */
  private static SQLiteErrorCode code(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof SQLiteException sqlite) {
        return SQLiteErrorCode.getErrorCode(sqlite.getResultCode().code & PRIMARY);
      }
    }
    return SQLiteErrorCode.UNKNOWN_ERROR;
  }
}
