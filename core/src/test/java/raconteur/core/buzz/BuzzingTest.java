package raconteur.core.buzz;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

/** Boards with their nets hidden are buzzed out by a meter that knows them. */
class BuzzingTest {
  /** A board of which the parts are known and no net. */
  static Board hidden(Board board) {
    return switch (BoardFiles.check(
        board
            .contents()
            .withNets(List.of())
            .withRails(List.of())
            .withGround("")
            .withNoConnects(List.of()),
        DeviceLibrary.shipped())) {
      case Loaded.Ok<Board>(Board without) -> without;
      case Loaded.Refused<Board> refused -> throw new AssertionError(refused.summary());
    };
  }

  @ParameterizedTest
  @ValueSource(strings = {"skua-3", "tern-1"})
  void mostOfABoardIsKnownAfterAboutATouchAPin(String id) {
    Board board = ToldStories.board(id);
    Buzzed buzzed = Buzzed.play(board, hidden(board), 1.3);

    assertThat(buzzed.wrong()).isZero();
    assertThat(buzzed.share(1.3)).isGreaterThan(0.6);
    assertThat(buzzed.share(1.3)).isGreaterThan(3 * Buzzed.plainShare(board, 1.3));
    assertThat(buzzed.share(1.3)).isLessThanOrEqualTo(1);
  }

  /** Four memories in parallel but for their selects. */
  @Test
  void memoriesInParallelCostLittleMoreThanOneTouchAJoin() {
    Board board = memories();
    Buzzed buzzed = Buzzed.play(board, hidden(board), 2);

    assertThat(buzzed.wrong()).isZero();
    assertThat(buzzed.found()).isEqualTo(buzzed.joins());
    assertThat(buzzed.touchesByShare().get(100)).isLessThan(1.3 * buzzed.joins());
  }

  private static Board memories() {
    StringBuilder nets = new StringBuilder();
    for (int pin = 1; pin <= 24; pin++) {
      if (pin == 18) {
        // Each has a select of its own.
        continue;
      }
      if (nets.length() > 0) {
        nets.append(",\n");
      }
      nets.append("{\"net\": \"N").append(pin).append("\", \"path\": [");
      nets.append("\"U1.%d\", \"U2.%d\", \"U3.%d\", \"U4.%d\"]}".replace("%d", "" + pin));
    }
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "shrike-1", "machine": "Shrike", "revision": "1",
         "title": "for tests", "copper": {"layers": 2, "order known": false}, "blocks": ["ram"],
         "ground": "N12",
         "rails": [{"rail": "+5V", "net": "N24", "volts": 5, "tolerance percent": 5, "expected ohms": 300}],
         "parts": [{"part": "U1", "device": "6116", "block": "ram"}, {"part": "U2", "device": "6116", "block": "ram"},
                   {"part": "U3", "device": "6116", "block": "ram"}, {"part": "U4", "device": "6116", "block": "ram"}],
         "nets": [%s]}
        """
            .formatted(nets));
  }

  @Test
  void whatIsTypedAlreadyIsNotAskedAgain() {
    Board board = ToldStories.board("skua-3");
    Buzzing fresh = new Buzzing(hidden(board));
    Buzzing typed = new Buzzing(board);

    assertThat(fresh.progress().joined()).isZero();
    assertThat(typed.progress().joined())
        .isEqualTo(
            board.nets().stream()
                .map(Net::path)
                .filter(p -> p.size() > 1)
                .mapToInt(List::size)
                .sum());
    assertThat(fresh.next().orElseThrow().expected())
        .isGreaterThan(typed.next().map(Act::expected).orElse(0.0));
  }

  @Test
  void anAnswerIsNeverAskedAgainAndWhatIsLeftIsNotLearntFrom() {
    Buzzing buzzing = new Buzzing(hidden(ToldStories.board("skua-3")));
    Act.Touch first = (Act.Touch) buzzing.next().orElseThrow();
    buzzing.leave(first);

    Act.Touch second = (Act.Touch) buzzing.next().orElseThrow();
    assertThat(second).isNotEqualTo(first);
    assertThat(second.expected()).isEqualTo(first.expected());
    buzzing.told(second, false);
    assertThat(buzzing.next().orElseThrow().expected()).isLessThan(second.expected());
    assertThat(buzzing.touches()).isEqualTo(1);
  }

  @Test
  void aSupplyPinPutsItsNetUnderTheNameOfTheSupply() {
    Buzzing buzzing = new Buzzing(hidden(memories()));
    PinRef one = new PinRef("U1", "24");
    PinRef other = new PinRef("U2", "24");

    assertThat(buzzing.line(one, List.of(other))).isEqualTo("+5V: U1.24 U2.24");
    assertThat(buzzing.line(new PinRef("U1", "1"), List.of(new PinRef("U2", "1"))))
        .isEqualTo("U1.1 U2.1");
  }

  @Test
  void groupsThatAreJoinedShareWhatTheyAreApartFrom() {
    Groups groups = new Groups(5);
    groups.part(0, 1);
    groups.join(1, 2);
    groups.join(3, 0);

    assertThat(groups.open(3, 2)).isFalse();
    assertThat(groups.apart(2, 3)).isTrue();
    assertThat(groups.open(3, 4)).isTrue();
    assertThat(groups.members(groups.of(2))).containsExactlyInAnyOrder(1, 2);
  }

  /** Means of beta distributions with 4 and 1.5 touches beforehand, worked by hand. */
  @Test
  void whatIsMetCountsMostWhereItWasMet() {
    Learnt learnt = new Learnt();
    int above = learnt.kind("bus", 0.6);
    int here = learnt.kind("U1 U2", above);
    int there = learnt.kind("U3 U4", above);
    learnt.met(Set.of(here), true);
    learnt.met(Set.of(here), true);

    double upper = (0.6 * 4 + 2) / 6;
    assertThat(learnt.chance(above)).isEqualTo(upper);
    assertThat(learnt.chance(here)).isEqualTo((upper * 1.5 + 2) / 3.5);
    assertThat(learnt.chance(there)).isEqualTo(upper);
  }

  /** Two groups of many pins that are apart are one thing met, not one for every two pins. */
  @Test
  void oneTouchIsMetOnceByTheKindAbove() {
    Learnt learnt = new Learnt();
    int above = learnt.kind("supply", 0.9);
    learnt.met(Set.of(learnt.kind("U1.14", above), learnt.kind("U2.14", above)), false);

    assertThat(learnt.chance(above)).isEqualTo(0.9 * 4 / 5);
  }
}
