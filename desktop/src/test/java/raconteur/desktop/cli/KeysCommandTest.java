package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;

class KeysCommandTest extends CommandTest {

  @Test
  void aTableOfOnesOwnIsExplainedAndItsContactsJudged() throws IOException {
    String table =
        file(
            "own.keys",
            "keys of mine\nkind leaf\n   C0 C1 C2\nR0 a b c\nR1 d e f\nC1: U3.5 J1.2\n");
    assertThat(
            run(
                "keys",
                "--matrix",
                table,
                "--seen",
                "dead C1; works rest",
                "--ohms",
                "a 3 c 4 d 2k4 f open"))
        .isZero();
    assertThat(out())
        .contains("C1 does not come through (U3.5, J1.2 or its wire)")
        .contains("function J1.2 bad")
        .contains("clean d, 2400")
        .doesNotContain("clean a");
  }

  @Test
  void jsonFollowsItsSchema() throws IOException {
    assertThat(
            run(
                "keys",
                "--board",
                "marram-310",
                "--seen",
                "dead L1; doubtful A; works rest",
                "--ohms",
                "A OL S 4 D 3",
                "--json"))
        .isZero();
    var schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("../docs/formats/keyboard.schema.json")));
    assertThat(schema.validate(out(), InputFormat.JSON)).isEmpty();
    assertThat(out()).contains("\"function J3.12 bad\"").contains("\"open\"");
  }
}
