package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;

/** Pins are said by their names as people say them, without the stroke of an active-low one. */
class PinNameTest {
  @ParameterizedTest
  @CsvSource({
    "U8.RESET high, U8.18",
    "U8./RESET high, U8.18",
    "u8.reset high, U8.18",
    "U8.18 high, U8.18",
    "U22.RAS toggling, U22.4"
  })
  void aPinIsFoundByItsNumberOrEitherFormOfItsName(String line, String pin) {
    String verb = line.substring(line.indexOf(' '));
    assertThat(said(line)).isEqualTo(said(pin + verb));
  }

  private static Statement said(String line) {
    Understanding understanding =
        new BenchLine(Boards.KITTIWAKE_B).understand(line, BenchContext.FRESH);
    assertThat(understanding).isInstanceOf(Understanding.Understood.class);
    return ((Understanding.Understood) understanding).statement();
  }
}
