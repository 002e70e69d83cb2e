package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;

/** Lines as people type them, on boards of which nothing but a list of parts is known. */
class SaidOfListedBoardsTest {
  private static String kept(String board, String said) {
    return Heard.kept(new BenchLine(ToldStories.board(board)).understand(said, BenchContext.FRESH));
  }

  /** A game of counters and gates, by the places of its grid. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "1B pin 14 clock ok | 1B.14 toggling",
        "1C counting | 1C.8 1C.9 1C.11 1C.12 toggling",
        "1C does not count | 1C.8 1C.9 1C.11 1C.12 0 Hz",
        "picture torn | screen rolling",
        "hum bars | screen hum",
        // What a thing does that it should not is told in any words.
        "ball passes through paddle | function ball bad",
        "ball does not bounce at the top | function ball bad",
        "ball is a vertical stripe | function ball bad",
        "VR1 scratchy | found VR1 dirty",
        "sync present at R42 | R42.1 toggling",
        // A trial and what came of it, whatever it was that came back.
        "swapped 5C and score is fine | swap 5C good cured",
        "piggybacked 4B and ball bounces | piggyback 4B changed",
        "swapped X1 and clock is back | swap X1 good cured",
        "swapped 5C and still no score | swap 5C good same",
        // The supply by what it comes through, and by what smooths it.
        "9V at C1 | UNREG 9 V",
        "ripple 1.2V at C1 | UNREG ripple 1.2 V",
        "no volts before F1 | F1-IN 0 V",
      })
  void onAGameOfGates(String said, String kept) {
    assertThat(kept("garganey-1", said)).isEqualTo(kept);
  }

  /** A computer of sixteen bits. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "no 32MHz at U45 | Y1.1 0 Hz",
        "no 2.4576MHz at U39 | Y2.1 0 Hz",
        "no 8MHz at CPU | U1.15 0 Hz",
        "32MHz ok | Y1.1 toggling",
        "ROM CE stuck high | U2.20 U3.20 stuck high",
        "CE at the ROMs stuck high | U2.20 U3.20 stuck high",
        "RAS at U17 stuck high | U17.4 stuck high",
        "ACIA irq never goes low | U40.7 stuck high",
        "D8-D15 stuck at CPU | U1.61 U1.60 U1.59 U1.58 U1.57 U1.56 U1.55 U1.54 0 Hz",
        "data bus low byte stuck | U1.5 U1.4 U1.3 U1.2 U1.1 U1.64 U1.63 U1.62 0 Hz",
        "all RAM bad | says all memory bad",
        "memory errors in blocks | says memory error",
        "sync ok | note sync ok",
        "J4 pin bent | found J4 dirty",
        "U40 swapped with good one and keys work | swap U40 good cured",
        "U49 swapped, still no sound | swap U49 good same",
        "swapped U27, different | swap U27 good changed",
        "swapped U35 and the lines are gone | swap U35 good cured",
        "pulling SW1 wire and it boots | without SW1 cured",
        "replaced U42 and drive reads | mended U42 replaced; screen works",
        "replaced U49, still no sound | mended U49 replaced; screen no-sound",
        "5V before F1 | F1-IN 5 V",
        "5V at F1 ok | SW2-IN 5 V",
        "no 5V after the switch | L1-IN 0 V",
        "no 5V behind L1 | +5V 0 V",
        "5V at L1 | +5V 5 V",
      })
  void onAComputer(String said, String kept) {
    assertThat(kept("pintail-1", said)).isEqualTo(kept);
  }

  /** A computer of eight bits, with its supply on the board. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "no picture on monitor | screen blank",
        "every letter wrong in the same way, A shows as C | screen wrong-letters",
        "boots with 8K instead of 16K | says memory error",
        "bit 2 of video memory stuck | says video memory bit 2 bad",
        "cannot load tapes | screen dead-port",
        "unregulated is 16V | UNREG 16 V",
        "10V on input of IC35 | UNREG 10 V",
        "no volts anywhere | UNREG 0 V",
        "5V fine | +5V good",
        "-5V ok | -5V good",
        "reset ok | IC1.26 high",
        "no CAS at IC4 | IC4.15 0 Hz",
        "disconnecting S1 brings it up | without S1 cured",
        "X1 replaced no change | mended X1 replaced",
        "video at base of Q1 good | Q1.2 toggling",
        "nothing at emitter of Q1 | Q1.3 0 Hz",
        "Q2 collector emitter short | found Q2 dead",
        "some keys only work when pressing on the keyboard plug | moved J4 changes",
        "monitor ROM in programmer verifies different each time | IC3 rom unsteady",
        "AC present at J1 | function J1 good",
        "C1 replaced, hum gone | mended C1 replaced; screen works",
      })
  void onAComputerWithItsSupply(String said, String kept) {
    assertThat(kept("scaup-1", said)).isEqualTo(kept);
  }

  /** A handheld with customs, a flex and a converter. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "screen blank, sound none | screen blank; screen no-sound",
        "garbled tiles on screen, game plays | screen garbage",
        "black blotch in the corner of the display | screen lines",
        "missing vertical lines on LCD | screen lines",
        "lines come back when pressing on the flex | moved LF1 changes",
        "pads dirty | found SW5 dirty",
        "left and right do not work | screen dead-keys",
        "6V on anode of D2 | D2-IN 6 V",
        "0V on cathode of D2 | SW1-IN 0 V",
        "C1 ESR 12 ohms | found C1 dead",
        "C4 low capacitance | found C4 dead",
        "VR1 wiper open | found VR1 dead",
        "crackling volume | function volume bad",
        "no sound on headphones or speaker | screen no-sound",
        "fresh batteries | note fresh batteries",
        "d-pad needs hard press | function d-pad bad",
      })
  void onAHandheld(String said, String kept) {
    assertThat(kept("teal-1", said)).isEqualTo(kept);
  }

  /** A game of two processors. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "dead board | screen blank",
        "no clock anywhere | A1.34 0 Hz",
        "no E clock at A1 | A1.34 0 Hz",
        // Of several processors the one that is spoken of.
        "sound reset high | F1.40 high",
        "sound cpu has no clock | F1.39 0 Hz",
        "sound cpu not running | F1 stopped",
        "sound cpu held in reset | F1.40 low",
        "blitter halt line stuck | function blitter bad",
        "reset high | A1.37 high",
        "all colours wrong | screen colours",
        "wavy picture | screen hum",
        "red at base of Q1 | Q1.2 toggling",
        "audio at F7 output | F7.4 toggling",
        "12V at F7 ok | +12V at F7 12 V",
        "harness pins burnt | damage burn P2",
        "SW1 contacts bad | found SW1 dirty",
        "red comes and goes when touching the video plug | moved P3 changes",
      })
  void onAGameOfTwoProcessors(String said, String kept) {
    assertThat(kept("knot-1", said)).isEqualTo(kept);
  }

  /** A luggable computer: memory, screen, disc and serial port. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // A part and, behind what is read there, its pin.
        "U31 has clock on pin 21 | U31.21 toggling",
        "U31 has no clock on pin 21 | U31.21 0 Hz",
        "U31 gets 2 MHz on pin 21 | U31.21 2000000 Hz",
        "crystal oscillating at U43 pin 1 | U43.1 toggling",
        "raw data pulsing at U49 pin 3 | U49.3 toggling",
        // All pins of one task.
        "U34 enables all right | U34.4 low; U34.5 low; U34.6 high",
        "U35 inputs ok | U35.1 U35.2 U35.3 toggling",
        "U3 never enabled | U3.18 stuck high",
        "rom never selected | U2.18 stuck high",
        "disk controller never selected | U29.3 stuck high",
        "U30 selected | U30.35 toggling",
        "memory side of U36 dead"
            + " | U36.11 U36.12 U36.13 U36.14 U36.15 U36.16 U36.17 U36.18 0 Hz",
        "U37 output side dead | U37.3 U37.5 U37.7 U37.9 U37.12 U37.14 U37.16 U37.18 0 Hz",
        "U34 pin 15 high all the time | U34.15 stuck high",
        "reset high all the time | U1.26 high",
        // What a hand does to a plug, and what is only pressed to be pressed.
        "cuts out when wiggling the power plug | moved J1 changes",
        "picture flickers when the CRT cable is moved | moved J5 changes",
        "pressing on the keyboard cable brings it back | moved J4 changes",
        "wiggling the CRT cable makes no difference | moved J5 same",
        "still dead when pressing on the CRT cable | moved J5 same",
        "no picture until the CRT cable is wiggled | moved J5 changes",
        "reset button always gets it going | function reset bad",
        "have to press reset to start | function reset bad",
        "reset rises too early | function reset bad",
        "cleaned the floppy connector and everything works | mended J2 cleaned; screen works",
        "lifting C22 clears it | without C22 cured",
        "swapping U26 and U27 makes the fault move | exchanged U26 U27 changed",
        "swapped U26 and U27, changed nothing | exchanged U26 U27 same",
        "crashes when the crystal is touched | moved Y1 changes",
        "U36 B side stuck low"
            + " | U36.11 U36.12 U36.13 U36.14 U36.15 U36.16 U36.17 U36.18 stuck low",
        "U36 B side floating"
            + " | U36.11 U36.12 U36.13 U36.14 U36.15 U36.16 U36.17 U36.18 floating",
        "nothing out of U47 | function U47 bad",
      })
  void onALuggable(String said, String kept) {
    assertThat(kept("ruff-1", said)).isEqualTo(kept);
  }

  /** A strobe is of the memories that have one, and is no part that is listed for it. */
  @Test
  void strobesAreOfTheMemoriesThatHaveThem() {
    assertThat(kept("ruff-1", "CAS never goes low"))
        .startsWith("U10.15 U11.15")
        .endsWith("U25.15 stuck high")
        .doesNotContain("U26");
    assertThat(kept("ruff-1", "RAS ok")).startsWith("U10.4 ").endsWith(" toggling");
  }

