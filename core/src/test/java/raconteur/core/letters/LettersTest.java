package raconteur.core.letters;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.data.Loaded;

/** Wrong letters and what made them. Codes are those of ASCII, ANSI X3.4. */
class LettersTest {
  private static final String SCREEN =
      """
      QUILLON KITTIWAKE
      64 K MEMORY, 16 K ROM
      READY
      PRINT "THE QUICK BROWN FOX JUMPS"
      """;

  private static Letters letters(Codes codes, String should, String stands) {
    return switch (Letters.read(codes, 40, should, stands)) {
      case Loaded.Ok<Letters>(Letters letters) -> letters;
      case Loaded.Refused<Letters> refused -> throw new AssertionError(refused.summary());
    };
  }

  private static LetterDiagnosis.Result of(String should, String stands) {
    return LetterDiagnosis.of(letters(Codes.ASCII, should, stands));
  }

  /** By hand: E is 45, and 41 without its bit 2; D is 44, and 40 without it; R, A, Y have none. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "READY | RAA@Y | Bit 2 stuck low",
        "AB | QR | Bit 4",
        "ABCDEFGH | AACCEEGG | Address line 0 of the screen's memory standing low",
        "ABCDEFGH | BBDDFFHH | Address line 0 of the screen's memory standing high",
        "ABCDEFGH | EFGHEFGH | Address line 2 of the screen's memory standing high",
        "ABCDEFGH | ACBDEGFH | Address lines 0 and 1 of the screen's memory exchanged",
      })
  void oneFaultIsToldByHand(String should, String stands, String what) {
    LetterDiagnosis.Result result = of(should, stands);
    assertThat(result.best())
        .extracting(f -> LetterWords.what(f.fault()))
        .anyMatch(w -> w.startsWith(what));
  }

  /** Every fault planted on a screen is among the best explanations, whatever it is. */
  @ParameterizedTest
  @EnumSource(Codes.class)
  void whateverIsPlantedIsAmongTheBest(Codes codes) {
    Letters right = letters(codes, SCREEN, SCREEN);
    List<LetterFault> all = new ArrayList<>();
    for (int bit = 0; bit < codes.bits(); bit++) {
      all.add(new LetterFault.BitStuck(bit, false));
      all.add(new LetterFault.BitStuck(bit, true));
      all.add(new LetterFault.BitInverted(bit));
      for (int other = bit + 1; other < codes.bits(); other++) {
        all.add(new LetterFault.BitsExchanged(bit, other));
        all.add(new LetterFault.BitsJoined(bit, other, true));
        all.add(new LetterFault.BitsJoined(bit, other, false));
      }
    }
    for (int line = 0; line < 5; line++) {
      all.add(new LetterFault.LineStuck(line, false));
      all.add(new LetterFault.LineStuck(line, true));
    }
    for (LetterFault fault : all) {
      Letters shown = planted(right, fault, 0, new Random(1));
      if (shown.wrong() > 0) {
        assertThat(LetterDiagnosis.of(shown).best())
            .as("%s %s", codes, fault)
            .extracting(LetterDiagnosis.Fit::fault)
            .contains(fault);
      }
    }
  }

  /** One letter in twenty mistyped: the bit still leads. */
  @Test
  void aFewLettersMistypedHideNoBit() {
    Letters right = letters(Codes.ASCII, SCREEN, SCREEN);
    int led = 0;
    for (int seed = 0; seed < 50; seed++) {
      Random dice = new Random(seed);
      LetterFault fault = new LetterFault.BitStuck(dice.nextInt(5), dice.nextBoolean());
      List<LetterDiagnosis.Fit> fits = LetterDiagnosis.of(planted(right, fault, 0.05, dice)).fits();
      led += !fits.isEmpty() && fits.getFirst().fault().equals(fault) ? 1 : 0;
    }
    assertThat(led).isGreaterThanOrEqualTo(45);
  }

  private static Letters planted(Letters right, LetterFault fault, double mistyped, Random dice) {
    List<int[]> seen = new ArrayList<>();
    for (int row = 0; row < right.wanted().size(); row++) {
      int[] line = new int[right.wanted().get(row).length];
      for (int column = 0; column < line.length; column++) {
        int made = fault.at(right, row * right.columns() + column);
        line[column] =
            made < 0 ? right.wanted().get(row)[column] : dice.nextDouble() < mistyped ? 'x' : made;
      }
      seen.add(line);
    }
    return new Letters(right.codes(), right.columns(), right.wanted(), seen);
  }

  @Test
  void rightLettersAccuseNobodyAndAnythingElseIsSaidToBeUnexplained() {
    assertThat(LetterWords.of(of("READY", "READY"), Optional.empty()))
        .containsExactly("Everything stands as it should.");
    assertThat(LetterWords.of(of("READY", "XQZ#J"), Optional.empty()))
        .singleElement()
        .asString()
        .startsWith("5 letters are wrong, and no single bit");
  }

  /** On a board the chips are named: the picture's own memory, else all that is wide enough. */
  @Test
  void theChipsOfTheBitAreNamed() {
    assertThat(LetterWords.chips(Boards.KITTIWAKE_B, List.of(4))).containsExactly("U26", "U34");
    assertThat(LetterWords.chips(ToldStories.board("heron-1"), List.of(5))).hasSize(1);
    assertThat(LetterWords.chips(ToldStories.board("dunlin-1"), List.of(4))).isEmpty();
    assertThat(LetterWords.of(of("READY", "RAA@Y"), Optional.of(Boards.KITTIWAKE_B)).getFirst())
        .isEqualTo(
            "Bit 2 stuck low explains all of 2 wrong letters. Look at U24, U32, what latches or"
                + " passes its data on, and U45's input for it: the first place where the bit is"
                + " wrong is the one.");
  }

  @Test
  void aLetterThatNoLetterIsMayBeOne() {
    // B is 42, and 02 without bit 6, which is no letter.
    LetterDiagnosis.Result result = of("AB 12", "?? 12");
    assertThat(result.best())
        .extracting(LetterDiagnosis.Fit::fault)
        .contains(new LetterFault.BitStuck(6, false));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "'' | READY | Say what should stand there",
        "READY | '' | Say what should stand there",
        "'A~B' | A | There should be 2 lines and stand 1",
        "'ABCDEFGHIJKLMNOPQRSTUVWXYZABCDEFGHIJKLMNOPQRSTUVWXYZ' | A | longer than 40 columns",
        "'ä' | A | “ä” has no code in ascii",
      })
  void whatCannotBeHeldAgainstEachOtherSaysWhy(String should, String stands, String says) {
    assertThat(Letters.read(Codes.ASCII, 40, should.replace('~', '\n'), stands))
        .isInstanceOfSatisfying(
            Loaded.Refused.class, refused -> assertThat(refused.summary()).contains(says));
  }
}
