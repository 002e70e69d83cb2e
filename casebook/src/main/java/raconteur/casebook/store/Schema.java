package raconteur.casebook.store;

import org.jdbi.v3.core.Handle;
import raconteur.core.data.DataFile;

/** The tables of a casebook. A later schema is one more script and one more number here. */
final class Schema {
  /** Marks our files: the letters RCNT. */
  static final int APPLICATION_ID = 0x52434E54;

  private Schema() {}

  static void create(Handle handle) {
    handle.createScript(DataFile.shippedText(Schema.class, "schema-1.sql")).execute();
    handle.execute("PRAGMA application_id = " + APPLICATION_ID);
    handle.execute("PRAGMA user_version = 1");
  }
}
