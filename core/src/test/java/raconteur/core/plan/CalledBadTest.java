package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.fault.Place;

/** What parts called bad together have in common, on the net list of the Kittiwake. */
class CalledBadTest {
  private static List<CalledBad> told(String... lines) {
    return Stories.advise(Boards.KITTIWAKE_B, lines).calledBad();
  }

  /** The upper bank works, so what both banks hang on is out, and so is any one of the chips. */
  @Test
  void oneBankCalledBadSpeaksOfWhatThatBankAloneHangsOn() {
    CalledBad bank =
        told("screen characters", "diag U22 bad U23 bad U24 bad U25 bad U30 good U31 good")
            .getFirst();
    assertThat(bank.alone()).contains(new Place.OfPart("U41"));
    assertThat(bank.alone())
        .doesNotContain(new Place.OfPart("U22"), new Place.OfPart("U13"))
        .noneMatch(p -> p instanceof Place.Segment track && track.net().equals("/CAS1"));
    assertThat(bank.words())
        .startsWith("U22, U23, U24 and U25 are called bad together, U30 and U31 are not: ")
        .contains("U41");
  }

  @Test
  void oneBadPartSharesNothingAndAMendEndsWhatARunSaid() {
    assertThat(told("screen characters", "diag U22 bad U23 good")).isEmpty();
    assertThat(told("diag U22 bad U23 bad", "mended U41 replaced", "screen characters")).isEmpty();
  }

  @Test
  void whatNoSingleFaultDoesIsSaidToBeSo() {
    CalledBad two = told("screen characters", "diag U48 bad U56 bad U45 good").getFirst();
    assertThat(two.alone()).isEmpty();
    assertThat(two.words()).endsWith("nothing that is still suspected would do that by itself.");
  }
}
