package raconteur.casebook.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class WholeFileTest {
  private static final FileKind TABLE = FileKind.table("stock list", "kind,count");

  @TempDir private Path folder;

  private Path there(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text);
  }

  private List<String> names() throws IOException {
    try (var files = Files.list(folder)) {
      return files.map(f -> f.getFileName().toString()).sorted().toList();
    }
  }

  @Test
  void aFileOfItsKindIsReplacedAndKeepsItsPermissions() throws IOException {
    Path file = there("stock.csv", "kind,count\nold,1\n");
    Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r-----"));
    assertThat(WholeFile.write(file, TABLE, "kind,count\nnew,2\n")).isEmpty();
    assertThat(file).hasContent("kind,count\nnew,2\n");
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
        .isEqualTo("rw-r-----");
    assertThat(names()).containsExactly("stock.csv");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"SQLite format 3\0 and pages", "%PDF-1.7 of an owner", "dear diary", "{\"a\": 1}"})
  void whatIsOfAnotherKindIsLeftAsItIs(String content) throws IOException {
    Path file = there("stock.csv", content);
    assertThat(WholeFile.write(file, TABLE, "kind,count\n").orElseThrow())
        .contains(file.toString(), "another name");
    assertThat(Files.readString(file)).isEqualTo(content);
  }

  @ParameterizedTest
  @ValueSource(strings = {"my.casebook", "my.casebook-wal", "My.Casebook"})
  void aCasebooksNameIsNeverWrittenTo(String name) {
    assertThat(WholeFile.write(folder.resolve(name), TABLE, "kind,count\n")).isPresent();
    assertThat(folder.resolve(name)).doesNotExist();
  }

  @Test
  void whatFailsHalfWayLeavesWhatWasThere() throws IOException {
    Path file = there("stock.csv", "kind,count\nold,1\n");
    assertThat(
            WholeFile.write(
                file,
                TABLE,
                out -> {
                  out.write("kind,count\nhalf".getBytes(StandardCharsets.UTF_8));
                  throw new IOException("No space left on device");
                }))
        .hasValueSatisfying(s -> assertThat(s).contains("no room", "as it was"));
    assertThat(file).hasContent("kind,count\nold,1\n");
    assertThat(names()).containsExactly("stock.csv");
  }

  @Test
  void whatDoesNotStandItsProofIsNotPutInPlace() throws IOException {
    Path file = there("stock.csv", "kind,count\nold,1\n");
    assertThat(
            WholeFile.write(
                file, TABLE, out -> out.write(65), written -> Optional.of("It is wrong.")))
        .contains("It is wrong.");
    assertThat(file).hasContent("kind,count\nold,1\n");
  }

  @Test
  void aLinkIsFollowedAndAFolderOrAMissingOneIsNamed() throws IOException {
    Path file = there("stock.csv", "kind,count\n");
    Path link = Files.createSymbolicLink(folder.resolve("link.csv"), file);
    assertThat(WholeFile.write(link, TABLE, "kind,count\nnew,1\n")).isEmpty();
    assertThat(file).hasContent("kind,count\nnew,1\n");
    assertThat(Files.isSymbolicLink(link)).isTrue();
    assertThat(WholeFile.write(folder, TABLE, "").orElseThrow()).contains("is a folder");
    assertThat(WholeFile.write(folder.resolve("none/x.csv"), TABLE, "").orElseThrow())
        .contains("there is no folder");
  }

  @Test
  void whatAKilledProgramLeftIsClearedAwayAndALivingOnesIsNot() throws IOException {
    // Process numbers end at 2^22 on Linux: nothing that runs has this one.
    there(".stock.csv.99999999-1.part", "half");
    String living = ".stock.csv." + ProcessHandle.current().pid() + "-77777.part";
    there(living, "in use");
    there(".other.csv.99999999-1.part", "of another file");
    WholeFile.write(folder.resolve("stock.csv"), TABLE, "kind,count\n");
    assertThat(names())
        .containsExactlyInAnyOrder(living, ".other.csv.99999999-1.part", "stock.csv");
  }

  @Test
  void kindsAreToldByWhatIsInTheFile() throws IOException {
    FileKind board = FileKind.json("board", "raconteur-board/");
    assertThat(board.fits(there("a.json", "\uFEFF {\n \"format\" : \"raconteur-board/1\"}")))
        .isTrue();
    assertThat(board.fits(there("b.json", "{\"format\": \"raconteur-case/1\"}"))).isFalse();
    assertThat(FileKind.PDF.fits(there("empty.pdf", ""))).isTrue();
    assertThat(FileKind.PNG.fits(there("c.png", "%PDF-"))).isFalse();
    assertThat(FileKind.zip("archive", "archive.json").fits(there("d.zip", "PK no"))).isFalse();
  }
}
