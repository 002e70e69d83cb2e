package raconteur.core.rom;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.rom.RomCause.Line;

class RomDiagnosisTest {
  private static final int SIZE = 0x1000;

  /** Like a program: few values often, tables, runs of fill, a little text. */
  private static byte[] program(int size, long seed) {
    Random random = new Random(seed);
    byte[] image = new byte[size];
    for (int a = 0; a < size; a++) {
      int kind = a >> 6 & 15;
      double spread = random.nextGaussian() * 28;
      image[a] =
          (byte)
              (kind < 11
                  ? (int) (spread * spread) & 0xFF
                  : kind < 13 ? 'A' + random.nextInt(26) : kind == 13 ? a & 0x3F : 0xFF);
    }
    return image;
  }

  private static Line address(int number) {
    return new Line(true, number);
  }

  private static Line data(int number) {
    return new Line(false, number);
  }

  /** What a ROM with a fault gives, said once more in words of a reader at its pins. */
  private static byte[] with(byte[] image, RomCause cause) {
    byte[] read = new byte[image.length];
    for (int a = 0; a < image.length; a++) {
      read[a] = (byte) outputs(image[inputs(a, cause)] & 0xFF, cause);
    }
    return read;
  }

  private static int inputs(int a, RomCause cause) {
    return switch (cause) {
      case RomCause.Stuck s when s.line().address() -> level(a, s.line().number(), s.high());
      case RomCause.Inverted i when i.line().address() -> a ^ 1 << i.line().number();
      case RomCause.Exchanged e when e.one().address() -> exchanged(a, e);
      case RomCause.Joined j when j.one().address() -> joined(a, j);
      default -> a;
    };
  }

  private static int outputs(int value, RomCause cause) {
    return switch (cause) {
      case RomCause.Stuck s when !s.line().address() -> level(value, s.line().number(), s.high());
      case RomCause.Inverted i when !i.line().address() -> value ^ 1 << i.line().number();
      case RomCause.Exchanged e when !e.one().address() -> exchanged(value, e);
      case RomCause.Joined j when !j.one().address() -> joined(value, j);
      case RomCause.AllInverted _ -> value ^ 0xFF;
      default -> value;
    };
  }

  private static int level(int word, int bit, boolean high) {
    return high ? word | 1 << bit : word & ~(1 << bit);
  }

  private static int exchanged(int word, RomCause.Exchanged e) {
    boolean one = (word & 1 << e.one().number()) != 0;
    boolean other = (word & 1 << e.other().number()) != 0;
    return level(level(word, e.one().number(), other), e.other().number(), one);
  }

  private static int joined(int word, RomCause.Joined j) {
    boolean one = (word & 1 << j.one().number()) != 0;
    boolean other = (word & 1 << j.other().number()) != 0;
    boolean both = j.lowWins() ? one && other : one || other;
    return level(level(word, j.one().number(), both), j.other().number(), both);
  }

  private static List<RomCause> everyFault() {
    List<RomCause> faults = new ArrayList<>(List.of(new RomCause.AllInverted()));
    for (boolean high : new boolean[] {false, true}) {
      for (int i = 0; i < 12; i++) {
        faults.add(new RomCause.Stuck(address(i), high));
        for (int j = i + 1; j < 12; j++) {
          faults.add(new RomCause.Joined(address(i), address(j), high));
        }
      }
      for (int i = 0; i < 8; i++) {
        faults.add(new RomCause.Stuck(data(i), high));
        for (int j = i + 1; j < 8; j++) {
          faults.add(new RomCause.Joined(data(i), data(j), high));
        }
      }
    }
    for (int i = 0; i < 12; i++) {
      faults.add(new RomCause.Inverted(address(i)));
      for (int j = i + 1; j < 12; j++) {
        faults.add(new RomCause.Exchanged(address(i), address(j)));
      }
    }
    for (int i = 0; i < 8; i++) {
      faults.add(new RomCause.Inverted(data(i)));
      for (int j = i + 1; j < 8; j++) {
        faults.add(new RomCause.Exchanged(data(i), data(j)));
      }
    }
    return faults;
  }

  private static Stream<RomCause> faults() {
    return everyFault().stream();
  }

  /** Every fourth of them, begun with the first, for every day. */
  private static Stream<RomCause> someFaults() {
    List<RomCause> all = everyFault();
    return IntStream.range(0, all.size()).filter(i -> i % 4 == 0).mapToObj(all::get);
  }

  private static RomDiagnosis.Explanation first(byte[] wanted, byte[] read) {
    return RomDiagnosis.of(wanted, read).explanations().getFirst();
  }

  @ParameterizedTest
  @MethodSource("someFaults")
  void aSingleFaultIsNamedFirst(RomCause fault) {
    everySingleFaultIsNamedFirst(fault);
  }

  @Tag("long")
  @ParameterizedTest
  @MethodSource("faults")
  void everySingleFaultIsNamedFirst(RomCause fault) {
    byte[] image = program(SIZE, 11);
    RomDiagnosis.Explanation first = first(image, with(image, fault));
    assertThat(first.causes()).containsExactly(fault);
    assertThat(first.share()).isEqualTo(1);
  }

