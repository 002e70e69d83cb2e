package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/**
 * What is left out is of the piece before, whatever the parts are called: on every board of
 * nobody's making, for chips next to one another.
 */
class LeftOutTest {
  private static final List<String> BOARDS =
      List.of(
          "dunlin-1",
          "fulmar-2",
          "gadwall-6",
          "gannet-1",
          "heron-1",
          "plover-1",
          "siskin-2",
          "skua-3",
          "tern-1",
          "whimbrel-3");

  /** Pairs of chips that stand next to each other in the parts list. */
  static Stream<Arguments> neighbours() {
    return BOARDS.stream()
        .flatMap(
            name -> {
              Board board = ToldStories.board(name);
              List<String> chips =
                  board.parts().stream()
                      .filter(p -> p.device().pins().size() > 7 && !p.device().isContact())
                      .map(Part::designator)
                      .limit(9)
                      .toList();
              return Stream.iterate(0, i -> i + 1 < chips.size(), i -> i + 1)
                  .map(i -> Arguments.of(name, chips.get(i), chips.get(i + 1)));
            });
  }

  private static String kept(String board, String said) {
    return Heard.kept(new BenchLine(ToldStories.board(board)).understand(said, BenchContext.FRESH));
  }

  @ParameterizedTest
  @MethodSource("neighbours")
  void whatIsHotAndWhatIsNot(String board, String one, String other) {
    String bothSaid = one + " hot; " + other + " normal";
    assertThat(kept(board, one + " is hot, " + other + " isn't")).isEqualTo(bothSaid);
    assertThat(kept(board, one + " is hot but " + other + " is not")).isEqualTo(bothSaid);
    assertThat(kept(board, one + " hot, " + other + " too"))
        .isEqualTo(one + " hot; " + other + " hot");
    assertThat(kept(board, one + " hot, " + other + " cold"))
        .isEqualTo(one + " hot; " + other + " cold");
  }

  @ParameterizedTest
  @MethodSource("neighbours")
  void whatIsSaidOfOneIsNotSaidOfTheOther(String board, String one, String other) {
    String said = kept(board, one + " tester pass, " + other + " tester fail");
    assertThat(said).isEqualTo(one + " tester pass; " + other + " tester fail");
    assertThat(kept(board, "replaced " + one + ", " + other + " hot"))
        .isEqualTo("mended " + one + " replaced; " + other + " hot");
  }

  @ParameterizedTest
  @MethodSource("neighbours")
  void withOneAnotherIsOfBoth(String board, String one, String other) {
    assertThat(kept(board, one + " and " + other + " swapped over, no change"))
        .isEqualTo("exchanged " + one + " " + other + " same");
  }

  /** A sentence nobody understands is never lost and never weighs. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "the whole thing smells of old cupboards",
        "my neighbour says it worked last summer",
        "strange noise from somewhere near the back",
        "it was stored in a barn for years"
      })
  void whatNobodyUnderstandsMayBeKeptAsANote(String said) {
    for (String name : BOARDS) {
      Understanding heard =
          new BenchLine(ToldStories.board(name)).understand(said, BenchContext.FRESH);
      if (heard instanceof Understanding.Proposed(var lines, var left, String sentence)) {
        assertThat(lines.getLast().statement()).isEqualTo(new Statement.Remark(said));
        assertThat(left).as(name).isNotEmpty();
        assertThat(sentence).contains("Enter keeps");
      } else {
        assertThat(heard).as(name).isInstanceOf(Understanding.Refused.class);
      }
    }
  }

  /** In a file of lines nobody can be asked: then it says why, and what to write. */
  @ParameterizedTest
  @MethodSource("neighbours")
  void inAFileTheReasonStands(String board, String one, String other) {
    Understanding heard =
        new BenchLine(ToldStories.board(board))
            .understand(one + " looks rather sad beside " + other, BenchContext.FRESH);
    Set<Class<?>> kinds = Set.of(Understanding.Proposed.class, Understanding.Refused.class);
    assertThat(kinds).contains(heard.getClass());
    if (heard instanceof Understanding.Proposed offer) {
      assertThat(offer.unasked()).contains("note").doesNotContain("Enter");
    }
  }
}
