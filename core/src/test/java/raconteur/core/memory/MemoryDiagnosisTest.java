package raconteur.core.memory;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.BitSet;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

class MemoryDiagnosisTest {
  /** Eight chips of 16 K by 1, seven address pins that carry a row and then a column. */
  private static final MemoryShape DRAM =
      MemoryShape.of(DeviceLibrary.shipped().find("4116").orElseThrow(), 8).orElseThrow();

  private static MemoryFails planted(MemoryShape shape, List<BitSet> failing) {
    BitSet all = new BitSet();
    all.set(0, shape.words());
    int[] none = new int[shape.bits()];
    return new MemoryFails(shape, all, failing, none, none);
  }

  private static List<BitSet> bits(MemoryShape shape, int bit, BitSet failing) {
    return IntStream.range(0, shape.bits())
        .mapToObj(b -> b == bit ? failing : new BitSet())
        .toList();
  }

  private static MemoryFails read(String text) {
    return switch (MemoryFails.read("typed", text, DRAM)) {
      case Loaded.Ok<MemoryFails>(MemoryFails fails) -> fails;
      case Loaded.Refused<MemoryFails> refused -> throw new AssertionError(refused.summary());
    };
  }

  @Test
  void theShapeIsTheChips() {
    assertThat(DRAM).isEqualTo(new MemoryShape(14, 8, 7, true));
    assertThat(MemoryShape.of(DeviceLibrary.shipped().find("2114").orElseThrow(), 4))
        .contains(new MemoryShape(10, 4, 0, false));
    assertThat(MemoryShape.of(DeviceLibrary.shipped().find("74LS00").orElseThrow(), 4)).isEmpty();
  }

  /**
   * Two hundred memories with one to three things wrong in one bit, drawn by dice: what was planted
   * is what is told, for nothing shorter says the same fails.
   */
  @Test
  void whatWasPlantedIsTold() {
    int right = 0;
    for (int seed = 0; seed < 200; seed++) {
      SplittableRandom dice = new SplittableRandom(seed);
      int count = 1 + dice.nextInt(3);
      BitSet failing = new BitSet();
      List<Region> planted =
          IntStream.range(0, count)
              .mapToObj(
                  i ->
                      switch (i == 0 ? dice.nextInt(5) : 2 + dice.nextInt(3)) {
                        case 0 -> new Region.Half(dice.nextInt(14), dice.nextBoolean());
                        case 1 -> new Region.FoldedPin(dice.nextInt(7), dice.nextBoolean());
                        case 2 -> new Region.Row(dice.nextInt(128));
                        case 3 -> new Region.Column(dice.nextInt(128));
                        default -> new Region.Cell(dice.nextInt(DRAM.words()));
                      })
              .map(Region.class::cast)
              .toList();
      planted.forEach(r -> failing.or(r.addresses(DRAM)));
      MemoryDiagnosis.Result result =
          MemoryDiagnosis.of(planted(DRAM, bits(DRAM, dice.nextInt(8), failing)));
      BitSet told = new BitSet();
      result.parts().forEach(p -> told.or(p.region().addresses(DRAM)));
      assertThat(told).as("seed %s", seed).isEqualTo(failing);
      assertThat(result.left()).isZero();
      assertThat(result.parts()).as("seed %s", seed).hasSizeLessThanOrEqualTo(count);
      right += planted.contains(result.parts().getFirst().region()) ? 1 : 0;
    }
    assertThat(right).isEqualTo(200);
  }

  /** A line that every chip hangs on is not eight chips. */
  @Test
  void whatFailsAlikeInEveryBitIsSharedAndNoChip() {
    BitSet half = new Region.Half(12, true).addresses(DRAM);
    MemoryDiagnosis.Result result =
        MemoryDiagnosis.of(
            planted(DRAM, IntStream.range(0, 8).mapToObj(b -> (BitSet) half.clone()).toList()));
    assertThat(result.parts()).hasSize(1);
    assertThat(result.parts().getFirst().bits()).hasSize(8);
    assertThat(result.parts().getFirst().words(DRAM))
        .isEqualTo(
            "every bit fails where A12 is high: that line, or what makes it of the processor's"
                + " before the two halves of the address are put on the same pins; what these bits"
                + " share, before any one chip");
  }

  /** A few good places in a bad row do not make it a heap of cells. */
  @Test
  void aRowWithHolesIsStillARow() {
    BitSet row = new Region.Row(0x5C).addresses(DRAM);
    IntStream.of(row.stream().limit(9).toArray()).forEach(row::clear);
    MemoryDiagnosis.Part first =
        MemoryDiagnosis.of(planted(DRAM, bits(DRAM, 3, row))).parts().getFirst();
    assertThat(first.region()).isEqualTo(new Region.Row(0x5C));
    assertThat(first.explained()).isEqualTo(119);
    assertThat(first.spoilt()).isEqualTo(9);
  }

