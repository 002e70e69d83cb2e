package raconteur.core.marking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalInt;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartWordsTest {
  private static String said(OptionalInt count) {
    return count.isPresent() ? String.valueOf(count.getAsInt()) : "";
  }

  /** Ways of writing a connector down: common practice, no source. */
  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      value = {
        "power connector 4 pin, 4",
        "4-pin, 4",
        "20-way header, 20",
        "keyboard 20 way, 20",
        "edge connector 2x22, 44",
        "2 x 10 box header, 20",
        "DB25 female, 25",
        "video DIN-5, 5",
        "IDC 34, 34",
        "header 20, 20",
        "20P, 20",
        "DIP SW 8, 8",
        "dip switch 4, 4",
        "8 bit DIP switch, 8",
        "KEYBOARD, \"\"",
        "12V input, \"\"",
        "5V 2A, \"\"",
        "0 pin, \"\"",
        "999 way, \"\"",
        "pitch 2.54 pin, \"\"",
      })
  void theWordsGiveAConnectorItsSize(String words, String ways) {
    assertThat(said(PartWords.ways(words))).isEqualTo(ways);
  }

  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      value = {
        "9 x 4k7 SIL, 10",
        "8x10K, 9",
        "10k x 8 SIL, 9",
        "4k7 x 8, 9",
        "SIL9 4k7, 9",
        "10 pin 4k7, 10",
        "4k7, \"\"",
        "4.7k, \"\""
      })
  void aRowOfResistorsHasOnePinMoreThanResistors(String words, String pins) {
    assertThat(said(PartWords.resistorPins(words))).isEqualTo(pins);
  }

  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      value = {
        "paddle 1, paddle 1",
        "crtc socket, crtc",
        "H counter low, H counter low",
        "\"monitor ROM (socket)\", monitor ROM",
        "\"program, socketed\", program",
        "20-way, \"\"",
        "keyboard 2x10, keyboard",
        "in a turned pin socket, \"\"",
        "not socketed, \"\"",
      })
  void whatIsLeftIsWhatThePartIsFor(String words, String purpose) {
    assertThat(PartWords.purpose(words)).isEqualTo(purpose);
  }

  @ParameterizedTest
  @CsvSource(
      quoteCharacter = '"',
      value = {
        "27128 EPROM socketed, single wipe",
        "Z80 CPU (socket), single wipe",
        "2764 in socket, single wipe",
        "HD6845SP; crtc socket, single wipe",
        "40 pin socket, \"\"",
        "DIL socket, \"\"",
        "6502 in a turned pin socket, turned pin",
        "6502 dual-wipe, dual wipe",
        "74LS245, \"\"",
        "2764 not socketed, \"\"",
        "2764 no socket, \"\"",
        "\"program, socket\", single wipe",
        "\"27256; socket; program\", single wipe",
        "4164 unsocketed, \"\"",
        "28 pin socket only, \"\"",
        "2764 soldered, \"\"",
      })
  void theWordsPutAPartInASocket(String words, String socket) {
    assertThat(PartWords.socket(words)).isEqualTo(socket);
  }

  @ParameterizedTest
  @CsvSource({
    "556 reset, dual timer, reset",
    "74LS257 RAM address mux, quad 2-input multiplexer, RAM address mux",
    "6522 user port, versatile interface adapter, user port",
    // What the type says by itself, a package, a condition, a bare type.
    "4164 RAM, 65536 x 1 dynamic RAM, ''",
    "74LS138 decoder, 3-to-8 decoder, ''",
    "74LS00 DIP14, quad NAND, ''",
    "74LS00 SOIC, quad NAND, ''",
    "2764 tested good, 8K EPROM, ''",
    "74LS00, quad NAND, ''",
    "crystal oscillator, quartz crystal, ''",
  })
  void wordsBehindATypeSayWhatItIsFor(String value, String title, String purpose) {
    assertThat(PartWords.purposeBehindType(value, title)).isEqualTo(purpose);
  }
}
