package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
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
    "damage cut-track 5 5 10 10, damage cut-track 5 5 10 10",
    "note wire from J3 was blue, note wire from J3 was blue",
    "5V at U14 4.72, +5V at U14 4.72 V",
    "5V dummy 5.02, +5V dummy 5.02 V",
    "5V 0.8 A, +5V 0.8 A",
    "5V 800mA, +5V 0.8 A",
    "5V ripple 40 mV, +5V ripple 0.04 V",
    "5V gnd 280 ohm reversed, +5V gnd 280 ohm reversed",
    "U1.6 16 MHz, U1.6 16000000 Hz",
    "'U1.6 4,43361875MHz', U1.6 4433618.75 Hz",
    "U8.18 released 120 ms, U8.18 released 120 ms",
    "U8.18 held, U8.18 held",
    "U22.5 gnd 5.6k, U22.5 gnd 5600 ohm",
    "U26 61 C, U26 61 C",
    "U26 61.5°C, U26 61.5 C",
    "CE4 127 uF 0.2 ohm 3 uA, CE4 127 uF 0.2 ohm 3 uA",
    "CE4 0.2ohm 127µF, CE4 127 uF 0.2 ohm",
    "C1 98nF, C1 98000 pF",
    "serial 004217, serial 004217",
    "set LF-0042, set LF-0042",
    "date U7 8412, date U7 8412",
    "date U7 0352, date U7 0352",
    "socket U22 single, socket U22 single wipe",
    "socket U22 turned pin, socket U22 turned pin",
    "socket U22 soldered, socket U22 soldered",
    "missing U22, missing U22",
    "foreign U22 a 150 ns part, foreign U22 a 150 ns part",
    "undone wire red of the pair to J5.1, undone wire red of the pair to J5.1",
    "check rail-+5V skipped no meter here, check rail-+5V skipped no meter here",
    "check bridges done, check bridges done",
    "picture 3f2a90c1d4e5 before at 120 40 burst cell, picture 3f2a90c1d4e5 before at 120 40 burst"
        + " cell",
    "value 250, value 250",
    "decided donor not worth it, decided donor not worth it",
    "power on, power on",
    "power off, power off"
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
        "5V gnd -3 ohm   | A resistance is never below 0 Ω",
        "5V ripple 3 F   | “F” is too much here",
        "date U7 8460    | weeks go from 01 to 53",
        "date U7 84123   | A date code is four digits",
        "refitted 1      | Nothing is written down as undone",
        "check bridges na | Say in a few words why",
        "CE4 12 apples   | “apples” is no number of farads",
        "value much      | “much” is no amount",
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
        "pull U20",
        "mended U15.5 U15.6 wired",
        "5V gnd 0.058 ohm",
        "5V gnd 58k",
        "5V at R6 4.9",
        "5V 1900 A",
        "5V ripple 40",
        "CE4 455",
        "U26 610 C",
        "U1.6 0.2 Hz",
        "undone connector speaker"
      })
  void asksWhetherItIsMeant(String said) {
    assertThat(read(said)).isInstanceOf(Understanding.Asked.class);
    assertThat(read(said).sentence()).contains("?");
  }

  @Test
  void readingsThatDoNotGoWithTheSupplyAreAskedAbout() {
    BenchContext on =
        new BenchContext(Set.of(), Map.of("+5V", 58.0), "+5V", BenchContext.Supply.ON, 0, Set.of());
    for (String dead : List.of("5V gnd 300 ohm", "cont U15.5 U16.5 open", "U22.5 gnd 5k")) {
      assertThat(line.understand(dead, on).sentence()).contains("logged as powered");
    }
    BenchContext off =
        new BenchContext(Set.of(), Map.of(), "", BenchContext.Supply.OFF, 0, Set.of());
    for (String live : List.of("5V 4.94", "U26 hot", "U1.6 16 MHz", "U14.3 high")) {
      assertThat(line.understand(live, off)).isInstanceOf(Understanding.Asked.class);
      assertThat(line.understand(live, on)).isInstanceOf(Understanding.Understood.class);
    }
  }

  @Test
  void thingsGoBackInTheReverseOrder() {
    BenchContext context =
        new BenchContext(Set.of(), Map.of(), "", BenchContext.Supply.NOT_SAID, 3, Set.of(1, 3));
    assertThat(line.understand("refitted 3", context)).isInstanceOf(Understanding.Understood.class);
    assertThat(line.understand("refitted 1", context).sentence())
        .contains("Number 3 came off later");
    assertThat(line.understand("refitted 2", context).sentence()).contains("back already");
    assertThat(line.understand("refitted 4", context).sentence()).contains("1 to 3");
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
