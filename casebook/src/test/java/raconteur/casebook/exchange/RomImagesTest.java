package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.data.Loaded;

class RomImagesTest {
  @TempDir private Path folder;

  private Path file(String name, String text) throws IOException {
    return Files.write(folder.resolve(name), text.getBytes(StandardCharsets.ISO_8859_1));
  }

  private static byte[] image(Loaded<byte[]> loaded) {
    return switch (loaded) {
      case Loaded.Ok<byte[]>(byte[] bytes) -> bytes;
      case Loaded.Refused<byte[]> refused -> throw new AssertionError(refused.issues());
    };
  }

  private static String why(Loaded<?> loaded) {
    return loaded instanceof Loaded.Refused<?> refused
        ? refused.issues().getFirst().toString()
        : "";
  }

  /** Three forms of the same four bytes; sums as the forms' descriptions make them. */
  @Test
  void oneImageInThreeFormsIsOneImage() throws IOException {
    byte[] plain = image(RomImages.read(file("a.bin", "\u0001\u0002\u0003\u00fe")));
    byte[] hex = image(RomImages.read(file("a.hex", ":04000000010203FEF8\n:00000001FF\n")));
    byte[] records = image(RomImages.read(file("a.s19", "S1070000010203FEF4\nS9030000FC\n")));
    assertThat(plain).containsExactly(1, 2, 3, 0xFE - 256);
    assertThat(hex).startsWith(plain);
    assertThat(records).startsWith(plain);
  }

  @Test
  void aSumThatDoesNotHoldIsSaidWithItsLine() throws IOException {
    assertThat(why(RomImages.read(file("a.hex", ":04000000010203FEF9\n:00000001FF\n"))))
        .contains("a.hex", "1");
  }

  @Test
  void theFirstThatIsNoneIsNamedAndNoneIsTaken() throws IOException {
    Path good = file("good.bin", "\u0001\u0002\u0003\u0004");
    Loaded<List<byte[]>> both = RomImages.read(List.of(good, folder.resolve("gone.bin")));
    assertThat(why(both)).contains("gone.bin");
    assertThat(RomImages.read(List.of(good, good)))
        .isInstanceOfSatisfying(Loaded.Ok.class, ok -> assertThat((List<?>) ok.value()).hasSize(2));
  }

  @Test
  void aFolderAndWhatIsLargerThanAnyRomAreNone() throws IOException {
    assertThat(why(RomImages.read(folder))).contains("no such file");
    Path large = folder.resolve("large.bin");
    try (var out =
        Files.newByteChannel(
            large,
            java.nio.file.StandardOpenOption.CREATE_NEW,
            java.nio.file.StandardOpenOption.WRITE)) {
      out.position(1L << 31);
      out.write(java.nio.ByteBuffer.wrap(new byte[] {1}));
    }
    assertThat(why(RomImages.read(large))).contains("larger than any ROM");
  }
}
