package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;

/** Lines of which some is clear and some is not, on boards they were not made for. */
class OfferedTest {
  private static String kept(String board, String said) {
    return Heard.kept(new BenchLine(ToldStories.board(board)).understand(said, BenchContext.FRESH));
  }

  /** What is clear is offered, with a note of all that was said; nothing is taken unasked. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "heron-1 | U2 dump is different from known good, bit 3 always 1 | ? U2 rom differs; note"
            + " U2 dump is different from known good, bit 3 always 1",
        "heron-1 | mux output MA4 stuck | ? U13.4 0 Hz; note mux output MA4 stuck",
        "gannet-1 | A5 good at IC1, dead at IC6 pin 3 | ? IC1.13 toggling; IC6.3 0 Hz; note A5 good"
            + " at IC1, dead at IC6 pin 3",
        "whimbrel-3 | new battery fitted, scores kept | ? mended BT1 replaced; note new battery"
            + " fitted, scores kept",
      })
  void whatIsClearIsOfferedWithANoteOfTheWhole(String board, String said, String offered) {
    assertThat(kept(board, said)).isEqualTo(offered);
  }

  /** A word that turns the rest round, a mend nobody understood, or a verdict: none is offered. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "A12 toggling except when hot",
        "cleaned contacts, works for now",
        "repaired trace, boots now",
        "U24 char rom swapped, no change",
        "U20 fried sideways",
      })
  void nothingIsOfferedThatMayMeanTheOpposite(String said) {
    assertThat(kept("heron-1", said)).startsWith("✗ ");
  }

  @Test
  void ofAMendNobodyUnderstoodItIsSaidWhyTheRestWaits() {
    assertThat(kept("heron-1", "repaired trace, boots now"))
        .startsWith(
            "✗ “repaired trace” is not taken in, and what is said with it is of the mended");
  }

  /** A sentence nobody understands may be kept as a note; a slip of the keys is refused. */
  @Test
  void aSentenceMayBeKeptAsANoteAndASlipNot() {
    BenchLine line = new BenchLine(ToldStories.board("heron-1"));
    assertThat(line.understand("flickering picture that settles late", BenchContext.FRESH))
        .isInstanceOfSatisfying(
            Understanding.Proposed.class,
            p ->
                assertThat(p.lines())
                    .extracting(l -> l.statement().line())
                    .containsExactly("note flickering picture that settles late"));
    assertThat(line.understand("U2 hto", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
    assertThat(line.understand("xx yy zz", BenchContext.FRESH))
        .isInstanceOf(Understanding.Refused.class);
  }

  /** In a file of lines nobody presses Enter: what to write instead is said. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "mux output MA4 stuck | Not all of it is clear: say U13.4 0 Hz, and the rest behind note.",
        "flickering picture that settles late | Not all of it is clear: say it behind note.",
        "pulled U5, MA4 toggling | More than one line: say pull U5; U13.4 toggling.",
      })
  void whereNobodyCanBeAskedItIsSaidWhatToWrite(String said, String instead) {
    assertThat(new BenchLine(ToldStories.board("heron-1")).understand(said, BenchContext.FRESH))
        .isInstanceOfSatisfying(
            Understanding.Proposed.class, p -> assertThat(p.unasked()).isEqualTo(instead));
  }

  /** What is kept of an offer is read again as what it was. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "heron-1 | U2 dump is different from known good, bit 3 always 1",
        "gannet-1 | dip switch 3 has no effect",
      })
  void everyLineOfAnOfferIsUnderstood(String board, String said) {
    BenchLine line = new BenchLine(ToldStories.board(board));
    Understanding heard = line.understand(said, BenchContext.FRESH);
    assertThat(heard)
        .isInstanceOfSatisfying(
            Understanding.Proposed.class,
            p ->
                assertThat(p.lines())
                    .allSatisfy(
                        each ->
                            assertThat(line.understand(each.statement().line(), BenchContext.FRESH))
                                .isInstanceOfSatisfying(
                                    Understanding.Understood.class,
                                    u -> assertThat(u.statement()).isEqualTo(each.statement()))));
  }
}
