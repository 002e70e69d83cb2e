package raconteur.casebook.brought;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.casebook.brought.BroughtFile.Kind;
import raconteur.casebook.store.Archive;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;

class BroughtFileTest {
  @TempDir private Path folder;

  private Kind kind(String name, byte[] content) throws IOException {
    Path file = Files.write(folder.resolve(name), content);
    return ((Outcome.Done<BroughtFile>) BroughtFile.of(file)).value().kind();
  }

  /** Names say nothing here: what is in the file does. Lines are written with a bar between. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "{\"format\": \"raconteur-board/1\", \"id\": \"x\"}! BOARD",
        "{ \"format\" : \"raconteur-case/1\"}! CASE",
        "{\"format\":\"raconteur-counts/1\"}! COUNTS",
        "number,kind,name,count|1,device,4116-3,8! STOCK",
        "# raconteur-nets/1|+5V: all VCC! TYPED_NETS",
        "$date today $end|$timescale 1ns $end! RECORDING",
        "time (us),CH1,CH2|0,0.1,4.9|1,0.1,4.8|2,4.9,0.1! RECORDING",
        ":10010000214601360121470136007EFE09D2190140! ROM_IMAGE",
        "S00F000068656C6C6F202020202000003C! ROM_IMAGE",
        "Location,Part,Value|U1,74LS00,|C1,,100n! BOARD",
        "(export (version D) (components))! BOARD",
        "C  IPC-D-356 test records! BOARD",
      })
  void aTextIsKnownByWhatStandsInIt(String text, String expected) throws IOException {
    String lines = text.replace('|', '\n') + "\n";
    assertThat(kind("some file", lines.getBytes(StandardCharsets.UTF_8)))
        .isEqualTo(Kind.valueOf(expected));
  }

  @Test
  void bytesAreKnownByTheirBeginningOrElseByTheirName() throws IOException {
    byte[] image = new byte[2048];
    image[7] = 1;
    assertThat(kind("u15.bin", image)).isEqualTo(Kind.ROM_IMAGE);
    assertThat(kind("game.5c", image)).isEqualTo(Kind.ROM_IMAGE);
    assertThat(kind("who knows", image)).isEqualTo(Kind.NOTHING_KNOWN);
    assertThat(kind("empty.csv", new byte[0])).isEqualTo(Kind.NOTHING_KNOWN);
    assertThat(kind("a", new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF, (byte) 0xE1}))
        .isEqualTo(Kind.PICTURE);
    assertThat(kind("b", new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10}))
        .isEqualTo(Kind.PICTURE);
    byte[] utf16 = "Location,Part\nU1,74LS00\n".getBytes(StandardCharsets.UTF_16);
    assertThat(kind("list.csv", utf16)).isEqualTo(Kind.BOARD);
  }

  /** What the program itself writes is known again whatever it is called. */
  @Test
  void itsOwnCasebookAndArchiveAreKnown() throws IOException {
    Path book = folder.resolve("mine.of-course");
    Path archive = folder.resolve("copy");
    try (Casebook open =
        ((Outcome.Done<Casebook>) Casebook.open(book, Clock.systemUTC())).value()) {
      assertThat(Archive.write(open, Map.of(), archive)).isInstanceOf(Outcome.Done.class);
    }
    assertThat(kind("moved", Files.readAllBytes(book))).isEqualTo(Kind.CASEBOOK);
    assertThat(kind("renamed", Files.readAllBytes(archive))).isEqualTo(Kind.ARCHIVE);
  }

  @Test
  void whatCannotBeLookedAtIsRefusedInASentence() {
    assertThat(BroughtFile.of(folder.resolve("gone")))
        .isEqualTo(new Outcome.Failed<>("There is no file " + folder.resolve("gone") + "."));
    assertThat(BroughtFile.of(folder))
        .isEqualTo(new Outcome.Failed<>(folder + " is a folder: bring one of its files."));
  }
}
