package raconteur.casebook.store;

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
    upgrade(handle, 0);
  }

  /** Brings a file of an older version up to this one. */
  static void upgrade(Handle handle, int from) {
    for (String script : SCRIPTS.subList(from, VERSION)) {
      handle.createScript(DataFile.shippedText(Schema.class, script)).execute();
    }
    handle.execute("PRAGMA user_version = " + VERSION);
  }
}
