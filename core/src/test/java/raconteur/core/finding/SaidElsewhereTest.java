package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.story.Telling;

/** Lines as people type them, on a computer and two game boards they were not written for. */
class SaidElsewhereTest {
  private static String kept(String board, String said) {
    return Heard.kept(new BenchLine(ToldStories.board(board)).understand(said, BenchContext.FRESH));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Chips by what is printed on them, with the maker's letters or without.
        "replaced the 5101 | mended IC6 replaced",
        "5101 tests bad | IC6 tester fail",
        "LM339 bad | found IC15 dead",
        "the 555 is dead | found IC13 dead",
        "pin 2 of the 4049 floating | IC9.2 floating",
        "pin 40 of the CPU low | IC1.40 low",
        // Pins by the line they are on.
        "A7 open between IC1 and IC5 | cont IC1.16 IC5.1 open",
        "A7 trace broken between IC1 and IC5 | cont IC1.16 IC5.1 open",
        "E clock present at pin 37 | IC1.37 toggling",
        "data line D3 is shorted to D4 | cont IC1.30 IC1.29 joined",
        "no 120 Hz at ZC | IC15.2 0 Hz",
        // What is missing at a chip is not the chip.
        "zero crossing missing at IC15 | ? function zero crossing bad; note zero crossing missing"
            + " at IC15",
        // A socket is not what sits in it.
        "replaced IC1 socket, now boots | mended IC1 reflowed; mended IC1 reseated; screen works",
        "works with IC6 out | without IC6 cured",
        "IC10 blew its top | found IC10 dead",
        "C3 reads 40uF ESR 3 ohms | C3 40 uF 3 ohm",
        "C3 dried out, 40 uF left | C3 40 uF",
        "1.2V drop across D1 | D1 1.2 V",
        "5V has 300 mV ripple | +5V ripple 0.3 V",
        "loses high scores | screen forgets",
        "solenoids lock on at power up | function solenoids bad",
      })
  void onAControllerOfAGame(String said, String kept) {
    assertThat(kept("siskin-2", said)).isEqualTo(kept);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "D8 looks weak compared to the others | IC1.61 between",
        "half-height signals on D1 | IC1.4 between",
        "24MHz oscillator dead | found IC10 dead",
        "IC10 puts out 23.98 MHz | IC10.8 23980000 Hz",
        "IC12 sound rom dumps different each time | IC12 rom unsteady",
        "IC12 rom bit 5 stuck | IC12 rom differs",
        "replaced all electrolytics | mended C1 C2 C31 replaced",
        "green too strong | screen colours",
        "found broken pin on IC25 | ✗ Which one? Say it by its number: leg IC25.5 broken, or, where"
            + " it was put right, mended IC25.5 reflowed.",
      })
  void onABoardOfTwoProcessors(String said, String kept) {
    assertThat(kept("whimbrel-3", said)).isEqualTo(kept);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // What is said of a part without its name is of the part before, of a rail at a place.
        "VR1 out 4.97, in 9.1 | +5V 4.97 V; UNREG at VR1 9.1 V",
        "VR1 gets very hot, 5V only 3.2 | VR1 hot; +5V 3.2 V",
        "12V reads 11.97 under load | +12V 11.97 V",
        // Continuity is what is looked for, and not yet what was found.
        "continuity U1.7 to U2.17 open | cont U1.7 U2.17 open",
        "continuity between U1.7 and U2.17 is broken | cont U1.7 U2.17 open",
        "continuity U1.7 U2.17 bad | cont U1.7 U2.17 open",
        "U1.7 to U2.17 continuity fails | cont U1.7 U2.17 open",
        "good continuity U1.7 to U2.17 | cont U1.7 U2.17 joined",
        "continuity U1.7 to U2.17 | cont U1.7 U2.17 joined",
        // A pin by the type of the one chip of that type.
        "Z80 pin 6 dead | U1.6 0 Hz",
        // What boards do is not what a part is for.
        "works cold, dies after ten minutes | warm changes",
        // Nothing that should be there is at a pin.
        "no /ROMCS at U2.20 | U2.20 0 Hz",
        "no clock pulses at U1.6 | U1.6 0 Hz",
        "5V missing at U1 pin 11 | +5V at U1 0 V",
        "5V shorted to ground 6 ohms | +5V gnd 6 ohm",
        "sound is way too quiet | screen no-sound",
        "does not boot | screen no-boot",
        "no boot at all | screen no-boot",
        "no 5 volts on the chips | +5V 0 V",
        "picture repeated horizontally | screen lines",
        // Levels that should not be there.
        "U14 pin 15 stuck high | U14.15 stuck high",
        "U14.15 never goes low | U14.15 stuck high",
        "U14.15 stuck | U14.15 0 Hz",
        // A pin's number behind what it is there for.
        "U14 output pin 15 stuck | U14.15 0 Hz",
        "clock present at Z80 pin 6 | U1.6 toggling",
        // What a swap did.
        "swapped U2 with known good, boots to basic | swap U2 good cured",
        "swapped U2, it boots | swap U2 good cured",
        "swapped U2, boots | swap U2 good cured",
        // Pins by what they are there for.
        "U34 outputs all high | U34.7 U34.9 U34.10 U34.11 U34.12 U34.13 U34.14 U34.15 high",
        "U14 Y3 never active | U14.12 0 Hz",
        "U28 port B bit 3 stuck | U28.21 0 Hz",
        "clock ok at Z80 | U1.6 toggling",
        "CAS flatlines | U31.8 0 Hz",
        "D5 half amplitude | U1.9 between",
        // A bus at the processor, and one line of it that differs.
        "all address lines toggling except A12 | U1 runs; U1.2 0 Hz",
        "data lines stuck high | U1.7 U1.8 U1.9 U1.10 U1.12 U1.13 U1.14 U1.15 high",
        "so the CPU runs | U1 runs",
        "D6 shorted to ground | cont U1.10 U1.29 joined",
        // What tests say of bits.
        "RAM test reports bit 4 bad | says bit 4 bad",
        "bit 4 and bit 6 errors | says bit 4 and bit 6 errors",
        "passes RAM test | says RAM test ok",
        "read U2, matches dump | U2 rom good",
        // Warmth and what moves with it.
        "finger test: U8 scalding | U8 burning",
        "U8 gets hot after a minute | U8 hot",
        "freezer spray on U20 brings it back | cold U20 changes",
        "hair dryer at U20 makes it crash | warm U20 changes",
        "works for 5 minutes then characters turn to garbage | warm changes; screen garbage",
        // What was done.
        "socket of U1 replaced | mended U1 reflowed; mended U1 reseated",
        "replaced U8 with a tested 4116, still garbage | mended U8 replaced; screen garbage",
        "shift key stuck down | screen dead-keys",
        "C2 dried out | found C2 dead",
        // Regulators, currents, ohms as they are told.
        "VR1 getting 9V in | UNREG at VR1 9 V",
        "output of VR1 only 3.4V | +5V 3.4 V",
        "1.2A drawn from the 5V | +5V 1.2 A",
        "minus five rail reads -4.9 | -5V -4.9 V",
        "A15 never moves | U1.5 0 Hz",
        // Of several types called the same, the one there are so many of.
        "replaced all eight RAMs, same garbage | mended U4 U5 U6 U7 U8 U9 U10 U11 replaced; screen"
            + " garbage",
        "RAM U7 stone cold, others warm | U7 cold",
        "4.4V on the 5V line | +5V 4.4 V",
        "nothing but a grey raster | screen blank",
        "shift lock stuck | screen dead-keys",
        "pin 20 of U2 bent under | found U2.20 broken",
        "solder blob between U34.3 and U34.4 removed | mended U34.3 U34.4 parted",
        "fixed, it was U15 | found U15 dead; screen works",
        "/VRAM goes low sometimes | U14.13 toggling",
        "U14 Y0 pulsing, Y1 high all the time | U14.15 toggling; U14.14 high",
        "U29 pin 4 never pulls low | U29.4 stuck high",
        // What was done, and what it came to.
        "U9 socketed and swapped | mended U9 replaced",
        "U9 socket oxidised, cleaned it | mended U9 cleaned",
        "U9 socket replaced with new one | mended U9 reflowed; mended U9 reseated",
        "cold joint on U3.28 resoldered | mended U3.28 reflowed",
        "found cracked trace from U1.14 to U27.2 and bridged it | found U1.14 U27.2 open; mended"
            + " U1.14 U27.2 wired",
        "replaced U15 and we have a picture | mended U15 replaced; screen works",
        "U15 replaced, boots | mended U15 replaced; screen works",
        // A picture is there: the board is not dark.
        "picture comes up but no prompt | screen hangs",
        "goes to the prompt and freezes when I press a key | screen hangs",
        // What comes and goes.
        "tapping near U28 makes keyboard work | tap U28 changes",
        "wiggling J1 resets it | moved J1 changes",
        "heating U5 with hairdryer makes it fail | warm U5 changes",
        "works when cold, fails after 20 minutes | warm changes",
        "only fails when warm | warm changes",
        // A level is no second pin, what is there no part.
        "U28 pin 4 0 V | U28.4 0 V",
        "A7 3 ohm | U1.37 gnd 3 ohm",
        "no screen: U8.1 low | screen blank; U8.1 low",
        // What was looked at by itself is no verdict of a test program's.
        "found U8 good | U8 tester pass",
        "U8 found good | U8 tester pass",
        "RN2 measures fine | RN2 tester pass",
        "nothing wrong with U8 | U8 tester pass",
        "J5 contacts are corroded | damage corrosion J5",
        "J5 dirty | found J5 dirty",
        "piggyback a 4116 on U5, boots | piggyback U5 changed",
        "5V line shorted, 0.8 ohm | +5V gnd 0.8 ohm",
        "M1 missing at U1 | U1.27 0 Hz",
        "U34 latch outputs all high | U34.7 U34.9 U34.10 U34.11 U34.12 U34.13 U34.14 U34.15 high",
        "ROM select never goes low: U14.15 high | U2.20 U3.20 U24.18 stuck high; U14.15 high",
        // Under a heading that nobody understands stands what was read.
        "no select at all: U14.15 high | ? U14.15 high; note no select at all: U14.15 high",
        "piggybacked U5 with a known good one, no change | piggyback U5 same",
      })
  void onAComputer(String said, String usual) {
    assertThat(kept("heron-1", said)).isEqualTo(usual);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "gannet-1 | IC18 carry dead | IC18.15 0 Hz",
        "gannet-1 | 245 direction pin stuck | IC8.1 0 Hz",
        "gannet-1 | IC8 enable never goes low | IC8.19 stuck high",
        "gannet-1 | IC5 Y2 low when it should be high | IC5.13 low",
        "gannet-1 | IC17 pin 2 RED flat | IC17.2 0 Hz",
        "gannet-1 | no E on the 6809 | IC1.34 0 Hz",
        "gannet-1 | VSYNC 60Hz, HSYNC 15.7kHz | VSYNC 60Hz, HSYNC 15.7kHz",
        "gannet-1 | R5 measures 470 | R5 470 ohm",
        "gannet-1 | 5V at IC1 is 4.55, at edge 5.05 | +5V at IC1 4.55 V; +5V at J1 5.05 V",
        "gannet-1 | IC14 in wrong way round | found IC14 backwards",
        "gannet-1 | swapped IC9 and IC10, fault moved | exchanged IC9 IC10 changed",
        "gannet-1 | amp gets hot fast | IC24 hot",
        "gannet-1 | joystick 1 left does nothing | screen dead-keys",
        "whimbrel-3 | half the sprites missing | function sprites bad",
        "whimbrel-3 | red always on | screen colours",
        "whimbrel-3 | IC28 runs hot compared to the others | IC28 hot",
        "whimbrel-3 | lifted leg on IC41 pin 8, resoldered | found IC41.8 broken; mended IC41"
            + " reflowed",
        "whimbrel-3 | swapped IC6 with a 74F138, no difference | swap IC6 good same",
        "whimbrel-3 | IC19 output 10 floating | IC19.10 floating",
        "whimbrel-3 | battery was 0.9V | BT1 0.9 V",
      })
  void onAGameBoard(String board, String said, String usual) {
    assertThat(kept(board, said)).isEqualTo(usual);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "U1 doesn't fetch | U1 stopped",
        "nothing on the data bus | U1 stopped",
        "C1 in the reset circuit leaky | found C1 leaky",
        "dead test cartridge shows nothing | flash none",
        "diag cart flashes border 4 times | flash 4",
        "screen fills with coloured squares then blank | screen garbage; screen blank",
        "picture ok but keyboard dead | function keyboard bad",
        "picture ok, keyboard dead | function keyboard bad",
        "keyboard dead, works now | function keyboard bad; screen works",
        "keys 1-5 dead, rest fine | screen keys",
        "U20 socket pins black | damage corrosion U20",
        "U21 -12V missing | -12V at U21 0 V",
        "U7 output 4 dead | U7.12 0 Hz",
        "U9 outputs fighting | U9.3 U9.5 U9.7 U9.9 U9.12 U9.14 U9.16 U9.18 between",
        "pulled U14, M3 now toggles | ? pull U14; U14.14 toggling",
        "replaced TN-3 from donor board, works! | mended U19 replaced; screen works",
        "donor TN-2 made no difference | swap U4 good same",
        "TN-2 runs at 60 degrees | U4 60 C",
        "14MHz present at U2 pin 2 but not at pin 4 | U2.2 14000000 Hz; U2.4 0 Hz",
        "serial port no output, TXL stuck high at U21 pin 3 | screen no-line; U21.3 stuck high",
      })
  void onAnotherComputer(String said, String usual) {
    assertThat(kept("tern-1", said)).isEqualTo(usual);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "swapped IC2 and IC3, fault follows IC2 | exchanged IC2 IC3 changed; IC2 elsewhere bad",
        "IC2 port A all low | IC2.2 IC2.3 IC2.4 IC2.5 IC2.6 IC2.7 IC2.8 IC2.9 low",
        "3.58MHz crystal not oscillating | Y1.1 0 Hz",
        "A9 and A10 bridged under IC7 | cont IC1.18 IC1.19 joined",
        "lamp matrix column 3 dead | ? function lamp matrix bad; note lamp matrix column 3 dead",
        "display bad | function display bad",
        "E stuck | IC1.37 0 Hz",
      })
  void onABoardOfLampsAndCoils(String said, String usual) {
    assertThat(kept("siskin-2", said)).isEqualTo(usual);
  }

  /** Chips nobody described are called by what is printed on them. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "MORA gets scorching | U2 burning",
        "GLUA stone cold | U5 cold",
        "U10 has no minus 12 | -12V at U10 0 V",
        "found solder blob between pins 12 and 13 of U14 | cont U14.12 U14.13 joined",
      })
  void onASixteenBitComputer(String said, String usual) {
    assertThat(kept("gadwall-6", said)).isEqualTo(usual);
  }

  /** Once taken for a symptom that the line does not speak of, or for another part's exchange. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "gannet-1 | watchdog counter running | screen reboots",
        "gannet-1 | ran a jumper from IC19.15 to IC20.7, sync back | screen rolling",
        "heron-1 | flickering picture that settles after ten minutes | screen blank",
        "heron-1 | shift key stuck down | screen rolling",
        "heron-1 | socket of U1 replaced | mended U1 replaced",
        "tern-1 | stripes change when I press on U7 | same",
        "tern-1 | serial port no output | serial",
        "tern-1 | set of keys dead | set",
      })
  void isNotTakenFor(String board, String said, String wrong) {
    assertThat(kept(board, said)).doesNotContain(wrong);
  }

  /** Of several pins that are called alike it is asked which. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "heron-1 | U14 enable high | U14.4 (/G2A), U14.5 (/G2B), U14.6 (G1): say which",
        "heron-1 | bent pin under U27 | leg U27.5 broken",
        "heron-1 | MA4 dead at U12 pin 9 | U12.9 has no pin on this line",
        "heron-1 | ran 2 hours without a fault | proof soak 12 runs clean",
      })
  void isAskedBack(String board, String said, String asked) {
    assertThat(kept(board, said)).matches("^[✗…] .*").contains(asked);
  }

  /** A bit is held by the memory whose data pin lies on the line of that number. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "bit 4 bad | U20 U8",
        "bits 0 and 7 fail | U11 U19 U20 U4",
        "bits 0 7 fail | U11 U19 U20 U4",
        "memory bad | U4 U5"
      })
  void aBitAccusesWhoHoldsIt(String said, String accused) {
    MessageWords words = MessageWords.of(ToldStories.board("heron-1"), said);
    assertThat(words.bad()).isTrue();
    assertThat(words.parts()).contains(accused.split(" ", -1));
    if (!said.startsWith("memory")) {
      assertThat(words.parts()).hasSize(accused.split(" ", -1).length);
    }
  }

  /** What is left out is of the one before; what is gone is not there. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "gannet-1 | IC3 is hot, IC2 isn't | IC3 hot; IC2 normal",
        "gannet-1 | IC18 QA counts, QB doesn't | IC18.14 toggling; IC18.13 0 Hz",
        "gannet-1 | IC27 pin 3 divides, pin 11 flat | IC27.3 toggling; IC27.11 0 Hz",
        "gannet-1 | no video, no sync, E clock is fine | screen blank",
        "gannet-1 | reset sits at 2.1V | IC1.37 2.1 V",
        "gannet-1 | IC9 and IC10 swapped over, garbage moved | exchanged IC9 IC10 changed",
        "gannet-1 | 3 ohms between IC1.8 and IC1.9 | cont IC1.8 IC1.9 joined",
        "gannet-1 | 4.6V at IC1, 5.05V at edge | +5V at IC1 4.6 V; +5V at J1 5.05 V",
        "skua-3 | BUSRQ high, NMI high, WAIT high | U1.25 high; U1.17 high; U1.24 high",
        "skua-3 | U1 INT permanently asserted | U1.16 stuck low",
        "skua-3 | U4 swapped for new 138, no change | swap U4 good same",
        "skua-3 | burned a new U2, same result | swap U2 good same",
        "skua-3 | U3 tested good out of circuit | U3 tester pass",
        "skua-3 | U2 good in the reader | U2 rom good",
        "skua-3 | U15 port B stuck at 0 | U15.18 U15.19 U15.20 U15.21 U15.22 U15.23 U15.24 U15.25"
            + " low",
        "skua-3 | clock at U12.2 looks clean | U12.2 toggling",
        "skua-3 | U1.12 and U1.8 beep together | cont U1.12 U1.8 joined",
        "skua-3 | bodge wire U9.7 to U6.5 added | mended U9.7 U6.5 wired",
        "skua-3 | previous repair has lifted pads at U3 | damage lifted-pad U3",
        "plover-1 | reflowed U1, works for now | mended U1 reflowed; screen works",
        "plover-1 | start logo garbled | screen garbage",
        "plover-1 | burnt smell near Q3 | damage burn Q3",
        "plover-1 | HP-3 board swapped, works now | swap U6 good cured",
        "plover-1 | draws 300 mA with no cartridge | +5V 0.3 A",
        "tern-1 | U12 swapped with U16, stripes moved | exchanged U12 U16 changed",
        "tern-1 | U5 reads all zeros | U5 rom differs",
      })
  void whatIsLeftOutIsOfTheOneBefore(String board, String said, String usual) {
    assertThat(kept(board, said)).isEqualTo(usual);
  }

  /** Taken for something else once: a word of the language is no button, a finger no EPROM. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "gannet-1 | player 2 left does nothing",
        "plover-1 | reheated lcd ribbon, lines gone",
        "gadwall-6 | HALT goes low right after reset",
        "gadwall-6 | touched U20, burned my finger",
        "gadwall-6 | rom checksum off by one bit",
        "gadwall-6 | high score resets every power off",
        "skua-3 | A0 to A7 moving, A8 upward static",
        "tern-1 | U13 hot, others cold",
        "tern-1 | U21 pin 1 minus 12 missing",
      })
  void noneOfTheseIsTakenForWhatItIsNot(String board, String said) {
    String kept = kept(board, said);
    assertThat(kept.startsWith("✗ ") ? "" : kept)
        .doesNotContain(
            "function ",
            "replaced",
            "rom good",
            "screen reboots",
            "screen garbage",
            "U13 cold",
            "-12 V");
  }

  /** After a mend the board shows what it showed before. */
  @ParameterizedTest
  @ValueSource(
      strings = {"no joy", "still the same", "no improvement", "didn't fix it", "still dead"})
  void whatDidNotHelpShowsTheSameAgain(String said) {
    Telling told =
        Telling.of(
            ToldStories.board("heron-1"), Stories.of("screen garbage", "U9 replaced, " + said));
    assertThat(told.mends()).hasSize(1);
    assertThat(told.findings().getLast().finding()).isEqualTo(new Finding.Symptom("garbage"));
    assertThat(told.findings().getLast().moment().epoch()).isEqualTo(1);
  }

  /** A line that is called well is offered as moving, and nothing is made of a bare number. */
  @Test
  void whatIsOnlyCalledWellIsAsked() {
    BenchLine heron = new BenchLine(ToldStories.board("heron-1"));
    assertThat(heron.understand("U4.13 ok", BenchContext.FRESH))
        .isInstanceOf(Understanding.Proposed.class);
    // A reset line rests when it is well.
    assertThat(heron.understand("U32.4 ok", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
    assertThat(kept("heron-1", "two data bits shorted at U6, pins 3 and 4")).startsWith("✗");
  }

  /** Nobody's tip stands at a part that is out: the next one on the line is asked about. */
  @Test
  void aLineIsReadWhereAPartIsIn() {
    BenchLine heron = new BenchLine(ToldStories.board("heron-1"));
    assertThat(Heard.kept(heron.understand("VD3 toggling", BenchContext.FRESH)))
        .isEqualTo("U19.11 toggling");
    BenchContext without = new BenchContext(Set.of("U19"), Map.of(), "");
    Understanding heard = heron.understand("VD3 toggling", without);
    assertThat(heard.sentence()).contains("U27", "U26").doesNotContain("U19");
    assertThat(Heard.kept(heard)).isEqualTo("U27.15 toggling");
  }

  /** What is shown as an example before anything is typed could be read on this very board. */
  @ParameterizedTest
  @ValueSource(
      strings = {"heron-1", "gadwall-6", "plover-1", "siskin-2", "petrel-1", "quillon-kittiwake-b"})
  void anExampleIsOfTheBoardThatIsThere(String board) {
    BenchLine line = new BenchLine(ToldStories.board(board));
    String sentence = line.understand("", BenchContext.FRESH).sentence();
    assertThat(sentence).startsWith("Type a reading, for example ").endsWith(".");
    String examples =
        sentence.substring("Type a reading, for example ".length(), sentence.length() - 1);
    assertThat(examples.split(", ", -1)).hasSizeGreaterThan(2);
    for (String example : examples.split(", ", -1)) {
      assertThat(line.understand(example, BenchContext.FRESH))
          .as(example)
          .isInstanceOf(Understanding.Understood.class);
    }
  }

  /** A pin without its part is of the part that was spoken of last, and of none before that. */
  @Test
  void aPinAloneIsOfThePartBefore() {
    BenchLine heron = new BenchLine(ToldStories.board("heron-1"));
    BenchContext ofU14 =
        Telling.of(ToldStories.board("heron-1"), Stories.of("U14.3 high", "5V 4.9")).context();
    assertThat(Heard.kept(heron.understand("pin 4 low", ofU14))).isEqualTo("U14.4 low");
    assertThat(Heard.kept(heron.understand("pins 1 and 2 toggling", ofU14)))
        .isEqualTo("U14.1 U14.2 toggling");
    assertThat(Heard.kept(heron.understand("U8 pin 3 low", ofU14))).isEqualTo("U8.3 low");
    assertThat(heron.understand("pin 4 low", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
    // A part has no such pin, and no other is meant by it.
    assertThat(heron.understand("pin 40 low", ofU14)).isInstanceOf(Understanding.Refused.class);
  }

  /** A can leaves most of its pins out; the refusal names those it has. */
  @Test
  void aRefusalNamesThePinsAPartHas() {
    BenchLine fulmar = new BenchLine(ToldStories.board("fulmar-2"));
    assertThat(fulmar.understand("Y1.3 high", BenchContext.FRESH).sentence())
        .contains("1, 7, 8, 14");
    assertThat(Heard.kept(fulmar.understand("oscillator not running", BenchContext.FRESH)))
        .isEqualTo("Y1.8 0 Hz");
  }
}
