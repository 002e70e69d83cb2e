package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Clock;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PictureReaderTest {
  @TempDir private Path folder;

  private Path picture(String format, int width, int height) throws IOException {
    BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
    image.setRGB(0, 0, 0xFF8800);
    Path file = folder.resolve("board." + format);
    ImageIO.write(image, format, file.toFile());
    return file;
  }

  private static Picture done(Outcome<Picture> outcome) {
    return ((Outcome.Done<Picture>) outcome).value();
  }

  private String refused(String name, byte[] bytes) throws IOException {
    Path file = folder.resolve(name);
    Files.write(file, bytes);
    return ((Outcome.Failed<Picture>) PictureReader.read(file)).sentence();
  }

  @ParameterizedTest
  @ValueSource(strings = {"png", "jpg"})
  void aPictureIsNamedByItsContentAndHasASmallThumbnail(String format) throws Exception {
    Path file = picture(format, 1600, 900);
    Picture picture = done(PictureReader.read(file));
    byte[] hash = MessageDigest.getInstance("SHA-256").digest(Files.readAllBytes(file));
    assertThat(picture.content()).isEqualTo(HexFormat.of().formatHex(hash));
    assertThat(picture.name()).hasSize(12);
    assertThat(picture.media()).isEqualTo(format.equals("png") ? "image/png" : "image/jpeg");
    assertThat(picture.width()).isEqualTo(1600);
    BufferedImage small = ImageIO.read(new ByteArrayInputStream(picture.thumbnail()));
    assertThat(small.getWidth()).isEqualTo(320);
    assertThat(small.getHeight()).isEqualTo(180);
  }

  @Test
  void whatIsNoPictureIsRefusedWithWhatWouldBeAccepted() throws IOException {
    assertThat(refused("a.png", "junk".getBytes(StandardCharsets.UTF_8))).contains("JPEG or PNG");
    assertThat(refused("b.jpg", new byte[0])).contains("JPEG or PNG");
    ByteArrayOutputStream gif = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(4, 4, BufferedImage.TYPE_INT_RGB), "gif", gif);
    assertThat(refused("c.png", gif.toByteArray())).contains("JPEG or PNG");
    assertThat(
            ((Outcome.Failed<Picture>) PictureReader.read(folder.resolve("gone.png"))).sentence())
        .contains("still there?");
  }

  @Test
  void aTruncatedPictureIsRefused() throws IOException {
    byte[] whole = Files.readAllBytes(picture("png", 300, 300));
    assertThat(refused("cut.png", Arrays.copyOf(whole, whole.length / 3))).contains("damaged");
  }

  /** A file of a few bytes that claims to be 60000 × 60000 is refused before it is decoded. */
  @Test
  void aPictureThatClaimsToBeEnormousCostsNothing() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    DataOutputStream out = new DataOutputStream(bytes);
    out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
    ByteArrayOutputStream header = new ByteArrayOutputStream();
    DataOutputStream fields = new DataOutputStream(header);
    fields.writeBytes("IHDR");
    fields.writeInt(60000);
    fields.writeInt(60000);
    fields.write(new byte[] {8, 2, 0, 0, 0});
    CRC32 crc = new CRC32();
    crc.update(header.toByteArray());
    out.writeInt(13);
    out.write(header.toByteArray());
    out.writeInt((int) crc.getValue());
    assertThat(refused("bomb.png", bytes.toByteArray())).contains("80 million pixels");
  }

  @Test
  void theCasebookKeepsAPictureOnceAndFindsItByItsName() throws IOException {
    Picture picture = done(PictureReader.read(picture("png", 40, 30)));
    Path file = folder.resolve("a.casebook");
    try (Casebook book =
        ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value()) {
      assertThat(book.keep(picture)).isInstanceOf(Outcome.Done.class);
      assertThat(book.keep(picture)).isInstanceOf(Outcome.Done.class);
      Picture found = book.picture(picture.name()).orElseThrow();
      assertThat(found).isEqualTo(picture);
      assertThat(found.bytes()).isEqualTo(picture.bytes());
      assertThat(book.picture("000000000000")).isEmpty();
    }
  }

  private static Picture photograph(Path file) {
    return done(PictureReader.readPhotograph(file));
  }

  private String photographRefused(Path file) {
    return ((Outcome.Failed<Picture>) PictureReader.readPhotograph(file)).sentence();
  }

  @Test
  void aPhotographIsScaledDownToWhatABoardNeeds() throws Exception {
    Picture picture = photograph(picture("jpg", 5000, 2500));
    assertThat(picture.width()).isEqualTo(3200);
    assertThat(picture.height()).isEqualTo(1600);
    assertThat(picture.media()).isEqualTo("image/jpeg");
    assertThat(photograph(picture("png", 640, 480)).width()).isEqualTo(640);
  }

  @Tag("long")
  @Test
  void aPhotographOfAHundredMillionPixelsIsRead() throws Exception {
    Path file = folder.resolve("huge.png");
    ImageIO.write(
        new BufferedImage(12_000, 9_000, BufferedImage.TYPE_BYTE_BINARY), "png", file.toFile());
    assertThat(photograph(file).width()).isEqualTo(3200);
  }

  /** Exif 2.3, tag 0x0112: 6 is a picture that has to be turned clockwise by a quarter. */
  @Test
  void aPhotographIsTurnedAsTheCameraWasHeld() throws Exception {
    Path file = picture("jpg", 800, 600);
    byte[] jpeg = Files.readAllBytes(file);
    byte[] exif =
        HexFormat.of()
            .parseHex(
                "ffe10022457869660000"
                    + "4d4d002a00000008"
                    + "0001011200030000000100060000"
                    + "00000000");
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    int behindJfif = 4 + (jpeg[4] << 8 | jpeg[5]);
    out.write(jpeg, 0, behindJfif);
    out.write(exif);
    out.write(jpeg, behindJfif, jpeg.length - behindJfif);
    Files.write(file, out.toByteArray());
    Picture picture = photograph(file);
    assertThat(picture.width()).isEqualTo(600);
    assertThat(picture.height()).isEqualTo(800);
  }

  @Test
  void whatIsNoPhotographIsRefusedInASentence() throws Exception {
    assertThat(photographRefused(folder.resolve("none.jpg"))).contains("none.jpg");
    assertThat(photographRefused(Files.write(folder.resolve("junk.jpg"), new byte[] {1, 2, 3})))
        .isEqualTo("junk.jpg is no JPEG or PNG picture; those two are read.");
    byte[] whole = Files.readAllBytes(picture("png", 800, 600));
    assertThat(
            photographRefused(
                Files.write(folder.resolve("half.png"), Arrays.copyOf(whole, whole.length / 2))))
        .isEqualTo("half.png is damaged and cannot be shown; save it again.");
    assertThat(photographRefused(picture("png", 60, 40))).contains("at least 100 each way");
    assertThat(photographRefused(folder)).isNotEmpty();
  }
}
