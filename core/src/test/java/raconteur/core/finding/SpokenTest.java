package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;

/**
 * Lines nobody wrote down as a pattern, on boards of nobody's making: common practice, no source.
 */
class SpokenTest {
  private static final BenchLine HERON = new BenchLine(ToldStories.board("heron-1"));
  private static final BenchLine SKUA = new BenchLine(ToldStories.board("skua-3"));
  private static final BenchLine GADWALL = new BenchLine(ToldStories.board("gadwall-6"));
  private static final BenchLine WHIMBREL = new BenchLine(ToldStories.board("whimbrel-3"));

  private static String kept(BenchLine line, String said) {
    return Heard.kept(line.understand(said, BenchContext.FRESH));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "U21 pin 4 dead quiet | U21.4 0 Hz",
        "no activity on U2 CE | U2.20 0 Hz",
        "U2 failed the checksum | U2 rom differs",
        "U2 is blank | U2 rom differs",
        "U2 dump shows no errors | U2 rom good",
        "U2 checksum not good | U2 rom differs",
        "self test finds nothing wrong with U20 | diag U20 good",
        "U20 scorching | U20 burning",
        "U20 getting hot | U20 hot",
        "U20 not hot | U20 normal",
        "U1 held in reset | U1.26 low",
        "U1 out of reset | U1.26 high",
        "U1 has no clock | U1.6 0 Hz",
        "no clock at U1 | U1.6 0 Hz",
        "swapped U20 and it works | swap U20 good cured",
        "swapped U20 for another, same | swap U20 good same",
        "swapped U19 with U20, no change | exchanged U19 U20 same",
        "pushed on U20, picture comes back | tap U20 changes",
        "U20 missing | missing U20",
        "U20 socket corroded | damage corrosion U20",
        "self test says U20 bad | diag U20 bad",
        "U20 failed in the tester | U20 tester fail",
        "socketed U20 | mended U20 reflowed",
        "U20 pin 3 not connected to U21 pin 4 | cont U20.3 U21.4 open",
        "U21.4 shorted to U21.5 | cont U21.4 U21.5 joined",
        "keyboard does not respond | screen dead-keys",
        "picture jumps | screen rolling",
        "locks up after a while | screen hangs",
        "screen full of random characters | screen garbage",
        "horizontal bars across the picture | screen lines",
        "the tape port does not load | screen dead-port",
        "no colour, otherwise ok | screen colours",
      })
  void aLineIsTakenByTheWordsInIt(String said, String usual) {
    assertThat(kept(HERON, said)).isEqualTo(usual);
  }

  /** What parts are listed for, and lines that leave by a plug under the name that is said. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "sprites flicker | function sprites bad",
        "sync ok but black picture | screen blank",
        "background ok sprites gone | function background good; function sprites bad",
        "coin up works but start ignored | function coin good; function J1.17 bad",
        "start ignored | function J1.17 bad",
        "lines through sprites | function sprites bad",
        "player 1 up does not work | function J1.20 bad",
        "start does nothing | function J1.17 bad",
        "coin 1 works | function J1.16 good",
        "palette ram test fails | function palette ram bad",
        "dip switches not read | function dip switches bad",
        "A17 shorted to A18 | cont IC1.45 IC1.46 joined",
        "watchdog barking | screen reboots",
        "picture has a green tint | screen colours",
        "solid blue screen | screen blank",
        "IC20 through IC23 tested good | IC20 IC21 IC22 IC23 tester pass",
      })
  void whatABoardIsMadeForIsSaidInItsOwnWords(String said, String usual) {
    assertThat(kept(WHIMBREL, said).replace("IC20-IC23", "IC20 IC21 IC22 IC23")).isEqualTo(usual);
  }

  /** Told as one tells a friend: what is said besides, what goes into a gate, what came of it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "piggybacked a good 2114 on U6, no change | piggyback U6 same",
        "U12 pin 2 output is weak, only 1.6V high | U12.2 1.6 V",
        "nothing on the 5V rail at all | +5V 0 V",
        "the oscillator module puts out a nice clean 14 MHz | Y1.8 14000000 Hz",
        "clock at pin 6 of the Z80 looks good, 3.5MHz | U1.6 3500000 Hz",
        "no activity on MREQ whatsoever | U1.19 0 Hz",
        "HALT is low so the cpu has halted | U1.18 low",
        "the 6264 gets burning hot within seconds | U3 burning",
        "character rom U13 reads back fine | U13 rom good",
        "no continuity between U5-18 and U3-11 | cont U5.18 U3.11 open",
        "U16 pin 6 low with both inputs low | U16.6 low; U16.4 U16.5 low",
        "no pixel data out of U14 | U14.13 0 Hz",
        "5V ok 5.03 | +5V 5.03 V",
        "no life at all | screen blank",
        "current draw is about 650 mA | +5V 0.65 A",
        "A11 and A12 shorted | cont U1.1 U1.2 joined",
        "A11 and A12 are shorted together, 0.8 ohms | cont U1.1 U1.2 joined",
        "after replacing U4 it boots to the prompt | mended U4 replaced; screen works",
        "put sockets in for both 2114s | mended U6 U7 reflowed; mended U6 U7 reseated",
      })
  void whatIsSaidBesideTheFindingDoesNotHideIt(String said, String usual) {
    assertThat(kept(SKUA, said)).isEqualTo(usual);
  }

  /** Parts by what they are, lines by what they are there for, a figure before its place. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "multiplexers replaced | mended U12 U13 U21 U22 U23 replaced",
        "changed both 74LS138 | mended U14 U34 replaced",
        "all 4116s replaced | mended U4 U5 U6 U7 U8 U9 U10 U11 replaced",
        "both ROMs read fine | ✗ “ROMs” is U2, U3, U24: say which.",
        "regulator gets too hot to touch | ✗ “regulator” is VR1, VR2, VR3: say which.",
        "-5V regulator dead | found VR3 dead",
        "7805 output 3.1V | +5V 3.1 V",
        "5V from VR1 is 4.2 | +5V 4.2 V",
        "Z80 M1 toggling | U1.27 toggling",
        "no M1 | U1.27 0 Hz",
        "no HS from the 6845 | U18.39 0 Hz",
        "CE of U2 pulsing | U2.20 toggling",
        "ROM0 never goes low | U14.15 stuck high",
        "U4 data out stuck low | U4.14 stuck low",
        "CAS stuck high at U4 to U6 | CAS stuck high at U4-U6",
        "4.7 V at U14 pin 15 | U14.15 4.7 V",
        "CLK4 2 MHz instead of 4 | U1.6 2000000 Hz",
        "U17 pin 5 toggling pin 6 stuck high | U17.5 toggling; U17.6 stuck high",
        "U16 pin 1 pulsing, pin 2 flat | U16.1 toggling; U16.2 0 Hz",
        "CPU halts straight away | U1 stopped",
        "heatgun on U18 brings fault | warm U18 changes",
        "U9 hotter than the others | U9 hot",
        "space bar dead | screen dead-keys",
        "cursor blinks but no prompt | screen hangs",
        "green screen at power on, no boot | screen blank",
      })
  void partsAndLinesAreSaidByWhatTheyAre(String said, String usual) {
    assertThat(kept(HERON, said)).isEqualTo(usual);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "BERR asserted | U1.22 low",
        "DTACK never comes | U1.10 high",
        "28M never comes | U31.8 0 Hz",
        "DTACK comes and goes | ✗",
        "AS sits high | U1.6 high",
        "7M dead | U1.15 0 Hz",
        "no 7 MHz at CPU pin 15 | U1.15 0 Hz",
        "RESET goes high after half a second | U1.18 high",
        // A lamp and a data line of one name: beside another line it is the line.
        "D3 and D11 shorted together | cont U1.58 U1.2 joined",
        "mouse moves only vertically | function mouse bad",
        "IRQ line low | ✗ “IRQ” begins no line",
        "3 RAMs bad | ✗ “RAMs” is U16, U17, U18, U19 and others: say which.",
        "clock loses time | screen forgets",
        "new CPU same thing | swap U1 good same",
        "swapped U7 with known good, works | swap U7 good cured",
        // A lamp on the supply that blinks says nothing of a program.
        "power LED blinks | ✗",
        "caps lock flashes 3 times | says caps lock flashes 3 times",
        "C41 leaking, brown goo around U26 | found C41 leaky; damage corrosion U26",
      })
  void whatOnceMeantSomethingElse(String said, String usual) {
    assertThat(kept(GADWALL, said)).startsWith(usual);
  }

  /** A light that counts clears nobody whose listing has a word of it. */
  @Test
  void aLightThatFlashesNamesNobody() {
    assertThat(GADWALL.understand("keyboard light blinks twice", BenchContext.FRESH).sentence())
        .contains("names nothing this board has")
        .doesNotContain("clears");
  }

  /** What two lines show is not what both show; a question about one holds both back. */
  @Test
  void twoLinesThatShowTwoThingsAreAskedTogether() {
    assertThat(GADWALL.understand("KCLK flat, KDAT high", BenchContext.FRESH))
        .isInstanceOfSatisfying(
            Understanding.Asked.class,
            asked -> {
              assertThat(((Statement.Several) asked.statement()).parts())
                  .extracting(Statement::line)
                  .containsExactly("U7.39 0 Hz", "U7.40 high");
              // What Enter would keep is said of both.
              assertThat(asked.sentence())
                  .contains("Enter keeps KCLK 0 Hz at U7")
                  .endsWith("With it goes U7.40 high.");
            });
  }

  /** One breath, several lines; each is kept as the usual one. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "reflowed U21, U21.4 still low | mended U21 reflowed; U21.4 low",
        "picture ok but no sound | screen no-sound",
        "resoldered U21, works now | mended U21 reflowed; screen works",
        "cleaned U4 and it boots now | mended U4 cleaned; screen works",
        "U21.4 low, U21.5 toggling | U21.4 low; U21.5 toggling",
        "no sound but game plays | screen no-sound; runs game",
        "replaced U26 - fixed | mended U26 replaced; screen works",
        "U20 scorching, swapped U20 but no change | U20 burning; swap U20 good same",
      })
  void whatIsSaidInOneBreathIsKeptLineByLine(String said, String lines) {
    assertThat(kept(HERON, said)).isEqualTo(lines);
  }

  @Test
  void theSameIsWhatTheBoardShowedBefore() {
    BenchContext garbage = BenchContext.FRESH.showing("garbage");
    assertThat(Heard.kept(HERON.understand("reflowed U21 but no difference", garbage)))
        .isEqualTo("mended U21 reflowed; screen garbage");
    assertThat(Heard.kept(HERON.understand("nothing changed", garbage)))
        .isEqualTo("screen garbage");
    assertThat(HERON.understand("nothing changed", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
  }

  /** In a reading or a mend no word is passed over: the usual line is proposed, and not taken. */
  @Test
  void aWordWithoutAMeaningIsNamedAndTheUsualLineProposed() {
    assertThat(kept(HERON, "U21.4 wobbling low sideways"))
        .isEqualTo("? U21.4 low; note U21.4 wobbling low sideways");
    assertThat(kept(HERON, "U20 noisy problem")).startsWith("✗ ");
    assertThat(kept(HERON, "U20 green missing")).startsWith("✗ ");
    assertThat(kept(HERON, "mended U21 fried")).startsWith("✗ “fried” is not what was done");
    assertThat(kept(HERON, "U20 U999 missing")).startsWith("✗ ");
  }

  /** What is said not to be so is never taken for being so. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "U21.4 is not low",
        "U21.4 not high",
        "U21.4 low sometimes",
        "D0-D7 not low",
        "D0-D7 sometimes low",
        "D0-D7 low cold",
        "M1 not low",
        "reset is not low",
        "screen not upside down",
        "picture does not roll or hang, never garbage",
        "it does not reset",
        "R1 not open",
        "D1 not shorted",
        "cpu not stopped",
        "5V not missing"
      })
  void whatIsDeniedIsNotTaken(String said) {
    assertThat(kept(HERON, said)).startsWith("✗ ");
  }

  /** Nothing that is asked back by a rewording is guessed here. */
  @ParameterizedTest
  @ValueSource(strings = {"U20 warm", "swapped U20", "4.8V on U1", "draws 2 A"})
  void whatMayMeanTwoThingsIsStillAskedBack(String said) {
    assertThat(kept(HERON, said)).startsWith("✗ ");
  }

  /** A contradiction is no reading: it may be anything, but never an exception. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "U21.4 high low toggling",
        "U20 good bad hot cold missing",
        "not not not U20",
        "no no U1 clock reset",
        ", , ; and but then",
        "U1-U999 dead U2-U1",
        "reset clock reset clock"
      })
  void jumbledWordsNeverThrow(String said) {
    assertThat(kept(HERON, said)).isNotBlank();
    assertThat(kept(WHIMBREL, said)).isNotBlank();
  }

  @Test
  void wordsOfAFileThatMeanNothingKnownAreRefusedWithTheirPlace() {
    String text =
        """
        {"format": "raconteur-speech/1", "origin": "t", "notes": "t", "fillers": [],
         "words": {"good": ["ok"]},
         "symptoms": [{"card": "blank", "topic": ["screen"], "needs": ["purple"]}]}
        """;
    assertThat(Speech.read("s.json", text).toString()).contains("no words mean purple");
  }
}
