package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;

class BenchLineTest {
  private static final BenchContext AFTER_58_OHMS =
      new BenchContext(Set.of(), Map.of("+5V", 58.0), "+5V");

  private final BenchLine line = new BenchLine(Boards.KITTIWAKE_B);

  private Understanding read(String text) {
    return line.understand(text, AFTER_58_OHMS);
  }

  /** As it is said, and as it is kept. */
  @ParameterizedTest
  @CsvSource({
    "U14.3 toggling, U14.3 toggling",
    "u14.3 T, U14.3 toggling",
    "U24./CAS floating, U24.15 floating",
    "5V 4.94, +5V 4.94 V",
    "'5V 4,94', +5V 4.94 V",
    "'+5V  4.94V ', +5V 4.94 V",
    "-5V -5.1, -5V -5.1 V",
    "12V 12100mV, +12V 12.1 V",
    "5V gnd 58 ohm, +5V gnd 58 ohm",
    "5V gnd 58Ω, +5V gnd 58 ohm",
    "'5V gnd 4,7k', +5V gnd 4700 ohm",
    "5V gnd 1.2M, +5V gnd 1200000 ohm",
    "5V gnd OL, +5V gnd OL",
    "pull U13 92 ohm, pull U13 92 ohm on +5V",
    "pull U13, pull U13",
    "flash 3 3 5, flash 3 3 5",
    "flash none, flash none",
    "U5 tester fail gates 2 4, U5 tester fail gates 2 4",
    "U5 tester pass, U5 tester pass",
    "cont U15.5 U16.5 open, cont U15.5 U16.5 open",
    "U26 hot, U26 hot",
    "swap U15 good changed, swap U15 good changed",
    "mended U26 replaced, mended U26 replaced",
    "mended U26.3 reflowed, mended U26.3 reflowed",
    "mended U15.5 U16.5 wired, mended U15.5 U16.5 wired",
    "screen blank, screen blank",
    "found U26 dead, found U26 dead",
    "found U15.5 U16.5 open, found U15.5 U16.5 open",
    "damage liquid 120 40 60 30, damage liquid 120 40 60 30",
    "damage rework 5 5.5 10 10 mm, damage rework 5 5.5 10 10",
    "note wire from J3 was blue, note wire from J3 was blue"
  })
  void isUnderstoodAndKeptInOneForm(String said, String kept) {
    var understood = (Understanding.Understood) read(said);
    assertThat(understood.statement().line()).isEqualTo(kept);
    assertThat(((Understanding.Understood) read(kept)).statement())
        .isEqualTo(understood.statement());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "U99.3 toggling  | “U99” is not a part",
        "U14.17 high     | U14 is a 74LS139 in DIP16: its pins are 1 to 16",
        "U14.3 wobbling  | “wobbling” is not what the probe shows; accepted are",
        "5V gnd -3 ohm   | A resistance cannot be below 0 Ω",
        "5V gnd 3 apples | “apples” is too much here",
        "5V gnd 3 m      | “m” is too much here",
        "5V gnd 1.000,5  | is no number of ohms",
        "5V 2000         | cannot have more than 1000 V",
        "flash 3 zero    | “zero” is no count of flashes: type 1 to 16",
        "flash -1        | “-1” is no count of flashes",
        "cont U1.1 U1.1 open | Continuity needs two different pins",
        "U5 tester fail gates 9 | “9” is not a gate of 74LS00; accepted are 1, 2, 3, 4",
        "xyzzy           | begins no line on this board",
        "seat            | a part of this board",
        "mended U26 fried | “fried” is not what was done",
      })
  void isRefusedWithOneSentenceThatSaysWhatIsAccepted(String said, String sentence) {
    Understanding understanding = read(said + " ");
    assertThat(understanding)
        .isInstanceOfAny(Understanding.Refused.class, Understanding.Unfinished.class);
    assertThat(understanding.sentence()).contains(sentence);
  }

  /** Possible, but so odd that it is asked about and kept only when said again. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "5V 90",
        "5V -5",
        "-5V 3.2",
        "flash 17",
        "pull U13 40 ohm",
        "seat U13",
        "pull R6 92 ohm",
        "mended U15.5 U15.6 wired"
      })
  void asksWhetherItIsMeant(String said) {
    assertThat(read(said)).isInstanceOf(Understanding.Asked.class);
    assertThat(read(said).sentence()).contains("?");
  }

  @Test
  void theEchoWorksOutThePartsOwnResistance() {
    assertThat(read("pull U13 92 ohm").sentence()).contains("58 Ω → 92 Ω", "about 157 Ω");
  }

  @Test
  void aPullWithoutAReadingBeforeSaysWhatIsMissing() {
    assertThat(line.understand("pull U13 92 ohm", BenchContext.FRESH).sentence())
        .contains("Log the rail before the pull");
  }

  @ParameterizedTest
  @CsvSource({
    "U1, U1",
    "U14., U14.1",
    "U14.3 to, toggling",
    "pull U1, U1",
    "fl, flash",
    "U5 tester f, fail",
    "swap U15 g, good",
    "screen bl, blank",
    "mended U26 rep, replaced",
    "5, +5V"
  })
  void offersOnlyWhatThisBoardHas(String typed, String offered) {
    assertThat(line.complete(typed, AFTER_58_OHMS)).contains(offered);
    assertThat(line.complete("U9", AFTER_58_OHMS)).containsExactly("U9");
  }

  @Test
  void tenThousandCharactersAreRefusedAndCounted() {
    assertThat(read("U".repeat(10_000)).sentence()).contains("10000");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "   ",
        "\t",
        "\u0000\u0007",
        "…",
        "U14.3.4.5 high",
        ".",
        "..",
        "U14.",
        "🔥 hot",
        "5V gnd",
        "=cmd|' /C calc'!A0",
        "'; DROP TABLE cases;--",
        "1e400",
        "5V NaN",
        "5V Infinity",
        "pull",
        "flash",
        "cont U1",
        "\u202eU14",
        "note"
      })
  void junkNeverThrowsAndNeverCounts(String junk) {
    assertThat(read(junk))
        .isInstanceOfAny(Understanding.Refused.class, Understanding.Unfinished.class);
    assertThat(read(junk).sentence()).isNotBlank();
    line.complete(junk, AFTER_58_OHMS);
  }

  @Test
  void everyPrefixOfAGoodLineIsUnfinishedAndNotRefused() {
    for (String example : BenchLine.exampleLines()) {
      for (int end = 1; end < example.length(); end++) {
        String prefix = example.substring(0, end);
        assertThat(read(prefix)).as("“%s”", prefix).isNotInstanceOf(Understanding.Refused.class);
      }
    }
  }
}