  /**
   * Of 60 pairs, 58 were named first when it was written; the others are two of three lines that
   * meet.
   */
  @Tag("long")
  @Test
  void twoFaultsAtOnceAreMostlyNamed() {
    List<RomCause> faults = everyFault();
    Random random = new Random(5);
    int named = 0;
    List<String> missed = new ArrayList<>();
    for (int i = 0; i < 30; i++) {
      byte[] image = program(SIZE, i);
      RomCause one = faults.get(1 + random.nextInt(faults.size() - 1));
      RomCause other = faults.get(1 + random.nextInt(faults.size() - 1));
      byte[] read = with(with(image, one), other);
      RomDiagnosis.Explanation first = first(image, read);
      boolean both =
          Set.copyOf(first.causes()).equals(Set.of(one, other))
              || Arrays.equals(read, image)
              || first.share() == 1;
      named += both ? 1 : 0;
      if (!both) {
        missed.add(one + " and " + other + " as " + first);
      }
    }
    assertThat(named).describedAs(String.join("\n", missed)).isGreaterThanOrEqualTo(27);
  }

  @Test
  void aStuckLineIsNamedThroughOtherDamage() {
    byte[] image = program(SIZE, 3);
    byte[] read = with(image, new RomCause.Stuck(data(5), true));
    Random random = new Random(2);
    for (int i = 0; i < 30; i++) {
      read[random.nextInt(SIZE)] ^= (byte) (1 << random.nextInt(8));
    }
    RomDiagnosis.Explanation first = first(image, read);
    assertThat(first.causes()).containsExactly(new RomCause.Stuck(data(5), true));
    assertThat(first.share()).isBetween(0.9, 1.0);
  }

  @Test
  void cellsThatLoseTheirChargeAreNoLine() {
    byte[] image = program(0x2000, 4);
    byte[] read = image.clone();
    Random random = new Random(9);
    for (int i = 0; i < 25; i++) {
      read[random.nextInt(read.length)] |= (byte) (1 << random.nextInt(8));
    }
    RomDiagnosis.Result result = RomDiagnosis.of(image, read);
    assertThat(result.explanations().getFirst().causes().getFirst())
        .isInstanceOfSatisfying(
            RomCause.BitRot.class,
            rot -> {
              assertThat(rot.toHigh()).isTrue();
              assertThat(rot.bits()).isEqualTo(result.flips().stream().mapToInt(f -> f[0]).sum());
            });
  }

  @Test
  void silenceAndOtherContentsAreSaidSo() {
    byte[] image = program(SIZE, 6);
    byte[] empty = new byte[SIZE];
    Arrays.fill(empty, (byte) 0xFF);
    assertThat(first(image, empty).causes()).containsExactly(new RomCause.Silent(0xFF));
    byte[] other = program(SIZE, 77);
    assertThat(first(image, other).causes().getFirst()).isInstanceOf(RomCause.OtherContents.class);
    byte[] version = image.clone();
    System.arraycopy(other, 0x200, version, 0x200, 0x300);
    assertThat(first(image, version).causes().getFirst())
        .isInstanceOfSatisfying(
            RomCause.OtherContents.class, c -> assertThat(c.same()).isGreaterThan(0.7));
    assertThat(first(image, image).causes()).isEmpty();
  }

  @Test
  void halvesOfLargerPartsAreFound() {
    byte[] image = program(SIZE, 8);
    byte[] twice = new byte[2 * SIZE];
    System.arraycopy(image, 0, twice, 0, SIZE);
    System.arraycopy(image, 0, twice, SIZE, SIZE);
    RomDiagnosis.Result doubled = RomDiagnosis.of(image, twice);
    assertThat(doubled.differing()).isZero();
    assertThat(doubled.notes()).singleElement().asString().contains("first half twice");
    byte[] upper = Arrays.copyOfRange(image, SIZE / 2, SIZE);
    RomDiagnosis.Result half = RomDiagnosis.of(image, upper);
    assertThat(half.differing()).isZero();
    assertThat(half.notes()).singleElement().asString().contains("upper half");
    RomDiagnosis.Result odd = RomDiagnosis.of(image, Arrays.copyOf(image, 3000));
    assertThat(odd.differing()).isZero();
    assertThat(odd.notes()).singleElement().asString().contains("first 3000 bytes");
  }

  @Test
  void aLargeImageIsSampledEvenlyAndCountedWhole() {
    byte[] image = program(0x20000, 12);
    for (RomCause fault :
        List.of(
            new RomCause.Stuck(address(16), false),
            new RomCause.Exchanged(address(3), address(15)),
            new RomCause.Joined(data(2), data(6), true))) {
      RomDiagnosis.Explanation first = first(image, with(image, fault));
      assertThat(first.causes()).containsExactly(fault);
      assertThat(first.explained()).isEqualTo(first.differing());
    }
  }

  @Test
  void pinsAreNamedByTheDevice() {
    var device = DeviceLibrary.shipped().find("2764");
    assertThat(new RomCause.Stuck(data(3), true).words(device))
        .isEqualTo("D3 (pin 15) stands high");
    assertThat(new RomCause.Stuck(address(12), false).words(device)).startsWith("A12 (pin 2) ");
    assertThat(new RomCause.Stuck(address(12), false).words(Optional.empty())).startsWith("A12 ");
  }
}