  /**
   * By doing: every word gets a number of its own, upwards, while one line does not move; then all
   * are read. What a line does is told of what all bits share, whatever level it stands at.
   */
  @ParameterizedTest
  @CsvSource({"true, 3, 0", "true, 3, 1", "true, 6, 0", "false, 12, 0", "false, 12, 1"})
  void aLineThatDoesNotMoveIsToldFromWhatAMemoryWithItReads(boolean pin, int line, int level) {
    int folded = pin ? (1 << line) | (1 << (line + DRAM.rowBits())) : 1 << line;
    int[] cells = new int[DRAM.words()];
    for (int a = 0; a < cells.length; a++) {
      cells[level == 0 ? a & ~folded : a | folded] = number(a);
    }
    StringBuilder seen = new StringBuilder();
    for (int a = 0; a < cells.length; a++) {
      int read = cells[level == 0 ? a & ~folded : a | folded];
      if (read != number(a)) {
        seen.append(String.format(java.util.Locale.ROOT, "%X %02X %02X%n", a, number(a), read));
      }
    }
    MemoryDiagnosis.Result result = MemoryDiagnosis.of(read(seen.toString()));
    assertThat(result.parts()).hasSize(1);
    assertThat(result.parts().getFirst().region())
        .isEqualTo(pin ? new Region.FoldedPin(line, true) : new Region.Half(line, false));
    assertThat(result.parts().getFirst().bits()).hasSize(8);
  }

  /** A byte that two addresses seldom have in common in the same bits (Knuth's multiplier). */
  private static int number(int address) {
    return (int) ((address * 2_654_435_761L) >>> 16) & 0xFF;
  }

  /** Nor do cells all over make a line, or a sixth of a row a heap of cells. */
  @Test
  void aSixthOfARowIsARowAndCellsAllOverAreCells() {
    BitSet some = new BitSet();
    new Region.Row(0x5C).addresses(DRAM).stream().filter(a -> a / 128 % 6 == 0).forEach(some::set);
    assertThat(MemoryDiagnosis.of(planted(DRAM, bits(DRAM, 3, some))).parts().getFirst().region())
        .isEqualTo(new Region.Row(0x5C));
    SplittableRandom dice = new SplittableRandom(7);
    BitSet scattered = new BitSet();
    dice.ints(40, 0, DRAM.words()).forEach(scattered::set);
    assertThat(MemoryDiagnosis.of(planted(DRAM, bits(DRAM, 3, scattered))).parts())
        .allMatch(p -> p.region() instanceof Region.Cell);
  }

  /** What was not looked at counts for nothing. */
  @Test
  void onlyWhatWasTestedCounts() {
    MemoryFails fails = read("tested 0000-0FFF\n0000-0FFF bit 6");
    assertThat(MemoryDiagnosis.of(fails).parts().getFirst().region()).isEqualTo(new Region.All());
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "1234 bit 3",
        "$1234 d3",
        "0x1234: bit 3",
        "1234h 55 5D",
        "1234 wrote 55 read 5D",
        "1234, expected 55, got 5D",
        "# from the screen\n1234 exp=55 act=5D"
      })
  void aFailIsReadAsPeopleCopyIt(String line) {
    MemoryFails fails = read(line);
    assertThat(fails.failingWords()).isEqualTo(1);
    assertThat(fails.failing().get(3).get(0x1234)).isTrue();
    assertThat(MemoryDiagnosis.of(fails).parts().getFirst().region())
        .isEqualTo(new Region.Cell(0x1234));
  }

  /** Words that begin with D are words. */
  @Test
  void twoWordsInHexAreNoDataLines() {
    MemoryFails fails = read("1234 D3 D1");
    assertThat(fails.failing().get(1).get(0x1234)).isTrue();
    assertThat(fails.failing().get(3).isEmpty()).isTrue();
  }

  @Test
  void whichWayItReadsIsCounted() {
    MemoryFails fails = read("0000-00FF 00 08\n0100 FF F7");
    assertThat(fails.highForLow()[3]).isEqualTo(256);
    assertThat(fails.lowForHigh()[3]).isEqualTo(1);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'' | no line says where it failed",
        "hello | begins with no address",
        "FFFF bit 3 | addresses go from 0 to 3FFF",
        "2000-1000 bit 3 | the lower one first",
        "1234 bit 8 | bits go from 0 to 7",
        "1234 55 15D | a word has 8 bits",
        "1234 broken | after the address comes bit 3",
      })
  void whatIsNoFailIsRefusedByItsLine(String text, String why) {
    assertThat(MemoryFails.read("typed", text, DRAM))
        .isInstanceOfSatisfying(
            Loaded.Refused.class, refused -> assertThat(refused.summary()).contains(why));
  }
}
