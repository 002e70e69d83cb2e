package raconteur.core.rom;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;

/** A reading without a reference, several readings, and what is written into a new part. */
class RomInspectionTest {
  private static byte[] noise(int size) {
    byte[] image = new byte[size];
    new Random(size).nextBytes(image);
    return image;
  }

  private static Device device(String name) {
    return DeviceLibrary.shipped().find(name).orElseThrow();
  }

  @Test
  void linesThatNeverMoveAreSeen() {
    byte[] image = noise(0x1000);
    for (int a = 0; a < image.length; a++) {
      image[a] = (byte) (image[a & ~0x400] | 0x20);
    }
    RomInspection seen = RomInspection.of(image);
    assertThat(seen.planes().get(5)).isEqualTo(1);
    assertThat(seen.idleAddress()).containsExactly(10);
    assertThat(seen.signs())
        .anyMatch(s -> s.startsWith("D5 stands high throughout"))
        .anyMatch(s -> s.startsWith("A10 makes no difference"));
  }

  /** By definition: even bytes have 8 bits, one value none, two equally often one (Shannon). */
  @Test
  void entropyIsThatOfItsDefinition() {
    byte[] all = new byte[0x1000];
    byte[] two = new byte[0x1000];
    for (int a = 0; a < all.length; a++) {
      all[a] = (byte) a;
      two[a] = (byte) (a & 1);
    }
    assertThat(RomInspection.of(all).entropyBits()).isCloseTo(8, within(1e-9));
    assertThat(RomInspection.of(two).entropyBits()).isCloseTo(1, within(1e-9));
    assertThat(RomInspection.of(new byte[64]).signs())
        .containsExactly("Nothing but 00: empty, never selected, or without supply.");
  }

  @Test
  void wordsBeginningsAndOwnSumsAreSeen() {
    byte[] image = noise(0x800);
    byte[] text = "COPYRIGHT QUILLON 1983".getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(text, 0, image, 0x123, text.length);
    image[0x122] = 0;
    image[0x123 + text.length] = 0;
    image[0] = (byte) 0xF3;
    image[0x7FC] = 0x00;
    image[0x7FD] = (byte) 0xF9;
    image[0x100] = 0x4C;
    image[0x7FF] = 0;
    image[0x7FF] = (byte) -Sums.of(image).sum16();
    RomInspection seen = RomInspection.of(image);
    assertThat(seen.words().getFirst()).isEqualTo("0123 COPYRIGHT QUILLON 1983");
    assertThat(seen.signs())
        .anyMatch(s -> s.contains("6502's memory it begins at F900"))
        .anyMatch(s -> s.contains("begins with F3, as programs of a Z80"))
        .anyMatch(s -> s.contains("add up to 00"));
    Arrays.fill(image, 0x700, 0x800, (byte) 0xFF);
    assertThat(RomInspection.of(image).signs()).contains("From 0700 on there is nothing but FF.");
  }

  @Test
  void whatDiffersBetweenReadingsIsCountedByBit() {
    byte[] one = noise(0x1000);
    byte[] other = one.clone();
    other[0x200] ^= 0x08;
    other[0x300] ^= 0x0A;
    TwoReadings both = TwoReadings.of(List.of(one, other, one));
    assertThat(both.unsteadyBytes()).isEqualTo(2);
    assertThat(both.byBit()).containsExactly(0, 1, 0, 2, 0, 0, 0, 0);
    assertThat(both.words()).contains("from 0200 to 0300: D1 at 1, D3 at 2");
  }

  /**
   * None of n: the exact upper limit of a two-sided 95 % interval is 1 − 0.025^(1/n) (Clopper and
   * Pearson).
   */
  @ParameterizedTest
  @CsvSource({"2, 0.975", "4, 0.7076", "11, 0.3085"})
  void equalReadingsLeaveRoomForDoubt(int readings, double limit) {
    byte[] one = noise(64);
    TwoReadings all = TwoReadings.of(java.util.Collections.nCopies(readings, one));
    assertThat(all.steady()).isTrue();
    assertThat(all.mayStillDiffer()).isCloseTo(limit, within(1e-3));
  }

  @Test
  void aLargerPartHoldsTheImageOverAndOver() {
    byte[] image = noise(0x1000);
    BurnPlan plan =
        BurnPlan.of(List.of(image), device("2732"), device("2764"), BurnPlan.Fill.REPEATED);
    assertThat(plan.problems()).isEmpty();
    assertThat(plan.image()).hasSize(0x2000);
    assertThat(Arrays.copyOf(plan.image(), 0x1000)).isEqualTo(image);
    assertThat(Arrays.copyOfRange(plan.image(), 0x1000, 0x2000)).isEqualTo(image);
    assertThat(plan.steps())
        .anyMatch(s -> s.contains("2 times; A12 may be tied to either level"))
        .anyMatch(s -> s.contains(String.format("sum %04X", Sums.of(plan.image()).sum16())));
    BurnPlan padded =
        BurnPlan.of(List.of(image), device("2732"), device("2764"), BurnPlan.Fill.PADDED);
    assertThat(padded.image()[0x1000]).isEqualTo((byte) 0xFF);
    assertThat(padded.steps()).anyMatch(s -> s.contains("A12 has to be tied low"));
  }

  @Test
  void banksAreChosenByTheUpperLines() {
    List<byte[]> banks = List.of(noise(0x800), noise(0x800), noise(0x800));
    BurnPlan plan = BurnPlan.of(banks, device("2716"), device("2764"), BurnPlan.Fill.REPEATED);
    assertThat(Arrays.copyOfRange(plan.image(), 0x1000, 0x1800)).isEqualTo(banks.get(2));
    assertThat(plan.steps())
        .anyMatch(s -> s.startsWith("Bank 0: A11 low, A12 low"))
        .anyMatch(s -> s.startsWith("Bank 2: A11 low, A12 high"));
  }

  @Test
  void whatCannotBeIsSaidWithTheFigures() {
    byte[] image = noise(0x1000);
    assertThat(
            BurnPlan.of(List.of(image), device("2732"), device("2716"), BurnPlan.Fill.REPEATED)
                .problems())
        .anyMatch(p -> p.contains("A 2716 holds 2048 bytes, a 2732 4096"));
    assertThat(
            BurnPlan.of(List.of(noise(100)), device("2732"), device("2764"), BurnPlan.Fill.REPEATED)
                .problems())
        .anyMatch(p -> p.contains("An image has 100 bytes; a 2732 holds 4096"));
    assertThat(
            BurnPlan.of(List.of(image), device("2732"), device("74LS04"), BurnPlan.Fill.REPEATED)
                .problems())
        .anyMatch(p -> p.contains("74LS04 is no memory"));
  }
}
