package raconteur.desktop.log;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.desktop.Demo;
import raconteur.desktop.cli.ConsoleRuns;
import raconteur.desktop.workshop.Workshop;

class HelpReportTest {
  @TempDir private Path folder;
  private final StringWriter said = new StringWriter();

  private Path casebook() {
    Workshop workshop = Demo.in(folder);
    assertThat(workshop.settings().keepShopName("The Harbour Museum")).isEmpty();
    assertThat(workshop.settings().keepFolder("pdf", folder)).isEmpty();
    assertThat(workshop.settings().keepSounds(true)).isEmpty();
    workshop.casebook().close();
    return workshop.casebook().file();
  }

  private int run(String... arguments) {
    return ConsoleRuns.run(said, arguments);
  }

  private static Map<String, String> parts(Path zip) throws IOException {
    Map<String, String> parts = new TreeMap<>();
    try (ZipFile file = new ZipFile(zip.toFile())) {
      for (ZipEntry entry : file.stream().toList()) {
        parts.put(
            entry.getName(),
            new String(file.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8));
      }
    }
    return parts;
  }

  @Test
  void versionsAndSettingsButNeitherNameNorFolderNorStory() throws IOException {
    Path zip = folder.resolve("help.zip");
    assertThat(run("--casebook", casebook().toString(), "--report", zip.toString()))
        .as(said.toString())
        .isZero();
    Map<String, String> parts = parts(zip);
    assertThat(parts.get("versions.txt")).contains("java.version: 25", "processors: ");
    assertThat(parts.get("settings.txt")).contains("sound cues: on");
    assertThat(String.join("\n", parts.values()))
        .doesNotContain("Harbour")
        .doesNotContain("screen garbage");
    assertThat(parts).doesNotContainKeys("case.json", "board.json");
  }

  @Test
  void aCaseAndItsBoardOnlyIfAskedFor() throws IOException {
    Path zip = folder.resolve("help.zip");
    String casebook = casebook().toString();
    assertThat(run("--casebook", casebook, "--report", zip.toString(), "--with-case", "13"))
        .isZero();
    assertThat(parts(zip).get("case.json")).contains("raconteur-case/1", "screen garbage");
    assertThat(parts(zip).get("board.json")).contains("raconteur-board/1");
    assertThat(run("--casebook", casebook, "--report", zip.toString(), "--with-case", "999"))
        .isEqualTo(1);
    assertThat(said.toString()).contains("There is no case 999");
  }

  @Test
  void theLogGoesInAndNothingOfAnotherKindIsWrittenOver() throws IOException {
    Log log = new Log(folder);
    log.say("somewhere", new IllegalStateException("it broke here"));
    Path zip = folder.resolve("help.zip");
    assertThat(HelpReport.of(log, "Raconteur").write(zip)).isEmpty();
    assertThat(parts(zip).get("log/raconteur.log")).contains("it broke here");
    assertThat(HelpReport.of(log, "Raconteur").write(zip)).as("again").isEmpty();
    Path diary = Files.writeString(folder.resolve("diary.zip"), "my own words");
    assertThat(HelpReport.of(log, "Raconteur").write(diary)).isPresent();
    assertThat(Files.readString(diary)).isEqualTo("my own words");
  }

  @Test
  void aCasebookThatCannotBeOpenedDoesNotKeepTheReportFromBeingWritten() throws IOException {
    Path junk = Files.writeString(folder.resolve("my.casebook"), "not a casebook");
    Path zip = folder.resolve("help.zip");
    assertThat(run("--casebook", junk.toString(), "--report", zip.toString())).isZero();
    assertThat(parts(zip).get("casebook.txt")).contains("my.casebook");
    assertThat(Files.readString(junk)).isEqualTo("not a casebook");
  }

  @Test
  void aCaseWithoutAReportIsAskedBack() {
    assertThat(run("--with-case", "3")).isEqualTo(1);
    assertThat(said.toString()).contains("--report FILE");
  }
}
