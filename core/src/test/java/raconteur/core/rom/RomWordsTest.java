package raconteur.core.rom;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

class RomWordsTest {
  private static final Optional<Device> PART = DeviceLibrary.shipped().find("2764");
  private static final byte[] IMAGE = image();

  private static byte[] image() {
    byte[] image = new byte[0x2000];
    new Random(2764).nextBytes(image);
    return image;
  }

  private interface Change {
    int of(int address, int value);
  }

  private static byte[] read(Change change) {
    byte[] read = new byte[IMAGE.length];
    for (int a = 0; a < read.length; a++) {
      read[a] = (byte) change.of(a, IMAGE[a] & 0xFF);
    }
    return read;
  }

  private static RomDiagnosis.Result result(byte[] read) {
    return RomDiagnosis.of(IMAGE, read);
  }

  private static List<String> lines(byte[] read) {
    return RomWords.lines("U15", Optional.empty(), Optional.of(result(read)), PART);
  }

  @Test
  void aRomThatIsRightIsSaidToBeSo() {
    assertThat(RomWords.of(result(IMAGE.clone()), PART))
        .contains("It is what it should be, in every bit.");
    assertThat(lines(IMAGE.clone())).containsExactly("U15 rom good");
  }

  /** Pin 13 of a 2764 is D2 (data book, from memory); the story gets verdict and note. */
  @Test
  void aDataLineThatStandsIsNamedByItsPin() {
    byte[] read = read((a, v) -> v | 4);
    assertThat(RomWords.of(result(read), PART))
        .anyMatch(s -> s.contains("D2") && s.contains("13") && s.contains("stands high"))
        .last()
        .asString()
        .contains("Read in a programmer");
    assertThat(lines(read)).hasSize(2).first().isEqualTo("U15 rom differs");
    assertThat(lines(read).getLast()).startsWith("note U15: ").contains("stands high");
  }

  @Test
  void anAddressLineThatStandsSaysWhatIsNeverRead() {
    byte[] read = new byte[IMAGE.length];
    for (int a = 0; a < read.length; a++) {
      read[a] = IMAGE[a & ~0x40];
    }
    assertThat(String.join(" ", RomWords.of(result(read), PART)))
        .contains("A6", "stands low", "the other half of it is never read");
  }

  @ParameterizedTest
  @ValueSource(ints = {0xFF, 0x00, 0x2A})
  void aSilentRomIsSilentAndHasNoNote(int value) {
    byte[] read = read((a, v) -> value);
    assertThat(lines(read)).containsExactly("U15 rom silent");
  }

  @Test
  void readingsThatDifferFromEachOtherComeBeforeWhatTheyDifferFrom() {
    byte[] one = IMAGE.clone();
    byte[] other = IMAGE.clone();
    other[7] ^= 0x10;
    TwoReadings readings = TwoReadings.of(List.of(one, other));
    List<String> lines =
        RomWords.lines("U15", Optional.of(readings), Optional.of(result(other)), PART);
    assertThat(lines).hasSize(2).first().isEqualTo("U15 rom unsteady");
    assertThat(lines.getLast()).startsWith("note U15: ").contains(readings.words());
  }

  /** What the bench of ROMs puts into a story is what the bench line takes. */
  @Test
  void everyLineIsOneTheStoryTakes() {
    BenchLine line = new BenchLine(Boards.KITTIWAKE_B);
    for (byte[] read :
        List.of(
            IMAGE.clone(), read((a, v) -> v | 4), read((a, v) -> 0xFF), read((a, v) -> v ^ 0xFF))) {
      assertThat(lines(read))
          .allSatisfy(
              each ->
                  assertThat(line.understand(each, BenchContext.FRESH))
                      .isInstanceOf(Understanding.Understood.class));
    }
  }
}
