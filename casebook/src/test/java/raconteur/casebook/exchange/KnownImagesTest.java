package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * Sums are the check values that were published: CRC-32 of "123456789" is CBF43926 (ITU-T V.42,
 * ISO/IEC 13239), SHA-1 of "abc" is A9993E36 4706816A BA3E2571 7850C26C 9CD0D89D (FIPS 180-4).
 */
class KnownImagesTest {
  private static final String SHA1_OF_ABC = "a9993e364706816aba3e25717850c26c9cd0d89d";

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }

  private static KnownImages list(String text) {
    return switch (KnownImages.read("list.csv", bytes(text))) {
      case Loaded.Ok<KnownImages>(KnownImages known) -> known;
      case Loaded.Refused<KnownImages> refused -> throw new AssertionError(refused.issues());
    };
  }

  private static String why(String text) {
    return switch (KnownImages.read("list.csv", bytes(text))) {
      case Loaded.Ok<KnownImages> _ -> "";
      case Loaded.Refused<KnownImages> refused -> refused.issues().getFirst().reason();
    };
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "name,crc32\nboot rom,CBF43926\n",
        "name,crc32\nboot rom,0xcbf43926\n",
        "Title;CRC\nboot rom;cbf43926\n",
        "file,bytes,crc-32\nboot rom,9,cbf43926\n",
        "size\tname\tcrc\n9\tboot rom\tcbf43926\n"
      })
  void aSumNamesItsImageHoweverTheTableIsWritten(String table) {
    assertThat(list(table).find(bytes("123456789"))).containsExactly("By its sum it is boot rom.");
    assertThat(list(table).find(bytes("123456780"))).isEmpty();
  }

  @Test
  void theLongerSumGoesBeforeTheShorter() {
    KnownImages known =
        list("name,crc32,sha1\nabc of old,352441c2," + SHA1_OF_ABC + "\nanother,352441c2,\n");
    assertThat(known.find(bytes("abc")))
        .containsExactly("By its sum it is abc of old.", "By its sum it is another.");
  }

  /**
   * A CRC-32 alone is met by chance once in four thousand million; of another size it is chance.
   */
  @Test
  void aCrcOfAnotherSizeIsNotTheImage() {
    assertThat(list("name,size,crc32\nboot rom,10,cbf43926\n").find(bytes("123456789"))).isEmpty();
  }

  /**
   * CRC-32 of four bytes of 0xFF is FFFFFFFF, of nothing is 0: noughts in front may be left out.
   */
  @Test
  void noughtsInFrontOfASumMayBeMissing() {
    assertThat(list("name,crc32\nnothing,0\n").find(new byte[0]))
        .containsExactly("By its sum it is nothing.");
  }

  @Test
  void halvesAreNamedWhereTheWholeIsNone() {
    KnownImages known = list("name,sha1\nlow," + SHA1_OF_ABC + "\n");
    assertThat(known.find(bytes("abcxyz"))).containsExactly("Its lower half is low by its sum.");
    assertThat(known.find(bytes("xyzabc"))).containsExactly("Its upper half is low by its sum.");
    assertThat(known.find(bytes("abcabc"))).hasSize(2);
    assertThat(known.find(bytes("xabcz"))).isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'name,size\nboot,9\n' | crc32 or sha1",
        "'crc32,size\ncbf43926,9\n' | column name",
        "'' | table",
        "'\0\1\2\3' | "
      })
  void whatIsNoSuchListIsRefusedWithWhatWouldBeOne(String text, String says) {
    assertThat(why(text)).isNotEmpty().contains(says == null ? "" : says);
  }

  @Test
  void rowsWithoutASumAreLeftOutAndTheOthersKept() {
    KnownImages known = list("name,crc32\nno sum,\nnonsense,xyz\nboot rom,cbf43926\n");
    assertThat(known.find(bytes("123456789"))).containsExactly("By its sum it is boot rom.");
  }

  @Test
  void aFolderOrNothingIsNoList(@TempDir Path folder) throws IOException {
    assertThat(KnownImages.read(folder)).isInstanceOf(Loaded.Refused.class);
    assertThat(KnownImages.read(folder.resolve("none.csv"))).isInstanceOf(Loaded.Refused.class);
    Path file = Files.writeString(folder.resolve("list.csv"), "name,crc32\nboot,cbf43926\n");
    assertThat(KnownImages.read(file)).isInstanceOf(Loaded.Ok.class);
  }

  @Test
  void whatIsWrongNamesItsFile(@TempDir Path folder) {
    assertThat(KnownImages.read(folder.resolve("none.csv")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused ->
                assertThat(((Issue) refused.issues().getFirst()).toString()).contains("none.csv"));
  }
}
