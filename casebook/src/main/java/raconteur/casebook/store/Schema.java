package raconteur.casebook.store;

import java.util.Arrays;
import java.util.List;
import org.jdbi.v3.core.Handle;
import raconteur.core.data.DataFile;

/** The tables of a casebook. A later schema is one more script and one more number here. */
final class Schema {
  /** Marks our files: the letters RCNT. */
  static final int APPLICATION_ID = 0x52434E54;

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
    return shipped("declared-index.txt");
  }

  /**
   * What a file of a version declares. Shipped as a list beside the scripts, since making such a
   * file only to look at it takes half as long as all the rest of opening one; a test holds the two
   * together.
   */
  static List<String> declared(int version) {
    return shipped("declared-" + version + ".txt");
  }

  /** Statements, each ended by a line with nothing but a semicolon. */
  private static List<String> shipped(String name) {
    return Arrays.stream(DataFile.shippedText(Schema.class, name).split("\n;\n", -1))
        .filter(statement -> !statement.isEmpty())
        .toList();
  }
}
