package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;

class BoardCommandsTest extends CommandTest {
  private static final String PARTS =
      "Location,Type\n5C,SN74LS245N\nU3,HOUSE-17\nU4,MB8264A-15P\nR1 to R3,324\n";
  private static final String NETS = "A0: 5C.2 U3.7\n+5V: 5C.20\nB1: 5C.2 R1.1\n";

  private Board kept(String file) throws IOException {
    return BoardFiles.read("kept", Files.readString(Path.of(file))).shipped();
  }

  @Test
  void whatIsUnderstoodIsPrintedByItsSchema() throws IOException {
    assertThat(run("board", "import", file("p.csv", PARTS), file("n.txt", NETS), "--json"))
        .isZero();
    String schema = Files.readString(Path.of("../docs/formats/import.schema.json"));
    assertThat(
            JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(schema)
                .validate(out(), InputFormat.JSON))
        .isEmpty();
    assertThat(out())
        .contains("\"device\" : \"74LS245\"")
        .contains("\"device\" : \"4164\"")
        .contains("\"device\" : null")
        .contains("\"line\" : 3");
  }

  @Test
  void filesBecomeABoardOfAMachineThatCanBeAddedToComparedAndExported() throws IOException {
    String pack = path("b.json");
    assertThat(
            run(
                "board",
                "import",
                file("p.csv", PARTS),
                "--machine",
                "Fulmar",
                "--revision",
                "2",
                "--is",
                "HOUSE-17=74LS04",
                "-o",
                pack))
        .isZero();
    assertThat(kept(pack).identity().id()).isEqualTo("fulmar-2");
    assertThat(kept(pack).part("U3").orElseThrow().device().name()).isEqualTo("74LS04");
    String more = path("more.json");
    assertThat(run("board", "import", file("n.txt", NETS), "--onto", pack, "-o", more)).isZero();
    assertThat(kept(more).net("A0").orElseThrow().path()).hasSize(2);
    assertThat(kept(more).parts()).hasSameSizeAs(kept(pack).parts());
    assertThat(run("board", "diff", pack, pack)).isZero();
    assertThat(run("board", "diff", pack, more)).isEqualTo(Printing.REFUSED);
    assertThat(out()).contains("A0");
    assertThat(run("board", "check", more)).isEqualTo(Printing.REFUSED);
    assertThat(out()).contains("5C.10");
    assertThat(run("board", "export", more, "--as", "nets")).isZero();
    assertThat(out()).contains("A0,5C,2");
    assertThat(run("board", "show", "quillon-kittiwake-b")).isZero();
    assertThat(out()).contains("74LS244");
  }

  @Test
  void aListThatSaysOtherwiseIsToldAndTakenOnlyWhenAsked() throws IOException {
    String pack = path("b.json");
    run("board", "import", file("p.csv", PARTS), "-o", pack);
    String other = file("o.csv", "Ref,Type\n5C,74LS244\n");
    assertThat(run("board", "import", other, "--onto", pack)).isZero();
    assertThat(out()).contains("5C: 74LS245 here, 74LS244 in what is added");
    assertThat(run("board", "import", other, "--onto", pack, "--take-added", "-o", pack)).isZero();
    assertThat(kept(pack).part("5C").orElseThrow().device().name()).isEqualTo("74LS244");
  }

  @Test
  void netsAreTypedOntoABoardAndAreWrittenInThatForm() throws IOException {
    String pack = path("b.json");
    run("board", "import", file("p.csv", PARTS), "-o", pack);
    String typed = file("t.nets", "D0-D7: 5C.2-9\nD0: U4.DIN\n+5V: all\nQ: U99.1\n");
    assertThat(run("board", "nets", typed, "--onto", pack, "-o", pack)).isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("line 4: U99 is not a part");
    assertThat(kept(pack).net("D0").orElseThrow().path()).hasSize(2);
    assertThat(kept(pack).rails()).hasSize(1);
    assertThat(run("board", "export", pack, "--as", "typed-nets")).isZero();
    assertThat(out()).startsWith("# raconteur-nets/1").contains("D0-7: 5C.2-9");
  }

  /** Typed nets need the parts: they are read last, in whatever order the files are named. */
  @Test
  void aPartsListAndTypedNetsBecomeABoardInEitherOrder() throws IOException {
    String parts = file("p.csv", PARTS);
    String typed = file("t.nets", "+5V: all VCC\nD0-D7: 5C.2-9\nQ: U99.1\n");
    for (String[] files : new String[][] {{parts, typed}, {typed, parts}}) {
      String pack = path("b.json");
      assertThat(run("board", "import", files[0], files[1], "-o", pack)).isZero();
      assertThat(out())
          .contains("t.nets: nets as they are typed")
          .contains("t.nets:3:0: U99 is not a part of this board.");
      assertThat(kept(pack).net("D3").orElseThrow().path()).hasSize(1);
    }
    assertThat(run("board", "import", typed)).isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("read onto a board that has its parts");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "board",
        "board nets nosuch --onto quillon-kittiwake-b",
        "board show nosuch",
        "board import nosuch.csv",
        "board check pom.xml",
        "board export quillon-kittiwake-b --as xx",
        "board diff quillon-kittiwake-b nosuch",
        "board import pom.xml --is A=NOSUCH",
        "board import pom.xml --onto nosuch"
      })
  void whatCannotBeDoneIsOneSentence(String line) {
    assertThat(run(line.split(" ", -1))).isEqualTo(Printing.REFUSED);
    assertThat(err().strip()).isNotEmpty().doesNotContain("Exception").doesNotContain("\n");
  }
}
