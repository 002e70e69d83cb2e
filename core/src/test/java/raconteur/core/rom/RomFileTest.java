package raconteur.core.rom;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.data.Loaded;

class RomFileTest {
  /** The example that goes round with descriptions of Intel HEX (from memory). */
  private static final String INTEL =
      """
      :10010000214601360121470136007EFE09D2190140
      :100110002146017E17C20001FF5F16002148011928
      :10012000194E79234623965778239EDA3F01B2CAA7
      :100130003F0156702B5E712B722B732146013421C7
      :00000001FF
      """;

  /** The same for S-records: a program that says "Hello world." (from memory). */
  private static final String MOTOROLA =
      """
      S00F000068656C6C6F202020202000003C
      S11F00007C0802A6900100049421FFF07C6C1B787C8C23783C6000003863000026
      S11F001C4BFFFFE5398000007D83637880010014382100107C0803A64E800020E9
      S111003848656C6C6F20776F726C642E0A0042
      S5030003F9
      S9030000FC
      """;

  private static RomFile.Contents read(String text) {
    return read(text.getBytes(StandardCharsets.US_ASCII));
  }

  private static RomFile.Contents read(byte[] file) {
    Loaded<RomFile.Contents> loaded = RomFile.read("file", file);
    assertThat(loaded).isInstanceOf(Loaded.Ok.class);
    return ((Loaded.Ok<RomFile.Contents>) loaded).value();
  }

  private static String refusal(String text) {
    Loaded<RomFile.Contents> loaded =
        RomFile.read("file", text.getBytes(StandardCharsets.US_ASCII));
    assertThat(loaded).isInstanceOf(Loaded.Refused.class);
    return ((Loaded.Refused<RomFile.Contents>) loaded).summary();
  }

  @Test
  void thePublishedExamplesAreRead() {
    RomFile.Contents intel = read(INTEL);
    assertThat(intel.format()).isEqualTo("Intel HEX");
    assertThat(intel.firstAddress()).isEqualTo(0x100);
    assertThat(intel.bytes()).hasSize(64).startsWith(0x21, 0x46, 0x01, 0x36).endsWith(0x34, 0x21);
    RomFile.Contents motorola = read(MOTOROLA);
    assertThat(motorola.format()).isEqualTo("S-records");
    assertThat(new String(motorola.bytes(), 0x38, 12, StandardCharsets.US_ASCII))
        .isEqualTo("Hello world.");
  }

  @Test
  void everySumIsHeld() {
    assertThat(refusal(INTEL.replace("214601360121470136007EFE", "214601360121470136007EFF")))
        .contains("check sum is wrong")
        .contains("1");
    assertThat(refusal(MOTOROLA.replace("48656C6C6F20776F", "48656C6C6F20776E")))
        .contains("check sum is wrong");
  }

  @Test
  void aFileThatIsCutShortIsRefused() {
    assertThat(refusal(INTEL.replace(":00000001FF\n", ""))).contains("end record is missing");
    assertThat(refusal(INTEL.substring(0, 55))).contains("cut short");
    assertThat(refusal(MOTOROLA.substring(0, 150))).contains("cut short");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        ":0000000A F6",
        ":10010000214601360121470136007EFE09D2190140\nand then some words",
        ":020000040000FA\n:0100000000FF\n:02000004FFFFFC\n:0100000000FF\n:00000001FF",
        "S1130000285F245F2212226A000424290008237C2A\nS1",
        ":00000001FF"
      })
  void junkIsRefusedInASentence(String text) {
    Loaded<RomFile.Contents> loaded =
        RomFile.read("file", text.getBytes(StandardCharsets.US_ASCII));
    if (loaded instanceof Loaded.Refused<RomFile.Contents> refused) {
      assertThat(refused.summary()).isNotBlank();
    } else {
      // What does not begin as a record is plain bytes, whatever it is.
      assertThat(text).startsWith(":0000000A F6");
    }
  }

  @ParameterizedTest
  @EnumSource(RomFile.Form.class)
  void whatWasWrittenIsRead(RomFile.Form form) {
    for (int size : new int[] {16, 1000, 0x10000, 0x12345}) {
      byte[] image = new byte[size];
      new Random(size).nextBytes(image);
      image[0] = 0x42;
      assertThat(read(RomFile.write(image, form)).bytes()).isEqualTo(image);
    }
  }

  /** Whatever was cut out, put in or changed, a file is read or refused, never thrown at. */
  @ParameterizedTest
  @ValueSource(strings = {INTEL, MOTOROLA})
  void damagedFilesAreReadOrRefused(String whole) {
    Random random = new Random(20261129);
    int refused = 0;
    for (int i = 0; i < 3000; i++) {
      StringBuilder text = new StringBuilder(whole);
      for (int change = random.nextInt(4); change >= 0; change--) {
        int at = random.nextInt(text.length());
        switch (random.nextInt(3)) {
          case 0 -> text.setCharAt(at, (char) random.nextInt(128));
          case 1 -> text.delete(at, Math.min(text.length(), at + random.nextInt(60)));
          default -> text.insert(at, whole, random.nextInt(40), 40);
        }
        if (text.isEmpty()) {
          text.append(':');
        }
      }
      byte[] file = text.toString().getBytes(StandardCharsets.ISO_8859_1);
      switch (RomFile.read("damaged", file)) {
        case Loaded.Refused<RomFile.Contents> no -> {
          assertThat(no.summary()).isNotBlank();
          refused++;
        }
        case Loaded.Ok<RomFile.Contents> ok -> assertThat(ok.value().bytes()).isNotEmpty();
      }
    }
    assertThat(refused).isGreaterThan(1000);
  }

  @Test
  void whatNoRecordSaysIsEmpty() {
    RomFile.Contents gap = read(":0100000055AA\n:0100040066 95\n:00000001FF".replace(" ", ""));
    assertThat(gap.said()).isEqualTo(2);
    assertThat(gap.bytes()).containsExactly(0x55, 0xFF, 0xFF, 0xFF, 0x66);
  }

  /** The check values of the published catalogues of CRC and of FIPS 180 (from memory). */
  @Test
  void sumsAreThoseOfTheCatalogues() {
    Sums sums = Sums.of("123456789".getBytes(StandardCharsets.US_ASCII));
    assertThat(sums.crc32()).isEqualTo(0xCBF43926L);
    assertThat(sums.crcCcitt()).isEqualTo(0x29B1);
    assertThat(Sums.of("abc".getBytes(StandardCharsets.US_ASCII)).sha1())
        .isEqualTo("a9993e364706816aba3e25717850c26c9cd0d89d");
    assertThat(sums.sum16()).isEqualTo(0x1DD);
  }

  @ParameterizedTest
  @CsvSource({"ONE_AFTER_ANOTHER, 2", "BYTES_IN_TURN, 2", "BYTES_IN_TURN, 4", "NIBBLES, 2"})
  void whatIsSplitIsJoinedAgain(Parallel.Way way, int chips) {
    byte[] image = new byte[1024];
    new Random(7).nextBytes(image);
    assertThat(Parallel.join(Parallel.split(image, chips, way), way)).isEqualTo(image);
    assertThat(Parallel.split(new byte[] {0x12, 0x34}, 2, Parallel.Way.NIBBLES)[1])
        .containsExactly(1, 3);
    assertThat(Parallel.split(new byte[] {1, 2, 3, 4}, 2, Parallel.Way.BYTES_IN_TURN)[1])
        .containsExactly(2, 4);
    assertThat(Arrays.equals(image, new byte[1024])).isFalse();
  }
}
