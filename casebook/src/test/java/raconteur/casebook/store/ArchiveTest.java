package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.odds.CountsFile;
import raconteur.core.stock.StockItem;

class ArchiveTest {
  @TempDir private Path folder;

  private Casebook open(String name) {
    return ((Outcome.Done<Casebook>) Casebook.open(folder.resolve(name), Clock.systemUTC()))
        .value();
  }

  private static byte[] png() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB), "png", out);
    return out.toByteArray();
  }

  private Path written() throws IOException {
    Path file = folder.resolve("a.zip");
    try (Casebook book = open("from.casebook")) {
      book.adopt(DemoCases.shipped());
      book.keep(((Outcome.Done<Picture>) PictureReader.read("x.png", png())).value());
      book.keep(DeviceLibrary.shipped().find("74LS00").orElseThrow().named("QX-1"));
      book.keepSetting("school", "probe first");
      new StockRoom(book)
          .add(
              new StockItem(
                  0,
                  "QM-11",
                  "",
                  1,
                  StockItem.State.CROSSED,
                  "case 41, U13",
                  "=not, \"a\" formula",
                  Optional.of(41),
                  Optional.empty()));
      assertThat(Archive.write(book, Map.of(), file)).isInstanceOf(Outcome.Done.class);
    }
    return file;
  }

  @Test
  void anArchiveGivesAnEqualCasebook() throws IOException {
    Path file = written();
    try (Casebook from = open("from.casebook");
        Casebook into = open("into.casebook")) {
      var contents =
          ((Outcome.Done<Archive.Contents>) Archive.read(file, into, folder.resolve("boards")))
              .value();
      assertThat(contents.cases()).isEqualTo(DemoCases.shipped().size());
      assertThat(into.all()).isEqualTo(from.all());
      assertThat(into.devices()).isEqualTo(from.devices());
      assertThat(into.settings()).isEqualTo(from.settings());
      assertThat(into.pictureContents()).isEqualTo(from.pictureContents());
      assertThat(new StockRoom(into).stock()).isEqualTo(new StockRoom(from).stock());
      assertThat(
              ((Outcome.Failed<?>) Archive.read(file, into, folder.resolve("boards"))).sentence())
          .contains("empty casebook");
    }
  }

  @Test
  void whatItSaysOfItselfFollowsTheSchema() throws IOException {
    String manifest = new String(parts().get("archive.json"), StandardCharsets.UTF_8);
    var schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("..", "docs", "formats", "archive.schema.json")));
    assertThat(schema.validate(manifest, InputFormat.JSON)).isEmpty();
    assertThat(parts().keySet()).first().isEqualTo("archive.json");
  }

  @Test
  void anArchiveOfTheFirstVersionIsStillTaken() throws IOException {
    Map<String, byte[]> parts = parts();
    parts.put(
        "archive.json",
        "{\"format\": \"raconteur-archive/1\", \"cases\": \"20\", \"pictures\": \"1\"}"
            .getBytes(StandardCharsets.UTF_8));
    Path file = folder.resolve("first.zip");
    zipped(file, parts);
    try (Casebook into = open("second.casebook")) {
      assertThat(Archive.read(file, into, folder.resolve("boards")))
          .isInstanceOf(Outcome.Done.class);
      assertThat(into.headers()).hasSize(20);
    }
  }

  @Test
  void countsOfOtherShopsComeAlong() throws IOException {
    String counts =
        """
        {"format": "raconteur-counts/1", "shop": "Ferry Street", "cases in all": 0, "cases": []}
        """;
    assertThat(CountsFile.read("x", counts, java.time.Instant.MAX)).isInstanceOf(Loaded.Ok.class);
    Path file = folder.resolve("counted.zip");
    Map<String, byte[]> parts = parts();
    parts.put("counts/000001.json", counts.getBytes(StandardCharsets.UTF_8));
    String manifest = new String(parts.get("archive.json"), StandardCharsets.UTF_8);
    parts.put(
        "archive.json",
        manifest
            .replace("other shops\":\"0\"", "other shops\":\"1\"")
            .getBytes(StandardCharsets.UTF_8));
    zipped(file, parts);
    try (Casebook into = open("third.casebook")) {
      assertThat(Archive.read(file, into, folder.resolve("boards")))
          .isInstanceOfSatisfying(
              Outcome.Done.class,
              done -> assertThat(((Archive.Contents) done.value()).others()).isEqualTo(1));
    }
  }

  private static void zipped(Path file, Map<String, byte[]> parts) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, byte[]> part : parts.entrySet()) {
        zip.putNextEntry(new ZipEntry(part.getKey()));
        zip.write(part.getValue());
        zip.closeEntry();
      }
    }
  }

  /** The parts of a good archive, to be spoilt. */
  private Map<String, byte[]> parts() throws IOException {
    Map<String, byte[]> parts = new LinkedHashMap<>();
    try (ZipFile zip = new ZipFile(written().toFile())) {
      for (ZipEntry entry : java.util.Collections.list(zip.entries())) {
        parts.put(entry.getName(), zip.getInputStream(entry).readAllBytes());
      }
    }
    return parts;
  }

  private String refused(Map<String, byte[]> parts) throws IOException {
    Path file = folder.resolve("spoilt.zip");
    zipped(file, parts);
    try (Casebook into = open("refusing.casebook")) {
      String sentence =
          ((Outcome.Failed<?>) Archive.read(file, into, folder.resolve("boards"))).sentence();
      assertThat(into.headers()).isEmpty();
      assertThat(into.pictureContents()).isEmpty();
      return sentence;
    }
  }

  @Test
  void aPathThatLeadsElsewhereIsRefused() throws IOException {
    for (String name : List.of("../../evil.json", "/etc/passwd", "pictures/../../x.png", "C:\\x")) {
      Map<String, byte[]> parts = parts();
      parts.put(name, new byte[] {1});
      assertThat(refused(parts)).contains("does not belong");
    }
    assertThat(folder.getParent().resolve("evil.json")).doesNotExist();
  }

  @Test
  void aPartThatUnpacksWithoutEndIsGivenUp() throws IOException {
    Map<String, byte[]> parts = parts();
    parts.put("cases/000020.json", new byte[65 * 1024 * 1024]);
    assertThat(refused(parts)).contains("unpacks to more than is allowed");
  }

  @Test
  void whatIsNotWhatItsNameSaysIsRefused() throws IOException {
    Map<String, byte[]> parts = parts();
    String picture =
        parts.keySet().stream().filter(n -> n.startsWith("pictures/")).findFirst().orElseThrow();
    parts.put(picture, "no picture".getBytes(StandardCharsets.UTF_8));
    assertThat(refused(parts)).contains("no JPEG or PNG");
    parts = parts();
    parts.remove(picture);
    parts.put("pictures/" + "0".repeat(64) + ".png", png());
    assertThat(refused(parts)).contains("not the picture its name says");
    parts = parts();
    parts.put("stock.csv", "kind,count\nsocket 16,-3\n".getBytes(StandardCharsets.UTF_8));
    assertThat(refused(parts)).contains("no number from 0");
    parts = parts();
    parts.remove("archive.json");
    assertThat(refused(parts)).contains("archive.json is missing");
  }

  @Test
  void whatIsNoArchiveIsRefused() throws IOException {
    Path file = Files.writeString(folder.resolve("x.zip"), "PK no");
    try (Casebook into = open("into.casebook")) {
      assertThat(
              ((Outcome.Failed<?>) Archive.read(file, into, folder.resolve("boards"))).sentence())
          .contains("no whole zip");
    }
  }
}