  /** Nobody's hand, nothing selected, and nothing that moves. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "it works with U5 in hand | changes",
        "works while reset is held | changes",
        "pressing reset changes nothing | tap",
        "moving objects disappear | moved",
        "flashes when fire pressed | changes",
        "U31 should have clock on pin 21 | toggling",
        "no signal at U47 | function",
        "keyboard inputs ok | toggling",
        "U51 inputs ok | toggling",
        "sound is enabled | toggling",
      })
  void whatOnlySoundsLikeItIsNotTaken(String said, String never) {
    assertThat(kept("ruff-1", said)).doesNotContain(never.strip());
  }

  /** What comes on, or gets it going, is not what is bad. */
  @Test
  void whatComesOnIsNotCalledBad() {
    assertThat(kept("ruff-1", "drive light comes on and motor spins")).startsWith("✗");
    assertThat(kept("phalarope-1", "cartridges only work when leaned on"))
        .isEqualTo("moved CN1 changes");
  }

  /** A cure that is none is not taken for one, nor what is said of the part for the board. */
  @Test
  void whatIsNoCureIsNotOne() {
    assertThat(kept("pintail-1", "swapped U49 and sound is gone")).doesNotContain("cured");
    assertThat(kept("pintail-1", "swapped U5 and now only half works")).doesNotContain("cured");
    assertThat(kept("pintail-1", "pulled U42 and it tests good")).doesNotContain("cured");
    assertThat(kept("pintail-1", "swap U5 good")).startsWith("… ");
  }

  /** What did nothing changed nothing, and ohms are no bytes. */
  @Test
  void whatDidNothingIsNotTakenForAChange() {
    assertThat(kept("teal-1", "still dead when pressing on the flex")).doesNotContain("changes");
    assertThat(kept("teal-1", "nothing happens when wiggling the cartridge"))
        .doesNotContain("changes");
    assertThat(kept("scaup-1", "R3 reads 4K instead of 47K")).doesNotContain("memory");
    assertThat(kept("scaup-1", "voltage present at IC5")).doesNotContain("function IC5 good");
    // In front of a fuse it may be all the same.
    assertThat(kept("scaup-1", "voltage present at F1")).doesNotContain("function F1 good");
    assertThat(kept("scaup-1", "Q1 base shorted")).doesNotContain("found");
    assertThat(kept("scaup-1", "IC5 vcc ok")).isEqualTo("note IC5 vcc ok");
  }
}
