package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.data.DataFile;

class SchemaTest {
  private static Handle made(int version) {
    Handle handle = Jdbi.create("jdbc:sqlite::memory:").open();
    for (int i = 1; i <= version; i++) {
      handle.createScript(DataFile.shippedText(Schema.class, "schema-" + i + ".sql")).execute();
    }
    return handle;
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4})
  void whatIsListedIsWhatTheScriptsDeclare(int version) {
    try (Handle handle = made(version)) {
      assertThat(Schema.declared(version))
          .containsExactlyInAnyOrderElementsOf(Soundness.declared(handle));
    }
  }

  @Test
  void everyVersionIsListedAndSoIsWhatStandsBehindTheIndex() {
    assertThat(Schema.VERSION).isEqualTo(4);
    try (Handle handle = made(Schema.VERSION)) {
      assertThat(Schema.declaredIndex()).isEqualTo(Soundness.declaredIndex(handle));
    }
  }
}
