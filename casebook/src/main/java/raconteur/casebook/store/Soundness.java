package raconteur.casebook.store;

import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;

/** Whether a file is a casebook of ours, whole, and with nothing in it that is not ours. */
final class Soundness {
  private static final int BUSY_MILLIS = 5000;

  private Soundness() {}

  /** How thoroughly a file is looked through. */
  enum Depth {
    /** Every page of what was said is read once: a tenth of a second for each 30 MB, about. */
    SAID("quick_check"),
    /** Every page is, the search's index too: a second for each 50 MB, about. */
    PAGES("quick_check"),
    /** Every row of what was said is also looked for in its indexes. */
    ROWS("integrity_check");

    /** Up to this size it is no matter of time. */
    private static final long SMALL_BYTES = 8_000_000;

    private final String pragma;

    Depth(String pragma) {
      this.pragma = pragma;
    }

    /** What can be waited for when a file of a size is opened. */
    static Depth atOpening(long bytes) {
      return bytes <= SMALL_BYTES ? PAGES : SAID;
    }
  }

  /** What is wrong with it, to follow the file's name in a sentence; empty where nothing is. */
  static Optional<String> wrong(Handle handle, Depth depth) {
    int version = number(handle, "PRAGMA user_version");
    if (!isOurs(handle)) {
      return Optional.of("is a database of another program");
    }
    if (version > Schema.VERSION) {
      return Optional.of("was written by a newer Raconteur; open it with that one");
    }
    if (version < 1) {
      return Optional.of("says it has the schema " + version + ", which never was; it is damaged");
    }
    Optional<String> damage = damage(handle, depth);
    if (damage.isPresent()) {
      return damage;
    }
    Set<String> odd = new TreeSet<>(declared(handle));
    odd.removeAll(Schema.declared(version));
    if (!odd.isEmpty()) {
      return Optional.of("holds what no casebook has (“" + shortened(odd.iterator().next()) + "”)");
    }
    Set<String> missing = new TreeSet<>(Schema.declared(version));
    missing.removeAll(declared(handle));
    return missing.isEmpty()
        ? Optional.empty()
        : Optional.of("lacks “" + shortened(missing.iterator().next()) + "”; it is damaged");
  }

  private static Optional<String> damage(Handle handle, Depth depth) {
    if (depth == Depth.PAGES) {
      String check = first(handle, "PRAGMA quick_check(1)");
      return check.equals("ok") ? Optional.empty() : Optional.of("is damaged (" + check + ")");
    }
    for (String table : tables(handle)) {
      String check = check(handle, depth.pragma, table);
      if (!check.equals("ok")) {
        return Optional.of("is damaged (" + check + ")");
      }
    }
    return Optional.empty();
  }

  private static String first(Handle handle, String query) {
    return handle
        .createQuery(query)
        .mapTo(String.class)
        .findFirst()
        .flatMap(words -> words.lines().findFirst())
        .orElse("nothing can be read");
  }

  /**
   * The tables that hold what was said. The index of the search holds nothing of its own and is
   * looked at aside: that takes five times as long as all the rest.
   */
  private static List<String> tables(Handle handle) {
    return handle
        .createQuery(
            "SELECT name FROM sqlite_schema WHERE type = 'table' AND name <> 'said'"
                + " UNION ALL SELECT 'sqlite_schema'")
        .mapTo(String.class)
        .list();
  }

  private static String check(Handle handle, String pragma, String table) {
    return first(handle, "PRAGMA " + pragma + "('" + table.replace("'", "''") + "')");
  }

  /** Whether the index of the search is declared as it is made here, and finds what is there. */
  static boolean isIndexSound(Handle handle) {
    return number(handle, "PRAGMA user_version") < Schema.VERSION
        || (isIndexAsDeclared(handle) && check(handle, Depth.SAID.pragma, "said").equals("ok"));
  }

  /** Whether what stands behind the index is declared as SQLite declares it here. */
  static boolean isIndexAsDeclared(Handle handle) {
    return number(handle, "PRAGMA user_version") < Schema.VERSION
        || declaredIndex(handle).equals(Schema.declaredIndex());
  }

  static List<String> declaredIndex(Handle handle) {
    return handle
        .createQuery(
            "SELECT name || ' ' || coalesce(sql, '') FROM sqlite_schema"
                + " WHERE name GLOB 'said_*' ORDER BY name")
        .mapTo(String.class)
        .list();
  }

  /**
   * All tables, indexes and triggers as they were declared; those that SQLite makes for itself by
   * their names alone, since its next version may declare them otherwise.
   */
  static List<String> declared(Handle handle) {
    return handle
        .createQuery(
            "SELECT type || ' ' || name || ' '"
                + " || CASE WHEN name GLOB 'said_*' THEN '' ELSE coalesce(sql, '') END"
                + " FROM sqlite_schema WHERE name NOT GLOB 'sqlite_*'")
        .mapTo(String.class)
        .list();
  }

  private static String shortened(String declared) {
    String[] words = declared.split("\\s+", 3);
    return words[0] + " " + (words.length > 1 ? words[1] : "");
  }

  /** Whether it says that it is one of ours. */
  static boolean isOurs(Handle handle) {
    return number(handle, "PRAGMA application_id") == Schema.APPLICATION_ID;
  }

  static int number(Handle handle, String query) {
    return handle.createQuery(query).mapTo(Integer.class).one();
  }

  /**
   * Opens a file as it is, without the settings of a casebook in use, so that a file of somebody
   * else's is not changed by being looked at.
   */
  static Handle connect(Path file) {
    SQLiteConfig config = new SQLiteConfig();
    config.setBusyTimeout(BUSY_MILLIS);
    config.enforceForeignKeys(true);
    config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
    SQLiteDataSource source = new SQLiteDataSource(config);
    source.setUrl("jdbc:sqlite:" + file.toAbsolutePath());
    return Jdbi.create(source).open();
  }

  /**
   * What a file of its own, one that nobody else has open, holds; its log is folded into it first.
   *
   * @return what it holds, or what is wrong with it, to follow its name in a sentence
   */
  static Outcome<Holdings> lookInto(Path file) {
    try (Handle handle = connect(file)) {
      handle.createQuery("PRAGMA wal_checkpoint(TRUNCATE)").mapToMap().list();
      Optional<String> wrong = wrong(handle, Depth.ROWS);
      if (wrong.isPresent()) {
        return new Outcome.Failed<>(wrong.get());
      }
      handle.createQuery("PRAGMA journal_mode = DELETE").mapTo(String.class).one();
      return new Outcome.Done<>(Holdings.of(handle));
    } catch (JdbiException e) {
      return new Outcome.Failed<>(Sentences.of(e, SQLException::getMessage));
    }
  }
}
