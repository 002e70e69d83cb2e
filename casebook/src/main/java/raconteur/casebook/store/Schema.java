package raconteur.casebook.store;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import raconteur.core.data.DataFile;

/** The tables of a casebook. A later schema is one more script and one more number here. */
final class Schema {
  /** Marks our files: the letters RCNT. */
  static final int APPLICATION_ID = 0x52434E54;

  private static final Map<Integer, List<String>> DECLARED = new ConcurrentHashMap<>();

  private Schema() {}

  /** The scripts in the order they were added; a file's version is how many of them it has. */
  private static final List<String> SCRIPTS =
      List.of("schema-1.sql", "schema-2.sql", "schema-3.sql", "schema-4.sql");

  static final int VERSION = SCRIPTS.size();

  static void create(Handle handle) {
    handle.execute("PRAGMA application_id = " + APPLICATION_ID);
    upgrade(handle, 0, VERSION);
  }

  /** Brings a file of an older version up to this one. */
  static void upgrade(Handle handle, int from) {
    upgrade(handle, from, VERSION);
  }

  private static void upgrade(Handle handle, int from, int to) {
    for (String script : SCRIPTS.subList(from, to)) {
      handle.createScript(DataFile.shippedText(Schema.class, script)).execute();
    }
    handle.execute("PRAGMA user_version = " + to);
  }

  /** Makes the index of the search again from the stories. */
  static void makeIndexAgain(Handle handle) {
    handle.execute("DROP TABLE said");
    String script = DataFile.shippedText(Schema.class, SCRIPTS.getLast());
    int from = script.indexOf("CREATE VIRTUAL TABLE said");
    int to = script.indexOf("CREATE TRIGGER");
    handle.createScript(script.substring(from, to)).execute();
  }

  /** How SQLite itself declares what stands behind the index. */
  static List<String> declaredIndex() {
    return DECLARED.computeIfAbsent(
        -VERSION,
        v -> {
          try (Handle handle = Jdbi.create("jdbc:sqlite::memory:").open()) {
            upgrade(handle, 0, VERSION);
            return Soundness.declaredIndex(handle);
          }
        });
  }

  /** What a file of a version declares: made once, in memory, by the scripts themselves. */
  static List<String> declared(int version) {
    return DECLARED.computeIfAbsent(
        version,
        v -> {
          try (Handle handle = Jdbi.create("jdbc:sqlite::memory:").open()) {
            upgrade(handle, 0, v);
            return Soundness.declared(handle);
          }
        });
  }
}
