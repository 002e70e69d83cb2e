package raconteur.core;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.bench.PlantedFault;
import raconteur.core.board.BoardWriter;
import raconteur.core.board.Outline;
import raconteur.core.data.DataFile;
import raconteur.core.data.Figures;
import raconteur.core.device.DeviceFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.photo.BoardPhoto;
import raconteur.core.photo.PhotoFile;
import raconteur.core.photo.PhotoMark;
import raconteur.core.practice.Deal;
import raconteur.core.practice.DealFile;
import raconteur.core.practice.Level;
import raconteur.core.practice.OddsShown;
import raconteur.core.practice.PracticeResult;
import raconteur.core.practice.ResultFile;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;

/** What ships and what is written follows the schemas published in docs/formats. */
class SchemaTest {

  private static void follows(String schema, String json) throws IOException {
    var published =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("..", "docs", "formats", schema)));
    assertThat(published.validate(json, InputFormat.JSON)).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "quillon-kittiwake-b",
        "quillon-kittiwake-d",
        "lanternfish-l1",
        "lanternfish-l2",
        "marram-310",
        "petrel-1"
      })
  void shippedBoards(String id) throws IOException {
    follows("board.schema.json", Boards.text(id));
  }

  @Test
  void aPhotographsMarks() throws IOException {
    follows(
        "photo.schema.json",
        PhotoFile.write(
            new BoardPhoto(
                "0123456789ab",
                true,
                List.of(
                    new PhotoMark(
                        "U14.1", new Outline.Point(12.5, 7), new Outline.Point(30, 40))))));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "gates",
        "selectors",
        "buffers",
        "registers",
        "counters",
        "cmos",
        "ram",
        "rom",
        "linear",
        "passive",
        "processors",
        "peripherals",
        "programmable"
      })
  void shippedDevices(String file) throws IOException {
    follows(
        "devices.schema.json",
        DataFile.shippedText(DeviceLibrary.class, "/raconteur/core/devices/" + file + ".json"));
  }

  @ParameterizedTest
  @CsvSource({
    "figures.schema.json, supply.json",
    "figures.schema.json, worth.json",
    "figures.schema.json, bench.json",
    "minutes.schema.json, minutes.json",
    "tests.schema.json, tests.json",
    "priors.schema.json, priors.json",
    "readings.schema.json, readings.json",
    "schools.schema.json, schools.json",
    "figures.schema.json, proving.json",
    "figures.schema.json, mending.json",
    "proofs.schema.json, proofs.json",
    "families.schema.json, families.json",
    "checks.schema.json, checks.json",
    "sayings.schema.json, sayings.json",
    "rewordings.schema.json, rewordings.json",
    "speech.schema.json, speech.json",
    "markings.schema.json, markings.json",
    "usual.schema.json, usual.json",
    "keys.schema.json, keys.json",
    "freerun.schema.json, freerun.json"
  })
  void shippedFiguresAndChecks(String schema, String file) throws IOException {
    follows(schema, DataFile.shippedText(Figures.class, "/raconteur/core/data/" + file));
  }

  /** The lessons' schema leans on that of a deal, which is read beside it. */
  @Test
  void lessonsAndWhatIsKeptOfPractice() throws IOException {
    Path formats = Path.of("..", "docs", "formats").toAbsolutePath().normalize();
    var factory = JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012);
    var lessons = factory.getSchema(formats.resolve("lessons.schema.json").toUri());
    assertThat(
            lessons.validate(
                DataFile.shippedText(Figures.class, "/raconteur/core/data/lessons.json"),
                InputFormat.JSON))
        .isEmpty();
    var dead = PlantedFault.of(new Fault(new Place.OfPart("U26"), FaultMode.DEAD));
    for (Level level : Level.values()) {
      Deal deal = new Deal("", level, "", OddsShown.HIDDEN, Long.MIN_VALUE, List.of(dead), 1, 2);
      follows("practice.schema.json", DealFile.write(deal));
    }
    var result =
        factory.getSchema(
            URI.create(formats.resolve("practice.schema.json").toUri() + "#/$defs/result"));
    assertThat(
            result.validate(
                ResultFile.write(new PracticeResult(1, 2.5, 0, true, 3, 1, false)),
                InputFormat.JSON))
        .isEmpty();
  }

  @Test
  void shippedBenchSetUps() throws IOException {
    follows(
        "bench.schema.json",
        DataFile.shippedText(Figures.class, "/raconteur/core/bench/quillon-kittiwake.json"));
  }

  @Test
  void writtenBoards() throws IOException {
    var b = Boards.KITTIWAKE_B.contents();
    var d = Boards.KITTIWAKE_D.contents();
    follows("board.schema.json", BoardWriter.write(b));
    follows("board.schema.json", BoardWriter.writeDerived(d, b));
    follows("devices.schema.json", DeviceFiles.write(DeviceLibrary.shipped().all()));
  }

  @Test
  void writtenCases() throws IOException {
    var entries = Stories.of("5V 4.94", "note Ω");
    CaseHeader header =
        new CaseHeader(3, "x", "owner", "", entries.getFirst().at(), CaseState.GONE_HOME);
    follows("case.schema.json", CaseFiles.write(new Case(header, entries)));
  }
}
