package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A short run of what the longer profile does with 100,000 files an importer. */
class MutatedImportsTest {
  private static final int FILES = Integer.getInteger("raconteur.mutated.files", 400);

  static List<String> importers() {
    return MutatedImports.importers();
  }

  @ParameterizedTest
  @MethodSource("importers")
  void aDamagedFileIsReadOrRefusedAndNeverThrows(String importer) {
    MutatedImports.Result result = MutatedImports.run(importer, FILES, 7);
    assertThat(result.read()).as("some damage does not matter").isPositive();
    assertThat(result.refused() + result.read()).isEqualTo(FILES);
  }
}
