package raconteur.desktop.odds;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.board.Board;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.Tally;
import raconteur.core.story.CaseState;
import raconteur.desktop.Demo;
import raconteur.desktop.OnTheDemo;
import raconteur.desktop.workshop.Workshop;

class OddsPresenterTest extends OnTheDemo {
  private OddsPresenter odds;
  private Board board;

  @BeforeEach
  void look() {
    odds = new OddsPresenter(workshop());
    board = odds.boards().stream().max(Comparator.comparingInt(this::boards)).orElseThrow();
  }

  private int boards(Board of) {
    return odds.tally(of).boards();
  }

  /** Each count is that of the closed cases it names, whose stories name the part. */
  @Test
  void countsAreThoseOfTheCasesTheyName() {
    Tally tally = odds.tally(board);
    assertThat(tally.boards()).isGreaterThan(3);
    assertThat(tally.rows()).isNotEmpty();
    for (Tally.Row row : tally.rows()) {
      assertThat(row.affected()).isLessThanOrEqualTo(tally.boards());
      assertThat(row.caseNumbers()).hasSize(row.affected());
      for (int number : row.caseNumbers()) {
        var told = workshop().casebook().find(number).orElseThrow();
        assertThat(told.header().state()).isEqualTo(CaseState.GONE_HOME);
        assertThat(told.entries().stream().map(Object::toString))
            .as("case %d speaks of %s", number, row.position())
            .anyMatch(line -> row.position().contains(" ") || line.contains(row.position()));
      }
      var interval = OddsPresenter.interval(tally, row);
      assertThat((double) row.affected() / tally.boards())
          .isBetween(interval.low(), interval.high());
    }
  }

  /** A case counts when it goes home and no more when it comes back. */
  @Test
  void aCaseCountsWhileItIsHome() {
    int before = boards(board);
    int open =
        workshop().casebook().headers().stream()
            .filter(h -> h.boardId().equals(board.identity().id()) && !h.state().closed())
            .findFirst()
            .orElseThrow()
            .number();
    workshop().casebook().move(open, CaseState.GONE_HOME);
    assertThat(boards(board)).isEqualTo(before + 1);
    workshop().casebook().move(open, CaseState.ON_BENCH);
    assertThat(boards(board)).isEqualTo(before);
  }

  @Test
  void countsAreNotGivenWithoutAName() {
    Path file = folder().resolve("counts.json");
    assertThat(odds.give("  ", file)).contains("under which name");
    assertThat(file).doesNotExist();
  }

  /** Another shop takes them in once; who gave them does not count them twice. */
  @Test
  void whatOneShopGivesAnotherTakesInOnce(@TempDir Path other) throws IOException {
    Path file = folder().resolve("counts.json");
    int own = odds.boards().stream().mapToInt(b -> odds.counted(b).size()).sum();
    assertThat(odds.give(" Harbour shop ", file)).startsWith(own + " closed cases written");
    assertThat(odds.shopName()).isEqualTo("Harbour shop");
    String text = Files.readString(file, StandardCharsets.UTF_8);
    List<String> owners =
        workshop().casebook().headers().stream()
            .map(h -> h.owner())
            .filter(o -> !o.isBlank())
            .distinct()
            .toList();
    assertThat(owners).isNotEmpty().noneMatch(text::contains);

    assertThat(odds.take(file)).contains("0 cases of Harbour shop", own + " were here already");

    Workshop there = Demo.in(other);
    try {
      there.casebook().headers().stream()
          .filter(h -> h.state().closed())
          .forEach(h -> there.casebook().move(h.number(), CaseState.ON_BENCH));
      OddsPresenter theirs = new OddsPresenter(there);
      assertThat(theirs.tally(board).boards()).isZero();
      String said = theirs.take(file);
      assertThat(said).contains("of Harbour shop count from now on");
      assertThat(theirs.tally(board).boards()).isEqualTo(boards(board));
      assertThat(theirs.tally(board).others()).isEqualTo(boards(board));
      assertThat(positions(theirs.tally(board))).isEqualTo(positions(odds.tally(board)));
      assertThat(theirs.take(file)).contains("0 cases of");
      assertThat(theirs.counted(board)).allMatch(c -> !c.origin().isEmpty());
    } finally {
      there.casebook().close();
    }
  }

  private static List<String> positions(Tally tally) {
    return tally.rows().stream()
        .map(r -> r.position() + " " + r.affected() + " " + r.replaced())
        .sorted()
        .collect(Collectors.toList());
  }

  @Test
  void whatIsNoCountsFileIsNotTakenIn() throws IOException {
    List<CountedCase> before = odds.counted(board);
    assertThat(odds.take(Files.writeString(folder().resolve("a.json"), "{}")))
        .startsWith("Not taken in: ");
    assertThat(
            odds.take(
                Files.writeString(
                    folder().resolve("b.json"), "{\"format\": \"raconteur-counts/9\"}")))
        .startsWith("Not taken in: ")
        .contains("raconteur-counts/1");
    assertThat(odds.take(Files.write(folder().resolve("c.json"), new byte[] {(byte) 0xFF, 1})))
        .contains("cannot be read as UTF-8");
    assertThat(odds.take(folder().resolve("none.json"))).contains("cannot be read");
    assertThat(odds.counted(board)).isEqualTo(before);
  }

  @Test
  void theTableOfCountsHasALineAPosition() throws IOException {
    Path file = folder().resolve("odds.csv");
    Tally tally = odds.tally(board);
    assertThat(odds.export(tally, file)).startsWith("Written to");
    List<String> lines = Files.readAllLines(file, StandardCharsets.UTF_8);
    assertThat(lines).hasSize(1 + tally.rows().size());
    assertThat(lines.get(1)).contains(tally.rows().getFirst().position());
  }

  @Test
  void aCardIsNamedByItsTitleAndAnUnknownOneByItself() {
    board
        .symptoms()
        .forEach(c -> assertThat(OddsPresenter.title(board, c.id())).isEqualTo(c.title()));
    assertThat(OddsPresenter.title(board, "no-such-card")).isEqualTo("no-such-card");
  }
}
