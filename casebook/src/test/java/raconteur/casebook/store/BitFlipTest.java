package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.story.Entry;

/**
 * One bit of a casebook is turned over somewhere: it is either refused when it is opened, with what
 * is wrong, or everything in it can be read and written to.
 */
class BitFlipTest {
  private static final int FLIPS = Integer.getInteger("raconteur.flips", 300);

  @TempDir private Path folder;

  private byte[] whole() throws IOException {
    Path file = folder.resolve("whole.casebook");
    try (Casebook book = opened(Casebook.open(file, Clock.systemUTC()))) {
      DemoCases.fill(book);
      book.keep(DeviceLibrary.shipped().find("74LS00").orElseThrow().named("QX-1"));
      book.keepSetting("school", "probe first");
    }
    return Files.readAllBytes(file);
  }

  private static Casebook opened(Outcome<Casebook> outcome) {
    return ((Outcome.Done<Casebook>) outcome).value();
  }

  @Test
  void aFlippedBitIsFoundAtOpeningOrDoesNotMatter() throws IOException {
    byte[] whole = whole();
    Random random = new Random(11);
    List<String> surprises = new ArrayList<>();
    int refused = 0;
    for (int i = 0; i < FLIPS; i++) {
      int at = random.nextInt(whole.length);
      int bit = random.nextInt(8);
      byte[] flipped = whole.clone();
      flipped[at] ^= (byte) (1 << bit);
      Path file = Files.write(folder.resolve("flipped.casebook"), flipped);
      try {
        switch (Casebook.open(file, Clock.systemUTC())) {
          case Outcome.Failed<Casebook>(String sentence) -> {
            refused++;
            assertThat(sentence).startsWith(file.toString());
          }
          case Outcome.Done<Casebook>(Casebook book) -> {
            try (book) {
              useAll(book);
            }
          }
        }
      } catch (RuntimeException e) {
        surprises.add("byte " + at + " bit " + bit + ": " + e);
      }
      Files.deleteIfExists(file);
      Files.deleteIfExists(folder.resolve("flipped.casebook-wal"));
      Files.deleteIfExists(folder.resolve("flipped.casebook-shm"));
    }
    surprises.forEach(System.out::println);
    assertThat(surprises).isEmpty();
    assertThat(refused).as("of %d", FLIPS).isPositive();
  }

  private static void useAll(Casebook book) {
    book.lookThrough();
    book.all();
    book.shelf();
    book.devices();
    book.settings();
    new StockRoom(book).stock();
    new OtherShops(book).all();
    new StorySearch(book).find("U26", 20);
    book.headers().stream()
        .findFirst()
        .ifPresent(
            header ->
                assertThat(book.append(header.number(), "note a line more"))
                    .isInstanceOfAny(Outcome.Done.class, Outcome.Failed.class)
                    .satisfies(BitFlipTest::written));
  }

  private static void written(Outcome<Entry> outcome) {
    if (outcome instanceof Outcome.Failed<Entry>(String sentence)) {
      throw new IllegalStateException("a line could not be written: " + sentence);
    }
  }
}
