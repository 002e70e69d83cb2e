package raconteur.desktop.boards;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.buzz.Act;
import raconteur.desktop.Demo;
import raconteur.desktop.workshop.Workshop;

/** What the meter says is kept as nets, one answer at a time. */
class BuzzPresenterTest {
  @TempDir private Path folder;
  private Workshop workshop;
  private BoardsPresenter boards;
  private BuzzPresenter presenter;

  @BeforeEach
  void open() {
    workshop = Demo.in(folder);
    boards = new BoardsPresenter(workshop);
    boards.choose(workshop.boards().find("marram-310").orElseThrow());
    presenter = new BuzzPresenter(boards);
    presenter.look(board());
  }

  @AfterEach
  void close() {
    workshop.casebook().close();
  }

  private Board board() {
    return boards.chosen().orElseThrow();
  }

  @Test
  void aBeepIsANetOfTheBoardAtOnce() {
    Act.Touch touch = (Act.Touch) presenter.act().orElseThrow();
    assertThat(presenter.todo()).contains(touch.held().toString(), touch.other().toString());

    assertThat(presenter.joined()).isEmpty();

    Net net = board().writtenNetOf(touch.held()).orElseThrow();
    assertThat(net.path()).containsExactlyInAnyOrder(touch.held(), touch.other());
    assertThat(net.name()).isEqualTo("+5V");
    assertThat(presenter.act()).isNotEmpty().isNotEqualTo(java.util.Optional.of(touch));
    assertThat(presenter.progress()).startsWith("2 of ").contains("here: 1;");
  }

  @Test
  void whatStaysSilentChangesNoBoardAndIsNotAskedAgain() {
    Act first = presenter.act().orElseThrow();
    Board before = board();

    presenter.open();

    assertThat(board()).isEqualTo(before);
    assertThat(presenter.act().orElseThrow()).isNotEqualTo(first);
    presenter.look(board());
    assertThat(presenter.act().orElseThrow()).isNotEqualTo(first);
  }

  @Test
  void theLastAnswerIsTakenBackWithItsNet() {
    Act first = presenter.act().orElseThrow();
    presenter.joined();
    Act second = presenter.act().orElseThrow();
    presenter.open();

    assertThat(presenter.log()).hasSize(2);
    assertThat(presenter.log().getFirst()).endsWith(": silent");
    assertThat(presenter.log().getLast()).endsWith(": beeps");
    assertThat(presenter.back()).isEmpty();
    assertThat(presenter.act()).contains(second);
    assertThat(presenter.progress()).contains("here: 1; pins joined by them: 1.");
    assertThat(presenter.back()).isEmpty();
    assertThat(presenter.act()).contains(first);
    assertThat(board().nets()).isEmpty();
    assertThat(presenter.back()).hasValueSatisfying(w -> assertThat(w).contains("Nothing"));
  }

  /** Taking back an answer never takes back what somebody typed after it. */
  @Test
  void whatWasTypedAfterAnAnswerIsNotTakenBackForIt() {
    Act.Touch touch = (Act.Touch) presenter.act().orElseThrow();
    presenter.joined();
    assertThat(boards.keepNets(boards.tryNets("X: U1.1 U1.3"))).isEmpty();
    presenter.look(board());

    assertThat(presenter.back()).hasValueSatisfying(w -> assertThat(w).contains("changed since"));
    assertThat(board().net("X")).isPresent();
    boards.undo();
    presenter.look(board());
    assertThat(presenter.back()).isEmpty();
    assertThat(board().writtenNetOf(touch.held())).isEmpty();
  }

  /** Two groups of one supply's pins that stayed silent against each other are two nets. */
  @Test
  void whatWasSilentIsNotPutTogetherByItsName() {
    Act.Touch one = (Act.Touch) presenter.act().orElseThrow();
    presenter.joined();
    Act.Touch silent = (Act.Touch) presenter.act().orElseThrow();
    presenter.open();
    Act.Touch other = (Act.Touch) presenter.act().orElseThrow();
    assertThat(board().writtenNetOf(other.held())).isEmpty();
    assertThat(other.held()).isEqualTo(silent.other());
    presenter.joined();

    assertThat(board().writtenNetOf(other.held()).orElseThrow().path())
        .containsExactlyInAnyOrder(other.held(), other.other());
    assertThat(board().writtenNetOf(one.held()).orElseThrow().path())
        .containsExactlyInAnyOrder(one.held(), one.other());
  }

  @Test
  void twoNetsThatBeepBecomeOne() {
    Act.Touch touch = (Act.Touch) presenter.act().orElseThrow();
    var read = boards.tryNets("X: " + touch.held() + " U1.1\nY: " + touch.other() + " U1.3");
    assertThat(read.problems()).isEmpty();
    assertThat(boards.keepNets(read)).isEmpty();

    assertThat(presenter.joined()).isEmpty();

    assertThat(board().writtenNetOf(touch.held()).orElseThrow().path())
        .contains(touch.other(), new PinRef("U1", "1"), new PinRef("U1", "3"));
  }

  @Test
  void ofASweepThePinsThatBeepAreTyped() {
    Act act = presenter.act().orElseThrow();
    while (!(act instanceof Act.Sweep)) {
      presenter.leave();
      act = presenter.act().orElseThrow();
    }
    Act.Sweep sweep = (Act.Sweep) act;
    assertThat(presenter.swept()).isEqualTo(sweep.part());
    assertThat(presenter.pins()).isEqualTo(List.of(sweep.held()));
    assertThat(presenter.joined()).hasValueSatisfying(w -> assertThat(w).contains("which pins"));
    assertThat(presenter.beeped("99"))
        .hasValueSatisfying(w -> assertThat(w).contains("99").contains(sweep.part()));

    assertThat(presenter.beeped("1")).isEmpty();

    assertThat(board().writtenNetOf(sweep.held()).orElseThrow().path())
        .contains(new PinRef(sweep.part(), "1"));
  }

  @Test
  void whatIsTypedElsewhereIsTakenIn() {
    Act.Touch touch = (Act.Touch) presenter.act().orElseThrow();
    boards.keepNets(boards.tryNets("+5V: all\nGND: all"));
    presenter.look(board());

    assertThat(presenter.act().orElseThrow()).isNotEqualTo(touch);
    assertThat(presenter.why()).doesNotContain("both want +5V");
  }
}
